package org.ulicarro.files.osm;

import org.ulicarro.files.osm.Marks.Mark;
import org.ulicarro.files.osm.RoadGraph.Node;

/** The stages that turn what a map draws into junctions as drivers know them, in their order. */
final class MapStages {

    private static final double SIGNAL_REACH = 45; // m
    private static final int MOST_ROUNDS = 12;

    private MapStages() {}

    static void run(RoadGraph graph, Marks marks, boolean driveRight, Losses losses) {
        PruneStage prune = new PruneStage(graph, losses);
        prune.deadParts();
        join(graph);
        prune.doubles();
        new OpenEndStage(graph).run();
        new RoundaboutStage(graph, losses).run();
        join(graph);
        new PairStage(graph, driveRight).run(); // entries and exits of roundabouts, and whole divided roads
        join(graph);
        signals(graph, marks, losses);
        new SlipStage(graph, marks).run();
        join(graph);
        int rounds = 0;
        int changes;
        do {
            changes = new ClusterStage(graph, losses).run();
            changes += new PairStage(graph, driveRight).run();
            join(graph);
            changes += new MedianStage(graph, marks).run();
            changes += new PairStage(graph, driveRight).run();
            changes += new SlipStage(graph, marks).run();
            join(graph);
        } while (changes > 0 && ++rounds < MOST_ROUNDS);
        prune.stubs();
        join(graph);
        new OpenEndStage(graph).part();
        miniRoundabouts(graph, marks, losses);
        graph.edges.forEach(RoadGraph::reach);
    }

    private static void join(RoadGraph graph) {
        new JoinStage(graph).run();
    }

    /** A signal belongs to the junction that it stands before. */
    private static void signals(RoadGraph graph, Marks marks, Losses losses) {
        Nearby nearby = new Nearby(graph);
        for (Mark mark : marks.marks) {
            if (mark.kind() == Marks.Kind.SIGNAL) {
                Node node = nearby.junction(mark.at(), SIGNAL_REACH);
                if (node == null) {
                    losses.add(Loss.SIGNAL_ASTRAY, "node " + mark.node());
                } else {
                    node.signal = true;
                }
            }
        }
    }

    private static void miniRoundabouts(RoadGraph graph, Marks marks, Losses losses) {
        Nearby nearby = new Nearby(graph);
        for (Mark mark : marks.marks) {
            Node node = mark.kind() == Marks.Kind.MINI_ROUNDABOUT ? nearby.junction(mark.at(), 15) : null;
            if (node != null && node.ring == null) {
                node.ring = new RoadGraph.Roundabout(26, 1);
                losses.add(Loss.MINI, "node " + mark.node());
            }
        }
    }
}
