package org.ulicarro.core.network;

/** How fast people take a curve. */
final class TurnSpeed {

    private static final double KMH = 1 / 3.6;

    private TurnSpeed() {}

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
