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
     * Pairs for the lanes of one movement.
     *
     * @param from lanes with the arrow, from the inside
     * @param to lanes of the link that the movement enters, from the inside
     * @param dropping whether lanes for which there is no room end before the place; else the outermost ones merge
     */
    static List<Pair> pairs(Turn turn, List<Lane> from, List<Lane> to, boolean dropping) {
        int shift = switch (turn) {
            case LEFT, UTURN -> 0;
            case RIGHT -> to.size() - from.size();
            case THROUGH -> straightest(from, to);
        };
        List<Pair> pairs = new ArrayList<>();
        for (int i = 0; i < from.size(); i++) {
            int target = i + shift;
            boolean fits = target >= 0 && target < to.size();
            if (fits || !dropping) {
                int kept = Math.max(0, Math.min(to.size() - 1, target));
                pairs.add(new Pair(from.get(i).index(), to.get(kept).index()));
            }
        }
        return pairs;
    }

    private static int straightest(List<Lane> from, List<Lane> to) {
        int least = Math.min(0, to.size() - from.size());
        int most = Math.max(0, to.size() - from.size());
        int best = least;
        double bestOffset = Double.POSITIVE_INFINITY;
        // from the side on which the outer lanes go, since of two equal ways out it is the outer lane that ends
        for (int shift = most; shift >= least; shift--) {
            double offset = 0;
            int pairs = 0;
            for (int i = 0; i < from.size(); i++) {
                int target = i + shift;
                if (target >= 0 && target < to.size()) {
                    offset += sideways(from.get(i), to.get(target));
                    pairs++;
                }
            }
            if (offset / pairs < bestOffset - 1e-6) {
                bestOffset = offset / pairs;
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
