package org.ulicarro.core.study;

import java.util.Map;
import org.ulicarro.core.base.Dimension;

/**
 * Who enters at the end of a road, typed in place.
 *
 * @param vehicles how many enter (veh/s)
 * @param from from when on (s since midnight); null for the start of the warm-up
 * @param to until when (s since midnight); null for the end of the run
 * @param mix share of each vehicle type; empty for that of all demand
 * @param routes where they go, by a name for each way
 */
public record EntryInput(
        @Required @Unit(Dimension.FLOW) @About("How many enter: 700 veh/h.")
        double vehicles,

        @DayTime @About("From when on; from the start of the warm-up where none is written.")
        Double from,

        @DayTime @About("Until when; until the end of the run where none is written.")
        Double to,

        @Unit(Dimension.SHARE) @About("Share of each vehicle type, where it is not that of all demand.")
        Map<String, Double> mix,

        @Required @About("Where they go: {to-pier: {via: [gate, pier], share: 400}}.")
        Map<String, RouteInput> routes) {

    public EntryInput {
        mix = InOrder.map(mix);
        routes = InOrder.map(routes);
    }
}
