package org.ulicarro.core.study;

import java.util.List;
import org.ulicarro.core.base.Dimension;

/**
 * A detector in one lane.
 *
 * @param lane counted from the left, 1 first
 * @param beforeEnd from its downstream edge to the stop line (m), or null
 * @param at of its upstream edge from the start of the link (m), or null
 * @param length along the lane (m)
 * @param only types of vehicle that it sees; all where there are none
 */
public record Detector(
        @Required @About("The road and direction it lies in: quay-2 ahead.")
        LinkName road,

        @Usual("1") @About("Its lane, counted from the left.")
        int lane,

        @Key("before-end") @Unit(Dimension.LENGTH) @About("From its downstream edge to the stop line.")
        Double beforeEnd,

        @Unit(Dimension.LENGTH) @About("Instead: from the start of the road to its upstream edge.")
        Double at,

        @Usual("2 m") @Unit(Dimension.LENGTH) @About("Its length.")
        double length,

        @About("Types of vehicle that it sees, such as [bus, tram]; all where none is written.")
        List<VehicleType> only) {

    /** Of one whose length is not written (m). */
    public static final double USUAL_LENGTH = 2;

    public Detector {
        only = only == null ? List.of() : List.copyOf(only);
    }
}
