package org.ulicarro.core.traffic.following;

/**
 * The rule of P. G. Gipps, <i>A behavioural car-following model for computer simulation</i>, Transportation Research B 15, 1981, pp.
 * 105-111, in the symbols of the paper: a is the maximum acceleration, b (here positive) the deceleration that a driver wishes to use at
 * most, b^ what it believes its leader to use, V its desired speed, tau its reaction time, s the leader's length and the standing gap, and half
 * of tau once more the margin for its own delay. The speed that the paper gives for tau from now is approached at an even rate, in steps of
 * any length.
 *
 * <p>In equilibrium the gap is s0 + 1.5 v tau + v²/2 (1/b - 1/b^). So tau is the desired time gap divided by 1.5, and b the comfortable deceleration.
 */
final class Gipps extends FollowingRule {

    /** Of its time gap in reaction times: tau and the margin of half of it. */
    static final double REACTIONS = 1.5;

    /** Paper, section 4: b^ is the lesser of -3 and (b - 3)/2 for negative b (m/s²). */
    private static final double USUAL_BRAKING = 3.0;

    private Gipps() {}

    static FollowingRule rule() {
        return new Gipps();
    }

    /** b (m/s²). */
    @Override
    double constant(double maximumAcceleration, double comfortableDeceleration) {
        return comfortableDeceleration;
    }

    /** b^ (m/s²). */
    static double believed(double b) {
        return Math.max(USUAL_BRAKING, (b + USUAL_BRAKING) / 2);
    }

    /** 2.5 a (1 - v/V) sqrt(0.025 + v/V), the paper's envelope of what drivers were measured to do. */
    @Override
    public double upTo(double speed, double desired, double maximumAcceleration) {
        double share = speed / desired;
        return 2.5 * maximumAcceleration * (1 - share) * Math.sqrt(0.025 + share);
    }

    /** To the speed -b tau + sqrt(b² tau² + b (2 (gap - s0) - v tau + vl²/b^)), within tau. */
    @Override
    double towards(
            double speed,
            double gap,
            double leaderSpeed,
            double standingGap,
            double timeGap,
            double maximumAcceleration,
            double constant) {
        double b = constant;
        double tau = timeGap / REACTIONS;
        double root = b * b * tau * tau
                + b * (2 * (gap - standingGap) - speed * tau + leaderSpeed * leaderSpeed / believed(b));
        double after = root > 0 ? Math.sqrt(root) - b * tau : 0;
        return (Math.max(0, after) - speed) / tau;
    }
}
