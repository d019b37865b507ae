package org.ulicarro.files.osm;

import java.util.ArrayList;
import java.util.List;

/** Roads between the points where they meet, while stages work on them. Metres, x east and y north. */
final class RoadGraph {

    /** A point where roads meet, end or change. */
    static final class Node {
        final int id; // in the order of the map
        double x;
        double y;
        Roundabout ring; // of a roundabout, or null
        boolean signal;
        boolean ends; // an end of the network where two carriageways end beside each other
        boolean gone;
        Node into; // what it became part of, or null
        final List<Edge> edges = new ArrayList<>();

        Node(int id, double x, double y) {
            this.id = id;
            this.x = x;
            this.y = y;
        }

        double[] at() {
            return new double[] {x, y};
        }

        /** Nodes at the other ends, each once. */
        List<Node> neighbours() {
            return edges.stream().map(e -> e.other(this)).distinct().toList();
        }
    }

    /**
     * What was a roundabout's ring.
     *
     * @param diameter outer one (m)
     * @param lanes around it
     */
    record Roundabout(double diameter, int lanes) {}

    /**
     * A stretch of a road with the same lanes.
     *
     * @param length (m)
     */
    record Section(WayRoad road, double length) {}

    /** A road from one node to another. */
    static final class Edge {
        Node from;
        Node to;
        List<double[]> shape; // both ends included
        List<Section> sections; // in order
        double median; // m
        double[] meetsFrom; // where it really began before its node was moved, or null
        double[] meetsTo;
        boolean gone;

        double length() {
            return Lines.length(shape);
        }

        Node other(Node node) {
            return node == from ? to : from;
        }

        WayRoad first() {
            return sections.get(0).road();
        }

        WayRoad last() {
            return sections.get(sections.size() - 1).road();
        }

        /** The road of its longest section. */
        WayRoad main() {
            Section longest = sections.get(0);
            for (Section s : sections) {
                longest = s.length() > longest.length() ? s : longest;
            }
            return longest.road();
        }

        boolean isAhead() {
            return sections.stream().allMatch(s -> s.road().ahead() > 0);
        }

        boolean isBack() {
            return sections.stream().allMatch(s -> s.road().back() > 0);
        }

        boolean isOneWay() {
            return !isAhead() || !isBack();
        }

        /** Whether vehicles may come along it to a node. */
        boolean leadsTo(Node node) {
            return node == to && isAhead() || node == from && isBack();
        }

        boolean leadsFrom(Node node) {
            return node == from && isAhead() || node == to && isBack();
        }

        /** Makes it run the other way; what may be driven stays as it is. */
        void turn() {
            Node end = from;
            from = to;
            to = end;
            double[] meets = meetsFrom;
            meetsFrom = meetsTo;
            meetsTo = meets;
            shape = Lines.reversed(shape);
            List<Section> turned = new ArrayList<>();
            for (Section s : sections) {
                turned.add(0, new Section(s.road().turned(), s.length()));
            }
            sections = turned;
        }

        /** A point so far from its end at a node. */
        double[] near(Node node, double metres) {
            return Lines.at(node == from ? shape : Lines.reversed(shape), metres);
        }
    }

    final List<Node> nodes = new ArrayList<>();
    final List<Edge> edges = new ArrayList<>();

    Node node(double x, double y) {
        Node node = new Node(nodes.size(), x, y);
        nodes.add(node);
        return node;
    }

    Edge edge(Node from, Node to, List<double[]> shape, List<Section> sections) {
        Edge edge = new Edge();
        edge.from = from;
        edge.to = to;
        edge.shape = shape;
        edge.sections = sections;
        edges.add(edge);
        from.edges.add(edge);
        if (to != from) {
            to.edges.add(edge);
        }
        return edge;
    }

    void remove(Edge edge) {
        edge.gone = true;
        edge.from.edges.remove(edge);
        edge.to.edges.remove(edge);
    }

    /** Lets a road end at another node than before. */
    void detach(Edge edge, Node from, Node into) {
        from.edges.remove(edge);
        into.edges.add(edge);
        edge.from = edge.from == from ? into : edge.from;
        edge.to = edge.to == from ? into : edge.to;
    }

    /** Moves all roads of one node to another one. */
    void merge(Node gone, Node into) {
        for (Edge edge : List.copyOf(gone.edges)) {
            gone.edges.remove(edge);
            if (edge.from == gone) {
                edge.from = into;
            }
            if (edge.to == gone) {
                edge.to = into;
            }
            if (!into.edges.contains(edge)) {
                into.edges.add(edge);
            }
        }
        into.signal |= gone.signal;
        into.ring = into.ring == null ? gone.ring : into.ring;
        gone.into = into;
        gone.gone = true;
    }

    /** Lets the shape of an edge end where its nodes are now, without what lies nearer to them than where it began before. */
    static void reach(Edge edge) {
        double[] first = edge.shape.get(0);
        double[] last = edge.shape.get(edge.shape.size() - 1);
        double cutFirst = Lines.distance(first, edge.from.at());
        double cutLast = Lines.distance(last, edge.to.at());
        if (cutFirst < 0.01 && cutLast < 0.01) {
            return;
        }
        if (cutFirst >= 0.01 && edge.meetsFrom == null) {
            edge.meetsFrom = first;
        }
        if (cutLast >= 0.01 && edge.meetsTo == null) {
            edge.meetsTo = last;
        }
        List<double[]> shape = new ArrayList<>();
        shape.add(edge.from.at());
        for (int i = 1; i + 1 < edge.shape.size(); i++) {
            double[] p = edge.shape.get(i);
            boolean clear =
                    Lines.distance(p, edge.from.at()) > cutFirst + 5 && Lines.distance(p, edge.to.at()) > cutLast + 5;
            if (clear) {
                shape.add(p);
            }
        }
        shape.add(edge.to.at());
        edge.shape = shape;
    }

    /** Forgets what is gone. */
    void sweep() {
        edges.removeIf(e -> e.gone);
        nodes.removeIf(n -> n.gone || n.edges.isEmpty());
    }
}
