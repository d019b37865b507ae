package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.study.Direction.LaneUse;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.Turn;
import org.ulicarro.core.study.VehicleType;

/** Whether the longest vehicles can make the turns that they are allowed. */
public final class TurningRoom {

    /**
     * Centreline turning radius of each type (m), that of its design vehicle: P, SU-9, WB-12 and city bus. Source: AASHTO, A Policy on
     * Geometric Design of Highways and Streets, 7th ed., 2018, table 2-5. A tram's is what new lines are built with at least.
     */
    private static final Map<VehicleType, Double> LEAST = new EnumMap<>(Map.of(
            VehicleType.CAR, 6.40,
            VehicleType.VAN, 6.40,
            VehicleType.TRUCK, 11.58,
            VehicleType.ARTICULATED, 10.97,
            VehicleType.BUS, 11.52,
            VehicleType.TRAM, 18.0));

    /** A path this much tighter is still driven, by using the width of the lanes (m). */
    private static final double SWING = 2.0;

    private TurningRoom() {}

    /** A movement that is too tight for a type. */
    private record Tight(Movement movement, double radius, VehicleType type) {

        double missing() {
            return LEAST.get(type) - radius;
        }
    }

    /**
     * Warns of turns that are too tight, once for each place: of the one that lacks most, with how many others there are.
     *
     * @param types those that drive in the study
     */
    public static void check(Network network, NetworkInput input, Collection<VehicleType> types, List<Fault> faults) {
        Map<String, List<Tight>> byPlace = new LinkedHashMap<>();
        for (Movement m : network.movements()) {
            Tight tight = m.isInner() ? null : tight(network, input, types, m);
            if (tight != null) {
                byPlace.computeIfAbsent(m.place(), none -> new ArrayList<>()).add(tight);
            }
        }
        byPlace.forEach((place, all) -> {
            Tight worst =
                    all.stream().max(Comparator.comparingDouble(Tight::missing)).orElseThrow();
            int others = all.size() - 1;
            faults.add(NetworkFault.TURN_TIGHT_FOR_TYPE.at(
                    Fault.child("/network/places", place),
                    worst.movement.id()
                            + (others == 0 ? "" : others == 1 ? " (and one more)" : " (and " + others + " more)"),
                    place,
                    worst.radius,
                    worst.type.name().toLowerCase(Locale.ROOT),
                    LEAST.get(worst.type),
                    remedy(network, worst.movement)));
        });
    }

    private static Tight tight(Network network, NetworkInput input, Collection<VehicleType> types, Movement m) {
        Tight worst = null;
        for (VehicleType type : types) {
            boolean may = may(input, network.links().get(m.fromLink()), type)
                    && may(input, network.links().get(m.toLink()), type);
            double needs = LEAST.getOrDefault(type, 0.0);
            double tightest = m.paths().stream()
                    .filter(path -> may && drivesOn(network, input, path, type))
                    .mapToDouble(TurningPath::radius)
                    .min()
                    .orElse(Double.POSITIVE_INFINITY);
            if (needs - SWING > tightest && (worst == null || needs > LEAST.get(worst.type))) {
                worst = new Tight(m, tightest, type);
            }
        }
        return worst;
    }

    /** Whether a type comes to a path from its lane: others keep out of lanes kept for some, and trams to their own where they have one. */
    private static boolean drivesOn(Network network, NetworkInput input, TurningPath path, VehicleType type) {
        Lane lane = network.lanes().get(path.fromLane());
        Link link = network.links().get(lane.link());
        Map<String, LaneUse> uses =
                input.roads().get(link.road()).direction(link.ahead()).laneUse();
        LaneUse use = uses.get(String.valueOf(lane.number()));
        if (use == null) {
            return type != VehicleType.TRAM
                    || uses.values().stream().noneMatch(other -> other.only().contains(type));
        }
        boolean always = use.from() == null && use.to() == null && use.turnIn() == null;
        return use.only().contains(type) || !always;
    }

    private static String remedy(Network network, Movement m) {
        if (network.junctions().get(m.place()).isRoundabout()) {
            return "Widen outer-diameter";
        }
        return m.turn() == Turn.UTURN ? "Widen the median" : "Widen corner-radius";
    }

    private static boolean may(NetworkInput input, Link link, VehicleType type) {
        Road road = input.roads().get(link.road());
        boolean listed = road.only().isEmpty() || road.only().contains(type);
        return listed && !road.closedTo().contains(type);
    }
}
