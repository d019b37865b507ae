package org.ulicarro.core.signal.ring;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.signal.SpanOrder;

/** The order of greens of a plan of phases: barriers are points, and so is every change from one phase of a ring to the next. */
final class RingSpans {

    private RingSpans() {}

    static SpanOrder of(RingPlan plan, List<Overlap> overlaps) {
        List<SpanOrder.Span> spans = new ArrayList<>();
        int[] spanOf = new int[plan.phases().size()];
        int[] splits = plan.coordination() == null ? null : plan.coordination().splits();
        int barrier = 0;
        int points = 1;
        for (int g = 0; g < plan.groups(); g++) {
            int inner = points;
            List<int[]> own = new ArrayList<>(); // phase, from, place in its ring
            for (int[][] ring : plan.rings()) {
                int at = barrier;
                for (int p : ring[g]) {
                    if (p >= 0) {
                        own.add(new int[] {p, at, inner});
                        at = inner++;
                    }
                }
                if (at != barrier) {
                    own.get(own.size() - 1)[2] = -1; // ends at the barrier
                    inner--;
                }
            }
            points = inner + 1;
            for (int[] one : own) {
                spanOf[one[0]] = spans.size();
                spans.add(span(plan.phases().get(one[0]), one[1], one[2] < 0 ? inner : one[2], splits, one[0]));
            }
            barrier = inner;
        }
        List<SpanOrder.Over> overs = overlaps.stream()
                .map(o -> new SpanOrder.Over(
                        o.id(),
                        o.group(),
                        java.util.Arrays.stream(o.parents())
                                .map(p -> spanOf[p])
                                .sorted()
                                .boxed()
                                .toList(),
                        Clock.seconds(o.yellow() + o.red()),
                        Clock.seconds(o.yellow()),
                        Clock.seconds(o.lateStart()),
                        Clock.seconds(o.trail())))
                .toList();
        double cycle = plan.coordination() == null
                ? Double.NaN
                : Clock.seconds(plan.coordination().cycle());
        SpanOrder order = new SpanOrder(plan.id(), points, spans, overs, cycle, true);
        return plan.coordination() == null
                ? order
                : new SpanOrder(plan.id(), points, spans, overs, cycle, zero(plan, order, spanOf), true);
    }

    /** Second of the plan's cycle at the first point: both its clock and its points are known at the start of a coordinated split. */
    private static double zero(RingPlan plan, SpanOrder order, int[] spanOf) {
        RingPlan.Coordination c = plan.coordination();
        Splits.Points points = Splits.points(plan.phases(), plan.rings(), c.coordinated(), c.splits());
        for (int p = 0; p < c.coordinated().length; p++) {
            if (c.coordinated()[p]) {
                int named = c.named() - c.offset(); // on the clock
                double at = order.times()[order.spans().get(spanOf[p]).from()];
                double zero = (Clock.seconds(points.start()[p] - named) - at) % order.cycle();
                return zero < 0 ? zero + order.cycle() : zero;
            }
        }
        return 0;
    }

    private static SpanOrder.Span span(Phase phase, int from, int to, int[] splits, int p) {
        double lost = Clock.seconds(phase.yellow() + phase.red());
        boolean people = phase.footGroup() >= 0;
        boolean only = phase.group() < 0;
        return new SpanOrder.Span(
                phase.id(),
                only ? phase.footGroup() : phase.group(),
                only,
                from,
                to,
                Clock.seconds(phase.minGreen()),
                lost,
                0,
                Clock.seconds(only ? phase.clear() : phase.yellow()),
                people ? Clock.seconds(phase.peopleNeed()) : 0,
                people ? Clock.seconds(phase.walk()) : 0,
                people ? Clock.seconds(phase.clear()) : 0,
                people ? Clock.seconds(phase.walkLead()) : 0,
                splits == null ? Double.NaN : Clock.seconds(splits[p]) - lost,
                Clock.seconds(phase.maxGreen()));
    }
}
