package org.ulicarro.core.analysis.band;

/**
 * A stretch of a signal's cycle.
 *
 * @param from second of the cycle at which it begins, 0 to below the cycle
 * @param to second at which it ends, above {@code from}; beyond the cycle where it runs over its end
 */
public record Span(double from, double to) {

    public Span {
        if (!(to > from)) {
            throw new IllegalArgumentException("a span from " + from + " s to " + to + " s has no length");
        }
    }

    public double length() {
        return to - from;
    }
}
