package org.ulicarro.core.traffic.driving;

import org.ulicarro.core.study.DriverNumbers;
import org.ulicarro.core.traffic.changing.Urgency;
import org.ulicarro.core.traffic.following.Follower;
import org.ulicarro.core.traffic.following.FollowingRule;
import org.ulicarro.core.traffic.following.Power;
import org.ulicarro.core.traffic.following.SafeSpeed;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.setup.Witness;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.Occupancy;
import org.ulicarro.core.traffic.state.Restraint;

/**
 * What bounds the acceleration of the vehicle in hand, one thing to heed at a time: the strictest found so far is kept, with what it was
 * and who is behind it. {@link Driving} says which of them a driver has to heed.
 */
abstract class Pedals {

    /** Faster than the one ahead by this, nobody keeps a time gap of the queue's own any more (m/s). */
    private static final double CLOSES_IN = 0.3;

    /** Share of the comfortable deceleration with which drivers leave room for somebody else. */
    private static final double FRIENDLY = 0.7;

    /** Share of the comfortable deceleration from which drivers brake for the end of a lane that they still hope to leave. */
    static final double LATE = 0.7;

    /** Where one waits for a gap, one comes to rest this far before it (m). */
    private static final double WAITING_PLACE = 0.3;

    /** Who is nearer to it than this and slower than that moves up (m, m/s). */
    private static final double MOVES_UP = 12;

    private static final double MOVES_UP_AT = 6;

    static final byte NOTHING = (byte) Restraint.NOTHING.ordinal();
    static final byte VEHICLE = (byte) Restraint.VEHICLE.ordinal();
    static final byte SIGNAL = (byte) Restraint.SIGNAL.ordinal();
    static final byte GAP = (byte) Restraint.GAP.ordinal();
    static final byte CROSSING = (byte) Restraint.CROSSING.ordinal();
    static final byte LANE = (byte) Restraint.LANE.ordinal();
    static final byte ROOM = (byte) Restraint.ROOM.ordinal();
    static final byte STOP = (byte) Restraint.STOP.ordinal();
    static final byte CLOSURE = (byte) Restraint.CLOSURE.ordinal();
    static final byte POWER = (byte) Restraint.POWER.ordinal();
    static final byte KEEP_CLEAR = (byte) Restraint.KEEP_CLEAR.ordinal();
    static final byte WALKERS = (byte) Restraint.WALKERS.ordinal();
    static final byte GATE = (byte) Restraint.GATE.ordinal();
    static final byte CURVE = (byte) Restraint.CURVE.ordinal();

    final Fleet f;
    final Occupancy occupancy;
    final Follower follower;
    private final Urgency urgency;
    final Witness witness;
    final double dt;

    /** Those ahead in a lane that begins further on are taken for its queue below this speed (m/s). */
    private static final double QUEUES_BELOW = 8;

    /** Who falls back lets itself become slower than the other one by so much (m/s). */
    private static final double FALLS_BACK_BY = 2;

    // the strictest constraint found so far for the vehicle in hand
    double accel;
    double gapShare; // share of its time gap and reaction time that the one in hand has in this queue
    double closeUp; // share of its time gap and standing distance that the one in hand keeps just now
    double leavingShare =
            1; // share of its time gap that it keeps to the one looked at, who may be moving out of the lane
    boolean byControl;
    int byVehicle; // row, or -1
    int blocker; // where a control binds: the row of who stands where this one has to go, or -1
    int crossingPlace; // where people bind: the controlled place that their crossing belongs to, or LaneTable.NOBODY
    byte restraint;
    int restrainedBy; // number among the departures, or -1

    final double curveDeceleration;
    private final double beforeLine;
    private final double[] start;

    Pedals(Parts parts) {
        DriverNumbers numbers = parts.numbers;
        curveDeceleration = numbers.curveDeceleration();
        beforeLine = numbers.beforeLine();
        start = parts.table.start;
        f = parts.fleet;
        occupancy = parts.occupancy;
        witness = parts.witness;
        dt = parts.dt;
        follower = parts.follower;
        urgency = new Urgency(parts);
    }

