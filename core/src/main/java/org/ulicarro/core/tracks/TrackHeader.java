package org.ulicarro.core.tracks;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;

/**
 * What stands at the start of a recording.
 *
 * @param replication its number
 * @param origin first tick (0.1 s since midnight)
 * @param sampleTicks ticks between samples
 * @param blockTicks ticks of a block, a whole number of samples
 * @param lanes lanes of the network, turning paths included
 * @param groups signal groups
 * @param movements movements, those on rings included
 */
public record TrackHeader(
        int replication, int origin, int sampleTicks, int blockTicks, int lanes, int groups, int movements) {

    public static final int VERSION = 2;

    /** Positions are whole numbers of this (m). */
    public static final double UNIT = 0.05;

    static final double UNITS_PER_METRE = 20;

    private static final int MAGIC = 0x554C4354; // ULCT

    static final int SIZE = 32; // bytes

    void write(DataOutput out) throws IOException {
        out.writeInt(MAGIC);
        out.writeInt(VERSION);
        out.writeInt(replication);
        out.writeInt(origin);
        out.writeShort(sampleTicks);
        out.writeShort(blockTicks);
        out.writeInt(lanes);
        out.writeInt(groups);
        out.writeInt(movements);
    }

    static TrackHeader read(DataInput in) throws IOException {
        if (in.readInt() != MAGIC) {
            throw new IOException("it is no recording");
        }
        int version = in.readInt();
        if (version != VERSION) {
            throw new IOException("it is a recording of version " + version + ", this program reads " + VERSION);
        }
        TrackHeader header = new TrackHeader(
                in.readInt(),
                in.readInt(),
                in.readUnsignedShort(),
                in.readUnsignedShort(),
                in.readInt(),
                in.readInt(),
                in.readInt());
        if (header.sampleTicks == 0 || header.blockTicks == 0 || header.blockTicks % header.sampleTicks != 0) {
            throw new IOException("its times between samples and blocks do not fit");
        }
        return header;
    }
}
