package org.ulicarro.core.traffic.driving;

import org.ulicarro.core.study.DriverNumbers;
import org.ulicarro.core.traffic.changing.LaneChanges;
import org.ulicarro.core.traffic.following.FollowingRule;
import org.ulicarro.core.traffic.following.Power;
import org.ulicarro.core.traffic.following.SafeSpeed;
import org.ulicarro.core.traffic.lanes.LaneKinds;
import org.ulicarro.core.traffic.lanes.LaneRules;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.state.Blocks;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.stops.Gates;
import org.ulicarro.core.traffic.stops.Halts;
import org.ulicarro.core.traffic.way.Wayfinding;

/**
 * Stage 5: what every driver does with the pedals in this step. Lane by lane, from the front; a vehicle reads where others stood
 * at the end of the last step and writes only its own acceleration and its own decisions.
 */
public final class Driving extends AtJunctions {

    private static final int SEEN_FROM_AFAR = LaneKinds.PARTS | LaneKinds.WALKED | LaneKinds.BLOCKED | LaneKinds.GATED;

    /** Traffic that drives below this share of what drivers wish begins to weary them; and at this one it does so fully. */
    static final double WEARY_BELOW = 0.8;

    private static final double FULLY_WEARY_BELOW = 0.4;

    /** Buses and trams draw up so far before the head of their stop (m). */
    private static final double BEFORE_HEAD = 0.5;

    private final LaneRules rules;
    private final HeldBy heldBy;
    private final Wayfinding wayfinding;
    private final Blocks blocks;
    private final Halts halts;
    private final Gates gates;

    // the lane in hand
    private int lane;
    private boolean path;
    private boolean guests;
    private boolean parts;
    private boolean blocked;
    private boolean walked;
    private boolean gated;
    private boolean motorway;
    private boolean tuned;
    private double grade;
    private double end;

    private final double easesOver;
    private final double weary;
    private final double weariesOver;
    private final double recoversOver;
    private final double beforeClosure;
    private final double beforeGate;
    private final double uphillLoss;
    private final double watchesWithin;
    private final double closesUp;
    private final double leavingGap;
    private final double ownGapWithin;

    Driving(Parts parts) {
        super(parts);
        DriverNumbers numbers = parts.numbers;
        easesOver = numbers.easesOver();
        weary = numbers.weary();
        weariesOver = numbers.weariesOver();
        recoversOver = numbers.recoversOver();
        beforeClosure = numbers.beforeClosure();
        beforeGate = numbers.beforeGate();
        uphillLoss = numbers.uphillLoss();
        watchesWithin = numbers.watchesWithin();
        closesUp = numbers.closesUp();
        leavingGap = numbers.leavingGap();
        ownGapWithin = numbers.ownGapWithin();
        rules = parts.rules;
        heldBy = new HeldBy(parts);
        wayfinding = parts.wayfinding;
        blocks = parts.blocks;
        halts = parts.halts;
        gates = parts.gates;
    }

    /** Takes a lane in hand. */
    void begin(int which, int kind, boolean anyGuests) {
        lane = which;
        guests = anyGuests;
        path = (kind & LaneKinds.PATH) != 0;
        parts = (kind & LaneKinds.PARTS) != 0;
        blocked = (kind & LaneKinds.BLOCKED) != 0;
        walked = (kind & LaneKinds.WALKED) != 0;
        gated = (kind & LaneKinds.GATED) != 0;
        motorway = (kind & LaneKinds.MOTORWAY) != 0;
        tuned = (kind & LaneKinds.TUNED) != 0;
        grade = (kind & LaneKinds.GRADED) != 0 ? rules.grade[which] : 0;
        end = table.end[which];
    }

    /** Share of its time gap and reaction time that a driver has in the queue of its movement and on its path. */
    private double localGap(int v) {
        if (path) {
            return rules.timeGapShare[lane];
        }
        int next = f.next(v);
        return next >= 0 && end - f.pos(v) < ownGapWithin ? rules.timeGapShare[next] : 1;
    }

