package org.ulicarro.bench.fidelity;

import java.util.Locale;
import org.ulicarro.core.measure.Statistic;

/**
 * One figure held against what is expected.
 *
 * @param what the figure with its unit
 * @param from lowest value that is expected; NaN where nothing is
 * @param to highest value that is expected
 * @param simulated over replications
 */
record Row(String what, double from, double to, Statistic simulated) {

    static Row of(String what, double from, double to, double... replications) {
        return new Row(what, from, to, Statistic.of(replications));
    }

    boolean isExpected() {
        return !Double.isNaN(from);
    }

    /** Whether the mean is within what is expected. */
    boolean passes() {
        return !isExpected() || simulated.mean() >= from && simulated.mean() <= to;
    }

    /** Whether the whole 95 % interval is. */
    boolean passesSurely() {
        return passes() && (!isExpected() || simulated.n() < 2 || simulated.lo() >= from && simulated.hi() <= to);
    }

    String text() {
        String expected = !isExpected()
                ? "-"
                : from == Double.NEGATIVE_INFINITY
                        ? "to " + number(to)
                        : to == Double.POSITIVE_INFINITY ? "from " + number(from) : number(from) + " to " + number(to);
        String interval = simulated.n() < 2 ? "" : number(simulated.lo()) + " to " + number(simulated.hi());
        return String.format(
                Locale.ROOT,
                "%-64s %-16s %9s  %-18s %s",
                what,
                expected,
                number(simulated.mean()),
                interval,
                !isExpected() ? "" : passesSurely() ? "ok" : passes() ? "edge" : "NO");
    }

    private static String number(double value) {
        double size = Math.abs(value);
        return String.format(
                Locale.ROOT, size >= 100 ? "%.0f" : size >= 10 ? "%.1f" : size >= 1 ? "%.2f" : "%.3f", value);
    }
}
