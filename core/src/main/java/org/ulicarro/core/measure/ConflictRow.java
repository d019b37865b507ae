package org.ulicarro.core.measure;

/**
 * Near encounters in the measured period of one replication: two movements that crossed or merged one shortly after the other, or vehicles
 * that came too near to the one ahead on the lanes of a place.
 *
 * @param place id
 * @param kind "crossing", "merging" or "following"
 * @param first short name of one movement; empty for following
 * @param second short name of the other; empty for following
 * @param encounters crossing and merging: times between one's leaving the shared stretch and the other's coming onto it
 *     (post-encroachment time) below {@code limitS}; following: times at which the time to collision fell below it
 * @param seconds following: how long it stayed below; else 0
 * @param leastS the least of those times (s)
 * @param limitS below which they count (s)
 */
@TableName("conflicts")
public record ConflictRow(
        String place,
        String kind,
        String first,
        String second,
        int encounters,
        double seconds,
        double leastS,
        double limitS) {}
