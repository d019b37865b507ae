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
    private static final double LEAST_PART = 150; // m of road, of a part that stays
    private static final double ONE_LINE = 4; // m apart

    private final RoadGraph graph;
    private final Losses losses;

    PruneStage(RoadGraph graph, Losses losses) {
        this.graph = graph;
        this.losses = losses;
    }

    /**
     * Takes away small parts that hang together with nothing. A larger one that the rest of the map joined outside of the area stays: people
     * drive there, too.
     */
    void deadParts() {
        Set<Node> seen = new HashSet<>();
        List<List<Node>> parts = new ArrayList<>();
        List<Double> lengths = new ArrayList<>();
        double most = 0;
        for (Node start : graph.nodes) {
            if (!seen.add(start)) {
                continue;
            }
            List<Node> part = new ArrayList<>(List.of(start));
            double twice = 0; // each road is seen from both ends
            for (int i = 0; i < part.size(); i++) {
                for (Edge edge : part.get(i).edges) {
                    twice += edge.length();
                    Node other = edge.other(part.get(i));
                    if (seen.add(other)) {
                        part.add(other);
                    }
                }
            }
            parts.add(part);
            lengths.add(twice / 2);
            most = Math.max(most, twice / 2);
        }
        for (int i = 0; i < parts.size(); i++) {
            double length = lengths.get(i);
            List<Node> part = parts.get(i);
            if (length < most && length < LEAST_PART) {
                part.stream()
                        .flatMap(n -> n.edges.stream())
                        .findFirst()
                        .ifPresent(e ->
                                losses.add(Loss.PART_REMOVED, "way " + e.main().way(), length));
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
                        losses.add(Loss.DOUBLE, "way " + b.main().way(), b.length(), b.shape);
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
                    losses.add(Loss.DEAD_END, "way " + edge.main().way(), edge.length(), edge.shape);
                    graph.remove(edge);
                    any = true;
                }
            }
            graph.sweep();
        }
    }
}
