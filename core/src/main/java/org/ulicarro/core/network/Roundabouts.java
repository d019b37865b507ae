package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.study.Arrows;
import org.ulicarro.core.study.MovementInput;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.RoadClass;
import org.ulicarro.core.study.Turn;

/**
 * Makes roundabouts: a ring of short links, one from leg to leg, with the paths that enter it, stay on it and leave it. A movement
 * through the place is the path onto the ring and the movements on the ring that follow.
 */
final class Roundabouts {

    private final Draft draft;
    private final String id;
    private final Place place;
    private final RoundaboutShape ring;
    private final List<RoundaboutLeg> legs;
    private final int[] arcLanes; // leg -> lanes of the arc after it
    private final List<Link> arcs = new ArrayList<>(); // leg -> the arc after it
    private final int[] staying; // leg -> the movement past it on the ring
    private final int[] leaving; // leg -> the movement from the ring into it
    private final List<List<TurningPath>> near = new ArrayList<>(); // leg -> paths beside it
    private final List<Integer> here = new ArrayList<>();
    private final Priorities priorities;

    private Roundabouts(Draft draft, String id, Place place) {
        this.draft = draft;
        this.id = id;
        this.place = place;
        ring = draft.layouts.get(id).ring();
        legs = draft.ringLegs.get(id);
        arcLanes = arcLanes();
        staying = new int[legs.size()];
        leaving = new int[legs.size()];
        priorities = new Priorities(draft);
        legs.forEach(leg -> near.add(new ArrayList<>()));
    }

    /** Bends the lanes of all roads that lead to roundabouts towards their rings. */
    static void bend(Draft draft) {
        draft.layouts.forEach((id, layout) -> {
            if (layout.ring() != null) {
                draft.ringLegs.put(id, legs(draft, id));
                for (RoundaboutLeg leg : draft.ringLegs.get(id)) {
                    if (leg.in() != null) {
                        leg.in().bendEnd(leg.entries(), leg.bend());
                    }
                    if (leg.out() != null && !leg.exits().isEmpty()) {
                        leg.out().bendStart(leg.exits(), leg.bend());
                    }
                }
            }
        });
    }

    /** The legs, counter-clockwise; where they are so near to each other that no car could turn, turned away from each other. */
    private static List<RoundaboutLeg> legs(Draft draft, String id) {
        PlaceLayout layout = draft.layouts.get(id);
        List<Setbacks.Leg> all = layout.legs();
        List<RoundaboutLeg.Plan> plans = new ArrayList<>();
        for (int i : Setbacks.counterClockwise(all)) {
            plans.add(plan(draft, id, all.get(i)));
        }
        return LegFit.of(layout.ring(), plans);
    }

    private static RoundaboutLeg.Plan plan(Draft draft, String id, Setbacks.Leg leg) {
        PlaceLayout layout = draft.layouts.get(id);
        Carriageway in = null;
        Carriageway out = null;
        for (List<Carriageway> road : draft.roadsAt.get(id)) {
            for (Carriageway c : road) {
                in = c.roadId.equals(leg.road()) && c.to().equals(id) ? c : in;
                out = c.roadId.equals(leg.road()) && c.from().equals(id) ? c : out;
            }
        }
        if (in != null && out != null) {
            in.part(true);
            out.part(false);
        }
        int slips = in == null ? 0 : SlipLanes.count(draft, draft.place(id), in);
        return new RoundaboutLeg.Plan(
                leg.outward(),
                leg.left(),
                leg.right(),
                in,
                out,
                layout.lineOf(leg.road()),
                in == null ? 0 : in.count() - slips,
                layout.startOf(leg.road()) > layout.lineOf(leg.road()));
    }

