package org.ulicarro.core.traffic.watching;

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
 * Full roads in a circle, such as those between the signals of a ring or round a block: each driver at a line waits for room on the next one,
 * of which the first waits for room on the one after it, until the circle closes and all keep junctions clear for ever. After half a minute of that
 * people move up all the same: one of them goes into its junction behind the queue, and the circle turns by one vehicle.
 */
public final class Circles implements Stateful {

    /** Nobody at the lines of the circle has got on for this long (ticks). */
    private static final int STOOD_FOR = 300;

    /** Who is further from its line than this has not come to it (m). */
    private static final double AT_LINE = 5;

    private final Fleet f;
    private final LaneTable table;
    private final LaneQueues queues;
    private final Occupancy occupancy;
    private final StandstillWatch standstills;
    private final int[]
            movesUpFrom; // departure -> lane from which it moves up although it keeps clear otherwise, or NONE
    private final int[] rowOf; // departure -> row while a look lasts
    private int[] visited = new int[0]; // row -> number of the search that came by
    private int[] chain = new int[64]; // rows that have been followed
    private int movedUp;

    public Circles(Parts parts, StandstillWatch standstills) {
        f = parts.fleet;
        table = parts.table;
        queues = parts.queues;
        occupancy = parts.occupancy;
        this.standstills = standstills;
        movesUpFrom = new int[parts.departures.size()];
        Arrays.fill(movesUpFrom, LaneTable.NONE);
        rowOf = new int[parts.departures.size()];
    }

    /** How many drivers have moved up so. */
    public int movedUp() {
        return movedUp;
    }

    /** Looks for them, after those who stand have been looked at. */
    public void look(int tick) {
        Arrays.fill(rowOf, -1);
        boolean any = false;
        for (int lane = 0; lane < table.lanes; lane++) {
            for (int k = 0; k < queues.count(lane); k++) {
                int v = queues.at(lane, k);
                rowOf[f.id(v)] = v;
                keepClearAgain(v);
                any |= k == 0 && missesRoom(v, tick) >= 0;
            }
        }
        if (!any) {
            return;
        }
        visited = visited.length < f.used ? new int[2 * f.used] : visited;
        Arrays.fill(visited, 0);
        for (int lane = 0, search = 1; lane < table.lanes; lane++) {
            if (queues.count(lane) > 0 && missesRoom(queues.at(lane, 0), tick) >= 0) {
                follow(queues.at(lane, 0), search++, tick);
            }
        }
    }

    /** Who is past the junction keeps the next one clear. */
    private void keepClearAgain(int v) {
        int from = movesUpFrom[f.id(v)];
        int lane = f.lane(v);
        if (from != LaneTable.NONE && lane != from && !table.path[lane]) {
            movesUpFrom[f.id(v)] = LaneTable.NONE;
            f.blocks(v, 0);
        }
    }

    private void follow(int start, int search, int tick) {
        int n = 0;
        int v = start;
        while (v >= 0 && visited[v] == 0) {
            visited[v] = search;
            if (n == chain.length) {
                chain = Arrays.copyOf(chain, 2 * n);
            }
            chain[n++] = v;
            v = waitsFor(v, tick);
        }
        if (v >= 0 && visited[v] == search) {
            int from = 0;
            while (chain[from] != v) {
                from++;
            }
            letMoveUp(from, n, tick);
        }
    }

    /** Of those who do not yet, the one that has stood at its line longest: one may be held up inside the junction by what the circle blocks. */
    private void letMoveUp(int from, int to, int tick) {
        int longest = -1;
        for (int i = from; i < to; i++) {
            int v = chain[i];
            if (missesRoom(v, tick) >= 0 && f.blocks(v) == 0) {
                int more = longest < 0 ? 1 : standstills.stoodFor(v, tick) - standstills.stoodFor(longest, tick);
                longest = more > 0 || more == 0 && f.id(v) < f.id(longest) ? v : longest;
            }
        }
        if (longest >= 0) {
            movedUp++;
            f.blocks(longest, 1);
            movesUpFrom[f.id(longest)] = f.lane(longest);
        }
    }

    /**
     * Whom somebody who has stood for long waits for, also while a signal holds it: the first of the lane on which it misses room, or of the
     * one to which those lead who stand in its way; -1 where there is nobody.
     */
    private int waitsFor(int v, int tick) {
        if (standstills.stoodFor(v, tick) < STOOD_FOR) {
            return -1;
        }
        if (missesRoom(v, tick) >= 0) {
            return queues.at(table.to[f.next(v)], 0);
        }
        int lane = f.lane(v);
        int other = f.restrainedBy(v) >= 0 ? rowOf[f.restrainedBy(v)] : -1;
        if (other < 0) {
            return -1;
        }
        int there = f.lane(other);
        return table.path[there] && there != lane ? other : queues.at(table.path[there] ? table.to[there] : there, 0);
    }

    /** Who stands in the room behind the junction at whose line somebody has long been the first; -1 where that is not what it waits for. */
    private int missesRoom(int v, int tick) {
        int lane = f.lane(v);
        int path = f.next(v);
        boolean first = !table.path[lane]
                && !table.onRing[lane]
                && queues.at(lane, 0) == v
                && table.end[lane] - f.pos(v) < AT_LINE
                && standstills.stoodFor(v, tick) >= STOOD_FOR;
        return first && path >= 0 && !table.onRing[table.to[path]] ? occupancy.noRoomBehind(v, path) : -1;
    }

    @Override
    public void save(DataOutput out) throws IOException {
        SavedArrays.write(out, movesUpFrom, movesUpFrom.length);
        out.writeInt(movedUp);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        SavedArrays.read(in, movesUpFrom);
        movedUp = in.readInt();
    }
}
