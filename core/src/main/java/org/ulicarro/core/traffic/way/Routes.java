package org.ulicarro.core.traffic.way;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.traffic.lanes.LaneTable;

/** The movements on each vehicle's way: as drawn, or for those who missed a turn the way that they found instead. */
public final class Routes implements Stateful {

    private final int[][] drawn;
    private final int[] routeOf; // departure -> route; from drawn.length on one that was found on the way
    private final List<int[]> found = new ArrayList<>();

    public Routes(Departures departures) {
        drawn = departures.routes();
        routeOf = departures.route().clone();
    }

    public int[] of(int departure) {
        int route = routeOf[departure];
        return route < drawn.length ? drawn[route] : found.get(route - drawn.length);
    }

    /** The movement at a place of a route, or NONE after its end. */
    int movement(int departure, int cursor) {
        int[] way = of(departure);
        return cursor < way.length ? way[cursor] : LaneTable.NONE;
    }

    /** Gives a vehicle another way from a place of its route on. */
    public void replace(int departure, int cursor, List<Integer> onward) {
        int[] way = Arrays.copyOf(of(departure), cursor + onward.size());
        for (int i = 0; i < onward.size(); i++) {
            way[cursor + i] = onward.get(i);
        }
        routeOf[departure] = drawn.length + found.size();
        found.add(way);
    }

    @Override
    public void save(DataOutput out) throws IOException {
        SavedArrays.write(out, routeOf, routeOf.length);
        out.writeInt(found.size());
        for (int[] way : found) {
            out.writeInt(way.length);
            SavedArrays.write(out, way, way.length);
        }
    }

    @Override
    public void restore(DataInput in) throws IOException {
        SavedArrays.read(in, routeOf);
        found.clear();
        int ways = in.readInt();
        for (int i = 0; i < ways; i++) {
            int[] way = new int[in.readInt()];
            SavedArrays.read(in, way);
            found.add(way);
        }
    }
}
