package org.ulicarro.core.measure;

/**
 * People over one crossing in one interval of one replication, by the time of their arrival at the kerb.
 *
 * @param crossing id
 * @param fromS start of the interval (s since midnight)
 * @param toS its end (s since midnight)
 * @param walkers who arrived
 * @param unfinished of those, how many were not over when the run ended; their delay so far counts
 * @param delayS mean time beyond that of walking across without a stop; NaN for nobody (s)
 * @param delayMaxS the longest (s)
 * @param startedOnWalk share of those who set off that did so while their signal showed walk; NaN without a signal
 */
@TableName("crossings")
public record CrossingRow(
        String crossing,
        double fromS,
        double toS,
        int walkers,
        int unfinished,
        double delayS,
        double delayMaxS,
        double startedOnWalk) {}
