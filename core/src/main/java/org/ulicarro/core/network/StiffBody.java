package org.ulicarro.core.network;

import java.util.List;

/**
 * Where the stiff body of a vehicle is while its line is driven. A body between two points of a curve cuts off the inside; drivers of long
 * vehicles steer so that half of this swings out at the ends and half cuts in at the middle.
 */
public final class StiffBody {

    /** A long body that junctions are laid out for (m). */
    private static final double LONG = 12;

    /** On the tightest curves, which are shorter than the body, it swings out no further (m). */
    private static final double MOST = 1.2;

    private static final double SAMPLE = 0.5;

    /**
     * No corner of a body moves further than this while a metre of the line is driven (m): 1.5 on a turn of 90° with a radius of 3 m, 5.0
     * where it turns round within 4 m.
     */
    private static final double FASTEST = 5;

    private StiffBody() {}

    /**
     * The middle of its front, and the direction it points to.
     *
     * @param front of the vehicle on its line
     * @param middle half of its length further back on the line
     * @param rear its length further back
     */
    public static Pose front(Pose front, Pose middle, Pose rear) {
        double dx = front.x() - rear.x();
        double dy = front.y() - rear.y();
        double chord = Math.sqrt(dx * dx + dy * dy);
        double outX = (middle.x() - (front.x() + rear.x()) / 2) / 2;
        double outY = (middle.y() - (front.y() + rear.y()) / 2) / 2;
        return new Pose(front.x() + outX, front.y() + outY, dx / chord, dy / chord);
    }

    /** How far long bodies reach beyond the edges of a straight one's strip on a curve of that radius (m). */
    static double swing(double radius) {
        return Math.min(MOST, LONG * LONG / (16 * radius));
    }

    /**
     * How near a long body comes to any of some points while it drives over a path (m); 0 where it touches one, and the enough where it
     * keeps at least that.
     *
     * @param halfWidth of the body (m)
     */
    static double clearance(List<Lane> lanes, TurningPath path, List<Pose> points, double halfWidth, double enough) {
        double least = enough;
        double end = lanes.get(path.lane()).end();
        double s = 0;
        while (s <= end + LONG) {
            Pose body = front(at(lanes, path, s), at(lanes, path, s - LONG / 2), at(lanes, path, s - LONG));
            double here = Double.POSITIVE_INFINITY;
            for (Pose point : points) {
                here = Math.min(here, distance(body, point, halfWidth));
            }
            least = Math.min(least, here);
            s += SAMPLE * Math.max(1, Math.floor((here - least) / (FASTEST * SAMPLE)));
        }
        return least;
    }

    private static double distance(Pose body, Pose point, double halfWidth) {
        double gx = point.x() - body.x();
        double gy = point.y() - body.y();
        double along = gx * body.dx() + gy * body.dy();
        double aside = Math.max(0, Math.abs(gx * body.dy() - gy * body.dx()) - halfWidth);
        double outside = Math.max(0, Math.max(along, -LONG - along));
        return Math.sqrt(outside * outside + aside * aside);
    }

    /** A place on a path, or on the lanes before and after it. */
    private static Pose at(List<Lane> lanes, TurningPath path, double s) {
        Lane on = lanes.get(path.lane());
        if (s > on.end()) {
            Lane after = lanes.get(path.toLane());
            return after.at(after.start() + s - on.end());
        }
        Lane before = lanes.get(path.fromLane());
        return s >= 0 ? on.at(s) : before.at(before.end() + s);
    }
}
