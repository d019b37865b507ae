package org.ulicarro.files.osm;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.NetworkFault;
import org.ulicarro.files.osm.DraftNetwork.Control;
import org.ulicarro.files.osm.DraftNetwork.Place;
import org.ulicarro.files.osm.RoadGraph.Edge;
import org.ulicarro.files.osm.RoadGraph.Node;

/**
 * Mends what the rules of a study do not take: each time that an error names a place or a road, the next means is tried on it, from the
 * mildest (take its arrows off) to the hardest (leave it out). Whatever is done is listed.
 */
final class Mender {

    private static final double SHORT = 90; // m, of a road that may vanish into one junction with its ends

    private final RoadGraph graph;
    private final Guesses guesses;
    private final Map<Object, Integer> tried = new HashMap<>();
    private final Set<Object> now = new HashSet<>(); // what has been worked on in this round
    final Map<Edge, Set<String>> dropped = new HashMap<>();
    private final Map<Node, Control> forced = new HashMap<>();
    private final Set<Node> noCrossings = new HashSet<>();
    private final Set<Node> noRules = new HashSet<>();
    private final Set<Node> noSlips = new HashSet<>();

    Mender(RoadGraph graph, Guesses guesses) {
        this.graph = graph;
        this.guesses = guesses;
    }

    /** Lays over a new draft what has been decided so far. */
    void apply(DraftNetwork draft) {
        draft.places.forEach((node, place) -> {
            Control control = forced.get(node);
            if (control != null && node.ring == null) {
                place.control = control;
                if (control == Control.ALL_STOP) {
                    place.minor.clear();
                }
            }
            if (noCrossings.contains(node)) {
                place.crossings.clear();
            }
            if (noRules.contains(node)) {
                place.closed.clear();
            }
            if (noSlips.contains(node)) {
                place.bypass.clear();
            }
        });
    }

    /** Works on every error once; whether anything could be done. */
    boolean mend(DraftNetwork draft, List<Fault> errors) {
        now.clear();
        boolean any = false;
        for (Fault fault : errors) {
            String[] path = fault.pointer().split("/");
            if (path.length < 4) {
                continue;
            }
            if (path[2].equals("roads")) {
                Edge edge = draft.road(path[3]);
                any |= edge != null && !edge.gone && road(draft, edge, path, fault);
            } else if (path[2].equals("places")) {
                Place place = draft.place(path[3]);
                any |= place != null && !place.node.gone && place(draft, place, path, fault);
            } else if (path[2].equals("stops")) {
                any |= draft.stops.removeIf(s -> s.id().equals(path[3])); // said again by the next draft: see badStops
                badStops.add(path[3]);
            } else if (path[2].equals("crossings")) {
                noMidCrossings = true;
                any = true;
            }
        }
        graph.sweep();
        return any;
    }

    final Set<String> badStops = new HashSet<>();
    boolean noMidCrossings;

    private int next(Object what) {
        return tried.merge(what, 1, Integer::sum);
    }

    private boolean drop(Edge edge, String what, String said, DraftNetwork draft) {
        boolean is = dropped.computeIfAbsent(edge, none -> new HashSet<>()).add(what);
        if (is) {
            guesses.add(said, draft.roads.get(edge));
        }
        return is;
    }

    private boolean road(DraftNetwork draft, Edge edge, String[] path, Fault fault) {
        if (!now.add(edge)) {
            return false;
        }
        String way = path.length > 4 ? path[4] : "";
        String key = path.length > 5 ? path[5] : "";
        if (key.equals("joins") || key.equals("leaves")) {
            boolean atEnd = key.equals("joins") == way.equals("ahead");
            forced.put(atEnd ? edge.to : edge.from, Control.YIELD);
            return drop(edge, "ramp", "ramps that do not fit, given a yield sign", draft);
        }
        if (key.equals("turns")
                && drop(edge, way + " arrows", "arrows that lead nowhere at their junction, left out", draft)) {
            return true;
        }
        if (key.equals("bays") && drop(edge, way + " bays", "bays that do not fit their road, left out", draft)) {
            return true;
        }
        if (key.equals("turns") && drop(edge, way + " bays", "bays that do not fit their road, left out", draft)) {
            return true;
        }
        if (!key.isEmpty() && drop(edge, way + " bays", "lanes that do not fit their road, left out", draft)) {
            return true;
        }
        if (fault.kind() == NetworkFault.PLACES_TOO_CLOSE && edge.length() < SHORT && mayBeOne(edge)) {
            contract(draft, edge);
            return true;
        }
        if (fault.kind() == NetworkFault.NO_WAY_ON || fault.kind() == NetworkFault.NO_WAY_OUT) {
            for (Node end : List.of(edge.from, edge.to)) {
                if (noRules.add(end) && !draft.places.get(end).closed.isEmpty()) {
                    guesses.add(
                            "turn restrictions that leave a road without a way on, left out", draft.places.get(end).id);
                    return true;
                }
            }
        }
        return switch (next(edge)) {
            case 1 -> {
                drop(edge, "meets", "carriageways that arrive side by side, led to one point", draft);
                dropCrossings(edge.from);
                dropCrossings(edge.to);
                yield true;
            }
            case 2 -> drop(edge, "via", "bends that do not fit their junctions, straightened", draft) || true;
            default -> remove(draft, edge);
        };
    }

