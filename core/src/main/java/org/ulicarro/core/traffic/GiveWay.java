package org.ulicarro.core.traffic;

import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.signal.SignalSystem;

/**
 * Stage 4: who takes a gap now. For each path that yields, the first vehicle that has not taken one yet looks at everybody who
 * will use the stretches it has to cross; it goes if it has cleared each of them before the next one arrives there, or follows
 * after whoever is there, by its critical gap. Past the waiting place, a gap that was taken is kept.
 */
final class GiveWay {

    /** Nobody looks for a gap from further away than this many seconds of comfortable braking (s). */
    private static final double LOOKS_AHEAD = 2.0;

    /** A gap must leave at least this much after the own rear has cleared (s). */
    private static final double SPARE = 0.5;

    /** Longer ago than this, the last vehicle of a stream no longer counts as the front of a gap (s). */
    private static final double SEEN_FOR = 2.0;

    /** Below this a vehicle has come to its stop at a sign (m/s). */
    private static final double STANDS = 0.3;

    /** Who stands further from the line has not stopped at it yet (m). */
    private static final double STOPS_WITHIN = 3.0;

    /** Streams are looked at this far back from where they begin, over the lanes before it (m). */
    private static final double LOOKS_BACK = 60;

    private final LaneTable table;
    private final LaneQueues queues;
    private final Fleet f;
    private final Aspects aspects;
    private final Occupancy occupancy;
    private final Wayfinding wayfinding;
    private final int[] yielding; // the paths on which vehicles wait for gaps

    GiveWay(Parts parts) {
        table = parts.table;
        queues = parts.queues;
        f = parts.fleet;
        aspects = parts.aspects;
        occupancy = parts.occupancy;
        wayfinding = parts.wayfinding;
        yielding = java.util.stream.IntStream.range(0, table.lanes)
                .filter(lane -> !Double.isNaN(table.waitAt[lane]))
                .toArray();
    }

    /** Paths on which vehicles wait for gaps. */
    int paths() {
        return yielding.length;
    }

    /** From which of them on those of another place begin, at or after one of them. */
    int nextPlace(int n) {
        int at = n;
        while (at > 0 && at < yielding.length && place(yielding[at]) == place(yielding[at - 1])) {
            at++;
        }
        return at;
    }

    private String place(int path) {
        return table.network.movements().get(table.movement[path]).place();
    }

    /** Whether a vehicle had its gap when this stage began. */
    private boolean hasGap(int v) {
        return f.committed[v] == Fleet.HAS_GAP || f.committed[v] == Fleet.DROPS_GAP;
    }

    /** Decides for the yielding paths from one to before another, both counted among them. */
    void decide(int from, int to, double now) {
        for (int i = from; i < to; i++) {
            int path = yielding[i];
            int v = candidate(path);
            if (v >= 0) {
                double at = f.lane[v] == path ? f.pos[v] : f.pos[v] - table.end[table.from[path]];
                if (table.stops[path] && !hasStopped(v, at, now)) {
                    continue;
                }
                if (isNear(v, path, at) && hasRoomBehind(v, path) && isItsTurn(v, path, at) && hasGaps(v, path, at)) {
                    if (!hasGap(v)) {
                        f.committed[v] = Fleet.TAKES_GAP;
                    }
                } else if (canStillWait(v, path, at)) {
                    if (hasGap(v)) {
                        f.committed[v] = Fleet.DROPS_GAP;
                    }
                }
            }
        }
    }

    /** The first vehicle of a path's stream that has not passed the waiting place, or -1. */
    private int candidate(int path) {
        for (int k = 0; k < queues.count[path]; k++) {
            int v = queues.at(path, k);
            if (f.pos[v] <= table.waitAt[path]) {
                return v;
            }
        }
        int lane = table.from[path];
        if (queues.count[lane] == 0) {
            return -1;
        }
        int v = queues.at(lane, 0);
        return f.next[v] == path && mayPassLine(v, path) ? v : -1;
    }

    /** Notes when a vehicle comes to its full stop at the line. */
    private boolean hasStopped(int v, double at, double now) {
        if (Double.isNaN(f.since[v]) && f.speed[v] < STANDS && at > -STOPS_WITHIN) {
            f.since[v] = now;
        }
        return !Double.isNaN(f.since[v]);
    }

