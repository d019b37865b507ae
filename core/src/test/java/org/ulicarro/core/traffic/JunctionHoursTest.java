package org.ulicarro.core.traffic;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.traffic.JunctionHours.Outcome;

/** A sample of {@code bench/junctions}: random junctions with walkers, any control, some beyond what they can take. */
class JunctionHoursTest {

    /** Six minutes at each of them. */
    @ParameterizedTest
    @ValueSource(ints = {1, 11, 21, 31, 41, 51, 61, 71, 81, 91, 101, 111, 121, 131, 141, 151})
    void nobodyTouchesAnybodyAndNobodyIsStuck(int first) {
        for (long number = first; number < first + 3; number++) {
            Outcome outcome = JunctionHours.run(number, 360);
            boolean overloaded = outcome.load() >= 0.8 && outcome.isRing(); // may lock, but says how
            if (!outcome.sweep() && !overloaded) {
                assertThat(outcome.problem()).as("junction %d", number).isNull();
            }
        }
    }

    /** Who turns across a lane for bicycles gives way to those in it. */
    @ParameterizedTest
    @ValueSource(ints = {1, 11, 21, 31, 41, 51, 61, 71})
    void nobodyTurnsIntoBicyclesBesideThem(int first) {
        for (long number = first; number < first + 3; number++) {
            Outcome outcome = JunctionHours.runWithBicycles(number, 360);
            boolean overloaded = outcome.load() >= 0.8 && outcome.isRing();
            if (!outcome.sweep() && !overloaded) {
                assertThat(outcome.problem()).as("junction %d", number).isNull();
            }
        }
    }

    /**
     * Roundabouts that stood for good once: people who had turned back before a vehicle on the zebra set out again at once, and the lorry that
     * gave way to them never got off the ring.
     */
    @ParameterizedTest
    @ValueSource(ints = {815, 834})
    void peopleWhoTurnBackDoNotKeepALorryForEver(int number) {
        assertThat(JunctionHours.run(number, 900).problem()).isNull();
    }

    /** The check is one that can fail: every control comes up, and people and vehicles are many. */
    @Test
    void theSampleIsWide() {
        var outcomes =
                LongStream.range(1, 13).mapToObj(n -> JunctionHours.run(n, 60)).toList();
        assertThat(outcomes.stream().map(Outcome::control).distinct()).hasSize(5);
        assertThat(outcomes.stream().mapToInt(Outcome::vehicles).sum()).isGreaterThan(500);
        assertThat(outcomes.stream().mapToInt(Outcome::walkers).sum()).isGreaterThan(300);
    }
}
