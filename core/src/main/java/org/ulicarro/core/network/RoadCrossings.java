package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Road;

/**
 * Finds roads of one level that cross where they have no place in common: their vehicles would drive through each other. Pieces of axes are
 * sorted into squares, so that large networks take no longer for each road than small ones.
 */
final class RoadCrossings {

    /** Legs of one place may cross near it, where they part at a small angle (m). */
    private static final double NEAR_PLACE = 100;

    private static final double SQUARE = 250; // m

    /** A straight piece of a road's axis. */
    private record Piece(String id, Road road, Point a, Point b) {}

    private final Draft draft;
    private final NetworkInput network;
    private final Map<Long, List<Piece>> squares = new LinkedHashMap<>();
    private final Set<String> told = new TreeSet<>();

    private RoadCrossings(Draft draft) {
        this.draft = draft;
        network = draft.input;
    }

    static void check(Draft draft) {
        RoadCrossings crossings = new RoadCrossings(draft);
        draft.input.roads().forEach(crossings::add);
    }

    private void add(String id, Road road) {
        List<Point> axis = new ArrayList<>();
        axis.add(end(road, road.from()));
        axis.addAll(road.via());
        axis.add(end(road, road.to()));
        List<Piece> own = new ArrayList<>();
        for (int i = 1; i < axis.size(); i++) {
            Piece piece = new Piece(id, road, axis.get(i - 1), axis.get(i));
            for (long square : squaresOf(piece, 0)) {
                for (Piece other : squares.getOrDefault(square, List.of())) {
                    compare(piece, other);
                }
            }
            own.add(piece);
        }
        for (Piece piece : own) {
            for (long square : squaresOf(piece, 1)) {
                squares.computeIfAbsent(square, none -> new ArrayList<>()).add(piece);
            }
        }
    }

    private Point end(Road road, String place) {
        Place at = network.places().get(place);
        return road.meetsAt().getOrDefault(place, at.at());
    }

    /**
     * Squares along a piece. It may cut the corner of one between two steps; so two pieces that cross have one in common where either
     * of them is given those around, too.
     *
     * @param around how many squares on each side
     */
    private static Set<Long> squaresOf(Piece p, int around) {
        double length = StrictMath.hypot(p.b.x() - p.a.x(), p.b.y() - p.a.y());
        int steps = (int) Math.min(10_000, StrictMath.ceil(length / (SQUARE / 2)) + 1);
        Set<Long> all = new LinkedHashSet<>();
        for (int i = 0; i <= steps; i++) {
            long x = square(p.a.x() + (p.b.x() - p.a.x()) * i / steps);
            long y = square(p.a.y() + (p.b.y() - p.a.y()) * i / steps);
            for (long dx = -around; dx <= around; dx++) {
                for (long dy = -around; dy <= around; dy++) {
                    all.add((x + dx) * 1_000_003L + y + dy);
                }
            }
        }
        return all;
    }

    private static long square(double metres) {
        return (long) StrictMath.floor(metres / SQUARE);
    }

    private void compare(Piece p, Piece q) {
        Point at = p.road.level() == q.road.level() ? meeting(p, q) : null;
        if (at == null || isNearCommonPlace(p.road, q.road, at) || !told.add(p.id + " " + q.id)) {
            return;
        }
        double x = draft.hand == Hand.RIGHT ? at.x() : -at.x();
        draft.report(
                NetworkFault.CROSS_WITHOUT_PLACE,
                Fault.child("/network/roads", p.id),
                p.id,
                q.id,
                String.format(Locale.ROOT, "[%.0f, %.0f]", x, at.y()));
    }

    /** Where two pieces cross, or null. */
    private static Point meeting(Piece p, Piece q) {
        double px = p.b.x() - p.a.x();
        double py = p.b.y() - p.a.y();
        double qx = q.b.x() - q.a.x();
        double qy = q.b.y() - q.a.y();
        double cross = px * qy - py * qx;
        if (cross == 0) {
            return null; // one beside the other
        }
        double dx = q.a.x() - p.a.x();
        double dy = q.a.y() - p.a.y();
        double alongP = (dx * qy - dy * qx) / cross;
        double alongQ = (dx * py - dy * px) / cross;
        boolean on = alongP >= 0 && alongP <= 1 && alongQ >= 0 && alongQ <= 1;
        return on ? new Point(p.a.x() + alongP * px, p.a.y() + alongP * py) : null;
    }

    private boolean isNearCommonPlace(Road p, Road q, Point at) {
        for (String id : p.between()) {
            Point place = network.places().get(id).at();
            if (q.between().contains(id) && StrictMath.hypot(place.x() - at.x(), place.y() - at.y()) < NEAR_PLACE) {
                return true;
            }
        }
        return false;
    }
}
