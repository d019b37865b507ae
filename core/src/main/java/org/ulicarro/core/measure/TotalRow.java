package org.ulicarro.core.measure;

import org.ulicarro.core.study.About;

/**
 * All journeys of one type of vehicle in one replication, of those who wanted to come in within the measured period. Each is followed
 * to its end; who has not arrived when the run ends counts with what it has driven and lost so far.
 */
@TableName(value = "network", about = "distance, time and delay of whole journeys by type, also of the people on board")
public record TotalRow(
        @About("id of the type, all for all together") String type,
        @About("how many") int vehicles,

        @About("how many of them had not arrived when the run ended")
        int unfinished,

        @About("driven (m)") double distanceM,
        @About("from when each wanted to come in (s)") double travelTimeS,

        @About("time lost for any reason, outside and inside (s)")
        double delayS,

        @About("on board of all") double people,
        @About("delay times those on board (s)") double peopleDelayS,

        @About("how often informed drivers among them took another way")
        int wayChanges) {

    /** In place of a type: all types together. */
    public static final String ALL = "all";
}
