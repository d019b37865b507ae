package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * How far each leg's kerbs reach from a place until they meet those of the neighbouring legs in a rounded corner.
 */
final class Setbacks {

    /** Kerb radius at junctions where none is given (m): on which a bus or a truck turns right within its lane, or nearly. */
    static final double CORNER_RADIUS = 10.0;

    private static final double CLEAR_OF_CORNER = 1.0;

    /** A corner's arc takes no more than this of a leg, however acute (m). */
    private static final double LONGEST_ARC = 16;

    /** Beyond this legs do not part in any sensible way (m). */
    static final double FARTHEST = 150;

    private static final double NO_CORNER = StrictMath.toRadians(160);
    private static final double ALONGSIDE = StrictMath.toRadians(1);

    /**
     * A leg of a place, looking outward from it.
     *
     * @param road its road
     * @param outward from where its axis ends, along it
     * @param left width left of the axis, looking outward (m)
     * @param right width right of it (m)
     */
    record Leg(String road, Pose outward, double left, double right) {

        double bearing() {
            return StrictMath.atan2(outward.dy(), outward.dx());
        }
    }

    private Setbacks() {}

    /**
     * Distance along each leg, in the given order, from the end of its axis to where its corners end (m).
     *
     * @param radius of the kerbs (m)
     */
    static double[] of(List<Leg> legs, double radius) {
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
            setback[here] = Math.max(setback[here], along(a, -a.left(), b, b.right(), angle, radius));
            setback[next] = Math.max(setback[next], along(b, b.right(), a, -a.left(), angle, radius));
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

    /** Legs in the order of their bearings. */
    static List<Integer> counterClockwise(List<Leg> legs) {
        List<Integer> round = new ArrayList<>();
        for (int i = 0; i < legs.size(); i++) {
            round.add(i);
        }
        double[] bearing = legs.stream().mapToDouble(Leg::bearing).toArray();
        round.sort(Comparator.<Integer>comparingDouble(i -> bearing[i])
                .thenComparing(i -> legs.get(i).road()));
        return round;
    }

    /**
     * Along one leg to where its kerb meets the other leg's, plus the tangent of the corner's arc.
     *
     * @param right of this leg's kerb from its axis
     * @param otherRight likewise of the other's
     * @param angle between the two legs, counter-clockwise
     */
    private static double along(Leg leg, double right, Leg other, double otherRight, double angle, double radius) {
        if (angle >= 0 && angle < ALONGSIDE) {
            return 2 * FARTHEST; // they lie on each other
        }
        if (angle < 0 || angle > NO_CORNER) {
            return CLEAR_OF_CORNER; // nearly straight on, or more than half a turn: there is no corner
        }
        Pose kerb = leg.outward().right(right);
        Pose across = other.outward().right(otherRight);
        double cross = kerb.dx() * across.dy() - kerb.dy() * across.dx();
        double gx = across.x() - kerb.x();
        double gy = across.y() - kerb.y();
        double corner = (gx * across.dy() - gy * across.dx()) / cross;
        double arc = Math.min(LONGEST_ARC, radius / StrictMath.tan(angle / 2));
        return Math.max(0, corner + arc) + CLEAR_OF_CORNER;
    }
}
