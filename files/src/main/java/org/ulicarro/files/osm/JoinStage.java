package org.ulicarro.files.osm;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.files.osm.RoadGraph.Edge;
import org.ulicarro.files.osm.RoadGraph.Node;
import org.ulicarro.files.osm.RoadGraph.Section;

/** Where a road merely goes on, because its name, limit or lanes change or the map was drawn in pieces, it becomes one road of several sections. */
final class JoinStage {

    /** A stretch longer than this with lanes or a limit of its own stays a road of its own (m). */
    private static final double OWN = 250;

    private final RoadGraph graph;

    JoinStage(RoadGraph graph) {
        this.graph = graph;
    }

    void run() {
        for (Node node : graph.nodes) {
            if (node.edges.size() == 2 && !node.gone && !node.ends && node.ring == null) {
                join(node, node.edges.get(0), node.edges.get(1));
            }
        }
        graph.sweep();
    }

    private void join(Node node, Edge a, Edge b) {
        if (a == b || a.other(node) == b.other(node) || a.other(node) == node) {
            return;
        }
        if (a.to != node) {
            a.turn();
        }
        if (b.from != node) {
            b.turn();
        }
        boolean same = a.isAhead() == b.isAhead() && a.isBack() == b.isBack();
        if (!same || isChange(a, b)) {
            return;
        }
        List<double[]> shape = new ArrayList<>(a.shape);
        shape.addAll(b.shape.subList(1, b.shape.size()));
        List<Section> sections = new ArrayList<>(a.sections);
        sections.addAll(b.sections);
        Node from = a.from;
        Node to = b.to;
        graph.remove(a);
        graph.remove(b);
        Edge joined = graph.edge(from, to, shape, merged(sections));
        joined.meetsFrom = a.meetsFrom;
        joined.meetsTo = b.meetsTo;
        double mean = (a.median * a.length() + b.median * b.length()) / Math.max(1, a.length() + b.length());
        joined.median = mean < 0.5 ? 0 : Math.rint(2 * mean) / 2;
        node.gone = true;
    }

    private static boolean isChange(Edge a, Edge b) {
        boolean lanes = a.main().ahead() != b.main().ahead()
                || a.main().back() != b.main().back();
        boolean speed = Math.abs(a.main().speed() - b.main().speed()) > 1;
        boolean use = !java.util.Objects.equals(a.main().only(), b.main().only())
                || !a.main().closedTo().equals(b.main().closedTo());
        return (lanes || speed || use) && a.length() > OWN && b.length() > OWN;
    }

    /** Neighbouring sections that are alike count as one. */
    private static List<Section> merged(List<Section> sections) {
        List<Section> merged = new ArrayList<>();
        for (Section s : sections) {
            Section last = merged.isEmpty() ? null : merged.get(merged.size() - 1);
            if (last != null && areAlike(last.road(), s.road())) {
                // the arrows are those of the end
                merged.set(merged.size() - 1, new Section(arrows(last.road(), s.road()), last.length() + s.length()));
            } else {
                merged.add(s);
            }
        }
        return merged;
    }

    private static boolean areAlike(WayRoad a, WayRoad b) {
        return a.ahead() == b.ahead()
                && a.back() == b.back()
                && a.kind() == b.kind()
                && a.link() == b.link()
                && Math.abs(a.speed() - b.speed()) < 0.5
                && a.busAhead().equals(b.busAhead())
                && a.busBack().equals(b.busBack())
                && java.util.Objects.equals(a.only(), b.only())
                && a.closedTo().equals(b.closedTo());
    }

    private static WayRoad arrows(WayRoad first, WayRoad last) {
        return new WayRoad(
                first.way(),
                first.name() == null ? last.name() : first.name(),
                first.kind(),
                first.link(),
                first.ring(),
                first.ahead(),
                first.back(),
                first.speed(),
                last.turnsAhead(),
                first.turnsBack(),
                first.busAhead(),
                first.busBack(),
                first.only(),
                first.closedTo(),
                first.level(),
                first.guessed());
    }
}
