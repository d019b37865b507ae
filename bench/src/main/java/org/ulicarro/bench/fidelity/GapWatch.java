package org.ulicarro.bench.fidelity;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.ulicarro.core.network.Conflict;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/**
 * Watches one movement that yields at the place 'middle' and the streams it yields to: when each of those comes by where their ways
 * meet, when drivers come to the head of the lane and when they go. What an observer with a stopwatch at the kerb would note.
 */
final class GapWatch extends Watcher {

    private static final double NEAR_LINE = 4; // m, at the head of the queue

    private record Stream(int path, double at) {}

    private final List<Stream> streams = new ArrayList<>();
    private final int movement;
    private final int path;
    private final double waitAt;
    private final double from;
    private final Map<Integer, Double> headSince = new TreeMap<>(); // vehicle -> when it came to the head
    private final Map<Integer, Integer> seen = new TreeMap<>(); // vehicle -> stream it has come by in
    private final Map<Integer, Boolean> gone = new TreeMap<>();
    final List<Double> passages = new ArrayList<>(); // of the streams it yields to
    final List<double[]> departures = new ArrayList<>(); // when at the head, when gone
    private double end;

    /**
     * Watches from a quarter of an hour after the start.
     *
     * @param waitAt where drivers wait on their path (m)
     */
    GapWatch(Model model, String name, double waitAt) {
        Movement watched = model.network().movement("middle", name).movement();
        movement = watched.index();
        path = watched.paths().get(0).lane();
        this.waitAt = waitAt;
        from = model.period().from();
        for (Conflict c : model.network().junctions().get("middle").conflicts()) {
            if (c.pathA() == path && c.who() == Conflict.Who.A_YIELDS) {
                streams.add(new Stream(c.pathB(), c.startB()));
            } else if (c.pathB() == path && c.who() == Conflict.Who.B_YIELDS) {
                streams.add(new Stream(c.pathA(), c.startA()));
            }
        }
    }

    static GapWatch of(Replication replication, String name, double waitAt) {
        GapWatch watch = new GapWatch(replication.model(), name, waitAt);
        replication.observe(watch);
        replication.advanceTo(replication.model().period().to());
        return watch;
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        double now = view.now();
        if (now < from) {
            return;
        }
        end = now;
        List<Double> came = new ArrayList<>();
        for (int s = 0; s < streams.size(); s++) {
            Stream stream = streams.get(s);
            for (int k = 0; k < view.vehiclesOn(stream.path()); k++) {
                double over = view.position(stream.path(), k) - stream.at();
                int vehicle = view.vehicle(stream.path(), k);
                if (over >= 0 && seen.put(vehicle, s) == null) {
                    came.add(now - over / Math.max(1, view.speed(stream.path(), k)));
                }
            }
        }
        came.sort(null);
        passages.addAll(came);
        watchHead(view, now);
    }

    private void watchHead(TrafficView view, double now) {
        int lane = view.table().network().lanes().get(path).isPath() ? from(view) : path;
        for (int k = 0; k < view.vehiclesOn(path); k++) {
            note(view.vehicle(path, k), view.position(path, k), view.speed(path, k), now);
        }
        if (view.vehiclesOn(lane) > 0) {
            int vehicle = view.vehicle(lane, 0);
            double position = view.position(lane, 0) - view.table().end(lane);
            note(vehicle, position, view.speed(lane, 0), now);
        }
    }

    private void note(int vehicle, double position, double speed, double now) {
        if (position >= waitAt - NEAR_LINE) {
            headSince.putIfAbsent(vehicle, now);
        }
        double over = position - waitAt;
        if (over >= 0 && gone.put(vehicle, true) == null) {
            departures.add(new double[] {headSince.get(vehicle), now - over / Math.max(0.5, speed)});
        }
    }

    private int from(TrafficView view) {
        for (TurningPath p : view.table().network().movements().get(movement).paths()) {
            if (p.lane() == path) {
                return p.fromLane();
            }
        }
        throw new IllegalStateException("no path");
    }

    /** veh/h */
    double capacity() {
        return departures.size() / (end - from) * 3600;
    }

    /** veh/h of the streams it yields to */
    double conflicting() {
        return passages.size() / (end - from) * 3600;
    }

    double hours() {
        return (end - from) / 3600;
    }

    /** Mean follow-up: between two who go in one gap, the second of them at the head within a queue's move-up (s). */
    double followUp() {
        List<Double> found = new ArrayList<>();
        for (int i = 1; i < departures.size(); i++) {
            double headway = departures.get(i)[1] - departures.get(i - 1)[1];
            boolean queued = departures.get(i)[0] - departures.get(i - 1)[1] < 3.5;
            if (queued
                    && headway < 10
                    && gapAt(departures.get(i)[1]) == gapAt(departures.get(i - 1)[1])) {
                found.add(headway);
            }
        }
        return Watcher.mean(found);
    }

    /** The largest gap that each driver turned down, and the one it took, both as headways (s). */
    List<double[]> choices() {
        List<double[]> found = new ArrayList<>();
        int last = -1;
        for (double[] departure : departures) {
            int gap = gapAt(departure[1]);
            boolean first = gap != last;
            last = gap;
            if (gap < 0 || gap + 1 >= passages.size() || !first) {
                continue;
            }
            int from = gapAt(departure[0]);
            double rejected = 0;
            for (int g = Math.max(0, from + 1); g < gap; g++) {
                rejected = Math.max(rejected, passages.get(g + 1) - passages.get(g));
            }
            double accepted = passages.get(gap + 1) - passages.get(gap);
            if (rejected > 0 && gap > from) {
                found.add(new double[] {rejected, accepted});
            }
        }
        return found;
    }

    /** Figures of one replication, and behind them its choices, two by two. */
    double[] with(double... figures) {
        List<double[]> choices = choices();
        double[] all = java.util.Arrays.copyOf(figures, figures.length + 2 * choices.size());
        for (int i = 0; i < choices.size(); i++) {
            all[figures.length + 2 * i] = choices.get(i)[0];
            all[figures.length + 2 * i + 1] = choices.get(i)[1];
        }
        return all;
    }

    /** The critical gap from the choices that stand behind so many figures, those of all replications together (s). */
    static double critical(double[][] found, int figures) {
        List<double[]> choices = new ArrayList<>();
        for (double[] one : found) {
            for (int i = figures; i < one.length; i += 2) {
                choices.add(new double[] {one[i], one[i + 1]});
            }
        }
        return GapTheory.criticalGap(choices);
    }

    /** The number of the last passage before a time, or -1. */
    private int gapAt(double time) {
        int low = 0;
        int high = passages.size();
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (passages.get(middle) <= time) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low - 1;
    }
}
