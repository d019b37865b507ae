package org.ulicarro.core.measure;

import org.ulicarro.core.study.About;

/**
 * How often the queue of a turning bay reached back into the lane beside it, in the measured period of one replication.
 */
@TableName(value = "bays", about = "turning bays whose queue blocks the lane beside them")
public record BayRow(
        @About("where the bay leads to") String place,
        @About("the road's direction") String link,
        @About("number of the bay") int lane,
        @About("short names of those it serves") String movements,
        @About("number of the lane beside it") int blockedLane,

        @About("time in which somebody for the bay stood in the lane beside it, before its beginning (s)")
        double spilledS,

        @About("how often that began") int times,

        @About("when it began first (s since midnight); NaN for never")
        double firstS) {}
