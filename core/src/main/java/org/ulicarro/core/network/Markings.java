package org.ulicarro.core.network;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.study.Closure;
import org.ulicarro.core.study.Detector;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.LinkName;
import org.ulicarro.core.study.Stop;

/** Puts detectors, stops, gates, closures and the like on the lanes they lie on. */
final class Markings {

    private static final double GATE_LENGTH = 1;

    private final Draft draft;
    private final Map<String, Link> byId = new LinkedHashMap<>();

    private Markings(Draft draft) {
        this.draft = draft;
        draft.links.forEach(link -> byId.put(link.id(), link));
    }

    static void lay(Draft draft) {
        new Markings(draft).lay();
    }

    private void lay() {
        draft.input.detectors().forEach(this::detector);
        draft.input.stops().forEach((id, stop) -> {
            Marking.Kind kind = stop.kind() == Stop.Kind.KERB ? Marking.Kind.KERB_STOP : Marking.Kind.LAYBY;
            if (stop.lane() == null) {
                atKerb(kind, id, stop.road(), stop.at(), stop.length(), "/network/stops");
            } else {
                onLanes(kind, id, stop.road(), List.of(stop.lane()), stop.at(), stop.length(), "/network/stops");
            }
        });
        draft.input
                .parking()
                .forEach((id, parking) -> atKerb(
                        Marking.Kind.PARKING, id, parking.road(), parking.at(), parking.length(), "/network/parking"));
        draft.input
                .gates()
                .forEach((id, gate) -> onLanes(
                        Marking.Kind.GATE, id, gate.road(), gate.lanes(), gate.at(), GATE_LENGTH, "/network/gates"));
        draft.input.closures().forEach(this::closure);
        for (int i = 0; i < draft.carriageways.size(); i++) {
            stretches(draft.links.get(i), draft.carriageways.get(i));
        }
    }

    private void detector(String id, Detector detector) {
        Link link = byId.get(detector.road().toString());
        String pointer = Fault.child("/network/detectors", id);
        Lane lane = link == null ? null : lane(link, detector.lane(), pointer + "/lane");
        if (lane == null) {
            return;
        }
        double from = detector.at() != null
                ? detector.at()
                : link.length() - (detector.beforeEnd() == null ? 0 : detector.beforeEnd()) - detector.length();
        put(
                new Marking(Marking.Kind.DETECTOR, id, lane.index(), from, from + detector.length(), detector.only()),
                lane,
                pointer);
    }

    private void closure(String id, Closure closure) {
        onLanes(
                Marking.Kind.CLOSURE,
                id,
                closure.road(),
                closure.lanes(),
                closure.at(),
                closure.length(),
                "/network/closures");
    }

    private void atKerb(Marking.Kind kind, String id, LinkName road, double at, double length, String map) {
        Link link = byId.get(road.toString());
        if (link != null) {
            Carriageway c = draft.carriageway(link);
            int lane = c.leftOnes() + c.lanes.lanes() - 1; // beside it, whatever short lanes begin or end there
            Lane beside = draft.lanes.get(link.firstLane() + lane);
            put(new Marking(kind, id, beside.index(), at, at + length), beside, Fault.child(map, id));
        }
    }

    private void onLanes(
            Marking.Kind kind, String id, LinkName road, List<Integer> lanes, double at, double length, String map) {
        Link link = byId.get(road.toString());
        if (link == null) {
            return;
        }
        String pointer = Fault.child(map, id);
        for (Lane lane : draft.lanesOf(link)) {
            if (lanes.contains(lane.number()) || lanes.isEmpty() && at >= lane.start() && at <= lane.end()) {
                put(new Marking(kind, id, lane.index(), at, at + length), lane, pointer);
            }
        }
        for (int number : lanes) {
            lane(link, number, pointer + "/lanes");
        }
    }

    private Lane lane(Link link, int number, String pointer) {
        int fromInside = draft.hand.fromInside(number, link.lanes());
        if (fromInside < 0 || fromInside >= link.lanes()) {
            draft.report(NetworkFault.NO_SUCH_LANE, pointer, link.id(), number, link.lanes());
            return null;
        }
        return draft.lanes.get(link.firstLane() + fromInside);
    }

    private void put(Marking marking, Lane lane, String pointer) {
        if (marking.from() < lane.start() - 0.01 || marking.to() > lane.end() + 0.01) {
            Link link = draft.links.get(lane.link());
            draft.report(
                    NetworkFault.MARKING_OUTSIDE_LANE,
                    pointer,
                    marking.id(),
                    marking.from(),
                    marking.to(),
                    lane.number(),
                    link.id(),
                    lane.start(),
                    lane.end());
            return;
        }
        draft.markings.add(marking);
    }

    private void stretches(Link link, Carriageway c) {
        List<Direction.SpeedZone> zones = c.lanes.speedZones();
        for (int i = 0; i < zones.size(); i++) {
            Direction.SpeedZone zone = zones.get(i);
            String pointer = c.pointer() + "/speed-zones/" + i;
            if (zone.at() + zone.length() > link.length() + 0.01) {
                draft.report(NetworkFault.ZONE_BEYOND_ROAD, pointer, link.id(), link.length());
                continue;
            }
            for (Lane lane : draft.lanesOf(link)) {
                double from = Math.max(zone.at(), lane.start());
                double to = Math.min(zone.at() + zone.length(), lane.end());
                if (from < to) {
                    draft.markings.add(new Marking(Marking.Kind.SPEED_ZONE, String.valueOf(i), lane.index(), from, to));
                }
            }
        }
        for (int i = 0; i < c.lanes.noChanging().size(); i++) {
            noChanging(link, c, c.lanes.noChanging().get(i), i);
        }
    }

    /** Marks the lane whose right line, as the driver sees it, is unbroken. */
    private void noChanging(Link link, Carriageway c, Direction.NoChanging line, int number) {
        double to = link.length() - line.beforeEnd();
        double from = to - line.length();
        if (from < -0.01 || to > link.length()) {
            draft.report(
                    NetworkFault.STRETCH_OUTSIDE_ROAD,
                    c.pointer() + "/no-changing/" + number,
                    from,
                    to,
                    link.id(),
                    link.length());
            return;
        }
        for (Lane lane : draft.lanesOf(link)) {
            boolean meant = line.rightOf() == null ? lane.number() < link.lanes() : lane.number() == line.rightOf();
            double begins = Math.max(from, lane.start());
            double ends = Math.min(to, lane.end());
            if (meant && begins < ends) {
                draft.markings.add(
                        new Marking(Marking.Kind.NO_CHANGING, String.valueOf(number), lane.index(), begins, ends));
            }
        }
    }
}
