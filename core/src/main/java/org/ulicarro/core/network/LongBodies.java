package org.ulicarro.core.network;

/**
 * Where two turning paths come too close for two long vehicles, whose bodies swing out on curves. It is wider than where any two vehicles
 * cannot be together, and holds where one or both are long. Paths from one lane do so until they have parted.
 *
 * @param whose which of the two vehicles are long there; the other one may be any
 * @param pathA lane index of one path
 * @param startA where it begins (m along it)
 * @param endA where it ends
 * @param pathB lane index of the other path
 * @param startB where it begins (m along it)
 * @param endB where it ends
 */
public record LongBodies(Whose whose, int pathA, double startA, double endA, int pathB, double startB, double endB) {

    /** Longer vehicles are meant (m). */
    public static final double FROM = CrossingStrip.LONG_FROM;

    /** Only who turns swings out: a car that turns back beside a lorry that goes straight on keeps clear of it. */
    public enum Whose {
        /** Both have to be long. */
        BOTH,
        /** Either is enough. */
        EITHER,
        /** That on path A. */
        A,
        /** That on path B. */
        B,
        /** That on path A; on path B are bicycles, which keep out of its stretch when they see it there. */
        A_BESIDE_BICYCLES,
        /** The other way round. */
        B_BESIDE_BICYCLES
    }
}
