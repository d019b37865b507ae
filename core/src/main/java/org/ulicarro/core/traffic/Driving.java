package org.ulicarro.core.traffic;

import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.signal.SignalSystem;

/**
 * Stage 5: what every driver does with the pedals in this step. Lane by lane, from the front; a vehicle reads where others stood
 * at the end of the last step and writes only its own acceleration and its own decisions.
 */
final class Driving {

    /** Distance to a stop line at which drivers come to rest (m). */
    private static final double BEFORE_LINE = 1.0;

    /** Comfortable deceleration ahead of a curve or a lower limit (m/s²). */
    static final double CURVE_DECELERATION = 1.8;

    /** Where somebody has taken a gap in front of them, drivers with priority brake only when this much is needed (m/s²). */
    private static final double YIELD_TO_COMMITTED = 4.0;

    /** Time a driver needs to see yellow and to act on it (s). */
    private static final double YELLOW_REACTION = 1.0;

    /** Drivers who could only pass this long after yellow has ended try harder to stop (s). */
    private static final double LATE_AT_MOST = 0.3;

    /** How hard they brake then (m/s²). */
    private static final double TOO_LATE_LIMIT = 4.5;

    private static final int NOTHING = Restraint.NOTHING.ordinal();
    private static final int VEHICLE = Restraint.VEHICLE.ordinal();
    private static final int SIGNAL = Restraint.SIGNAL.ordinal();
    private static final int GAP = Restraint.GAP.ordinal();
    private static final int CROSSING = Restraint.CROSSING.ordinal();
    private static final int LANE = Restraint.LANE.ordinal();
    private static final int CURVE = Restraint.CURVE.ordinal();

    private final LaneTable table;
    private final LaneQueues queues;
    private final Fleet f;
    private final Ledger ledger;
    private final Aspects aspects;
    private final Occupancy occupancy;
    private final double dt;
    private final double halfStep;

    // the strictest constraint found so far for the vehicle in hand
    private double accel;
    private boolean byControl;
    private int byVehicle; // row, or -1
    private int restraint;
    private int restrainedBy; // number among the departures, or -1

    Driving(
            LaneTable table,
            LaneQueues queues,
            Fleet fleet,
            Ledger ledger,
            Aspects aspects,
            Occupancy occupancy,
            double dt) {
        this.table = table;
        this.queues = queues;
        f = fleet;
        this.ledger = ledger;
        this.aspects = aspects;
        this.occupancy = occupancy;
        this.dt = dt;
        halfStep = dt / 2;
    }

    void accelerate() {
        for (int lane = 0; lane < table.lanes; lane++) {
            int vehicles = queues.count[lane];
            int leader = -1;
            for (int k = 0; k < vehicles; k++) {
                int v = queues.at(lane, k);
                decide(lane, v, leader);
                leader = v;
            }
        }
    }

    /** One driver's decision; the leader is the vehicle ahead on the same lane, or -1. */
    private void decide(int lane, int v, int leader) {
        accel = Double.POSITIVE_INFINITY;
        byControl = false;
        byVehicle = -1;
        restraint = NOTHING;
        restrainedBy = -1;
        f.holds[v] = 0;
        double toEnd = table.end[lane] - f.pos[v];
        if (leader < 0) {
            lookBeyond(lane, v, toEnd);
        } else {
            follow(v, leader, 0);
        }
        if (queues.guestCount[lane] > 0) {
            followGuests(lane, v);
        }
        if (table.siblings[lane].length > 0) {
            followParting(v, lane, 0);
        }
        obeyControl(lane, v, leader, toEnd);
        double room = curveAhead(v, toEnd);
        double free = Following.free(f.speed[v], f.want[v], f.pickup[v], f.comfort[v]);
        // comparisons instead of Math.min in this loop: it need not care for NaN and -0, and they are a good deal
        // cheaper
        double best = free < room ? free : room;
        if (best < accel) {
            accel = best;
            restraint = free < room ? NOTHING : CURVE;
            restrainedBy = -1;
        }
        f.restraint[v] = restraint;
        f.restrainedBy[v] = restrainedBy;
        markHeld(v);
        f.accel[v] = react(v);
    }

    private void follow(int v, int leader, double leaderOffset) {
        double gap = f.pos[leader] + leaderOffset - f.length[leader] - f.pos[v];
        double speed = f.speed[v];
        double wanted =
                Following.towards(speed, gap, f.speed[leader], f.space[v], f.gapTime[v], f.pickup[v], f.closing[v]);
        wanted = wanted < -f.hardest[v] ? -f.hardest[v] : wanted;
        double after = speed + wanted * dt;
        after = after < 0 ? 0 : after;
        // the square root of the safe speed is only taken where the wanted one would break the promise
        double needs = (speed + after) * halfStep + after * after * f.stopping[v];
        double shorter = f.stopping[leader] < f.stopping[v] ? f.stopping[leader] : f.stopping[v];
        double leaderStops = f.speed[leader] * f.speed[leader] * shorter;
        double room = gap - Following.MARGIN + leaderStops;
        if (needs > room) {
            wanted = Math.min(wanted, Following.safe(speed, gap, f.speed[leader], f.hardest[v], f.hardest[leader], dt));
        }
        if (wanted < accel) {
            accel = wanted;
            byControl = false;
            byVehicle = leader;
            restraint = VEHICLE;
            restrainedBy = f.id[leader];
        }
    }

