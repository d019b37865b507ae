package org.ulicarro.files.osm;

import java.util.ArrayList;
import java.util.List;
import org.locationtech.jts.geom.Envelope;
import org.locationtech.jts.index.strtree.STRtree;
import org.ulicarro.files.osm.RoadGraph.Edge;
import org.ulicarro.files.osm.RoadGraph.Node;

/**
 * Two carriageways that end beside each other, as those of an avenue do at the border of a map, end in one place: so they can be one road, and
 * traffic that leaves by one of them can come back by the other.
 */
final class OpenEndStage {

    private static final double BESIDE = 60; // m, across
    private static final double AHEAD = 60; // m, along: one may end sooner
    private static final double APART = 8; // m, of two ends that could not be one
    private static final double DIRECTION = 30; // m, over which a direction is taken

    private final RoadGraph graph;

    OpenEndStage(RoadGraph graph) {
        this.graph = graph;
    }

    void run() {
        STRtree index = new STRtree();
        List<Node> ends = new ArrayList<>();
        for (Node node : graph.nodes) {
            if (node.edges.size() == 1 && isCarriageway(node.edges.get(0))) {
                ends.add(node);
                index.insert(new Envelope(node.x, node.x, node.y, node.y), node);
            }
        }
        if (ends.isEmpty()) {
            return;
        }
        for (Node node : ends) {
            Node partner = node.edges.size() == 1 ? partner(node, index) : null;
            if (partner != null) {
                node.x = (node.x + partner.x) / 2;
                node.y = (node.y + partner.y) / 2;
                node.ends = true;
                graph.merge(partner, node);
                node.edges.forEach(RoadGraph::reach);
            }
        }
        graph.sweep();
    }

    /** Those of motorways stay apart: their ramps belong to one of them. */
    private static boolean isCarriageway(Edge edge) {
        return edge.isOneWay() && !edge.first().ring() && edge.main().kind() != WayRoad.Kind.MOTORWAY;
    }

    /** Where the two did not become one road, each has its own end again, so that what comes by one is not led into the other. */
    void part() {
        for (Node node : List.copyOf(graph.nodes)) {
            if (node.ends && node.edges.size() == 2) {
                Edge away = node.edges.get(1);
                double[] own = away.near(node, APART);
                Node other = graph.node(node.x, node.y);
                graph.detach(away, node, other);
                double length = Math.max(0.1, Lines.distance(own, node.at()));
                other.x -= (own[1] - node.y) / length * APART;
                other.y += (own[0] - node.x) / length * APART;
                RoadGraph.reach(away);
            }
        }
    }

    private static Node partner(Node node, STRtree index) {
        Edge road = node.edges.get(0);
        double[] inner = road.near(node, DIRECTION);
        double length = Lines.distance(inner, node.at());
        double dx = (node.x - inner[0]) / length; // outward
        double dy = (node.y - inner[1]) / length;
        double reach = BESIDE + AHEAD;
        Node best = null;
        for (Object o : index.query(new Envelope(node.x - reach, node.x + reach, node.y - reach, node.y + reach))) {
            Node other = (Node) o;
            if (other == node || other.gone || other.edges.size() != 1) {
                continue;
            }
            Edge back = other.edges.get(0);
            boolean opposite = road.leadsTo(node) != back.leadsTo(other)
                    && road.main().kind() == back.main().kind();
            double[] from = back.near(other, DIRECTION);
            double own = Lines.distance(from, other.at());
            double along = dx * (other.x - from[0]) / own + dy * (other.y - from[1]) / own;
            double ahead = dx * (other.x - node.x) + dy * (other.y - node.y);
            double across = Math.abs(dx * (other.y - node.y) - dy * (other.x - node.x));
            boolean beside = opposite && along > 0.8 && Math.abs(ahead) < AHEAD && across < BESIDE && back != road;
            if (beside
                    && (best == null || Lines.distance(node.at(), other.at()) < Lines.distance(node.at(), best.at()))) {
                best = other;
            }
        }
        return best;
    }
}
