package org.ulicarro.core.network;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.study.Arrows;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.Place.Control;
import org.ulicarro.core.study.Turn;

/** What is wrong or doubtful with a network whose geometry could be laid. Each finding says what it does to results. */
final class NetworkChecks {

    /** Time a driver takes for one change of lanes, the search for a gap included (s). */
    private static final double CHANGE_TIME = 4;

    /** Tighter than this no car turns, whatever it does (m). */
    private static final double UNDRIVABLE = 2.5;

    /** A step between limits that drivers would not keep (m/s). */
    private static final double SPEED_JUMP = 30 / 3.6;

    private final Draft draft;

    private NetworkChecks(Draft draft) {
        this.draft = draft;
    }

    static void check(Draft draft) {
        NetworkChecks checks = new NetworkChecks(draft);
        draft.links.stream().filter(link -> !link.ring()).forEach(checks::checkArrows);
        UncontrolledCrossings.check(draft);
        draft.junctions.values().forEach(checks::checkOrder);
        checks.checkRadii();
        checks.checkReach();
        checks.checkParts();
        RoadCrossings.check(draft);
        MergesInside.check(draft);
        checks.checkLaneEnds();
        checks.checkWeaving();
        checks.checkSpeeds();
        checks.checkCrossings();
    }

    private Movement movement(int index) {
        return draft.movements.get(index);
    }

    /** Every arrow needs a road to lead to, and every lane an arrow. */
    private void checkArrows(Link in) {
        Carriageway c = draft.carriageway(in);
        List<Lane> lanes = draft.lanesOf(in);
        Junction junction = draft.junctions.get(in.to());
        Set<Integer> used = new LinkedHashSet<>();
        Set<Turn> served = new LinkedHashSet<>();
        for (int m : junction.movements()) {
            if (movement(m).fromLink() == in.index()) {
                movement(m).paths().forEach(path -> used.add(path.fromLane()));
                served.add(draft.hand.turn(movement(m).turn()));
            }
        }
        boolean leadsOn = draft.exits.get(in.index()).stream().anyMatch(e -> e.turn() != Turn.UTURN);
        int number = 0;
        Set<Turn> closed = draft.closedTurns.getOrDefault(in.id(), Set.of());
        for (Lane lane : lanes) {
            Arrows arrows = lane.arrows();
            boolean said = false;
            for (Turn turn : arrows == null ? new Turn[0] : Turn.values()) {
                if (arrows.allow(turn) && !served.contains(turn) && !closed.contains(turn)) {
                    said = true;
                    draft.report(
                            NetworkFault.ARROW_LEADS_NOWHERE,
                            c.pointer() + "/turns/" + (draft.hand == Hand.RIGHT ? number : lanes.size() - 1 - number),
                            lane.number(),
                            in.id(),
                            draft.hand.turn(turn).letter(),
                            in.to());
                }
            }
            if (!said && !lane.ends() && leadsOn && !used.contains(lane.index())) {
                draft.report(NetworkFault.LANE_UNUSED, c.pointer() + "/turns", lane.number(), in.id());
            }
            number += lane.ends() ? 0 : 1;
        }
    }

    /** Lanes of an approach keep their order: none leads across another one's path, but for those kept for others, to whose users one gives way. */
    private void checkOrder(Junction junction) {
        Map<Integer, List<TurningPath>> byLink = new TreeMap<>();
        for (int m : junction.movements()) {
            if (!junction.isRoundabout()) {
                byLink.computeIfAbsent(movement(m).fromLink(), none -> new ArrayList<>())
                        .addAll(movement(m).paths());
            }
        }
        byLink.forEach((link, paths) -> {
            for (TurningPath a : paths) {
                for (TurningPath b : paths) {
                    boolean crosses = a.fromLane() < b.fromLane() && isLeftOf(b, a);
                    if (crosses && !draft.isKept(lane(a)) && !draft.isKept(lane(b))) {
                        Link in = draft.links.get(link);
                        draft.report(
                                NetworkFault.WAYS_CROSS_SIDE_BY_SIDE,
                                draft.carriageway(in).pointer() + "/turns",
                                junction.id(),
                                draft.lanes.get(b.fromLane()).number(),
                                in.id(),
                                movement(b.movement()).id().split(">")[1],
                                draft.lanes.get(a.fromLane()).number(),
                                movement(a.movement()).id().split(">")[1],
                                turningIn(in, draft.lanes.get(a.fromLane()), draft.lanes.get(b.fromLane())));
                        return;
                    }
                }
            }
        });
    }

