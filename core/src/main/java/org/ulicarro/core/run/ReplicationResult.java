package org.ulicarro.core.run;

import java.util.List;
import java.util.Map;

/**
 * What one replication measured.
 *
 * @param replication its number, from 1
 * @param tables what its instruments have, table by table in the order of their names: the kind of row to its rows
 * @param wanted vehicles that wanted to travel up to the end of the drain time
 * @param entered how many of them came in
 * @param unservedAtEnd how many waited outside when the measured period ended
 * @param unservedPeak the most that waited outside at once in the measured period
 * @param vehicleSteps vehicles moved, summed over all steps
 * @param mostOnRoad the most vehicles on the road at once
 * @param startFill vehicles on the road when the period begins, as a share of the mean of its first quarter of an hour
 * @param missedTurns vehicles that found no room to change lanes in time and drove on another way
 * @param detoured vehicles that took another way round closed roads
 * @param noWay vehicles that had none: they drove on roads closed to them, or waited before a closure
 * @param movedUp drivers who moved up into a junction without room behind it, since full roads in a circle held each other
 * @param traffic fingerprints of who wanted to travel
 * @param standstills rings of vehicles that blocked each other, in words
 */
public record ReplicationResult(
        int replication,
        Map<Class<? extends Record>, List<? extends Record>> tables,
        int wanted,
        int entered,
        int unservedAtEnd,
        int unservedPeak,
        long vehicleSteps,
        int mostOnRoad,
        double startFill,
        int missedTurns,
        int detoured,
        int noWay,
        int movedUp,
        DrawnTraffic traffic,
        List<String> standstills) {

    /**
     * The rows of one kind.
     *
     * @throws IllegalArgumentException when no instrument of this replication has such
     */
    public <R extends Record> List<R> rows(Class<R> kind) {
        List<? extends Record> rows = tables.get(kind);
        if (rows == null) {
            throw new IllegalArgumentException("this replication had no instrument for " + kind.getSimpleName());
        }
        return rows.stream().map(kind::cast).toList();
    }
}
