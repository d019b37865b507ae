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
     * How near a long body comes to any of some points while it drives over a path (m); 0 where it touches one.
     *
     * @param halfWidth of the body (m)
     */
    static double clearance(List<Lane> lanes, TurningPath path, List<Pose> points, double halfWidth) {
        double least = Double.POSITIVE_INFINITY;
        double end = lanes.get(path.lane()).end();
        for (double s = 0; s <= end + LONG; s += SAMPLE) {
            Pose body = front(at(lanes, path, s), at(lanes, path, s - LONG / 2), at(lanes, path, s - LONG));
            for (Pose point : points) {
                double gx = point.x() - body.x();
                double gy = point.y() - body.y();
                double along = gx * body.dx() + gy * body.dy();
                double aside = Math.abs(gx * body.dy() - gy * body.dx()) - halfWidth;
                double outside = Math.max(0, Math.max(along, -LONG - along));
                aside = Math.max(0, aside);
                least = Math.min(least, Math.sqrt(outside * outside + aside * aside));
            }
        }
        return least;
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
