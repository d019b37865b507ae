package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.study.Turn;

/**
 * Which lane an arrow leads to. Lanes keep their order, so that no path crosses another one of its approach: left turns fill the
 * receiving lanes from the left, right turns from the right, and through lanes go where the road is straightest.
 */
final class LaneMatching {

    /** Lane indices. */
    record Pair(int from, int to) {}

    private LaneMatching() {}

    /**
     * @param from lanes with the arrow, left to right
     * @param to lanes of the link that the movement enters, left to right
     */
    static List<Pair> pairs(Turn turn, List<Lane> from, List<Lane> to) {
        int shift = switch (turn) {
            case LEFT, UTURN -> 0;
            case RIGHT -> to.size() - from.size();
            case THROUGH -> straightest(from, to);
        };
        List<Pair> pairs = new ArrayList<>();
        for (int i = 0; i < from.size(); i++) {
            int target = Math.max(0, Math.min(to.size() - 1, i + shift));
            pairs.add(new Pair(from.get(i).index(), to.get(target).index()));
        }
        return pairs;
    }

    private static int straightest(List<Lane> from, List<Lane> to) {
        int least = Math.min(0, to.size() - from.size());
        int most = Math.max(0, to.size() - from.size());
        int best = least;
        double bestOffset = Double.POSITIVE_INFINITY;
        for (int shift = least; shift <= most; shift++) {
            double offset = 0;
            for (int i = 0; i < from.size(); i++) {
                int target = Math.max(0, Math.min(to.size() - 1, i + shift));
                offset += sideways(from.get(i), to.get(target));
            }
            if (offset < bestOffset - 1e-6) {
                bestOffset = offset;
                best = shift;
            }
        }
        return best;
    }

    private static double sideways(Lane from, Lane to) {
        Pose end = from.at(from.end());
        Pose start = to.at(to.start());
        return Math.abs((start.x() - end.x()) * end.dy() - (start.y() - end.y()) * end.dx());
    }
}
