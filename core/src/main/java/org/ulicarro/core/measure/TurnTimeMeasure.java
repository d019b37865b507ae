package org.ulicarro.core.measure;

import com.google.auto.service.AutoService;
import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** Takes the time of every vehicle from line to line, and books it to the interval in which it came onto the road. */
final class TurnTimeMeasure implements Measure<TurnTimeRow> {

    /** Registers it. */
    @AutoService(Instrument.class)
    public static final class Kind extends Instrument {
        public Kind() {
            super(TurnTimeRow.class, TurnTimeMeasure::new);
        }
    }

    private final Network network;
    private final Intervals intervals;
    private final int movements;
    private final int[] counts; // (movement, or movements + link for who goes out; interval)
    private final double[] times; // likewise, s
    private double[] since = {}; // vehicle -> when it came onto the road it is on, s since midnight
    private int[] on = {}; // vehicle -> that road

    TurnTimeMeasure(Fitting at) {
        network = at.network();
        intervals = at.intervals();
        movements = network.movements().size();
        int size = (movements + network.links().size()) * intervals.count();
        counts = new int[size];
        times = new double[size];
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        if (since.length == 0) {
            since = new double[view.departures().size()];
            on = new int[since.length];
        }
        for (int e = 0; e < events.enteredCount(); e++) {
            int v = events.enteredVehicle(e);
            since[v] = events.enteredAt(e);
            on[v] = view.departures().entry(v);
        }
        for (int e = 0; e < events.lineCount(); e++) {
            Movement turn = network.movements().get(events.lineMovement(e));
            if (!turn.isInner()) {
                int v = events.lineVehicle(e);
                add(turn.index(), since[v], events.lineAt(e));
                since[v] = events.lineAt(e);
                on[v] = turn.toLink();
            }
        }
        for (int e = 0; e < events.leftCount(); e++) {
            int v = events.leftVehicle(e);
            add(movements + on[v], since[v], events.leftAt(e));
        }
    }

    private void add(int what, double came, double passed) {
        int slice = intervals.slice(came);
        if (slice < 0) {
            return;
        }
        counts[what * intervals.count() + slice]++;
        times[what * intervals.count() + slice] += passed - came;
        if (slice != intervals.whole()) {
            counts[what * intervals.count() + intervals.whole()]++;
            times[what * intervals.count() + intervals.whole()] += passed - came;
        }
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        // who is still on the way has not shown where to
    }

    /** Road by road its turns, or the way out, interval by interval; the whole period last. */
    @Override
    public List<TurnTimeRow> rows(TrafficView end) {
        List<TurnTimeRow> rows = new ArrayList<>();
        for (Link link : network.links()) {
            if (link.ring()) {
                continue;
            }
            List<Movement> turns = network.movementsFrom(link.index());
            turns.forEach(turn -> add(rows, link.id(), turn.id(), turn.index()));
            if (turns.isEmpty()) {
                add(rows, link.id(), "", movements + link.index());
            }
        }
        return rows;
    }

    private void add(List<TurnTimeRow> rows, String link, String movement, int what) {
        for (int i = 0; i < intervals.count(); i++) {
            int at = what * intervals.count() + i;
            rows.add(new TurnTimeRow(
                    link, movement, intervals.from(i), intervals.to(i), counts[at], times[at] / counts[at]));
        }
    }

    @Override
    public void save(DataOutput out) throws IOException {
        SavedArrays.write(out, counts, counts.length);
        SavedArrays.write(out, times, times.length);
        out.writeInt(since.length);
        SavedArrays.write(out, since, since.length);
        SavedArrays.write(out, on, on.length);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        SavedArrays.read(in, counts);
        SavedArrays.read(in, times);
        int vehicles = in.readInt();
        since = new double[vehicles];
        on = new int[vehicles];
        SavedArrays.read(in, since);
        SavedArrays.read(in, on);
    }
}
