package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.ulicarro.core.study.Arrows;
import org.ulicarro.core.study.MovementInput;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Place.Control;
import org.ulicarro.core.study.Turn;

/** Joins the links at one place by movements and turning paths. Roundabouts are made by {@link Roundabouts}. */
final class Joiner {

    private final Draft draft;
    private final String id;
    private final Place place;
    private final List<String> minor;
    private final List<Integer> here = new ArrayList<>();
    private final List<TurningPath> paths = new ArrayList<>();
    private final Priorities priorities;

    private Joiner(Draft draft, String id, Place place) {
        this.draft = draft;
        this.id = id;
        this.place = place;
        minor = MinorLegs.of(draft, id, place);
        priorities = new Priorities(draft);
    }

    static void join(Draft draft, String id, Place place) {
        Joiner joiner = new Joiner(draft, id, place);
        for (Link in : draft.arriving(id)) {
            for (Exits.Exit exit : draft.exits.get(in.index())) {
                joiner.addMovement(in, exit);
            }
            joiner.dropLanes(in);
        }
        Overrides.priorities(draft, id, place, joiner.here, joiner.priorities);
        draft.meetings.put(id, new Meetings(List.of(joiner.paths), joiner.priorities));
        draft.junctions.put(
                id,
                Junction.joined(
                        id,
                        place,
                        List.copyOf(joiner.here),
                        draft.layouts.get(id).outline(),
                        null,
                        joiner.minor,
                        draft.closed.getOrDefault(id, Set.of())));
    }

    private void addMovement(Link in, Exits.Exit exit) {
        Carriageway from = draft.carriageway(in);
        Link out = draft.leaving(id).stream()
                .filter(l -> draft.carriageway(l) == exit.to())
                .findFirst()
                .orElseThrow();
        String name = in.road() + ">" + out.road();
        MovementInput own = Exits.own(draft, place.movements(), name, in.approach(), exit.turn());
        Place.Bypass bypass = SlipLanes.kind(draft, place, from, exit);
        List<Lane> lanes = lanesFor(in, out, exit.turn(), bypass != null);
        List<Lane> targets = targets(in, out);
        if (lanes.isEmpty() || targets.isEmpty()) {
            return;
        }
        int index = draft.movements.size();
        // one road becomes another one: its lanes end where that has fewer; who comes the other way is not in the way
        boolean dropping = place.control() == Control.NONE
                && draft.arriving(id).stream().allMatch(l -> l == in || l.road().equals(out.road()));
        List<TurningPath> drawn = new ArrayList<>();
        Turn filling = exit.turn() == Turn.THROUGH ? beside(in, exit) : exit.turn();
        for (LaneMatching.Pair pair : pairs(own, in, out, filling, lanes, targets, dropping)) {
            drawn.add(path(index, draft.lanes.get(pair.from()), draft.lanes.get(pair.to()), own));
        }
        if (drawn.isEmpty()) {
            return;
        }
        boolean isMinor = minor.contains(in.road());
        draft.movements.add(new Movement(
                index,
                id,
                name,
                in.approach() + draft.hand.turn(exit.turn()).letter(),
                in.approach(),
                draft.hand.turn(exit.turn()),
                rule(isMinor, bypass),
                in.index(),
                out.index(),
                List.copyOf(drawn),
                List.of(),
                bypass != null));
        boolean yieldsBeside = bypass == Place.Bypass.YIELD;
        int rank = place.control() == Control.NONE && draft.joined.containsKey(in.id())
                ? 3
                : Priorities.rankOf(
                        minor.isEmpty() ? place.control() : Place.Control.STOP, exit.turn(), isMinor, yieldsBeside);
        priorities.rank(index, rank);
        here.add(index);
        paths.addAll(drawn);
    }

    /**
     * How a way straight on fills the lanes of a road: where several roads lead on into it, the one from the left from the left and the one
     * from the right from the right, so that they come to lie side by side and do not cross; alone, where the road is straightest.
     */
    private Turn beside(Link in, Exits.Exit exit) {
        boolean leftmost = true;
        boolean rightmost = true;
        for (Link other : draft.joined.containsKey(in.id()) ? List.<Link>of() : draft.arriving(id)) {
            boolean itself =
                    other == in || draft.joined.containsKey(other.id()); // ramps have lanes of their own to come in by
            for (Exits.Exit e : itself ? List.<Exits.Exit>of() : draft.exits.get(other.index())) {
                if (e.to() == exit.to() && e.turn() == Turn.THROUGH) {
                    leftmost &= e.angle() < exit.angle(); // who turns to the left comes from there
                    rightmost &= e.angle() > exit.angle();
                }
            }
        }
        return leftmost == rightmost ? Turn.THROUGH : leftmost ? Turn.LEFT : Turn.RIGHT;
    }

    private EntryRule rule(boolean isMinor, Place.Bypass bypass) {
        if (bypass != null) {
            return bypass == Place.Bypass.YIELD ? EntryRule.YIELD : EntryRule.FREE;
        }
        return switch (place.control()) {
            case SIGNAL -> isMinor ? EntryRule.STOP : EntryRule.SIGNAL;
            case STOP -> isMinor ? EntryRule.STOP : EntryRule.FREE;
            case YIELD -> isMinor ? EntryRule.YIELD : EntryRule.FREE;
            case ALL_STOP -> EntryRule.ALL_STOP;
            case NONE, ROUNDABOUT -> EntryRule.FREE;
        };
    }

