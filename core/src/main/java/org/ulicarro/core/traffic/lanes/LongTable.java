package org.ulicarro.core.traffic.lanes;

import java.util.Arrays;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.LongBodies;

/** Where long bodies meet on turning paths, as flat arrays. Immutable. */
public final class LongTable {

    /** Two who stand at their lines side by side keep this far apart along the road, where they would touch as soon as one turns (m). */
    private static final double STAGGER = 4.0;

    /** A stretch that begins this near to the line begins with it (m). */
    private static final double AT_LINE = 0.3;

    public final int[][]
            meets; // path -> paths that it does not meet, but on which a long body is in the way of one on it
    public final boolean[][] ownIsLong; // path -> whether only a long one on it is concerned
    public final boolean[][]
            otherIsLong; // path -> whether only a long one on the other path is in the way; one of the two has to be
    // long
    public final double[][] from; // path -> where that stretch begins on it, negative before its line, m
    public final double[][] otherFrom; // path -> where it begins on the other path, m
    public final double[][] otherTo; // path -> where it ends there
    public final double[][] early; // path -> how far before each stretch that it shares a long vehicle stops, m
    public final double[][]
            late; // path -> how far after each of those a long vehicle on the other path is still in the way, m
    public final double[][]
            bicyclesEarly; // path of bicycles -> how far before each stretch they stop for a long vehicle, m; else null
    public final double[][]
            partsLater; // path -> how much longer the rear of a long vehicle on each sibling is in the way, m
    private final LaneTable table;

    LongTable(LaneTable table) {
        this.table = table;
        meets = new int[table.lanes][0];
        ownIsLong = new boolean[table.lanes][0];
        otherIsLong = new boolean[table.lanes][0];
        from = new double[table.lanes][0];
        otherFrom = new double[table.lanes][0];
        otherTo = new double[table.lanes][0];
        early = new double[table.lanes][];
        late = new double[table.lanes][];
        partsLater = new double[table.lanes][];
        bicyclesEarly = new double[table.lanes][];
        for (int path = 0; path < table.lanes; path++) {
            early[path] = new double[table.meets[path].length];
            late[path] = new double[table.meets[path].length];
            partsLater[path] = new double[table.siblings[path].length];
        }
        for (Junction junction : table.network.junctions().values()) {
            for (LongBodies pair : junction.longBodies()) {
                read(pair);
            }
        }
    }

    private void read(LongBodies pair) {
        int a = pair.pathA();
        int b = pair.pathB();
        if (table.from[a] == table.from[b]) {
            partLater(a, b, pair.endA());
            partLater(b, a, pair.endB());
            return;
        }
        boolean both = pair.whose() == LongBodies.Whose.BOTH;
        boolean bicyclesOnA = pair.whose() == LongBodies.Whose.B_BESIDE_BICYCLES;
        boolean bicyclesOnB = pair.whose() == LongBodies.Whose.A_BESIDE_BICYCLES;
        boolean isA = both || bicyclesOnB || pair.whose() == LongBodies.Whose.A;
        boolean isB = both || bicyclesOnA || pair.whose() == LongBodies.Whose.B;
        int c = meeting(a, b);
        if (c >= 0 && bicyclesOnA) {
            keepBack(a, c, pair.startA());
        }
        if (c >= 0 && bicyclesOnB) {
            keepBack(b, meeting(b, a), pair.startB());
        }
        if (c >= 0 && (both || bicyclesOnA || bicyclesOnB)) {
            widen(a, c, pair.startA(), pair.endB());
            widen(b, meeting(b, a), pair.startB(), pair.endA());
        }
        if (c >= 0) {
            return;
        }
        boolean beside = table.link[a] == table.link[b] && Math.min(pair.startA(), pair.startB()) < AT_LINE;
        double startA = beside ? -STAGGER : pair.startA();
        double startB = beside ? -STAGGER : pair.startB();
        add(isA, isB, a, startA, b, startB, pair.endB());
        add(isB, isA, b, startB, a, startA, pair.endA());
    }

    private void partLater(int path, int sibling, double until) {
        for (int i = 0; i < table.siblings[path].length; i++) {
            if (table.siblings[path][i] == sibling) {
                partsLater[path][i] = Math.max(0, until - table.partsAt[path][i]);
            }
        }
    }

    private int meeting(int path, int other) {
        for (int c = 0; c < table.meets[path].length; c++) {
            if (table.meets[path][c] == other) {
                return c;
            }
        }
        return -1;
    }

    private void keepBack(int path, int c, double starts) {
        if (bicyclesEarly[path] == null) {
            bicyclesEarly[path] = new double[table.meets[path].length];
        }
        bicyclesEarly[path][c] = Math.max(0, table.zoneStart[path][c] - starts);
    }

    private void widen(int path, int c, double starts, double endsThere) {
        early[path][c] = Math.max(0, table.zoneStart[path][c] - starts);
        late[path][c] = Math.max(0, endsThere - table.otherEnd[path][c]);
    }

    private void add(
            boolean own, boolean others, int path, double begins, int other, double beginsThere, double endsThere) {
        int n = meets[path].length;
        meets[path] = Arrays.copyOf(meets[path], n + 1);
        meets[path][n] = other;
        ownIsLong[path] = Arrays.copyOf(ownIsLong[path], n + 1);
        ownIsLong[path][n] = own;
        otherIsLong[path] = Arrays.copyOf(otherIsLong[path], n + 1);
        otherIsLong[path][n] = others;
        from[path] = LaneTable.append(from[path], begins);
        otherFrom[path] = LaneTable.append(otherFrom[path], beginsThere);
        otherTo[path] = LaneTable.append(otherTo[path], endsThere);
    }
}
