package org.ulicarro.core.measure;

import java.io.DataInput;
import java.io.DataOutput;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.traffic.Observer;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** Where vehicles are along a corridor, second by second, for pictures of time and distance. Not saved with a replication. */
public final class CorridorTraces implements Observer {

    /**
     * One vehicle on the corridor.
     *
     * @param vehicle number among the departures
     * @param outbound whether it drives outbound
     * @param points time of day (s) and metres along the corridor
     */
    public record Trace(int vehicle, boolean outbound, List<double[]> points) {}

    /**
     * A green that was shown.
     *
     * @param group number of the signal group
     * @param from when it began (s since midnight), or the beginning of the window
     * @param to when it ended, or the end of the window
     */
    public record Shown(int group, double from, double to) {}

    private static final double GAP = 3; // s, after which somebody who comes back is a new trace

    private final double from;
    private final double to;
    private final double[] start; // lane -> metres along the corridor at its start; NaN off it
    private final double[] scale; // lane -> metres along for one on the lane: negative inbound
    private final Map<Integer, Trace> open = new LinkedHashMap<>();
    private final List<Trace> traces = new ArrayList<>();
    private final int[] groups;
    private final double[] began; // of each group, when its green did; NaN while it has none
    private final List<Shown> shown = new ArrayList<>();

    /**
     * Traces of a window.
     *
     * @param places of the corridor, in order
     * @param at how far along each is, along the outbound way (m)
     * @param groups signal groups whose greens are noted
     */
    public CorridorTraces(Network network, List<String> places, double[] at, int[] groups, double from, double to) {
        this.groups = groups.clone();
        began = new double[groups.length];
        java.util.Arrays.fill(began, Double.NaN);
        this.from = from;
        this.to = to;
        start = new double[network.lanes().size()];
        scale = new double[start.length];
        java.util.Arrays.fill(start, Double.NaN);
        for (int i = 0; i + 1 < places.size(); i++) {
            Link ahead = link(network, places.get(i), places.get(i + 1));
            Link back = link(network, places.get(i + 1), places.get(i));
            if (ahead != null) {
                Link before = i == 0 ? null : link(network, places.get(i - 1), places.get(i));
                way(network, before, ahead, at[i], at[i + 1]);
            }
            if (back != null) {
                Link before = i + 2 >= places.size() ? null : link(network, places.get(i + 2), places.get(i + 1));
                way(network, before, back, at[i + 1], at[i]);
            }
        }
    }

    private static Link link(Network network, String a, String b) {
        return network.linksFrom(a).stream()
                .filter(l -> !l.ring() && l.to().equals(b))
                .findFirst()
                .orElse(null);
    }

    /** Marks the lanes of a link, and of the turn that leads onto it, between two distances along the corridor. */
    private void way(Network network, Link before, Link link, double a, double b) {
        Movement turn = before == null
                ? null
                : network.movementsFrom(before.index()).stream()
                        .filter(m -> m.toLink() == link.index())
                        .findFirst()
                        .orElse(null);
        double path = turn == null
                ? 0
                : network.lanes().get(turn.paths().get(0).lane()).end();
        double per = (b - a) / (path + link.length());
        if (turn != null) {
            for (TurningPath p : turn.paths()) {
                mark(p.lane(), a, per);
            }
        }
        for (Lane lane : network.lanesOf(link)) {
            mark(lane.index(), a + path * per, per);
        }
    }

    private void mark(int lane, double at, double per) {
        start[lane] = at;
        scale[lane] = per;
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        double now = view.now();
        for (int g = 0; g < groups.length && now >= from && now <= to; g++) {
            look(g, view.aspects().of(groups[g]) == Aspect.GREEN, now);
        }
        if (now < from || now > to || Double.isNaN(view.secondEnded())) {
            return;
        }
        var rows = view.rows();
        for (int row = 0; row < rows.count(); row++) {
            int vehicle = rows.vehicle(row);
            int lane = vehicle < 0 ? -1 : rows.lane(row);
            if (lane >= 0 && !Double.isNaN(start[lane])) {
                add(vehicle, scale[lane] > 0, now, start[lane] + scale[lane] * rows.position(row));
            }
        }
    }

    private void add(int vehicle, boolean outbound, double now, double at) {
        Trace trace = open.get(vehicle);
        boolean goesOn = trace != null
                && trace.outbound == outbound
                && now - trace.points.get(trace.points.size() - 1)[0] < GAP;
        if (!goesOn) {
            trace = new Trace(vehicle, outbound, new ArrayList<>());
            open.put(vehicle, trace);
            traces.add(trace);
        }
        trace.points.add(new double[] {now, at});
    }

    private void look(int g, boolean green, double now) {
        if (green && Double.isNaN(began[g])) {
            began[g] = now;
        } else if (!green && !Double.isNaN(began[g])) {
            shown.add(new Shown(groups[g], began[g], now));
            began[g] = Double.NaN;
        }
    }

    /** Greens of the window, those that had not ended with its end. */
    public List<Shown> shown() {
        List<Shown> all = new ArrayList<>(shown);
        for (int g = 0; g < groups.length; g++) {
            if (!Double.isNaN(began[g])) {
                all.add(new Shown(groups[g], began[g], to));
            }
        }
        return all;
    }

    /** All traces, in the order in which they began. */
    public List<Trace> traces() {
        return traces;
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        // what was seen is there
    }

    @Override
    public void save(DataOutput out) {
        throw new UnsupportedOperationException("pictures are not saved");
    }

    @Override
    public void restore(DataInput in) {
        throw new UnsupportedOperationException("pictures are not saved");
    }
}