    final void set(double wanted, byte reason) {
        accel = wanted;
        byControl = false;
        byVehicle = -1;
        blocker = -1;
        restraint = reason;
        restrainedBy = -1;
    }

    /** Notes who stands in the way, if that is what binds. */
    final void blame(int row) {
        if (byControl && restrainedBy == f.id(row)) {
            blocker = row;
        }
    }

    final void follow(int v, int leader, double leaderOffset) {
        double gap = f.pos(leader) + leaderOffset - f.length(leader) - f.pos(v);
        double wanted = behind(v, leader, gap);
        if (v == witness.row) {
            witness.vehicle(VEHICLE, f.id(leader), gap, f.speed(leader), wanted);
        }
        if (wanted < accel) {
            accel = wanted;
            byControl = false;
            byVehicle = leader;
            blocker = -1;
            restraint = VEHICLE;
            restrainedBy = f.id(leader);
        }
    }

    /** Acceleration behind a vehicle: comfortable as long as that is safe (m/s²). */
    final double behind(int v, int leader, double gap) {
        double speed = f.speed(v);
        double leaderSpeed = f.speed(leader);
        double ease = f.ease(v) * closeUp;
        double timeGap = follower.timeGap(v) * ease * leavingShare;
        if (gapShare != 1) {
            timeGap *= moving(speed - leaderSpeed);
        }
        return follower.behind(v, gap, leaderSpeed, f.standingGap(v) * (ease < 1 ? ease : 1), timeGap);
    }

    /**
     * Share of the usual time gap in a queue with one of its own. It holds where the queue moves off and flows; who closes in on slower
     * ones brakes as usual, since a shorter gap would bring vehicles to rest so near to each other that they move off late: with it, queues discharged more
     * slowly the shorter the gap was.
     */
    private double moving(double closingIn) {
        if (closingIn <= 0) {
            return gapShare;
        }
        return closingIn >= CLOSES_IN ? 1 : gapShare + (1 - gapShare) * closingIn / CLOSES_IN;
    }

    final void stopAt(int v, double distance, double standOff, byte reason, int whom) {
        restrain(
                v,
                follower.behind(v, distance, 0, standOff, f.timeGap(v)),
                reason,
                whom,
                distance,
                reason != STOP && reason != CLOSURE && reason != LANE && reason != GATE);
    }

    /**
     * Comes to rest where one waits for a gap. Who moves up there from a stand just before it drives briskly and brakes evenly; the
     * following rule would creep over the last metre, and queues at signs would be served too slowly.
     */
    final void waitAt(int v, double distance, byte reason, int whom) {
        double room = distance - WAITING_PLACE;
        double speed = f.speed(v);
        if (room < MOVES_UP && room > 0.05 && speed < MOVES_UP_AT) {
            double needed = speed * speed / (2 * room);
            boolean brakes = f.accel(v) < 0 && needed > 0.5;
            double wanted = brakes ? -needed : SafeSpeed.acceleration(f.comfortableDeceleration(v), speed, room, 0, dt);
            restrain(v, Math.max(wanted, -SafeSpeed.HARDEST), reason, whom, distance, reason != GATE);
        } else {
            stopAt(v, distance, WAITING_PLACE, reason, whom);
        }
    }

    final void restrain(int v, double wanted, byte reason, int whom, double distance, boolean control) {
        if (v == witness.row) {
            witness.point(reason, whom, distance, wanted);
        }
        if (wanted < accel) {
            accel = wanted;
            byControl = control;
            byVehicle = -1;
            blocker = -1;
            restraint = reason;
            restrainedBy = whom;
        }
    }

    /** Drives up to the end of what can be used before braking for it, since there may be room to move over on the way. */
    final void stopLate(int v, double distance, double standOff, byte reason, int whom) {
        double room = Math.max(0.5, distance - standOff);
        double needed = f.speed(v) * f.speed(v) / (2 * room);
        if (needed > LATE * f.comfortableDeceleration(v) || distance < 25 && f.speed(v) < 8) {
            stopAt(v, distance, standOff, reason, whom);
        }
    }

