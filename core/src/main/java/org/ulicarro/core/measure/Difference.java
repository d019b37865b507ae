package org.ulicarro.core.measure;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import org.hipparchus.distribution.continuous.TDistribution;

/**
 * How one figure differs between two runs.
 *
 * @param n pairs of replications, or the smaller number of them where they are not paired
 * @param before mean of the first run
 * @param after mean of the second
 * @param difference second less first
 * @param lo lower end of its 95 % interval; NaN below two
 * @param hi upper end
 * @param p how probable so large a difference is by chance alone (two-sided); NaN below two
 */
public record Difference(int n, double before, double after, double difference, double lo, double hi, double p) {

    /** Differences that are no larger than this against what they are of come from rounding. */
    private static final double NOTHING = 1e-9;

    /**
     * Replications with the same seed and number meet the same traffic, so their differences are looked at one by one (Student's t for
     * pairs). Those in which the figure does not exist (NaN) are left out of both.
     */
    public static Difference paired(double[] first, double[] second) {
        int n = Math.min(first.length, second.length);
        double[] kept = IntStream.range(0, n)
                .filter(i -> !Double.isNaN(first[i]) && !Double.isNaN(second[i]))
                .mapToDouble(i -> second[i] - first[i])
                .toArray();
        double before = mean(IntStream.range(0, n)
                .filter(i -> !Double.isNaN(first[i]) && !Double.isNaN(second[i]))
                .mapToDouble(i -> first[i])
                .toArray());
        Statistic of = Statistic.of(kept);
        double after = before + of.mean();
        double error = of.sd() / Math.sqrt(of.n());
        return new Difference(
                of.n(), before, after, of.mean(), of.lo(), of.hi(), p(of.mean(), error, of.n() - 1, before));
    }

    /**
     * Runs whose replications met other traffic: B. L. Welch, <i>The generalization of "Student's" problem when several different population
     * variances are involved</i>, Biometrika 34, 1947.
     */
    public static Difference unpaired(double[] first, double[] second) {
        Statistic a = Statistic.of(first);
        Statistic b = Statistic.of(second);
        double va = a.sd() * a.sd() / a.n();
        double vb = b.sd() * b.sd() / b.n();
        double error = Math.sqrt(va + vb);
        double degrees = (va + vb) * (va + vb) / (va * va / (a.n() - 1) + vb * vb / (b.n() - 1));
        double difference = b.mean() - a.mean();
        boolean told = error > 0 && degrees > 0;
        double half = told ? new TDistribution(degrees).inverseCumulativeProbability(0.975) * error : Double.NaN;
        return new Difference(
                Math.min(a.n(), b.n()),
                a.mean(),
                b.mean(),
                difference,
                difference - half,
                difference + half,
                p(difference, error, degrees, a.mean()));
    }

    private static double p(double difference, double error, double degrees, double of) {
        if (!(degrees >= 1) && !(degrees > 0)) {
            return Double.NaN;
        }
        if (Math.abs(difference) <= NOTHING * Math.max(1, Math.abs(of))) {
            return 1;
        }
        if (!(error > 0)) {
            return error == 0 ? 0 : Double.NaN;
        }
        return 2 * new TDistribution(degrees).cumulativeProbability(-Math.abs(difference) / error);
    }

    private static double mean(double[] values) {
        return Arrays.stream(values).average().orElse(Double.NaN);
    }

    /** Difference as a share of the first. */
    public double share() {
        return difference / Math.abs(before);
    }

    /**
     * Which of several differences are real, so that the chance that any one of them only looks so stays below 5 %: S. Holm, <i>A simple
     * sequentially rejective multiple test procedure</i>, Scandinavian Journal of Statistics 6, 1979.
     */
    public static boolean[] real(List<Difference> all) {
        Integer[] order = IntStream.range(0, all.size())
                .boxed()
                .filter(i -> !Double.isNaN(all.get(i).p()))
                .sorted(Comparator.comparingDouble((Integer i) -> all.get(i).p())
                        .thenComparing(i -> i))
                .toArray(Integer[]::new);
        boolean[] real = new boolean[all.size()];
        for (int k = 0; k < order.length && all.get(order[k]).p() <= 0.05 / (order.length - k); k++) {
            real[order[k]] = true;
        }
        return real;
    }
}
