package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.study.Arrows;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.Direction.Bay;
import org.ulicarro.core.study.Direction.Bays;
import org.ulicarro.core.study.Direction.Ramp;
import org.ulicarro.core.study.Direction.Side;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Road;

/**
 * Gives main roads the lanes that ramps ask for: where a ramp {@code joins}, the road after it gets a lane that ends on the way;
 * where one {@code leaves}, the road before it gets a bay.
 */
final class RampLanes {

    private final NetworkInput input;
    private final List<Fault> faults;
    private final Map<String, Road> roads;
    private final Map<String, List<String>> roadsAt = new LinkedHashMap<>();

    /** Ramp's link id to the main road's link id. */
    final Map<String, String> joined = new LinkedHashMap<>();

    final Map<String, String> left = new LinkedHashMap<>();

    RampLanes(NetworkInput input, List<Fault> faults) {
        this.input = input;
        this.faults = faults;
        roads = new LinkedHashMap<>(input.roads());
        input.roads()
                .forEach((id, road) -> road.between()
                        .forEach(place -> roadsAt.computeIfAbsent(place, none -> new ArrayList<>())
                                .add(id)));
    }

    /** The roads with these lanes. */
    Map<String, Road> roads() {
        input.roads().forEach((id, road) -> {
            for (boolean ahead : new boolean[] {true, false}) {
                Direction direction = road.direction(ahead);
                if (direction != null && direction.joins() != null) {
                    join(id, road, ahead, direction.joins());
                }
                if (direction != null && direction.leaves() != null) {
                    leave(id, road, ahead, direction.leaves());
                }
            }
        });
        return roads;
    }

    private void join(String ramp, Road road, boolean ahead, Ramp lane) {
        String place = ahead ? road.to() : road.from();
        String main = straightest(ramp, place, true);
        String pointer = pointer(ramp, ahead) + "/joins";
        if (main == null) {
            faults.add(NetworkFault.NOTHING_TO_JOIN.at(pointer, ramp, place));
            return;
        }
        boolean mainAhead = roads.get(main).from().equals(place);
        Direction to = roads.get(main).direction(mainAhead);
        if (!of(to.bays(), lane.side()).isEmpty()) {
            bothSides(pointer, main, mainAhead);
            return;
        }
        Bay bay = new Bay(Math.max(10, lane.parallel()), lane.taper());
        put(main, mainAhead, to.withEnds(added(to.ends(), lane.side(), bay)));
        joined.put(ramp + (ahead ? " ahead" : " back"), main + (mainAhead ? " ahead" : " back"));
    }

    private void leave(String ramp, Road road, boolean ahead, Ramp lane) {
        String place = ahead ? road.from() : road.to();
        String main = straightest(ramp, place, false);
        String pointer = pointer(ramp, ahead) + "/leaves";
        if (main == null) {
            faults.add(NetworkFault.NOTHING_TO_LEAVE.at(pointer, ramp, place));
            return;
        }
        boolean mainAhead = roads.get(main).to().equals(place);
        Direction from = roads.get(main).direction(mainAhead);
        if (!of(from.ends(), lane.side()).isEmpty()) {
            bothSides(pointer, main, mainAhead);
            return;
        }
        Bay bay = new Bay(lane.parallel(), lane.taper());
        Direction wider = from.withBays(added(from.bays(), lane.side(), bay));
        if (!from.turns().isEmpty()) {
            List<Arrows> turns = new ArrayList<>(from.turns());
            boolean onLeft = lane.side() == Side.LEFT;
            turns.add(onLeft ? 0 : turns.size(), new Arrows(false, onLeft, false, !onLeft));
            wider = wider.withTurns(turns);
        }
        put(main, mainAhead, wider);
        left.put(ramp + (ahead ? " ahead" : " back"), main + (mainAhead ? " ahead" : " back"));
    }

    /** The other road at a place that leads on (or arrives) most nearly in the ramp's own direction. */
    private String straightest(String ramp, String place, boolean leading) {
        Pose own = outward(ramp, place);
        String best = null;
        double least = StrictMath.toRadians(100);
        for (String id : roadsAt.get(place)) {
            Road road = roads.get(id);
            boolean leads = road.from().equals(place) ? road.ahead() != null : road.back() != null;
            boolean arrives = road.from().equals(place) ? road.back() != null : road.ahead() != null;
            if (!id.equals(ramp) && (leading ? leads : arrives)) {
                Pose other = outward(id, place);
                double angle = Math.abs(new Pose(0, 0, -own.dx(), -own.dy()).turnTo(other));
                if (angle < least) {
                    least = angle;
                    best = id;
                }
            }
        }
        return best;
    }

    private Pose outward(String id, String place) {
        Polyline axis = Axes.of(input, roads.get(id));
        return roads.get(id).from().equals(place) ? axis.at(0) : axis.reversed().at(0);
    }

    private void put(String id, boolean ahead, Direction direction) {
        Road road = roads.get(id);
        roads.put(id, road.withLanes(ahead ? direction : road.ahead(), ahead ? road.back() : direction));
    }

    /** One side of a road cannot have a lane that ends and another one that begins: they would be the same lane. */
    private void bothSides(String pointer, String main, boolean mainAhead) {
        faults.add(NetworkFault.LANE_ENDS_AND_BEGINS.at(pointer, main, mainAhead ? "ahead" : "back"));
    }

    private static List<Bay> of(Bays bays, Side side) {
        return side == Side.LEFT ? bays.left() : bays.right();
    }

    private static Bays added(Bays bays, Side side, Bay bay) {
        List<Bay> one = new ArrayList<>(of(bays, side));
        one.add(bay);
        return side == Side.LEFT ? new Bays(one, bays.right()) : new Bays(bays.left(), one);
    }

    private static String pointer(String road, boolean ahead) {
        return Fault.child("/network/roads", road) + (ahead ? "/ahead" : "/back");
    }
}
