package org.ulicarro.core.search;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.Crossroads;
import org.ulicarro.core.run.LocalPool;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replications;
import org.ulicarro.core.run.TrialPool;
import org.ulicarro.core.search.Calibration.Outcome;

/** Queues that discharge as was measured. */
class CalibrationTest {

    private static Crossroads saturated(Map<String, Double> measured) {
        Crossroads scene = Crossroads.oneThroughLane(600).count("EBT", 1200).count("WBT", 1200);
        scene.saturation = measured;
        return scene;
    }

    private static List<Outcome> search(Crossroads scene, int rounds) throws Exception {
        Model model = scene.model();
        try (TrialPool pool = new LocalPool(2)) {
            Tries tries =
                    new Tries(pool, Replications.of(2), Calibration.instruments(), Journal.NONE, Tries.Listener.SILENT);
            return new Calibration(model, 0.01).search(rounds, tries);
        }
    }

    /** Each movement meets its own, slower than usual and quicker; the other one stays as it was. */
    @Test
    void twoApproachesMeetTwoTargets() throws Exception {
        List<Outcome> outcomes = search(saturated(Map.of("EBT", 1650.0, "WBT", 2050.0)), 8);
        Outcome slow = outcome(outcomes, "EBT");
        Outcome quick = outcome(outcomes, "WBT");
        assertThat(slow.before().mean()).as("the usual flow").isBetween(1850.0, 2000.0);
        assertThat(slow.reached().mean()).isCloseTo(1650, within(16.5));
        assertThat(quick.reached().mean()).isCloseTo(2050, within(20.5));
        assertThat(slow.met() && quick.met()).isTrue();
        // a headway grows by the time gap: 3600/1650 is 0.3 s more than 3600/1915, and the gap is about a second
        assertThat(slow.share()).isBetween(1.15, 1.6);
        assertThat(quick.share()).isBetween(0.6, 0.95);
    }

    private static Outcome outcome(List<Outcome> outcomes, String name) {
        return outcomes.stream()
                .filter(o -> o.target().movement().name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void whatNoTimeGapReachesIsNotMetAndALightFlowIsUnknown() throws Exception {
        Crossroads scene = saturated(Map.of("EBT", 3600.0, "NBT", 1700.0)).count("NBT", 60);
        List<Outcome> outcomes = search(scene, 4);
        assertThat(outcome(outcomes, "EBT").met()).isFalse();
        assertThat(outcome(outcomes, "EBT").share()).isLessThan(0.6);
        assertThat(outcome(outcomes, "NBT").isUnknown()).isTrue();
        assertThat(outcome(outcomes, "NBT").met()).isFalse();
        assertThat(outcome(outcomes, "NBT").share()).isEqualTo(1);
    }

    /** Where headways are a + b · share exactly, the second trial gives the slope and the third meets the target. */
    @ParameterizedTest
    @ValueSource(doubles = {1500, 1750, 2100})
    void theSearchIsExactOnAStraightLine(double target) {
        TimeGapSearch search = new TimeGapSearch(target, 2, 1.0);
        double share = 1;
        for (int trial = 0; trial < 2; trial++) {
            share = search.next(share, line(share));
        }
        assertThat(line(share)).isCloseTo(target, within(1.5));
    }

    /** Flow of two lanes with headways of 3 s + 0.7 s times the share. */
    private static double line(double share) {
        return 2 * 3600 / (3 + 0.7 * share);
    }
}