    /** What to do where one of the two lanes is kept for others, as one for bicycles is beside a lane that turns across it. */
    private String turningIn(Link in, Lane... lanes) {
        Map<String, Direction.LaneUse> uses = draft.carriageway(in).lanes.laneUse();
        for (Lane lane : lanes) {
            Direction.LaneUse use = uses.get(String.valueOf(lane.number()));
            if (use != null) {
                String only = use.only().stream()
                        .map(type -> type.name().toLowerCase(Locale.ROOT))
                        .collect(Collectors.joining(", "));
                return ", and others move into the kept lane before they turn: lane-use: {" + lane.number()
                        + ": {only: [" + only + "], turn-in: 30 m}}, with that turn in its arrows";
            }
        }
        return "";
    }

    private Lane lane(TurningPath path) {
        return draft.lanes.get(path.fromLane());
    }

    /** Whether one path leads further to the left than another. */
    private boolean isLeftOf(TurningPath path, TurningPath other) {
        Movement m = movement(path.movement());
        Movement o = movement(other.movement());
        if (m.index() == o.index()) {
            return path.toLane() < other.toLane();
        }
        return angle(m) > angle(o) + 1e-9;
    }

    private double angle(Movement m) {
        for (Exits.Exit exit : draft.exits.get(m.fromLink())) {
            if (exit.to() == draft.carriageways.get(m.toLink())) {
                return exit.angle();
            }
        }
        throw new IllegalStateException(m.id() + " has no exit");
    }

    /** A movement that no car can drive; of a ring, whose ways share their entries and exits, only the tightest, with how many others there are. */
    private void checkRadii() {
        Map<String, List<TurningPath>> ofRings = new LinkedHashMap<>();
        for (Movement movement : draft.movements) {
            TurningPath tight = movement.paths().stream()
                    .filter(path -> path.radius() < UNDRIVABLE)
                    .min(Comparator.comparingDouble(TurningPath::radius))
                    .orElse(null);
            if (tight == null || movement.turn() == Turn.UTURN) { // who turns back may have to reverse
                continue;
            }
            if (draft.layouts.get(movement.place()).ring() == null) {
                reportRadius(tight, movement.id(), " by corner-radius");
            } else {
                ofRings.computeIfAbsent(movement.place(), none -> new ArrayList<>())
                        .add(tight);
            }
        }
        ofRings.forEach((place, all) -> {
            TurningPath worst = all.stream()
                    .min(Comparator.comparingDouble(TurningPath::radius))
                    .orElseThrow();
            Movement movement = draft.movements.get(worst.movement());
            String what = movement.isInner() ? "the way round " + movement.id() : movement.id();
            String more = all.size() == 1 ? "" : " (and " + (all.size() - 1) + " more there)";
            reportRadius(worst, what + more, " by outer-diameter");
        });
    }

    private void reportRadius(TurningPath path, String what, String remedy) {
        String place = draft.movements.get(path.movement()).place();
        draft.report(NetworkFault.TURN_TOO_TIGHT, Draft.placePointer(place), what, path.radius(), remedy);
    }