    /** Where order of arrival decides: nobody whose way crosses is inside, about to go, or has waited longer. */
    private boolean isItsTurn(int v, int path, double at) {
        if (!table.inOrder[path]) {
            return true;
        }
        for (int c = 0; c < table.meets[path].length; c++) {
            int other = table.meets[path][c];
            int blocker = occupancy.blockedBy(v, path, c, at);
            if (blocker >= 0) {
                return deny(v, blocker);
            }
            int lane = table.from[other];
            int u = queues.count[lane] == 0 ? -1 : queues.at(lane, 0);
            boolean waits = u >= 0 && f.next[u] == other && !Double.isNaN(f.since[u]);
            if (waits && (hasGap(u) || !hasGap(v) && cameBefore(u, v))) {
                return deny(v, u);
            }
        }
        return true;
    }

    /** Notes who stands in the way of a vehicle that looks for its chance. */
    private boolean deny(int v, int because) {
        f.inTheWay[v] = f.id[because];
        return false;
    }

    private boolean cameBefore(int u, int v) {
        return f.since[u] < f.since[v] || f.since[u] == f.since[v] && f.id[u] < f.id[v];
    }

    /** A gap that closes again is let go as long as a comfortable stop is possible. */
    private boolean canStillWait(int v, int path, double at) {
        double room = table.waitAt[path] - at;
        return room > 0 && f.speed[v] * f.speed[v] <= 2 * f.comfort[v] * room;
    }

    private boolean mayPassLine(int v, int path) {
        int group = table.group[path];
        return group == SignalSystem.NO_GROUP || aspects.of(group) == Aspect.GREEN || f.decision[v] == Fleet.GOES;
    }

    private boolean isNear(int v, int path, double at) {
        double braking = f.speed[v] * f.speed[v] / (2 * f.comfort[v]);
        return table.waitAt[path] - at <= braking + LOOKS_AHEAD * f.speed[v] + 3;
    }

    /** There must be room to stand clear of the junction, or those ahead must be moving off. */
    private boolean hasRoomBehind(int v, int path) {
        int to = table.to[path];
        if (queues.count[to] == 0 || table.onRing[to]) {
            return true;
        }
        int last = queues.last(to);
        boolean room = f.speed[last] > 2 || f.pos[last] - f.length[last] > f.length[v] + f.space[v];
        return room || deny(v, last);
    }

    private boolean hasGaps(int v, int path, double at) {
        for (int c = 0; c < table.meets[path].length; c++) {
            if (table.rank[path][c] == LaneTable.YIELDS && table.zoneStart[path][c] > at && !hasGap(v, path, c, at)) {
                return false;
            }
        }
        return true;
    }

    private boolean hasGap(int v, int path, int c, double at) {
        double arrives = secondsThroughCurve(v, path, at, table.zoneStart[path][c]);
        double clears = secondsThroughCurve(v, path, at, table.zoneEnd[path][c] + f.length[v]);
        int other = table.meets[path][c];
        // A critical gap is a headway: what has run since the last one came by counts towards it.
        double needed = Math.max(f.criticalGap[v] - sinceLastPassed(other, table.otherStart[path][c]), clears + SPARE);
        for (int g = 0; g < queues.guestCount[other]; g++) {
            int u = queues.guest(other, g);
            double rear = f.pos[u] + queues.guestOffset(other, g) - f.length[u];
            if (!isGoneBy(u, table.otherEnd[path][c] - rear, arrives)) {
                return deny(v, u);
            }
        }
        for (int k = 0; k < queues.count[other]; k++) {
            int u = queues.at(other, k);
            if (!isHeld(f.pos[u], other) && !letsPass(u, path, c, 0, arrives, needed)) {
                return deny(v, u);
            }
        }
        int from = table.from[other];
        for (int k = 0; k < queues.count[from]; k++) {
            int u = queues.at(from, k);
            if (f.next[u] != other) {
                if (k == 0 && waitsAtLine(u)) {
                    break; // those behind it cannot come
                }
                continue;
            }
            if (!mayPassLine(u, other) || isHeld(f.pos[u] - table.end[from], other)) {
                break; // it stays there, and so do those behind it
            }
            if (!letsPass(u, path, c, table.end[from], arrives, needed)) {
                return deny(v, u);
            }
            if (table.end[from] - f.pos[u] > 200) {
                break;
            }
        }
        return table.end[from] >= LOOKS_BACK || upstreamLetsPass(v, from, other, path, c, arrives, needed);
    }

