package org.ulicarro.core.traffic.following;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.base.Draws.Purpose;
import org.ulicarro.core.study.DriversInput;

class SafeSpeedTest {

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
                double accel = Math.min(3, SafeSpeed.acceleration(hardest, speed, gap, leaderSpeed, dt));
                double leaderAccel = -hardest + (hardest + 3) * Draws.uniform(key, n++);
                gap += moved(leaderSpeed, leaderAccel, dt) - moved(speed, accel, dt);
                leaderSpeed = Math.max(0, leaderSpeed + leaderAccel * dt);
                speed = Math.max(0, speed + accel * dt);
                assertThat(gap).as("scene " + scene + " step " + i).isGreaterThan(0);
            }
        }
    }

    /** A rule's wish within the safe speed is left as it is, and one beyond it is cut to the safe speed exactly. */
    @Test
    void aWishIsCutOnlyWhereItWouldBreakThePromise() {
        long key = Draws.key(1, 1, Purpose.VEHICLE, 7);
        int cut = 0;
        for (int n = 0; n < 4000; n += 4) {
            double speed = 30 * Draws.uniform(key, n);
            double leaderSpeed = 30 * Draws.uniform(key, n + 1);
            double gap = 0.3 + 60 * Draws.uniform(key, n + 2);
            double wanted = -10 + 13 * Draws.uniform(key, n + 3);
            double safe = SafeSpeed.acceleration(speed, gap, leaderSpeed, 0.2);
            double held = Math.max(-SafeSpeed.HARDEST, wanted);
            double got = SafeSpeed.within(wanted, speed, gap, leaderSpeed, 0.2);
            boolean stops = speed + held * 0.2 <= 0;
            if (!stops && Math.abs(held - safe) > 1e-9) {
                assertThat(got).isEqualTo(Math.min(held, safe));
                cut += got < held ? 1 : 0;
            }
        }
        assertThat(cut).isBetween(100, 900);
    }

    /** Platoons of a hundred behind a leader that brakes and speeds up at random: no rule lets them touch, at any step. */
    @ParameterizedTest
    @EnumSource
    void noRuleLetsVehiclesOverlap(DriversInput.Following which) {
        FollowingRule rule = FollowingRule.of(which);
        long key = Draws.key(1, 1, Purpose.VEHICLE, 3);
        long n = 0;
        for (double dt : new double[] {0.1, 0.2, 0.5, 1.0}) {
            int vehicles = 100;
            double[] pos = new double[vehicles];
            double[] speed = new double[vehicles];
            double[] a = new double[vehicles];
            double[] b = new double[vehicles];
            double[] gapTime = new double[vehicles];
            double[] length = new double[vehicles];
            for (int v = 0; v < vehicles; v++) {
                pos[v] = -40.0 * v;
                speed[v] = 15;
                a[v] = 0.5 + 2.5 * Draws.uniform(key, n++);
                b[v] = 0.5 + 4 * Draws.uniform(key, n++);
                gapTime[v] = 0.3 + 2 * Draws.uniform(key, n++);
                length[v] = 2 + 16 * Draws.uniform(key, n++);
            }
            for (int i = 0; i < 600; i++) {
                double[] accel = new double[vehicles];
                accel[0] = -8 + 11 * Draws.uniform(key, n++);
                for (int v = 1; v < vehicles; v++) {
                    double gap = pos[v - 1] - length[v - 1] - pos[v];
                    double behind = rule.behind(
                            speed[v], gap, speed[v - 1], 2, gapTime[v], a[v], rule.constant(a[v], b[v]), dt);
                    accel[v] = Math.min(behind, rule.free(speed[v], 25, a[v], b[v]));
                }
                for (int v = 0; v < vehicles; v++) {
                    pos[v] += moved(speed[v], accel[v], dt);
                    speed[v] = Math.max(0, speed[v] + accel[v] * dt);
                    if (v > 0) {
                        assertThat(pos[v - 1] - length[v - 1] - pos[v])
                                .as(which + " at a step of " + dt + " s")
                                .isPositive();
                    }
                }
            }
        }
    }

    private static double moved(double speed, double accel, double dt) {
        double after = speed + accel * dt;
        return after < 0 ? -speed * speed / (2 * accel) : (speed + after) / 2 * dt;
    }
}
