package org.ulicarro.files.osm;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.study.Crossing;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.LinkName;
import org.ulicarro.core.study.MidBlockCrossing;
import org.ulicarro.core.study.MovementInput;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Place.Bypass;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.RoadClass;
import org.ulicarro.core.study.Stop;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.study.Written;
import org.ulicarro.files.osm.DraftNetwork.Control;
import org.ulicarro.files.osm.DraftNetwork.Place;
import org.ulicarro.files.osm.RoadGraph.Edge;
import org.ulicarro.files.osm.RoadGraph.Node;

/** A draft as the network of a study, with what was guessed as comments. */
final class NetworkRecords {

    private static final double SHAPE = 0.8; // m, that shape points may be off
    private static final double OFF_JUNCTION = 18; // m, of shape points from junctions
    private static final double OFFSET = 3; // m, from which on an end is told apart from its place

    private final DraftNetwork draft;
    private final Map<Edge, Set<String>> dropped;
    private final Ramps ramps;
    private final boolean driveRight;
    private final Losses losses;
    private final Map<String, String> comments = new LinkedHashMap<>(); // by JSON pointer

    /** @param dropped what mending took off roads: {@code ahead arrows}, {@code back bays}, {@code via} … */
    NetworkRecords(DraftNetwork draft, Map<Edge, Set<String>> dropped, Ramps ramps, boolean driveRight, Losses losses) {
        this.draft = draft;
        this.dropped = dropped;
        this.ramps = ramps;
        this.driveRight = driveRight;
        this.losses = losses;
    }

    /** What was guessed of each place and road, by JSON pointer. */
    Map<String, String> comments() {
        return comments;
    }

    NetworkInput network(double lat, double lon) {
        Map<String, org.ulicarro.core.study.Place> places = new LinkedHashMap<>();
        draft.places.values().forEach(place -> places.put(place.id, place(place)));
        Map<String, Road> roads = new LinkedHashMap<>();
        draft.roads.forEach((edge, id) -> roads.put(id, road(edge, id)));
        Map<String, Stop> stops = new LinkedHashMap<>();
        draft.stops.forEach(s -> {
            LinkName road = new LinkName(draft.roads.get(s.road()), s.ahead());
            stops.put(s.id(), new Stop(road, Math.rint(s.at()), 18, Stop.Kind.KERB, null));
            comment("stops", s.id(), "guessed: length, kind");
        });
        Map<String, MidBlockCrossing> crossings = new LinkedHashMap<>();
        for (DraftNetwork.MidCrossing c : draft.crossings) {
            String id = "crossing-" + (crossings.size() + 1);
            crossings.put(
                    id,
                    new MidBlockCrossing(
                            draft.roads.get(c.road()), Math.rint(c.at()), 4, false, 1, Crossing.Kind.ZEBRA));
            comment("crossings", id, "guessed: width, kind");
        }
        NetworkInput.Origin origin = new NetworkInput.Origin(lat, lon, 0, null);
        return new NetworkInput(
                origin, null, null, places, roads, null, null, stops, null, null, null, null, crossings, null);
    }

    private void comment(String section, String id, String text) {
        comments.put(Fault.child("/network/" + section, id), text);
    }

    private org.ulicarro.core.study.Place place(Place place) {
        Node node = place.node;
        boolean hasMinor = place.control == Control.YIELD || place.control == Control.STOP;
        Map<String, Crossing> crossings = new LinkedHashMap<>();
        place.crossings.forEach(e -> crossings.put(draft.roads.get(e), new Crossing(4, false, 1, null)));
        Map<String, Bypass> bypass = new LinkedHashMap<>();
        place.bypass.forEach((movement, how) -> bypass.put(movement, how.equals("free") ? Bypass.FREE : Bypass.YIELD));
        Map<String, MovementInput> movements = new LinkedHashMap<>();
        place.closed.forEach(movement -> movements.put(movement, MovementInput.ofClosed()));
        if (!place.guessed.isEmpty()) {
            comment("places", place.id, "guessed: " + String.join(", ", place.guessed));
        }
        return new org.ulicarro.core.study.Place(
                new Point(tenth(node.x), tenth(node.y)),
                org.ulicarro.core.study.Place.Control.valueOf(place.control.name()),
                hasMinor ? place.minor.stream().map(draft.roads::get).toList() : null,
                null,
                crossings,
                bypass,
                movements,
                null,
                null,
                node.ring == null ? null : Math.rint(node.ring.diameter()),
                node.ring == null || node.ring.lanes() == 1 ? null : node.ring.lanes(),
                null,
                null,
                null);
    }

