package org.ulicarro.core.measure;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.Arrays;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.traffic.Observer;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;
import org.ulicarro.core.traffic.events.Visits;

/**
 * Which share of vehicles would arrive at the line during green. A vehicle's virtual arrival is when it would have been there had nothing
 * delayed it, so that the queue does not hide it.
 */
final class ArrivalSums implements Observer {

    private final Intervals intervals;
    private final int[] groupOf; // movement -> signal group, or NO_GROUP
    private final int[] used; // group -> changes kept
    private final int[][] ticks; // group -> tick of each change to or from green
    private final boolean[] first; // group -> whether it had green before its first change
    private final boolean[] green; // group -> whether it has green now
    private final double[] counts; // (movement, interval, arrived or on green)
    private int changes = -1; // of aspects, when it looked last
    private boolean begun;

    ArrivalSums(Fitting at) {
        this(at.signals(), at.network().movements().size(), at.intervals());
    }

    ArrivalSums(SignalSystem signals, int movements, Intervals intervals) {
        this.intervals = intervals;
        groupOf = new int[movements];
        Arrays.setAll(groupOf, signals::groupOf);
        int groups = signals.groups().size();
        used = new int[groups];
        ticks = new int[groups][64];
        first = new boolean[groups];
        green = new boolean[groups];
        counts = new double[movements * intervals.count() * 2];
    }

    /** Vehicles that arrived in an interval, or of them those on green. */
    double count(int movement, int interval, boolean onGreen) {
        return counts[at(movement, interval) + (onGreen ? 1 : 0)];
    }

    private int at(int movement, int interval) {
        return (movement * intervals.count() + interval) * 2;
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        if (view.aspects().changes() != changes) {
            changes = view.aspects().changes();
            look(view);
        }
        add(events.visits());
    }

    private void look(TrafficView view) {
        for (int g = 0; g < used.length; g++) {
            boolean now = view.aspects().of(g) == Aspect.GREEN;
            if (!begun) {
                first[g] = now;
                green[g] = now;
            } else if (now != green[g]) {
                if (used[g] == ticks[g].length) {
                    ticks[g] = Arrays.copyOf(ticks[g], used[g] * 2);
                }
                ticks[g][used[g]++] = view.aspects().since(g);
                green[g] = now;
            }
        }
        begun = true;
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        add(events.visits());
    }

    private void add(Visits visits) {
        for (int i = 0; i < visits.count(); i++) {
            int movement = visits.movement(i);
            int slice = intervals.slice(visits.arrival(i));
            if (slice < 0 || groupOf[movement] == SignalSystem.NO_GROUP) {
                continue;
            }
            int onGreen = hadGreen(groupOf[movement], visits.arrival(i)) ? 1 : 0;
            add(at(movement, slice), onGreen);
            if (slice != intervals.whole()) {
                add(at(movement, intervals.whole()), onGreen);
            }
        }
    }

    private void add(int at, int onGreen) {
        counts[at]++;
        counts[at + 1] += onGreen;
    }

    /** Whether a group had green at a time of day that has passed (s). */
    private boolean hadGreen(int group, double at) {
        int changes = used[group];
        while (changes > 0 && Clock.seconds(ticks[group][changes - 1]) > at) { // it was not long ago
            changes--;
        }
        return first[group] ^ (changes & 1) == 1;
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeBoolean(begun);
        SavedArrays.write(out, counts, counts.length);
        SavedArrays.write(out, used, used.length);
        for (int g = 0; g < used.length; g++) {
            SavedArrays.write(out, ticks[g], used[g]);
            out.writeBoolean(first[g]);
            out.writeBoolean(green[g]);
        }
    }

    @Override
    public void restore(DataInput in) throws IOException {
        begun = in.readBoolean();
        changes = -1;
        SavedArrays.read(in, counts);
        SavedArrays.read(in, used);
        for (int g = 0; g < used.length; g++) {
            ticks[g] = new int[Math.max(64, used[g])];
            SavedArrays.read(in, ticks[g]);
            first[g] = in.readBoolean();
            green[g] = in.readBoolean();
        }
    }
}
