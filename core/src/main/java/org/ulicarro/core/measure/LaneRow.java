package org.ulicarro.core.measure;

import java.util.List;
import org.ulicarro.core.study.About;

/**
 * What the greens of one lane before a signal did in the measured period of one replication.
 */
@TableName(value = "lanes", about = "lanes before signals: saturation flow, effective green, v/c, split failures")
public record LaneRow(
        @About("id") String place,
        @About("its name there") String approach,
        @About("id of the link") String link,
        @About("number from the left") int lane,
        @About("ids of those that the lane serves") List<String> movements,
        @About("whose light it heeds") String signalGroup,
        @About("green periods that ended in it") int greens,
        @About("mean green (s)") double greenS,

        @About("mean time from one beginning of green to the next (s)")
        double cycleS,

        @About(
                "green less what is lost at its start, and what is used of yellow; both measured where there are enough (s)")
        double effectiveGreenS,

        @About("saturated ones, of the fifth queued vehicle and those behind it")
        int headways,

        @About("how long they are together (s)") double headwaysS,
        @About("how many passenger cars went in them") double headwaysPcu,

        @About("saturation flow by them; NaN below 30 of them (pcu/h)")
        double saturationPcuh,

        @About("that passed the line") int vehicles,
        @About("flow of those (pcu/h)") double servedPcuh,

        @About("that, and by how much the queue has grown, outside included (pcu/h)")
        double demandPcuh,

        @About(
                "degree of saturation: demand over saturation flow times effective green over cycle; NaN where one of them is")
        double vc,

        @About("share of greens after which somebody was left over who had queued before it began")
        double splitFailureShare) {}
