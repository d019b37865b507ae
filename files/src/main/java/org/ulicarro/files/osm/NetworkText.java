package org.ulicarro.files.osm;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.ulicarro.files.osm.DraftNetwork.Control;
import org.ulicarro.files.osm.DraftNetwork.Place;
import org.ulicarro.files.osm.RoadGraph.Edge;
import org.ulicarro.files.osm.RoadGraph.Node;

/** Writes a draft as the network files of a study: one line for each place and road, with what was guessed behind it. */
final class NetworkText {

    /** Characters of one file; what is longer goes on in another one, so that each can be read and edited. */
    private static final int LONGEST_FILE = 4_000_000;

    private static final double SHAPE = 0.8; // m, that shape points may be off
    private static final double OFF_JUNCTION = 18; // m, of shape points from junctions
    private static final double OFFSET = 3; // m, from which on an end is told apart from its place

    private final DraftNetwork draft;
    private final Map<Edge, Set<String>> dropped;
    private final Ramps ramps;
    private final boolean driveRight;
    private final Guesses guesses;
    private final List<String> files = new ArrayList<>();
    private StringBuilder text = new StringBuilder();

    /** @param dropped what mending took off roads: {@code ahead arrows}, {@code back bays}, {@code via} … */
    NetworkText(DraftNetwork draft, Map<Edge, Set<String>> dropped, Ramps ramps, boolean driveRight, Guesses guesses) {
        this.draft = draft;
        this.dropped = dropped;
        this.ramps = ramps;
        this.driveRight = driveRight;
        this.guesses = guesses;
    }

    /** The files' contents, in order. */
    List<String> write(double lat, double lon) {
        text.append(
                "# Written by 'ulicarro import map'. What the map does not say is marked as guessed; look at it.\n");
        text.append(String.format(Locale.ROOT, "network:%n  origin: {lat: %.7f, lon: %.7f}%n  places:%n", lat, lon));
        for (Place place : draft.places.values()) {
            line("places", place(place));
        }
        text.append("  roads:\n");
        for (Map.Entry<Edge, String> road : draft.roads.entrySet()) {
            line("roads", road(road.getKey(), road.getValue()));
        }
        if (!draft.stops.isEmpty()) {
            text.append("  stops:\n");
            draft.stops.forEach(s -> line(
                    "stops",
                    String.format(
                            Locale.ROOT,
                            "    %s: {road: %s %s, at: %.0f m, length: 18 m, kind: kerb}  # guessed: length, kind",
                            s.id(),
                            draft.roads.get(s.road()),
                            s.ahead() ? "ahead" : "back",
                            s.at())));
        }
        if (!draft.crossings.isEmpty()) {
            text.append("  crossings:\n");
            int n = 0;
            for (DraftNetwork.MidCrossing c : draft.crossings) {
                line(
                        "crossings",
                        String.format(
                                Locale.ROOT,
                                "    crossing-%d: {road: %s, at: %.0f m, width: 4 m, kind: zebra}  # guessed: width, kind",
                                ++n,
                                draft.roads.get(c.road()),
                                c.at()));
            }
        }
        files.add(text.toString());
        return files;
    }

    private void line(String section, String line) {
        if (text.length() > LONGEST_FILE) {
            files.add(text.toString());
            text = new StringBuilder("# Goes on from the file before.\nnetwork:\n  " + section + ":\n");
        }
        text.append(line).append('\n');
    }

    private String place(Place place) {
        Node node = place.node;
        List<String> parts = new ArrayList<>();
        parts.add(String.format(Locale.ROOT, "at: [%.1f, %.1f]", node.x, node.y));
        if (place.control != Control.NONE) {
            parts.add("control: " + place.control.word);
        }
        if (node.ring != null) {
            parts.add(String.format(Locale.ROOT, "outer-diameter: %.0f m", node.ring.diameter()));
            if (node.ring.lanes() > 1) {
                parts.add("lanes: " + node.ring.lanes());
            }
        }
        if ((place.control == Control.YIELD || place.control == Control.STOP) && !place.minor.isEmpty()) {
            parts.add("minor: [" + place.minor.stream().map(draft.roads::get).collect(Collectors.joining(", ")) + "]");
        }
        if (!place.crossings.isEmpty()) {
            parts.add("crossings: {"
                    + place.crossings.stream()
                            .map(e -> draft.roads.get(e) + ": {}")
                            .collect(Collectors.joining(", ")) + "}");
        }
        if (!place.bypass.isEmpty()) {
            parts.add("bypass: {"
                    + place.bypass.entrySet().stream()
                            .map(e -> e.getKey() + ": " + e.getValue())
                            .collect(Collectors.joining(", "))
                    + "}");
        }
        if (!place.closed.isEmpty()) {
            parts.add("movements: {"
                    + place.closed.stream().map(m -> m + ": {closed: true}").collect(Collectors.joining(", ")) + "}");
        }
        String guessed = place.guessed.isEmpty() ? "" : "  # guessed: " + String.join(", ", place.guessed);
        return "    " + place.id + ": {" + String.join(", ", parts) + "}" + guessed;
    }

