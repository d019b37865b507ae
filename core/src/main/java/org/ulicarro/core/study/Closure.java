package org.ulicarro.core.study;

import java.util.List;
import org.ulicarro.core.base.Dimension;

/**
 * Lanes that are closed over a stretch, all day or for a time.
 *
 * @param lanes counted from the left; empty for all of them
 * @param at where it begins, from the start of the link (m)
 * @param length of the closed stretch (m)
 * @param from time of day it begins (s since midnight), or null
 * @param to time of day it ends (s since midnight), or null
 * @param announced whether drivers know of it before they come to it
 */
public record Closure(
        @Required @About("The road and direction: quay-2 ahead.")
        LinkName road,

        @About("The closed lanes, counted from the left; all where none is written.")
        List<Integer> lanes,

        @Usual("0 m") @Unit(Dimension.LENGTH) @About("From the start of the road to where it begins.")
        double at,

        @Required @Unit(Dimension.LENGTH) @About("Length of the closed stretch.")
        double length,

        @DayTime @About("When it begins; the whole day where none is written.")
        Double from,

        @DayTime @About("When it ends.") Double to,

        @About(
                "false for an accident, of which nobody knows who sets out; drivers know of all others and go round them.")
        Boolean announced) {

    public Closure {
        lanes = lanes == null ? List.of() : List.copyOf(lanes);
        announced = announced == null || announced;
    }
}
