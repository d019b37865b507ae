package org.ulicarro.files.osm;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.PriorityQueue;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.Pose;
import org.ulicarro.files.osm.RoadGraph.Edge;
import org.ulicarro.files.osm.RoadGraph.Node;

/**
 * Holds the study's network against the map's: junctions that are neighbours on the map are so in the study, and no much further apart by
 * road. Asked before the stages begin and when all is done.
 */
final class Detours {

    /** By road so many times as far as on the map is a detour … */
    private static final double TIMES = 1.5;

    /** … if it is so much further, too (m): junctions have an extent, and corners of one junction become one point. */
    private static final double MORE = 120;

    /** From one junction to the next one on the map. */
    private record Pair(Node from, Node to, double metres) {}

    private record Step<T>(T at, double metres, Edge by) {}

    private final List<Pair> pairs = new ArrayList<>();

    /** @param graph as the map has it */
    Detours(RoadGraph graph) {
        for (Node node : graph.nodes) {
            if (isJunction(node)) {
                neighbours(node);
            }
        }
    }

    private static boolean isJunction(Node node) {
        return node.edges.size() >= 3;
    }

    /** The junctions that one comes to from a junction without passing another one, with the shortest way to each. */
    private void neighbours(Node from) {
        Map<Node, Double> reached = new HashMap<>();
        PriorityQueue<Step<Node>> open = new PriorityQueue<>(Comparator.comparingDouble(Step::metres));
        open.add(new Step<>(from, 0, null));
        Map<Node, Double> found = new LinkedHashMap<>();
        while (!open.isEmpty()) {
            Step<Node> step = open.poll();
            if (reached.putIfAbsent(step.at, step.metres) != null) {
                continue;
            }
            if (step.at != from && isJunction(step.at)) {
                if (leadsOn(step.at, step.by)) {
                    found.putIfAbsent(step.at, step.metres);
                }
                continue;
            }
            for (Edge edge : step.at.edges) {
                if (edge.leadsFrom(step.at)) {
                    open.add(new Step<>(edge.other(step.at), step.metres + edge.length(), edge));
                }
            }
        }
        found.forEach((to, metres) -> pairs.add(new Pair(from, to, metres)));
    }

    /** Whether somebody who arrives can drive on otherwise than back: where not, nobody is led there. */
    private static boolean leadsOn(Node node, Edge by) {
        return node.edges.stream().anyMatch(e -> e != by && e.leadsFrom(node));
    }

    /**
     * Says which neighbours are much further apart now.
     *
     * @param network of the study, compiled
     * @param draft it was made of
     */
    void tell(Network network, DraftNetwork draft, Losses losses) {
        Map<String, List<Link>> from = new HashMap<>();
        network.links().stream()
                .filter(l -> !l.ring())
                .forEach(l -> from.computeIfAbsent(l.from(), none -> new ArrayList<>())
                        .add(l));
        Map<String, Double> seen = new LinkedHashMap<>(); // places apart on the map, the shortest of several
        for (Pair pair : pairs) {
            DraftNetwork.Place a = draft.places.get(last(pair.from));
            DraftNetwork.Place b = draft.places.get(last(pair.to));
            if (a != null && b != null && a != b) {
                seen.merge(a.id + ">" + b.id, pair.metres, Math::min);
            }
        }
        seen.forEach((ends, metres) -> {
            String[] both = ends.split(">");
            if (isDeadEnd(network, both[1])) {
                return;
            }
            double limit = TIMES * metres + MORE;
            double now = byRoad(network, from, both[0], both[1], limit);
            if (now > limit) {
                losses.add(
                        Loss.DETOUR,
                        String.format(
                                Locale.ROOT,
                                "%s to %s: %.0f m on the map, %s",
                                both[0],
                                both[1],
                                metres,
                                "more than " + Math.round(limit) + " m by road"));
            }
        });
    }

    /** Whether one can only drive back from there: what led on was too short to be kept. */
    private static boolean isDeadEnd(Network network, String place) {
        List<Link> out = network.linksFrom(place);
        return out.isEmpty()
                || out.size() == 1
                        && network.links().stream()
                                .noneMatch(l -> l.to().equals(place)
                                        && l.from().equals(out.get(0).to()));
    }

    private static Node last(Node node) {
        Node at = node;
        while (at.into != null) {
            at = at.into;
        }
        return at;
    }

    /** The shortest way from one place to another (m); infinite where it is longer than a limit. */
    private static double byRoad(
            Network network, Map<String, List<Link>> from, String start, String end, double limit) {
        PriorityQueue<Step<Link>> open = new PriorityQueue<>(Comparator.comparingDouble(Step::metres));
        from.getOrDefault(start, List.of()).forEach(l -> open.add(new Step<>(l, l.length(), null)));
        Map<Link, Double> reached = new HashMap<>();
        while (!open.isEmpty()) {
            Step<Link> step = open.poll();
            if (step.metres > limit || reached.putIfAbsent(step.at, step.metres) != null) {
                continue;
            }
            if (step.at.to().equals(end)) {
                return step.metres;
            }
            for (Movement m : network.movementsFrom(step.at.index())) {
                if (!m.isInner()) {
                    Link next = network.links().get(m.toLink());
                    double metres = step.metres + across(network, step.at, next) + next.length();
                    open.add(new Step<>(next, metres, null));
                }
            }
        }
        return Double.POSITIVE_INFINITY;
    }

    /** From the end of one road to the beginning of the next, through the place between (m). */
    private static double across(Network network, Link in, Link out) {
        Lane last = network.lanes().get(in.firstLane());
        Lane first = network.lanes().get(out.firstLane());
        Pose a = last.at(last.end());
        Pose b = first.at(first.start());
        return Math.hypot(a.x() - b.x(), a.y() - b.y());
    }
}
