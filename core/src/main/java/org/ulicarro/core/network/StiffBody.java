package org.ulicarro.core.network;

/**
 * Where the stiff body of a vehicle is while its line is driven. A body between two points of a curve cuts off the inside; drivers of long
 * vehicles steer so that half of this swings out at the ends and half cuts in at the middle.
 */
public final class StiffBody {

    /** A long body that junctions are laid out for (m). */
    private static final double LONG = 12;

    /** On the tightest curves, which are shorter than the body, it swings out no further (m). */
    private static final double MOST = 1.2;

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
}
