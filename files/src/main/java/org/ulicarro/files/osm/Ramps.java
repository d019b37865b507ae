package org.ulicarro.files.osm;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.study.Direction;
import org.ulicarro.files.osm.DraftNetwork.Control;
import org.ulicarro.files.osm.DraftNetwork.Place;
import org.ulicarro.files.osm.RoadGraph.Edge;
import org.ulicarro.files.osm.RoadGraph.Node;

/** Where one-way roads join or part with fewer lanes than come together, the ramp gets a lane beside the main road. */
final class Ramps {

    private static final double PARALLEL = 180; // m beside the main road
    private static final double TAPER = 60; // m
    private static final double LEAST = 90; // m of main road that a lane beside it needs

    private final Map<String, Direction.Ramp> joins = new LinkedHashMap<>(); // by road and direction
    private final Map<String, Direction.Ramp> leaves = new LinkedHashMap<>();
    private final Losses losses;

    Ramps(DraftNetwork draft, Losses losses) {
        this.losses = losses;
        for (Place place : draft.places.values()) {
            if (place.control == Control.NONE && place.node.edges.size() == 3) {
                look(place.node, draft);
            }
        }
    }

    /** The lane by which a direction of a road joins another one; null for none. */
    Direction.Ramp joins(String road, boolean ahead) {
        return joins.get(road + (ahead ? " ahead" : " back"));
    }

    /** The lane by which it leaves another one; null for none. */
    Direction.Ramp leaves(String road, boolean ahead) {
        return leaves.get(road + (ahead ? " ahead" : " back"));
    }

    private void look(Node node, DraftNetwork draft) {
        List<Edge> in = node.edges.stream().filter(e -> e.leadsTo(node)).toList();
        List<Edge> out = node.edges.stream().filter(e -> e.leadsFrom(node)).toList();
        boolean joins = in.size() == 2 && out.size() == 1;
        boolean parts = in.size() == 1 && out.size() == 2;
        if (!joins && !parts) {
            return;
        }
        List<Edge> two = joins ? in : out;
        Edge one = joins ? out.get(0) : in.get(0);
        if (lanes(two.get(0), node) + lanes(two.get(1), node) <= lanes(one, node) || one.length() < LEAST) {
            return;
        }
        Edge ramp = isRamp(two.get(0), two.get(1)) ? two.get(0) : two.get(1);
        Edge main = ramp == two.get(0) ? two.get(1) : two.get(0);
        double[] p = main.near(node, 40);
        double[] q = ramp.near(node, 40);
        double cross = (p[0] - node.x) * (q[1] - node.y) - (p[1] - node.y) * (q[0] - node.x);
        boolean right = joins == cross > 0;
        double parallel = Math.min(PARALLEL, Math.max(30, (one.length() - TAPER) / 2));
        double taper = Math.min(TAPER, one.length() / 4);
        (joins ? this.joins : leaves)
                .put(
                        draft.roads.get(ramp) + (joins == (ramp.to == node) ? " ahead" : " back"),
                        new Direction.Ramp(
                                right ? Direction.Side.RIGHT : Direction.Side.LEFT,
                                Math.rint(parallel),
                                Math.rint(taper)));
        losses.add(Loss.RAMP_LANE, draft.roads.get(ramp));
    }

    private static int lanes(Edge edge, Node node) {
        return Math.max(edge.main().ahead(), edge.main().back());
    }

    private static boolean isRamp(Edge a, Edge b) {
        if (a.main().link() != b.main().link()) {
            return a.main().link();
        }
        if (a.main().kind() != b.main().kind()) {
            return a.main().kind().compareTo(b.main().kind()) < 0;
        }
        return lanes(a, null) < lanes(b, null);
    }
}
