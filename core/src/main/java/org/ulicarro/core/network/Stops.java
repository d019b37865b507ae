package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.List;

/**
 * Lays the stops of buses and trams. A lay-by gets a short lane of its own beside the kerb lane; it comes after all other lanes, so
 * that the lanes of a link still follow each other.
 */
final class Stops {

    /** A bus needs about this much to swing in or out (m). */
    private static final double TAPER = 16;

    /** From the edge of the lane to the middle of the lay-by (m). */
    private static final double BEYOND_EDGE = 1.5;

    private static final double SAMPLE = 2; // m

    private Stops() {}

    static void lay(Draft draft) {
        for (Marking marking : List.copyOf(draft.markings)) {
            boolean layby = marking.kind() == Marking.Kind.LAYBY;
            if (layby || marking.kind() == Marking.Kind.KERB_STOP) {
                Lane beside = draft.lanes.get(marking.lane());
                int own = layby ? lane(draft, marking, beside) : -1;
                draft.stops.add(
                        new StopPlace(marking.id(), beside.link(), beside.index(), marking.from(), marking.to(), own));
            }
        }
    }

    private static int lane(Draft draft, Marking marking, Lane beside) {
        double from = Math.max(beside.start() + 0.1, marking.from() - TAPER);
        double to = Math.min(beside.end() - 0.1, marking.to() + TAPER);
        List<Pose> points = new ArrayList<>();
        int pieces = Math.max(2, (int) Math.ceil((to - from) / SAMPLE));
        for (int i = 0; i <= pieces; i++) {
            double at = from + (to - from) * i / pieces;
            double opened =
                    Math.min(1, Math.min(share(at - from, marking.from() - from), share(to - at, to - marking.to())));
            points.add(beside.at(at).right((beside.width() / 2 + BEYOND_EDGE) * (0.55 + 0.45 * opened)));
        }
        Polyline line = new Polyline(
                points.stream().mapToDouble(Pose::x).toArray(),
                points.stream().mapToDouble(Pose::y).toArray());
        int index = draft.lanes.size();
        double speed = draft.links.get(beside.link()).speed();
        draft.lanes.add(new Lane(index, beside.link(), 0, from, to, true, TAPER, speed, beside.width(), null, line));
        return index;
    }

    private static double share(double metres, double of) {
        double t = of <= 0 ? 1 : Math.max(0, Math.min(1, metres / of));
        return t * t * (3 - 2 * t);
    }
}