    /** Braking for the curve or the lower limit ahead that binds first, once it takes a comfortable deceleration. */
    final void slowDownAhead(int v, double speed) {
        double distance = f.slowAt(v) - f.pos(v);
        double there = f.slowTo(v);
        double wanted =
                FollowingRule.slowingFor(speed, distance, there, curveDeceleration, f.comfortableDeceleration(v));
        if (v == witness.row && wanted < Double.POSITIVE_INFINITY) {
            witness.slower(Math.max(0, distance), there, wanted);
        }
        if (wanted < accel) {
            set(wanted, CURVE);
        }
    }

    /** What the engine can do at this speed and grade. */
    final void heedPower(int v, double speed, double grade) {
        double most = Power.limit(f.power(v), Power.drag(f.type(v)), grade, speed);
        if (v == witness.row) {
            witness.point(POWER, -1, Double.NaN, most);
        }
        if (most < accel) {
            set(most, POWER);
        }
    }

    /** In a lane that does not lead on, a driver stays as far behind those in the lane beside it as it needs to move in, and stops at the line at the latest. */
    final void keepRoomToChange(int v, double toEnd) {
        int target = f.target(v);
        int behind = target == LaneTable.NONE || f.speed(v) > 0 ? -1 : occupancy.firstBehind(target, f.pos(v));
        stopLate(v, toEnd, beforeLine, LANE, behind < 0 ? -1 : f.id(behind));
        int leader = target == LaneTable.NONE ? -1 : occupancy.firstAhead(target, f.pos(v));
        if (leader >= 0) {
            double gap = f.pos(leader) - f.length(leader) - f.pos(v);
            double wanted = gap > 0 ? behindInNextLane(v, target, leader, gap) : fallingBack(v, leader);
            if (v == witness.row && wanted < Double.POSITIVE_INFINITY) {
                witness.vehicle(LANE, f.id(leader), Math.max(0, gap), f.speed(leader), wanted);
            }
            if (wanted < accel) {
                set(wanted, LANE);
                byVehicle = leader;
                restrainedBy = f.id(leader);
            }
        }
    }

    private double behindInNextLane(int v, int target, int leader, double gap) {
        double share = joinsQueueAt(v, target, f.speed(leader)) ? 1 : Urgency.share(urgency.of(v));
        return Math.max(follower.towards(v, gap, f.speed(leader), share), -f.comfortableDeceleration(v));
    }

    /**
     * Two who drive side by side and each want to be where the other one is would come to stand beside each other at the line: the one
     * whose front is behind falls back, so that the other can come over ahead of it.
     */
    private double fallingBack(int v, int leader) {
        double ahead = f.speed(leader);
        boolean swap = f.target(leader) == f.lane(v) && ahead > FALLS_BACK_BY && f.speed(v) > ahead - FALLS_BACK_BY;
        return swap ? -f.comfortableDeceleration(v) : Double.POSITIVE_INFINITY;
    }

    /**
     * Whether a lane begins only further on and has a queue: then a driver drives up to its tail as to any other. With the small gaps of a
     * change it would brake too late to come to rest behind it, and stand beside the queue.
     */
    private boolean joinsQueueAt(int v, int target, double speedThere) {
        return f.pos(v) - f.length(v) / 2 < start[target] && speedThere < QUEUES_BELOW;
    }

    /** Leaves room for somebody in the next lane, with a deceleration that one chooses freely. */
    final void leaveRoom(int v, int other) {
        double gap = f.pos(other) - f.length(other) - f.pos(v);
        double wanted = follower.towards(v, Math.max(gap, 1), f.speed(other), 1);
        wanted = Math.max(wanted, -FRIENDLY * f.comfortableDeceleration(v));
        if (v == witness.row) {
            witness.vehicle(ROOM, f.id(other), gap, f.speed(other), wanted);
        }
        if (wanted < accel) {
            set(wanted, ROOM);
            byVehicle = other;
            restrainedBy = f.id(other);
        }
    }
}
