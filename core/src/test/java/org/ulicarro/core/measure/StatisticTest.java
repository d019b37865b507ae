package org.ulicarro.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.analysis.LevelOfService;

class StatisticTest {

    /** Mean 5, sd 2.138, t(7) = 2.3646 from published tables: 5 ± 1.787. */
    @Test
    void intervalFollowsStudent() {
        Statistic s = Statistic.of(new double[] {2, 4, 4, 4, 5, 5, 7, 9});
        assertThat(s.mean()).isEqualTo(5);
        assertThat(s.sd()).isCloseTo(Math.sqrt(32.0 / 7), within(1e-12));
        assertThat(s.hi() - s.mean()).isCloseTo(2.3646 * s.sd() / Math.sqrt(8), within(1e-3));
        assertThat(s.lo()).isCloseTo(2 * s.mean() - s.hi(), within(1e-12));
        assertThat(s.min()).isEqualTo(2);
        assertThat(s.max()).isEqualTo(9);
    }

    /** Two-sided 95 % points of Student's t as printed in every table. */
    @Test
    void studentMeetsPublishedTables() {
        double[] published = {0, 12.706, 4.303, 3.182, 2.776, 2.571, 2.447, 2.365, 2.306, 2.262};
        for (int n = 2; n <= 10; n++) {
            double[] values = new double[n];
            values[0] = 1;
            Statistic s = Statistic.of(values);
            double t = (s.hi() - s.mean()) / (s.sd() / Math.sqrt(n));
            assertThat(t).as(n - 1 + " degrees of freedom").isCloseTo(published[n - 1], within(5e-4));
        }
    }

    @Test
    void leavesOutWhatDoesNotExist() {
        assertThat(Statistic.of(new double[] {Double.NaN, 3, Double.NaN}).mean())
                .isEqualTo(3);
        assertThat(Statistic.of(new double[] {Double.NaN, 3}).sd()).isNaN();
        assertThat(Statistic.of(new double[] {}).mean()).isNaN();
    }

    @Test
    void percentileIsTheNearestRank() {
        double[] values = {15, 20, 35, 40, 50};
        assertThat(Percentile.of(values, 0.05)).isEqualTo(15);
        assertThat(Percentile.of(values, 0.40)).isEqualTo(20);
        assertThat(Percentile.of(values, 0.50)).isEqualTo(35);
        assertThat(Percentile.of(values, 1.00)).isEqualTo(50);
        assertThat(Percentile.of(new double[0], 0.5)).isNaN();
    }

    @Test
    void levelOfServiceComesFromTheWorstSliceAndTheLongestLane() {
        List<Observed<MovementRow>> rows = new ArrayList<>();
        List<Observed<LaneCycle>> cycles = new ArrayList<>();
        for (int replication = 1; replication <= 2; replication++) {
            rows.add(new Observed<>(replication, row(0, 900, 12, 1)));
            rows.add(new Observed<>(replication, row(900, 1800, 56, 4))); // 60 s with the wait outside: E
            rows.add(new Observed<>(replication, row(0, 1800, 34, 2.5)));
            for (int i = 0; i < 10; i++) {
                cycles.add(new Observed<>(replication, cycle(1, i * 100, 10 * i)));
                cycles.add(new Observed<>(replication, cycle(2, i * 100, 20)));
            }
        }
        RunSummary summary = new RunSummary(rows, cycles);
        assertThat(summary.wholePeriod()).hasSize(1);
        RunSummary.Row whole = summary.wholePeriod().get(0);
        assertThat(whole.los()).isEqualTo(LevelOfService.E);
        assertThat(whole.controlDelay().mean()).isEqualTo(34);
        assertThat(whole.backP50()).as("lane 1 has 40, lane 2 has 20").isEqualTo(40);
        assertThat(whole.backP95()).isEqualTo(90);
        assertThat(summary.bySlice()).hasSize(2);
        assertThat(summary.bySlice().get(0).los()).isEqualTo(LevelOfService.B);
        assertThat(summary.bySlice().get(1).backP95())
                .as("cycles of the second slice only")
                .isEqualTo(90);
    }

    private static MovementRow row(double from, double to, double control, double entry) {
        return new MovementRow(
                "m", "EB", "a>b", "EBT", from, to, 10, 10, 0, control, entry, 0, 0, 1, 5, 9, false, 0.5, 1, 1800, 0.8,
                0);
    }

    private static LaneCycle cycle(int lane, double start, double back) {
        return new LaneCycle("m", "EB", "a ahead", lane, List.of("a>b"), start, back, start + 50, 35);
    }
}
