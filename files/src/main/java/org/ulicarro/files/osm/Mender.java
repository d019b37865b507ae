package org.ulicarro.files.osm;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
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

    private static final double WIDER = 1.25; // of a ring, at a time
    private static final double WIDEST = 64; // m, that a ring grows to
    private static final double ROOM = 0.5; // of the way to the next junction, that a ring may take
    private static final double SHORT = 90; // m, of a road that may vanish into one junction with its ends

    private final RoadGraph graph;
    private final Losses losses;
    private final Map<Object, Integer> tried = new HashMap<>();
    private final Set<Object> now = new HashSet<>(); // what has been worked on in this round
    final Map<Edge, Set<String>> dropped = new HashMap<>();
    private final Map<Node, Control> forced = new HashMap<>();
    private final Set<Node> noCrossings = new HashSet<>();
    private final Set<Node> noRules = new HashSet<>();
    private final Set<Node> noSlips = new HashSet<>();
    private final Map<Node, Set<String>> tight = new HashMap<>(); // movements that are closed because no car makes them
    private final Set<Node> noTight = new HashSet<>(); // where that leaves a road without a way on

    Mender(RoadGraph graph, Losses losses) {
        this.graph = graph;
        this.losses = losses;
    }

    /** Lays over a new draft what has been decided so far. */
    void apply(DraftNetwork draft) {
        draft.places.forEach((node, place) -> {
            Control control = forced.get(node);
            if (control != null && node.ring == null && node.edges.size() > 2) {
                place.control = control;
                if (control == Control.ALL_STOP) {
                    place.minor.clear();
                }
            }
            if (noCrossings.contains(node)) {
                if (!place.crossings.isEmpty()) {
                    losses.addOnce(Loss.CROSSING_REMOVED, place.id);
                }
                place.crossings.clear();
            }
            if (noRules.contains(node)) {
                place.closed.clear();
            }
            if (!noTight.contains(node)) {
                List<String> roads = node.edges.stream().map(draft.roads::get).toList();
                tight.getOrDefault(node, Set.of()).stream()
                        .filter(m -> roads.containsAll(List.of(m.split(">"))))
                        .forEach(place.closed::add);
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
                any |= place != null && !place.node.gone && place(draft, place, path, fault, errors);
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

    private boolean drop(Edge edge, String what, Loss said, DraftNetwork draft) {
        boolean is = dropped.computeIfAbsent(edge, none -> new HashSet<>()).add(what);
        if (is) {
            losses.add(said, draft.roads.get(edge));
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
            return drop(edge, "ramp", Loss.RAMP_YIELDS, draft);
        }
        if (key.equals("turns") && drop(edge, way + " arrows", Loss.ARROWS_NOWHERE, draft)) {
            return true;
        }
        if (key.equals("bays") && drop(edge, way + " bays", Loss.BAYS_REMOVED, draft)) {
            return true;
        }
        if (key.equals("turns") && drop(edge, way + " bays", Loss.BAYS_REMOVED, draft)) {
            return true;
        }
        if (!key.isEmpty() && drop(edge, way + " bays", Loss.LANES_REMOVED, draft)) {
            return true;
        }
        if (key.equals("turns") && drop(edge, way + " lanes 1", Loss.LANES_REMOVED, draft)) {
            return true;
        }
        if (fault.kind() == NetworkFault.PLACES_TOO_CLOSE && edge.length() < SHORT && mayBeOne(edge)) {
            contract(draft, edge);
            return true;
        }
        if (fault.kind() == NetworkFault.NO_WAY_ON || fault.kind() == NetworkFault.NO_WAY_OUT) {
            for (Node end : List.of(edge.from, edge.to)) {
                if (tight.containsKey(end) && noTight.add(end)) {
                    return true;
                }
                if (noRules.add(end) && !draft.places.get(end).closed.isEmpty()) {
                    losses.add(Loss.RULE_TRAPS, draft.places.get(end).id);
                    return true;
                }
            }
            if (!edge.isOneWay() && !way.isEmpty()) {
                boolean stays = way.equals("back");
                edge.sections = edge.sections.stream()
                        .map(s -> new RoadGraph.Section(s.road().oneWay(stays), s.length()))
                        .toList();
                losses.add(Loss.DIRECTION_REMOVED, draft.roads.get(edge) + " " + way, 0);
                return true;
            }
        }
        return switch (next(edge)) {
            case 1 -> {
                drop(edge, "meets", Loss.ENDS_TOGETHER, draft);
                dropCrossings(edge.from);
                dropCrossings(edge.to);
                yield true;
            }
            case 2 -> drop(edge, "via", Loss.STRAIGHTENED, draft) || true;
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
        losses.add(Loss.PLACES_JOINED, draft.places.get(edge.from).id);
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
        losses.add(
                Loss.ROAD_REMOVED,
                "way " + edge.main().way() + " (" + draft.roads.get(edge) + ")",
                edge.length(),
                edge.shape);
        graph.remove(edge);
        return true;
    }

    /** A ring grows while its neighbours leave it room; then its roads get as few lanes as it has; then it is no ring any more. */
    private boolean ring(DraftNetwork draft, Place place) {
        Node node = place.node;
        double room = node.edges.stream()
                .mapToDouble(e -> e.other(node).edges.size() > 1 ? e.length() : 2 * WIDEST)
                .min()
                .orElse(WIDEST);
        double wider = Math.rint(node.ring.diameter() * WIDER);
        if (wider <= Math.min(WIDEST, ROOM * room)) {
            node.ring = new RoadGraph.Roundabout(wider, node.ring.lanes());
            losses.addOnce(Loss.RING_WIDER, place.id);
            return true;
        }
        boolean any = false;
        for (Edge edge : node.edges) {
            any |= drop(edge, "ahead lanes " + node.ring.lanes(), Loss.RING_NARROW_LEG, draft);
            any |= dropped.get(edge).add("back lanes " + node.ring.lanes());
        }
        if (!any) {
            node.ring = null;
            losses.add(Loss.RING_PLAIN, place.id);
        }
        return true;
    }

    /** Closes what is too sharp to be driven at a junction; whether there was anything. */
    private boolean close(DraftNetwork draft, Node node, List<Fault> errors) {
        if (noTight.contains(node)) {
            return false;
        }
        String pointer = Fault.child("/network/places", draft.places.get(node).id);
        boolean any = false;
        for (Fault fault : errors) {
            if (fault.kind() == NetworkFault.TURN_TOO_TIGHT && fault.pointer().equals(pointer)) {
                String movement = String.valueOf(fault.values().get(0));
                if (movement.contains(">")
                        && tight.computeIfAbsent(node, none -> new TreeSet<>()).add(movement)) {
                    losses.add(Loss.TURN_CLOSED, movement + " at " + draft.places.get(node).id);
                    any = true;
                }
            }
        }
        return any;
    }

    private boolean place(DraftNetwork draft, Place place, String[] path, Fault fault, List<Fault> errors) {
        Node node = place.node;
        if (!now.add(node)) {
            return false;
        }
        String key = path.length > 4 ? path[4] : "";
        if (key.equals("bypass") && noSlips.add(node)) {
            losses.add(Loss.SLIP_REMOVED, place.id);
            return true;
        }
        if ((key.equals("movements") || key.equals("crossings")) && (noRules.add(node) | noCrossings.add(node))) {
            return true;
        }
        if (node.ring != null) {
            return ring(draft, place);
        }
        if (fault.kind() == NetworkFault.TURN_TOO_TIGHT && close(draft, node, errors)) {
            return true;
        }
        if (place.control == Control.NONE && forced.putIfAbsent(node, Control.YIELD) == null) {
            return true;
        }
        if ((key.equals("control") || key.equals("minor")) && place.control != Control.SIGNAL) {
            forced.put(node, Control.ALL_STOP);
            losses.add(Loss.ALL_STOP, place.id);
            return next(node) < 3;
        }
        return switch (next(node)) {
            case 1 -> {
                dropCrossings(node);
                noSlips.add(node);
                node.edges.forEach(e -> drop(e, "meets", Loss.ENDS_TOGETHER, draft));
                yield true;
            }
            case 2 -> {
                for (Edge edge : node.edges) {
                    drop(edge, edge.to == node ? "ahead arrows" : "back arrows", Loss.ARROWS_REMOVED, draft);
                }
                yield true;
            }
            case 3 -> {
                node.edges.stream()
                        .filter(e -> e.length() < 200)
                        .forEach(e -> drop(e, "via", Loss.STRAIGHTENED, draft));
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
