package org.ulicarro.core.network;

import java.util.stream.Stream;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.RoadClass;

/** Paths that cross at places where nothing says who goes first. */
final class UncontrolledCrossings {

    private UncontrolledCrossings() {}

    static void check(Draft draft) {
        draft.junctions.values().forEach(junction -> check(draft, junction));
    }

    /** Where paths cross, somebody must go first. */
    private static void check(Draft draft, Junction junction) {
        if (junction.controlled()) {
            return;
        }
        for (Conflict conflict : junction.conflicts()) {
            Movement a = movementOf(draft, junction, conflict.pathA());
            Movement b = movementOf(draft, junction, conflict.pathB());
            if (conflict.kind() == Conflict.Kind.CROSSING && a.fromLink() != b.fromLink()) {
                draft.report(
                        NetworkFault.CROSS_WITHOUT_CONTROL,
                        Draft.placePointer(junction.id()),
                        a.id(),
                        b.id(),
                        junction.id(),
                        howToJoin(draft, a, b));
                return;
            }
        }
    }

    /** Two ways into one road are hardly meant to stop for each other where that has a lane for each, or is a motorway. */
    private static String howToJoin(Draft draft, Movement a, Movement b) {
        Link onto = draft.links.get(a.toLink());
        Link one = draft.links.get(a.fromLink());
        Link other = draft.links.get(b.fromLink());
        if (a.toLink() != b.toLink()) {
            return "";
        }
        if (onto.roadClass() != RoadClass.MOTORWAY) {
            return a.paths().size() + b.paths().size() > onto.lanes()
                    ? ""
                    : ". Or let the roads end beside each other, 'meets-at' says where: '" + onto.id()
                            + "' has a lane for each of '" + one.road() + "' and '" + other.road() + "'";
        }
        Link ramp = one.lanes() < other.lanes() ? one : other;
        if (joins(draft.input.roads().get(ramp.road()))) {
            return ". Ramp '" + ramp.road() + "' needs all lanes of the motorway to go on beside its own: put a place"
                    + " between and let them end there";
        }
        String side = draft.hand == Hand.RIGHT ? "right" : "left";
        return ". A ramp joins by a lane of its own: joins: {side: " + side
                + ", parallel: 220 m, taper: 60 m} beside the lanes of '" + ramp.road() + "'";
    }

    private static boolean joins(Road road) {
        return Stream.of(true, false)
                .map(road::direction)
                .anyMatch(direction -> direction != null && direction.joins() != null);
    }

    private static Movement movementOf(Draft draft, Junction junction, int path) {
        for (int m : junction.movements()) {
            for (TurningPath p : draft.movements.get(m).paths()) {
                if (p.lane() == path) {
                    return draft.movements.get(m);
                }
            }
        }
        throw new IllegalStateException("no movement has path " + path);
    }
}
