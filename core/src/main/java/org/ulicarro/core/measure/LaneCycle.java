package org.ulicarro.core.measure;

import java.util.List;

/**
 * The queue of one controlled lane in one cycle.
 *
 * @param place id of the place
 * @param approach its name there
 * @param link id of the link, {@code quay-1 ahead}
 * @param lane number from the left
 * @param movements ids of the movements that the lane serves
 * @param startS start of the cycle, when red began (s since midnight)
 * @param backOfQueueM furthest rear of a vehicle that stopped or joined (m from the line)
 * @param greenFromS when the lane first got green in it (s since midnight); NaN where it got none
 * @param greenS how long it had green in all (s)
 */
@TableName("lane_cycles")
public record LaneCycle(
        String place,
        String approach,
        String link,
        int lane,
        List<String> movements,
        double startS,
        double backOfQueueM,
        double greenFromS,
        double greenS) {}
