package org.ulicarro.files.osm;

import java.util.List;
import org.locationtech.jts.geom.Envelope;
import org.locationtech.jts.index.strtree.STRtree;
import org.ulicarro.files.osm.Lines.Nearest;
import org.ulicarro.files.osm.Marks.Rule;
import org.ulicarro.files.osm.Marks.TurnRule;
import org.ulicarro.files.osm.RoadGraph.Edge;
import org.ulicarro.files.osm.RoadGraph.Node;

/** A side street that meets only the near carriageway of a divided road: the far one is cut beside it too, so that both can be one road, and what would cross the median is forbidden. */
final class MedianStage {

    private static final double APART = 35; // m, at most
    private static final double OFF_ENDS = 12; // m, that a cut keeps from the next node
    private static final double NEAR = 15; // m

    private final RoadGraph graph;
    private final Marks marks;

    MedianStage(RoadGraph graph, Marks marks) {
        this.graph = graph;
        this.marks = marks;
    }

    int run() {
        STRtree index = new STRtree();
        for (Edge edge : graph.edges) {
            if (edge.isOneWay() && edge.from != edge.to) {
                Envelope box = new Envelope();
                edge.shape.forEach(p -> box.expandToInclude(p[0], p[1]));
                index.insert(box, edge);
            }
        }
        int cuts = 0;
        for (Node node : List.copyOf(graph.nodes)) {
            if (node.edges.size() >= 3 && node.ring == null && cut(node, index)) {
                cuts++;
            }
        }
        graph.sweep();
        return cuts;
    }

    private boolean cut(Node node, STRtree index) {
        Edge in = null;
        Edge out = null;
        for (Edge edge : node.edges) {
            if (edge.isOneWay()) {
                in = in == null && edge.leadsTo(node) ? edge : in;
                out = out == null && edge.leadsFrom(node) ? edge : out;
            }
        }
        if (in == null || out == null || in.main().kind() != out.main().kind()) {
            return false;
        }
        double[] a = in.near(node, NEAR);
        double[] b = out.near(node, NEAR);
        double dx = b[0] - a[0];
        double dy = b[1] - a[1];
        double length = Math.hypot(dx, dy);
        if (length < NEAR) {
            return false; // a sharp turn is no carriageway that goes on
        }
        Envelope around = new Envelope(node.x - APART, node.x + APART, node.y - APART, node.y + APART);
        Edge far = null;
        Nearest best = null;
        for (Object o : index.query(around)) {
            Edge edge = (Edge) o;
            if (edge.gone || edge.from == node || edge.to == node) {
                continue;
            }
            Nearest n = Lines.nearest(edge.shape, node.at());
            double sign = edge.isAhead() ? 1 : -1;
            boolean against = sign * (n.dx() * dx + n.dy() * dy) / length < -0.9;
            boolean inside = n.along() > OFF_ENDS && n.along() < edge.length() - OFF_ENDS;
            if (against && inside && n.distance() < APART && (best == null || n.distance() < best.distance())) {
                far = edge;
                best = n;
            }
        }
        if (far == null) {
            return false;
        }
        for (Edge side : node.edges) {
            if (side != in && side != out) {
                marks.rules.add(
                        new TurnRule(Rule.ONLY, side.near(node, NEAR), node.at(), out.near(node, NEAR), "a median"));
                marks.rules.add(new TurnRule(
                        Rule.ONLY_INTO, in.near(node, NEAR), node.at(), side.near(node, NEAR), "a median"));
            }
        }
        double[] beside = Lines.at(far.shape, best.along());
        split(far, best.along(), node);
        node.x = (node.x + beside[0]) / 2;
        node.y = (node.y + beside[1]) / 2;
        node.edges.forEach(RoadGraph::reach);
        return true;
    }

    private void split(Edge far, double at, Node node) {
        double length = far.length();
        List<double[]> first = Lines.part(far.shape, 0, at);
        List<double[]> second = Lines.part(far.shape, at, length);
        Edge one = graph.edge(far.from, node, first, Sections.part(far.sections, 0, at / length));
        Edge two = graph.edge(node, far.to, second, Sections.part(far.sections, at / length, 1));
        graph.remove(far);
        for (Edge edge : List.of(one, two)) {
            edge.meetsFrom = edge == one ? far.meetsFrom : null;
            edge.meetsTo = edge == two ? far.meetsTo : null;
        }
    }
}
