package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.study.Arrows;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.Turn;

/** Which turn a movement is, and which arrows a lane has when none are written. */
final class Movements {

    private static final double STRAIGHT_ON = StrictMath.toRadians(45);
    private static final double TURNING_BACK = StrictMath.toRadians(160);

    private Movements() {}

    static Turn turn(Pose arrival, Pose departure) {
        double angle = arrival.turnTo(departure);
        if (Math.abs(angle) <= STRAIGHT_ON) {
            return Turn.THROUGH;
        }
        if (Math.abs(angle) >= TURNING_BACK) {
            return Turn.UTURN;
        }
        return angle > 0 ? Turn.LEFT : Turn.RIGHT;
    }

    /**
     * Arrows of each lane from the left: as written, or the usual ones. Bays turn to their own side; through lanes go straight on,
     * and the outer ones also turn where no bay does.
     *
     * @param exits turns for which a road leads away; empty at the end of the network, where lanes have no arrows
     */
    static List<Arrows> arrows(Direction direction, List<Turn> exits) {
        if (exits.isEmpty()) {
            return List.of();
        }
        if (!direction.turns().isEmpty()) {
            return direction.turns();
        }
        List<Arrows> usual = new ArrayList<>();
        int left = direction.bays().left().size();
        int right = direction.bays().right().size();
        boolean through = exits.contains(Turn.THROUGH);
        for (int i = 0; i < left; i++) {
            usual.add(new Arrows(false, true, false, false));
        }
        for (int i = 0; i < direction.lanes(); i++) {
            boolean turnsLeft =
                    exits.contains(Turn.LEFT) && left == 0 && (i == 0 || !through && i < direction.lanes() / 2);
            boolean turnsRight = exits.contains(Turn.RIGHT)
                    && right == 0
                    && (i == direction.lanes() - 1 || !through && i >= (direction.lanes() + 1) / 2);
            usual.add(new Arrows(false, turnsLeft, through, turnsRight));
        }
        for (int i = 0; i < right; i++) {
            usual.add(new Arrows(false, false, false, true));
        }
        return usual;
    }
}