    /** Lanes of a link with the arrow, from the inside. A slip lane serves its turn alone, a bay before a ramp the ramp alone. */
    private List<Lane> lanesFor(Link in, Link out, Turn turn, boolean bypass) {
        Carriageway c = draft.carriageway(in);
        List<Lane> all = draft.lanesOf(in);
        boolean toRamp = in.id().equals(draft.left.get(out.id()));
        boolean beforeRamp = draft.left.containsValue(in.id());
        List<Lane> lanes = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            Arrows arrows = all.get(i).arrows();
            boolean outer = i == all.size() - 1;
            boolean fits = arrows != null && arrows.allow(turn);
            fits &= !bypass || outer;
            fits &= !beforeRamp || toRamp == c.isBay(i) || !c.isBay(i) && !toRamp;
            if (fits) {
                lanes.add(all.get(i));
            }
        }
        return lanes;
    }

    /** Lanes of a link that a movement may enter; the one that begins for a ramp is the ramp's alone. */
    private List<Lane> targets(Link in, Link out) {
        Carriageway c = draft.carriageway(out);
        List<Lane> all = draft.lanesOf(out);
        boolean fromRamp = out.id().equals(draft.joined.get(in.id()));
        boolean forRamp = draft.joined.containsValue(out.id());
        List<Lane> lanes = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            boolean fits = !c.isBay(i);
            fits &= !forRamp || fromRamp == c.endsOnTheWay(i);
            if (fits) {
                lanes.add(all.get(i));
            }
        }
        return lanes;
    }

    private List<LaneMatching.Pair> pairs(
            MovementInput own, Link in, Link out, Turn turn, List<Lane> from, List<Lane> to, boolean dropping) {
        if (own == null || own.lanes().isEmpty()) {
            return matched(in, out, turn, from, to, dropping);
        }
        List<LaneMatching.Pair> pairs = new ArrayList<>();
        own.lanes().forEach((number, target) -> {
            int a = draft.hand.fromInside(Integer.parseInt(number), in.lanes());
            int b = draft.hand.fromInside(target, out.lanes());
            if (a < 0 || a >= in.lanes() || b < 0 || b >= out.lanes()) {
                draft.report(
                        NetworkFault.LANE_PAIR_UNKNOWN,
                        Overrides.pointer(id) + "/" + in.road() + ">" + out.road() + "/lanes",
                        number,
                        target,
                        in.id(),
                        in.lanes(),
                        out.id(),
                        out.lanes());
            } else {
                pairs.add(new LaneMatching.Pair(in.firstLane() + a, out.firstLane() + b));
            }
        });
        return pairs;
    }

    /** Lanes kept for buses and trams lead to such, and those of all others to those of all others, where there are both and none has to cross another one. */
    private List<LaneMatching.Pair> matched(
            Link in, Link out, Turn turn, List<Lane> from, List<Lane> to, boolean dropping) {
        List<LaneMatching.Pair> apart = new ArrayList<>();
        for (boolean kept : new boolean[] {false, true}) {
            List<Lane> some = some(in, from, kept);
            List<Lane> into = some(out, to, kept);
            if (into.isEmpty()) {
                return LaneMatching.pairs(turn, from, to, dropping);
            }
            if (!some.isEmpty()) {
                apart.addAll(LaneMatching.pairs(turn, some, into, dropping));
            }
        }
        apart.sort(Comparator.comparingInt(LaneMatching.Pair::from));
        for (int i = 1; i < apart.size(); i++) {
            if (apart.get(i).to() < apart.get(i - 1).to()) {
                return LaneMatching.pairs(turn, from, to, dropping);
            }
        }
        return apart;
    }

    private List<Lane> some(Link link, List<Lane> lanes, boolean kept) {
        return lanes.stream()
                .filter(lane -> KeptLanes.isAllDay(draft.carriageway(link).lanes, lane.number()) == kept)
                .toList();
    }

    private TurningPath path(int movement, Lane from, Lane to, MovementInput own) {
        PathShape shape = PathShape.between(from.at(from.end()), to.at(to.start()));
        return draft.path(movement, from, to, shape, Overrides.speed(own, speed(shape.radius(), from, to), from, to));
    }

    /** Lanes for which the road beyond has no room end here; those in them have to change before. */
    private void dropLanes(Link in) {
        if (draft.exits.get(in.index()).stream().allMatch(e -> e.turn() == Turn.UTURN)) {
            return; // the end of a road: whoever gets there leaves
        }
        Set<Integer> used = new LinkedHashSet<>();
        paths.forEach(path -> used.add(path.fromLane()));
        for (Lane lane : List.copyOf(draft.lanesOf(in))) {
            boolean arrowLeads = lane.arrows() != null && !used.contains(lane.index());
            if (arrowLeads
                    && place.control() == Control.NONE
                    && draft.arriving(id).size() == 1) {
                draft.lanes.set(lane.index(), lane.thatEnds());
            }
        }
    }

    private double speed(double radius, Lane from, Lane to) {
        Pose in = from.line().at(from.line().length());
        Pose out = to.line().at(0);
        double cosine = in.dx() * out.dx() + in.dy() * out.dy();
        if (place.control() != Control.NONE) {
            return TurnSpeed.onRadius(TurnSpeed.driven(radius, cosine));
        }
        double straight = Math.min(from.end() - from.start(), to.end() - to.start()) / 2;
        return TurnSpeed.inBend(radius, StrictMath.acos(Math.max(-1, Math.min(1, cosine))), straight);
    }
}
