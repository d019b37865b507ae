package org.ulicarro.core.network;

import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Point;

/**
 * The circle of a roundabout while it is laid out.
 *
 * @param x of its middle (m)
 * @param y of its middle (m)
 * @param radius to the outer kerb (m)
 * @param lanes circulating lanes where there are most
 */
record RoundaboutShape(double x, double y, double radius, int lanes) {

    /** Outer diameters for 1, 2 and 3 lanes where none is given (m), within the ranges of NCHRP Report 672, exhibit 1-9. */
    private static final double[] USUAL_DIAMETER = {0, 36, 50, 64};

    /** Between the outer kerb and the outer lane (m). */
    private static final double MARGIN = 0.3;

    private static final double SINGLE_LANE_WIDTH = 5.2;
    private static final double LANE_WIDTH = 4.6;

    /** A smaller island cannot be driven around (m). */
    private static final double LEAST_ISLAND = 2.0;

    /** The smallest mini-roundabouts (m), whose island is flush, so that long vehicles roll over it; NCHRP Report 672, exhibit 1-9. */
    private static final double LEAST_DIAMETER = 13;

    /** Share of a small ring's radius that its only lane has: the middle is left to those who need more. */
    private static final double LANE_SHARE = 0.5;

    static RoundaboutShape of(Draft draft, String id, Place place) {
        int lanes = place.lanes() == null ? 1 : place.lanes();
        for (int own : place.ring().values()) {
            lanes = Math.max(lanes, own);
        }
        String pointer = Draft.placePointer(id);
        if (lanes < 1 || lanes > 3) {
            draft.report(NetworkFault.RING_LANES, pointer + "/lanes");
            lanes = 1;
        }
        double diameter = place.outerDiameter() == null ? USUAL_DIAMETER[lanes] : place.outerDiameter();
        Point at = place.at();
        RoundaboutShape shape = new RoundaboutShape(at.x(), at.y(), diameter / 2, lanes);
        double least = lanes == 1 ? LEAST_DIAMETER : 2 * (MARGIN + lanes * LANE_WIDTH + LEAST_ISLAND);
        if (!(diameter >= least) || diameter > 200) {
            draft.report(
                    NetworkFault.RING_TOO_SMALL, pointer + "/outer-diameter", diameter, lanes, StrictMath.ceil(least));
            return new RoundaboutShape(at.x(), at.y(), Math.max(LEAST_DIAMETER, least / 2), lanes);
        }
        return shape;
    }

    double laneWidth() {
        return lanes == 1 ? Math.min(SINGLE_LANE_WIDTH, LANE_SHARE * radius) : LANE_WIDTH;
    }

    /** Radius of the island in the middle (m). */
    double island() {
        return radius - MARGIN - lanes * laneWidth();
    }

    /** Radius of a lane's middle, lanes counted from the island, 0 first (m). */
    double lane(int lane) {
        return island() + (lane + 0.5) * laneWidth();
    }

    /** The pose on a lane at a bearing from the middle, driving counter-clockwise. */
    Pose at(int lane, double bearing) {
        double cos = StrictMath.cos(bearing);
        double sin = StrictMath.sin(bearing);
        return new Pose(x + lane(lane) * cos, y + lane(lane) * sin, -sin, cos);
    }

    PathShape arc(int lane, double from, double to) {
        return PathShape.circle(x, y, lane(lane), from, to);
    }
}
