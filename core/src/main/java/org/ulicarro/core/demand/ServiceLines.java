package org.ulicarro.core.demand;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.StopPlace;
import org.ulicarro.core.study.Kinds;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Service;
import org.ulicarro.core.study.VehicleType;

/** Lays the study's services over the network, and says what does not fit. */
final class ServiceLines {

    private final Network network;
    private final NetworkInput input;
    private final Kinds kinds;
    private final Ways ways;
    private final Window window;
    private final List<Fault> faults;
    private final List<ServiceLine> lines = new ArrayList<>();

    private ServiceLines(Network network, NetworkInput input, Kinds kinds, Window window, List<Fault> faults) {
        this.network = network;
        this.input = input;
        this.kinds = kinds;
        this.window = window;
        this.faults = faults;
        ways = new Ways(network);
    }

    static List<ServiceLine> of(
            Network network,
            NetworkInput input,
            Kinds kinds,
            Map<String, Service> services,
            Window window,
            List<Fault> faults) {
        ServiceLines made = new ServiceLines(network, input, kinds, window, faults);
        services.forEach(made::lay);
        return List.copyOf(made.lines);
    }

    private void lay(String id, Service service) {
        String pointer = Fault.child("/demand/services", id);
        double[] departs = departs(pointer, service);
        if (departs == null) {
            return;
        }
        Ways.Way way = ways.written(pointer + "/route", null, service.route(), faults);
        if (way != null) {
            List<Integer> movements =
                    java.util.Arrays.stream(way.movements()).boxed().toList();
            lay(id, pointer, service, departs, network.links().get(way.entry()), movements);
        }
    }

    private void lay(String id, String pointer, Service service, double[] departs, Link entry, List<Integer> way) {
        record Call(int stop, int leg, Quantity dwell, double boardings, double leaves) {}
        List<Call> calls = new ArrayList<>();
        for (Map.Entry<String, Quantity> wanted : service.stops().entrySet()) {
            int stop = stop(wanted.getKey());
            String at = Fault.child(pointer + "/stops", wanted.getKey());
            if (stop < 0) {
                List<String> known = network.stops().stream().map(StopPlace::id).toList();
                faults.add(DemandFault.NO_STOP.at(at, wanted.getKey(), Names.suggestion(wanted.getKey(), known)));
                continue;
            }
            StopPlace place = network.stops().get(stop);
            int leg = leg(entry, way, place.link());
            if (leg < 0) {
                String link = network.links().get(place.link()).id();
                faults.add(DemandFault.STOP_ELSEWHERE.at(at, place.id(), link));
                continue;
            }
            double room = place.to() - place.from();
            double length = kinds.one(service.type()).vehicle().length();
            if (room < length - 0.1) {
                faults.add(DemandFault.STOP_TOO_SHORT.at(at, place.id(), room, length));
            }
            checkLane(at, place, kinds.one(service.type()).base());
            calls.add(new Call(
                    stop,
                    leg,
                    wanted.getValue(),
                    service.boardings().getOrDefault(wanted.getKey(), 0.0),
                    service.leaves().getOrDefault(wanted.getKey(), 0.0)));
        }
        calls.sort(Comparator.comparingInt(Call::leg)
                .thenComparingDouble(c -> network.stops().get(c.stop).to()));
        checkNamed(pointer + "/boardings", service.boardings(), service);
        checkNamed(pointer + "/leaves", service.leaves(), service);
        lines.add(new ServiceLine(
                id,
                kinds.one(service.type()),
                entry.index(),
                way.stream().mapToInt(Integer::intValue).toArray(),
                calls.stream().mapToInt(Call::stop).toArray(),
                calls.stream().mapToInt(Call::leg).toArray(),
                calls.stream().map(Call::dwell).toArray(Quantity[]::new),
                calls.stream().mapToDouble(Call::boardings).toArray(),
                service.boardingTime(),
                calls.stream().mapToDouble(Call::leaves).toArray(),
                departs));
    }

    /** A stop beside the lane that is kept for a line: its vehicles would leave that lane, and cross all others, for it. */
    private void checkLane(String pointer, StopPlace stop, VehicleType type) {
        Link link = network.links().get(stop.link());
        List<Integer> kept = input.roads().get(link.road()).direction(link.ahead()).laneUse().entrySet().stream()
                .filter(use -> use.getValue().only().contains(type))
                .filter(use -> !use.getValue().only().contains(VehicleType.CAR))
                .map(use -> Integer.valueOf(use.getKey()))
                .sorted()
                .toList();
        int number = network.lanes().get(stop.lane()).number();
        if (!kept.isEmpty() && !kept.contains(number)) {
            faults.add(DemandFault.STOP_BESIDE_OWN_LANE.at(pointer, stop.id(), number, link.id(), kept.get(0)));
        }
    }

    /** Boardings and times of stops that the line does not call at mean something else than they say. */
    private void checkNamed(String pointer, Map<String, Double> byStop, Service service) {
        for (Map.Entry<String, Double> one : byStop.entrySet()) {
            String at = Fault.child(pointer, one.getKey());
            if (!service.stops().containsKey(one.getKey())) {
                faults.add(DemandFault.NOT_CALLED_AT.at(
                        at,
                        one.getKey(),
                        Names.suggestion(one.getKey(), service.stops().keySet())));
            } else if (!(one.getValue() >= 0)) {
                faults.add(DemandFault.NEGATIVE.at(at));
            }
        }
    }

    /** When each vehicle sets out, or null with the reason among the faults. */
    private double[] departs(String pointer, Service service) {
        boolean headway = service.every() != null;
        if (headway == !service.timetable().isEmpty()) {
            error(
                    pointer,
                    headway
                            ? "this line has a headway and a timetable; leave one of them out"
                            : "say when it runs: every: 8 min, or timetable: [\"16:34\", \"16:49\"]");
            return null;
        }
        if (headway && !(service.every() >= 1)) {
            faults.add(DemandFault.DEPARTURES_TOO_CLOSE.at(pointer + "/every"));
            return null;
        }
        double to = Math.min(service.to() == null ? window.end() : service.to(), window.end());
        if (headway) {
            double from = service.from() == null ? window.start() : service.from();
            int count = (int) Math.max(0, StrictMath.ceil((to - from) / service.every() - 1e-9));
            return java.util.stream.IntStream.range(0, count)
                    .mapToDouble(n -> from + n * service.every())
                    .toArray();
        }
        double[] times = service.timetable().stream()
                .mapToDouble(org.ulicarro.core.study.TimeOfDay::seconds)
                .toArray();
        for (int i = 1; i < times.length; i++) {
            if (!(times[i] > times[i - 1])) {
                faults.add(DemandFault.TIMETABLE_BACKWARDS.at(pointer + "/timetable/" + i));
                return null;
            }
        }
        return java.util.Arrays.stream(times).filter(t -> t < to).toArray();
    }

    private int stop(String id) {
        for (int i = 0; i < network.stops().size(); i++) {
            if (network.stops().get(i).id().equals(id)) {
                return i;
            }
        }
        return -1;
    }

    /** How many movements of a way lie before a link, or -1 when it is not on it. */
    private int leg(Link entry, List<Integer> way, int link) {
        if (entry.index() == link) {
            return 0;
        }
        for (int i = 0; i < way.size(); i++) {
            Movement m = network.movements().get(way.get(i));
            boolean last = m.isInner() || m.onward().isEmpty();
            if (last && m.toLink() == link) {
                return i + 1;
            }
        }
        return -1;
    }

    private void error(String pointer, String message) {
        faults.add(Fault.error(pointer, message));
    }
}
