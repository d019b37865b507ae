package org.ulicarro.core.study;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.study.Place.Control;

/** What must hold between the values of a network: references, ranges, and keys that belong to one kind of place only. */
final class NetworkRules {

    private static final int MOST_LANES = 8;
    private static final int MOST_LEGS = 6;

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
            error(
                    "/network",
                    "a network needs places and roads between them; write 'places' and 'roads', or name 'tables'");
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
                error(pointer, "detector '%s' has both 'at' and 'before-end'; keep the one you measured", id);
            }
        });
        network.stops().forEach((id, s) -> {
            checkLink(child("stops", id), s.road());
            checkLength(child("stops", id), s.length(), 5, 300);
        });
        network.gates().forEach((id, g) -> checkLink(child("gates", id), g.road()));
        network.closures().forEach((id, c) -> {
            checkLink(child("closures", id), c.road());
            checkLength(child("closures", id), c.length(), 1, 100_000);
            checkTimes(child("closures", id), c.from(), c.to());
        });
        network.parking().forEach((id, p) -> checkLink(child("parking", id), p.road()));
        network.crossings().forEach((id, c) -> {
            if (!network.roads().containsKey(c.road())) {
                error(child("crossings", id) + "/road", "'%s' is no road.%s", c.road(), nearestRoad(c.road()));
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
                error(
                        pointer + "/between/" + end,
                        "road '%s' %s at '%s', which is no place.%s",
                        id,
                        end == 0 ? "starts" : "ends",
                        place,
                        Names.suggestion(place, network.places().keySet()));
            }
        }
        if (road.from().equals(road.to())) {
            error(pointer + "/between", "road '%s' leads from '%s' to itself", id, road.from());
        } else if (hasNoLength(road)) {
            error(pointer + "/between", "road '%s' has no length: its two places are at the same point", id);
        }
        if (road.ahead() == null && road.back() == null) {
            error(pointer, "road '%s' has lanes in neither direction; write ahead: {lanes: 1}", id);
        }
        if (!(road.speed() >= 1 && road.speed() <= 70)) {
            error(pointer + "/speed", "a speed limit must be between 4 km/h and 250 km/h");
        }
        if (!(Math.abs(road.grade()) <= 0.25)) {
            error(pointer + "/grade", "a grade must be between -25 %% and 25 %%");
        }
        if (!(road.median() >= 0 && road.median() <= 100)) {
            error(pointer + "/median", "a median must be 0 m to 100 m wide");
        }
        for (String place : road.meetsAt().keySet()) {
            if (!road.between().contains(place)) {
                error(
                        Fault.child(pointer + "/meets-at", place),
                        "road '%s' does not reach '%s'; it lies between %s",
                        id,
                        place,
                        String.join(" and ", road.between()));
            }
        }
        checkDirection(pointer + "/ahead", road.ahead());
        checkDirection(pointer + "/back", road.back());
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
            error(pointer + "/lanes", "lanes must be 1 to %d, bays included", MOST_LANES);
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
                error(
                        here + "/only",
                        "nobody may use lane %s; name the types that may, or close it by 'closures'",
                        lane);
            }
        });
        checkShort(pointer, "bays", d.bays());
        checkShort(pointer, "ends", d.ends());
        for (String side : List.of("left", "right")) {
            boolean left = side.equals("left");
            boolean bay = !(left ? d.bays().left() : d.bays().right()).isEmpty();
            boolean end = !(left ? d.ends().left() : d.ends().right()).isEmpty();
            if (bay && end) {
                error(
                        pointer + "/ends/" + side,
                        "a lane ends and a bay begins on the %s side of the same road; put a place without control between them"
                                + " and make it two roads",
                        side);
            }
        }
        int turns = d.turns().size();
        if (turns > 0 && turns != d.lanesAtEnd()) {
            error(
                    pointer + "/turns",
                    "%d arrows for %d lanes (bays included); give one for each lane from the left",
                    turns,
                    d.lanesAtEnd());
        }
        checkRamp(pointer + "/joins", d.joins());
        checkRamp(pointer + "/leaves", d.leaves());
        for (int i = 0; i < d.noChanging().size(); i++) {
            Direction.NoChanging n = d.noChanging().get(i);
            if (n.rightOf() != null && (n.rightOf() < 1 || n.rightOf() >= d.allLanes())) {
                error(
                        pointer + "/no-changing/" + i + "/right-of",
                        "there is no line right of lane %d; this road has %d lanes",
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
                error(pointer + "/speed-zones/" + i + "/speed", "a speed limit must be between 4 km/h and 250 km/h");
            }
        }
    }

    private void checkLane(String pointer, String lane, Direction d) {
        if (Integer.parseInt(lane) > d.allLanes()) {
            error(
                    Fault.child(pointer, lane),
                    "there is no lane %s; this road has %d, bays included",
                    lane,
                    d.allLanes());
        }
    }

    private void checkShort(String pointer, String key, Direction.Bays bays) {
        for (String side : List.of("left", "right")) {
            List<Direction.Bay> ones = side.equals("left") ? bays.left() : bays.right();
            for (int i = 0; i < ones.size(); i++) {
                if (!(ones.get(i).fullWidth() >= 5) || !(ones.get(i).taper() >= 1)) {
                    error(
                            pointer + "/" + key + "/" + side + "/" + i,
                            "such a lane needs at least 5 m of full width and 1 m of taper");
                }
            }
        }
    }

    private void checkRamp(String pointer, Direction.Ramp ramp) {
        if (ramp != null && (!(ramp.parallel() >= 20) || !(ramp.taper() >= 5))) {
            error(pointer, "a ramp's lane needs at least 20 m beside the main road and 5 m of taper");
        }
    }

    private void checkPlace(String id, Place place) {
        String pointer = child("places", id);
        List<String> roads = roadsAt.getOrDefault(id, List.of());
        if (roads.isEmpty()) {
            warn(pointer, "no road leads to place '%s'; nothing happens there", id);
        }
        if (roads.size() > MOST_LEGS) {
            error(pointer, "%d roads meet at '%s'; a place has at most %d legs", roads.size(), id, MOST_LEGS);
        }
        if (place.control() == Control.SIGNAL && !study.signals().containsKey(id)) {
            error(pointer + "/control", "place '%s' has a signal, but 'signals' has no controller for it", id);
        }
        checkRoads(id, pointer + "/legs", List.copyOf(place.legs().keySet()), roads, true);
        checkRoads(id, pointer + "/crossings", List.copyOf(place.crossings().keySet()), roads, true);
        checkRoads(id, pointer + "/setback", List.copyOf(place.setback().keySet()), roads, true);
        checkRoads(id, pointer + "/minor", place.minor(), roads, false);
        boolean byLeg = place.control() == Control.STOP
                || place.control() == Control.YIELD
                || place.control() == Control.SIGNAL; // the rest has the signal then
        if (!place.minor().isEmpty() && !byLeg) {
            error(
                    pointer + "/minor",
                    "'minor' says which legs stop or yield, but the control of '%s' is %s",
                    id,
                    Written.of(place.control()));
        }
        boolean round = place.control() == Control.ROUNDABOUT;
        notFor(round, pointer, "outer-diameter", place.outerDiameter() != null, id);
        notFor(round, pointer, "lanes", place.lanes() != null, id);
        notFor(round, pointer, "ring", !place.ring().isEmpty(), id);
        if (place.cornerRadius() != null && !(place.cornerRadius() >= 0 && place.cornerRadius() <= 100)) {
            error(pointer + "/corner-radius", "a corner's radius must be 0 m to 100 m");
        }
        place.setback().forEach((road, metres) -> {
            if (!(metres >= 0 && metres <= 200)) {
                error(Fault.child(pointer + "/setback", road), "a stop line stands 0 m to 200 m from its place");
            }
        });
        place.crossings()
                .forEach((road, c) -> checkLength(Fault.child(pointer + "/crossings", road), c.width(), 1, 20));
        place.ring().forEach((arc, lanes) -> {
            if (lanes < 1 || lanes > 3) {
                error(Fault.child(pointer + "/ring", arc), "a ring has 1 to 3 lanes");
            }
        });
        place.movements().forEach((movement, own) -> {
            String here = Fault.child(pointer + "/movements", movement);
            if (own.radius() != null && !(own.radius() >= 3 && own.radius() <= 1000)) {
                error(here + "/radius", "a radius must be 3 m to 1000 m");
            }
            if (own.speed() != null && !(own.speed() >= 1 && own.speed() <= 70)) {
                error(here + "/speed", "a speed must be between 4 km/h and 250 km/h");
            }
            if (own.timeGap() != null && !(own.timeGap() >= 0.3 && own.timeGap() <= 3)) {
                error(here + "/time-gap", "a time gap must be 30 %% to 300 %% of the usual one");
            }
        });
        place.saturation().forEach((movement, flow) -> {
            if (!(flow * 3600 >= 300 && flow * 3600 <= 12_000)) {
                error(
                        Fault.child(pointer + "/saturation", movement),
                        "a saturation flow must be 300 to 12000 pcu/h, all lanes together");
            }
        });
    }

    private void notFor(boolean round, String pointer, String key, boolean given, String id) {
        if (given && !round) {
            error(pointer + "/" + key, "'%s' is for roundabouts only; write control: roundabout at '%s'", key, id);
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
                error(
                        map ? Fault.child(pointer, name) : pointer + "/" + i,
                        "'%s' is no road at place '%s'.%s",
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
                error(
                        child("places", id) + "/at",
                        "places '%s' and '%s' are at the same point; make them one place, or move one",
                        before,
                        id);
            }
        });
    }

    private void checkCorridor(String id, NetworkInput.Corridor corridor) {
        String pointer = child("corridors", id) + "/via";
        if (corridor.via().size() < 2) {
            error(pointer, "corridor '%s' needs at least two places", id);
        }
        for (int i = 0; i < corridor.via().size(); i++) {
            String place = corridor.via().get(i);
            if (!network.places().containsKey(place)) {
                error(
                        pointer + "/" + i,
                        "'%s' is no place.%s",
                        place,
                        Names.suggestion(place, network.places().keySet()));
            } else if (i > 0 && network.places().containsKey(corridor.via().get(i - 1))) {
                String before = corridor.via().get(i - 1);
                boolean joined = roadsAt.getOrDefault(place, List.of()).stream()
                        .anyMatch(road -> network.roads().get(road).between().contains(before));
                if (!joined) {
                    error(
                            pointer + "/" + i,
                            "no road joins '%s' and '%s', which corridor '%s' follows",
                            before,
                            place,
                            id);
                }
            }
        }
    }

    private void checkLink(String pointer, LinkName name) {
        Road road = network.roads().get(name.road());
        if (road == null) {
            error(pointer + "/road", "'%s' is no road.%s", name.road(), nearestRoad(name.road()));
        } else if (road.direction(name.ahead()) == null) {
            error(
                    pointer + "/road",
                    "road '%s' has no lanes %s; write '%s %s'",
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
            error(pointer + "/to", "it ends before it begins");
        }
    }

    private void checkLength(String pointer, double length, double least, double most) {
        if (!(length >= least && length <= most)) {
            error(pointer, "this must be %s to %s", metres(least), metres(most));
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
            error(
                    "/network/origin",
                    "an origin needs lat and lon of the plan's [0, 0], or the coordinates of two places under 'places'");
        }
        if (point && !origin.places().isEmpty()) {
            error("/network/origin", "give either lat and lon, or the coordinates of places, not both");
        }
        if (point) {
            checkLatLon("/network/origin", origin.lat(), origin.lon());
        }
        origin.places().forEach((place, at) -> {
            String pointer = Fault.child("/network/origin/places", place);
            if (!network.places().containsKey(place)) {
                error(
                        pointer,
                        "'%s' is no place.%s",
                        place,
                        Names.suggestion(place, network.places().keySet()));
            }
            checkLatLon(pointer, at.lat(), at.lon());
        });
    }

    private void checkLatLon(String pointer, double lat, double lon) {
        if (!(Math.abs(lat) <= 85) || !(Math.abs(lon) <= 180)) {
            error(pointer, "latitude must be -85 to 85 and longitude -180 to 180 degrees");
        }
    }

    private static String child(String map, String id) {
        return Fault.child("/network/" + map, id);
    }

    private void error(String pointer, String form, Object... values) {
        faults.add(Fault.error(pointer, String.format(Locale.ROOT, form, values)));
    }

    private void warn(String pointer, String form, Object... values) {
        faults.add(Fault.warning(pointer, String.format(Locale.ROOT, form, values)));
    }
}
