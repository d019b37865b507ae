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
     * Speed (m/s) on a curve of that radius (m), as observed at low speeds with a superelevation of +2 %.
     *
     * <p>Source: NCHRP Report 672, <i>Roundabouts: An Informational Guide</i>, 2nd ed., 2010, equation 6-1 in metric units,
     * V = 8.7602 R^0.3861 with V in km/h.
     */
    static double onRadius(double radius) {
        return Double.isInfinite(radius) ? Double.POSITIVE_INFINITY : 8.7602 * StrictMath.pow(radius, 0.3861) * KMH;
    }
}
