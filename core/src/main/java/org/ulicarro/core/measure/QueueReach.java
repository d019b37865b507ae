package org.ulicarro.core.measure;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.traffic.TrafficView;

/**
 * How far the queue before a line reaches: to the rear of the last vehicle in it that is connected to the line, on through the places
 * upstream over those whom this line holds, and outside.
 */
final class QueueReach {

    /** Front to front of vehicles that wait outside (m). */
    static final double SPACING = 7.3;

    /** Who stands further than this behind the one ahead, or before the line, is in no queue that is connected to it (m). */
    private static final double APART = 25;

    /** A queue that comes so near to the start of its lane goes on before it (m). */
    private static final double AT_START = 30;

    /** Below this a vehicle stands (m/s). */
    private static final double STANDS = 0.5;

    private record Way(int from, int path) {}

    private final int[] place; // lane -> number of the place at its end
    private final List<List<Way>> into; // lane -> the ways on which vehicles come onto it
    private final boolean[] seen; // lane -> whether the queue has been followed over it

    QueueReach(Network network) {
        int lanes = network.lanes().size();
        List<String> places = List.copyOf(network.junctions().keySet());
        int[] placeOfLink = network.links().stream()
                .mapToInt(link -> places.indexOf(link.to()))
                .toArray();
        place = new int[lanes];
        network.lanes().forEach(lane -> place[lane.index()] = lane.link() < 0 ? -1 : placeOfLink[lane.link()]);
        into = new ArrayList<>();
        for (int i = 0; i < lanes; i++) {
            into.add(new ArrayList<>());
        }
        for (Movement movement : network.movements()) {
            movement.paths().forEach(p -> into.get(p.toLane()).add(new Way(p.fromLane(), p.lane())));
        }
        seen = new boolean[lanes];
    }

    /** The queue before the line of a lane (m). */
    double of(TrafficView view, int lane) {
        double here = onLane(view, lane, -1);
        return here == 0 ? 0 : here + before(view, lane, here, place[lane]);
    }

    /** Further back than a lane on which a queue reaches so far: the longest way upstream, or outside (m). */
    private double before(TrafficView view, int lane, double here, int holder) {
        double length = view.table().end(lane);
        if (length - here > AT_START) {
            return 0;
        }
        double longest = view.outside(lane) * SPACING;
        seen[lane] = true;
        for (Way way : into.get(lane)) {
            if (!seen[way.from()]) {
                longest = Math.max(longest, upstream(view, way, length - here, holder));
            }
        }
        seen[lane] = false;
        return longest;
    }

    /** Over a way inside a place, and on before its line where somebody waits for the same line as those ahead. */
    private double upstream(TrafficView view, Way way, double gap, int holder) {
        double path = view.table().end(way.path());
        double behindLine = onLane(view, way.from(), holder);
        if (behindLine > 0) {
            return gap + path + behindLine + before(view, way.from(), behindLine, holder);
        }
        double onPath = onLane(view, way.path(), holder);
        return onPath > 0 ? gap + onPath : 0;
    }

    /** From the end of a lane to the rear of the last connected vehicle of a queue on it; of anybody's, or of one place's only. */
    private static double onLane(TrafficView view, int lane, int holder) {
        double end = view.table().end(lane);
        double rear = 0;
        int connected = connected(view, lane);
        for (int k = 0; k < connected; k++) {
            if (view.queued(lane, k) && (holder < 0 || view.heldBy(lane, k) == holder)) {
                rear = end - view.position(lane, k) + view.length(lane, k);
            }
        }
        return rear;
    }

    /** Vehicles of a lane's queue that are connected to its line. */
    static int vehicles(TrafficView view, int lane) {
        int queued = 0;
        int connected = connected(view, lane);
        for (int k = 0; k < connected; k++) {
            queued += view.queued(lane, k) ? 1 : 0;
        }
        return queued;
    }

    /** How many vehicles of a lane stand before one of its queue that stands apart. */
    private static int connected(TrafficView view, int lane) {
        double ahead = view.table().end(lane); // rear of the one ahead, or the line
        int n = view.vehiclesOn(lane);
        for (int k = 0; k < n; k++) {
            double front = view.position(lane, k);
            if (view.queued(lane, k) && view.speed(lane, k) < STANDS && ahead - front > APART) {
                return k;
            }
            ahead = front - view.length(lane, k);
        }
        return n;
    }
}
