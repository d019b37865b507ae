package org.ulicarro.core.demand;

import java.util.Arrays;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.study.DemandInput.Arrivals;

/** Spreads the vehicles of one stream over time. */
final class ArrivalTimes {

    /** Takes the n-th arrival. */
    @FunctionalInterface
    interface Sink {
        void arrives(double time, int n);
    }

    /** Draws of an exact stream's times begin here; those before belong to other uses of its key. */
    private static final int TIMES = 1 << 20;

    private ArrivalTimes() {}

    /**
     * Tells every arrival in order of time.
     *
     * @param times borders of slices, rising (s)
     * @param rates of each slice (1/s)
     * @param key of the stream's draws
     */
    static void draw(Arrivals how, double[] times, double[] rates, long key, Sink sink) {
        switch (how) {
            case RANDOM -> random(times, rates, key, sink);
            case EVEN -> even(times, rates, sink);
            case EXACT -> exact(times, rates, key, sink);
        }
    }

    /** A Poisson process whose rate changes by slices: unit exponential steps, laid on the rising curve of expected arrivals. */
    private static void random(double[] times, double[] rates, long key, Sink sink) {
        double expected = 0; // arrivals to be expected before the current slice
        double next = Draws.exponential(key, 0);
        int n = 0;
        for (int i = 0; i + 1 < times.length; i++) {
            double inSlice = rates[i] * (times[i + 1] - times[i]);
            while (next < expected + inSlice) {
                sink.arrives(times[i] + (next - expected) / rates[i], n);
                n++;
                next += Draws.exponential(key, n);
            }
            expected += inSlice;
        }
    }

    /** The middle of each vehicle's share of the rising curve of arrivals. */
    private static void even(double[] times, double[] rates, Sink sink) {
        double expected = 0;
        int n = 0;
        for (int i = 0; i + 1 < times.length; i++) {
            double inSlice = rates[i] * (times[i + 1] - times[i]);
            while (n + 0.5 < expected + inSlice) {
                sink.arrives(times[i] + (n + 0.5 - expected) / rates[i], n);
                n++;
            }
            expected += inSlice;
        }
    }

    /** As many in each slice as the rounded curve of arrivals rises in it, at times drawn uniformly. */
    private static void exact(double[] times, double[] rates, long key, Sink sink) {
        double expected = 0;
        int before = 0;
        for (int i = 0; i + 1 < times.length; i++) {
            expected += rates[i] * (times[i + 1] - times[i]);
            int upTo = (int) Math.floor(expected + 0.5);
            double[] at = new double[upTo - before];
            for (int k = 0; k < at.length; k++) {
                at[k] = times[i] + Draws.uniform(key, TIMES + before + k) * (times[i + 1] - times[i]);
            }
            Arrays.sort(at);
            for (int k = 0; k < at.length; k++) {
                sink.arrives(at[k], before + k);
            }
            before = upTo;
        }
    }
}