    private String road(Edge edge, String id) {
        WayRoad main = edge.main();
        Set<String> gone = dropped.getOrDefault(edge, Set.of());
        List<String> parts = new ArrayList<>();
        if (main.name() != null) {
            parts.add("name: \""
                    + main.name().replace("\\", "\\\\").replace("\"", "\\\"").replaceAll("\\p{Cntrl}", " ") + '"');
        }
        if (main.kind() == WayRoad.Kind.MOTORWAY || main.kind() == WayRoad.Kind.TRUNK && main.isOneWay()) {
            parts.add("class: motorway");
        }
        parts.add("between: [" + draft.places.get(edge.from).id + ", " + draft.places.get(edge.to).id + "]");
        List<double[]> via = gone.contains("via") ? List.of() : via(edge);
        if (!via.isEmpty()) {
            parts.add("via: ["
                    + via.stream()
                            .map(p -> String.format(Locale.ROOT, "[%.1f, %.1f]", p[0], p[1]))
                            .collect(Collectors.joining(", "))
                    + "]");
        }
        meets(edge, parts, gone);
        parts.add(speed(main.speed()));
        if (edge.median > 0) {
            parts.add(String.format(Locale.ROOT, "median: %s m", Numbers.plain(edge.median)));
        }
        if (main.only() != null) {
            parts.add("only: [" + main.only() + "]");
        }
        if (!main.closedTo().isEmpty()) {
            parts.add("closed-to: [" + String.join(", ", main.closedTo()) + "]");
        }
        for (boolean ahead : new boolean[] {true, false}) {
            if (ahead ? edge.isAhead() : edge.isBack()) {
                String way = ahead ? "ahead" : "back";
                Set<String> own = gone.stream()
                        .filter(g -> g.startsWith(way + " "))
                        .map(g -> g.substring(way.length() + 1))
                        .collect(Collectors.toSet());
                boolean slip = draft.places.get(ahead ? edge.to : edge.from).bypass.keySet().stream()
                        .anyMatch(m -> m.startsWith(id + ">"));
                LaneText lanes = new LaneText(edge, ahead, driveRight, own, slip, guesses);
                parts.add(way + ": " + lanes.text(gone.contains("ramp") ? null : ramps.of(id, ahead)));
            }
        }
        String guessed = main.guessed().isEmpty() ? "" : "; guessed: " + String.join(", ", main.guessed());
        return "    " + id + ": {" + String.join(", ", parts) + "}  # way " + main.way() + guessed;
    }

    private static String speed(double speed) {
        double kmh = speed * 3.6;
        double mph = speed * 3600 / 1609.344;
        boolean isMph = Math.abs(mph - Math.rint(mph / 5) * 5) < 0.02 && Math.abs(kmh - Math.rint(kmh)) > 0.02;
        return isMph
                ? String.format(Locale.ROOT, "speed: %.0f mph", mph)
                : String.format(Locale.ROOT, "speed: %s km/h", Numbers.plain(Math.rint(kmh * 10) / 10));
    }

    private void meets(Edge edge, List<String> parts, Set<String> gone) {
        if (!edge.isOneWay() || gone.contains("meets")) {
            return;
        }
        List<String> ends = new ArrayList<>();
        addEnd(edge.from, edge.meetsFrom, ends);
        addEnd(edge.to, edge.meetsTo, ends);
        if (!ends.isEmpty()) {
            parts.add("meets-at: {" + String.join(", ", ends) + "}");
        }
    }

    /** An end that lies off its place tells carriageways apart which arrive side by side. */
    private void addEnd(Node node, double[] at, List<String> ends) {
        boolean off = at != null && node.ring == null && node.edges.size() > 2;
        if (off && Lines.distance(at, node.at()) > OFFSET && Lines.distance(at, node.at()) < 30) {
            ends.add(String.format(Locale.ROOT, "%s: [%.1f, %.1f]", draft.places.get(node).id, at[0], at[1]));
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