    static void join(Draft draft, String id, Place place) {
        Roundabouts rings = new Roundabouts(draft, id, place);
        rings.checkGaps();
        rings.layArcs();
        rings.stayAndLeave();
        rings.enter();
        Overrides.priorities(draft, id, place, rings.here, rings.priorities);
        draft.meetings.put(id, new Meetings(rings.near, rings.priorities));
        draft.junctions.put(
                id,
                Junction.joined(
                        id,
                        place,
                        List.copyOf(rings.here),
                        List.of(),
                        new Roundabout(rings.ring.x(), rings.ring.y(), rings.ring.radius(), rings.ring.island()),
                        List.of(),
                        draft.closed.getOrDefault(id, Set.of())));
    }

    private RoundaboutLeg leg(int i) {
        return legs.get(Math.floorMod(i, legs.size()));
    }

    private void checkGaps() {
        for (int i = 0; i < legs.size() && legs.size() > 1; i++) {
            double gap = angle(leg(i).bearing(), leg(i + 1).bearing());
            if (LegFit.overlap(leg(i).plan(), leg(i + 1).plan(), gap)) {
                draft.report(
                        NetworkFault.LEGS_MEET_AT_RING,
                        Draft.placePointer(id),
                        leg(i).road(),
                        leg(i + 1).road(),
                        StrictMath.toDegrees(gap));
            }
        }
    }

    private static double angle(double from, double to) {
        double angle = to - from;
        return angle <= 0 ? angle + 2 * StrictMath.PI : angle;
    }

    private int[] arcLanes() {
        int usual = place.lanes() == null ? 1 : place.lanes();
        int[] lanes = new int[legs.size()];
        List<String> arcsHere = new ArrayList<>();
        for (int i = 0; i < legs.size(); i++) {
            String arc = leg(i).road() + ">" + leg(i + 1).road();
            arcsHere.add(arc);
            lanes[i] = Math.max(1, Math.min(ring.lanes(), place.ring().getOrDefault(arc, usual)));
        }
        for (String arc : place.ring().keySet()) {
            if (!arcsHere.contains(arc)) {
                draft.report(
                        NetworkFault.NO_SUCH_ARC,
                        Fault.child(Draft.placePointer(id) + "/ring", arc),
                        arc,
                        String.join(", ", arcsHere));
            }
        }
        return lanes;
    }

    private void layArcs() {
        for (int i = 0; i < legs.size(); i++) {
            double from = leg(i).joins();
            double to = from + angle(from, leg(i + 1).leaves());
            double speed = TurnSpeed.onRadius(ring.lane(arcLanes[i] - 1));
            double length = ring.arc(arcLanes[i] - 1, from, to).line().length();
            Link arc = new Link(
                    draft.links.size(),
                    id + ": " + leg(i).road() + ">" + leg(i + 1).road(),
                    id,
                    true,
                    true,
                    id,
                    id,
                    "",
                    RoadClass.URBAN,
                    false,
                    speed,
                    speed,
                    0,
                    length,
                    length / speed,
                    draft.lanes.size(),
                    arcLanes[i]);
            draft.links.add(arc);
            draft.exits.add(List.of());
            arcs.add(arc);
            for (int lane = 0; lane < arcLanes[i]; lane++) {
                Polyline line = ring.arc(lane, from, to).line();
                draft.lanes.add(new Lane(
                        draft.lanes.size(),
                        arc.index(),
                        draft.hand.number(lane, arcLanes[i]),
                        0,
                        line.length(),
                        false,
                        0,
                        TurnSpeed.onRadius(ring.lane(lane)),
                        ring.laneWidth(),
                        null,
                        line));
            }
        }
    }

    private Link arcBefore(int leg) {
        return arcs.get(Math.floorMod(leg - 1, legs.size()));
    }

    private void stayAndLeave() {
        for (int i = 0; i < legs.size(); i++) {
            staying[i] = addInner(arcBefore(i), arcs.get(i), leg(i).road() + " past");
            List<TurningPath> past = new ArrayList<>();
            int both = Math.min(arcBefore(i).lanes(), arcLanes[i]);
            double from = leg(i).leaves();
            double to = from + angle(from, leg(i).joins());
            for (int lane = 0; lane < both; lane++) {
                past.add(draft.path(
                        staying[i],
                        draft.lanes.get(arcBefore(i).firstLane() + lane),
                        draft.lanes.get(arcs.get(i).firstLane() + lane),
                        ring.arc(lane, from, to),
                        TurnSpeed.onRadius(ring.lane(lane))));
            }
            finish(staying[i], past, i);
            leaving[i] = -1;
            if (leg(i).out() != null) {
                leave(i);
            }
        }
    }

