package org.ulicarro.core.traffic.driving;

import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.study.DriverNumbers;
import org.ulicarro.core.traffic.following.SafeSpeed;
import org.ulicarro.core.traffic.junctions.BesideLong;
import org.ulicarro.core.traffic.junctions.Courtesy;
import org.ulicarro.core.traffic.junctions.RoundaboutRoom;
import org.ulicarro.core.traffic.lanes.LaneKinds;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.Junctions;
import org.ulicarro.core.traffic.state.LaneQueues;

/** What a junction asks of a driver: signals, gaps, ways that cross or come together, room behind it, and people on crossings. */
abstract class AtJunctions extends Pedals {

    /** Where two ways come together at an angle, corners reach further than fronts and rears (m). */
    private static final double BESIDE = 1.0;

    /** Who waits for a gap in a turn stands within this of its line, or moves up to it no faster than that (m, m/s). */
    private static final double MOVES_UP_WITHIN = 6;

    private static final double MOVES_UP_SLOWLY = 3;

    /** Who accelerates by more than this comes from a queue (m/s²). */
    private static final double PICKS_UP = 0.2;

    final LaneTable table;
    final LaneQueues queues;
    final Junctions junctions;
    private final Aspects aspects;
    private final Courtesy courtesy;
    private final BesideLong beside;
    private final RoundaboutRoom ringRoom;

    private final double yieldToCommitted;
    private final double yellowReaction;
    private final double usesYellowFor;
    private final double lateAtMost;
    private final double lateDeceleration;
    private final double beforeLine;
    private final double beforeCrossing;

    AtJunctions(Parts parts) {
        super(parts);
        DriverNumbers numbers = parts.numbers;
        yieldToCommitted = numbers.yieldToCommitted();
        yellowReaction = numbers.yellowReaction();
        usesYellowFor = numbers.usesYellowFor();
        lateAtMost = numbers.lateAtMost();
        lateDeceleration = numbers.lateDeceleration();
        beforeLine = numbers.beforeLine();
        beforeCrossing = numbers.beforeCrossing();
        table = parts.table;
        queues = parts.queues;
        junctions = parts.junctions;
        aspects = parts.aspects;
        courtesy = new Courtesy(parts);
        beside = new BesideLong(parts);
        ringRoom = new RoundaboutRoom(parts);
    }

    final void obeyControl(int lane, int v, int leader, double toEnd) {
        int next = f.next(v);
        if (queues.is(lane, LaneKinds.PATH)) {
            besideLong(v, lane, f.pos(v));
            insideJunction(v, lane, f.pos(v));
        } else if (next == Fleet.WRONG_LANE) {
            keepRoomToChange(v, toEnd);
        } else if (next >= 0) {
            boolean leaderStays = leader >= 0 && f.holds(leader) == 1;
            if (leaderStays) {
                f.holds(v, 1);
            } else {
                atStopLine(v, next, toEnd, leader < 0);
            }
        }
    }

    private void atStopLine(int v, int path, double toEnd, boolean first) {
        if (first) {
            besideLong(v, path, -toEnd);
        }
        int group = queues.group(path);
        if (group != SignalSystem.NO_GROUP) {
            Aspect aspect = aspects.of(group);
            if (aspect.letsGo()) {
                f.decision(v, Fleet.UNDECIDED);
            } else if (stopsFor(v, aspect, toEnd) && !(first && f.goes(v) && mayGoOnRed(path, aspect))) {
                f.holds(v, 1);
                stopAt(v, toEnd, beforeLine, SIGNAL, -1);
                return;
            }
        }
        if (first) {
            keepClear(v, path, toEnd);
            insideJunction(v, path, -toEnd);
        }
    }

    /** Whether who has found a gap may go although the signal does not let go. */
    private boolean mayGoOnRed(int path, Aspect aspect) {
        return table.gaps.onRed[path] || aspect == Aspect.FLASHING_RED;
    }

    /** Nobody enters a junction without room to stand clear of it, but for those drivers who always do. */
    private void keepClear(int v, int path, double toEnd) {
        boolean ring = queues.is(f.lane(v), LaneKinds.RING);
        boolean ringAhead = queues.is(queues.to(path), LaneKinds.RING);
        // who enters a ring is asked when it looks for its gap, who leaves one is not
        // who drives up behind the one that takes the last room has to brake hard
        boolean canStop = ring ? canStop(v, toEnd) : f.speed(v) * f.speed(v) <= 2 * lateDeceleration * toEnd;
        boolean asked = queues.is(path, LaneKinds.MEETS) && ring == ringAhead && canStop;
        if (asked && (ring ? !givesUp(v) : f.blocks(v) == 0)) {
            int last = ring ? ringRoom.missing(v, path) : occupancy.noRoomBehind(v, path);
            if (last >= 0) {
                stopAt(v, toEnd, beforeLine, KEEP_CLEAR, f.id(last));
                blame(last);
            }
        }
    }

