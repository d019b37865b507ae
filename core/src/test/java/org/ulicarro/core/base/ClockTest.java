package org.ulicarro.core.base;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

/** Times of day as people read them. */
class ClockTest {

    @Test
    void tenthsAreNotRoundedTwice() {
        assertThat(Clock.timeOfDayToTenth(Clock.ticks(16 * 3600 + 52 * 60 + 48.7)))
                .isEqualTo("16:52:48.7");
        assertThat(Clock.timeOfDayToTenth(Clock.ticks(16 * 3600 + 56 * 60))).isEqualTo("16:56:00.0");
    }

    @Test
    void secondsStandOnlyWhereThereAreAny() {
        assertThat(Clock.timeOfDay(16.5 * 3600)).isEqualTo("16:30");
        assertThat(Clock.timeOfDay(16.5 * 3600 + 5)).isEqualTo("16:30:05");
    }
}
