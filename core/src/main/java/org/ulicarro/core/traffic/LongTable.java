package org.ulicarro.core.traffic;

import java.util.Arrays;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.LongBodies;

/** Where long bodies meet on turning paths, as flat arrays. Immutable. */
final class LongTable {

    /** Two who stand at their lines side by side keep this far apart along the road, where they would touch as soon as one turns (m). */
    private static final double STAGGER = 4.0;

    /** A stretch that begins this near to the line begins with it (m). */
    private static final double AT_LINE = 0.3;

    final int[][] meets; // path -> paths on which a long body is in the way of one on it
    final double[][] from; // path -> where that stretch begins on it, negative before its line, m
    final double[][] otherFrom; // path -> where it begins on the other path, m
    final double[][] otherTo; // path -> where it ends there

    LongTable(LaneTable table) {
        meets = new int[table.lanes][0];
        from = new double[table.lanes][0];
        otherFrom = new double[table.lanes][0];
        otherTo = new double[table.lanes][0];
        for (Junction junction : table.network.junctions().values()) {
            for (LongBodies pair : junction.longBodies()) {
                boolean beside = table.link[pair.pathA()] == table.link[pair.pathB()];
                double startA = beside && pair.startA() < AT_LINE ? -STAGGER : pair.startA();
                double startB = beside && pair.startB() < AT_LINE ? -STAGGER : pair.startB();
                add(pair.pathA(), startA, pair.pathB(), startB, pair.endB());
                add(pair.pathB(), startB, pair.pathA(), startA, pair.endA());
            }
        }
    }

    private void add(int path, double begins, int other, double beginsThere, double endsThere) {
        int n = meets[path].length;
        meets[path] = Arrays.copyOf(meets[path], n + 1);
        meets[path][n] = other;
        from[path] = append(from[path], begins);
        otherFrom[path] = append(otherFrom[path], beginsThere);
        otherTo[path] = append(otherTo[path], endsThere);
    }

    private static double[] append(double[] array, double value) {
        double[] longer = Arrays.copyOf(array, array.length + 1);
        longer[array.length] = value;
        return longer;
    }
}