    /** One driver's decision; the leader is the vehicle ahead on the same lane, or -1. */
    void decide(int v, int leader) {
        accel = Double.POSITIVE_INFINITY;
        closeUp = leader < 0 && watchesForGaps(v) ? closesUp : 1;
        gapShare = tuned ? localGap(v) : 1;
        byControl = false;
        byVehicle = -1;
        blocker = -1;
        restraint = NOTHING;
        restrainedBy = -1;
        f.holds(v, 0);
        double speed = f.speed(v);
        double desiredSpeed = f.desiredSpeed(v);
        easeOn(v, speed, desiredSpeed);
        double toEnd = end - f.pos(v);
        boolean far = false;
        if (leader < 0) {
            // what is farther than anybody needs to stop from full speed matters to nobody yet
            double horizon = sight(v);
            far = toEnd > horizon;
            if (!far) {
                lookBeyond(lane, v, toEnd, horizon);
            }
        } else {
            follow(v, leader, 0);
        }
        if (guests) {
            followGuests(lane, v);
        }
        if (parts && !junctions.isAlone(lane)) {
            followParting(v, lane, 0);
        }
        int rare = f.rare(v);
        if (rare != 0) {
            heedRare(v, rare);
        }
        if (walked) {
            heedWalkers(v, lane, f.pos(v), sight(v));
        }
        if (blocked) {
            stopAtBlock(v, lane);
        }
        if (gated) {
            stopAtGate(v);
        }
        if (!far || path || f.next(v) == Fleet.WRONG_LANE) {
            obeyControl(lane, v, leader, toEnd);
        }
        // comparisons instead of Math.min in this loop: it need not care for NaN and -0, and they are a good deal
        // cheaper
        double free = speed > desiredSpeed
                ? FollowingRule.slowing(speed, desiredSpeed, f.comfortableDeceleration(v))
                : follower.rule.upTo(speed, desiredSpeed, f.maximumAcceleration(v));
        if (v == witness.row) {
            witness.free(desiredSpeed, free);
        }
        if (free < accel) {
            set(free, NOTHING);
        }
        if (f.slowTo(v) < desiredSpeed) {
            slowDownAhead(v, speed);
        }
        if ((rare & Fleet.HEAVY) != 0) {
            heedPower(v, speed, grade);
        }
        if (grade > 0 && accel > 0) {
            double left = 1 - LaneRules.GRAVITY * grade * uphillLoss / f.maximumAcceleration(v);
            accel *= left < 0.2 ? 0.2 : left;
        }
        f.restraint(v, restraint);
        f.restrainedBy(v, restrainedBy);
        heldBy.note(v, this);
        f.accel(v, speed > Fleet.STANDING ? accel : react(v));
    }

    private void heedRare(int v, int rare) {
        if ((rare & Fleet.MOVES_OVER) != 0) {
            keepClearOfOldLane(v);
        }
        if ((rare & Fleet.LEAVES_ROOM) != 0) {
            leaveRoom(v, f.rowAt(f.roomFor(v)));
            f.unmark(v, Fleet.LEAVES_ROOM);
            f.roomFor(v, -1);
        }
        if ((rare & Fleet.CALLS) != 0) {
            stopForPassengers(v);
        }
    }

    /** The share of its time gap that a driver keeps from now on. */
    float easeOn(int v, double speed, double desiredSpeed) {
        double weariness = f.weariness(v);
        double cut = f.ease(v) / weariness;
        if (cut < 1) {
            cut = Math.min(1, cut + dt / easesOver);
        }
        if (weariness > 1.001 || motorway && speed < WEARY_BELOW * desiredSpeed) {
            weariness = growWeary(weariness, speed / desiredSpeed);
        } else {
            weariness = 1;
        }
        f.weariness(v, (float) weariness);
        f.ease(v, (float) (cut * weariness));
        return f.ease(v);
    }

    /**
     * Who has been driving in dense traffic on a motorway for a while keeps larger gaps, also for some time after it. Only the time gap grows:
     * who stands stands as near as ever, and waves of moving off travel as fast.
     *
     * @param share of the desired speed that is driven
     */
    private double growWeary(double weariness, double share) {
        double dense = Math.max(0, Math.min(1, (WEARY_BELOW - share) / (WEARY_BELOW - FULLY_WEARY_BELOW)));
        double tends = motorway ? 1 + weary * dense : 1;
        double over = tends < weariness ? recoversOver : weariesOver;
        return Math.max(1, weariness + (tends - weariness) * dt / over);
    }

