package org.ulicarro.core.study;

import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Quantity;

/**
 * A line of buses or trams, at a fixed headway or by a timetable.
 *
 * @param type what runs on it
 * @param route places on its way, the first where it enters, the last where it leaves
 * @param every headway (s); null where a timetable says when it runs
 * @param timetable departures at the first place; empty where it runs at a headway
 * @param from first departure of a headway (s since midnight); null for the start of the warm-up
 * @param to no departure at or after it (s since midnight); null for the end of the run
 * @param stops how long it stands at each stop, by the stop's id; where people board, how long without them (s)
 * @param boardings people who come to a stop for this line (1/s)
 * @param boardingTime how long each of them takes (s)
 * @param leaves how long after its departure at the first place it leaves a stop at the earliest (s)
 */
public record Service(
        @Usual("bus") @About("The type of vehicle that runs on it.")
        String type,

        @Required
        @About(
                "Places on its way: [west, gate, market]; those in between may be left out where the shortest way is meant.")
        List<String> route,

        @Unit(Dimension.TIME) @About("Time between two departures, where it runs at a headway.")
        Double every,

        @About("Departures at the first place, where it runs by a timetable: [\"16:34\", \"16:49\"].")
        List<TimeOfDay> timetable,

        @DayTime @About("First departure; from the start of the warm-up where none is written.")
        Double from,

        @DayTime @About("No departure at or after it; until the end of the run where none is written.")
        Double to,

        @Unit(Dimension.TIME)
        @About("How long it stands at each stop: {fish-hall: 25 s ± 8 s}; where people board, how long without them.")
        Map<String, Quantity> stops,

        @Unit(value = Dimension.FLOW, written = "/h")
        @About("People who come to a stop for this line: {fish-hall: 90 /h}.")
        Map<String, Double> boardings,

        @Usual("2.5 s") @Key("boarding-time") @Unit(Dimension.TIME) @About("How long each of them takes to get on.")
        double boardingTime,

        @Unit(Dimension.TIME)
        @About("How long after its departure at the first place it leaves a stop at the earliest: {fish-hall: 4 min}.")
        Map<String, Double> leaves) {

    /** At a fixed headway, standing for a time at its stops. */
    public static Service every(
            double headway, VehicleType type, List<String> route, Double from, Map<String, Quantity> stops) {
        return new Service(Written.of(type), route, headway, null, from, null, stops, null, 2.5, null);
    }

    public Service {
        type = type == null ? Written.of(VehicleType.BUS) : type;
        route = route == null ? List.of() : List.copyOf(route);
        timetable = timetable == null ? List.of() : List.copyOf(timetable);
        stops = InOrder.map(stops);
        boardings = InOrder.map(boardings);
        leaves = InOrder.map(leaves);
    }
}
