package org.ulicarro.core.study;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.study.Place.Control;

/** What must hold between the values of a network: references, ranges, and keys that belong to one kind of place only. */
final class NetworkRules {

    private static final int MOST_LANES = 8;
    private static final int MOST_LEGS = 6;
    private static final double FURTHEST = 1e7; // m

    private final Study study;
    private final NetworkInput network;
    private final List<Fault> faults;
    private final Map<String, List<String>> roadsAt = new LinkedHashMap<>();

    NetworkRules(Study study, List<Fault> faults) {
        this.study = study;
        this.faults = faults;
        network = study.network();
    }

    void check() {
        if (network.roads().isEmpty()) {
            report(StudyFault.NO_NETWORK, "/network");
        }
        network.roads()
                .forEach((id, road) -> new java.util.LinkedHashSet<>(road.between())
                        .forEach(place -> roadsAt.computeIfAbsent(place, none -> new ArrayList<>())
                                .add(id)));
        network.roads().forEach(this::checkRoad);
        network.places().forEach(this::checkPlace);
        checkSamePoints();
        network.corridors().forEach(this::checkCorridor);
        network.detectors().forEach((id, d) -> {
            String pointer = child("detectors", id);
            checkLink(pointer, d.road());
            checkLength(pointer, d.length(), 0.5, 200);
            if (d.at() != null && d.beforeEnd() != null) {
                report(StudyFault.TWO_POSITIONS, pointer, id);
            }
        });
        network.stops().forEach((id, s) -> {
            checkLink(child("stops", id), s.road());
            checkLength(child("stops", id), s.length(), 5, 300);
            if (s.lane() != null && s.kind() == Stop.Kind.LAYBY) {
                report(StudyFault.LAYBY_LANE, child("stops", id) + "/lane");
            }
        });
        network.gates().forEach((id, g) -> checkLink(child("gates", id), g.road()));
        network.bans().forEach((id, ban) -> {
            String pointer = child("bans", id);
            boolean turn = ban.at() != null && ban.turn() != null;
            if (turn == (ban.road() != null) || (ban.at() == null) != (ban.turn() == null)) {
                faults.add(StudyFault.BAN_FORM.at(pointer));
            } else if (ban.road() != null) {
                checkLink(pointer, ban.road());
            } else if (!network.places().containsKey(ban.at())) {
                faults.add(Fault.unknown(
                        pointer + "/at", "place", ban.at(), network.places().keySet()));
            }
            checkTimes(pointer, ban.from(), ban.to());
        });
        network.tolls().forEach((id, toll) -> {
            String pointer = child("tolls", id);
            checkLink(pointer, toll.road());
            checkTimes(pointer, toll.from(), toll.to());
            if (!(toll.amount() >= 0) || toll.types().values().stream().anyMatch(t -> !(t >= 0))) {
                faults.add(StudyFault.TOLL_BELOW_NOTHING.at(pointer));
            }
        });
        network.closures().forEach((id, c) -> {
            checkLink(child("closures", id), c.road());
            checkLength(child("closures", id), c.length(), 1, 100_000);
            checkTimes(child("closures", id), c.from(), c.to());
        });
        network.parking().forEach((id, p) -> checkLink(child("parking", id), p.road()));
        network.crossings().forEach((id, c) -> {
            if (!network.roads().containsKey(c.road())) {
                report(
                        StudyFault.CROSSING_OF_NO_ROAD,
                        child("crossings", id) + "/road",
                        c.road(),
                        nearestRoad(c.road()));
            }
            checkLength(child("crossings", id), c.width(), 1, 20);
        });
        checkOrigin();
    }

