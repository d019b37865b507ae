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
import org.ulicarro.core.study.Service;

/** Lays the study's services over the network, and says what does not fit. */
final class ServiceLines {

    private final Network network;
    private final Ways ways;
    private final Window window;
    private final List<Fault> faults;
    private final List<ServiceLine> lines = new ArrayList<>();

    private ServiceLines(Network network, Window window, List<Fault> faults) {
        this.network = network;
        this.window = window;
        this.faults = faults;
        ways = new Ways(network);
    }

    static List<ServiceLine> of(Network network, Map<String, Service> services, Window window, List<Fault> faults) {
        ServiceLines made = new ServiceLines(network, window, faults);
        services.forEach(made::lay);
        return List.copyOf(made.lines);
    }

    private void lay(String id, Service service) {
        String pointer = Fault.child("/demand/services", id);
        if (!(service.every() >= 1)) {
            error(pointer + "/every", "the time between two departures must be at least 1 s");
            return;
        }
        Ways.Way way = ways.written(pointer + "/route", null, service.route(), faults);
        if (way != null) {
            List<Integer> movements =
                    java.util.Arrays.stream(way.movements()).boxed().toList();
            lay(id, pointer, service, network.links().get(way.entry()), movements);
        }
    }

    private void lay(String id, String pointer, Service service, Link entry, List<Integer> way) {
        record Call(int stop, int leg, Quantity dwell) {}
        List<Call> calls = new ArrayList<>();
        for (Map.Entry<String, Quantity> wanted : service.stops().entrySet()) {
            int stop = stop(wanted.getKey());
            String at = Fault.child(pointer + "/stops", wanted.getKey());
            if (stop < 0) {
                List<String> known = network.stops().stream().map(StopPlace::id).toList();
                error(at, "'" + wanted.getKey() + "' is no stop." + Names.suggestion(wanted.getKey(), known));
                continue;
            }
            StopPlace place = network.stops().get(stop);
            int leg = leg(entry, way, place.link());
            if (leg < 0) {
                String link = network.links().get(place.link()).id();
                error(at, "stop '" + place.id() + "' lies on '" + link + "', where this line does not come by");
                continue;
            }
            double room = place.to() - place.from();
            double length = service.type().usual().length();
            if (room < length - 0.1) {
                faults.add(Fault.warning(
                        at,
                        String.format(
                                java.util.Locale.ROOT,
                                "stop '%s' is %.0f m long, but this vehicle %.0f m; its rear stands outside",
                                place.id(),
                                room,
                                length)));
            }
            calls.add(new Call(stop, leg, wanted.getValue()));
        }
        calls.sort(Comparator.comparingInt(Call::leg)
                .thenComparingDouble(c -> network.stops().get(c.stop).to()));
        double from = service.from() == null ? window.start() : service.from();
        double to = service.to() == null ? window.end() : service.to();
        lines.add(new ServiceLine(
                id,
                service.type(),
                entry.index(),
                way.stream().mapToInt(Integer::intValue).toArray(),
                calls.stream().mapToInt(Call::stop).toArray(),
                calls.stream().mapToInt(Call::leg).toArray(),
                calls.stream().map(Call::dwell).toArray(Quantity[]::new),
                from,
                to,
                service.every()));
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