    /** A place at which to stand still, with comfort where there is room for it; for what reason, and for whom or -1. */
    private void stopAt(int v, double distance, double standOff, int reason, int whom) {
        double speed = f.speed[v];
        double wanted = Following.towards(speed, distance, 0, standOff, f.gapTime[v], f.pickup[v], f.closing[v]);
        wanted = Math.max(wanted, -f.hardest[v]);
        double after = Math.max(0, speed + wanted * dt);
        if ((speed + after) * halfStep + after * after * f.stopping[v] > distance - Following.MARGIN) {
            wanted = Math.min(wanted, Following.safe(speed, distance, 0, f.hardest[v], f.hardest[v], dt));
        }
        if (wanted < accel) {
            accel = wanted;
            byControl = true;
            byVehicle = -1;
            restraint = reason;
            restrainedBy = whom;
        }
    }

    /** The first of a lane looks along its way as far as braking needs. */
    private void lookBeyond(int lane, int v, double toEnd) {
        double horizon = 20 + f.speed[v] * (f.gapTime[v] + f.speed[v] / f.comfort[v]);
        double offset = toEnd + f.pos[v]; // of positions on the lane looked at, on the scale of this one
        int at = f.next[v];
        if (at >= 0 && table.path[at]) {
            followParting(v, at, offset);
        }
        int cursor = f.cursor[v] + (table.path[lane] ? 1 : 0);
        while (at >= 0 && offset - f.pos[v] < horizon) {
            if (queues.count[at] > 0) {
                follow(v, queues.last(at), offset);
                return;
            }
            offset += table.end[at];
            if (table.path[at]) {
                at = table.to[at];
                cursor++;
            } else {
                at = occupancy.wayOn(v, at, cursor);
            }
        }
    }

    /** Vehicles ahead that leave this lane by another path but whose rear is still in the way. */
    private void followParting(int v, int path, double offset) {
        int[] siblings = table.siblings[path];
        for (int i = 0; i < siblings.length; i++) {
            int other = siblings[i];
            for (int k = queues.count[other] - 1; k >= 0; k--) {
                int u = queues.at(other, k);
                if (f.pos[u] - f.length[u] < table.partsAt[path][i] && f.pos[u] + offset > f.pos[v]) {
                    follow(v, u, offset);
                }
            }
            for (int g = 0; g < queues.guestCount[other]; g++) {
                int u = queues.guest(other, g);
                double there = f.pos[u] + queues.guestOffset(other, g);
                if (there - f.length[u] < table.partsAt[path][i]) {
                    follow(v, u, offset + queues.guestOffset(other, g));
                }
            }
        }
    }

    /** Those who are leaving this lane sideways, or whose rear is still on it. */
    private void followGuests(int lane, int v) {
        for (int g = 0; g < queues.guestCount[lane]; g++) {
            int u = queues.guest(lane, g);
            double there = f.pos[u] + queues.guestOffset(lane, g);
            if (there > f.pos[v] && u != v) {
                follow(v, u, queues.guestOffset(lane, g));
            }
        }
    }

    private void obeyControl(int lane, int v, int leader, double toEnd) {
        int next = f.next[v];
        if (table.path[lane]) {
            insideJunction(v, lane, f.pos[v]);
        } else if (next == Fleet.WRONG_LANE) {
            keepRoomToChange(v, toEnd);
        } else if (next >= 0) {
            boolean leaderStays = leader >= 0 && f.holds[leader] == 1;
            if (leaderStays) {
                f.holds[v] = 1;
            } else {
                atStopLine(v, next, toEnd, leader < 0);
            }
        }
    }

    private void atStopLine(int v, int path, double toEnd, boolean first) {
        int group = table.group[path];
        if (group != SignalSystem.NO_GROUP) {
            Aspect aspect = aspects.of(group);
            if (aspect == Aspect.GREEN) {
                f.decision[v] = Fleet.UNDECIDED;
            } else if (stopsFor(v, aspect, toEnd)) {
                f.holds[v] = 1;
                f.committed[v] = 0; // a gap taken before the line is void once the light stops it there
                stopAt(v, toEnd, BEFORE_LINE, SIGNAL, -1);
                return;
            }
        }
        if (first) {
            insideJunction(v, path, -toEnd);
        }
    }

