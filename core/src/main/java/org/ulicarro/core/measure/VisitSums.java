package org.ulicarro.core.measure;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.List;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.traffic.Observer;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;
import org.ulicarro.core.traffic.events.Visits;

/**
 * Adds up what controlled movements cost their vehicles. Delay belongs to the interval in which a vehicle arrived, counts to that
 * in which it passed the line.
 */
final class VisitSums implements Observer {

    /** What is added up for each movement and interval. */
    enum Sum {
        PASSED,
        ARRIVED,
        UNFINISHED,
        CONTROL,
        ENTRY,
        GEOMETRIC,
        STOPPED,
        STOPS
    }

    private static final int SUMS = Sum.values().length;

    private final Intervals intervals;
    private final double[] sums; // (movement, interval, Sum) -> total

    VisitSums(Fitting at) {
        this(at.network().movements().size(), at.intervals());
    }

    VisitSums(int movements, Intervals intervals) {
        this.intervals = intervals;
        sums = new double[movements * intervals.count() * SUMS];
    }

    double get(int movement, int interval, Sum sum) {
        return sums[(movement * intervals.count() + interval) * SUMS + sum.ordinal()];
    }

    /** Of several movements together. */
    double total(List<Movement> of, int interval, Sum sum) {
        double total = 0;
        for (Movement m : of) {
            total += get(m.index(), interval, sum);
        }
        return total;
    }

    private void add(int movement, int slice, Sum sum, double value) {
        sums[(movement * intervals.count() + slice) * SUMS + sum.ordinal()] += value;
        if (slice != intervals.whole()) {
            sums[(movement * intervals.count() + intervals.whole()) * SUMS + sum.ordinal()] += value;
        }
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        for (int i = 0; i < events.lineCount(); i++) {
            int slice = intervals.slice(events.lineAt(i));
            if (slice >= 0) {
                add(events.lineMovement(i), slice, Sum.PASSED, 1);
            }
        }
        addVisits(events.visits());
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        addVisits(events.visits());
    }

    private void addVisits(Visits visits) {
        for (int i = 0; i < visits.count(); i++) {
            int slice = intervals.slice(visits.arrival(i));
            if (slice >= 0) {
                int movement = visits.movement(i);
                add(movement, slice, Sum.ARRIVED, 1);
                add(movement, slice, Sum.UNFINISHED, visits.finished(i) ? 0 : 1);
                add(movement, slice, Sum.CONTROL, visits.controlDelay(i));
                add(movement, slice, Sum.ENTRY, visits.entryDelay(i));
                add(movement, slice, Sum.GEOMETRIC, visits.geometricDelay(i));
                add(movement, slice, Sum.STOPPED, visits.stoppedDelay(i));
                add(movement, slice, Sum.STOPS, visits.stops(i));
            }
        }
    }

    @Override
    public void save(DataOutput out) throws IOException {
        SavedArrays.write(out, sums, sums.length);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        SavedArrays.read(in, sums);
    }
}
