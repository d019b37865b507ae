package org.ulicarro.core.assign;

import org.ulicarro.core.demand.Window;

/**
 * A run cut into stretches in which shares and times hold, warm-up and drain time among it.
 *
 * @param start of the first (s since midnight)
 * @param length of each (s)
 * @param count how many
 */
record Slices(double start, double length, int count) {

    static Slices of(Window window, double length) {
        return new Slices(
                window.start(), length, (int) StrictMath.ceil((window.end() - window.start()) / length - 1e-9));
    }

    /** The one that a time of day falls into; the first or last one outside. */
    int of(double time) {
        return (int) Math.max(0, Math.min(count - 1, (time - start) / length));
    }

    /** When one begins (s since midnight). */
    double begin(int slice) {
        return start + slice * length;
    }

    double middle(int slice) {
        return begin(slice) + length / 2;
    }
}