    private void leave(int i) {
        Link out = link(leg(i).out());
        leaving[i] = addInner(arcBefore(i), out, leg(i).road() + " out");
        List<TurningPath> off = new ArrayList<>();
        int lanes = exitLanes(i);
        int onRing = arcBefore(i).lanes();
        for (int lane = 0; lane < onRing; lane++) {
            Lane from = draft.lanes.get(arcBefore(i).firstLane() + lane);
            Lane to = draft.lanes.get(
                    out.firstLane() + leg(i).out().firstFromStart() + Math.max(0, lanes - (onRing - lane)));
            PathShape shape = PathShape.between(from.at(from.end()), to.at(to.start()));
            off.add(draft.path(
                    leaving[i], from, to, shape, Overrides.speed(null, TurnSpeed.onRadius(shape.radius()), from, to)));
        }
        finish(leaving[i], off, i);
    }

    /** Lanes of a leg that lead away, those that a slip lane has for itself left out. */
    private int exitLanes(int i) {
        Carriageway out = leg(i).out();
        int lanes = out.lanesFromStart();
        for (Link in : draft.arriving(id)) {
            for (Exits.Exit exit : draft.exits.get(in.index())) {
                Place.Bypass kind = SlipLanes.kind(draft, place, draft.carriageway(in), exit);
                lanes -= exit.to() == out && kind == Place.Bypass.FREE ? 1 : 0;
            }
        }
        return Math.max(1, lanes);
    }

    private Link link(Carriageway c) {
        return draft.links.get(draft.carriageways.indexOf(c));
    }

    private int addInner(Link from, Link to, String what) {
        int index = draft.movements.size();
        priorities.rank(index, Priorities.ON_RING);
        draft.movements.add(new Movement(
                index,
                id,
                id + ": " + what,
                "",
                "",
                Turn.THROUGH,
                EntryRule.RING,
                from.index(),
                to.index(),
                List.of(),
                List.of(),
                false));
        return index;
    }

    private void finish(int movement, List<TurningPath> paths, int leg) {
        Movement m = draft.movements.get(movement);
        draft.movements.set(
                movement,
                new Movement(
                        m.index(),
                        m.place(),
                        m.id(),
                        m.name(),
                        m.approach(),
                        m.turn(),
                        m.rule(),
                        m.fromLink(),
                        m.toLink(),
                        List.copyOf(paths),
                        m.onward(),
                        m.bypass()));
        near.get(leg).addAll(paths);
    }

    private void enter() {
        Map<Carriageway, Integer> legOf = new LinkedHashMap<>();
        for (int i = 0; i < legs.size(); i++) {
            legOf.put(leg(i).in(), i);
        }
        for (Link in : draft.arriving(id)) {
            int i = legOf.get(draft.carriageway(in));
            boolean[][] kept = new boolean[in.lanes()][Turn.values().length];
            for (Exits.Exit exit : draft.exits.get(in.index())) {
                enter(i, in, exit, kept);
            }
            paintWhatLeads(in, kept);
        }
    }

