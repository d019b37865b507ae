package org.ulicarro.core.study;

import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Dimension;

/**
 * What somebody wants otherwise than derived for one movement.
 *
 * @param turn its class, where the angle says another one
 * @param speed on its path (m/s)
 * @param radius that its speed is derived from (m)
 * @param yieldsTo movements it gives way to
 * @param lanes explicit pairs, from lane to lane, each from the left
 * @param criticalGap least headway in the stream it yields to that its drivers take (s), or null
 * @param followUp headway at which they follow each other through one long gap (s), or null
 * @param timeGap time gap and reaction time of those in its queue as it moves off, as a share of the usual; null for 1
 * @param closed nobody may make this movement
 */
public record MovementInput(
        @About("left, through, right or uturn, where the angle says another one.")
        Turn turn,

        @Unit(Dimension.LENGTH) @About("Radius that its speed is derived from.")
        Double radius,

        @Unit(Dimension.SPEED) @About("Speed on its path.") Double speed,

        @Key("yields-to") @About("Movements it gives way to.")
        List<String> yieldsTo,

        @KeyForm(KeyForm.LANE) @About("Explicit pairs, from lane to lane, each counted from the left: {1: 2}.")
        Map<String, Integer> lanes,

        @Key("critical-gap")
        @Unit(Dimension.TIME)
        @About("Least headway in the stream it yields to that drivers take on the mean.")
        Double criticalGap,

        @Key("follow-up") @Unit(Dimension.TIME) @About("Headway at which drivers follow each other through a long gap.")
        Double followUp,

        @Key("time-gap")
        @Unit(Dimension.SHARE)
        @About("Time gaps and reactions when its queue moves off, as a share of the usual: 92 %; 'calibrate' finds it.")
        Double timeGap,

        @About("Nobody may make this movement.") boolean closed) {

    public MovementInput {
        yieldsTo = yieldsTo == null ? List.of() : List.copyOf(yieldsTo);
        lanes = InOrder.map(lanes);
    }

    /** One of which only the time gap is written. */
    public static MovementInput ofTimeGap(double share) {
        return new MovementInput(null, null, null, null, null, null, null, share, false);
    }

    /** One that nobody may make. */
    public static MovementInput ofClosed() {
        return new MovementInput(null, null, null, null, null, null, null, null, true);
    }

    /** The same with another time gap. */
    public MovementInput withTimeGap(double share) {
        return new MovementInput(turn, radius, speed, yieldsTo, lanes, criticalGap, followUp, share, closed);
    }
}
