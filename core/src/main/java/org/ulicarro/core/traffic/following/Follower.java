package org.ulicarro.core.traffic.following;

import org.ulicarro.core.study.DriverNumbers;
import org.ulicarro.core.traffic.lanes.LaneRules;
import org.ulicarro.core.traffic.state.Fleet;

/** What the following rule of the run asks of a vehicle, with its own driver's numbers. */
public final class Follower {

    /** Up to this speed time gaps are as drawn (m/s). */
    private static final double GROW_FROM = 30 / 3.6;

    public final FollowingRule rule;
    private final Fleet f;
    private final boolean[] motorway; // lane -> whether it is one
    private final double growth; // of time gaps on streets, of themselves for each m/s above
    private final double dt;

    public Follower(FollowingRule rule, Fleet fleet, LaneRules rules, DriverNumbers numbers, double dt) {
        this.rule = rule;
        this.f = fleet;
        motorway = rules.motorway;
        growth = numbers.gapGrowth() / GROW_FROM;
        this.dt = dt;
    }

    /**
     * By what the time gap is larger at a speed than up to 30 km/h. On streets it grows with speed: headways in a discharging queue
     * stay, in the field, while its speed goes on rising (Akçelik, Besley, Roper, ARRB Research Report 340, 1999).
     */
    public double growth(double speed, boolean onMotorway) {
        return onMotorway || speed <= GROW_FROM ? 1 : 1 + growth * (speed - GROW_FROM);
    }

    /** The time gap that a driver wants at its speed where it is (s). */
    public double timeGap(int v) {
        return f.timeGap(v) * growth(f.speed(v), motorway[f.lane(v)]);
    }

    /** The speed at which a driver would want just so many metres beyond its standing gap on a lane (m/s). */
    public double speedAt(int v, int lane, double metres) {
        double timeGap = f.timeGap(v);
        double speed = metres / timeGap;
        if (growth == 0 || motorway[lane] || speed <= GROW_FROM) {
            return speed;
        }
        double linear = timeGap * (1 - growth * GROW_FROM);
        double squared = timeGap * growth;
        return (Math.sqrt(linear * linear + 4 * squared * metres) - linear) / (2 * squared);
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
                timeGap(v) * share,
                f.maximumAcceleration(v),
                f.ruleConstant(v));
    }

    /** Acceleration behind a leader, as far as it is safe, with other gaps than usual (m, s). */
    public double behind(int v, double gap, double leaderSpeed, double standingGap, double timeGap) {
        return rule.behind(
                f.speed(v), gap, leaderSpeed, standingGap, timeGap, f.maximumAcceleration(v), f.ruleConstant(v), dt);
    }
}