    private void enter(int i, Link in, Exits.Exit exit, boolean[][] kept) {
        int to = 0;
        while (legs.get(to).out() != exit.to()) {
            to++;
        }
        String name = in.road() + ">" + leg(to).road();
        MovementInput own = Exits.own(draft, place.movements(), name, in.approach(), exit.turn());
        Place.Bypass bypass = SlipLanes.kind(draft, place, draft.carriageway(in), exit);
        int index = draft.movements.size();
        List<TurningPath> paths = new ArrayList<>();
        for (int lane = 0; lane < in.lanes(); lane++) {
            Lane from = draft.lanes.get(in.firstLane() + lane);
            boolean outer = lane == in.lanes() - 1;
            if (from.arrows() == null || !from.arrows().allow(exit.turn()) || bypass != null && !outer) {
                continue;
            }
            boolean beside = SlipLanes.count(draft, place, draft.carriageway(in)) > 0 && outer;
            Lane target = bypass != null ? outermost(link(exit.to())) : beside ? null : onto(i, lane, in, to);
            if (target == null) {
                continue;
            }
            kept[lane][exit.turn().ordinal()] = true;
            PathShape shape = PathShape.between(from.at(from.end()), target.at(target.start()));
            paths.add(draft.path(
                    index,
                    from,
                    target,
                    shape,
                    Overrides.speed(own, TurnSpeed.onRadius(shape.radius()), from, target)));
        }
        if (paths.isEmpty()) {
            return;
        }
        draft.movements.add(new Movement(
                index,
                id,
                name,
                in.approach() + draft.hand.turn(exit.turn()).letter(),
                in.approach(),
                draft.hand.turn(exit.turn()),
                bypass == Place.Bypass.FREE ? EntryRule.FREE : EntryRule.YIELD,
                in.index(),
                link(exit.to()).index(),
                List.copyOf(paths),
                bypass != null ? List.of() : onward(i, to),
                bypass != null));
        priorities.rank(index, bypass != null ? Priorities.BESIDE : Priorities.ENTERING);
        here.add(index);
        near.get(i).addAll(paths);
        if (bypass != null && to != i) {
            near.get(to).addAll(paths);
        }
    }

    private Lane outermost(Link link) {
        int lane = link.firstLane() + link.lanes() - 1;
        while (draft.lanes.get(lane).start() > 0) {
            lane--; // a bay that begins further on
        }
        return draft.lanes.get(lane);
    }

    /** The lane of the ring that a lane leads onto, or null when that one does not go as far as the exit. */
    private Lane onto(int i, int lane, Link in, int to) {
        int entries = in.lanes() - SlipLanes.count(draft, place, draft.carriageway(in));
        int onRing = Math.max(0, arcLanes[i] - (entries - lane));
        for (int at = i + 1; Math.floorMod(at, legs.size()) != to; at++) {
            if (onRing >= arcLanes[Math.floorMod(at, legs.size())]) {
                return null;
            }
        }
        return draft.lanes.get(arcs.get(i).firstLane() + onRing);
    }

    private List<Integer> onward(int i, int to) {
        List<Integer> onward = new ArrayList<>();
        int at = Math.floorMod(i + 1, legs.size());
        while (at != to) {
            onward.add(staying[at]);
            at = Math.floorMod(at + 1, legs.size());
        }
        onward.add(leaving[to]);
        return List.copyOf(onward);
    }

    /** Takes arrows off lanes from which the ring does not lead there; where somebody wrote them, that is an error. */
    private void paintWhatLeads(Link in, boolean[][] kept) {
        Carriageway c = draft.carriageway(in);
        for (int lane = 0; lane < in.lanes(); lane++) {
            Lane old = draft.lanes.get(in.firstLane() + lane);
            if (old.arrows() == null) {
                continue;
            }
            Arrows leads = new Arrows(
                    kept[lane][Turn.UTURN.ordinal()],
                    kept[lane][Turn.LEFT.ordinal()],
                    kept[lane][Turn.THROUGH.ordinal()],
                    kept[lane][Turn.RIGHT.ordinal()]);
            if (!c.lanes.turns().isEmpty() && !leads.equals(old.arrows())) {
                draft.report(
                        NetworkFault.ARROWS_AROUND_RING,
                        c.pointer() + "/turns",
                        old.number(),
                        in.id(),
                        draft.hand.arrows(old.arrows()),
                        id,
                        leads.toString().isEmpty() ? "nowhere" : draft.hand.arrows(leads) + " only");
            }
            draft.lanes.set(old.index(), old.painted(leads));
        }
    }
}