    private void checkReach() {
        List<Link> roads = draft.links.stream().filter(link -> !link.ring()).toList();
        List<List<Integer>> onward = new ArrayList<>();
        List<List<Integer>> backward = new ArrayList<>();
        draft.links.forEach(link -> {
            onward.add(new ArrayList<>(4));
            backward.add(new ArrayList<>(4));
        });
        for (Movement m : draft.movements) {
            if (!m.isInner()) {
                onward.get(m.fromLink()).add(m.toLink());
                backward.get(m.toLink()).add(m.fromLink());
            }
        }
        List<Integer> entries = new ArrayList<>();
        BitSet isEntry = new BitSet();
        List<Integer> ends = new ArrayList<>();
        for (Link link : roads) {
            if (draft.roadsAt.get(link.from()).size() == 1
                    && backward.get(link.index()).isEmpty()) {
                entries.add(link.index());
                isEntry.set(link.index());
            }
            if (onward.get(link.index()).isEmpty()) {
                ends.add(link.index());
            }
        }
        BitSet fromEntries = reached(entries, onward);
        BitSet toEnds = reached(ends, backward);
        for (Link link : roads) {
            boolean isEnd = onward.get(link.index()).isEmpty();
            String pointer = draft.carriageway(link).pointer();
            if (isEnd && draft.roadsAt.get(link.to()).size() > 1) {
                draft.report(NetworkFault.NO_WAY_ON, pointer, link.id(), link.to());
            } else if (isEnd && !fromEntries.get(link.index()) && !entries.isEmpty()) {
                draft.report(NetworkFault.EXIT_UNREACHED, pointer, link.to(), link.id());
            } else if (isEntry.get(link.index()) && !toEnds.get(link.index())) {
                draft.report(NetworkFault.NO_WAY_OUT, pointer, link.from(), link.id());
            }
        }
    }

    private static BitSet reached(List<Integer> from, List<List<Integer>> steps) {
        BitSet reached = new BitSet();
        from.forEach(reached::set);
        ArrayDeque<Integer> open = new ArrayDeque<>(from);
        while (!open.isEmpty()) {
            for (int next : steps.get(open.remove())) {
                if (!reached.get(next)) {
                    reached.set(next);
                    open.add(next);
                }
            }
        }
        return reached;
    }

    private void checkParts() {
        Map<String, String> part = new LinkedHashMap<>();
        draft.roadsAt.keySet().forEach(place -> part.put(place, place));
        for (Link link : draft.links) {
            String a = root(part, link.from());
            String b = root(part, link.to());
            part.put(a, b);
        }
        Map<String, List<String>> parts = new LinkedHashMap<>();
        part.keySet()
                .forEach(place -> parts.computeIfAbsent(root(part, place), none -> new ArrayList<>())
                        .add(place));
        if (parts.size() > 1) {
            List<String> names = parts.values().stream()
                    .sorted((a, b) -> Integer.compare(a.size(), b.size()))
                    .map(places -> String.join(" ", places.subList(0, Math.min(4, places.size())))
                            + (places.size() > 4 ? " …" : ""))
                    .limit(4)
                    .toList();
            draft.report(NetworkFault.NETWORK_IN_PARTS, "/network/roads", parts.size(), String.join(" | ", names));
        }
    }

    private static String root(Map<String, String> part, String place) {
        String at = place;
        while (!part.get(at).equals(at)) {
            part.put(at, part.get(part.get(at))); // halve the way, so that long chains stay quick
            at = part.get(at);
        }
        return at;
    }

    private void checkLaneEnds() {
        for (Lane lane : draft.lanes) {
            if (lane.ends() && !lane.isLayby()) {
                Link link = draft.links.get(lane.link());
                double needs = CHANGE_TIME * link.speed();
                if (lane.end() - lane.start() < needs) {
                    draft.report(
                            NetworkFault.LANE_ENDS_SOON,
                            draft.carriageway(link).pointer(),
                            lane.number(),
                            link.id(),
                            lane.end() - lane.start(),
                            needs);
                }
                checkGate(lane, link);
            }
        }
    }

