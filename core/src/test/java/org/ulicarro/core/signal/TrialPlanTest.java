package org.ulicarro.core.signal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.ulicarro.core.Crossroads;

/** Plans to begin with, for signals that nobody has described. */
class TrialPlanTest {

    private static TrialPlan plan(double kmh) {
        Crossroads scene = new Crossroads();
        scene.speed = kmh / 3.6;
        return TrialPlan.of(scene.model().network()).get(0);
    }

    /** ITE 2020: 1 s + v / 7 m/s², in tenths, and never less than 3 s. */
    @ParameterizedTest
    @CsvSource({"30, 3.0", "50, 3.0", "60, 3.4", "70, 3.8", "90, 4.6"})
    void yellowIsLongEnoughForTheLimit(double kmh, double yellow) {
        assertThat(plan(kmh).groups().values())
                .allSatisfy(group -> assertThat(group.yellow()).isCloseTo(yellow, within(1e-9)));
    }

    /** Whoever has green next waits for the yellow and 2 s more. */
    @Test
    void aLongYellowIsNotTakenFromTheOthers() {
        TrialPlan plan = plan(90);
        List<int[]> greens =
                plan.greens().values().stream().sorted((a, b) -> a[0] - b[0]).toList();
        int end = greens.get(0)[1];
        for (int[] green : greens) {
            if (green[0] >= end) {
                assertThat(green[0] - end).isGreaterThanOrEqualTo(7);
                end = green[1];
            }
        }
        assertThat(plan.cycle() - end).isGreaterThanOrEqualTo(7);
    }

    /** ITE 2020: (W + 6 m) / v - 1 s, W some 20 m over this crossroads; never less than 2 s. */
    @ParameterizedTest
    @CsvSource({"20, 3.0, 4.6", "30, 2.0, 2.8", "50, 2.0, 2.0"})
    void redIsLongEnoughToClear(double kmh, double least, double most) {
        TrialPlan plan = plan(kmh);
        assertThat(plan.groups().values())
                .extracting(TrialPlan.Group::red)
                .allSatisfy(red -> assertThat(red).isBetween(least, most));
    }
}
