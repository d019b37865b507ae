package org.ulicarro.core.piece;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.BiPredicate;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Road;

/** Which places a piece has: those that somebody means, and those without which it could not stand for itself. */
public final class Chosen {

    /** A road that is shorter belongs to a ring or to one junction of several places, and is not cut (m). */
    private static final double SHORTEST = 40;

    /** Room that a lane of a ramp leaves behind it before a main road may be cut (m). */
    private static final double BEYOND_RAMP = 50;

    private final NetworkInput network;
    private final Set<String> places = new LinkedHashSet<>();
    private final List<String> told = new ArrayList<>();

    /**
     * Takes along what belongs to the places that are meant.
     *
     * @param meant ids of places that there are
     * @param needed ids of places that signals of a place depend on
     */
    public Chosen(NetworkInput network, Set<String> meant, Needed needed) {
        this.network = network;
        network.places().keySet().stream()
                .filter(id -> meant.contains(id) && roadsAt(network, id).size() > 1)
                .forEach(places::add);
        meant.stream()
                .filter(id -> network.places().containsKey(id) && !places.contains(id))
                .forEach(id -> told.add("'" + id
                        + "' is the end of a road and no junction: it is there where a road of the piece leads to it"));
        boolean more = true;
        while (more) {
            more = rampsAndShortRoads() | enclosed() | needed(needed);
        }
    }

    /** Places beside a place whose detectors its signals read. */
    @FunctionalInterface
    public interface Needed {
        /** Ids of roads on which they lie. */
        Set<String> roads(String place);
    }

    /** Junctions, in the order of the network; ends of roads that lead to them are not among them. */
    public Set<String> places() {
        Set<String> ordered = new LinkedHashSet<>(network.places().keySet());
        ordered.retainAll(places);
        return ordered;
    }

    /** What was taken along, and why. */
    public List<String> told() {
        return List.copyOf(told);
    }

    /** Places whose own point fits. */
    public static Set<String> where(NetworkInput network, BiPredicate<Double, Double> fits) {
        Set<String> found = new LinkedHashSet<>();
        network.places().forEach((id, place) -> {
            if (roadsAt(network, id).size() > 1
                    && fits.test(place.at().x(), place.at().y())) {
                found.add(id);
            }
        });
        return found;
    }

    /** Places within a distance of one, as the crow flies (m). */
    public static Set<String> around(NetworkInput network, String place, double reach) {
        Place middle = network.places().get(place);
        Set<String> found = where(
                network,
                (x, y) -> StrictMath.hypot(x - middle.at().x(), y - middle.at().y()) <= reach);
        found.add(place);
        return found;
    }

    static List<String> roadsAt(NetworkInput network, String place) {
        return network.roads().entrySet().stream()
                .filter(r -> r.getValue().between().contains(place))
                .map(java.util.Map.Entry::getKey)
                .toList();
    }

    /** Parts of it that no road joins; one where it hangs together. */
    public List<Set<String>> parts() {
        List<Set<String>> parts = new ArrayList<>();
        Set<String> left = places();
        while (!left.isEmpty()) {
            Set<String> part = new LinkedHashSet<>();
            Deque<String> next = new ArrayDeque<>(List.of(left.iterator().next()));
            while (!next.isEmpty()) {
                String at = next.poll();
                if (left.remove(at)) {
                    part.add(at);
                    for (String road : roadsAt(network, at)) {
                        next.add(other(network.roads().get(road), at));
                    }
                }
            }
            parts.add(part);
        }
        return parts;
    }

    private static String other(Road road, String place) {
        return road.from().equals(place) ? road.to() : road.from();
    }

    private boolean take(String place, String why) {
        if (places.contains(place) || roadsAt(network, place).size() < 2) {
            return false; // an end of the whole is one of the piece, too
        }
        places.add(place);
        told.add("'" + place + "' is taken along: " + why);
        return true;
    }

    private boolean rampsAndShortRoads() {
        boolean more = false;
        for (var one : network.roads().entrySet()) {
            Road road = one.getValue();
            boolean from = places.contains(road.from());
            if (from == places.contains(road.to())) {
                continue;
            }
            String outside = from ? road.to() : road.from();
            if (isRamp(road)) {
                more |= take(outside, "the ramp '" + one.getKey() + "' leads there, and a ramp is not cut through");
            } else if (ramps(network, outside, one.getKey()) > 0
                    && length(road) < ramps(network, outside, one.getKey()) + Piece.LEAST_LEFT) {
                more |= take(outside, "the lane of a ramp there reaches over most of '" + one.getKey() + "'");
            } else if (length(road) < SHORTEST) {
                more |= take(
                        outside,
                        "it is so near that it belongs to the same junction or ring ('" + one.getKey()
                                + "' is shorter than 40 m)");
            }
        }
        return more;
    }

    static boolean isRamp(Road road) {
        return isRamp(road.ahead()) || isRamp(road.back());
    }

    private static boolean isRamp(Direction direction) {
        return direction != null && (direction.joins() != null || direction.leaves() != null);
    }

    /** How far the lanes of ramps that meet a main road at a place reach along it (m). */
    static double ramps(NetworkInput input, String place, String road) {
        double reach = 0;
        for (String id : roadsAt(input, place)) {
            Road other = input.roads().get(id);
            if (!id.equals(road)) {
                reach = Math.max(reach, reach(other.direction(other.to().equals(place)), true));
                reach = Math.max(reach, reach(other.direction(other.from().equals(place)), false));
            }
        }
        return reach == 0 ? 0 : reach + BEYOND_RAMP;
    }

    private static double reach(Direction direction, boolean joins) {
        Direction.Ramp ramp = direction == null ? null : joins ? direction.joins() : direction.leaves();
        return ramp == null ? 0 : ramp.parallel() + ramp.taper();
    }

    private double length(Road road) {
        Place a = network.places().get(road.from());
        Place b = network.places().get(road.to());
        double x = a.at().x();
        double y = a.at().y();
        double length = 0;
        for (var p : road.via()) {
            length += StrictMath.hypot(p.x() - x, p.y() - y);
            x = p.x();
            y = p.y();
        }
        return length + StrictMath.hypot(b.at().x() - x, b.at().y() - y);
    }

    /** A place between places of the piece, from which nothing leads on but to ends: who drives through it would leave and come back. */
    private boolean enclosed() {
        boolean more = false;
        for (String place : network.places().keySet()) {
            List<String> roads = places.contains(place) ? List.of() : roadsAt(network, place);
            List<String> around = roads.stream()
                    .map(r -> other(network.roads().get(r), place))
                    .filter(p -> roadsAt(network, p).size() > 1)
                    .toList();
            if (around.size() > 1 && places.containsAll(around)) {
                more |= take(place, "it lies between places of the piece, which has no holes");
            }
        }
        return more;
    }

    private boolean needed(Needed needed) {
        boolean more = false;
        for (String place : places()) {
            for (String id : needed.roads(place)) {
                Road road = network.roads().get(id);
                boolean there = road == null || places.contains(road.from()) || places.contains(road.to());
                if (!there) {
                    more |= take(road.to(), "the signal of '" + place + "' reads detectors on '" + id + "'");
                    more |= take(road.from(), "the signal of '" + place + "' reads detectors on '" + id + "'");
                }
            }
        }
        return more;
    }
}
