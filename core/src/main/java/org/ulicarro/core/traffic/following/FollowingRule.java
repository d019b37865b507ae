package org.ulicarro.core.traffic.following;

import org.ulicarro.core.study.DriversInput;

/**
 * How a follower drives behind a leader and on a free road: one rule for a whole run, with each driver's own numbers. What it asks for is
 * bounded by {@link SafeSpeed}, so that no rule and no choice of numbers lets vehicles overlap.
 *
 * <p>Signals, yield lines and stops are leaders that stand. To add a rule, extend this class and name it in {@link DriversInput.Following}.
 * As long as one rule alone is loaded, the JVM calls it directly, so that the seam costs nothing in the step.
 */
public abstract class FollowingRule {

    /** How fast a driver sheds speed above the desired one (s). */
    private static final double RELAXATION = 1.0;

    /** That of a study. */
    public static FollowingRule of(DriversInput.Following rule) {
        // Each rule makes itself: were it made here, checking this class would load all of them.
        return switch (rule) {
            case INTELLIGENT_DRIVER -> IntelligentDriver.rule();
            case GIPPS -> Gipps.rule();
        };
    }

    /** What the rule wants kept with each driver, since it never changes; in the rule's own unit. */
    abstract double constant(double maximumAcceleration, double comfortableDeceleration);

    /**
     * Acceleration on a free road, at no more than the desired speed (m/s²).
     *
     * @param desired desired speed (m/s)
     */
    public abstract double upTo(double speed, double desired, double maximumAcceleration);

    /**
     * Acceleration behind a leader, as if the road were free otherwise (m/s²).
     *
     * @param gap bumper to bumper (m)
     * @param standingGap gap to a leader that stands (m)
     * @param timeGap desired time gap (s)
     * @param constant of this driver, from {@link #constant}
     */
    abstract double towards(
            double speed,
            double gap,
            double leaderSpeed,
            double standingGap,
            double timeGap,
            double maximumAcceleration,
            double constant);

    /** Acceleration on a free road (m/s²), above the desired speed back to it. */
    final double free(double speed, double desired, double maximumAcceleration, double comfortableDeceleration) {
        return speed > desired
                ? slowing(speed, desired, comfortableDeceleration)
                : upTo(speed, desired, maximumAcceleration);
    }

    /** As {@link #towards}, as far as it is safe within a step of so many seconds (m/s²). */
    public final double behind(
            double speed,
            double gap,
            double leaderSpeed,
            double standingGap,
            double timeGap,
            double maximumAcceleration,
            double constant,
            double dt) {
        double wanted = towards(speed, gap, leaderSpeed, standingGap, timeGap, maximumAcceleration, constant);
        return SafeSpeed.within(wanted, speed, gap, leaderSpeed, dt);
    }

    /** Above the desired speed: back to it within about a second (m/s²). */
    public static double slowing(double speed, double desired, double comfortableDeceleration) {
        return Math.max(-comfortableDeceleration, (desired - speed) / RELAXATION);
    }

    /**
     * Braking for a curve or a lower limit ahead, once it takes the deceleration with which one brakes for these (m/s²); infinite before.
     *
     * @param distance to it (m)
     * @param there the speed there (m/s)
     */
    public static double slowingFor(
            double speed, double distance, double there, double curveDeceleration, double comfortableDeceleration) {
        double excess = speed * speed - there * there;
        double room = 2 * (distance < 0.5 ? 0.5 : distance);
        return excess >= curveDeceleration * room
                ? -Math.min(excess / room, comfortableDeceleration)
                : Double.POSITIVE_INFINITY;
    }
}
