package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.List;
import java.util.function.IntPredicate;
import org.ulicarro.core.study.Arrows;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.Turn;

/** Which turn each movement is, and which arrows a lane has when none are written. */
final class Movements {

    private static final double STRAIGHT_ON = StrictMath.toRadians(45);

    /**
     * A way out of a place.
     *
     * @param sameRoad whether it leads back on the road one came from
     * @param ramp the side to which a ramp leaves, or null
     */
    record Exit(boolean sameRoad, Turn ramp) {}

    private Movements() {}

    /**
     * The turn into each exit. Within 45 degrees of straight on is through; when several exits are, the straightest one is, and
     * the others are turns to their side of it, as at a fork or a ramp.
     *
     * @param angles from straight on to each exit, counter-clockwise (rad)
     */
    static List<Turn> turns(double[] angles, List<Exit> exits) {
        int through = -1;
        for (int i = 0; i < angles.length; i++) {
            Exit exit = exits.get(i);
            boolean onward = !exit.sameRoad() && exit.ramp() == null && Math.abs(angles[i]) <= STRAIGHT_ON;
            if (onward && (through < 0 || Math.abs(angles[i]) < Math.abs(angles[through]) - 1e-6)) {
                through = i;
            }
        }
        List<Turn> turns = new ArrayList<>(angles.length);
        for (int i = 0; i < angles.length; i++) {
            if (exits.get(i).sameRoad()) {
                turns.add(Turn.UTURN);
            } else if (exits.get(i).ramp() != null) {
                turns.add(exits.get(i).ramp());
            } else if (i == through) {
                turns.add(Turn.THROUGH);
            } else {
                turns.add(angles[i] >= (through >= 0 ? angles[through] : 0) ? Turn.LEFT : Turn.RIGHT);
            }
        }
        return turns;
    }

    /**
     * Arrows of each lane at the line, from the inside: as written, or the usual ones. Bays turn to their own side; through lanes go
     * straight on, and the outer ones also turn where no bay does. Lanes for bicycles at the side do not count as the outer ones: from beside
     * them others turn across them.
     *
     * @param exits turns for which a road leads away; empty at the end of the network, where lanes have no arrows
     * @param forBicycles which of the lanes over the whole length, from the inside, are kept for bicycles
     */
    static List<Arrows> arrows(Direction direction, List<Turn> exits, IntPredicate forBicycles) {
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
        boolean toLeft = exits.contains(Turn.LEFT);
        boolean toRight = exits.contains(Turn.RIGHT);
        for (int i = 0; i < left; i++) {
            usual.add(new Arrows(false, true, false, false));
        }
        int outermost = direction.lanes() - 1;
        int first = 0;
        while (first < outermost && forBicycles.test(first)) {
            first++;
        }
        int last = outermost;
        while (last > first && forBicycles.test(last)) {
            last--;
        }
        int lanes = last - first + 1;
        for (int i = 0; i <= outermost; i++) {
            int k = i - first; // among those of everybody
            boolean everybody = k >= 0 && i <= last;
            boolean turnsLeft =
                    toLeft && left == 0 && (i == 0 || k == 0 || everybody && !through && (!toRight || k < lanes / 2));
            boolean turnsRight = toRight
                    && right == 0
                    && (i == outermost || i == last || everybody && !through && (!toLeft || k >= (lanes + 1) / 2));
            boolean onlyWay = !through && !turnsLeft && !turnsRight; // each lane leads somewhere
            usual.add(new Arrows(false, turnsLeft || onlyWay && toLeft, through, turnsRight || onlyWay && !toLeft));
        }
        for (int i = 0; i < right; i++) {
            usual.add(new Arrows(false, false, false, true));
        }
        return usual;
    }

    /**
     * Arrows before a roundabout: the inner lane goes left, back and straight on, the outer one straight on and right.
     *
     * @param exitLanes lanes of the road straight on; where it has one only, the inner lane does not lead there
     */
    static List<Arrows> arrowsAtRoundabout(Direction direction, List<Turn> exits, int exitLanes) {
        if (exits.isEmpty() || !direction.turns().isEmpty()) {
            return exits.isEmpty() ? List.of() : direction.turns();
        }
        int lanes = direction.lanesAtEnd();
        List<Arrows> usual = new ArrayList<>();
        for (int i = 0; i < lanes; i++) {
            boolean inner = i == 0;
            boolean outer = i == lanes - 1;
            boolean straight =
                    exits.contains(Turn.THROUGH) && (outer || exitLanes >= lanes - i || !exits.contains(Turn.LEFT));
            usual.add(new Arrows(
                    inner && exits.contains(Turn.UTURN),
                    inner && exits.contains(Turn.LEFT),
                    straight,
                    outer && exits.contains(Turn.RIGHT)));
        }
        return usual;
    }
}
