package org.ulicarro.core.study;

import java.util.List;
import org.ulicarro.core.base.Dimension;

/**
 * One direction of a road.
 *
 * @param lanes lanes that run its whole length
 * @param width of each lane (m)
 * @param bays lanes that begin only ahead of the junction
 * @param turns arrows, lane by lane from the left, bays included; empty where the usual ones are meant
 */
public record Direction(
        @Required @About("Lanes over the whole length, bays not included.")
        int lanes,

        @Usual("3.25 m") @Unit(Dimension.LENGTH) @About("Width of each lane.")
        double width,

        @About("Lanes that begin only ahead of the junction.")
        Bays bays,

        @About("Arrows lane by lane from the left, bays included: [L, T, TR].")
        List<Arrows> turns) {

    public Direction {
        bays = bays == null ? new Bays(null, null) : bays;
        turns = turns == null ? List.of() : List.copyOf(turns);
    }

    /** Lanes at the downstream end, bays included. */
    public int lanesAtEnd() {
        return lanes + bays.left().size() + bays.right().size();
    }

    /**
     * Turn bays, one entry for each lane, the one beside the through lanes first.
     *
     * @param left bays on the left of the through lanes
     * @param right bays on the right of them
     */
    public record Bays(
            @About("Bays on the left, one entry for each, the one beside the through lanes first.")
            List<Bay> left,

            @About("Bays on the right, one entry for each, the one beside the through lanes first.")
            List<Bay> right) {

        public Bays {
            left = left == null ? List.of() : List.copyOf(left);
            right = right == null ? List.of() : List.copyOf(right);
        }
    }

    /**
     * A turn bay.
     *
     * @param fullWidth length over which it has its full width, up to the stop line (m)
     * @param taper length over which it opens (m)
     */
    public record Bay(
            @Required @Unit(Dimension.LENGTH) @About("Length at full width, up to the stop line.")
            double fullWidth,

            @Usual("20 m") @Unit(Dimension.LENGTH) @About("Length over which it opens.")
            double taper) {}
}
