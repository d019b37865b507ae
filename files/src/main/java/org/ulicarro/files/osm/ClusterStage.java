package org.ulicarro.files.osm;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.files.osm.RoadGraph.Edge;
import org.ulicarro.files.osm.RoadGraph.Node;

/** Nodes that are one junction to a driver become one: the corners where carriageways cross, and junctions with no room for a queue between them. */
final class ClusterStage {

    private static final double TOUCHING = 18; // m: nobody could queue between them
    private static final double CROSSING_CARRIAGEWAYS = 45; // m: the corners of one crossing
    private static final double ONE_SIGNAL = 50; // m: stop lines of one signal
    private static final double MOST = 100; // m: a junction is no wider

    private final RoadGraph graph;
    private final Losses losses;
    private final Map<Node, Node> parent = new HashMap<>();
    private final Map<Node, double[]> box = new HashMap<>(); // of each cluster

    ClusterStage(RoadGraph graph, Losses losses) {
        this.graph = graph;
        this.losses = losses;
    }

    int run() {
        List<Edge> inner = new ArrayList<>(graph.edges);
        inner.removeIf(e -> !isInner(e));
        inner.sort((a, b) -> Double.compare(a.length(), b.length()));
        for (Edge edge : inner) {
            unite(edge.from, edge.to);
        }
        Map<Node, List<Node>> clusters = new LinkedHashMap<>();
        for (Node node : graph.nodes) {
            if (parent.containsKey(node)) {
                clusters.computeIfAbsent(root(node), none -> new ArrayList<>()).add(node);
            }
        }
        int merged = 0;
        for (List<Node> cluster : clusters.values()) {
            if (cluster.size() > 1) {
                collapse(cluster);
                merged++;
            }
        }
        graph.sweep();
        return merged;
    }

    private static boolean isInner(Edge edge) {
        Node a = edge.from;
        Node b = edge.to;
        if (a == b || a.ring != null || b.ring != null || a.edges.size() < 3 || b.edges.size() < 3) {
            return false;
        }
        double length = edge.length();
        boolean carriageways = hasOneWay(a) && hasOneWay(b);
        return length < TOUCHING
                || carriageways && length < CROSSING_CARRIAGEWAYS
                || a.signal && b.signal && length < ONE_SIGNAL;
    }

    private static boolean hasOneWay(Node node) {
        return node.edges.stream().filter(Edge::isOneWay).count() >= 2;
    }

    private Node root(Node node) {
        Node up = parent.getOrDefault(node, node);
        if (up == node) {
            return node;
        }
        Node top = root(up);
        parent.put(node, top);
        return top;
    }

    private void unite(Node a, Node b) {
        parent.putIfAbsent(a, a);
        parent.putIfAbsent(b, b);
        Node one = root(a);
        Node two = root(b);
        if (one == two) {
            return;
        }
        double[] p = box.getOrDefault(one, new double[] {one.x, one.y, one.x, one.y});
        double[] q = box.getOrDefault(two, new double[] {two.x, two.y, two.x, two.y});
        double[] both = {Math.min(p[0], q[0]), Math.min(p[1], q[1]), Math.max(p[2], q[2]), Math.max(p[3], q[3])};
        if (Math.hypot(both[2] - both[0], both[3] - both[1]) > MOST) {
            return;
        }
        parent.put(two, one);
        box.put(one, both);
    }

    private void collapse(List<Node> cluster) {
        double x = cluster.stream().mapToDouble(n -> n.x).average().orElseThrow();
        double y = cluster.stream().mapToDouble(n -> n.y).average().orElseThrow();
        Node one = graph.node(x, y);
        cluster.forEach(n -> graph.merge(n, one));
        for (Edge edge : List.copyOf(one.edges)) {
            if (edge.from == edge.to) {
                graph.remove(edge);
            } else {
                RoadGraph.reach(edge);
            }
        }
        losses.add(
                Loss.CLUSTER,
                one.edges.isEmpty()
                        ? "at " + Math.round(x) + ", " + Math.round(y)
                        : "way " + one.edges.get(0).main().way());
    }
}
