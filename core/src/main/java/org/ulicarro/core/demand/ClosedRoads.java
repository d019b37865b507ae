package org.ulicarro.core.demand;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Marking;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.Router;
import org.ulicarro.core.study.Closure;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.VehicleType;

/**
 * Roads that are closed to types of vehicle, and stretches where closures shut every lane for a time. Who would come to one takes the
 * fastest way round it to the same end; who has none drives as drawn, so that nobody is lost: on a road that is closed to its type,
 * or up to the closure, where it waits.
 */
final class ClosedRoads {

    /** A road is given up when it is shut within this of the time at which one would be on it unhindered (s). */
    private static final double SHUT_WITHIN = 600;

    private static final double DAY = 86_400;

    /**
     * Why a link may not be used.
     *
     * @param link index of the link
     * @param types bits of the base types that it concerns
     * @param from when it begins (s since midnight)
     * @param to when it ends (s since midnight)
     * @param pointer where it is written
     */
    record Ban(int link, int types, double from, double to, String pointer) {}

    private final Network network;
    private final List<Ban> bans = new ArrayList<>();

    ClosedRoads(Network network, NetworkInput input) {
        this.network = network;
        for (Link link : network.links()) {
            Road road = input.roads().get(link.road());
            if (road != null && !link.ring()) {
                addTypes(link, road);
                addClosures(link, input);
            }
        }
    }

    private void addTypes(Link link, Road road) {
        String pointer = Fault.child("/network/roads", link.road());
        int shut = 0;
        for (VehicleType type : VehicleType.values()) {
            boolean out = road.closedTo().contains(type)
                    || !road.only().isEmpty() && !road.only().contains(type);
            shut |= out ? 1 << type.ordinal() : 0;
        }
        if (shut != 0) {
            String key = road.closedTo().isEmpty() ? "/only" : "/closed-to";
            bans.add(new Ban(link.index(), shut, 0, 2 * DAY, pointer + key));
        }
    }

    /** A time at which the closures over one cross-section take all of its lanes. */
    private void addClosures(Link link, NetworkInput input) {
        List<Marking> closures = network.markings().stream()
                .filter(m -> m.kind() == Marking.Kind.CLOSURE)
                .filter(m -> network.lanes().get(m.lane()).link() == link.index())
                .toList();
        for (Marking at : closures) {
            List<double[]> all = List.of(new double[] {0, 2 * DAY});
            for (int i = link.firstLane(); i < link.firstLane() + link.lanes(); i++) {
                Lane lane = network.lanes().get(i);
                if (lane.start() < at.to() && lane.end() > at.from()) {
                    all = common(all, times(closures, lane.index(), at.from(), input));
                }
            }
            for (double[] time : all) {
                String pointer = Fault.child("/network/closures", at.id());
                boolean known = bans.stream()
                        .anyMatch(b -> b.link == link.index() && b.types == -1 && b.from <= time[0] && b.to >= time[1]);
                if (!known) {
                    bans.add(new Ban(link.index(), -1, time[0], time[1], pointer));
                }
            }
        }
    }

    private static List<double[]> times(List<Marking> closures, int lane, double position, NetworkInput input) {
        List<double[]> times = new ArrayList<>();
        for (Marking m : closures) {
            if (m.lane() == lane && m.from() <= position && m.to() > position) {
                Closure closure = input.closures().get(m.id());
                times.add(new double[] {
                    closure.from() == null ? 0 : closure.from(), closure.to() == null ? 2 * DAY : closure.to()
                });
            }
        }
        return times;
    }

    private static List<double[]> common(List<double[]> some, List<double[]> others) {
        List<double[]> common = new ArrayList<>();
        for (double[] a : some) {
            for (double[] b : others) {
                double from = Math.max(a[0], b[0]);
                double to = Math.min(a[1], b[1]);
                if (from < to) {
                    common.add(new double[] {from, to});
                }
            }
        }
        return common;
    }

    boolean any() {
        return !bans.isEmpty();
    }

    /** The first ban on a way, or null. */
    Ban inTheWay(int entry, int[] way, VehicleType type, double departure) {
        double time = departure;
        for (Link at : links(entry, way)) {
            Ban ban = on(at.index(), type, time, time + at.length() / at.speed());
            if (ban != null) {
                return ban;
            }
            time += at.length() / at.speed();
        }
        return null;
    }

    /** Links on a way. A movement through a roundabout names the link it leads to; those on the ring that follow it lead there. */
    private List<Link> links(int entry, int[] way) {
        List<Link> links = new ArrayList<>(List.of(network.links().get(entry)));
        for (int m : way) {
            Movement movement = network.movements().get(m);
            if (movement.isInner() || movement.onward().isEmpty()) {
                links.add(network.links().get(movement.toLink()));
            }
        }
        return links;
    }

    private Ban on(int link, VehicleType type, double from, double to) {
        for (Ban ban : bans) {
            if (ban.link == link && (ban.types & 1 << type.ordinal()) != 0 && ban.from < to && ban.to > from) {
                return ban;
            }
        }
        return null;
    }

    /**
     * The fastest way to the same end over roads that are open, or null.
     *
     * @param known detours that were found before; an empty one stands for none
     */
    int[] detour(int entry, int[] way, VehicleType type, double departure, Map<String, int[]> known) {
        double[] closed = new double[network.links().size()];
        StringBuilder key = new StringBuilder().append(entry).append('>');
        double until = departure + seconds(entry, way) + SHUT_WITHIN;
        for (int b = 0; b < bans.size(); b++) {
            Ban ban = bans.get(b);
            if ((ban.types & 1 << type.ordinal()) != 0 && ban.from < until && ban.to > departure) {
                closed[ban.link] = Double.POSITIVE_INFINITY;
                key.append(b).append(',');
            }
        }
        int goal = way.length == 0
                ? entry
                : network.movements().get(way[way.length - 1]).toLink();
        if (closed[entry] > 0 || closed[goal] > 0) {
            return null;
        }
        int[] found = known.computeIfAbsent(key.append('>').append(goal).toString(), unknown -> {
            List<Integer> round = new Router(network, link -> link.length() / link.speed() + closed[link.index()])
                    .way(entry, link -> link.index() == goal);
            return round == null
                    ? new int[0]
                    : round.stream().mapToInt(Integer::intValue).toArray();
        });
        return found.length == 0 ? null : found;
    }

    private double seconds(int entry, int[] way) {
        return links(entry, way).stream()
                .mapToDouble(l -> l.length() / l.speed())
                .sum();
    }
}
