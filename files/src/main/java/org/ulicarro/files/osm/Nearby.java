package org.ulicarro.files.osm;

import org.locationtech.jts.geom.Envelope;
import org.locationtech.jts.index.strtree.STRtree;
import org.ulicarro.files.osm.RoadGraph.Node;

/** Finds junctions near a point. */
final class Nearby {

    private final STRtree nodes = new STRtree();

    Nearby(RoadGraph graph) {
        for (Node node : graph.nodes) {
            if (node.edges.size() >= 3 || node.ring != null) {
                nodes.insert(new Envelope(node.x, node.x, node.y, node.y), node);
            }
        }
        nodes.build();
    }

    /** The nearest one within a distance, or null. */
    Node junction(double[] at, double within) {
        Node best = null;
        for (Object o : nodes.query(new Envelope(at[0] - within, at[0] + within, at[1] - within, at[1] + within))) {
            Node node = (Node) o;
            double distance = Lines.distance(node.at(), at);
            if (distance <= within && (best == null || distance < Lines.distance(best.at(), at))) {
                best = node;
            }
        }
        return best;
    }
}
