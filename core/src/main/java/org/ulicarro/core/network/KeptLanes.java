package org.ulicarro.core.network;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Predicate;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.Direction.LaneUse;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.VehicleType;

/** Lanes that are kept for others than cars, such as buses and trams, and from which cars go all the same. */
public final class KeptLanes {

    private final Map<Integer, LaneUse> uses = new TreeMap<>(); // of lanes kept from cars
    private final double from;
    private final double to;

    /**
     * @param from begin of the time that is meant (s since midnight)
     * @param to its end
     */
    public KeptLanes(Network network, NetworkInput input, double from, double to) {
        this.from = from;
        this.to = to;
        for (Link link : network.links()) {
            Road road = input.roads().get(link.road());
            Direction direction = road == null || link.ring() ? null : road.direction(link.ahead());
            for (Lane lane : direction == null ? List.<Lane>of() : network.lanesOf(link)) {
                LaneUse use = direction.laneUse().get(String.valueOf(lane.number()));
                if (use != null && isFromCars(use)) {
                    uses.put(lane.index(), use);
                }
            }
        }
    }

    /** Whether a lane of a direction is kept from cars all day long. */
    static boolean isAllDay(Direction direction, int number) {
        LaneUse use = direction.laneUse().get(String.valueOf(number));
        return use != null && isFromCars(use) && use.from() == null && use.to() == null;
    }

    /** Whether a lane of a direction is one for bicycles all day long, into which nobody else moves to turn. */
    static boolean isForBicycles(Direction direction, int number) {
        LaneUse use = direction.laneUse().get(String.valueOf(number));
        return use != null
                && use.only().equals(List.of(VehicleType.BICYCLE))
                && use.from() == null
                && use.to() == null
                && !mayTurnIn(use);
    }

    private static boolean isFromCars(LaneUse use) {
        return !use.only().contains(VehicleType.CAR);
    }

    /**
     * Lanes from which cars make a movement: those that are theirs for most of the time; where it has none of these, those into which one may move to turn;
     * and where it has none of these either, all of them.
     */
    public Set<Integer> open(Movement movement) {
        Set<Integer> own = lanes(movement, lane -> !uses.containsKey(lane) || isMostlyOpen(uses.get(lane)));
        Set<Integer> toTurn = own.isEmpty() ? lanes(movement, lane -> mayTurnIn(uses.get(lane))) : own;
        return toTurn.isEmpty() ? lanes(movement, lane -> true) : toTurn;
    }

    private static Set<Integer> lanes(Movement movement, Predicate<Integer> which) {
        Set<Integer> lanes = new TreeSet<>();
        movement.paths().stream().map(TurningPath::fromLane).filter(which).forEach(lanes::add);
        return lanes;
    }

    private static boolean mayTurnIn(LaneUse use) {
        return use.turnIn() != null && use.turnIn() > 0;
    }

    private boolean isMostlyOpen(LaneUse use) {
        double begin = Math.max(from, use.from() == null ? from : use.from());
        double end = Math.min(to, use.to() == null ? to : use.to());
        return end - begin < (to - from) / 2;
    }
}
