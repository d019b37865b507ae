package org.ulicarro.core.search.optimize;

import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.signal.SpanOrder;

/**
 * Plans that differ little from another: one signal earlier or later, all from one signal on, a green longer at the cost of its
 * neighbour, one that begins earlier and another one that ends later at once, another order of greens, half the cycle.
 */
final class Neighbourhood {

    private static final double PASSAGE = 0.5; // s

    private final PlanSpace space;
    private final double[] offsets;
    private final double[] splits;

    /**
     * Moves of some sizes.
     *
     * @param offsets by which greens come earlier or later (s)
     * @param splits by which a change of greens does (s)
     */
    Neighbourhood(PlanSpace space, double[] offsets, double[] splits) {
        this.space = space;
        this.offsets = offsets;
        this.splits = splits;
    }

    /** All of them, in an order of their own, none twice and not the plan itself. */
    List<SignalTimes> of(SignalTimes plan) {
        Set<SignalTimes> found = new LinkedHashSet<>();
        int n = space.signals().size();
        for (int s = 0; s < n; s++) {
            offsets(plan, s, found);
        }
        for (int s = 0; s < n; s++) {
            splits(plan, s, found);
            orders(plan, s, found);
            halves(plan, s, found);
            maxima(plan, s, found);
        }
        found.remove(plan);
        return List.copyOf(found);
    }

    private void offsets(SignalTimes plan, int s, Set<SignalTimes> found) {
        if (space.signals().size() == 1 || !shifts(s)) {
            return; // of one signal alone the offset is nothing
        }
        for (double by : offsets) {
            for (double signed : new double[] {by, -by}) {
                found.add(plan.with(s, plan.settings().get(s).later(signed)));
                SignalTimes block = plan;
                for (int k = s; k < space.signals().size() && s > 0; k++) {
                    block = shifts(k) ? block.with(k, plan.settings().get(k).later(signed)) : block;
                }
                found.add(block);
            }
        }
    }

    private boolean shifts(int s) {
        TimedSignal signal = space.signals().get(s);
        return !signal.free() && !signal.offsetStays();
    }

    /** One point earlier or later; and with it the whole signal, so that what follows the point stays where it is. */
    private void splits(SignalTimes plan, int s, Set<SignalTimes> found) {
        TimedSignal signal = space.signals().get(s);
        Setting now = plan.settings().get(s);
        if (signal.free() || signal.splitsStay()) {
            return;
        }
        GreenOrder order = signal.orders().get(now.order());
        for (int p = 1; p < order.spans().points() - 1; p++) {
            for (double by : splits) {
                for (double signed : new double[] {by, -by}) {
                    double[] wanted = now.times();
                    wanted[p] += signed;
                    double[] points = order.fit(wanted, now.cycle());
                    if (points != null && points[p] != now.times()[p]) {
                        Setting moved = Setting.of(now.order(), now.factor(), now.start(), points);
                        found.add(plan.with(s, moved));
                        if (shifts(s) && space.signals().size() > 1) {
                            found.add(plan.with(s, moved.later(-signed)));
                            found.add(plan.with(s, moved.later(-StrictMath.rint(signed / 2))));
                        }
                    }
                }
            }
        }
    }

    private void orders(SignalTimes plan, int s, Set<SignalTimes> found) {
        TimedSignal signal = space.signals().get(s);
        Setting now = plan.settings().get(s);
        for (int o = 0; o < signal.orders().size() && !signal.free(); o++) {
            if (o != now.order()) {
                double[] points = turned(
                        signal.orders().get(now.order()), now, signal.orders().get(o));
                if (points != null) {
                    found.add(plan.with(s, Setting.of(o, now.factor(), now.start(), points)));
                }
            }
        }
    }

    /** Times of another order in which each phase is as long as it was, as far as that goes. */
    static double[] turned(GreenOrder from, Setting now, GreenOrder to) {
        Map<String, Double> lengths = new LinkedHashMap<>();
        double[] old = now.times();
        for (SpanOrder.Span span : from.spans().spans()) {
            lengths.put(span.id(), old[span.to()] - old[span.from()]);
        }
        double[] wanted = new double[to.spans().points()];
        for (int point = 1; point < wanted.length; point++) {
            for (SpanOrder.Span span : to.spans().spans()) {
                if (span.to() == point) {
                    wanted[point] = Math.max(wanted[point], wanted[span.from()] + lengths.getOrDefault(span.id(), 0.0));
                }
            }
        }
        return to.fit(wanted, now.cycle());
    }

    private void halves(SignalTimes plan, int s, Set<SignalTimes> found) {
        TimedSignal signal = space.signals().get(s);
        Setting now = plan.settings().get(s);
        boolean may = space.halves() && !signal.free() && !signal.splitsStay() && plan.cycle() % 2 == 0;
        double other = now.factor() == 0.5 ? 1 : now.factor() == 1 ? 0.5 : Double.NaN;
        if (may && !Double.isNaN(other)) {
            GreenOrder order = signal.orders().get(now.order());
            double[] wanted = java.util.Arrays.stream(now.times())
                    .map(t -> t * other / now.factor())
                    .toArray();
            double[] points = order.fit(wanted, plan.cycle() * other);
            if (points != null) {
                found.add(plan.with(s, Setting.of(now.order(), other, now.start(), points)));
            }
        }
    }

    private void maxima(SignalTimes plan, int s, Set<SignalTimes> found) {
        TimedSignal signal = space.signals().get(s);
        Setting now = plan.settings().get(s);
        if (!signal.free() || signal.splitsStay()) {
            return;
        }
        for (SpanOrder.Span span : signal.orders().get(0).spans().spans()) {
            Double most = now.maxima().get(span.id());
            for (double by : most == null ? new double[0] : splits) {
                for (double signed : new double[] {2 * by, -2 * by}) {
                    double then = most + signed;
                    if (then >= Math.max(span.least(), 5)) {
                        found.add(plan.with(s, with(now, span.id(), then, null)));
                    }
                }
            }
            Double passage = space.passage(s, span.id(), now);
            for (double signed : passage == null ? new double[0] : new double[] {PASSAGE, -PASSAGE}) {
                if (passage + signed >= PASSAGE) {
                    found.add(plan.with(s, with(now, span.id(), null, passage + signed)));
                }
            }
        }
    }

    private static Setting with(Setting now, String phase, Double most, Double passage) {
        Map<String, Double> maxima = new LinkedHashMap<>(now.maxima());
        Map<String, Double> passages = new LinkedHashMap<>(now.passage());
        if (most != null) {
            maxima.put(phase, most);
        }
        if (passage != null) {
            passages.put(phase, passage);
        }
        return new Setting(now.order(), now.factor(), now.start(), now.points(), maxima, passages);
    }
}
