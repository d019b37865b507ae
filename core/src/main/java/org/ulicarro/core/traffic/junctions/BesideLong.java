package org.ulicarro.core.traffic.junctions;

import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.lanes.LongTable;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.LaneQueues;
import org.ulicarro.core.traffic.state.Occupancy;

/**
 * Drivers of long vehicles do not turn beside each other where their bodies would touch: who is inside the junction goes before who is not,
 * since it could not get out of the way; of two inside or outside the one who is nearer to that stretch; but nobody goes first who stands
 * behind somebody who waits for a gap: that one may be waiting for the other. Reads only.
 */
public final class BesideLong {

    private final LaneTable table;
    private final LongTable longs;
    private final LaneQueues queues;
    private final Fleet f;
    private final Aspects aspects;
    private final Occupancy occupancy;

    public BesideLong(Parts parts) {
        table = parts.table;
        longs = parts.table.longs;
        queues = parts.queues;
        f = parts.fleet;
        aspects = parts.aspects;
        occupancy = parts.occupancy;
    }

    /**
     * Whom a vehicle lets go before it enters the n-th stretch of its path, where one of the two is long, a certain one has to be, or both.
     *
     * @param distance to that stretch (m), above 0
     * @return a row, or -1
     */
    public int first(int v, int path, int n, double distance) {
        double at = longs.from[path][n] - distance;
        boolean held = occupancy.isHeld(at, path);
        int other = longs.meets[path][n];
        boolean any = !longs.otherIsLong[path][n] && occupancy.isLong(v); // then a car is in the way, too
        double from = longs.otherFrom[path][n];
        double to = longs.otherTo[path][n];
        for (int k = 0; k < queues.count(other); k++) {
            int u = queues.at(other, k);
            boolean counts = (any || occupancy.isLong(u)) && f.pos(u) - f.length(u) < to;
            if (counts
                    && (f.pos(u) >= from || goesBefore(u, other, f.pos(u), from - f.pos(u), v, at, distance, held))) {
                return u;
            }
        }
        int rear = occupancy.rearBefore(other, to);
        if (rear >= 0 && (any || occupancy.isLong(rear))) {
            return rear;
        }
        int lane = table.from[other];
        int u = queues.count(lane) == 0 ? -1 : queues.at(lane, 0);
        if (u < 0 || f.next(u) != other || !any && !occupancy.isLong(u)) {
            return -1;
        }
        double left = from + table.end[lane] - f.pos(u);
        boolean comes = left <= 0
                || (from < 0 || mayEnter(u, other))
                        && goesBefore(u, other, f.pos(u) - table.end[lane], left, v, at, distance, held);
        return comes ? u : -1;
    }

    private boolean goesBefore(
            int u, int other, double atThere, double distanceThere, int v, double at, double distance, boolean held) {
        if (occupancy.isHeld(atThere, other) != held) {
            return held && !occupancy.isStuck(u);
        }
        if (atThere >= 0 != at >= 0) {
            return atThere >= 0 && !occupancy.isStuck(u);
        }
        boolean nearer = distanceThere < distance || distanceThere == distance && f.id(u) < f.id(v);
        return nearer && !occupancy.isStuck(u);
    }

    private boolean mayEnter(int u, int path) {
        int group = table.group[path];
        boolean open = group == SignalSystem.NO_GROUP
                || aspects.of(group).letsGo()
                || f.decision(u) == Fleet.GOES
                || (table.gaps.onRed[path] || table.gaps.afterStop[path] != null) && f.goes(u);
        return open && (Double.isNaN(table.waitAt[path]) || table.waitAt[path] > 0 || f.goes(u));
    }
}
