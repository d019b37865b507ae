package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.ulicarro.core.study.Direction.Side;
import org.ulicarro.core.study.MovementInput;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Turn;

/** The ways on from the end of a link, and which turn each of them is. */
final class Exits {

    /**
     * A way on.
     *
     * @param to carriageway it leads into
     * @param turn as for driving on the right
     * @param angle counter-clockwise from straight on (rad)
     */
    record Exit(Carriageway to, Turn turn, double angle) {}

    private Exits() {}

    /** Ways on from a link, from the left to the right; closed ones are left out. */
    static List<Exit> of(Draft draft, Carriageway in) {
        String placeId = in.to();
        Place place = draft.place(placeId);
        List<Carriageway> out = new ArrayList<>();
        List<Movements.Exit> ways = new ArrayList<>();
        for (List<Carriageway> road : draft.roadsAt.get(placeId)) {
            for (Carriageway c : road) {
                if (c.from().equals(placeId)) {
                    out.add(c);
                    ways.add(new Movements.Exit(c.roadId.equals(in.roadId), ramp(draft, in, c)));
                }
            }
        }
        Pose arrival = in.arrival();
        double[] angles = new double[out.size()];
        for (int i = 0; i < angles.length; i++) {
            angles[i] = arrival.turnTo(out.get(i).departure());
        }
        List<Turn> turns = Movements.turns(angles, ways);
        List<Exit> exits = new ArrayList<>();
        for (int i = 0; i < out.size(); i++) {
            String approach = draft.layouts.get(placeId).approach(in.roadId);
            String id = in.roadId + ">" + out.get(i).roadId;
            MovementInput own = own(draft, place.movements(), id, approach, turns.get(i));
            if (own == null || !own.closed()) {
                Turn turn = own == null || own.turn() == null ? turns.get(i) : draft.hand.turn(own.turn());
                double angle = turn == Turn.UTURN ? StrictMath.PI : angles[i];
                exits.add(new Exit(out.get(i), turn, angle));
            } else {
                Set<String> closed = draft.closed.computeIfAbsent(placeId, none -> new TreeSet<>());
                closed.add(id);
                closed.add(approach + draft.hand.turn(turns.get(i)).letter());
                draft.closedTurns
                        .computeIfAbsent(in.id(), none -> new LinkedHashSet<>())
                        .add(turns.get(i));
            }
        }
        exits.sort(java.util.Comparator.comparingDouble((Exit e) -> -e.angle()).thenComparing(e -> e.to().roadId));
        return exits;
    }

    /** The side to which a road leaves as a ramp of another one, or null. */
    private static Turn ramp(Draft draft, Carriageway from, Carriageway to) {
        if (!from.id().equals(draft.left.get(to.id()))) {
            return null;
        }
        return to.lanes.leaves().side() == Side.LEFT ? Turn.LEFT : Turn.RIGHT;
    }

    /** What is written for a movement, by its id or its short name. */
    static <T> T own(Draft draft, Map<String, T> written, String id, String approach, Turn turn) {
        if (written.isEmpty()) {
            return null;
        }
        T byId = written.get(id);
        return byId != null
                ? byId
                : written.get(approach + draft.hand.turn(turn).letter());
    }
}
