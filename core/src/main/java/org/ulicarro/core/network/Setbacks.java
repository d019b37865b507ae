package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.List;

/**
 * How far each leg's stop line stands back from the middle of a place, so that the kerbs of neighbouring legs meet in a rounded
 * corner and turning paths clear the waiting vehicles.
 */
final class Setbacks {

    /** Kerb radius where none is given (m): what a delivery truck turns on. */
    private static final double CORNER_RADIUS = 8.0;

    private static final double CLEAR_OF_CORNER = 1.0;

    /**
     * A leg of a place, looking outward from it.
     *
     * @param road its road
     * @param outward from the place along the axis
     * @param left width left of the axis, looking outward (m)
     * @param right width right of it (m)
     */
    record Leg(String road, Pose outward, double left, double right) {

        double bearing() {
            return StrictMath.atan2(outward.dy(), outward.dx());
        }
    }

    private Setbacks() {}

    /** Distance of the stop line from the place's middle, for each leg in the given order (m). */
    static double[] of(List<Leg> legs) {
        double[] setback = new double[legs.size()];
        if (legs.size() < 2) {
            return setback;
        }
        List<Integer> round = counterClockwise(legs);
        for (int i = 0; i < round.size(); i++) {
            int here = round.get(i);
            int next = round.get((i + 1) % round.size());
            Leg a = legs.get(here);
            Leg b = legs.get(next);
            double angle = a.outward().turnTo(b.outward());
            double fromB = along(b.right(), a.left(), angle);
            double fromA = along(a.left(), b.right(), angle);
            setback[here] = Math.max(setback[here], fromB);
            setback[next] = Math.max(setback[next], fromA);
        }
        return setback;
    }

    /** Corners of the paved area, counter-clockwise: each leg's right kerb, then its left one. */
    static List<Pose> outline(List<Leg> legs, double[] setback) {
        List<Pose> corners = new ArrayList<>();
        for (int i : counterClockwise(legs)) {
            Leg leg = legs.get(i);
            Pose line = leg.outward().ahead(setback[i]);
            corners.add(line.right(leg.right()));
            corners.add(line.right(-leg.left()));
        }
        return corners;
    }

    private static List<Integer> counterClockwise(List<Leg> legs) {
        List<Integer> round = new ArrayList<>();
        for (int i = 0; i < legs.size(); i++) {
            round.add(i);
        }
        round.sort(
                java.util.Comparator.<Integer>comparingDouble(i -> legs.get(i).bearing())
                        .thenComparing(i -> legs.get(i).road()));
        return round;
    }

    /**
     * Along one leg to where its kerb meets the other leg's, plus the tangent of the corner's arc.
     *
     * @param across the other leg's width on the shared corner
     * @param own this leg's width on it
     * @param angle between the two legs, counter-clockwise from the leg whose left side is meant
     */
    private static double along(double across, double own, double angle) {
        if (angle <= 0 || angle > StrictMath.toRadians(160)) {
            return CLEAR_OF_CORNER; // nearly straight on, or more than half a turn: there is no corner
        }
        double corner = (across + own * StrictMath.cos(angle)) / StrictMath.sin(angle);
        return Math.max(0, corner + CORNER_RADIUS / StrictMath.tan(angle / 2)) + CLEAR_OF_CORNER;
    }
}