    /** The first of a lane looks along its way as far as braking needs. */
    private void lookBeyond(int lane, int v, double toEnd, double horizon) {
        double offset = toEnd + f.pos(v); // of positions on the lane looked at, on the scale of this one
        int at = f.next(v);
        int cursor = f.cursor(v) + (path ? 1 : 0);
        while (at >= 0 && offset - f.pos(v) < horizon) {
            int kind = queues.kind(at);
            if ((kind & SEEN_FROM_AFAR) != 0) {
                lookOnto(at, v, offset, horizon);
            }
            if ((kind & LaneKinds.SIDEWAYS) != 0 && queues.guests(at) > 0) {
                followMovingOut(at, v, offset);
            }
            if (queues.count(at) > 0) {
                follow(v, queues.last(at), offset);
                return;
            }
            offset += table.end[at];
            if ((kind & LaneKinds.PATH) != 0) {
                at = queues.to(at);
                cursor++;
            } else {
                at = wayfinding.wayOn(v, at, cursor);
            }
        }
    }

    /** Those who are moving out of a lane further on. */
    private void followMovingOut(int at, int v, double offset) {
        for (int g = 0; g < queues.guests(at); g++) {
            int u = queues.guest(at, g);
            if ((f.rare(u) & Fleet.MOVES_OVER) != 0 && f.changedFrom(u) == at) {
                leavingShare = leavingGap;
                follow(v, u, offset + queues.guestOffset(at, g));
                leavingShare = 1;
            }
        }
    }

    /** What is special about a lane further on. */
    private void lookOnto(int at, int v, double offset, double horizon) {
        int kind = queues.kind(at);
        if ((kind & LaneKinds.PARTS) != 0 && !junctions.isAlone(at)) {
            followParting(v, at, offset);
        }
        if ((kind & LaneKinds.WALKED) != 0) {
            heedWalkers(v, at, f.pos(v) - offset, horizon);
        }
        if ((kind & LaneKinds.BLOCKED) != 0) {
            double block = offset + blocks.ahead(at, 0) - f.pos(v);
            if (block < horizon) {
                stopAt(v, block, beforeClosure, CLOSURE, -1);
            }
        }
        if ((kind & LaneKinds.GATED) != 0) {
            double booth = offset + gates.first(at) - f.pos(v);
            if (booth < horizon) {
                stopAt(v, booth, beforeGate, GATE, -1);
            }
        }
    }

    /**
     * Vehicles ahead that leave this lane by another path but whose rear is still in the way. Who is beyond the parting itself has nobody of
     * them ahead any more.
     */
    private void followParting(int v, int path, double offset) {
        int[] siblings = table.siblings[path];
        double here = f.pos(v) - offset;
        for (int i = 0; i < siblings.length; i++) {
            int other = siblings[i];
            for (int k = queues.count(other) - 1; k >= 0; k--) {
                int u = queues.at(other, k);
                if (isPartingAhead(u, f.pos(u), here, partsAt(u, path, i))) {
                    follow(v, u, offset);
                }
            }
            for (int g = 0; g < queues.guests(other); g++) {
                int u = queues.guest(other, g);
                double there = f.pos(u) + queues.guestOffset(other, g);
                if (isPartingAhead(u, there, here, partsAt(u, path, i))) {
                    follow(v, u, offset + queues.guestOffset(other, g));
                }
            }
        }
    }

    private boolean isPartingAhead(int u, double there, double here, double partsAt) {
        return here < partsAt && there > here && there - f.length(u) < partsAt;
    }

    private double partsAt(int u, int path, int i) {
        return occupancy.isLong(u) ? table.partsAt[path][i] + table.longs.partsLater[path][i] : table.partsAt[path][i];
    }

    /** Those who are leaving this lane sideways, or whose rear is still on it. */
    private void followGuests(int lane, int v) {
        for (int g = 0; g < queues.guests(lane); g++) {
            int u = queues.guest(lane, g);
            double there = f.pos(u) + queues.guestOffset(lane, g);
            if (there > f.pos(v) && u != v) {
                leavingShare = leavingShare(u, lane);
                follow(v, u, queues.guestOffset(lane, g));
                leavingShare = 1;
            }
        }
    }

