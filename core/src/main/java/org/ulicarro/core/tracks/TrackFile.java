package org.ulicarro.core.tracks;

import java.io.BufferedInputStream;
import java.io.DataInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;

/** A recording that was read: its blocks still packed, decoded one by one when asked for. */
public final class TrackFile {

    private static final int END_MARK = -1;

    /** No block is larger than this (bytes); what claims to be is damaged. */
    private static final int MOST = 1 << 28;

    /** A block as it stands in the file: first and last tick, size when unpacked, packed bytes. */
    private record Packed(int start, int end, int size, byte[] bytes) {}

    private final TrackHeader header;
    private final List<Packed> blocks;

    private TrackFile(TrackHeader header, List<Packed> blocks) {
        this.header = header;
        this.blocks = blocks;
    }

    /**
     * Reads a recording.
     *
     * @throws IOException when it is none, is of another version, or is damaged; the message says which
     */
    public static TrackFile read(InputStream from) throws IOException {
        DataInputStream in = new DataInputStream(new BufferedInputStream(from));
        try {
            TrackHeader header = TrackHeader.read(in);
            List<Packed> blocks = new ArrayList<>();
            for (int start = in.readInt(); start != END_MARK; start = in.readInt()) {
                int end = in.readInt();
                int size = in.readInt();
                int packed = in.readInt();
                if (size < 0 || size > MOST || packed < 0 || packed > MOST || end <= start) {
                    throw new IOException("block " + blocks.size() + " is damaged");
                }
                byte[] bytes = in.readNBytes(packed);
                if (bytes.length < packed) {
                    throw new EOFException();
                }
                blocks.add(new Packed(start, end, size, bytes));
            }
            return new TrackFile(header, List.copyOf(blocks));
        } catch (EOFException e) {
            throw new IOException("it ends too early", e);
        }
    }

    public TrackHeader header() {
        return header;
    }

    public int blocks() {
        return blocks.size();
    }

    /** First tick of a recording with at least one block. */
    public int start() {
        return blocks.get(0).start();
    }

    /** Last tick. */
    public int end() {
        return blocks.get(blocks.size() - 1).end();
    }

    /** The block that a tick lies in; the earlier one of two. Out of range, the nearest. */
    public int blockAt(double tick) {
        int block = 0;
        while (block + 1 < blocks.size() && tick > blocks.get(block).end()) {
            block++;
        }
        return block;
    }

    /**
     * Decodes a block.
     *
     * @param laneEnds last position of each lane (m)
     */
    public TrackBlock block(int number, double[] laneEnds) throws IOException {
        Packed packed = blocks.get(number);
        byte[] bytes = new byte[packed.size()];
        Inflater inflater = new Inflater();
        try {
            inflater.setInput(packed.bytes());
            int size = 0;
            while (size < bytes.length && !inflater.finished()) {
                int more = inflater.inflate(bytes, size, bytes.length - size);
                if (more == 0 && inflater.needsInput()) {
                    break;
                }
                size += more;
            }
            if (size < bytes.length) {
                throw new IOException("block " + number + " is damaged");
            }
            return new BlockReader(bytes, header, packed.start(), packed.end(), laneEnds).read();
        } catch (DataFormatException | IndexOutOfBoundsException | NegativeArraySizeException e) {
            throw new IOException("block " + number + " is damaged", e);
        } finally {
            inflater.end();
        }
    }
}