    private void checkRoad(String id, Road road) {
        String pointer = child("roads", id);
        for (int end = 0; end < 2; end++) {
            String place = road.between().get(end);
            if (!network.places().containsKey(place)) {
                report(
                        StudyFault.ROAD_END_UNKNOWN,
                        pointer + "/between/" + end,
                        id,
                        end == 0 ? "starts" : "ends",
                        place,
                        Names.suggestion(place, network.places().keySet()));
            }
        }
        if (road.from().equals(road.to())) {
            report(StudyFault.ROAD_TO_ITSELF, pointer + "/between", id, road.from());
        } else if (hasNoLength(road)) {
            report(StudyFault.ROAD_WITHOUT_LENGTH, pointer + "/between", id);
        }
        if (road.ahead() == null && road.back() == null) {
            report(StudyFault.ROAD_WITHOUT_LANES, pointer, id);
        }
        if (!(road.speed() >= 1 && road.speed() <= 70)) {
            report(StudyFault.SPEED_LIMIT, pointer + "/speed");
        }
        if (!(Math.abs(road.grade()) <= 0.25)) {
            report(StudyFault.GRADE, pointer + "/grade");
        }
        if (!(road.median() >= 0 && road.median() <= 100)) {
            report(StudyFault.MEDIAN, pointer + "/median");
        }
        for (int i = 0; i < road.via().size(); i++) {
            checkPoint(pointer + "/via/" + i, road.via().get(i));
        }
        road.meetsAt().forEach((place, at) -> checkPoint(Fault.child(pointer + "/meets-at", place), at));
        for (String place : road.meetsAt().keySet()) {
            if (!road.between().contains(place)) {
                report(
                        StudyFault.MEETS_ELSEWHERE,
                        Fault.child(pointer + "/meets-at", place),
                        id,
                        place,
                        String.join(" and ", road.between()));
            }
        }
        checkDirection(pointer + "/ahead", road.ahead());
        checkDirection(pointer + "/back", road.back());
    }

    private void checkPoint(String pointer, Point at) {
        if (!(Math.abs(at.x()) <= FURTHEST && Math.abs(at.y()) <= FURTHEST)) {
            report(StudyFault.OFF_THE_PLAN, pointer);
        }
    }

    private boolean hasNoLength(Road road) {
        Set<Point> points = new LinkedHashSet<>(road.via());
        for (String id : road.between()) {
            Place place = network.places().get(id);
            Point own = road.meetsAt().get(id);
            if (place == null) {
                return false;
            }
            points.add(own == null ? place.at() : own);
        }
        Point first = points.iterator().next();
        return points.stream()
                .allMatch(p -> Math.abs(p.x() - first.x()) < 0.001 && Math.abs(p.y() - first.y()) < 0.001);
    }

    private void checkDirection(String pointer, Direction d) {
        if (d == null) {
            return;
        }
        if (d.lanes() < 1 || d.allLanes() > MOST_LANES) {
            report(StudyFault.LANE_COUNT, pointer + "/lanes", MOST_LANES);
        }
        checkLength(pointer + "/width", d.width(), 2, 6);
        d.widths().forEach((lane, width) -> {
            checkLane(pointer + "/widths", lane, d);
            checkLength(Fault.child(pointer + "/widths", lane), width, 1, 8);
        });
        d.laneUse().forEach((lane, use) -> {
            String here = Fault.child(pointer + "/lane-use", lane);
            checkLane(pointer + "/lane-use", lane, d);
            checkTimes(here, use.from(), use.to());
            if (use.only().isEmpty()) {
                report(StudyFault.LANE_FOR_NOBODY, here + "/only", lane);
            }
        });
        checkShort(pointer, "bays", d.bays());
        checkShort(pointer, "ends", d.ends());
        for (String side : List.of("left", "right")) {
            boolean left = side.equals("left");
            boolean bay = !(left ? d.bays().left() : d.bays().right()).isEmpty();
            boolean end = !(left ? d.ends().left() : d.ends().right()).isEmpty();
            if (bay && end) {
                report(StudyFault.ENDS_AND_BAY, pointer + "/ends/" + side, side);
            }
        }
        int turns = d.turns().size();
        if (turns > 0 && turns != d.lanesAtEnd()) {
            report(StudyFault.ARROW_COUNT, pointer + "/turns", turns, d.lanesAtEnd());
        }
        checkRamp(pointer + "/joins", d.joins());
        checkRamp(pointer + "/leaves", d.leaves());
        for (int i = 0; i < d.noChanging().size(); i++) {
            Direction.NoChanging n = d.noChanging().get(i);
            if (n.rightOf() != null && (n.rightOf() < 1 || n.rightOf() >= d.allLanes())) {
                report(
                        StudyFault.NO_LANE_RIGHT,
                        pointer + "/no-changing/" + i + "/right-of",
                        n.rightOf(),
                        d.allLanes());
            }
            checkLength(pointer + "/no-changing/" + i + "/length", n.length(), 1, 100_000);
        }
        for (int i = 0; i < d.speedZones().size(); i++) {
            double speed = d.speedZones().get(i).speed();
            checkLength(
                    pointer + "/speed-zones/" + i + "/length",
                    d.speedZones().get(i).length(),
                    1,
                    100_000);
            if (!(speed >= 1 && speed <= 70)) {
                report(StudyFault.SPEED_LIMIT, pointer + "/speed-zones/" + i + "/speed");
            }
        }
    }

