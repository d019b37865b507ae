package org.ulicarro.files.osm;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.files.osm.RoadGraph.Edge;
import org.ulicarro.files.osm.RoadGraph.Node;
import org.ulicarro.files.osm.RoadGraph.Section;

/** Two one-way roads side by side between the same nodes are the carriageways of one road: it gets both, and a median. */
final class PairStage {

    private static final double APART = 60; // m, at most
    private static final double LANE = 3.25; // m
    private static final double NO_MEDIAN = 0.5; // m

    private final RoadGraph graph;
    private final boolean driveRight;

    PairStage(RoadGraph graph, boolean driveRight) {
        this.graph = graph;
        this.driveRight = driveRight;
    }

    int run() {
        int pairs = 0;
        for (Edge a : List.copyOf(graph.edges)) {
            if (a.gone || !a.isOneWay() || a.from == a.to) {
                continue;
            }
            if (!a.isAhead()) {
                a.turn();
            }
            Edge best = null;
            for (Edge b : a.to.edges) {
                boolean against = b != a && b.isOneWay() && b.leadsFrom(a.to) && b.leadsTo(a.from) && b.from != b.to;
                if (against && areOneRoad(a, b) && (best == null || apart(a, b) < apart(a, best))) {
                    best = b;
                }
            }
            if (best != null) {
                pair(a, best);
                pairs++;
            }
        }
        graph.sweep();
        return pairs;
    }

    private static List<double[]> along(Edge b, Node from) {
        return b.from == from ? b.shape : Lines.reversed(b.shape);
    }

    private static double apart(Edge a, Edge b) {
        List<double[]> other = along(b, a.from);
        return (Lines.apart(a.shape, other) + Lines.apart(other, a.shape)) / 2;
    }

    private static boolean areOneRoad(Edge a, Edge b) {
        double la = a.length();
        double lb = b.length();
        boolean alike = Math.abs(la - lb) < 40 + 0.15 * Math.max(la, lb);
        return alike && apart(a, b) < Math.min(APART, Math.max(15, 0.5 * Math.max(la, lb)));
    }

    private void pair(Edge a, Edge b) {
        if (b.isAhead()) {
            b.turn(); // now both run from the same node, and b is driven against that
        }
        double apart = apart(a, b);
        List<Section> sections = zip(a, b);
        double lanes = (a.main().ahead() + b.main().back()) * LANE / 2;
        Node from = a.from;
        Node to = a.to;
        // the median is only known where the carriageways run beside each other, not where they close up at a ring
        boolean flare = (from.ring != null || to.ring != null) && a.length() < 90;
        double median = flare ? 0 : apart - lanes;
        List<double[]> shape = Lines.middle(a.shape, b.shape);
        shape.set(0, from.at());
        shape.set(shape.size() - 1, to.at());
        graph.remove(a);
        graph.remove(b);
        Edge both = graph.edge(from, to, shape, sections);
        both.median = median < NO_MEDIAN ? 0 : Math.rint(median * 2) / 2;
    }

    /** The sections of both carriageways as sections of one road. */
    private List<Section> zip(Edge a, Edge b) {
        List<Section> sections = new ArrayList<>();
        double length = (a.length() + b.length()) / 2;
        List<Double> ends = new ArrayList<>();
        for (Edge edge : List.of(a, b)) {
            double at = 0;
            double all = edge.sections.stream().mapToDouble(Section::length).sum();
            for (Section s : edge.sections) {
                at += s.length() / all;
                ends.add(Math.min(1, at));
            }
        }
        ends.sort(null);
        double before = 0;
        for (double end : ends) {
            if (end - before > 1e-6) {
                double middle = (before + end) / 2;
                sections.add(new Section(both(at(a, middle), at(b, middle)), (end - before) * length));
                before = end;
            }
        }
        return sections;
    }

    private static WayRoad at(Edge edge, double share) {
        double all = edge.sections.stream().mapToDouble(Section::length).sum();
        double along = 0;
        for (Section s : edge.sections) {
            along += s.length();
            if (along >= share * all) {
                return s.road();
            }
        }
        return edge.last();
    }

    private WayRoad both(WayRoad a, WayRoad b) {
        return new WayRoad(
                a.way(),
                a.name() == null ? b.name() : a.name(),
                a.kind().compareTo(b.kind()) >= 0 ? a.kind() : b.kind(),
                a.link() && b.link(),
                false,
                a.ahead(),
                b.back(),
                Math.max(a.speed(), b.speed()),
                a.turnsAhead(),
                b.turnsBack(),
                a.busAhead(),
                b.busBack(),
                a.only(),
                a.closedTo(),
                Math.abs(a.level()) >= Math.abs(b.level()) ? a.level() : b.level(),
                a.guessed());
    }
}
