package org.ulicarro.core.measure;

import org.hipparchus.distribution.continuous.TDistribution;

/**
 * One figure over replications. Replications in which it does not exist (NaN: no vehicle came) are left out.
 *
 * @param n replications in which it exists
 * @param mean arithmetic mean, NaN for none
 * @param sd standard deviation, NaN below two
 * @param min least
 * @param max greatest
 * @param lo lower end of the 95 % interval of the mean (Student), NaN below two
 * @param hi its upper end
 */
public record Statistic(int n, double mean, double sd, double min, double max, double lo, double hi) {

    /** 97.5 % points of Student's t by degrees of freedom, found when first needed: a table of results asks for the same one. */
    private static final double[] STUDENT = new double[128];

    public static Statistic of(double[] values) {
        int n = 0;
        double sum = 0;
        double min = Double.NaN;
        double max = Double.NaN;
        for (double value : values) {
            if (!Double.isNaN(value)) {
                n++;
                sum += value;
                min = n == 1 ? value : Math.min(min, value);
                max = n == 1 ? value : Math.max(max, value);
            }
        }
        double mean = n == 0 ? Double.NaN : sum / n;
        double squares = 0;
        for (double value : values) {
            if (!Double.isNaN(value)) {
                squares += (value - mean) * (value - mean);
            }
        }
        double sd = n < 2 ? Double.NaN : Math.sqrt(squares / (n - 1));
        double half = n < 2 ? Double.NaN : student(n - 1) * sd / Math.sqrt(n);
        return new Statistic(n, mean, sd, min, max, mean - half, mean + half);
    }

    /** Half the width of the 95 % interval as a share of the mean. */
    public double relativeHalfWidth() {
        return (hi - lo) / 2 / Math.abs(mean);
    }

    /**
     * How many replications would bring half the width of the interval to a share of the mean, if their spread stays what it is; 0 where
     * nothing can be said.
     */
    public int replicationsFor(double share) {
        if (n < 2 || !(Math.abs(mean) > 0) || !(sd >= 0)) {
            return 0;
        }
        int needed = 2;
        while (needed < 100_000 && student(needed - 1) * sd / Math.sqrt(needed) > share * Math.abs(mean)) {
            needed += Math.max(1, needed / 50);
        }
        return needed;
    }

    private static double student(int degrees) {
        if (degrees >= STUDENT.length) {
            return new TDistribution(degrees).inverseCumulativeProbability(0.975);
        }
        if (STUDENT[degrees] == 0) { // two threads may both find it; they find the same
            STUDENT[degrees] = new TDistribution(degrees).inverseCumulativeProbability(0.975);
        }
        return STUDENT[degrees];
    }
}
