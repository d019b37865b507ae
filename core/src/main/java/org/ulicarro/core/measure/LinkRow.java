package org.ulicarro.core.measure;

/**
 * One direction of a road in one interval of one replication.
 *
 * @param link id, {@code quay-1 ahead}
 * @param fromPlace where it begins
 * @param toPlace where it ends
 * @param name id of its road
 * @param fromS start of the interval (s since midnight)
 * @param toS its end (s since midnight)
 * @param vehicles that came to its end
 * @param onMean vehicles on it, mean over time
 * @param distanceM driven on it (m)
 * @param timeS spent on it (s)
 * @param speedMs distance over time; NaN for nobody (m/s)
 * @param spillbackShare share of the seconds in which a queue reached back to its start
 * @param queuedShare share of that time spent in the queue of a controlled line
 */
@TableName("links")
public record LinkRow(
        String link,
        String fromPlace,
        String toPlace,
        String name,
        double fromS,
        double toS,
        int vehicles,
        double onMean,
        double distanceM,
        double timeS,
        double speedMs,
        double spillbackShare,
        double queuedShare) {}
