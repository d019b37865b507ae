package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Sees to it that vehicles that wait at a line are clear of those that drive past it. */
final class WaitingRoom {

    /** From the middle of a path to the body of a waiting vehicle (m): half of the widest vehicle, and a hand's breadth. */
    private static final double CLEAR = 1.275 + 0.2;

    /** Half of the width of the widest vehicle that waits (m). */
    private static final double HALF_BODY = 1.275;

    /** What is left between a waiting body and one that swings out before it (m). */
    private static final double SPARE = 0.05;

    /** A line is not set back further than this for it (m). */
    private static final double MOST = 15;

    private WaitingRoom() {}

    /**
     * Finds lines that paths of other legs come too near to.
     *
     * @param further by place and road, how much further back lines stand; what is missing is added
     * @return whether anything was added
     */
    static boolean widen(Draft draft, Map<String, Double> further) {
        boolean widened = false;
        for (Link in : draft.links) {
            Junction junction = draft.junctions.get(in.to());
            if (in.ring() || !junction.controlled() || junction.isRoundabout()) {
                continue;
            }
            double missing = missing(draft, in, junction);
            String key = in.to() + " " + in.road();
            double before = further.getOrDefault(key, 0.0);
            if (missing > 0.05 && before < MOST && !junction.place().setback().containsKey(in.road())) {
                further.put(key, Math.min(MOST, before + Math.max(0.5, missing)));
                widened = true;
            }
        }
        return widened;
    }

    private static double missing(Draft draft, Link in, Junction junction) {
        List<Pose> fronts = new ArrayList<>();
        for (Lane lane : draft.lanesOf(in)) {
            for (double side = -1; side <= 1 && !lane.ends(); side++) {
                fronts.add(lane.at(lane.end()).right(side * HALF_BODY));
            }
        }
        double missing = 0;
        for (int m : junction.movements()) {
            Movement movement = draft.movements.get(m);
            if (movement.fromLink() != in.index()) {
                for (TurningPath path : movement.paths()) {
                    missing = Math.max(missing, missing(draft, fronts, path));
                }
            }
        }
        return missing;
    }

    private static double missing(Draft draft, List<Pose> fronts, TurningPath path) {
        Polyline line = draft.lanes.get(path.lane()).line();
        double needed = HALF_BODY + StiffBody.swing(path.radius()) + SPARE;
        double reach = Math.max(CLEAR, needed);
        double least = reach;
        for (Pose corner : fronts) {
            if (!line.isFar(corner.x(), corner.y(), reach)) {
                least = Math.min(least, line.distanceTo(corner.x(), corner.y()));
            }
        }
        double missing = Math.max(0, CLEAR - least);
        if (least >= needed) {
            return missing;
        }
        return Math.max(missing, SPARE - StiffBody.clearance(draft.lanes, path, fronts, HALF_BODY, SPARE));
    }
}
