package org.ulicarro.files.osm;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ulicarro.files.osm.RoadGraph.Edge;
import org.ulicarro.files.osm.RoadGraph.Node;
import org.ulicarro.files.osm.RoadGraph.Roundabout;

/** Stage 2: the ring of a roundabout, which maps draw as roads, becomes one node. */
final class RoundaboutStage {

    private static final double LANE = 4.5; // m, around a ring
    /** Outer diameter (m): on smaller rings vehicles reach from one leg into the next one, and block each other when all legs are full. */
    private static final double LEAST = 18;

    private static final double MOST = 120;

    private final RoadGraph graph;
    private final Losses losses;

    RoundaboutStage(RoadGraph graph, Losses losses) {
        this.graph = graph;
        this.losses = losses;
    }

    void run() {
        Set<Node> seen = new HashSet<>();
        for (Node start : List.copyOf(graph.nodes)) {
            if (seen.contains(start) || start.edges.stream().noneMatch(RoundaboutStage::isRing)) {
                continue;
            }
            List<Node> nodes = new ArrayList<>(List.of(start));
            Map<Edge, Boolean> ring = new LinkedHashMap<>();
            seen.add(start);
            for (int i = 0; i < nodes.size(); i++) {
                for (Edge edge : nodes.get(i).edges) {
                    if (isRing(edge)) {
                        ring.put(edge, true);
                        Node other = edge.other(nodes.get(i));
                        if (seen.add(other)) {
                            nodes.add(other);
                        }
                    }
                }
            }
            collapse(nodes, List.copyOf(ring.keySet()));
        }
        graph.sweep();
    }

    private static boolean isRing(Edge edge) {
        return edge.first().ring();
    }

    private void collapse(List<Node> nodes, List<Edge> ring) {
        double perimeter = ring.stream().mapToDouble(Edge::length).sum();
        double x = 0;
        double y = 0;
        int lanes = 1;
        Map<Node, Integer> ends = new HashMap<>();
        for (Edge edge : ring) {
            for (int i = 1; i < edge.shape.size(); i++) {
                double[] a = edge.shape.get(i - 1);
                double[] b = edge.shape.get(i);
                double weight = Lines.distance(a, b) / perimeter;
                x += weight * (a[0] + b[0]) / 2;
                y += weight * (a[1] + b[1]) / 2;
            }
            lanes = Math.max(lanes, edge.first().ahead() + edge.first().back());
            ends.merge(edge.from, 1, Integer::sum);
            ends.merge(edge.to, 1, Integer::sum);
        }
        String way = "way " + ring.get(0).first().way();
        boolean whole = ends.values().stream().allMatch(n -> n == 2);
        double diameter = perimeter / Math.PI;
        if (!whole || diameter > MOST) {
            losses.add(Loss.RING_OPEN, way);
            return;
        }
        Node centre = graph.node(x, y);
        int around = Math.min(3, lanes);
        double least = around == 1 ? LEAST : around == 2 ? 40 : 56;
        double outer = Math.max(least, diameter + around * LANE);
        if (outer > diameter + around * LANE) {
            losses.add(Loss.RING_WIDER, way);
        }
        centre.ring = new Roundabout(Math.rint(outer), around);
        ring.forEach(graph::remove);
        for (Node node : nodes) {
            graph.merge(node, centre);
        }
        List.copyOf(centre.edges).forEach(e -> {
            if (e.from == e.to) {
                losses.add(Loss.ISLAND_CROSSING, "way " + e.main().way(), e.length(), e.shape);
                graph.remove(e);
            } else {
                RoadGraph.reach(e);
            }
        });
    }
}
