package org.ulicarro.core.measure;

/**
 * How often the queue of a turning bay reached back into the lane beside it, in the measured period of one replication.
 *
 * @param place where the bay leads to
 * @param link the road's direction
 * @param lane number of the bay
 * @param movements short names of those it serves
 * @param blockedLane number of the lane beside it
 * @param spilledS time in which somebody for the bay stood in the lane beside it, before its beginning (s)
 * @param times how often that began
 * @param firstS when it began first (s since midnight); NaN for never
 */
@TableName("bays")
public record BayRow(
        String place,
        String link,
        int lane,
        String movements,
        int blockedLane,
        double spilledS,
        int times,
        double firstS) {}