    /** For how long a path's signal has shown what it shows (s). */
    private double yellowFor(int path) {
        return (occupancy.tick - aspects.since(queues.group(path))) * 0.1;
    }

    /** Who has stood for long on a ring closes up to the one ahead, past the leg, and does not think again on the way. */
    private boolean givesUp(int v) {
        if (occupancy.isStuck(v)) {
            f.decision(v, Fleet.GOES);
        }
        return f.decision(v) == Fleet.GOES;
    }

    private boolean canStop(int v, double distance) {
        return f.speed(v) * f.speed(v) <= 2 * f.comfortableDeceleration(v) * distance;
    }

    /** Whether somebody who still picks up speed from a queue is over its line while yellow still counts as green. */
    private boolean usesYellow(int v, double toEnd, double left) {
        double seconds = Math.min(usesYellowFor, left);
        double acceleration = f.accel(v);
        return acceleration > PICKS_UP
                && f.speed(v) > MOVES_UP_SLOWLY
                && toEnd <= (f.speed(v) + acceleration * seconds / 2) * seconds;
    }

    /** A choice at yellow, kept once made unless the light has long been red and stopping is easy. */
    private boolean stopsFor(int v, Aspect aspect, double toEnd) {
        double speed = f.speed(v);
        if (aspect == Aspect.YELLOW && f.decision(v) == Fleet.UNDECIDED && waitsForItsGap(v, toEnd)) {
            return false; // it uses the yellow, and stops for the red if it has not come over its line by then
        }
        if (aspect == Aspect.YELLOW && f.decision(v) == Fleet.UNDECIDED) {
            double room = toEnd - speed * yellowReaction;
            // who comes to the line only now, from another lane, has less of the yellow left than it lasts
            double left = table.yellow[f.next(v)] - yellowFor(f.next(v));
            boolean inTime = toEnd <= speed * (left + lateAtMost);
            double limit = inTime ? f.yellowLimit(v) : Math.max(f.yellowLimit(v), lateDeceleration);
            boolean canStop = room > 0 && speed * speed / (2 * room) <= limit;
            f.decision(v, canStop && !usesYellow(v, toEnd, left) ? Fleet.STOPS : Fleet.GOES);
        }
        if (aspect == Aspect.FLASHING_RED
                && f.decision(v) == Fleet.UNDECIDED) { // it may have begun at once, before one's nose
            double room = toEnd - speed * yellowReaction;
            boolean canStop = room > 0 && speed * speed / (2 * room) <= lateDeceleration || speed < MOVES_UP_SLOWLY;
            f.decision(v, canStop ? Fleet.STOPS : Fleet.GOES);
        }
        if (f.decision(v) == Fleet.GOES) {
            boolean easy =
                    aspect == Aspect.RED && speed * speed / (2 * Math.max(0.1, toEnd)) < f.comfortableDeceleration(v);
            if (easy) {
                f.decision(v, Fleet.STOPS);
            }
        }
        return f.decision(v) != Fleet.GOES;
    }

    /** Whether somebody at the head of its lane waits to turn in a gap behind one who does so inside the junction. */
    private boolean waitsForItsGap(int v, double toEnd) {
        int path = f.next(v);
        return queues.is(path, LaneKinds.YIELDS) && f.speed(v) < MOVES_UP_SLOWLY && toEnd < MOVES_UP_WITHIN;
    }

    /**
     * What paths that meet this one ask for.
     *
     * @param at position on the path, negative before its stop line
     */
    private void insideJunction(int v, int path, double at) {
        if (queues.is(path, LaneKinds.YIELDS)) {
            waitForGap(v, path, at);
        }
        if (queues.is(path, LaneKinds.MEETS) && !junctions.isQuiet(path)) {
            meetOthers(v, path, at);
        }
    }

    private void waitForGap(int v, int path, double at) {
        double waitAt = table.waitAt[path];
        boolean byRight = table.protectedPermissive[path] && aspects.of(table.group[path]) == Aspect.GREEN;
        if (!byRight) {
            if (at <= waitAt && !f.goes(v)) {
                waitAt(v, waitAt - at, GAP, f.inTheWay(v));
            } else if (f.isHalfWay(v) && at <= table.gaps.waitAgain[path]) {
                waitAt(v, table.gaps.waitAgain[path] - at, GAP, f.inTheWay(v));
            }
        }
    }

