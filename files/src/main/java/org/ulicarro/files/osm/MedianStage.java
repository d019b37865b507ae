package org.ulicarro.files.osm;

import java.util.List;
import org.locationtech.jts.geom.Envelope;
import org.locationtech.jts.index.strtree.STRtree;
import org.ulicarro.files.osm.Lines.Nearest;
import org.ulicarro.files.osm.Marks.Rule;
import org.ulicarro.files.osm.Marks.TurnRule;
import org.ulicarro.files.osm.RoadGraph.Edge;
import org.ulicarro.files.osm.RoadGraph.Node;

/**
 * A side street that meets only the near carriageway of a divided road: the far one is cut beside it too, so that both can be one road, and
 * what would cross the median is forbidden. Two such streets that meet their carriageways opposite each other share one place.
 */
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

    /**
     * One carriageway at a node.
     *
     * @param dx its direction
     * @param dy likewise
     */
    private record Through(Edge in, Edge out, double dx, double dy) {

        /** Null where no carriageway goes on. */
        static Through at(Node node) {
            Edge in = null;
            Edge out = null;
            for (Edge edge : node.edges) {
                if (edge.isOneWay()) {
                    in = in == null && edge.leadsTo(node) ? edge : in;
                    out = out == null && edge.leadsFrom(node) ? edge : out;
                }
            }
            if (in == null || out == null || in.main().kind() != out.main().kind()) {
                return null;
            }
            double[] a = in.near(node, NEAR);
            double[] b = out.near(node, NEAR);
            double length = Math.hypot(b[0] - a[0], b[1] - a[1]);
            return length < NEAR // a sharp turn is no carriageway that goes on
                    ? null
                    : new Through(in, out, (b[0] - a[0]) / length, (b[1] - a[1]) / length);
        }
    }

    private boolean cut(Node node, STRtree index) {
        Through here = node.gone ? null : Through.at(node);
        if (here == null || hasRampsOnly(node, here)) {
            return false;
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
            boolean against = sign * (n.dx() * here.dx + n.dy() * here.dy) < -0.9;
            if (against && n.distance() < APART && (best == null || n.distance() < best.distance())) {
                far = edge;
                best = n;
            }
        }
        if (far == null) {
            return false;
        }
        boolean atStart = best.along() < OFF_ENDS;
        if (atStart || best.along() > far.length() - OFF_ENDS) {
            return share(node, here, atStart ? far.from : far.to);
        }
        forbid(node, here);
        double[] beside = Lines.at(far.shape, best.along());
        split(far, best.along(), node);
        node.x = (node.x + beside[0]) / 2;
        node.y = (node.y + beside[1]) / 2;
        node.edges.forEach(RoadGraph::reach);
        return true;
    }

    /** Ramps meet one carriageway without touching the other. */
    private static boolean hasRampsOnly(Node node, Through here) {
        return here.in.main().kind() == WayRoad.Kind.MOTORWAY
                || node.edges.stream()
                        .filter(e -> e != here.in && e != here.out)
                        .allMatch(e -> e.isOneWay() && e.main().link());
    }

    /** One place for two nodes opposite each other, one on each carriageway. */
    private boolean share(Node node, Through here, Node opposite) {
        Through there = Through.at(opposite);
        boolean joined = node.neighbours().contains(opposite);
        boolean motorway = here.in.main().kind() == WayRoad.Kind.MOTORWAY;
        if (there == null
                || joined
                || motorway
                || opposite.ring != null
                || here.dx * there.dx + here.dy * there.dy > -0.9) {
            return false;
        }
        forbid(node, here);
        forbid(opposite, there);
        node.x = (node.x + opposite.x) / 2;
        node.y = (node.y + opposite.y) / 2;
        graph.merge(opposite, node);
        node.edges.forEach(RoadGraph::reach);
        return true;
    }

    /** Who comes from a side street turns only into its own carriageway, and nobody else gets there. */
    private void forbid(Node node, Through here) {
        for (Edge side : node.edges) {
            if (side != here.in && side != here.out) {
                double[] near = side.near(node, NEAR);
                marks.rules.add(new TurnRule(Rule.ONLY, near, node.at(), here.out.near(node, NEAR), "a median"));
                marks.rules.add(new TurnRule(Rule.ONLY_INTO, here.in.near(node, NEAR), node.at(), near, "a median"));
            }
        }
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