    private void checkLane(String pointer, String lane, Direction d) {
        if (Integer.parseInt(lane) > d.allLanes()) {
            report(StudyFault.LANE_UNKNOWN, Fault.child(pointer, lane), lane, d.allLanes());
        }
    }

    private void checkShort(String pointer, String key, Direction.Bays bays) {
        for (String side : List.of("left", "right")) {
            List<Direction.Bay> ones = side.equals("left") ? bays.left() : bays.right();
            for (int i = 0; i < ones.size(); i++) {
                if (!(ones.get(i).fullWidth() >= 5) || !(ones.get(i).taper() >= 1)) {
                    report(StudyFault.BAY_TOO_SHORT, pointer + "/" + key + "/" + side + "/" + i);
                }
            }
        }
    }

    private void checkRamp(String pointer, Direction.Ramp ramp) {
        if (ramp != null && (!(ramp.parallel() >= 20) || !(ramp.taper() >= 5))) {
            report(StudyFault.RAMP_TOO_SHORT, pointer);
        }
    }

    private void checkPlace(String id, Place place) {
        String pointer = child("places", id);
        List<String> roads = roadsAt.getOrDefault(id, List.of());
        checkPoint(pointer + "/at", place.at());
        if (roads.isEmpty()) {
            report(StudyFault.PLACE_UNREACHED, pointer, id);
        }
        if (roads.size() > MOST_LEGS) {
            report(StudyFault.TOO_MANY_LEGS, pointer, roads.size(), id, MOST_LEGS);
        }
        if (place.control() == Control.SIGNAL && !study.signals().containsKey(id)) {
            report(StudyFault.SIGNAL_WITHOUT_CONTROL, pointer + "/control", id);
        }
        checkRoads(id, pointer + "/legs", List.copyOf(place.legs().keySet()), roads, true);
        checkRoads(id, pointer + "/crossings", List.copyOf(place.crossings().keySet()), roads, true);
        checkRoads(id, pointer + "/setback", List.copyOf(place.setback().keySet()), roads, true);
        checkRoads(id, pointer + "/minor", place.minor(), roads, false);
        boolean byLeg = place.control() == Control.STOP
                || place.control() == Control.YIELD
                || place.control() == Control.SIGNAL; // the rest has the signal then
        if (!place.minor().isEmpty() && !byLeg) {
            report(StudyFault.MINOR_WITHOUT_SIGN, pointer + "/minor", id, Written.of(place.control()));
        }
        boolean round = place.control() == Control.ROUNDABOUT;
        notFor(round, pointer, "outer-diameter", place.outerDiameter() != null, id);
        notFor(round, pointer, "lanes", place.lanes() != null, id);
        notFor(round, pointer, "ring", !place.ring().isEmpty(), id);
        if (place.cornerRadius() != null && !(place.cornerRadius() >= 0 && place.cornerRadius() <= 100)) {
            report(StudyFault.CORNER_RADIUS, pointer + "/corner-radius");
        }
        place.setback().forEach((road, metres) -> {
            if (!(metres >= 0 && metres <= 200)) {
                report(StudyFault.SETBACK, Fault.child(pointer + "/setback", road));
            }
        });
        place.crossings()
                .forEach((road, c) -> checkLength(Fault.child(pointer + "/crossings", road), c.width(), 1, 20));
        place.ring().forEach((arc, lanes) -> {
            if (lanes < 1 || lanes > 3) {
                report(StudyFault.RING_LANES, Fault.child(pointer + "/ring", arc));
            }
        });
        place.movements().forEach((movement, own) -> {
            String here = Fault.child(pointer + "/movements", movement);
            if (own.radius() != null && !(own.radius() >= 3 && own.radius() <= 1000)) {
                report(StudyFault.RADIUS, here + "/radius");
            }
            if (own.speed() != null && !(own.speed() >= 1 && own.speed() <= 70)) {
                report(StudyFault.SPEED, here + "/speed");
            }
            if (own.timeGap() != null && !(own.timeGap() >= 0.3 && own.timeGap() <= 3)) {
                report(StudyFault.TIME_GAP, here + "/time-gap");
            }
        });
        place.saturation().forEach((movement, flow) -> {
            if (!(flow * 3600 >= 300 && flow * 3600 <= 12_000)) {
                report(StudyFault.SATURATION, Fault.child(pointer + "/saturation", movement));
            }
        });
    }

    private void notFor(boolean round, String pointer, String key, boolean given, String id) {
        if (given && !round) {
            report(StudyFault.ONLY_ROUNDABOUTS, pointer + "/" + key, key, id);
        }
    }

