package org.ulicarro.core.measure;

import org.ulicarro.core.demand.Window;

/** The measured period cut into slices of fifteen minutes, and the period as a whole as the last interval. */
public final class Intervals {

    private static final double SLICE = 900;

    private final double from;
    private final double to;
    private final int slices;

    public Intervals(Window window) {
        from = window.from();
        to = window.to();
        slices = (int) StrictMath.ceil((to - from) / SLICE - 1e-9);
    }

    /** Slices plus one for the whole; a period of one slice is its own whole. */
    public int count() {
        return whole() + 1;
    }

    public int whole() {
        return slices == 1 ? 0 : slices;
    }

    /** The slice that a time of day falls into, or -1 outside the period. */
    public int slice(double time) {
        return time >= from && time < to ? Math.min(slices - 1, (int) ((time - from) / SLICE)) : -1;
    }

    /** Whether a second, told by a moment within it, is the last one of the period. */
    boolean isLastSecond(double within) {
        return slice(within) >= 0 && slice(within + 1) < 0;
    }

    /** s since midnight */
    public double from(int interval) {
        return interval == whole() ? from : from + interval * SLICE;
    }

    /** s since midnight */
    public double to(int interval) {
        return interval == whole() ? to : Math.min(to, from + (interval + 1) * SLICE);
    }
}
