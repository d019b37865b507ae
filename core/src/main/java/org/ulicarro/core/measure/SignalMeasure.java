package org.ulicarro.core.measure;

import com.google.auto.service.AutoService;
import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.signal.ControlWatch;
import org.ulicarro.core.signal.Ended;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.signal.SpanOrder;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** Adds up greens group by group, and why they ended where controllers say so. */
final class SignalMeasure implements Measure<SignalRow> {

    /** Registers it. */
    @AutoService(Instrument.class)
    public static final class Kind extends Instrument {
        public Kind() {
            super(SignalRow.class, SignalMeasure::new);
        }
    }

    private static final int REASONS = Ended.values().length;

    private final SignalSystem signals;
    private final Intervals intervals;
    private final boolean[] green;
    private final double[] began; // s since midnight; NaN before the first in the period
    private final int[] greens;
    private final double[] lasted; // s of greens that have ended
    private final int[] cycles;
    private final double[] cycle; // s
    private final double[] shown; // s of green within the period
    private final int[] reasons; // (group, Ended) -> greens
    private final int[] returns; // coordinated greens that began
    private int changes = -1; // of aspects, when it looked last
    private final int[] early; // ticks by which those began before their split

    SignalMeasure(Fitting at) {
        signals = at.signals();
        intervals = at.intervals();
        at.hear(this::watch);
        int groups = signals.groups().size();
        green = new boolean[groups];
        began = new double[groups];
        Arrays.fill(began, Double.NaN);
        greens = new int[groups];
        lasted = new double[groups];
        cycles = new int[groups];
        cycle = new double[groups];
        shown = new double[groups];
        reasons = new int[groups * REASONS];
        returns = new int[groups];
        early = new int[groups];
    }

    /** Hears why phases of a place end. */
    private ControlWatch watch(String place) {
        return new ControlWatch() {
            @Override
            public void yellow(int tick, String phase, Ended because) {
                int g = group(place, phase, tick);
                if (g >= 0) {
                    reasons[g * REASONS + because.ordinal()]++;
                }
            }

            @Override
            public void early(int tick, String phase, int ticks) {
                int g = group(place, phase, tick);
                if (g >= 0) {
                    returns[g]++;
                    early[g] += ticks;
                }
            }
        };
    }

    /** The signal group of a phase; -1 outside the measured period. */
    private int group(String place, String phase, int tick) {
        for (int g = 0; g < green.length && intervals.slice(Clock.seconds(tick)) >= 0; g++) {
            SignalSystem.GroupInfo info = signals.groups().get(g);
            if (info.place().equals(place) && info.id().equals(phase)) {
                return g;
            }
        }
        return -1;
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        boolean counts = intervals.slice(view.now()) >= 0;
        if (view.aspects().changes() != changes) {
            changes = view.aspects().changes();
            for (int g = 0; g < green.length; g++) {
                boolean now = view.aspects().of(g).letsGo();
                if (now != green[g]) {
                    green[g] = now;
                    change(g, now, Clock.seconds(view.aspects().since(g)));
                }
            }
        }
        for (int g = 0; counts && g < green.length; g++) {
            shown[g] += green[g] ? view.stepSeconds() : 0;
        }
    }

    private void change(int g, boolean on, double at) {
        if (on) {
            if (!Double.isNaN(began[g])) {
                cycles[g]++;
                cycle[g] += at - began[g];
            }
            began[g] = intervals.slice(at) >= 0 ? at : Double.NaN;
        } else if (!Double.isNaN(began[g])) {
            greens[g]++;
            lasted[g] += at - began[g];
        }
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        // a green that has not ended does not count
    }

    /** One row for each group. */
    @Override
    public List<SignalRow> rows(TrafficView end) {
        double period = intervals.to(intervals.whole()) - intervals.from(intervals.whole());
        List<SignalRow> rows = new ArrayList<>();
        for (int g = 0; g < green.length; g++) {
            SignalSystem.GroupInfo info = signals.groups().get(g);
            int told = 0;
            for (int r = 0; r < REASONS; r++) {
                told += reasons[g * REASONS + r];
            }
            rows.add(new SignalRow(
                    info.place(),
                    info.id(),
                    info.people(),
                    greens[g],
                    lasted[g] / greens[g],
                    cycle[g] / cycles[g],
                    Math.min(1, shown[g] / period),
                    share(g, told, Ended.GAP_OUT),
                    share(g, told, Ended.MAX_OUT),
                    share(g, told, Ended.FORCE_OFF) + share(g, told, Ended.YIELD),
                    share(g, told, Ended.PRIORITY) + share(g, told, Ended.PREEMPTION),
                    skipped(g),
                    Clock.seconds(early[g]) / returns[g]));
        }
        return rows;
    }

    /**
     * Share of the cycles of its place in which a group had no green. The cycles are those of the vehicles' group that had most greens, by
     * how many the plan gives it in one; overlaps, which come with several phases, count none. NaN where no plan says how often.
     */
    private double skipped(int group) {
        SignalSystem.GroupInfo info = signals.groups().get(group);
        SpanOrder order = signals.orderAt(info.place());
        if (order == null || info.overlap()) {
            return Double.NaN;
        }
        double cycles = 0;
        for (int g = 0; g < green.length; g++) {
            SignalSystem.GroupInfo other = signals.groups().get(g);
            boolean counts = other.place().equals(info.place()) && !other.people() && !other.overlap();
            cycles = counts ? Math.max(cycles, (double) greens[g] / inCycle(order, g)) : cycles;
        }
        return Math.max(0, 1 - greens[group] / (cycles * inCycle(order, group)));
    }

    private static int inCycle(SpanOrder order, int group) {
        long spans = order.spans().stream().filter(s -> s.group() == group).count();
        return (int) Math.max(1, spans);
    }

    private double share(int group, int told, Ended why) {
        return (double) reasons[group * REASONS + why.ordinal()] / told;
    }

    private double[][] reals() {
        return new double[][] {began, lasted, cycle, shown};
    }

    private int[][] wholes() {
        return new int[][] {greens, cycles, reasons, returns, early};
    }

    @Override
    public void save(DataOutput out) throws IOException {
        for (boolean one : green) {
            out.writeBoolean(one);
        }
        SavedArrays.write(out, reals(), wholes());
    }

    @Override
    public void restore(DataInput in) throws IOException {
        changes = -1;
        for (int g = 0; g < green.length; g++) {
            green[g] = in.readBoolean();
        }
        SavedArrays.read(in, reals(), wholes());
    }
}