    /** The same for those who are about to come onto a short lane: round a ring they are near soon. */
    private boolean upstreamLetsPass(int v, int from, int other, int path, int c, double arrives, double needed) {
        for (int before : table.sources[from]) {
            double back = table.end[from] + table.end[before];
            for (int k = 0; k < queues.count[before]; k++) {
                int u = queues.at(before, k);
                if (!stillWaits(u, before) && comesBy(u, from, other) && !letsPass(u, path, c, back, arrives, needed)) {
                    return deny(v, u);
                }
            }
            int lane = table.from[before];
            boolean far = back >= LOOKS_BACK;
            for (int k = 0; k < queues.count[lane] && !far; k++) {
                int u = queues.at(lane, k);
                if (f.next[u] != before || stillWaits(u, before) || !mayPassLine(u, before)) {
                    break; // who waits at the head of a lane keeps those behind it
                }
                if (comesBy(u, from, other) && !letsPass(u, path, c, back + table.end[lane], arrives, needed)) {
                    return deny(v, u);
                }
                far = back + table.end[lane] - f.pos[u] > LOOKS_BACK;
            }
        }
        return true;
    }

    private boolean waitsAtLine(int v) {
        int path = f.next[v];
        return path >= 0 && table.path[path] && table.atLine[path] && !hasGap(v) && f.speed[v] < STANDS;
    }

    private boolean stillWaits(int v, int path) {
        return !Double.isNaN(table.waitAt[path]) && !hasGap(v);
    }

    /** Whether the way of a vehicle that comes onto a lane goes on by a path. */
    private boolean comesBy(int v, int lane, int path) {
        return wayfinding.wayOn(v, lane, f.cursor[v] + 1) == path;
    }

    /**
     * Whether somebody who came from the same lane stands in the way and waits for a gap there, as a left turn does before those
     * behind it. Without this two such left turns would wait for each other's followers for ever.
     *
     * @param at position on the path, negative before its line
     */
    private boolean isHeld(double at, int path) {
        int[] siblings = table.siblings[path];
        for (int i = 0; i < siblings.length; i++) {
            int other = siblings[i];
            for (int k = 0; k < queues.count[other] && !Double.isNaN(table.waitAt[other]); k++) {
                int w = queues.at(other, k);
                boolean ahead = f.pos[w] > at && f.pos[w] - f.length[w] < table.partsAt[path][i];
                if (ahead && f.speed[w] < STANDS && !hasGap(w) && f.pos[w] <= table.waitAt[other] + 1) {
                    return true;
                }
            }
        }
        return false;
    }

    /** Seconds since the last vehicle of a stream came to a point of its path, as far back as its rear can be seen (s). */
    private double sinceLastPassed(int path, double point) {
        double least = SEEN_FOR;
        for (int k = 0; k < queues.count[path]; k++) {
            int u = queues.at(path, k);
            if (f.pos[u] > point) {
                least = Math.min(least, (f.pos[u] - point) / Math.max(1, f.speed[u]));
            }
        }
        return least;
    }

    /**
     * Whether one vehicle of the other stream leaves the gap.
     *
     * @param lineAt where the other path begins on the scale of that vehicle's position (m)
     * @param arrives seconds until the one who looks is at the shared stretch
     * @param needed seconds that it wants to have
     */
    private boolean letsPass(int u, int path, int c, double lineAt, double arrives, double needed) {
        double front = f.pos[u] - lineAt;
        double rear = front - f.length[u];
        double zoneEnd = table.otherEnd[path][c];
        if (rear >= zoneEnd) {
            return true;
        }
        double distance = table.otherStart[path][c] - front;
        if (distance <= 0) {
            return isGoneBy(u, zoneEnd - rear, arrives);
        }
        return seconds(u, distance, f.want[u]) >= needed;
    }

    private boolean isGoneBy(int u, double metres, double seconds) {
        return metres <= 0 || f.speed[u] > 1 && metres / f.speed[u] < seconds;
    }

    /** Seconds until a vehicle is at a point of a path, slowing down for its curve before the line (s). */
    private double secondsThroughCurve(int v, int path, double at, double point) {
        double speed = f.speed[v];
        double curve = table.limit[path];
        if (at >= 0 || speed <= curve) {
            return seconds(v, point - at, curve);
        }
        double braking = (speed * speed - curve * curve) / (2 * Pedals.CURVE_DECELERATION);
        double cruising = Math.max(0, -at - braking) / speed;
        double slowing = 2 * Math.min(-at, braking) / (speed + curve);
        return cruising + slowing + point / curve;
    }

    /** Seconds a vehicle takes for a distance when it speeds up as it likes to (s). */
    private double seconds(int v, double metres, double top) {
        double speed = f.speed[v];
        if (metres <= 0) {
            return 0;
        }
        double reached = Math.max(top, speed);
        double pickup = f.pickup[v];
        double ramp = (reached * reached - speed * speed) / (2 * pickup);
        if (ramp >= metres) {
            return (Math.sqrt(speed * speed + 2 * pickup * metres) - speed) / pickup;
        }
        return (reached - speed) / pickup + (metres - ramp) / reached;
    }
}
