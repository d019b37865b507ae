package org.ulicarro.core.traffic.junctions;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.Arrays;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.LaneQueues;
import org.ulicarro.core.traffic.state.Occupancy;

/**
 * Where everybody stops and the order of arrival decides; those whose ways do not cross go together. The more others stand at their
 * lines, the longer a driver looks before it goes.
 */
final class AllWay implements Stateful {

    /**
     * How long a driver makes sure that it is its turn, by the number of other approaches where somebody is (s). Chosen so that the
     * departure headways of the Highway Capacity Manual (7th edition, 2022, chapter 21) come out, which rise with the degree of conflict.
     */
    private static final double[] MAKES_SURE = {0, 0.5, 1.1, 1.85};

    /** Who is nearer to its line than this counts among them (m). */
    private static final double COMES = 12;

    private final LaneTable table;
    private final LaneQueues queues;
    private final Fleet f;
    private final Occupancy occupancy;
    private final double[] turnSince; // lane -> since when it is the turn of its first vehicle, NaN while it is not

    AllWay(Parts parts) {
        table = parts.table;
        queues = parts.queues;
        f = parts.fleet;
        occupancy = parts.occupancy;
        turnSince = new double[table.lanes];
        Arrays.fill(turnSince, Double.NaN);
    }

    /** Whether nobody whose way crosses is inside, about to go, or has waited longer, and the driver has made sure of it. */
    boolean isItsTurn(int v, int path, double at, double now) {
        int lane = table.from[path];
        int companion = companion(path);
        if (!isFree(v, path, at, companion)) {
            turnSince[lane] = Double.NaN;
            return false;
        }
        if (hasGap(v) || companion >= 0 && othersAtTheirLines(path) > 1) {
            return true;
        }
        if (Double.isNaN(turnSince[lane])) {
            turnSince[lane] = now;
        }
        int others = Math.min(othersAtTheirLines(path), MAKES_SURE.length - 1);
        boolean sure = now - turnSince[lane] >= MAKES_SURE[others];
        turnSince[lane] = sure ? Double.NaN : turnSince[lane];
        return sure;
    }

    /** Somebody on another approach who is just setting off on a way that this one does not meet, as a path, or -1. */
    private int companion(int path) {
        for (int lane : table.gaps.otherLines[path]) {
            int w = first(lane);
            if (w >= 0 && hasGap(w) && f.next(w) >= 0 && table.path[f.next(w)] && !meets(path, f.next(w))) {
                return f.next(w);
            }
        }
        return -1;
    }

    private boolean meets(int path, int other) {
        for (int met : table.meets[path]) {
            if (met == other) {
                return true;
            }
        }
        return false;
    }

    /** Who sets off together with somebody takes no time from those who wait for that one anyway. */
    private boolean isFree(int v, int path, double at, int companion) {
        for (int c = 0; c < table.meets[path].length; c++) {
            int blocker = occupancy.blockedBy(v, path, c, at);
            if (blocker >= 0 && !occupancy.isGoneInTime(blocker, v, path, c, table.zoneStart[path][c] - at)) {
                return deny(v, blocker);
            }
            int other = table.meets[path][c];
            int u = first(table.from[other]);
            boolean waits = u >= 0 && f.next(u) == other && !Double.isNaN(f.since(u));
            boolean waitsAnyway = companion >= 0 && meets(other, companion);
            if (waits && (hasGap(u) || !hasGap(v) && !waitsAnyway && cameBefore(u, v))) {
                return deny(v, u);
            }
        }
        return true;
    }

    /** Other approaches where somebody stands at the line or comes up to it. */
    private int othersAtTheirLines(int path) {
        int[] all = table.gaps.otherLines[path];
        int count = 0;
        for (int lane : all) {
            int u = first(lane);
            count += u >= 0 && table.end[lane] - f.pos(u) < COMES ? 1 : 0;
        }
        return count;
    }

    private int first(int lane) {
        return queues.count(lane) == 0 ? -1 : queues.at(lane, 0);
    }

    /** Whether a vehicle had its turn when this stage began. */
    private boolean hasGap(int v) {
        return f.committed(v) == Fleet.HAS_GAP || f.committed(v) == Fleet.DROPS_GAP;
    }

    private boolean deny(int v, int because) {
        f.inTheWay(v, f.id(because));
        return false;
    }

    private boolean cameBefore(int u, int v) {
        return f.since(u) < f.since(v) || f.since(u) == f.since(v) && f.id(u) < f.id(v);
    }

    @Override
    public void save(DataOutput out) throws IOException {
        SavedArrays.write(out, turnSince, turnSince.length);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        SavedArrays.read(in, turnSince);
    }
}
