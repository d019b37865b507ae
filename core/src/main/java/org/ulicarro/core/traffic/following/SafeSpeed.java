package org.ulicarro.core.traffic.following;

/**
 * The speed from which no collision is possible, whatever the following rule asks for.
 *
 * <p>The condition is {@code v'²/2B + (v + v') dt/2 <= gap + vl²/2B} for the speed v' after the step: braking with all it has, the vehicle
 * still stops behind where its leader stops when that one does the same. It keeps a promise by induction: if it held before the step it can be
 * kept in every later one. All brake equally hard, since stopping behind where the leader stops does not keep a hard braker from running into
 * a soft one on the way. The form is that of P. G. Gipps, <i>A behavioural car-following model for computer simulation</i>, Transportation
 * Research B 15, 1981.
 */
public final class SafeSpeed {

    /** Bodies keep this from each other even in an emergency (m). */
    static final double MARGIN = 0.2;

    /** Strongest braking (m/s²): dry road, all wheels. */
    public static final double HARDEST = 8.0;

    /** Times speed squared, the shortest way to a stop (s²/m). */
    private static final double STOPPING = 1 / (2 * HARDEST);

    private SafeSpeed() {}

    /** The highest acceleration (m/s²) after which the promise still holds. */
    public static double acceleration(double speed, double gap, double leaderSpeed, double dt) {
        return acceleration(HARDEST, speed, gap, leaderSpeed, dt);
    }

    /** The same where both brake no harder than given (m/s²). */
    public static double acceleration(double hardest, double speed, double gap, double leaderSpeed, double dt) {
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
     * A wanted acceleration, no lower than the strongest braking and as far as it is safe (m/s²).
     *
     * @param gap bumper to bumper (m)
     * @param dt step (s)
     */
    static double within(double wanted, double speed, double gap, double leaderSpeed, double dt) {
        double held = wanted < -HARDEST ? -HARDEST : wanted;
        double after = speed + held * dt;
        after = after < 0 ? 0 : after;
        // the square root of the safe speed is only taken where the wanted one would break the promise
        double needs = (speed + after) * (dt / 2) + after * after * STOPPING;
        double has = gap - MARGIN + leaderSpeed * leaderSpeed * STOPPING;
        return needs > has ? Math.min(held, acceleration(HARDEST, speed, gap, leaderSpeed, dt)) : held;
    }
}
