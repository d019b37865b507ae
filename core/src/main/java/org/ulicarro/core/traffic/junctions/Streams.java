package org.ulicarro.core.traffic.junctions;

import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.study.DriverNumbers;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.LaneQueues;
import org.ulicarro.core.traffic.state.Occupancy;
import org.ulicarro.core.traffic.way.Wayfinding;

/**
 * What those who go first leave to one who looks for a gap: it must have cleared each stretch it shares with them before the next one
 * arrives there, or follow after whoever is there, and the headway between the two must be its critical gap. Reads only, but for
 * {@code inTheWay}.
 */
final class Streams {

    /** Rears that far on are ahead of those who come into the same lane (m). */
    private static final double MERGED = 1.0;

    /** On its own lane nobody is looked at further back than this (m). */
    private static final double FAR = 200;

    private final LaneTable table;
    private final LaneQueues queues;
    private final Fleet f;
    private final Aspects aspects;
    private final Wayfinding wayfinding;
    private final Occupancy occupancy;
    private final RoundaboutRoom ringRoom;

    private final double spareMerging;
    private final double spare;
    private final double seenFor;
    private final double looksBack;
    private final double holdsBack;
    private final double curveDeceleration;

    Streams(Parts parts, RoundaboutRoom ringRoom) {
        this.ringRoom = ringRoom;
        DriverNumbers numbers = parts.numbers;
        spareMerging = numbers.spareMerging();
        spare = numbers.spare();
        seenFor = numbers.seenFor();
        looksBack = numbers.looksBack();
        holdsBack = numbers.holdsBack();
        curveDeceleration = numbers.curveDeceleration();
        table = parts.table;
        queues = parts.queues;
        f = parts.fleet;
        aspects = parts.aspects;
        wayfinding = parts.wayfinding;
        occupancy = parts.occupancy;
    }

    /**
     * Whether all streams leave a gap up to a place on the path.
     *
     * @param at position on the path, negative before its line
     * @param upTo only stretches that begin before this (m along the path)
     * @param critical least headway that the driver takes (s)
     * @param red whether it turns on red, so that everybody goes first
     */
    boolean leave(int v, int path, double at, double upTo, double critical, boolean red) {
        return leave(v, path, at, at, upTo, critical, red);
    }

    /** The same from there on. */
    boolean leaveBeyond(int v, int path, double at, double from, double critical) {
        return leave(v, path, at, from, Double.POSITIVE_INFINITY, critical, false);
    }

    private boolean leave(int v, int path, double at, double from, double upTo, double critical, boolean red) {
        double[] starts = table.zoneStart[path];
        byte[] rank = table.rank[path];
        double since = seenFor;
        for (int c = 0; c < starts.length; c++) {
            boolean asks = (red || rank[c] == LaneTable.YIELDS) && starts[c] > from && starts[c] < upTo;
            if (asks && !isBeside(path, c)) {
                since = Math.min(since, sinceLastPassed(table.meets[path][c], table.otherStart[path][c]));
            }
        }
        // A critical gap is a headway: what has run since the last one came by counts towards it.
        double needed = critical - since;
        boolean onGreen = !red && !table.atLine[path];
        for (int c = 0; c < starts.length; c++) {
            boolean asks = (red || rank[c] == LaneTable.YIELDS) && starts[c] > from && starts[c] < upTo;
            // those beside are crossed as soon as there is room: no critical gap was measured for them
            double headway = isBeside(path, c) ? 0 : needed;
            if (asks && !leavesGap(v, path, c, at, headway, onGreen)) {
                return false;
            }
        }
        return true;
    }

    private boolean isBeside(int path, int c) {
        return table.rank[path][c] == LaneTable.YIELDS && table.isBeside(path, table.meets[path][c]);
    }

