package org.ulicarro.files.osm;

import java.util.List;
import org.ulicarro.files.osm.Marks.Slip;
import org.ulicarro.files.osm.RoadGraph.Edge;
import org.ulicarro.files.osm.RoadGraph.Node;

/** A short one-way road that leaves one leg of a junction and meets another one beside it is a slip lane of that junction. */
final class SlipStage {

    private static final double LONGEST = 160; // m
    private static final double FROM_JUNCTION = 110; // m

    private final RoadGraph graph;
    private final Marks marks;

    SlipStage(RoadGraph graph, Marks marks) {
        this.graph = graph;
        this.marks = marks;
    }

    int run() {
        int found = 0;
        for (Edge slip : List.copyOf(graph.edges)) {
            if (slip.gone || !slip.isOneWay() || slip.length() > LONGEST) {
                continue;
            }
            if (!slip.isAhead()) {
                slip.turn();
            }
            Node junction = passed(slip);
            if (junction != null) {
                marks.slips.add(new Slip(slip.from.at(), junction.at(), slip.to.at()));
                graph.remove(slip);
                found++;
            }
        }
        graph.sweep();
        return found;
    }

    /** The junction that it saves its drivers. */
    private static Node passed(Edge slip) {
        for (Edge in : slip.from.edges) {
            Node middle = in.other(slip.from);
            if (in == slip
                    || !in.leadsFrom(slip.from)
                    || in.length() > FROM_JUNCTION
                    || middle == slip.to
                    || middle.edges.size() < 3) {
                continue;
            }
            for (Edge out : slip.to.edges) {
                boolean around = out != slip && out != in && out.leadsTo(slip.to) && out.other(slip.to) == middle;
                if (around && out.length() < FROM_JUNCTION && isShortcut(slip, in, out)) {
                    return middle;
                }
            }
        }
        return null;
    }

    private static boolean isShortcut(Edge slip, Edge in, Edge out) {
        boolean simple = slip.from.edges.size() == 3 && slip.to.edges.size() == 3;
        return simple && slip.length() < 1.15 * (in.length() + out.length());
    }
}