    /** Who sees that a lane ends keeps out of it, also where it has a gate and the others have queues. */
    private void checkGate(Lane lane, Link link) {
        for (Marking marking : draft.markings) {
            if (marking.kind() == Marking.Kind.GATE && marking.lane() == lane.index()) {
                draft.report(
                        NetworkFault.GATE_LANE_ENDS,
                        Fault.child("/network/gates", marking.id()),
                        lane.number(),
                        link.id(),
                        link.to());
            }
        }
    }

    /** Ways from one movement to the next that ask for more lane changes than a road has room for. */
    private void checkWeaving() {
        List<List<Movement>> into = new ArrayList<>();
        draft.links.forEach(link -> into.add(new ArrayList<>(4)));
        draft.movements.forEach(m -> into.get(m.toLink()).add(m));
        Set<String> said = new LinkedHashSet<>();
        for (Movement next : draft.movements) {
            if (next.isInner()) {
                continue;
            }
            Link link = draft.links.get(next.fromLink());
            for (Movement before : into.get(link.index())) {
                int changes = fewestChanges(before, next, link.index());
                double needs = changes * CHANGE_TIME * link.speed() / 2;
                if (changes > 0 && needs > link.length() && said.add(before.id() + " " + next.id())) {
                    draft.report(
                            NetworkFault.LITTLE_ROOM_TO_CHANGE,
                            draft.carriageway(link).pointer(),
                            before.id(),
                            next.id(),
                            changes,
                            changes == 1 ? "change" : "changes",
                            link.length(),
                            link.id());
                }
            }
        }
    }

    private static int fewestChanges(Movement before, Movement next, int link) {
        int fewest = Integer.MAX_VALUE;
        for (TurningPath a : before.paths()) {
            for (TurningPath b : next.paths()) {
                if (before.toLink() == link) {
                    fewest = Math.min(fewest, Math.abs(a.toLane() - b.fromLane()));
                }
            }
        }
        return before.onward().isEmpty() && fewest < Integer.MAX_VALUE ? fewest : 0;
    }

    private void checkSpeeds() {
        for (Movement m : draft.movements) {
            if (m.isInner() || m.turn() != Turn.THROUGH) {
                continue;
            }
            Link from = draft.links.get(m.fromLink());
            Link to = draft.links.get(m.toLink());
            boolean held = draft.place(m.place()).control() != Control.NONE;
            if (!held && from.lineSpeed() - to.speed() > SPEED_JUMP) {
                draft.report(
                        NetworkFault.LIMIT_FALLS,
                        Fault.child("/network/roads", to.road()) + "/speed",
                        from.lineSpeed() * 3.6,
                        to.speed() * 3.6,
                        m.place());
            }
        }
    }

    private void checkCrossings() {
        draft.input
                .places()
                .forEach((id, place) -> place.crossings().forEach((road, crossing) -> {
                    PlaceLayout layout = draft.layouts.get(id);
                    Double own = place.setback().get(road);
                    if (own != null && layout.ring() == null && own < layout.crossingAt(road) + crossing.width()) {
                        draft.report(
                                NetworkFault.STOP_LINE_ON_CROSSING,
                                Fault.child(Draft.placePointer(id) + "/setback", road),
                                own,
                                id,
                                road,
                                layout.crossingAt(road) + crossing.width());
                    }
                }));
        for (MarkedCrossing crossing : draft.crossings) {
            for (MarkedCrossing.Crossed crossed : crossing.crossed()) {
                for (Marking marking : draft.markings) {
                    boolean stands = marking.kind() == Marking.Kind.KERB_STOP || marking.kind() == Marking.Kind.PARKING;
                    if (stands
                            && marking.lane() == crossed.lane()
                            && marking.from() < crossed.to()
                            && marking.to() > crossed.from()) {
                        draft.report(NetworkFault.CROSSING_HIDDEN, "/network", crossing.id(), marking.id());
                    }
                }
            }
        }
    }
}
