package org.ulicarro.core.measure;

import org.ulicarro.core.study.About;

/**
 * People over one crossing in one interval of one replication, by the time of their arrival at the kerb.
 */
@TableName(value = "crossings", about = "people over crossings: delay, and who started on walk")
public record CrossingRow(
        @About("id") String crossing,
        @About("start of the interval (s since midnight)") double fromS,
        @About("its end (s since midnight)") double toS,
        @About("who arrived") int walkers,

        @About("of those, how many were not over when the run ended; their delay so far counts")
        int unfinished,

        @About("mean time beyond that of walking across without a stop; NaN for nobody (s)")
        double delayS,

        @About("the longest (s)") double delayMaxS,

        @About("share of those who set off that did so while their signal showed walk; NaN without a signal")
        double startedOnWalk) {}