    private void meetOthers(int v, int path, double at) {
        int[] meets = table.meets[path];
        double[] bicyclesEarly = table.longs.bicyclesEarly[path];
        for (int c = 0; c < meets.length; c++) {
            if (!junctions.isBusyOrComing(meets[c])) {
                continue;
            }
            boolean first = table.rank[path][c] == LaneTable.GOES_FIRST;
            int coming = first ? comingOnto(meets[c]) : -1;
            if (coming < 0 && occupancy.isEmpty(meets[c])) {
                continue;
            }
            double distance = table.zoneStart[path][c] - at;
            if (occupancy.isLong(v) && distance > table.longs.early[path][c]) {
                distance -= table.longs.early[path][c];
            } else if (bicyclesEarly != null
                    && distance > bicyclesEarly[c]
                    && (occupancy.hasLong(meets[c]) || coming >= 0 && occupancy.isLong(coming))) {
                distance -= bicyclesEarly[c];
            }
            if (distance <= 0) {
                if (table.merges[path][c]) {
                    followMerging(v, path, c, at);
                }
                continue;
            }
            if (coming >= 0) {
                giveWayTo(coming, v, path, c, distance);
            }
            if (table.merges[path][c]) {
                mergeBehindAll(v, path, c, at, distance);
                continue;
            }
            int blocker = first
                    ? occupancy.takenBy(path, c)
                    : occupancy.blockedWhenThere(v, path, c, at, distance, SafeSpeed.HARDEST);
            if (blocker >= 0 && waitsOutside(blocker, v, path, c, at, distance)) {
                stopAt(v, -at, beforeLine, CROSSING, f.id(blocker));
                blame(blocker);
            } else if (blocker >= 0) {
                giveWayTo(blocker, v, path, c, distance);
            }
        }
    }

    /**
     * Whether one who has green stays at its line until somebody left over from another green has gone. Inside it would stand in the way
     * of a third one, and three who wait for each other never part.
     */
    private boolean waitsOutside(int blocker, int v, int path, int c, double at, double distance) {
        return at < 0
                && table.rank[path][c] == LaneTable.IN_TURN
                && table.group[path] != SignalSystem.NO_GROUP
                && canStop(v, -at)
                && !occupancy.isGoneInTime(blocker, v, path, c, distance);
    }

    private void besideLong(int v, int path, double at) {
        if (queues.is(path, LaneKinds.LONGS) && (!junctions.isFreeOfLong(path) || occupancy.isLong(v))) {
            heedLong(v, path, at);
        }
    }

    private void heedLong(int v, int path, double at) {
        double[] from = table.longs.from[path];
        // a long one behind somebody who waits for a gap would keep those in the way for whom that one waits
        boolean held = occupancy.isLong(v) && occupancy.isHeld(at, path);
        for (int n = 0; n < from.length; n++) {
            double distance = from[n] - at;
            boolean asks = distance > 0 && (occupancy.isLong(v) || !table.longs.ownIsLong[path][n]);
            int first = asks ? beside.first(v, path, n, distance) : -1;
            if (asks && held && first < 0) {
                stopAt(v, distance, Math.min(0.5, distance / 2), CROSSING, -1);
            } else if (first >= 0) {
                stopAt(v, distance, Math.min(0.5, distance / 2), CROSSING, f.id(first));
            }
        }
    }

    private void giveWayTo(int blocker, int v, int path, int c, double distance) {
        boolean first = table.rank[path][c] == LaneTable.GOES_FIRST;
        if (first && !occupancy.leavesInTime(blocker, v, path, c, distance)) {
            // the bound of safe following with this braking: late, firm, and enough whatever the step
            double wanted = SafeSpeed.acceleration(yieldToCommitted, f.speed(v), distance, 0, dt);
            restrain(v, Math.max(wanted, -SafeSpeed.HARDEST), CROSSING, f.id(blocker), distance, true);
        } else if (first || occupancy.isGoneInTime(blocker, v, path, c, distance)) {
            // drives on, so that it is there when the way is free, as long as it could still stop
            double wanted = SafeSpeed.acceleration(f.speed(v), distance - 0.1, 0, dt);
            restrain(v, wanted, CROSSING, f.id(blocker), distance, true);
        } else {
            stopAt(v, distance, 0.5, CROSSING, f.id(blocker));
        }
        blame(blocker);
    }

