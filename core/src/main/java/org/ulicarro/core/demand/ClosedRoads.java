package org.ulicarro.core.demand;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Marking;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.TurnCost;
import org.ulicarro.core.network.WayTree;
import org.ulicarro.core.study.Closure;
import org.ulicarro.core.study.Direction.LaneUse;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.VehicleType;

/**
 * Roads that are closed to types of vehicle, roads and turns that are forbidden, turns of which all lanes are kept for others, and stretches where closures shut every lane for a time. Who would come to one takes the
 * fastest way round it to the same end; who has none drives as drawn, so that nobody is lost: on a road that is closed to its type,
 * or up to the closure, where it waits.
 */
final class ClosedRoads {

    /** A road is given up when it is shut within this of the time at which one would be on it unhindered (s). */
    private static final double SHUT_WITHIN = 600;

    private static final double DAY = 86_400;

    /** The end of pointers of bans that come from the use of lanes. */
    static final String LANE_USE = "/lane-use";

    private final Network network;
    private final List<Ban> bans = new ArrayList<>();

    ClosedRoads(Network network, NetworkInput input, List<Fault> faults) {
        this.network = network;
        for (Link link : network.links()) {
            Road road = input.roads().get(link.road());
            if (road != null && !link.ring()) {
                addTypes(link, road);
                addClosures(link, input);
                addLaneUse(link, road);
            }
        }
        input.bans().forEach((id, ban) -> addBan(Fault.child("/network/bans", id), ban, faults));
    }

    private void addBan(String pointer, org.ulicarro.core.study.Ban written, List<Fault> faults) {
        int types = written.types().isEmpty() ? -1 : 0;
        for (VehicleType type : written.types()) {
            types |= 1 << type.ordinal();
        }
        double from = written.from() == null ? 0 : written.from();
        double to = written.to() == null ? 2 * DAY : written.to();
        if (written.road() != null) {
            for (Link link : network.links()) {
                if (link.id().equals(written.road().toString())) {
                    bans.add(new Ban(link.index(), -1, types, from, to, pointer));
                }
            }
            return;
        }
        List<Movement> here = network.movements().stream()
                .filter(m -> !m.isInner() && m.place().equals(written.at()))
                .toList();
        List<Movement> meant = here.stream()
                .filter(m -> m.name().equals(written.turn()) || m.id().equals(written.turn()))
                .toList();
        for (Movement m : meant) {
            bans.add(new Ban(-1, m.index(), types, from, to, pointer));
        }
        if (meant.isEmpty()) {
            List<String> names = here.stream().map(Movement::name).toList();
            faults.add(DemandFault.NO_TURN.at(
                    pointer + "/turn", written.turn(), written.at(), Names.suggestion(written.turn(), names)));
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
            bans.add(new Ban(link.index(), -1, shut, 0, 2 * DAY, pointer + key));
        }
    }

    /** Turns of which every lane is kept for others, with no stretch before the line where one may move in to turn. */
    private void addLaneUse(Link link, Road road) {
        Map<String, LaneUse> uses = road.direction(link.ahead()).laneUse();
        if (uses.isEmpty()) {
            return;
        }
        String pointer = Fault.child("/network/roads", link.road()) + (link.ahead() ? "/ahead" : "/back") + LANE_USE;
        for (Movement turn : network.movementsFrom(link.index())) {
            Set<Integer> lanes = new TreeSet<>();
            turn.paths()
                    .forEach(path ->
                            lanes.add(network.lanes().get(path.fromLane()).number()));
            Map<List<Double>, Integer> shut = new LinkedHashMap<>(); // begin and end -> bits of types
            for (VehicleType type : VehicleType.values()) {
                for (double[] time : keptFromAll(uses, lanes, type)) {
                    shut.merge(List.of(time[0], time[1]), 1 << type.ordinal(), (some, more) -> some | more);
                }
            }
            shut.forEach(
                    (time, types) -> bans.add(new Ban(-1, turn.index(), types, time.get(0), time.get(1), pointer)));
        }
    }