    private void dropCrossings(Node node) {
        noCrossings.add(node);
    }

    private static boolean mayBeOne(Edge edge) {
        long legs = edge.from.edges.size() + edge.to.edges.size() - 2L;
        return legs <= 6 && (edge.from.ring == null || edge.to.ring == null);
    }

    private void contract(DraftNetwork draft, Edge edge) {
        guesses.add("junctions too near to each other, made one", draft.places.get(edge.from).id);
        Node keep = edge.to.ring != null || edge.to.edges.size() > edge.from.edges.size() ? edge.to : edge.from;
        Node gone = edge.other(keep);
        graph.remove(edge);
        if (keep.ring == null && gone.edges.size() > 2) {
            keep.x = (keep.x + gone.x) / 2;
            keep.y = (keep.y + gone.y) / 2;
        }
        graph.merge(gone, keep);
        for (Edge other : List.copyOf(keep.edges)) {
            if (other.from == other.to) {
                graph.remove(other);
            } else {
                RoadGraph.reach(other);
            }
        }
    }

    private boolean remove(DraftNetwork draft, Edge edge) {
        guesses.add(
                "roads that do not fit among the others, left out",
                "way " + edge.main().way() + " (" + draft.roads.get(edge) + ")");
        graph.remove(edge);
        return true;
    }

    private boolean place(DraftNetwork draft, Place place, String[] path, Fault fault) {
        Node node = place.node;
        if (!now.add(node)) {
            return false;
        }
        String key = path.length > 4 ? path[4] : "";
        if (key.equals("bypass") && noSlips.add(node)) {
            guesses.add("slip lanes that do not fit, left out", place.id);
            return true;
        }
        if ((key.equals("movements") || key.equals("crossings")) && (noRules.add(node) | noCrossings.add(node))) {
            return true;
        }
        if (key.equals("outer-diameter") || key.equals("lanes")) {
            node.ring = new RoadGraph.Roundabout(Math.min(120, node.ring.diameter() + 8), node.ring.lanes());
            guesses.add("roundabouts drawn wider, to have room for their lanes", place.id);
            return next(node) < 8;
        }
        if (place.control == Control.NONE && forced.putIfAbsent(node, Control.YIELD) == null) {
            return true;
        }
        if ((key.equals("control") || key.equals("minor")) && place.control != Control.SIGNAL) {
            forced.put(node, Control.ALL_STOP);
            guesses.add("junctions where no two roads lead straight on, made all-way stops", place.id);
            return next(node) < 3;
        }
        return switch (next(node)) {
            case 1 -> {
                dropCrossings(node);
                noSlips.add(node);
                node.edges.forEach(
                        e -> drop(e, "meets", "carriageways that arrive side by side, led to one point", draft));
                yield true;
            }
            case 2 -> {
                for (Edge edge : node.edges) {
                    drop(
                            edge,
                            edge.to == node ? "ahead arrows" : "back arrows",
                            "arrows that do not fit their junction, left out",
                            draft);
                }
                yield true;
            }
            case 3 -> {
                node.edges.stream()
                        .filter(e -> e.length() < 200)
                        .forEach(e -> drop(e, "via", "bends that do not fit their junctions, straightened", draft));
                yield true;
            }
            default ->
                node.edges.stream()
                        .min((a, b) -> {
                            boolean namedA = fault.names(draft.roads.get(a));
                            boolean namedB = fault.names(draft.roads.get(b));
                            if (namedA != namedB) {
                                return namedA ? -1 : 1;
                            }
                            int kinds = a.main().kind().compareTo(b.main().kind());
                            return kinds != 0 ? kinds : Double.compare(a.length(), b.length());
                        })
                        .map(e -> remove(draft, e))
                        .orElse(false);
        };
    }
}
