package org.ulicarro.core.traffic.junctions;

import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.lanes.RingTable;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.LaneQueues;
import org.ulicarro.core.traffic.state.Occupancy;
import org.ulicarro.core.traffic.way.Wayfinding;

/**
 * Whether there is room on a ring, so that nobody stands where others enter and leave, and so that it never fills up. Reads only.
 *
 * <p>Two rules, for those who enter and the first of them for those who go past a leg:
 *
 * <ol>
 *   <li>There is room beyond the leg where those ahead creep or stand.
 *   <li>Whoever enters leaves on its way round as much room free as the longest vehicle there takes. Then those on it can always close up until one
 *       comes to its exit: the rule by which messages never block each other on rings of computers (C. Carrion, R. Beivide, J. A. Gregorio, F. Vallejo, <i>A
 *       flow control mechanism to avoid message deadlock in k-ary n-cube networks</i>, Conference on High Performance Computing, 1997).
 * </ol>
 */
public final class RoundaboutRoom {

    /** Who moves slower round a ring may stop there; of those who do not, one expects that they go on (m/s). */
    private static final double CREEPS = 2.0;

    /**
     * Who enters an inner lane stands across the outer ones where it stops. So it does not count on one ahead that is slower than this on its way out across
     * the outer lane, and may have to wait there (m/s): else they wait for each other round the ring.
     */
    private static final double SLOW_AHEAD = 3.0;

    /** How many lanes and paths ahead matter to the longest vehicle on the smallest ring. */
    private static final int LOOKS_AHEAD = 6;

    private final LaneTable table;
    private final RingTable rings;
    private final LaneQueues queues;
    private final Fleet f;
    private final Wayfinding wayfinding;
    private final Occupancy occupancy;
    private final boolean[] across; // path -> whether it enters a ring across an outer lane of it
    private int onIt = -1; // row of one who is on a way that would fill up

    public RoundaboutRoom(Parts parts) {
        table = parts.table;
        rings = table.rings;
        queues = parts.queues;
        f = parts.fleet;
        wayfinding = parts.wayfinding;
        occupancy = parts.occupancy;
        across = new boolean[table.lanes];
        for (int path = 0; path < table.lanes; path++) {
            across[path] = table.path[path] && !table.onRing[table.from[path]] && crossesRing(path);
        }
    }

    private boolean crossesRing(int path) {
        for (int c = 0; c < table.meets[path].length; c++) {
            int other = table.meets[path][c];
            if (!table.merges[path][c] && table.onRing[table.from[other]] && table.onRing[table.to[other]]) {
                return true;
            }
        }
        return false;
    }

    /** Who keeps a vehicle from entering a ring by a path: as {@link #beyondLeg}, and the last one ahead where the ring would fill up. */
    public int missing(int v, int path) {
        int last = beyondLeg(v, path);
        if (last >= 0 || table.onRing[table.from[path]]) {
            return last;
        }
        int way = rings.way[table.to[path]];
        return way != LaneTable.NONE && fills(v, way) ? onIt : -1;
    }

    /**
     * Who keeps a vehicle from getting past a leg by a path that ends on the ring: the last one on its way, if that one creeps and what it leaves is too
     * short for the vehicle and those who come there before it.
     *
     * @return a row, or -1 where there is room
     */
    private int beyondLeg(int v, int path) {
        int arc = table.to[path];
        double needed = takes(v) + onTheWay(v, path, arc);
        double from = 0;
        int at = arc;
        int cursor = f.cursor(v) + 1;
        for (int i = 0; i < LOOKS_AHEAD && from < needed; i++) {
            int last = rearmost(at);
            if (last >= 0) {
                boolean careful = across[path] && leaves(last) && !occupancy.hasStoodLong(v);
                double slow = careful ? SLOW_AHEAD : CREEPS;
                return f.speed(last) < slow && from + rear < needed ? last : -1;
            }
            from += table.end[at];
            if (table.path[at]) {
                at = table.to[at];
                cursor++;
            } else {
                at = wayfinding.wayOn(v, at, cursor);
                if (at < 0) {
                    return -1;
                }
            }
        }
        return -1;
    }

    /** Whether somebody is on its way out of the ring, or takes the next exit. */
    private boolean leaves(int u) {
        int lane = f.lane(u);
        int way = table.path[lane] ? lane : f.next(u);
        return way >= 0 && table.path[way] && !table.onRing[table.to[way]];
    }

    private double rear; // of the rearmost one, m along the lane in hand

    /** Who is last on a lane, with its front or only with its body, or -1. */
    private int rearmost(int lane) {
        int last = -1;
        rear = Double.POSITIVE_INFINITY;
        if (queues.count(lane) > 0) {
            last = queues.last(lane);
            rear = f.pos(last) - f.length(last);
        }
        for (int g = 0; g < queues.guests(lane); g++) {
            int u = queues.guest(lane, g);
            double there = f.pos(u) + queues.guestOffset(lane, g) - f.length(u);
            if (there < rear) {
                rear = there;
                last = u;
            }
        }
        return last;
    }

    private double takes(int u) {
        return f.length(u) + f.standingGap(u);
    }

    /** What those take who are on their way onto an arc already (m). */
    private double onTheWay(int v, int path, int arc) {
        double sum = 0;
        for (int source : table.sources[arc]) {
            boolean own = source == path;
            for (int k = 0; k < queues.count(source); k++) {
                int u = queues.at(source, k);
                if (u != v && (!own || f.lane(v) != path || f.pos(u) > f.pos(v))) {
                    sum += takes(u);
                }
            }
            int u = own || table.onRing[table.from[source]] ? -1 : first(table.from[source]);
            if (u >= 0 && u != v && f.next(u) == source && f.goes(u)) {
                sum += takes(u);
            }
        }
        return sum;
    }

    private int first(int lane) {
        return queues.count(lane) > 0 ? queues.at(lane, 0) : -1;
    }

    /** Whether a vehicle that enters would leave less room on a closed way than the longest one there takes. */
    private boolean fills(int v, int way) {
        double longest = takes(v);
        double free = rings.length[way] - longest;
        onIt = -1;
        for (int part : rings.parts[way]) {
            for (int k = 0; k < queues.count(part); k++) {
                int u = queues.at(part, k);
                free -= takes(u);
                longest = Math.max(longest, takes(u));
                onIt = u;
            }
            for (int g = 0; g < queues.guests(part); g++) {
                int u = queues.guest(part, g);
                if (rings.way[f.lane(u)] != way) { // leaving, with its rear still there
                    free -= Math.max(0, table.end[part] - (f.pos(u) + queues.guestOffset(part, g) - f.length(u)));
                }
            }
        }
        for (int path : rings.entering[way]) {
            for (int k = 0; k < queues.count(path); k++) {
                int u = queues.at(path, k);
                free -= u == v ? 0 : takes(u);
                longest = Math.max(longest, takes(u));
            }
            int u = first(table.from[path]);
            if (u >= 0 && u != v && f.next(u) == path && f.goes(u)) {
                free -= takes(u);
                longest = Math.max(longest, takes(u));
            }
        }
        return free < longest && onIt >= 0;
    }
}