    private boolean leavesGap(int v, int path, int c, double at, double headway, boolean onGreen) {
        double arrives = secondsThroughCurve(v, at, table.zoneStart[path][c] - at, table.limit[path]);
        // where both come into the same lane, the next one only has to be able to follow
        boolean merges = table.merges[path][c];
        double clear = merges ? table.zoneStart[path][c] + MERGED : table.zoneEnd[path][c];
        double clears = secondsThroughCurve(v, at, clear + f.length(v) - at, table.limit[path]);
        double least = clears + (merges ? spareMerging : spare);
        double needed = Math.max(headway, least);
        int other = table.meets[path][c];
        for (int g = 0; g < queues.guests(other); g++) {
            int u = queues.guest(other, g);
            double rear = f.pos(u) + queues.guestOffset(other, g) - f.length(u);
            if (!isGoneBy(u, table.otherEnd[path][c] - rear, arrives)) {
                return deny(v, u);
            }
        }
        for (int k = 0; k < queues.count(other); k++) {
            int u = queues.at(other, k);
            boolean stuck = occupancy.isStuck(u) && f.pos(u) < table.otherStart[path][c] && !goesOnRound(u, other);
            if (!stuck
                    && !occupancy.isHeld(f.pos(u), other)
                    && !letsPass(u, path, c, 0, 0, table.limit[other], arrives, needed)) {
                return deny(v, u);
            }
        }
        int from = table.from[other];
        // who follows a vehicle that turns off has just slowed down, and holds back a little more
        boolean facing = onGreen && table.group[other] != SignalSystem.NO_GROUP && !isBeside(path, c);
        double behindTurner = facing ? Math.min(needed, least - holdsBack) : needed;
        return laneLeavesGap(v, path, c, arrives, needed, behindTurner)
                && (table.end[from] >= looksBack || upstreamLetsPass(v, from, other, path, c, arrives, needed));
    }

    /**
     * The same for those who come on the lane of the other stream.
     *
     * @param needed seconds until the first of them is at the shared stretch
     * @param behindTurner likewise where somebody before it turns off
     */
    private boolean laneLeavesGap(int v, int path, int c, double arrives, double needed, double behindTurner) {
        int other = table.meets[path][c];
        int from = table.from[other];
        boolean unsignalled = table.group[other] == SignalSystem.NO_GROUP;
        boolean turned = behindTurner < needed && lastTurnedOff(from, other);
        // behind the last one ahead who does not come this way, the next one comes no sooner than it can follow
        int turner = -1;
        double turns = 0; // when that one passes its line at the soonest (s)
        for (int k = 0; k < queues.count(from); k++) {
            int u = queues.at(from, k);
            if (f.next(u) != other) {
                if (k == 0 && waitsAtLine(u)) {
                    break; // those behind it cannot come
                }
                turns = Math.max(toLine(u, from), turner < 0 ? 0 : turns + headway(turner, u));
                turner = u;
                continue;
            }
            boolean stays = waitsAtLine(u) ? occupancy.hasStoodLong(u) : unsignalled && occupancy.isStuck(u);
            if (stays || !mayPassLine(u, other) || occupancy.isHeld(f.pos(u) - table.end[from], other)) {
                break; // it stays there, and so do those behind it
            }
            double asked = turner >= 0 || turned ? behindTurner : needed;
            boolean held = turner >= 0
                    && turns + headway(turner, u) + fromLine(u, turnSpeed(turner), table.otherStart[path][c], other)
                            >= asked;
            if (!held && !letsPass(u, path, c, table.end[from], table.end[from], table.limit[other], arrives, asked)) {
                return deny(v, u);
            }
            turner = -1; // whoever comes behind this one comes later than this one
            turned = false;
            if (table.end[from] - f.pos(u) > FAR) {
                break;
            }
        }
        return true;
    }

    /** Whether the last one to leave a lane, as far as it is still inside, went another way than this. */
    private boolean lastTurnedOff(int lane, int path) {
        int[] paths = table.paths[lane];
        double nearest = Double.POSITIVE_INFINITY;
        int last = path;
        for (int i = 0; i < paths.length; i++) {
            int n = queues.count(paths[i]);
            double at = n == 0 ? Double.POSITIVE_INFINITY : f.pos(queues.at(paths[i], n - 1));
            if (at < nearest) {
                nearest = at;
                last = paths[i];
            }
        }
        return last != path;
    }

