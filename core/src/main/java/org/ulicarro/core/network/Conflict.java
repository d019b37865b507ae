package org.ulicarro.core.network;

/**
 * Where two turning paths from different lanes come so close that two vehicles cannot be there together.
 *
 * @param kind whether they cross, or end in the same lane
 * @param who who gives way by the rules of the place; at a signal, when both have green
 * @param pathA lane index of one path
 * @param startA where its shared stretch begins (m along it)
 * @param endA where that ends
 * @param pathB lane index of the other path
 * @param startB where its shared stretch begins (m along it)
 * @param endB where that ends
 */
public record Conflict(
        Kind kind, Who who, int pathA, double startA, double endA, int pathB, double startB, double endB) {

    public enum Kind {
        CROSSING,
        MERGING
    }

    /** Who gives way. */
    public enum Who {
        A_YIELDS,
        B_YIELDS,
        /** Neither has priority: whoever came first. */
        IN_TURN
    }
}