    private Road road(Edge edge, String id) {
        WayRoad main = edge.main();
        Set<String> gone = dropped.getOrDefault(edge, Set.of());
        boolean motorway = main.kind() == WayRoad.Kind.MOTORWAY || main.kind() == WayRoad.Kind.TRUNK && main.isOneWay();
        comment(
                "roads",
                id,
                "way " + main.way()
                        + (main.guessed().isEmpty() ? "" : "; guessed: " + String.join(", ", main.guessed())));
        return new Road(
                main.name() == null ? null : main.name().replaceAll("\\p{Cntrl}", " "),
                motorway ? RoadClass.MOTORWAY : RoadClass.URBAN,
                List.of(draft.places.get(edge.from).id, draft.places.get(edge.to).id),
                gone.contains("via")
                        ? null
                        : via(edge).stream()
                                .map(p -> new Point(tenth(p[0]), tenth(p[1])))
                                .toList(),
                gone.contains("meets") || !edge.isOneWay() ? null : meets(edge),
                speed(main.speed()),
                0,
                hundredth(edge.median),
                level(edge),
                types(main.closedTo()),
                main.only() == null ? null : types(List.of(main.only())),
                edge.isAhead() ? direction(edge, id, true, gone) : null,
                edge.isBack() ? direction(edge, id, false, gone) : null);
    }

    /** The level of its bridge or tunnel where it has one: what crosses there does not meet it. */
    private static int level(Edge edge) {
        return edge.sections.stream()
                .map(s -> s.road().level())
                .max(Comparator.comparingInt(Math::abs))
                .orElse(0);
    }

    private Direction direction(Edge edge, String id, boolean ahead, Set<String> gone) {
        String way = ahead ? "ahead " : "back ";
        Set<String> own = gone.stream()
                .filter(g -> g.startsWith(way))
                .map(g -> g.substring(way.length()))
                .collect(Collectors.toSet());
        boolean slip = draft.places.get(ahead ? edge.to : edge.from).bypass.keySet().stream()
                .anyMatch(m -> m.startsWith(id + ">"));
        boolean ramp = !gone.contains("ramp");
        return new DirectionLanes(edge, ahead, driveRight, own, slip, losses)
                .direction(ramp ? ramps.joins(id, ahead) : null, ramp ? ramps.leaves(id, ahead) : null);
    }

    private static List<VehicleType> types(List<String> words) {
        return Arrays.stream(VehicleType.values())
                .filter(type -> words.contains(Written.of(type)))
                .toList();
    }

    /** To whole miles an hour where it is one, else to tenths of kilometres (m/s). */
    private static double speed(double speed) {
        double kmh = speed * 3.6;
        double mph = speed * 3600 / 1609.344;
        boolean isMph = Math.abs(mph - Math.rint(mph / 5) * 5) < 0.02 && Math.abs(kmh - Math.rint(kmh)) > 0.02;
        return isMph ? Math.rint(mph) * (1609.344 / 3600) : tenth(kmh) * (1 / 3.6);
    }

    private static double tenth(double value) {
        return Math.rint(value * 10) / 10;
    }

    private static double hundredth(double value) {
        return Math.rint(value * 100) / 100;
    }

    private Map<String, Point> meets(Edge edge) {
        Map<String, Point> ends = new LinkedHashMap<>();
        addEnd(edge.from, edge.meetsFrom, ends);
        addEnd(edge.to, edge.meetsTo, ends);
        return ends;
    }

    /** An end that lies off its place tells carriageways apart which arrive side by side. */
    private void addEnd(Node node, double[] at, Map<String, Point> ends) {
        boolean off = at != null && node.ring == null && node.edges.size() > 2;
        if (off && Lines.distance(at, node.at()) > OFFSET && Lines.distance(at, node.at()) < 30) {
            ends.put(draft.places.get(node).id, new Point(tenth(at[0]), tenth(at[1])));
        }
    }

    private List<double[]> via(Edge edge) {
        List<double[]> shape = Lines.simple(edge.shape, SHAPE);
        List<double[]> via = new ArrayList<>();
        for (double[] p : shape.subList(1, shape.size() - 1)) {
            if (isClear(p, edge.from) && isClear(p, edge.to)) {
                via.add(p);
            }
        }
        return via;
    }

    private static boolean isClear(double[] p, Node node) {
        double keep =
                node.edges.size() < 3 ? 5 : node.ring == null ? OFF_JUNCTION : node.ring.diameter() / 2 + OFF_JUNCTION;
        return Lines.distance(p, node.at()) > keep;
    }
}
