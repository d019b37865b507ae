package org.ulicarro.core.traffic.junctions;

import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.LaneQueues;
import org.ulicarro.core.traffic.way.Wayfinding;

/** Whether there is room on a ring beyond a leg, so that nobody stands where others enter and leave. Reads only. */
public final class RoundaboutRoom {

    /** Who moves slower round a ring may stop there (m/s). */
    private static final double CREEPS = 2.0;

    private final LaneTable table;
    private final LaneQueues queues;
    private final Fleet f;
    private final Wayfinding wayfinding;

    public RoundaboutRoom(Parts parts) {
        table = parts.table;
        queues = parts.queues;
        f = parts.fleet;
        wayfinding = parts.wayfinding;
    }

    /**
     * Who keeps a vehicle from getting past a leg by a path that ends on the ring: the last one on its way who creeps or stands, when
     * what is left is too short for it and those before it on the path.
     *
     * @return a row, or -1 where there is room
     */
    public int missing(int v, int path) {
        int arc = table.to[path];
        int last = -1;
        double rear = 0;
        if (queues.count(arc) > 0) {
            last = queues.last(arc);
            rear = f.pos(last) - f.length(last);
        } else {
            int on = wayfinding.wayOn(v, arc, f.cursor(v) + 1);
            if (on >= 0 && queues.count(on) > 0) {
                last = queues.last(on);
                rear = table.end[arc] + f.pos(last) - f.length(last);
            }
        }
        if (last < 0 || f.speed(last) >= CREEPS) {
            return -1;
        }
        double room = rear - f.length(v) - f.standingGap(v);
        for (int k = 0; k < queues.count(path); k++) {
            int u = queues.at(path, k);
            room -= u == v ? 0 : f.length(u) + f.standingGap(u);
        }
        return room < 0 ? last : -1;
    }
}
