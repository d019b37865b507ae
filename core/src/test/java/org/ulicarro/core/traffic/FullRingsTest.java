package org.ulicarro.core.traffic;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A sample of {@code bench/rings}: rings whose exits are free do not lock, however full they are. */
class FullRingsTest {

    @ParameterizedTest
    @ValueSource(ints = {1, 11, 21, 31})
    void nobodyStandsForLongWhereExitsAreFree(int first) {
        List<FullRings.Outcome> outcomes = new ArrayList<>();
        for (long number = first; number < first + 6; number++) {
            FullRings.Outcome outcome = FullRings.run(number);
            assertThat(outcome.problem()).as("ring %d", number).isNull();
            outcomes.add(outcome);
        }
        // the check is one that can fail: some are overloaded
        assertThat(outcomes).anyMatch(FullRings.Outcome::full);
    }
}
