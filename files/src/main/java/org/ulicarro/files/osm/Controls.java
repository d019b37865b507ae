package org.ulicarro.files.osm;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.locationtech.jts.geom.Envelope;
import org.locationtech.jts.index.strtree.STRtree;
import org.ulicarro.files.osm.DraftNetwork.Control;
import org.ulicarro.files.osm.DraftNetwork.MidCrossing;
import org.ulicarro.files.osm.DraftNetwork.Place;
import org.ulicarro.files.osm.DraftNetwork.Stop;
import org.ulicarro.files.osm.Marks.Mark;
import org.ulicarro.files.osm.Marks.Rule;
import org.ulicarro.files.osm.Marks.Slip;
import org.ulicarro.files.osm.Marks.TurnRule;
import org.ulicarro.files.osm.RoadGraph.Edge;
import org.ulicarro.files.osm.RoadGraph.Node;

/** Gives what the map marks to the places and roads that it lies at: who goes first, crossings, stops, turns that are not allowed. */
final class Controls {

    private static final double SIGN_REACH = 45; // m from the junction
    private static final double CROSSING_REACH = 32;
    private static final double ON_ROAD = 8; // m from its axis, and half its median
    private static final double BUS_REACH = 22;
    private static final double TURN_REACH = 70; // m from the place to where the map has the turn
    private static final double TURN_ROAD = 25; // m from the point of a turn to its road
    private static final double STOP_LENGTH = 18; // m
    private static final double OFF_ENDS = 30; // m, of stops and crossings from the ends of a road

    private final DraftNetwork draft;
    private final Marks marks;
    private final Losses losses;
    private final boolean driveRight;
    private final STRtree roads = new STRtree();
    private final STRtree places = new STRtree();

    Controls(DraftNetwork draft, Marks marks, boolean driveRight, Losses losses) {
        this.draft = draft;
        this.marks = marks;
        this.driveRight = driveRight;
        this.losses = losses;
        for (Edge edge : draft.roads.keySet()) {
            Envelope box = new Envelope();
            edge.shape.forEach(p -> box.expandToInclude(p[0], p[1]));
            roads.insert(box, edge);
        }
        for (Place place : draft.places.values()) {
            places.insert(new Envelope(place.node.x, place.node.x, place.node.y, place.node.y), place);
        }
        roads.build();
        places.build();
    }

    void apply() {
        for (Place place : draft.places.values()) {
            if (place.node.edges.size() >= 3 || place.node.ring != null) {
                control(place);
            }
        }
        slips();
        turns();
        crossings();
        stops();
    }

    private List<Mark> signs(Place place, Marks.Kind kind) {
        return near(kind).getOrDefault(place, List.of());
    }

    private final Map<Marks.Kind, Map<Place, List<Mark>>> byPlace = new HashMap<>();

    /** Marks of a kind by the junction that they stand before. */
    private Map<Place, List<Mark>> near(Marks.Kind kind) {
        return byPlace.computeIfAbsent(kind, none -> {
            Map<Place, List<Mark>> near = new HashMap<>();
            for (Mark mark : marks.marks) {
                if (mark.kind() == kind) {
                    Place place = junction(mark.at(), SIGN_REACH);
                    if (place != null) {
                        near.computeIfAbsent(place, p -> new ArrayList<>()).add(mark);
                    }
                }
            }
            return near;
        });
    }

    private Place junction(double[] at, double within) {
        Place best = null;
        for (Object o : places.query(new Envelope(at[0] - within, at[0] + within, at[1] - within, at[1] + within))) {
            Place place = (Place) o;
            boolean junction = place.node.edges.size() >= 3 || place.node.ring != null;
            double distance = Lines.distance(place.node.at(), at);
            if (junction && distance <= within && (best == null || distance < Lines.distance(best.node.at(), at))) {
                best = place;
            }
        }
        return best;
    }

