package org.ulicarro.core.traffic.following;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The second rule against what follows from the paper in closed form. */
class GippsTest {

    private static final double STEP = 0.2;
    private static final double A = 1.7;
    private static final FollowingRule RULE = Gipps.rule();

    /** With v = vl the paper's second equation gives gap = s0 + 1.5 v tau + v²/2 (1/b - 1/b^). */
    @ParameterizedTest
    @CsvSource({"3.0, 1", "3.0, 12", "2.0, 5", "2.0, 12", "4.5, 12", "4.5, 25"})
    void steadyFollowingKeepsTheRulesGap(double b, double v) {
        double timeGap = 1.05;
        double tau = timeGap / 1.5;
        double believed = Math.max(3, (b + 3) / 2);
        double exact = 2.5 + 1.5 * v * tau + v * v / 2 * (1 / b - 1 / believed);
        double speed = v;
        double gap = exact + 12;
        for (int i = 0; i < 6000; i++) {
            double behind = RULE.behind(speed, gap, v, 2.5, timeGap, A, RULE.constant(A, b), STEP);
            double accel = Math.min(RULE.free(speed, 33, A, b), behind);
            double after = Math.max(0, speed + accel * STEP);
            gap += v * STEP - (speed + after) / 2 * STEP;
            speed = after;
        }
        assertThat(gap).isCloseTo(exact, within(0.01 * exact));
        assertThat(RULE.towards(v, exact, v, 2.5, timeGap, A, RULE.constant(A, b)))
                .isCloseTo(0, within(1e-9));
    }

    /**
     * dv/dt = 2.5 a (1 - v/V) sqrt(0.025 + v/V): with u = sqrt(0.025 + v/V) and w = sqrt(1.025) the time from a stand is V/(2.5 a w)
     * ln((w + u)/(w - u)), less the same at v = 0.
     */
    @ParameterizedTest
    @ValueSource(doubles = {0.1, 0.5, 0.9, 0.99})
    void freeAccelerationFollowsItsClosedForm(double share) {
        double desired = 13.9;
        double speed = 0;
        double time = 0;
        double dt = 0.001;
        while (speed < share * desired) {
            speed += RULE.free(speed, desired, A, 3) * dt;
            time += dt;
        }
        double exact = desired / (2.5 * A) * (form(share) - form(0));
        assertThat(time).isCloseTo(exact, within(0.005 * exact));
    }

    private static double form(double share) {
        double w = Math.sqrt(1.025);
        double u = Math.sqrt(0.025 + share);
        return Math.log((w + u) / (w - u)) / w;
    }

    /** The paper chose the envelope so that its peak is the maximum acceleration, at a third of the desired speed. */
    @ParameterizedTest
    @ValueSource(doubles = {0.5, 1.7, 3})
    void theStrongestAccelerationIsTheMaximum(double a) {
        double most = 0;
        double at = 0;
        for (double v = 0; v <= 20; v += 0.01) {
            double accel = RULE.free(v, 20, a, 3);
            at = accel > most ? v : at;
            most = Math.max(most, accel);
        }
        assertThat(most).isCloseTo(a, within(0.002 * a));
        assertThat(at / 20).isCloseTo(0.95 / 3, within(0.002));
    }

    /**
     * Behind a standing leader a vehicle that brakes by the rule takes about b, and stands at the standing gap: in the paper's own steps of
     * tau; in shorter ones, in which the speed is approached without the paper's delay, up to 0.3 m nearer.
     */
    @ParameterizedTest
    @CsvSource({"2, 0.7, 0.02", "3, 0.7, 0.02", "4, 0.7, 0.02", "2, 0.2, 0.3", "3, 0.2, 0.3", "4, 0.2, 0.3"})
    void aStopTakesTheDecelerationOneWishesAtMost(double b, double step, double nearer) {
        double speed = 20;
        double gap = 150;
        double hardest = 0;
        for (int i = 0; i < 4000; i++) {
            double accel = Math.min(
                    RULE.free(speed, 20, A, b), RULE.behind(speed, gap, 0, 2.5, 1.05, A, RULE.constant(A, b), step));
            hardest = Math.min(hardest, accel);
            double after = Math.max(0, speed + accel * step);
            gap -= (speed + after) / 2 * step;
            speed = after;
        }
        assertThat(speed).isLessThan(1e-3);
        assertThat(gap).isBetween(2.5 - nearer, 2.5 + 0.02);
        assertThat(-hardest).isBetween(0.75 * b, 1.05 * b);
    }
}
