package org.ulicarro.core.base;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class WordingTest {

    @Test
    void figuresStandInTheUnitsOfTheReader() {
        String words = "'%s' has %.0f m at %.1f km/h and %.2f m/s, %d %% of them in %.1f s, braking with %.2f m/s2";
        List<Object> values = List.of("12 m", 30.48, 80.4672, 3.048, 7, 2.5, 3.048);
        assertThat(Wording.METRIC.of(words, values))
                .isEqualTo("'12 m' has 30 m at 80.5 km/h and 3.05 m/s, 7 % of them in 2.5 s, braking with 3.05 m/s2");
        assertThat(Wording.US.of(words, values))
                .as("the name '12 m' is the user's own and stays")
                .isEqualTo(
                        "'12 m' has 100 ft at 50.0 mph and 10.00 ft/s, 7 % of them in 2.5 s, braking with 10.00 ft/s2");
    }

    @Test
    void boundsAreToldTooButExamplesStay() {
        String words = "a lane of lane2 m1 needs 5 m, up to 30.48 m: {full-width: 30 m}, at most 16.09344 km/h";
        assertThat(Wording.US.of(words, List.of()))
                .isEqualTo("a lane of lane2 m1 needs 16.4 ft, up to 100 ft: {full-width: 30 m}, at most 10 mph");
        assertThat(Wording.METRIC.of(words, List.of())).isEqualTo(words);
    }
}
