package org.ulicarro.files.osm;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.ulicarro.files.osm.RoadGraph.Edge;
import org.ulicarro.files.osm.RoadGraph.Node;

/** Takes away what nobody needs: parts that hang together with nothing, and short stubs of small streets. */
final class PruneStage {

    private static final double STUB = 60; // m
    private static final double ONE_LINE = 4; // m apart

    private final RoadGraph graph;
    private final Guesses guesses;

    PruneStage(RoadGraph graph, Guesses guesses) {
        this.graph = graph;
        this.guesses = guesses;
    }

    /** Keeps the part with most length of road. */
    void deadParts() {
        Set<Node> seen = new HashSet<>();
        List<List<Node>> parts = new ArrayList<>();
        List<Node> largest = List.of();
        double most = -1;
        for (Node start : graph.nodes) {
            if (!seen.add(start)) {
                continue;
            }
            List<Node> part = new ArrayList<>(List.of(start));
            double length = 0;
            for (int i = 0; i < part.size(); i++) {
                for (Edge edge : part.get(i).edges) {
                    length += edge.length();
                    Node other = edge.other(part.get(i));
                    if (seen.add(other)) {
                        part.add(other);
                    }
                }
            }
            parts.add(part);
            if (length > most) {
                most = length;
                largest = part;
            }
        }
        for (List<Node> part : parts) {
            if (part != largest) {
                part.stream()
                        .flatMap(n -> n.edges.stream())
                        .findFirst()
                        .ifPresent(e -> guesses.add(
                                "parts that no road joins with the rest, left out",
                                "way " + e.main().way()));
                part.forEach(n -> List.copyOf(n.edges).forEach(graph::remove));
            }
        }
        graph.sweep();
    }

    /** A road drawn twice between the same nodes, on the same line, is there once: the more important one. */
    void doubles() {
        for (Node node : graph.nodes) {
            for (Edge a : List.copyOf(node.edges)) {
                for (Edge b : List.copyOf(node.edges)) {
                    boolean again =
                            a != b && !a.gone && !b.gone && a.other(node) == b.other(node) && areOneLine(a, b, node);
                    boolean lesser = b.main().kind().compareTo(a.main().kind()) <= 0;
                    if (again && lesser && (a.isOneWay() == b.isOneWay() || !a.isOneWay())) {
                        guesses.add(
                                "roads drawn twice, left out once",
                                "way " + b.main().way());
                        graph.remove(b);
                    }
                }
            }
        }
        graph.sweep();
    }

    private static boolean areOneLine(Edge a, Edge b, Node node) {
        boolean against = a.isOneWay() && b.isOneWay() && a.leadsTo(node) != b.leadsTo(node); // carriageways
        return !against
                && Lines.apart(a.shape, b.shape) < ONE_LINE
                && Math.abs(a.length() - b.length()) < 0.1 * a.length();
    }

    /** Takes off short dead ends of small streets; an end of the area is as good as one. */
    void stubs() {
        boolean any = true;
        while (any) {
            any = false;
            for (Edge edge : List.copyOf(graph.edges)) {
                boolean small = edge.main().kind().compareTo(WayRoad.Kind.UNCLASSIFIED) <= 0 || edge.length() < 15;
                boolean dead = edge.from.edges.size() == 1 ^ edge.to.edges.size() == 1;
                if (!edge.gone && small && dead && edge.length() < STUB) {
                    guesses.add(
                            "short dead ends of small streets, left out",
                            "way " + edge.main().way());
                    graph.remove(edge);
                    any = true;
                }
            }
            graph.sweep();
        }
    }
}
