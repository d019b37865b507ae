package org.ulicarro.core.traffic;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.base.Draws.Purpose;

class FollowingTest {

    private static final double A = 2.4;
    private static final double B = 3.0;
    private static final double CLOSING = 1 / (2 * Math.sqrt(A * B));
    private static final double DT = 0.2;

    private static double follow(double speed, double gap, double leaderSpeed) {
        double towards = Following.towards(speed, gap, leaderSpeed, 2.5, 1.0, A, CLOSING);
        double free = Following.free(speed, 13.9, A, B);
        return Math.min(Math.min(free, towards), Following.safe(speed, gap, leaderSpeed, DT));
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
            speed += Following.free(speed, 13.9, A, B) * dt;
            time += dt;
        }
        double x = 0.5;
        double exact = 13.9 / A * (Math.atan(x) / 2 + Math.log((1 + x) / (1 - x)) / 4);
        assertThat(time).isCloseTo(exact, within(0.01 * exact));
    }

    @Test
    void aboveItsDesiredSpeedAVehicleSlowsDownNoHarderThanComfort() {
        assertThat(Following.free(14.9, 13.9, A, B)).isCloseTo(-1.0, within(1e-9));
        assertThat(Following.free(30, 13.9, A, B)).isEqualTo(-B);
        assertThat(Following.free(13.9, 13.9, A, B)).isCloseTo(0, within(1e-12));
    }

    /** Whatever a leader does within its brakes, whoever keeps to the safe speed never touches it. */
    @Test
    void theSafeSpeedNeverLetsBodiesTouch() {
        long key = Draws.key(1, 1, Purpose.VEHICLE, 99);
        long n = 0;
        for (int scene = 0; scene < 400; scene++) {
            double dt = 0.1 + 0.9 * Draws.uniform(key, n++);
            double hardest = 3 + 6 * Draws.uniform(key, n++);
            double leaderSpeed = 30 * Draws.uniform(key, n++);
            double speed = 30 * Draws.uniform(key, n++);
            double leaderStops = leaderSpeed * leaderSpeed / (2 * hardest);
            double room = speed * speed / (2 * hardest) - leaderStops;
            double gap = Math.max(0.3, room + 0.5 + 5 * Draws.uniform(key, n++));
            for (int i = 0; i < 300; i++) {
                double accel = Math.min(3, Following.safeWith(hardest, speed, gap, leaderSpeed, dt));
                double leaderAccel = -hardest + (hardest + 3) * Draws.uniform(key, n++);
                gap += moved(leaderSpeed, leaderAccel, dt) - moved(speed, accel, dt);
                leaderSpeed = Math.max(0, leaderSpeed + leaderAccel * dt);
                speed = Math.max(0, speed + accel * dt);
                assertThat(gap).as("scene " + scene + " step " + i).isGreaterThan(0);
            }
        }
    }

    private static double moved(double speed, double accel, double dt) {
        double after = speed + accel * dt;
        return after < 0 ? -speed * speed / (2 * accel) : (speed + after) / 2 * dt;
    }
}
