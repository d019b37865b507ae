package org.ulicarro.core.demand;

import org.ulicarro.core.study.Period;

/**
 * The stretch of the day that one run covers.
 *
 * @param start when the warm-up begins (s since midnight)
 * @param from start of what is measured (s since midnight)
 * @param to its end (s since midnight)
 * @param end when the drain time is over (s since midnight)
 */
public record Window(double start, double from, double to, double end) {

    public static Window of(Period period) {
        return new Window(
                period.from() - period.warmUp().length(), period.from(), period.to(), period.to() + period.drain());
    }

    /** Time of day whose counts apply: that of the first slice in the warm-up, of the last one in the drain time. */
    double counted(double time) {
        return Math.max(from, Math.min(to - 1e-6, time));
    }
}