    /** Seconds until a vehicle passes its line at the soonest, at the speed at which it turns (s). */
    private double toLine(int u, int lane) {
        double metres = table.end[lane] - f.pos(u);
        return secondsThroughCurve(u, -metres, metres, turnSpeed(u));
    }

    private double turnSpeed(int u) {
        int path = f.next(u);
        return Math.min(f.desiredSpeed(u), path >= 0 ? table.limit[path] : f.desiredSpeed(u));
    }

    /** Seconds by which one vehicle passes a line behind another one that turns there. */
    private double headway(int leader, int u) {
        return f.timeGap(u) + (f.length(leader) + f.standingGap(u)) / Math.max(1, turnSpeed(leader));
    }

    /** Seconds from the line to a place on a path for who passes the line at a speed and picks up its own again. */
    private double fromLine(int u, double speed, double metres, int path) {
        double a = f.maximumAcceleration(u);
        double picksUp = (Math.sqrt(speed * speed + 2 * a * metres) - speed) / a;
        return Math.max(picksUp, metres / Math.max(1, table.limit[path]));
    }

    /**
     * Whether somebody who goes round a ring has room beyond the leg, so that only those who come in there keep it: it would stand for ever
     * if others did so before it.
     */
    private boolean goesOnRound(int u, int path) {
        return table.onRing[table.from[path]] && table.onRing[table.to[path]] && ringRoom.missing(u, path) < 0;
    }

    /** The same for those who are about to come onto a short lane: round a ring they are near soon. */
    private boolean upstreamLetsPass(int v, int from, int other, int path, int c, double arrives, double needed) {
        for (int before : table.sources[from]) {
            double back = table.end[from] + table.end[before];
            for (int k = 0; k < queues.count(before); k++) {
                int u = queues.at(before, k);
                if (!stillWaits(u, before)
                        && comesBy(u, from, other)
                        && !letsPass(u, path, c, back, 0, table.limit[from], arrives, needed)) {
                    return deny(v, u);
                }
            }
            int lane = table.from[before];
            boolean far = back >= looksBack;
            for (int k = 0; k < queues.count(lane) && !far; k++) {
                int u = queues.at(lane, k);
                if (f.next(u) != before || stillWaits(u, before) || !mayPassLine(u, before)) {
                    break; // who waits at the head of a lane keeps those behind it
                }
                if (comesBy(u, from, other)
                        && !letsPass(
                                u,
                                path,
                                c,
                                back + table.end[lane],
                                table.end[lane],
                                table.limit[from],
                                arrives,
                                needed)) {
                    return deny(v, u);
                }
                far = back + table.end[lane] - f.pos(u) > looksBack;
            }
        }
        return true;
    }

    /** Whether nobody who has no priority either, and whose way crosses, is inside and will be for long, or is setting off. */
    boolean isItsTurn(int v, int path, double at) {
        for (int c = 0; c < table.meets[path].length; c++) {
            if (table.rank[path][c] != LaneTable.IN_TURN || table.zoneStart[path][c] <= at) {
                continue;
            }
            int blocker = occupancy.blockedBy(v, path, c, at);
            if (blocker >= 0 && !occupancy.isGoneInTime(blocker, v, path, c, table.zoneStart[path][c] - at)) {
                return deny(v, blocker);
            }
            int lane = table.from[table.meets[path][c]];
            int u = queues.count(lane) == 0 ? -1 : queues.at(lane, 0);
            if (u >= 0 && f.next(u) == table.meets[path][c] && f.hadGap(u)) {
                return deny(v, u);
            }
        }
        return true;
    }

    /** Notes who stands in the way of a vehicle that looks for its chance. */
    private boolean deny(int v, int because) {
        f.inTheWay(v, f.id(because));
        return false;
    }

    boolean mayPassLine(int v, int path) {
        int group = table.group[path];
        return group == SignalSystem.NO_GROUP
                || aspects.of(group).letsGo()
                || f.decision(v) == Fleet.GOES
                || f.decision(v) == Fleet.UNDECIDED
                        && aspects.of(group) == Aspect.YELLOW // makes up its mind in this step
                || (table.gaps.onRed[path] || table.gaps.afterStop[path] != null) && f.hadGap(v);
    }

