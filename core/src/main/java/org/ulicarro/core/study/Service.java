package org.ulicarro.core.study;

import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Quantity;

/**
 * A line of buses or trams that runs at a fixed headway.
 *
 * @param type what runs on it
 * @param route places on its way, the first where it enters, the last where it leaves
 * @param every headway (s)
 * @param from first departure (s since midnight); null for the start of the warm-up
 * @param to no departure at or after it (s since midnight); null for the end of the run
 * @param stops how long it stands at each stop, by the stop's id (s)
 */
public record Service(
        @Usual("bus") @About("The type of vehicle that runs on it.")
        VehicleType type,

        @Required
        @About(
                "Places on its way: [west, gate, market]; those in between may be left out where the shortest way is meant.")
        List<String> route,

        @Required @Unit(Dimension.TIME) @About("Time between two departures.")
        double every,

        @DayTime @About("First departure; from the start of the warm-up where none is written.")
        Double from,

        @DayTime @About("No departure at or after it; until the end of the run where none is written.")
        Double to,

        @Unit(Dimension.TIME) @About("How long it stands at each stop: {fish-hall: 25 s ± 8 s}.")
        Map<String, Quantity> stops) {

    public Service {
        type = type == null ? VehicleType.BUS : type;
        route = route == null ? List.of() : List.copyOf(route);
        stops = InOrder.map(stops);
    }
}
