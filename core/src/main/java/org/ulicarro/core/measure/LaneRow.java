package org.ulicarro.core.measure;

import java.util.List;

/**
 * What the greens of one lane before a signal did in the measured period of one replication.
 *
 * @param place id
 * @param approach its name there
 * @param link id of the link
 * @param lane number from the left
 * @param movements ids of those that the lane serves
 * @param signalGroup whose light it heeds
 * @param greens green periods that ended in it
 * @param greenS mean green (s)
 * @param cycleS mean time from one beginning of green to the next (s)
 * @param effectiveGreenS green less what is lost at its start, and what is used of yellow; both measured where there are enough (s)
 * @param headways saturated ones, of the fifth queued vehicle and those behind it
 * @param headwaysS how long they are together (s)
 * @param headwaysPcu how many passenger cars went in them
 * @param saturationPcuh saturation flow by them; NaN below 30 of them (pcu/h)
 * @param vehicles that passed the line
 * @param servedPcuh flow of those (pcu/h)
 * @param demandPcuh that, and by how much the queue has grown, outside included (pcu/h)
 * @param vc degree of saturation: demand over saturation flow times effective green over cycle; NaN where one of them is
 * @param splitFailureShare share of greens after which somebody was left over who had queued before it began
 */
@TableName("lanes")
public record LaneRow(
        String place,
        String approach,
        String link,
        int lane,
        List<String> movements,
        String signalGroup,
        int greens,
        double greenS,
        double cycleS,
        double effectiveGreenS,
        int headways,
        double headwaysS,
        double headwaysPcu,
        double saturationPcuh,
        int vehicles,
        double servedPcuh,
        double demandPcuh,
        double vc,
        double splitFailureShare) {}