    private boolean waitsAtLine(int v) {
        int path = f.next(v);
        return path >= 0 && table.path[path] && table.atLine[path] && !f.hadGap(v) && f.speed(v) < Occupancy.STANDS;
    }

    private boolean stillWaits(int v, int path) {
        return !Double.isNaN(table.waitAt[path]) && !f.hadGap(v);
    }

    /** Whether the way of a vehicle that comes onto a lane goes on by a path. */
    private boolean comesBy(int v, int lane, int path) {
        return wayfinding.wayOn(v, lane, f.cursor(v) + 1) == path;
    }

    /** Seconds since the last vehicle of a stream came to a point of its path, as far back as its rear can be seen (s). */
    private double sinceLastPassed(int path, double point) {
        double least = seenFor;
        for (int k = 0; k < queues.count(path); k++) {
            int u = queues.at(path, k);
            if (f.pos(u) > point) {
                least = Math.min(least, (f.pos(u) - point) / Math.max(1, f.speed(u)));
            }
        }
        return least;
    }

    /**
     * Whether one vehicle of the other stream leaves the gap.
     *
     * @param lineAt where the other path begins on the scale of that vehicle's position (m)
     * @param slowsAt where it has to have slowed down to a limit on its way, on the same scale (m)
     * @param limit that limit (m/s)
     * @param arrives seconds until the one who looks is at the shared stretch
     * @param needed seconds that it wants to have
     */
    private boolean letsPass(
            int u, int path, int c, double lineAt, double slowsAt, double limit, double arrives, double needed) {
        double front = f.pos(u) - lineAt;
        double rear = front - f.length(u);
        double zoneEnd = table.otherEnd[path][c];
        if (rear >= zoneEnd) {
            return true;
        }
        double distance = table.otherStart[path][c] - front;
        int other = table.meets[path][c];
        double waitAt = table.waitAt[other];
        boolean willStand = f.lane(u) == other && front <= waitAt && !f.goes(u);
        if (willStand && waitAt > table.otherStart[path][c] && waitAt - f.length(u) < zoneEnd) {
            return false; // it will wait for its own gap right there
        }
        if (distance <= 0) {
            return isGoneBy(u, zoneEnd - rear, arrives);
        }
        // who comes from further upstream slows down for the curve that begins with its own line
        return secondsThroughCurve(u, f.pos(u) - slowsAt, distance, Math.min(f.desiredSpeed(u), limit)) >= needed;
    }

    private boolean isGoneBy(int u, double metres, double seconds) {
        return metres <= 0 || f.speed(u) > 1 && metres / f.speed(u) < seconds;
    }

    /**
     * Seconds a vehicle takes for a distance on which it has to slow down for a curve (s).
     *
     * @param at its position, negative before the curve (m)
     * @param metres that it has to go
     * @param curve the speed there (m/s)
     */
    private double secondsThroughCurve(int v, double at, double metres, double curve) {
        double speed = f.speed(v);
        if (at >= 0 || speed <= curve) {
            return seconds(v, metres, curve);
        }
        double braking = (speed * speed - curve * curve) / (2 * curveDeceleration);
        double cruising = Math.max(0, -at - braking) / speed;
        double slowing = 2 * Math.min(-at, braking) / (speed + curve);
        return cruising + slowing + Math.max(0, metres + at) / curve;
    }

    /** Seconds a vehicle takes for a distance when it speeds up as it likes to, up to a speed (s). */
    double seconds(int v, double metres, double top) {
        double speed = f.speed(v);
        if (metres <= 0) {
            return 0;
        }
        double reached = Math.max(top, speed);
        double maximumAcceleration = f.maximumAcceleration(v);
        double ramp = (reached * reached - speed * speed) / (2 * maximumAcceleration);
        if (ramp >= metres) {
            return (Math.sqrt(speed * speed + 2 * maximumAcceleration * metres) - speed) / maximumAcceleration;
        }
        return (reached - speed) / maximumAcceleration + (metres - ramp) / reached;
    }
}