    private void checkRoads(String id, String pointer, List<String> named, List<String> known, boolean map) {
        for (int i = 0; i < named.size(); i++) {
            String name = named.get(i);
            Road road = network.roads().get(name);
            if (road != null && !network.places().keySet().containsAll(road.between())) {
                continue; // said at the road: it ends nowhere
            }
            if (!known.contains(name)) {
                report(
                        StudyFault.NO_ROAD_AT_PLACE,
                        map ? Fault.child(pointer, name) : pointer + "/" + i,
                        name,
                        id,
                        Names.suggestion(name, known));
            }
        }
    }

    private void checkSamePoints() {
        Map<Point, String> seen = new LinkedHashMap<>();
        network.places().forEach((id, place) -> {
            String before = seen.putIfAbsent(place.at(), id);
            if (before != null) {
                report(StudyFault.SAME_POINT, child("places", id) + "/at", before, id);
            }
        });
    }

    private void checkCorridor(String id, NetworkInput.Corridor corridor) {
        String pointer = child("corridors", id) + "/via";
        if (corridor.via().size() < 2) {
            report(StudyFault.CORRIDOR_TOO_SHORT, pointer, id);
        }
        for (int i = 0; i < corridor.via().size(); i++) {
            String place = corridor.via().get(i);
            if (!network.places().containsKey(place)) {
                report(
                        StudyFault.NO_PLACE,
                        pointer + "/" + i,
                        place,
                        Names.suggestion(place, network.places().keySet()));
            } else if (i > 0 && network.places().containsKey(corridor.via().get(i - 1))) {
                String before = corridor.via().get(i - 1);
                boolean joined = roadsAt.getOrDefault(place, List.of()).stream()
                        .anyMatch(road -> network.roads().get(road).between().contains(before));
                if (!joined) {
                    report(StudyFault.CORRIDOR_BROKEN, pointer + "/" + i, before, place, id);
                }
            }
        }
    }

    private void checkLink(String pointer, LinkName name) {
        Road road = network.roads().get(name.road());
        if (road == null) {
            report(StudyFault.NO_ROAD, pointer + "/road", name.road(), nearestRoad(name.road()));
        } else if (road.direction(name.ahead()) == null) {
            report(
                    StudyFault.ROAD_WITHOUT_DIRECTION,
                    pointer + "/road",
                    name.road(),
                    name.ahead() ? "ahead" : "back",
                    name.road(),
                    name.ahead() ? "back" : "ahead");
        }
    }

    private String nearestRoad(String name) {
        return Names.suggestion(name, network.roads().keySet());
    }

    private void checkTimes(String pointer, Double from, Double to) {
        if (from != null && to != null && !(to > from)) {
            report(StudyFault.ENDS_BEFORE_IT_BEGINS, pointer + "/to");
        }
    }

    private void checkLength(String pointer, double length, double least, double most) {
        if (!(length >= least && length <= most)) {
            report(StudyFault.OUTSIDE_BOUNDS, pointer, metres(least), metres(most));
        }
    }

    private static String metres(double value) {
        return java.math.BigDecimal.valueOf(value).stripTrailingZeros().toPlainString() + " m";
    }

    private void checkOrigin() {
        NetworkInput.Origin origin = network.origin();
        if (origin == null) {
            return;
        }
        boolean point = origin.lat() != null && origin.lon() != null;
        if (!point && origin.places().size() < 2) {
            report(StudyFault.ORIGIN_MISSING, "/network/origin");
        }
        if (point && !origin.places().isEmpty()) {
            report(StudyFault.ORIGIN_TWICE, "/network/origin");
        }
        if (point) {
            checkLatLon("/network/origin", origin.lat(), origin.lon());
        }
        origin.places().forEach((place, at) -> {
            String pointer = Fault.child("/network/origin/places", place);
            if (!network.places().containsKey(place)) {
                report(
                        StudyFault.NO_PLACE,
                        pointer,
                        place,
                        Names.suggestion(place, network.places().keySet()));
            }
            checkLatLon(pointer, at.lat(), at.lon());
        });
    }

    private void checkLatLon(String pointer, double lat, double lon) {
        if (!(Math.abs(lat) <= 85) || !(Math.abs(lon) <= 180)) {
            report(StudyFault.LATITUDE, pointer);
        }
    }

    private static String child(String map, String id) {
        return Fault.child("/network/" + map, id);
    }

    private void report(StudyFault kind, String pointer, Object... values) {
        faults.add(kind.at(pointer, values));
    }
}
