package org.ulicarro.core.traffic.following;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class IntelligentDriverTest {

    private static final double A = 2.4;
    private static final double B = 3.0;
    private static final FollowingRule RULE = IntelligentDriver.rule();
    private static final double DT = 0.2;

    private static double follow(double speed, double gap, double leaderSpeed) {
        double behind = RULE.behind(speed, gap, leaderSpeed, 2.5, 1.0, A, RULE.constant(A, B), DT);
        return Math.min(RULE.free(speed, 13.9, A, B), behind);
    }

    /** The equilibrium gap is space + v T exactly, at every speed up to the desired one. */
    @Test
    void steadyFollowingKeepsTheModelsGap() {
        for (double v : new double[] {1, 2, 5, 10, 13}) {
            double speed = v;
            double gap = 2.5 + v + 15;
            for (int i = 0; i < 5000; i++) {
                double after = Math.max(0, speed + follow(speed, gap, v) * DT);
                gap += v * DT - (speed + after) / 2 * DT;
                speed = after;
            }
            assertThat(gap).as("gap at " + v + " m/s").isCloseTo(2.5 + v, within(0.01 * (2.5 + v)));
        }
    }

    @Test
    void whoComesToRestKeepsItsStandingDistanceWithinACarsPaint() {
        double speed = 13;
        double gap = 80;
        for (int i = 0; i < 2000; i++) {
            double after = Math.max(0, speed + follow(speed, gap, 0) * DT);
            gap -= (speed + after) / 2 * DT;
            speed = after;
        }
        assertThat(speed).isLessThan(1e-3);
        assertThat(gap).isCloseTo(2.5, within(0.1));
    }

    /** dv/dt = a (1 - (v/v0)^4) has v/v0 = 0.5 after the time below, by integration of its partial fractions. */
    @Test
    void freeAccelerationFollowsItsClosedForm() {
        double speed = 0;
        double time = 0;
        double dt = 0.001;
        while (speed < 13.9 / 2) {
            speed += RULE.free(speed, 13.9, A, B) * dt;
            time += dt;
        }
        double x = 0.5;
        double exact = 13.9 / A * (Math.atan(x) / 2 + Math.log((1 + x) / (1 - x)) / 4);
        assertThat(time).isCloseTo(exact, within(0.01 * exact));
    }

    @Test
    void aboveItsDesiredSpeedAVehicleSlowsDownNoHarderThanComfort() {
        assertThat(RULE.free(14.9, 13.9, A, B)).isCloseTo(-1.0, within(1e-9));
        assertThat(RULE.free(30, 13.9, A, B)).isEqualTo(-B);
        assertThat(RULE.free(13.9, 13.9, A, B)).isCloseTo(0, within(1e-12));
    }
}
