package org.ulicarro.files.cut;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.piece.PieceDemand;
import org.ulicarro.core.piece.PieceDemand.Run;
import org.ulicarro.core.study.Study;

/** The demand of a piece as keys of a study: tables of trips, lines by the times at which they come in, surges, people. */
final class CutDemand {

    /** Keys that are said of all vehicles and people, wherever they drive. */
    private static final List<String> KEPT = List.of("mix", "types", "choice", "informed", "walking");

    /** A smaller share of a route's vehicles than this leaves the piece where it does by mistake. */
    private static final double SELDOM = 0.05;

    private static final String AVOID = "avoid"; // a map by roads

    private final Study study;
    private final CutTree tree;
    private final Network network; // of the whole
    private final Map<String, PieceDemand> byPeriod;

    CutDemand(Study study, CutTree tree, Network network, Map<String, PieceDemand> byPeriod) {
        this.study = study;
        this.tree = tree;
        this.network = network;
        this.byPeriod = byPeriod;
    }

    /** Path of a table of trips beside study.yaml. */
    static String table(String period, String surge) {
        return "trips/" + period + (surge.isEmpty() ? "" : "-" + surge) + ".csv";
    }

    /** @param ways whether there is a table of ways */
    Map<String, Object> keys(boolean ways) {
        Map<String, Object> before = CutTree.map(tree.whole(), "demand");
        Map<String, Object> demand = new LinkedHashMap<>();
        KEPT.stream().filter(before::containsKey).forEach(key -> demand.put(key, before.get(key)));
        if (demand.get("choice") instanceof Map<?, ?> choice) {
            demand.put("choice", withRoads(choice));
        }
        Map<String, Object> trips = new LinkedHashMap<>();
        byPeriod.forEach((period, driven) -> driven.tables().forEach((surge, rows) -> {
            if (!rows.isEmpty()) {
                boolean loops = rows.stream().anyMatch(row -> row.from().equals(row.to()));
                trips.put(
                        table(period, surge),
                        loops ? new LinkedHashMap<>(Map.of("loops", true)) : new LinkedHashMap<>());
            }
        }));
        if (!trips.isEmpty()) {
            demand.put("arrivals", "exact");
            demand.put("trips", trips);
        }
        if (ways) {
            demand.put("ways", "ways.csv");
        }
        put(demand, "services", services(CutTree.map(before, "services")));
        put(demand, "surges", surges(CutTree.map(before, "surges")));
        Map<String, Object> walkers = new LinkedHashMap<>(CutTree.map(before, "walkers"));
        walkers.keySet().removeIf(id -> !tree.hasCrossing(id));
        put(demand, "walkers", walkers);
        return demand;
    }

    /** What drivers avoid, of roads of the piece. */
    private Map<Object, Object> withRoads(Map<?, ?> choice) {
        Map<Object, Object> all = new LinkedHashMap<>();
        choice.forEach((key, value) -> {
            if (value instanceof Map<?, ?> map) {
                Map<Object, Object> inner = withRoads(map);
                if (key.equals(AVOID)) {
                    inner.keySet().removeIf(road -> !tree.hasRoad(String.valueOf(road)));
                }
                if (!inner.isEmpty()) {
                    all.put(key, inner);
                }
            } else {
                all.put(key, value);
            }
        });
        return all;
    }

    private static void put(Map<String, Object> demand, String key, Map<String, Object> value) {
        if (!value.isEmpty()) {
            demand.put(key, value);
        }
    }

    private Map<String, Object> services(Map<String, Object> before) {
        Map<String, List<Run>> visits = new TreeMap<>();
        byPeriod.values().stream()
                .flatMap(driven -> driven.lines().stream())
                .forEach(run -> visits.computeIfAbsent(
                                run.line() + (run.visit() == 1 ? "" : "-" + run.visit()), none -> new ArrayList<>())
                        .add(run));
        Map<String, Object> services = new LinkedHashMap<>();
        Set<String> stops = tree.stops();
        visits.forEach((id, runs) -> {
            Run first = runs.get(0);
            Map<String, Object> service = new LinkedHashMap<>(CutTree.map(before, first.line()));
            List.of("every", "from", "to", "timetable", "route").forEach(service::remove);
            service.put("route", route(first));
            service.put(
                    "timetable",
                    runs.stream()
                            .map(run -> (Object) Clock.timeOfDay(run.due()))
                            .distinct()
                            .toList());
            for (String key : List.of("stops", "boardings", "leaves")) {
                Map<String, Object> here = new LinkedHashMap<>(CutTree.map(service, key));
                here.keySet().removeIf(stop -> !stops.contains(stop) || !isOn(stop, first));
                if (key.equals("leaves")) { // it counts from the departure, which is later now
                    here.replaceAll((stop, after) -> earlier(after, first.since()));
                }
                service.remove(key);
                put(service, key, here);
            }
            services.put(id, service);
        });
        return services;
    }

    private static Object earlier(Object after, double by) {
        try {
            double left = Quantity.parse(String.valueOf(after), Dimension.TIME).mean() - by;
            return Math.max(0, StrictMath.rint(left)) + " s";
        } catch (Quantity.Unreadable e) {
            throw new IllegalStateException("a study that was read has times that can be read", e);
        }
    }

    private boolean isOn(String stop, Run run) {
        return run.drive()
                .links()
                .contains(study.network().stops().get(stop).road().toString());
    }

    /** All places on its way, so that no other one can be meant. */
    private List<Object> route(Run run) {
        List<Object> route = new ArrayList<>();
        route.add(run.drive().from());
        List<String> links = run.drive().links();
        for (int i = 0; i + 1 < links.size(); i++) {
            String id = links.get(i);
            route.add(network.links().stream()
                    .filter(l -> l.id().equals(id))
                    .findFirst()
                    .orElseThrow()
                    .to());
        }
        route.add(run.drive().to());
        return route;
    }

    private Map<String, Object> surges(Map<String, Object> before) {
        Map<String, Object> surges = new LinkedHashMap<>();
        byPeriod.values()
                .forEach(driven -> driven.surges().forEach((id, goals) -> {
                    Map<String, Object> surge = new LinkedHashMap<>(CutTree.map(before, id));
                    Map<String, Object> routes = new LinkedHashMap<>();
                    study.demand().surges().get(id).routes().forEach((name, route) -> {
                        String goal = route.via().get(route.via().size() - 1);
                        addRoutes(routes, name, route.share(), goals.getOrDefault(goal, Map.of()));
                    });
                    surge.put("routes", routes);
                    surges.put(id, surge);
                }));
        return surges;
    }

    /**
     * A route of the whole as one to the end at which it leaves the piece: in the same order and with the same shares, so that the same vehicles
     * are drawn. Where drivers of a route leave at several ends, each has its part.
     */
    private static void addRoutes(Map<String, Object> routes, String name, double share, Map<String, Integer> ends) {
        int all = ends.values().stream().mapToInt(n -> n).sum();
        Map<String, Integer> kept = new LinkedHashMap<>(ends);
        kept.values().removeIf(n -> n < SELDOM * all); // who missed a turn
        int left = kept.values().stream().mapToInt(n -> n).sum();
        kept.forEach((end, vehicles) -> {
            Map<String, Object> route = new LinkedHashMap<>();
            route.put("via", List.of(end));
            double part = share * vehicles / left;
            route.put("share", part == Math.rint(part) ? (Object) (long) part : (Object) part);
            routes.put(kept.size() == 1 ? name : name + "-to-" + end, route);
        });
    }
}
