package org.ulicarro.core.network;

/**
 * Where two turning paths come too close for two long vehicles, whose bodies swing out on curves. It is wider than where any two vehicles
 * cannot be together, and holds where one or both are long. Paths from one lane do so until they have parted.
 *
 * @param both whether both vehicles have to be long; else one of them and a car are too close there already
 * @param pathA lane index of one path
 * @param startA where it begins (m along it)
 * @param endA where it ends
 * @param pathB lane index of the other path
 * @param startB where it begins (m along it)
 * @param endB where it ends
 */
public record LongBodies(boolean both, int pathA, double startA, double endA, int pathB, double startB, double endB) {

    /** Longer vehicles are meant (m). */
    public static final double FROM = CrossingStrip.LONG_FROM;
}