    /** A choice at yellow, kept once made unless the light has long been red and stopping is easy. */
    private boolean stopsFor(int v, Aspect aspect, double toEnd) {
        double speed = f.speed[v];
        if (aspect == Aspect.YELLOW && f.decision[v] == Fleet.UNDECIDED) {
            double room = toEnd - speed * YELLOW_REACTION;
            boolean inTime = toEnd <= speed * (table.yellow[f.next[v]] + LATE_AT_MOST);
            double limit = inTime ? f.yellowLimit[v] : Math.max(f.yellowLimit[v], TOO_LATE_LIMIT);
            boolean canStop = room > 0 && speed * speed / (2 * room) <= limit;
            f.decision[v] = canStop ? Fleet.STOPS : Fleet.GOES;
        }
        if (f.decision[v] == Fleet.GOES) {
            boolean easy = aspect == Aspect.RED && speed * speed / (2 * Math.max(0.1, toEnd)) < f.comfort[v];
            if (easy) {
                f.decision[v] = Fleet.STOPS;
            }
        }
        return f.decision[v] != Fleet.GOES;
    }

    /**
     * What paths that meet this one ask for.
     *
     * @param at position on the path, negative before its stop line
     */
    private void insideJunction(int v, int path, double at) {
        if (!Double.isNaN(table.waitAt[path]) && f.committed[v] == 0 && at <= table.waitAt[path]) {
            stopAt(v, table.waitAt[path] - at, 0.3, GAP, f.inTheWay[v]);
        }
        int[] meets = table.meets[path];
        for (int c = 0; c < meets.length; c++) {
            double distance = table.zoneStart[path][c] - at;
            if (distance <= 0 || occupancy.isEmpty(meets[c])) {
                continue;
            }
            if (table.rank[path][c] == LaneTable.GOES_FIRST) {
                int taker = occupancy.takenBy(path, c);
                if (taker >= 0) {
                    // the bound of safe following with this braking: late, firm, and enough whatever the step
                    take(v, Following.safe(f.speed[v], distance, 0, YIELD_TO_COMMITTED, YIELD_TO_COMMITTED, dt), taker);
                }
            } else {
                int blocker = occupancy.blockedBy(v, path, c, at);
                if (blocker >= 0) {
                    stopAt(v, distance, 0.5, CROSSING, f.id[blocker]);
                }
            }
        }
    }

    private void take(int v, double wanted, int taker) {
        if (wanted < accel) {
            accel = Math.max(wanted, -f.hardest[v]);
            byControl = true;
            byVehicle = -1;
            restraint = CROSSING;
            restrainedBy = f.id[taker];
        }
    }

    /** In a lane that does not lead on, a driver stays behind those in the lane beside it, and stops at the line at the latest. */
    private void keepRoomToChange(int v, double toEnd) {
        stopAt(v, toEnd, BEFORE_LINE, LANE, -1);
        int leader = occupancy.firstAhead(f.beside[v], f.pos[v]);
        if (leader >= 0) {
            double gap = f.pos[leader] - f.length[leader] - f.pos[v];
            if (gap > 0) {
                double wanted = Following.towards(
                        f.speed[v], gap, f.speed[leader], f.space[v], f.gapTime[v], f.pickup[v], f.closing[v]);
                wanted = Math.max(wanted, -f.comfort[v]);
                if (wanted < accel) {
                    accel = wanted;
                    byVehicle = leader;
                    byControl = false;
                    restraint = LANE;
                    restrainedBy = f.id[leader];
                }
            }
        }
    }

    /** Braking for the curve or the lower limit of the next lane, once it takes a comfortable deceleration. */
    private double curveAhead(int v, double toEnd) {
        double want = f.want[v];
        double allowed = want * want;
        double braking = Double.POSITIVE_INFINITY;
        int next = f.next[v];
        if (next >= 0) {
            double there = Math.min(want, table.limit[next] * f.factor[v]);
            if (there < want) {
                allowed = Math.min(allowed, there * there + 2 * CURVE_DECELERATION * Math.max(0, toEnd));
                double excess = f.speed[v] * f.speed[v] - there * there;
                double room = 2 * Math.max(0.5, toEnd);
                if (excess >= CURVE_DECELERATION * room) {
                    braking = -Math.min(excess / room, f.comfort[v]);
                }
            }
        }
        ledger.allowedSquared[v] = allowed;
        return braking;
    }

    /** From the first braking for the control, or for somebody whom it holds back, the delay is the control's. */
    private void markHeld(int v) {
        if (ledger.held[v] == 0 && ledger.ahead[v] != LaneTable.NONE && accel < -0.1) {
            if (byControl || byVehicle >= 0 && ledger.held[byVehicle] == 1) {
                ledger.held[v] = 1;
            }
        }
    }

    /** A standing driver moves off only after a reaction time; who watches for a gap is ready. */
    private double react(int v) {
        if (f.speed[v] > Motion.STANDING) {
            f.ready[v] = f.reaction[v];
            return accel;
        }
        if (accel <= 0.02) {
            f.ready[v] = f.reaction[v];
            return Math.min(accel, 0);
        }
        boolean watching = f.committed[v] == 1;
        f.ready[v] -= dt;
        return watching || f.ready[v] <= 0 ? accel : 0;
    }
}
