package org.ulicarro.core.traffic.following;

/**
 * The Intelligent Driver Model.
 *
 * <p>Sources: M. Treiber, A. Hennecke, D. Helbing, <i>Congested traffic states in empirical observations and microscopic
 * simulations</i>, Physical Review E 62, 2000; M. Treiber, A. Kesting, <i>Traffic Flow Dynamics</i>, Springer 2013, section 11.3.7
 * for the reason why free and interacting driving are kept apart: their sum never reaches the desired speed behind a leader. We
 * take the lesser of the two, which equals the book's improved form wherever the gap is shorter than desired, needs no power, and
 * has the exact equilibrium gap s0 + v T at every speed up to the desired one.
 */
final class IntelligentDriver extends FollowingRule {

    private IntelligentDriver() {}

    static FollowingRule rule() {
        return new IntelligentDriver();
    }

    /** 1 / (2 sqrt(a b)) (s²/m). */
    @Override
    double constant(double maximumAcceleration, double comfortableDeceleration) {
        return 1 / (2 * Math.sqrt(maximumAcceleration * comfortableDeceleration));
    }

    /** a (1 - (v/v0)^4). */
    @Override
    public double upTo(double speed, double desired, double maximumAcceleration) {
        double share = speed / desired;
        double squared = share * share;
        return maximumAcceleration * (1 - squared * squared);
    }

    /** a (1 - (s/gap)²) with s = s0 + v T + v (v - vl) / (2 sqrt(a b)). */
    @Override
    double towards(
            double speed,
            double gap,
            double leaderSpeed,
            double standingGap,
            double timeGap,
            double maximumAcceleration,
            double constant) {
        double moving = speed * (timeGap + (speed - leaderSpeed) * constant);
        double desiredGap = moving > 0 ? standingGap + moving : standingGap;
        double ratio = desiredGap / (gap > 0.01 ? gap : 0.01);
        return maximumAcceleration * (1 - ratio * ratio);
    }
}
