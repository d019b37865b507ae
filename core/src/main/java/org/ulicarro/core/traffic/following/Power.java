package org.ulicarro.core.traffic.following;

import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.traffic.lanes.LaneRules;

/**
 * What an engine leaves for acceleration: a = P/(m v) - c v² - g (roll + grade), the balance of forces on a road vehicle; see for
 * example M. Treiber, A. Kesting, <i>Traffic Flow Dynamics</i>, Springer 2013, chapter 20.
 */
public final class Power {

    /** Rolling resistance as a share of the weight. */
    private static final double ROLLING = 0.008;

    /** Below this speed the clutch and the tyres limit, not the engine (m/s). */
    private static final double LEAST_SPEED = 1.5;

    private static final double[] DRAG = drags();

    private Power() {}

    private static double[] drags() {
        VehicleType[] types = VehicleType.values();
        double[] drag = new double[types.length];
        for (int i = 0; i < types.length; i++) {
            drag[i] = types[i].usual().drag();
        }
        return drag;
    }

    /** Deceleration by the air over speed squared (1/m). */
    public static double drag(int type) {
        return DRAG[type];
    }

    /** The highest acceleration at a speed (m/s²); negative where the grade is too steep for it. */
    public static double limit(double power, double drag, double grade, double speed) {
        double v = speed > LEAST_SPEED ? speed : LEAST_SPEED;
        return power / v - drag * v * v - LaneRules.GRAVITY * (ROLLING + grade);
    }

    /** The speed that it can just hold on a grade (m/s), by halving the interval; 2 m/s at least. */
    public static double crawlSpeed(double power, double drag, double grade) {
        double low = 2;
        double high = 60;
        for (int i = 0; i < 30; i++) {
            double middle = (low + high) / 2;
            if (limit(power, drag, grade, middle) > 0) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return low;
    }
}
