package org.ulicarro.core.search.optimize;

import java.util.List;
import java.util.function.Predicate;
import org.ulicarro.core.signal.SpanOrder;
import org.ulicarro.core.timing.PlaceTiming;

/** An order of greens at one place. All that can vary in it is when its points come; shortest greens, clearances and people hold. */
final class GreenOrder {

    private static final double TINY = 1e-6;

    private final List<String> rings;
    private final PlaceTiming timing;
    private final double[] least;
    private final double[] most;

    /**
     * An order.
     *
     * @param rings phases in this order; empty for that of the plan in force, and for greens by the clock
     * @param kept spans that stay as long as they are
     * @param neverShorter spans that get no shorter than they are
     */
    GreenOrder(
            List<String> rings,
            PlaceTiming timing,
            Predicate<SpanOrder.Span> kept,
            Predicate<SpanOrder.Span> neverShorter) {
        this.rings = rings;
        this.timing = timing;
        List<SpanOrder.Span> spans = timing.order().spans();
        least = new double[spans.size()];
        most = new double[spans.size()];
        for (int i = 0; i < least.length; i++) {
            SpanOrder.Span span = spans.get(i);
            double now = span.green() + span.lost();
            least[i] = timing.least(i);
            most[i] = Double.POSITIVE_INFINITY;
            if (kept.test(span) && !Double.isNaN(now)) {
                least[i] = now;
                most[i] = now;
            } else if (neverShorter.test(span) && !Double.isNaN(now)) {
                least[i] = Math.max(least[i], now);
            }
        }
    }

    List<String> rings() {
        return rings;
    }

    PlaceTiming timing() {
        return timing;
    }

    SpanOrder spans() {
        return timing.order();
    }

    /** The shortest cycle in which everybody gets what they need (s). */
    double shortest() {
        double[] low = new double[spans().points()];
        double[] high = new double[low.length];
        java.util.Arrays.fill(high, Double.POSITIVE_INFINITY);
        high[0] = 0;
        return narrow(low, high) ? low[low.length - 1] : Double.POSITIVE_INFINITY;
    }

    /**
     * The times in whole seconds that are nearest to some, point by point, and in which everybody gets what they need.
     *
     * @return null where there are none with that cycle
     */
    double[] fit(double[] wanted, double cycle) {
        int last = spans().points() - 1;
        double[] low = new double[last + 1];
        double[] high = new double[last + 1];
        java.util.Arrays.fill(high, cycle);
        high[0] = 0;
        low[last] = cycle;
        if (!narrow(low, high)) {
            return null;
        }
        for (int p = 1; p < last; p++) {
            double at = Math.max(low[p], Math.min(high[p], StrictMath.rint(wanted[p])));
            low[p] = at;
            high[p] = at;
            if (!narrow(low, high)) {
                return null;
            }
        }
        return low;
    }

    /** Pulls bounds together until each span has between its least and its most. False where that cannot be. */
    private boolean narrow(double[] low, double[] high) {
        for (int pass = 0; pass <= low.length + 1; pass++) {
            boolean moved = false;
            for (int i = 0; i < least.length; i++) {
                SpanOrder.Span span = spans().spans().get(i);
                int a = span.from();
                int b = span.to();
                moved |= raise(low, b, low[a] + least[i]) | lower(high, a, high[b] - least[i]);
                if (most[i] < Double.POSITIVE_INFINITY) {
                    moved |= raise(low, a, low[b] - most[i]) | lower(high, b, high[a] + most[i]);
                }
            }
            if (!moved) {
                for (int p = 0; p < low.length; p++) {
                    if (low[p] > high[p] + TINY) {
                        return false;
                    }
                }
                return true;
            }
        }
        return false; // it would go on for ever
    }

    private static boolean raise(double[] low, int p, double to) {
        boolean moves = to > low[p] + TINY;
        low[p] = moves ? to : low[p];
        return moves;
    }

    private static boolean lower(double[] high, int p, double to) {
        boolean moves = to < high[p] - TINY;
        high[p] = moves ? to : high[p];
        return moves;
    }
}
