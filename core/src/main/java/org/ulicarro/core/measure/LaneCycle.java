package org.ulicarro.core.measure;

import java.util.List;
import org.ulicarro.core.study.About;

/**
 * The queue of one controlled lane in one cycle.
 */
@TableName(value = "lane_cycles", about = "the queue of each lane before a control, cycle by cycle")
public record LaneCycle(
        @About("id of the place") String place,
        @About("its name there") String approach,
        @About("id of the link, quay-1 ahead") String link,
        @About("number from the left") int lane,
        @About("ids of the movements that the lane serves") List<String> movements,

        @About("start of the cycle, when red began (s since midnight)")
        double startS,

        @About("furthest rear of a vehicle that stopped or joined (m from the line)")
        double backOfQueueM,

        @About("when the lane first got green in it (s since midnight); NaN where it got none")
        double greenFromS,

        @About("how long it had green in all (s)") double greenS) {}
