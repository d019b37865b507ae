package org.ulicarro.core.timing;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.signal.SpanOrder;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.CycleRange;
import org.ulicarro.core.study.FixedControl;

/** Timed greens as a study writes them. */
public final class TimedPlan {

    /** An actuated green without a cycle may be so much longer than the one of the formula (FHWA Signal Timing Manual 2008, 5.3). */
    private static final double ACTUATED = 1.25;

    private TimedPlan() {}

    /** Splits of phases, or longest greens where they run without a cycle. */
    public static ActuatedControl.Plan phases(SpanOrder order, Timed timed) {
        boolean free = Double.isNaN(order.cycle());
        Map<String, Double> values = new LinkedHashMap<>();
        for (int i = 0; i < timed.greens().length; i++) {
            SpanOrder.Span span = order.spans().get(i);
            double seconds = free
                    ? Math.max(span.least(), StrictMath.rint(timed.greens()[i] * ACTUATED))
                    : timed.greens()[i] + span.lost();
            values.put(span.id(), tenth(seconds));
        }
        return free
                ? ActuatedControl.Plan.ofMaxima(values)
                : ActuatedControl.Plan.ofSplits(tenth(timed.cycle()), values);
    }

    /** Greens by the clock, without an offset; second 0 of the cycle is the first point. */
    public static FixedControl.Plan greens(FixedControl control, SpanOrder order, Timed timed) {
        Map<String, List<CycleRange>> ranges = new LinkedHashMap<>();
        control.groups().keySet().forEach(id -> ranges.put(id, new ArrayList<>()));
        for (int i = 0; i < timed.greens().length; i++) {
            SpanOrder.Span span = order.spans().get(i);
            double from = timed.points()[span.from()] + span.late();
            ranges.get(span.id()).add(new CycleRange(tenth(from), tenth(from + timed.greens()[i])));
        }
        return FixedControl.Plan.of(tenth(timed.cycle()), null, ranges);
    }

    private static double tenth(double seconds) {
        return StrictMath.rint(seconds * 10) / 10;
    }
}
