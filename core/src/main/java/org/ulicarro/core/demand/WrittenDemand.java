package org.ulicarro.core.demand;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.base.Draws.Purpose;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.study.DemandInput;
import org.ulicarro.core.study.EntryInput;
import org.ulicarro.core.study.RouteInput;
import org.ulicarro.core.study.SingleTrip;
import org.ulicarro.core.study.Surge;
import org.ulicarro.core.study.VehicleKind;

/** Demand that is typed into the study: entries with their routes, surges, single vehicles. Says what does not fit. */
final class WrittenDemand {

    /** No road carries more over one entry (veh/s). */
    private static final double MOST = 12_000 / 3600.0;

    private static final int MOST_AT_ONCE = 100_000;

    private final DemandInput demand;
    private final Window window;
    private final Ways ways;
    private final TypeMix mix;
    private final List<Fault> faults;
    private final List<Source> sources = new ArrayList<>();

    private WrittenDemand(DemandInput demand, Window window, Ways ways, TypeMix mix, List<Fault> faults) {
        this.demand = demand;
        this.window = window;
        this.ways = ways;
        this.mix = mix;
        this.faults = faults;
    }

    static List<Source> of(DemandInput demand, Window window, Ways ways, TypeMix mix, List<Fault> faults) {
        WrittenDemand made = new WrittenDemand(demand, window, ways, mix, faults);
        demand.entries().forEach(made::entry);
        demand.surges().forEach(made::surge);
        demand.departures().forEach(made::single);
        return made.sources;
    }

    private void entry(String place, EntryInput entry) {
        String pointer = Fault.child("/demand/entries", place);
        boolean sound = isEntry(pointer, place);
        if (!(entry.vehicles() >= 0 && entry.vehicles() <= MOST)) {
            faults.add(DemandFault.VEHICLES_BOUNDS.at(pointer + "/vehicles"));
            sound = false;
        }
        double from = entry.from() == null ? window.start() : Math.max(window.start(), entry.from());
        double to = entry.to() == null ? window.end() : Math.min(window.end(), entry.to());
        if (entry.from() != null && entry.to() != null && !(entry.to() > entry.from())) {
            faults.add(DemandFault.ENDS_BEFORE_IT_BEGINS.at(pointer + "/to"));
            sound = false;
        }
        List<Routed> routes = routes(pointer, place, entry.routes());
        if (!sound || routes.isEmpty() || to <= from) {
            return;
        }
        // one flow for each link on which these ways begin: most places have one
        double total = routes.stream().mapToDouble(Routed::share).sum();
        for (int link :
                routes.stream().mapToInt(r -> r.way().entry()).distinct().toArray()) {
            List<Routed> here =
                    routes.stream().filter(r -> r.way().entry() == link).toList();
            double share = here.stream().mapToDouble(Routed::share).sum() / total;
            double rate = entry.vehicles() * (1 + demand.growth()) * share;
            sources.add(new Flow(
                    "entry " + place + " " + link,
                    link,
                    demand.arrivals(),
                    new double[] {from, to},
                    new double[] {rate},
                    movements(here),
                    ends(here),
                    new double[][] {shares(here)},
                    mix.or(entry.mix())));
        }
    }

    /** @param ends where only they are written; null where the way is */
    private record Routed(Ways.Way way, Ends ends, double share) {}

    private static int[][] movements(List<Routed> routes) {
        return routes.stream().map(r -> r.way().movements()).toArray(int[][]::new);
    }

    private static Ends[] ends(List<Routed> routes) {
        return routes.stream().map(Routed::ends).toArray(Ends[]::new);
    }

    private static double[] shares(List<Routed> routes) {
        return Flow.cumulative(routes.stream().mapToDouble(Routed::share).toArray());
    }

    private boolean isEntry(String pointer, String place) {
        if (ways.isEntry(place)) {
            return true;
        }
        faults.add(DemandFault.NO_ENTRY.at(pointer, place, Names.suggestion(place, ways.entries())));
        return false;
    }

