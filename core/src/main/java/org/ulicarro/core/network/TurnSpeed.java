package org.ulicarro.core.network;

/** How fast people take a curve. */
final class TurnSpeed {

    private static final double KMH = 1 / 3.6;

    /**
     * How far a driver's line may leave the middle of the lane between the beginning of a turn and its apex (m): out to 1 m from a
     * painted line, then in to 1.5 m from a kerb, as the report's fastest path does, in lanes of 3.25 m.
     */
    private static final double SWING = 0.7;

    /** Cosine of 15 degrees: less than that is a shift sideways, driven at the speed of the road. */
    private static final double NO_TURN = 0.966;

    /** The speed that 85 of 100 keep below, beside the mean. */
    private static final double V85_OF_MEAN = 1.1;

    /** Beyond this there is no line to straighten: who turns back goes round a circle. */
    private static final double WIDEST = StrictMath.toRadians(170);

    private TurnSpeed() {}

    /**
     * The radius that is driven in a turn whose middle line has a smaller one: a driver's line begins and ends outside and touches
     * the inside, which over an angle a gains {@code SWING / (1 - cos(a/2))}.
     *
     * @param radius of the middle line (m)
     * @param cosine of the angle between the directions before and after the turn
     */
    static double driven(double radius, double cosine) {
        if (cosine > NO_TURN) {
            return Double.POSITIVE_INFINITY;
        }
        double half = StrictMath.sqrt(Math.max(0, (1 + cosine) / 2));
        // a slight bend is driven as it is: there the line would be straightened for longer than the bend lasts
        return half > 0.93 ? radius : radius + SWING / (1 - half);
    }

    /**
     * Speed (m/s) in a bend between junctions: on narrow ones as in a turn, on wide ones as on rural highways. The line is straightened as
     * far as the straights beside the bend leave room for it.
     *
     * <p>Source: FHWA-RD-99-171, <i>Speed Prediction for Two-Lane Rural Highways</i>, 2000, level roads: V85 = 104.82 - 3574.51 / R in
     * km/h. That is the speed that 85 of 100 keep below; the mean is taken a tenth lower. It is the greater one from 66 m on.
     *
     * @param radius of the lane's middle (m)
     * @param angle that it turns by (rad)
     * @param straight before and after it that a driver can use (m)
     */
    static double inBend(double radius, double angle, double straight) {
        if (StrictMath.cos(angle) > NO_TURN && angle < WIDEST) {
            return Double.POSITIVE_INFINITY;
        }
        double half = Math.min(angle, WIDEST) / 2;
        double driven = radius + Math.min(SWING / (1 - StrictMath.cos(half)), straight / StrictMath.tan(half));
        return Math.max(onRadius(driven), (104.82 - 3574.51 / driven) / V85_OF_MEAN * KMH);
    }

    /**
     * Speed (m/s) on a curve of that radius (m), as observed at low speeds with a superelevation of +2 %.
     *
     * <p>Source: NCHRP Report 672, <i>Roundabouts: An Informational Guide</i>, 2nd ed., 2010, equation 6-1 in metric units,
     * V = 8.7602 R^0.3861 with V in km/h.
     */
    static double onRadius(double radius) {
        return Double.isInfinite(radius) ? Double.POSITIVE_INFINITY : 8.7602 * StrictMath.pow(radius, 0.3861) * KMH;
    }
}
