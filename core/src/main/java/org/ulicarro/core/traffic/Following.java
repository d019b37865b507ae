package org.ulicarro.core.traffic;

/**
 * How a driver follows: the Intelligent Driver Model, bounded by a speed from which no collision is possible.
 *
 * <p>Sources: M. Treiber, A. Hennecke, D. Helbing, <i>Congested traffic states in empirical observations and microscopic
 * simulations</i>, Physical Review E 62, 2000; M. Treiber, A. Kesting, <i>Traffic Flow Dynamics</i>, Springer 2013, section 11.3.7
 * for the reason why free and interacting driving are kept apart: their sum never reaches the desired speed behind a leader. We
 * take the lesser of the two, which equals the book's improved form wherever the gap is shorter than desired, needs no power, and
 * has the exact equilibrium gap space + v T at every speed up to the desired one.
 */
final class Following {

    /** Bodies keep this from each other even in an emergency (m). */
    static final double MARGIN = 0.2;

    /** Strongest braking (m/s²): dry road, all wheels. */
    static final double HARDEST = 8.0;

    /** Times speed squared, the shortest way to a stop (s²/m). */
    static final double STOPPING = 1 / (2 * HARDEST);

    /** How fast a driver sheds speed above the desired one (s). */
    private static final double RELAXATION = 1.0;

    private Following() {}

    /** Acceleration on an empty road (m/s²): a (1 - (v/v0)^4), above v0 back to it within about a second. */
    static double free(double speed, double desired, double desiredAcceleration, double comfortableDeceleration) {
        return speed > desired
                ? slowing(speed, desired, comfortableDeceleration)
                : free(speed, desired, desiredAcceleration);
    }

    /** Above the desired speed: back to it within about a second (m/s²). */
    static double slowing(double speed, double desired, double comfortableDeceleration) {
        return Math.max(-comfortableDeceleration, (desired - speed) / RELAXATION);
    }

    /** Up to the desired speed: a (1 - (v/v0)^4) (m/s²). */
    static double free(double speed, double desired, double desiredAcceleration) {
        double share = speed / desired;
        double squared = share * share;
        return desiredAcceleration * (1 - squared * squared);
    }

    /**
     * Acceleration towards what is ahead (m/s²): a (1 - (s/gap)²) with s = space + v T + v (v - vl) / (2 sqrt(a b)).
     *
     * @param gap bumper to bumper (m)
     * @param closing 1 / (2 sqrt(a b)) (s²/m)
     */
    static double towards(
            double speed,
            double gap,
            double leaderSpeed,
            double space,
            double gapTime,
            double desiredAcceleration,
            double closing) {
        double moving = speed * (gapTime + (speed - leaderSpeed) * closing);
        double desiredGap = moving > 0 ? space + moving : space;
        double ratio = desiredGap / (gap > 0.01 ? gap : 0.01);
        return desiredAcceleration * (1 - ratio * ratio);
    }

    /**
     * The highest acceleration (m/s²) after which this vehicle, braking with all it has, still stops behind where the leader stops
     * when it does the same. It keeps a promise by induction: if it held before the step it can be kept in every later one. All
     * brake equally hard, since stopping behind where the leader stops does not keep a hard braker from running into a soft one on
     * the way.
     *
     * <p>The condition is v'²/2B + (v + v') dt/2 <= gap + vl²/2B for the speed v' after the step; the form is that of P. G. Gipps, <i>A
     * behavioural car-following model for computer simulation</i>, Transportation Research B 15, 1981.
     */
    static double safe(double speed, double gap, double leaderSpeed, double dt) {
        return safeWith(HARDEST, speed, gap, leaderSpeed, dt);
    }

    /** The same where both brake no harder than given (m/s²). */
    static double safeWith(double hardest, double speed, double gap, double leaderSpeed, double dt) {
        double room = gap - MARGIN + leaderSpeed * leaderSpeed / (2 * hardest);
        double left = room - speed * dt / 2;
        if (left <= 0) {
            // Cannot be kept within this step: stop in what room there is.
            return -Math.max(hardest, speed * speed / (2 * Math.max(room, 0.05)));
        }
        double after = hardest * (Math.sqrt(dt * dt / 4 + 2 * left / hardest) - dt / 2);
        return (after - speed) / dt;
    }

    /**
     * Acceleration behind a vehicle: comfortable as long as that is safe (m/s²).
     *
     * @param gap bumper to bumper (m)
     * @param closing 1 / (2 sqrt(a b)) (s²/m)
     * @param dt step (s)
     */
    static double behind(
            double speed,
            double gap,
            double leaderSpeed,
            double space,
            double gapTime,
            double desiredAcceleration,
            double closing,
            double dt) {
        double wanted = towards(speed, gap, leaderSpeed, space, gapTime, desiredAcceleration, closing);
        wanted = wanted < -HARDEST ? -HARDEST : wanted;
        double after = speed + wanted * dt;
        after = after < 0 ? 0 : after;
        // the square root of the safe speed is only taken where the wanted one would break the promise
        double needs = (speed + after) * (dt / 2) + after * after * STOPPING;
        double has = gap - MARGIN + leaderSpeed * leaderSpeed * STOPPING;
        return needs > has ? Math.min(wanted, safe(speed, gap, leaderSpeed, dt)) : wanted;
    }

    /**
     * Braking for a curve or a lower limit ahead, once it takes the deceleration with which one brakes for these (m/s²); infinite before.
     *
     * @param distance to it (m)
     * @param there the speed there (m/s)
     */
    static double slowingFor(
            double speed, double distance, double there, double curveDeceleration, double comfortableDeceleration) {
        double excess = speed * speed - there * there;
        double room = 2 * (distance < 0.5 ? 0.5 : distance);
        return excess >= curveDeceleration * room
                ? -Math.min(excess / room, comfortableDeceleration)
                : Double.POSITIVE_INFINITY;
    }
}
