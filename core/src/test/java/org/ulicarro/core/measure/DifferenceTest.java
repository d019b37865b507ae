package org.ulicarro.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.base.Draws;

/** Comparisons on made-up data whose truth is known. */
class DifferenceTest {

    private static final int TRIALS = 1000;

    private static double normal(long trial, int n, double mean, double sd) {
        return Draws.normalWithinTwo(Draws.key(trial, 1, Draws.Purpose.ARRIVALS, 7), n, mean, sd);
    }

    /** Student's own sleep data (Biometrika 6, 1908): mean difference 1.58, t = 4.0621, p = 0.002833. */
    @Test
    void studentsSleepData() {
        double[] first = {0.7, -1.6, -0.2, -1.2, -0.1, 3.4, 3.7, 0.8, 0.0, 2.0};
        double[] second = {1.9, 0.8, 1.1, 0.1, -0.1, 4.4, 5.5, 1.6, 4.6, 3.4};
        Difference d = Difference.paired(first, second);
        assertThat(d.difference()).isCloseTo(1.58, within(1e-9));
        assertThat(d.p()).isCloseTo(0.002833, within(1e-6));
        assertThat(d.lo()).isCloseTo(0.7001, within(1e-4));
        assertThat(d.hi()).isCloseTo(2.4599, within(1e-4));
        // the same as two samples: t = 1.8608 at 17.776 degrees, p = 0.07939
        assertThat(Difference.unpaired(first, second).p()).isCloseTo(0.07939, within(1e-5));
    }

    /** Without a difference about one comparison in twenty looks like one. */
    @Test
    void falseAlarmsAreOneInTwenty() {
        int alarms = 0;
        for (int trial = 0; trial < TRIALS; trial++) {
            double[] first = new double[10];
            double[] second = new double[10];
            for (int i = 0; i < 10; i++) {
                double traffic = normal(trial, 3 * i, 40, 10); // what both runs share
                first[i] = traffic + normal(trial, 3 * i + 1, 0, 2);
                second[i] = traffic + normal(trial, 3 * i + 2, 0, 2);
            }
            alarms += Difference.paired(first, second).p() < 0.05 ? 1 : 0;
        }
        // 50 expected; three standard deviations of a binomial number are 21
        assertThat(alarms).isBetween(29, 71);
    }

    /** Pairs see a difference that the spread between replications hides. */
    @Test
    void pairsSeeWhatTheSpreadHides() {
        int paired = 0;
        int unpaired = 0;
        for (int trial = 0; trial < TRIALS; trial++) {
            double[] first = new double[10];
            double[] second = new double[10];
            for (int i = 0; i < 10; i++) {
                double traffic = normal(trial, 3 * i, 40, 10);
                first[i] = traffic + normal(trial, 3 * i + 1, 0, 1);
                second[i] = traffic + 2 + normal(trial, 3 * i + 2, 0, 1);
            }
            paired += Difference.paired(first, second).p() < 0.05 ? 1 : 0;
            unpaired += Difference.unpaired(first, second).p() < 0.05 ? 1 : 0;
        }
        assertThat(paired).isGreaterThan(950);
        assertThat(unpaired).isLessThan(120);
    }

    /** Over twenty measures at once, any alarm at all stays one in twenty. */
    @Test
    void manyMeasuresTogetherStayAtOneInTwenty() {
        int alarms = 0;
        for (int trial = 0; trial < TRIALS; trial++) {
            List<Difference> all = new ArrayList<>();
            for (int measure = 0; measure < 20; measure++) {
                double[] first = new double[8];
                double[] second = new double[8];
                for (int i = 0; i < 8; i++) {
                    first[i] = normal(trial, 1000 * measure + 2 * i, 10, 3);
                    second[i] = normal(trial, 1000 * measure + 2 * i + 1, 10, 3);
                }
                all.add(Difference.paired(first, second));
            }
            boolean any = false;
            for (boolean one : Difference.real(all)) {
                any |= one;
            }
            alarms += any ? 1 : 0;
        }
        assertThat(alarms).isLessThan(72);
    }

    /** Holm's steps: 0.01 <= 0.05/3, 0.02 <= 0.05/2, 0.06 > 0.05/1. */
    @Test
    void holmGoesStepByStep() {
        List<Difference> all = List.of(p(0.06), p(0.01), p(Double.NaN), p(0.02));
        assertThat(Difference.real(all)).containsExactly(false, true, false, true);
        assertThat(Difference.real(List.of(p(0.03), p(0.04)))).containsExactly(false, false);
    }

    private static Difference p(double p) {
        return new Difference(10, 1, 2, 1, 0, 2, p);
    }

    @Test
    void whatIsTheSameOrMissingIsNoDifference() {
        double[] same = {1, 2, 3};
        assertThat(Difference.paired(same, same).p()).isEqualTo(1);
        assertThat(Difference.paired(new double[] {1}, new double[] {2}).p()).isNaN();
        Difference d = Difference.paired(new double[] {1, Double.NaN, 3, 4}, new double[] {2, 5, 4.5, 5});
        assertThat(d.n()).isEqualTo(3);
        assertThat(d.difference()).isCloseTo(3.5 / 3, within(1e-12));
    }
}
