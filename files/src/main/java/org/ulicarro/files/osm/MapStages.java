package org.ulicarro.files.osm;

import org.ulicarro.files.osm.Marks.Mark;
import org.ulicarro.files.osm.RoadGraph.Node;

/** The stages that turn what a map draws into junctions as drivers know them, in their order. */
final class MapStages {

    private static final double SIGNAL_REACH = 45; // m
    private static final int MOST_ROUNDS = 12;

    private MapStages() {}

    static void run(RoadGraph graph, Marks marks, boolean driveRight, Guesses guesses) {
        PruneStage prune = new PruneStage(graph, guesses);
        prune.deadParts();
        join(graph);
        prune.doubles();
        new RoundaboutStage(graph, guesses).run();
        join(graph);
        new PairStage(graph, driveRight).run(); // entries and exits of roundabouts, and whole divided roads
        join(graph);
        signals(graph, marks, guesses);
        new SlipStage(graph, marks).run();
        join(graph);
        int rounds = 0;
        int changes;
        do {
            changes = new ClusterStage(graph, guesses).run();
            changes += new PairStage(graph, driveRight).run();
            join(graph);
            changes += new MedianStage(graph, marks).run();
            changes += new PairStage(graph, driveRight).run();
            changes += new SlipStage(graph, marks).run();
            join(graph);
        } while (changes > 0 && ++rounds < MOST_ROUNDS);
        prune.stubs();
        join(graph);
        miniRoundabouts(graph, marks, guesses);
        graph.edges.forEach(RoadGraph::reach);
    }

    private static void join(RoadGraph graph) {
        new JoinStage(graph).run();
    }

    /** A signal belongs to the junction that it stands before. */
    private static void signals(RoadGraph graph, Marks marks, Guesses guesses) {
        Nearby nearby = new Nearby(graph);
        for (Mark mark : marks.marks) {
            if (mark.kind() == Marks.Kind.SIGNAL) {
                Node node = nearby.junction(mark.at(), SIGNAL_REACH);
                if (node == null) {
                    guesses.add("signals away from junctions, left out", "node " + mark.node());
                } else {
                    node.signal = true;
                }
            }
        }
    }

    private static void miniRoundabouts(RoadGraph graph, Marks marks, Guesses guesses) {
        Nearby nearby = new Nearby(graph);
        for (Mark mark : marks.marks) {
            Node node = mark.kind() == Marks.Kind.MINI_ROUNDABOUT ? nearby.junction(mark.at(), 15) : null;
            if (node != null && node.ring == null) {
                node.ring = new RoadGraph.Roundabout(26, 1);
                guesses.add("mini-roundabouts, given an outer diameter of 26 m", "node " + mark.node());
            }
        }
    }
}
