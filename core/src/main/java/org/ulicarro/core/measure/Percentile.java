package org.ulicarro.core.measure;

import java.util.Arrays;

/** Percentiles of pooled values. */
public final class Percentile {

    private Percentile() {}

    /**
     * The smallest value that at least that share of all values does not exceed (nearest rank); NaN of none.
     *
     * @param share between 0 and 1
     */
    public static double of(double[] values, double share) {
        if (values.length == 0) {
            return Double.NaN;
        }
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        int rank = (int) StrictMath.ceil(share * sorted.length - 1e-9);
        return sorted[Math.max(0, Math.min(sorted.length, rank) - 1)];
    }
}
