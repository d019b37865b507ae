package org.ulicarro.core.traffic;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.RandomJunction;
import org.ulicarro.core.study.Place.Control;
import org.ulicarro.core.traffic.JunctionHours.Outcome;

/** Random junctions whose signals fail while everybody is under way: they flash at once, and come back two minutes later. */
class FlashingJunctionsTest {

    private static final int EACH = 3;

    /** Five minutes at each of three of them, with red for all and with yellow for one leg in turn. */
    @ParameterizedTest
    @ValueSource(longs = {1, 101, 201, 301})
    void nobodyTouchesAnybody(long first) {
        int done = 0;
        for (long number = first; done < EACH; number++) {
            RandomJunction junction = new RandomJunction(number, 300);
            if (junction.control != Control.SIGNAL) {
                continue;
            }
            junction.flashes = true;
            junction.firstGoes = done % 2 == 1;
            Outcome outcome = JunctionHours.run(junction, number);
            if (outcome.ran()) {
                done++;
                assertThat(outcome.sweep() ? null : outcome.problem())
                        .as("junction %d", number)
                        .isNull();
            }
        }
    }
}