    private void control(Place place) {
        Node node = place.node;
        if (node.ring != null) {
            place.control = Control.ROUNDABOUT;
            return;
        }
        if (node.signal) {
            place.control = Control.SIGNAL;
            return;
        }
        if (isStream(node)) {
            return; // ways that only part or join
        }
        List<Edge> major = major(node);
        List<Edge> minor = new ArrayList<>(node.edges);
        minor.removeAll(major);
        place.minor.addAll(minor);
        List<Mark> stop = signs(place, Marks.Kind.STOP);
        List<Mark> all = signs(place, Marks.Kind.ALL_STOP);
        long arrivals = node.edges.stream().filter(e -> e.leadsTo(node)).count();
        if (!all.isEmpty() || stop.size() >= arrivals && arrivals > 2) {
            place.control = Control.ALL_STOP;
            place.minor.clear();
        } else if (!stop.isEmpty()) {
            place.control = Control.STOP;
            signed(place, stop);
        } else if (!signs(place, Marks.Kind.GIVE_WAY).isEmpty()) {
            place.control = Control.YIELD;
            signed(place, signs(place, Marks.Kind.GIVE_WAY));
        } else {
            place.control = Control.YIELD;
            place.guessed.add("who goes first");
            losses.add(Loss.FIRST, place.id);
        }
    }

    /** The legs with a sign are the minor ones, where two others are left. */
    private void signed(Place place, List<Mark> signs) {
        List<Edge> legs = new ArrayList<>();
        for (Mark sign : signs) {
            place.node.edges.stream()
                    .filter(e -> Lines.nearest(e.shape, sign.at()).distance() < 6)
                    .min((a, b) -> Double.compare(
                            Lines.nearest(a.shape, sign.at()).distance(),
                            Lines.nearest(b.shape, sign.at()).distance()))
                    .filter(e -> !legs.contains(e))
                    .ifPresent(legs::add);
        }
        List<Edge> others = new ArrayList<>(place.node.edges);
        others.removeAll(legs);
        if (!legs.isEmpty() && others.size() == 2) {
            place.minor.clear();
            place.minor.addAll(legs);
        }
    }

    /** One-way roads of which one parts into several, or several join into one: nobody crosses. */
    private static boolean isStream(Node node) {
        boolean oneWay = node.edges.stream().allMatch(Edge::isOneWay);
        long in = node.edges.stream().filter(e -> e.leadsTo(node)).count();
        long out = node.edges.stream().filter(e -> e.leadsFrom(node)).count();
        boolean fast = node.edges.stream()
                .anyMatch(e -> e.main().link() || e.main().kind().compareTo(WayRoad.Kind.TRUNK) >= 0);
        return oneWay && (in == 1 && out == 2 || in == 2 && out == 1) && fast;
    }

    /** The two legs that together are most important and straightest. */
    private static List<Edge> major(Node node) {
        List<Edge> best = List.of();
        double most = Double.NEGATIVE_INFINITY;
        for (Edge a : node.edges) {
            for (Edge b : node.edges) {
                if (a == b || !(a.leadsTo(node) && b.leadsFrom(node))) {
                    continue;
                }
                double[] p = a.near(node, 25);
                double[] q = b.near(node, 25);
                double cos = ((node.x - p[0]) * (q[0] - node.x) + (node.y - p[1]) * (q[1] - node.y))
                        / Math.max(1e-9, Lines.distance(p, node.at()) * Lines.distance(q, node.at()));
                boolean named = a.main().name() != null
                        && a.main().name().equals(b.main().name());
                double score = rank(a) + rank(b) + 2 * cos + (named ? 1 : 0);
                if (score > most) {
                    most = score;
                    best = List.of(a, b);
                }
            }
        }
        return best;
    }

    private static double rank(Edge edge) {
        return edge.main().link() ? 0.5 : edge.main().kind().ordinal(); // a ramp gives way where it meets streets
    }

    private void slips() {
        for (Slip slip : marks.slips) {
            Place place = junction(slip.junction(), 20);
            Edge from = place == null ? null : leg(place, slip.from());
            Edge to = place == null ? null : leg(place, slip.to());
            if (from != null && to != null && from != to) {
                place.bypass.put(movement(from, to), "yield");
                losses.add(Loss.SLIP, place.id);
            } else {
                losses.add(Loss.SLIP_ASTRAY, "at " + Math.round(slip.from()[0]) + ", " + Math.round(slip.from()[1]));
            }
        }
    }

    private String movement(Edge from, Edge to) {
        return draft.roads.get(from) + ">" + draft.roads.get(to);
    }

    private Edge leg(Place place, double[] at) {
        Edge best = null;
        double least = TURN_ROAD;
        for (Edge edge : place.node.edges) {
            double distance = Lines.nearest(edge.shape, at).distance();
            if (distance < least) {
                least = distance;
                best = edge;
            }
        }
        return best;
    }

