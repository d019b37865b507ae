package org.ulicarro.files.osm;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ulicarro.files.osm.RoadGraph.Edge;
import org.ulicarro.files.osm.RoadGraph.Node;

/** The graph with the ids of a study, and what marks of the map say about its places and roads. */
final class DraftNetwork {

    enum Control {
        NONE("none"),
        SIGNAL("signal"),
        STOP("stop"),
        YIELD("yield"),
        ALL_STOP("all-stop"),
        ROUNDABOUT("roundabout");

        final String word;

        Control(String word) {
            this.word = word;
        }
    }

    /** A place to be. */
    static final class Place {
        final Node node;
        final String id;
        Control control = Control.NONE;
        final List<Edge> minor = new ArrayList<>();
        final Set<Edge> crossings = new LinkedHashSet<>();
        final Map<String, String> bypass = new LinkedHashMap<>(); // movement -> free or yield
        final Set<String> closed = new LinkedHashSet<>(); // movements
        final List<String> guessed = new ArrayList<>();

        Place(Node node, String id) {
            this.node = node;
            this.id = id;
        }
    }

    /** A bus stop at the kerb. */
    record Stop(String id, Edge road, boolean ahead, double at, String name) {}

    /** A crossing away from junctions. */
    record MidCrossing(Edge road, double at) {}

    final RoadGraph graph;
    final Map<Node, Place> places = new LinkedHashMap<>();
    final Map<Edge, String> roads = new LinkedHashMap<>();
    final List<Stop> stops = new ArrayList<>();
    final List<MidCrossing> crossings = new ArrayList<>();
    private final Names names;

    DraftNetwork(RoadGraph graph, Names names) {
        this.graph = graph;
        this.names = names;
        for (Edge edge : graph.edges) {
            roads.put(edge, names.of(edge));
        }
        for (Node node : graph.nodes) {
            places.put(node, new Place(node, names.of(node)));
        }
    }

    Place place(String id) {
        return places.values().stream().filter(p -> p.id.equals(id)).findFirst().orElse(null);
    }

    Edge road(String id) {
        return roads.entrySet().stream()
                .filter(e -> e.getValue().equals(id))
                .map(Map.Entry::getKey)
                .findFirst()
                .orElse(null);
    }

    /** Gives nodes and roads names that stay theirs while the graph is mended. */
    static final class Names {
        private static final int LONGEST = 40;
        private final Map<Object, String> given = new HashMap<>();
        private final Map<String, Integer> next = new HashMap<>();
        private final Set<String> usedByRoads = new HashSet<>();
        private final Set<String> usedByPlaces = new HashSet<>();

        String of(Edge edge) {
            return given.computeIfAbsent(edge, none -> {
                String name = Slug.of(edge.main().name());
                return numbered(name == null ? edge.main().kind().word.replace('_', '-') : name, usedByRoads);
            });
        }

        String of(Node node) {
            return given.computeIfAbsent(node, none -> {
                List<String> streets = node.edges.stream()
                        .sorted((a, b) -> b.main().kind().compareTo(a.main().kind()))
                        .map(e -> Slug.of(e.main().name()))
                        .filter(s -> s != null)
                        .distinct()
                        .limit(2)
                        .toList();
                String base = streets.isEmpty() ? "place" : String.join("-", streets);
                if (node.edges.size() == 1) {
                    base = (streets.isEmpty() ? "road" : streets.get(0)) + "-end";
                }
                return numbered(
                        base.length() > LONGEST ? base.substring(0, LONGEST).replaceAll("-+$", "") : base,
                        usedByPlaces);
            });
        }

        private String numbered(String base, Set<String> used) {
            boolean isRoad = used == usedByRoads;
            while (true) {
                int n = next.merge((isRoad ? "road " : "place ") + base, 1, Integer::sum);
                String id = n == 1 && !isRoad ? base : base + "-" + n;
                if (used.add(id)) {
                    return id;
                }
            }
        }
    }
}