    /** Who is not over its line yet, but has taken its gap and could not stop any more, or -1. */
    private int comingOnto(int way) {
        int lane = table.from[way];
        int u = queues.count(lane) == 0 ? -1 : queues.at(lane, 0);
        boolean comes = u >= 0 && f.next(u) == way && f.goes(u) && !canStop(u, table.end[lane] - f.pos(u));
        return comes ? u : -1;
    }

    /** Before the stretch where two ways become one: everybody who goes first there is followed, or waited for. */
    private void mergeBehindAll(int v, int path, int c, double at, double distance) {
        int way = table.meets[path][c];
        boolean first = table.rank[path][c] == LaneTable.GOES_FIRST;
        for (int k = 0; k < queues.count(way); k++) {
            int u = queues.at(way, k);
            boolean goesBefore = first ? occupancy.takes(u, path, c) : occupancy.blocks(u, v, path, c, at);
            boolean behind =
                    goesBefore && f.lane(u) == way && mergesBehind(v, path, c, at, distance, u, f.pos(u) - f.length(u));
            if (goesBefore && !behind) {
                giveWayTo(u, v, path, c, distance);
            }
        }
        for (int g = 0; g < queues.guests(way); g++) {
            int u = queues.guest(way, g);
            double rear = f.pos(u) + queues.guestOffset(way, g) - f.length(u);
            if (occupancy.isWithin(u, rear, path, c) && !mergesBehind(v, path, c, at, distance, u, rear)) {
                giveWayTo(u, v, path, c, distance);
            }
        }
    }

    /** On the stretch where two ways become one, whoever is further on is the one ahead. */
    private void followMerging(int v, int path, int c, double at) {
        int way = table.meets[path][c];
        double left = table.end[path] - at;
        for (int k = 0; k < queues.count(way); k++) {
            int u = queues.at(way, k);
            double leftThere = table.end[way] - f.pos(u);
            boolean ahead = leftThere < left || leftThere == left && f.id(u) < f.id(v);
            if (ahead && f.pos(u) > table.otherStart[path][c]) {
                double gap = Math.max(0.05, left - leftThere - f.length(u) - BESIDE);
                restrain(v, behind(v, u, gap), CROSSING, f.id(u), gap, true);
            }
        }
    }

    /**
     * Who comes into the same lane before it is followed there, as far as it is ahead on the way to that lane. Before the ways come near to each
     * other nobody is in danger who is beside that one: it brakes no harder than it likes, as long as it could still stop before that.
     *
     * @param distance from where they do (m)
     * @param rear of the other one, along its way (m)
     */
    private boolean mergesBehind(int v, int path, int c, double at, double distance, int other, double rear) {
        int way = table.meets[path][c];
        double toEnd = table.end[path] - at - (table.end[way] - rear);
        // the two ways may be of different length from where they come near to each other
        double beside = rear - table.otherStart[path][c] + table.zoneStart[path][c] - at;
        double gap = (toEnd < beside ? toEnd : beside) - BESIDE;
        if (gap < 0) {
            return false;
        }
        double wanted = behind(v, other, gap);
        double likes = f.comfortableDeceleration(v);
        if (wanted < -likes) {
            double must = SafeSpeed.acceleration(likes, f.speed(v), distance, 0, dt);
            wanted = Math.max(wanted, Math.min(-likes, must));
        }
        if (v == witness.row) {
            witness.vehicle(CROSSING, f.id(other), gap, f.speed(other), wanted);
        }
        restrain(v, wanted, CROSSING, f.id(other), gap, true);
        return true;
    }

    /** What is farther ahead than this matters to nobody yet (m). */
    final double sight(int v) {
        return sight(f.speed(v), f.timeGap(v), f.comfortableDeceleration(v));
    }

    static double sight(double speed, double timeGap, double comfortableDeceleration) {
        return 20 + speed * (timeGap + speed / comfortableDeceleration);
    }

    /** Gives way to people on the crossings of a lane; the position on it is negative before it. */
    final void heedWalkers(int v, int lane, double position, double horizon) {
        if (courtesy.look(v, lane, position, horizon)) {
            double before = accel;
            if (courtesy.stop < horizon) {
                stopAt(v, courtesy.stop, beforeCrossing, WALKERS, -1);
                crossingPlace = accel < before ? courtesy.stopPlace : crossingPlace;
            } else if (courtesy.bound < horizon) {
                double wanted = SafeSpeed.acceleration(yieldToCommitted, f.speed(v), courtesy.bound, 0, dt);
                restrain(v, Math.max(wanted, -SafeSpeed.HARDEST), WALKERS, -1, courtesy.bound, true);
                crossingPlace = accel < before ? courtesy.boundPlace : crossingPlace;
            }
        }
    }
}