    /** Share of the usual time gap that is kept to a guest of a lane: less to one that is moving out of it and will not be ahead for long. */
    double leavingShare(int guest, int lane) {
        return (f.rare(guest) & Fleet.MOVES_OVER) != 0 && f.changedFrom(guest) == lane ? leavingGap : 1;
    }

    /** While its body is still on the lane that it leaves, a vehicle must not run into the one ahead of it there. */
    private void keepClearOfOldLane(int v) {
        if (isClearOfOldLane(v)) {
            return;
        }
        int leader = occupancy.firstAhead(f.changedFrom(v), f.pos(v));
        if (leader >= 0) {
            double gap = f.pos(leader) - f.length(leader) - f.pos(v);
            // with so much left that the one ahead can move over as well
            double safe = SafeSpeed.acceleration(f.speed(v), gap - LaneChanges.LEFT_TO_OTHERS, f.speed(leader), dt);
            if (v == witness.row) {
                witness.vehicle(VEHICLE, f.id(leader), gap, f.speed(leader), safe);
            }
            if (safe < accel) {
                set(Math.max(safe, -SafeSpeed.HARDEST), VEHICLE);
                byVehicle = leader;
                restrainedBy = f.id(leader);
            }
        }
    }

    /** Whether somebody who moves over is far enough over to mind nobody ahead in its old lane any more. */
    boolean isClearOfOldLane(int v) {
        return f.changedFrom(v) == f.tail(v) || f.changeLeft(v) < LaneChanges.CLEAR_OF_OLD_LANE;
    }

    private void stopAtBlock(int v, int lane) {
        double distance = blocks.ahead(lane, f.pos(v)) - f.pos(v);
        if (distance < sight(v)) {
            stopLate(v, distance, beforeClosure, CLOSURE, -1);
        }
    }

    private void stopAtGate(int v) {
        double distance = gates.distance(v, dt);
        if (gates.isServed(v)) {
            restrain(v, Math.min(0, -f.speed(v) / dt), GATE, -1, 0, false);
        } else if (distance < sight(v)) {
            waitAt(v, distance, GATE, -1);
        }
    }

    private void stopForPassengers(int v) {
        double distance = halts.distance(v, dt);
        if (distance < Double.POSITIVE_INFINITY) {
            if (halts.stands(v)) {
                restrain(v, Math.min(0, -f.speed(v) / dt), STOP, -1, 0, false);
            } else {
                drawUp(v, distance);
            }
        }
    }

    /** A stop that is planned is braked for evenly, with what is comfortable; the following rule would brake earlier and creep at the end. */
    private void drawUp(int v, double distance) {
        double wanted = SafeSpeed.acceleration(f.comfortableDeceleration(v), f.speed(v), distance - BEFORE_HEAD, 0, dt);
        restrain(v, Math.max(wanted, -SafeSpeed.HARDEST), STOP, -1, distance, false);
    }

    /** Those behind the first one at a line where one waits for gaps watch for the same gap. */
    private boolean watchesForGaps(int v) {
        int path = f.next(v);
        return path >= 0 && queues.is(path, LaneKinds.AT_LINE) && end - f.pos(v) < watchesWithin;
    }

    /** What the engine leaves on the level (m/s²). */
    double powerOnLevel(int v, double speed) {
        return Power.limit(f.power(v), Power.drag(f.type(v)), 0, speed);
    }

    /** The same for somebody whose acceleration has been found elsewhere, on a lane without time gaps of its own. */
    double react(int v, double wanted) {
        accel = wanted;
        gapShare = 1;
        return react(v);
    }

    /** A standing driver moves off only after a reaction time; who watches for a gap is ready. */
    private double react(int v) {
        if (accel <= 0.02) {
            if (f.isReacting(v)) {
                f.rest(v);
            }
            return Math.min(accel, -2 * f.speed(v) / dt); // stands, and does not creep on below what counts as standing
        }
        boolean watching = f.goes(v) || watchesForGaps(v);
        f.ready(v, f.ready(v) - (float) (dt / gapShare));
        return watching || f.ready(v) <= 0 ? accel : 0;
    }
}