    private List<Routed> routes(String pointer, String from, Map<String, RouteInput> written) {
        List<Routed> routes = new ArrayList<>();
        if (written.isEmpty()) {
            faults.add(DemandFault.NO_ROUTES.at(pointer + "/routes"));
        }
        boolean any = false;
        for (Map.Entry<String, RouteInput> one : written.entrySet()) {
            String at = Fault.child(pointer + "/routes", one.getKey());
            RouteInput route = one.getValue();
            if (!(route.share() >= 0)) {
                faults.add(DemandFault.NEGATIVE_SHARE.at(at + "/share"));
                continue;
            }
            any |= route.share() > 0;
            Ways.Way way = ways.isEntry(from) ? ways.written(at + "/via", from, route.via(), faults) : null;
            if (way != null && endsOutside(at, route) && route.share() > 0) {
                Ends ends = route.via().size() == 1 ? new Ends(from, route.via().get(0)) : null;
                routes.add(new Routed(way, ends, route.share()));
            }
        }
        if (!any && !written.isEmpty()) {
            faults.add(DemandFault.SHARES_OF_NOTHING.at(pointer + "/routes"));
        }
        return routes;
    }

    private boolean endsOutside(String pointer, RouteInput route) {
        String last = route.via().get(route.via().size() - 1);
        if (ways.isExit(last)) {
            return true;
        }
        faults.add(DemandFault.NO_EXIT.at(
                pointer + "/via/" + (route.via().size() - 1), last, Names.suggestion(last, ways.exits())));
        return false;
    }

    private void surge(String id, Surge surge) {
        String pointer = Fault.child("/demand/surges", id);
        boolean sound = isEntry(pointer + "/at", surge.at());
        if (surge.vehicles() < 1 || surge.vehicles() > MOST_AT_ONCE) {
            faults.add(DemandFault.SURGE_SIZE.at(pointer + "/vehicles", MOST_AT_ONCE));
            sound = false;
        }
        if (!(surge.every().mean() > 0)) {
            faults.add(DemandFault.SURGE_HEADWAY.at(pointer + "/every"));
            sound = false;
        }
        List<Routed> routes = routes(pointer, surge.at(), surge.routes());
        if (!sound || routes.isEmpty()) {
            return;
        }
        double last = surge.from() + surge.vehicles() * surge.every().mean();
        if (surge.from() >= window.end() || last < window.start()) {
            return; // of another period
        }
        sources.add(new Released(
                id, surge, movements(routes), ends(routes), entries(routes), shares(routes), mix.or(surge.mix())));
        if (surge.from() < window.start() || last > window.end()) {
            faults.add(DemandFault.SURGE_OUTSIDE.at(pointer));
        }
    }

    private static int[] entries(List<Routed> routes) {
        return routes.stream().mapToInt(r -> r.way().entry()).toArray();
    }

    private void single(String id, SingleTrip trip) {
        String pointer = Fault.child("/demand/departures", id);
        Ways.Way way = ways.written(pointer + "/route", null, trip.route(), faults);
        if (way == null || !endsOutside(pointer, new RouteInput(trip.route(), null))) {
            return;
        }
        VehicleKind kind = mix.all().one(trip.type());
        if (trip.at() >= window.start() && trip.at() < window.end()) {
            Ends ends = trip.route().size() == 2
                    ? new Ends(trip.route().get(0), trip.route().get(1))
                    : null;
            sources.add((seed, replication, draft) -> add(
                    draft,
                    trip.at(),
                    way.entry(),
                    way.movements(),
                    ends,
                    kind,
                    Draws.key(seed, replication, Purpose.VEHICLE, Draws.idOf("departure " + id))));
        }
    }

    private static void add(
            DepartureDraft draft, double time, int entry, int[] way, Ends ends, VehicleKind kind, long key) {
        if (ends == null) {
            draft.add(time, entry, draft.route(way), kind, key, -1);
        } else {
            draft.addFree(time, entry, draft.route(way), kind, key, draft.ends(ends));
        }
    }

    /** A surge: as many as it has, one after the other, whatever the period. */
    private record Released(
            String id, Surge surge, int[][] ways, Ends[] ends, int[] entries, double[] upTo, TypeMix mix)
            implements Source {

        @Override
        public void draw(long seed, int replication, DepartureDraft draft) {
            long name = Draws.idOf("surge " + id);
            long arrivals = Draws.key(seed, replication, Purpose.ARRIVALS, name);
            Quantity every = surge.every();
            double time = surge.from();
            for (int n = 0; n < surge.vehicles(); n++) {
                long key = SurgeKeys.key(seed, replication, id, n);
                double u = Draws.uniform(Draws.key(seed, replication, Purpose.ROUTE, name + n), 0);
                int way = 0;
                while (way < upTo.length - 1 && u >= upTo[way]) {
                    way++;
                }
                VehicleKind type = mix.draw(key);
                add(draft, time, entries[way], ways[way], ends[way], type, key);
                time += Math.max(0.1, Draws.normalWithinTwo(arrivals, n, every.mean(), every.spread()));
            }
        }
    }
}
