package org.ulicarro.core.analysis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class SignalDelayTest {

    /** Worked by hand: c 60 s, λ 0.5, x 0.8, q 0.2 veh/s: 12.5 + 8 - 4.247 s. */
    @Test
    void webstersThreeTerms() {
        double uniform = 60 * 0.25 / (2 * (1 - 0.4));
        assertThat(SignalDelay.uniform(60, 0.5, 0.8))
                .isCloseTo(uniform, within(1e-12))
                .isEqualTo(12.5);
        double random = 0.64 / (2 * 0.2 * 0.2);
        double correction = 0.65 * Math.cbrt(60 / 0.04) * Math.pow(0.8, 4.5);
        assertThat(SignalDelay.webster(60, 0.5, 0.8, 0.2)).isCloseTo(12.5 + random - correction, within(1e-9));
        assertThat(SignalDelay.webster(60, 0.5, 0.8, 0.2)).isCloseTo(17.77, within(0.01));
    }

    @Test
    void webstersDelayHoldsBelowCapacityOnly() {
        assertThatThrownBy(() -> SignalDelay.webster(60, 0.5, 1.0, 0.2)).hasMessageContaining("0 < x < 1");
        assertThatThrownBy(() -> SignalDelay.webster(60, 0.5, Double.NaN, 0.2)).hasMessageContaining("0 < x < 1");
    }

    /** x = 1, capacity 900 veh/h, T = 0.25 h: 900 x 0.25 x sqrt(4/(900 x 0.25)) = 30 s. */
    @Test
    void incrementalDelayAtCapacity() {
        assertThat(SignalDelay.incremental(1.0, 900, 0.25)).isCloseTo(30, within(1e-9));
        assertThat(SignalDelay.incremental(0, 900, 0.25)).isCloseTo(0, within(1e-9));
        assertThat(SignalDelay.incremental(1.2, 900, 0.25)).isGreaterThan(900 * 0.25 * 0.4);
    }

    @Test
    void aLimitBelongsToTheBetterLevel() {
        assertThat(LevelOfService.atSignal(10)).isEqualTo(LevelOfService.A);
        assertThat(LevelOfService.atSignal(10.01)).isEqualTo(LevelOfService.B);
        assertThat(LevelOfService.atSignal(35)).isEqualTo(LevelOfService.C);
        assertThat(LevelOfService.atSignal(55)).isEqualTo(LevelOfService.D);
        assertThat(LevelOfService.atSignal(80)).isEqualTo(LevelOfService.E);
        assertThat(LevelOfService.atSignal(80.1)).isEqualTo(LevelOfService.F);
    }
}
