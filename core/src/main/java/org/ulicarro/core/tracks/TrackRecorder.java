package org.ulicarro.core.tracks;

import java.io.ByteArrayOutputStream;
import java.io.DataInput;
import java.io.DataOutput;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.zip.Deflater;
import org.ulicarro.core.traffic.FleetView;
import org.ulicarro.core.traffic.Observer;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/**
 * Records one replication. It changes nothing of the run, and allocates nothing once its buffers have grown.
 *
 * <p>A sink that cannot take what is written ends the run with an {@link UncheckedIOException}.
 */
public final class TrackRecorder implements Observer {

    private static final int END_MARK = -1;
    private static final int BLOCK_HEADER = 16; // bytes

    private final TrackSettings settings;
    private final TrackSink sink;
    private final Bytes block = new Bytes(1 << 16);
    private final Deflater deflater = new Deflater();
    private byte[] packed = new byte[1 << 16];
    private LegWriter legs;
    private NetworkWriter network;
    private WalkWriter walks;
    private int[] known = new int[0]; // row -> vehicle that was introduced, plus 1
    private boolean open; // a block is being written
    private boolean begun;
    private long written; // bytes
    private long samples; // vehicle-samples

    public TrackRecorder(TrackSettings settings, TrackSink sink) {
        this.settings = settings;
        this.sink = sink;
        // looking for repetitions costs four times as much as it is worth here; see docs/tracks.md
        deflater.setStrategy(Deflater.HUFFMAN_ONLY);
    }

    /** Bytes given to the sink. */
    public long bytes() {
        return written;
    }

    /** Vehicles sampled, summed over samples. */
    public long samples() {
        return samples;
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        int tick = view.tick();
        if (tick < settings.from()) {
            return;
        }
        try {
            if (open) {
                step(view, events, tick);
            } else if ((tick - settings.from()) % settings.sampleTicks() == 0 && tick < settings.to()) {
                begin(view, tick);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void begin(TrafficView view, int tick) throws IOException {
        if (!begun) {
            begun = true;
            legs = new LegWriter(view.table(), settings.sampleTicks());
            network = new NetworkWriter(view);
            walks = new WalkWriter(view);
            writeHeader(view, tick);
        }
        java.util.Arrays.fill(known, 0);
        beginBlock(view, tick);
    }

    private void writeHeader(TrafficView view, int tick) throws IOException {
        TrackHeader header = new TrackHeader(
                settings.replication(),
                tick,
                settings.sampleTicks(),
                settings.blockTicks(),
                view.table().network().lanes().size(),
                view.table().signals().groups().size(),
                view.table().network().movements().size());
        ByteArrayOutputStream bytes = new ByteArrayOutputStream(TrackHeader.SIZE);
        header.write(new DataOutputStream(bytes));
        write(bytes.toByteArray(), bytes.size());
    }

    private void write(byte[] bytes, int length) throws IOException {
        sink.write(bytes, length);
        written += length;
    }

    private void beginBlock(TrafficView view, int tick) {
        open = true;
        network.beginBlock(view, tick);
        walks.beginBlock(view, tick);
        legs.beginBlock(tick);
        FleetView rows = view.rows();
        for (int row = 0; row < rows.count(); row++) {
            if (rows.vehicle(row) >= 0) {
                introduce(view, row);
                legs.start(rows, row, tick);
            }
        }
    }

    private void introduce(TrafficView view, int row) {
        if (row >= known.length) {
            known = java.util.Arrays.copyOf(known, Math.max(256, (row + 1) * 2));
        }
        int vehicle = view.rows().vehicle(row);
        if (known[row] != vehicle + 1) {
            known[row] = vehicle + 1;
            network.introduce(view, row);
        }
    }

    private void step(TrafficView view, TrafficEvents events, int tick) throws IOException {
        FleetView rows = view.rows();
        network.step(view, events);
        walks.step(view, tick);
        legs.moves(rows, events, tick);
        for (int i = 0; i < events.leftCount(); i++) {
            legs.leave(rows, events.leftRow(i), tick);
        }
        for (int i = 0; i < events.enteredCount(); i++) {
            int row = events.enteredRow(i);
            if (rows.vehicle(row) == events.enteredVehicle(i)) { // else it has left again already
                introduce(view, row);
                legs.start(rows, row, tick);
            }
        }
        legs.standing(rows, events, tick);
        int since = tick - network.blockStart();
        if (since % settings.sampleTicks() == 0) {
            legs.sample(rows, tick);
            network.sample(view, tick);
            samples += view.onRoad();
            if (since == settings.blockTicks() || tick + settings.sampleTicks() > settings.to()) {
                endBlock(view, tick);
                if (tick + settings.sampleTicks() <= settings.to()) {
                    beginBlock(view, tick);
                }
            }
        }
    }

    private void endBlock(TrafficView view, int tick) throws IOException {
        open = false;
        block.clear();
        network.endBlock(block);
        walks.endBlock(block, view);
        legs.endBlock(block);
        deflater.reset();
        deflater.setInput(block.data, 0, block.size);
        deflater.finish();
        int size = BLOCK_HEADER;
        while (!deflater.finished()) {
            if (size == packed.length) {
                packed = java.util.Arrays.copyOf(packed, size * 2);
            }
            size += deflater.deflate(packed, size, packed.length - size);
        }
        putInt(0, network.blockStart());
        putInt(4, tick);
        putInt(8, block.size);
        putInt(12, size - BLOCK_HEADER);
        write(packed, size);
    }

    private void putInt(int at, int value) {
        packed[at] = (byte) (value >>> 24);
        packed[at + 1] = (byte) (value >>> 16);
        packed[at + 2] = (byte) (value >>> 8);
        packed[at + 3] = (byte) value;
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        try {
            if (open && view.tick() > network.blockStart()) { // the run ended between two samples
                legs.sample(view.rows(), view.tick());
                endBlock(view, view.tick());
            }
            if (begun) {
                putInt(0, END_MARK);
                write(packed, 4);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } finally {
            deflater.end();
        }
    }

    /** Saves nothing: a restored replication goes on recording with a new block. */
    @Override
    public void save(DataOutput out) {
        // what is being recorded can be told anew from the state of the traffic
    }

    @Override
    public void restore(DataInput in) {
        open = false;
    }
}
