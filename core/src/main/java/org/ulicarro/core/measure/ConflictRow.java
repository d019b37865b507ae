package org.ulicarro.core.measure;

import org.ulicarro.core.study.About;

/**
 * Near encounters in the measured period of one replication: two movements that crossed or merged one shortly after the other, or vehicles
 * that came too near to the one ahead on the lanes of a place.
 */
@TableName(value = "conflicts", about = "near encounters: post-encroachment time, time to collision")
public record ConflictRow(
        @About("id") String place,
        @About("'crossing', 'merging' or 'following'") String kind,

        @About("short name of one movement; empty for following")
        String first,

        @About("short name of the other; empty for following")
        String second,

        @About(
                "crossing and merging: times between one's leaving the shared stretch and the other's coming onto it (post-encroachment time) below limit_s; following: times at which the time to collision fell below it")
        int encounters,

        @About("following: how long it stayed below; else 0")
        double seconds,

        @About("the least of those times (s)") double leastS,
        @About("below which they count (s)") double limitS) {}
