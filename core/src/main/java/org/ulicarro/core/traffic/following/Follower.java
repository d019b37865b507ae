package org.ulicarro.core.traffic.following;

import org.ulicarro.core.traffic.state.Fleet;

/** What the following rule of the run asks of a vehicle, with its own driver's numbers. */
public final class Follower {

    public final FollowingRule rule;
    private final Fleet f;
    private final double dt;

    public Follower(FollowingRule rule, Fleet fleet, double dt) {
        this.rule = rule;
        this.f = fleet;
        this.dt = dt;
    }

    /** Acceleration on a free road (m/s²). */
    public double free(int v) {
        return rule.free(f.speed(v), f.desiredSpeed(v), f.maximumAcceleration(v), f.comfortableDeceleration(v));
    }

    /** Acceleration towards somebody ahead, safe or not, with a share of the usual standing gap and time gap (m/s²). */
    public double towards(int v, double gap, double leaderSpeed, double share) {
        return rule.towards(
                f.speed(v),
                gap,
                leaderSpeed,
                f.standingGap(v) * share,
                f.timeGap(v) * share,
                f.maximumAcceleration(v),
                f.ruleConstant(v));
    }

    /** Acceleration behind a leader, as far as it is safe, with other gaps than usual (m, s). */
    public double behind(int v, double gap, double leaderSpeed, double standingGap, double timeGap) {
        return rule.behind(
                f.speed(v), gap, leaderSpeed, standingGap, timeGap, f.maximumAcceleration(v), f.ruleConstant(v), dt);
    }
}
