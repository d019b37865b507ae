package org.ulicarro.core.measure;

import org.ulicarro.core.study.About;

/**
 * One direction of a road in one interval of one replication.
 */
@TableName(value = "links", about = "volume, speed and queues of every direction of a road")
public record LinkRow(
        @About("id, quay-1 ahead") String link,
        @About("where it begins") String fromPlace,
        @About("where it ends") String toPlace,
        @About("id of its road") String name,
        @About("start of the interval (s since midnight)") double fromS,
        @About("its end (s since midnight)") double toS,
        @About("that came to its end") int vehicles,
        @About("vehicles on it, mean over time") double onMean,
        @About("driven on it (m)") double distanceM,
        @About("spent on it (s)") double timeS,
        @About("distance over time; NaN for nobody (m/s)") double speedMs,

        @About("share of the seconds in which a queue reached back to its start")
        double spillbackShare,

        @About(
                "share of that time spent in the queue of a controlled line; NaN where none is at its end and no queue came")
        double queuedShare) {}
