package org.ulicarro.core.study;

import java.util.Map;
import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Quantity;

/**
 * A queue let loose: the vehicles of a ferry, of a car park after a match.
 *
 * @param at the place where they enter
 * @param from when the first one does (s since midnight)
 * @param vehicles how many there are
 * @param every time between two of them (s)
 * @param mix share of each vehicle type; empty for that of all demand
 * @param routes where they go
 */
public record Surge(
        @Required @About("The place where they enter.") String at,

        @Required @DayTime @About("When the first one enters.")
        double from,

        @Required @About("How many there are.") int vehicles,

        @Required @Unit(Dimension.TIME) @About("Time between two of them: 2.2 s, or 2.2 s ± 0.5 s.")
        Quantity every,

        @Unit(Dimension.SHARE) @About("Share of each vehicle type, where it is not that of all demand.")
        Map<String, Double> mix,

        @Required @About("Where they go: {north: {via: [gate, mill], share: 60}}.")
        Map<String, RouteInput> routes) {

    public Surge {
        mix = InOrder.map(mix);
        routes = InOrder.map(routes);
    }
}