    /** When none of some lanes may be used by a type. */
    private static List<double[]> keptFromAll(Map<String, LaneUse> uses, Set<Integer> lanes, VehicleType type) {
        List<double[]> all = lanes.isEmpty() ? List.of() : List.of(new double[] {0, 2 * DAY});
        for (int lane : lanes) {
            LaneUse use = uses.get(String.valueOf(lane));
            boolean open = use == null || use.only().contains(type) || use.turnIn() != null && use.turnIn() > 0;
            all = open
                    ? List.of()
                    : common(all, List.of(new double[] {
                        use.from() == null ? 0 : use.from(), use.to() == null ? 2 * DAY : use.to()
                    }));
        }
        return all;
    }

    /** A time at which the closures over one cross-section, as far as drivers know of them, take all of its lanes. */
    private void addClosures(Link link, NetworkInput input) {
        List<Marking> closures = network.markings().stream()
                .filter(m -> m.kind() == Marking.Kind.CLOSURE)
                .filter(m -> input.closures().get(m.id()).announced())
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
                        .anyMatch(b -> b.link() == link.index()
                                && b.types() == -1
                                && b.from() <= time[0]
                                && b.to() >= time[1]);
                if (!known) {
                    bans.add(new Ban(link.index(), -1, -1, time[0], time[1], pointer));
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

    List<Ban> bans() {
        return List.copyOf(bans);
    }

    /** The turn that a ban is about, or an empty text. */
    String turn(Ban ban) {
        return ban.movement() < 0 ? "" : network.movements().get(ban.movement()).name();
    }

    /** The first ban on a way, or null. */
    Ban inTheWay(int entry, int[] way, VehicleType type, double departure) {
        Link at = network.links().get(entry);
        double time = departure;
        double passed = time + at.freeTime();
        Ban ban = on(at.index(), -1, type, time, passed);
        for (int i = 0; i < way.length && ban == null; i++) {
            Movement movement = network.movements().get(way[i]);
            ban = on(-1, movement.index(), type, time, passed);
            if (ban == null && isOnto(movement)) {
                at = network.links().get(movement.toLink());
                time = passed;
                passed = time + at.freeTime();
                ban = on(at.index(), -1, type, time, passed);
            }
        }
        return ban;
    }

    /** A movement through a roundabout names the link it leads to; those on the ring that follow it lead there. */
    private static boolean isOnto(Movement movement) {
        return movement.isInner() || movement.onward().isEmpty();
    }

    private Ban on(int link, int movement, VehicleType type, double from, double to) {
        for (Ban ban : bans) {
            if (ban.link() == link && ban.movement() == movement && ban.concerns(type) && ban.holds(from, to)) {
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
        boolean[] shut = new boolean[network.links().size()];
        boolean[] forbidden = new boolean[network.movements().size()];
        StringBuilder key = new StringBuilder().append(entry).append('>');
        double until = departure + seconds(entry, way) + SHUT_WITHIN;
        for (int b = 0; b < bans.size(); b++) {
            Ban ban = bans.get(b);
            if (ban.concerns(type) && ban.holds(departure, until)) {
                if (ban.link() >= 0) {
                    shut[ban.link()] = true;
                } else {
                    forbidden[ban.movement()] = true;
                }
                key.append(b).append(',');
            }
        }
        int goal = way.length == 0
                ? entry
                : network.movements().get(way[way.length - 1]).toLink();
        if (shut[entry] || shut[goal]) {
            return null;
        }
        int[] found = known.computeIfAbsent(key.append('>').append(goal).toString(), unknown -> {
            List<Integer> round = WayTree.from(network, entry, departure, new OpenRoads(shut, forbidden))
                    .way(goal);
            return round == null
                    ? new int[0]
                    : round.stream().mapToInt(Integer::intValue).toArray();
        });
        return found.length == 0 ? null : found;
    }

    /** Times at the limits where nothing is forbidden. */
    private record OpenRoads(boolean[] shut, boolean[] forbidden) implements TurnCost {

        @Override
        public double along(Link link, Movement turn, double at) {
            return forbidden[turn.index()] || shut[turn.toLink()] ? Double.POSITIVE_INFINITY : link.freeTime();
        }

        @Override
        public double out(Link link, double at) {
            return link.freeTime();
        }
    }

    private double seconds(int entry, int[] way) {
        Link first = network.links().get(entry);
        double seconds = first.freeTime();
        for (int m : way) {
            Movement movement = network.movements().get(m);
            if (isOnto(movement)) {
                Link at = network.links().get(movement.toLink());
                seconds += at.freeTime();
            }
        }
        return seconds;
    }
}
