package org.ulicarro.core.measure;

/**
 * All journeys of one type of vehicle in one replication, of those who wanted to come in within the measured period. Each is followed
 * to its end; who has not arrived when the run ends counts with what it has driven and lost so far.
 *
 * @param type id of the type, {@link #ALL} for all together
 * @param vehicles how many
 * @param unfinished how many of them had not arrived when the run ended
 * @param distanceM driven (m)
 * @param travelTimeS from when each wanted to come in (s)
 * @param delayS time lost for any reason, outside and inside (s)
 * @param people on board of all
 * @param peopleDelayS delay times those on board (s)
 */
@TableName("network")
public record TotalRow(
        String type,
        int vehicles,
        int unfinished,
        double distanceM,
        double travelTimeS,
        double delayS,
        double people,
        double peopleDelayS) {

    /** In place of a type: all types together. */
    public static final String ALL = "all";
}