    private void turns() {
        for (TurnRule rule : marks.rules) {
            Place place = junction(rule.via(), TURN_REACH);
            Edge from = place == null ? null : leg(place, rule.from());
            Edge to = place == null ? null : leg(place, rule.to());
            if (from == null || to == null) {
                losses.add(Loss.RULE_ASTRAY, rule.source());
                continue;
            }
            if (from == to || !from.leadsTo(place.node) || !to.leadsFrom(place.node)) {
                continue; // nobody turns back but where the study says so
            }
            for (Edge other : place.node.edges) {
                if (rule.rule() == Rule.NO && other == to) {
                    place.closed.add(movement(from, to));
                } else if (rule.rule() == Rule.ONLY && other != to && other != from && other.leadsFrom(place.node)) {
                    place.closed.add(movement(from, other));
                } else if (rule.rule() == Rule.ONLY_INTO && other != from && other != to && other.leadsTo(place.node)) {
                    place.closed.add(movement(other, to));
                }
            }
        }
    }

    private Edge nearestRoad(double[] at, double within) {
        Edge best = null;
        double least = Double.MAX_VALUE;
        for (Object o : roads.query(new Envelope(at[0] - 60, at[0] + 60, at[1] - 60, at[1] + 60))) {
            Edge edge = (Edge) o;
            double distance = Lines.nearest(edge.shape, at).distance();
            if (distance < within + edge.median / 2 && distance < least) {
                least = distance;
                best = edge;
            }
        }
        return best;
    }

    private void crossings() {
        for (Mark mark : marks.marks) {
            if (mark.kind() != Marks.Kind.CROSSING && mark.kind() != Marks.Kind.CROSSING_SIGNAL) {
                continue;
            }
            Edge road = nearestRoad(mark.at(), ON_ROAD);
            if (road == null) {
                continue;
            }
            double along = Lines.nearest(road.shape, mark.at()).along();
            double length = road.length();
            Place place = draft.places.get(along < length / 2 ? road.from : road.to);
            double away = Math.min(along, length - along);
            double edge = place.node.ring == null ? 0 : place.node.ring.diameter() / 2;
            if (place.control != Control.NONE && away < CROSSING_REACH + edge) {
                place.crossings.add(road);
            } else if (away > OFF_ENDS
                    && draft.crossings.stream().noneMatch(c -> c.road() == road && Math.abs(c.at() - along) < 15)) {
                draft.crossings.add(new MidCrossing(road, along));
                if (mark.kind() == Marks.Kind.CROSSING_SIGNAL) {
                    losses.add(Loss.PEOPLES_SIGNAL, "node " + mark.node());
                }
            }
        }
    }

    private void stops() {
        int n = 0;
        for (Mark mark : marks.marks) {
            if (mark.kind() != Marks.Kind.BUS_STOP) {
                continue;
            }
            Edge road = nearestRoad(mark.at(), BUS_REACH);
            if (road == null) {
                losses.add(Loss.STOP_ASTRAY, "node " + mark.node());
                continue;
            }
            Lines.Nearest near = Lines.nearest(road.shape, mark.at());
            double[] foot = Lines.at(road.shape, near.along());
            double side = near.dx() * (mark.y() - foot[1]) - near.dy() * (mark.x() - foot[0]); // left is positive
            boolean ahead = near.distance() < 0.5 ? road.isAhead() : side < 0 == driveRight;
            ahead = road.isOneWay() ? road.isAhead() : ahead;
            if (near.distance() < 0.5 && !road.isOneWay()) {
                losses.add(Loss.STOP_ON_AXIS, "node " + mark.node());
            }
            double length = road.length();
            double from = ahead ? near.along() : length - near.along();
            boolean fits = from > OFF_ENDS + STOP_LENGTH && length - from > OFF_ENDS;
            boolean isAhead = ahead;
            boolean again = draft.stops.stream()
                    .anyMatch(s -> s.road() == road && s.ahead() == isAhead && Math.abs(s.at() - from) < 40);
            if (!fits) {
                losses.add(Loss.STOP_NEAR, "node " + mark.node());
            } else if (!again) {
                String slug = Slug.of(mark.name());
                n++;
                draft.stops.add(
                        new Stop("stop-" + n + (slug == null ? "" : "-" + slug), road, ahead, from, mark.name()));
            }
        }
    }
}
