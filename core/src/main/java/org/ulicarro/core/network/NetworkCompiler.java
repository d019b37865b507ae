package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.study.Arrows;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.Turn;

/**
 * Turns places and roads into lanes, turning paths and conflicts.
 *
 * <p>Stages: lay out carriageways between the places; set stop lines back from the places; lay lanes; find movements and their
 * paths; find where paths meet. Faults of geometry are added to a list, all of them, and no network is returned if one is an error.
 */
public final class NetworkCompiler {

    /** A road shorter than this between its stop lines cannot hold a vehicle and its lane changes (m). */
    private static final double SHORTEST_LINK = 15.0;

    private static final String ROADS = "/network/roads";

    private final NetworkInput input;
    private final List<Fault> faults;
    private final List<Carriageway> carriageways = new ArrayList<>(); // link index -> its cross-section
    private final Map<String, List<List<Carriageway>>> roadsAt =
            new LinkedHashMap<>(); // place -> its roads, each 1 or 2
    private final Map<String, List<Setbacks.Leg>> legs = new LinkedHashMap<>();
    private final Map<String, double[]> setbacks = new LinkedHashMap<>();
    private final Map<String, Map<String, String>> approaches = new LinkedHashMap<>();
    private final List<Link> links = new ArrayList<>();
    private final Map<String, List<Link>> leaving = new LinkedHashMap<>();
    private final Map<String, List<Link>> arriving = new LinkedHashMap<>();
    private final List<Lane> lanes = new ArrayList<>();
    private final List<Movement> movements = new ArrayList<>();
    private final Map<String, Junction> junctions = new LinkedHashMap<>();

    private NetworkCompiler(NetworkInput input, List<Fault> faults) {
        this.input = input;
        this.faults = faults;
    }

    /**
     * Compiles a network whose references hold (see {@code StudyRules}).
     *
     * @param faults receives what is wrong with it
     * @return the network, or null when there were errors
     */
    public static Network compile(NetworkInput input, List<Fault> faults) {
        int before = faults.size();
        Network network = new NetworkCompiler(input, faults).compile();
        boolean errors = faults.subList(before, faults.size()).stream()
                .anyMatch(fault -> fault.severity() == Fault.Severity.ERROR);
        return errors ? null : network;
    }

    private Network compile() {
        input.roads().forEach(this::layOut);
        input.places().forEach(this::setBack);
        if (!carriageways.stream().allMatch(this::trim)) {
            return null;
        }
        carriageways.forEach(this::layLanes);
        input.places().forEach(this::join);
        return new Network(links, lanes, movements, junctions);
    }

    private void layOut(String id, Road road) {
        List<Point> points = new ArrayList<>();
        points.add(input.places().get(road.from()).at());
        points.addAll(road.via());
        points.add(input.places().get(road.to()).at());
        Polyline axis = new Polyline(
                points.stream().mapToDouble(Point::x).toArray(),
                points.stream().mapToDouble(Point::y).toArray());
        List<Carriageway> both = new ArrayList<>();
        if (road.ahead() != null) {
            both.add(new Carriageway(id, road, true, axis));
        }
        if (road.back() != null) {
            both.add(new Carriageway(id, road, false, axis));
        }
        carriageways.addAll(both);
        for (String end : road.between()) {
            roadsAt.computeIfAbsent(end, none -> new ArrayList<>()).add(both);
        }
    }

    private void setBack(String id, Place place) {
        List<Setbacks.Leg> here = new ArrayList<>();
        Map<String, Pose> arriving = new LinkedHashMap<>();
        for (List<Carriageway> road : roadsAt.getOrDefault(id, List.of())) {
            here.add(leg(id, road));
            for (Carriageway c : road) {
                if (c.to().equals(id)) {
                    arriving.put(c.roadId, c.arrival());
                }
            }
        }
        legs.put(id, here);
        setbacks.put(id, Setbacks.of(here));
        approaches.put(id, Approaches.names(arriving, place.legs()));
    }

    private static Setbacks.Leg leg(String place, List<Carriageway> road) {
        Pose outward = null;
        double left = 0;
        double right = 0;
        for (Carriageway c : road) {
            if (c.to().equals(place)) { // arriving traffic is on the left, looking outward
                Pose arrival = c.arrival();
                outward = new Pose(arrival.x(), arrival.y(), -arrival.dx(), -arrival.dy());
                left = Math.max(left, c.widthAtEnd());
                right = Math.max(right, c.leftWidthAtEnd());
            } else {
                right = Math.max(right, c.widthAtStart());
                left = Math.max(left, c.leftWidthAtStart());
                outward = outward == null ? c.departure() : outward;
            }
        }
        return new Setbacks.Leg(road.get(0).roadId, outward, left, right);
    }

    private boolean trim(Carriageway c) {
        double atStart = setback(c.from(), c.roadId);
        double atEnd = setback(c.to(), c.roadId);
        double left = c.axisLength() - atStart - atEnd;
        String pointer = Fault.child(ROADS, c.roadId);
        if (left < SHORTEST_LINK) {
            faults.add(Fault.error(
                    pointer,
                    String.format(
                            java.util.Locale.ROOT,
                            "road '%s' has %.0f m between its places, of which the junctions take %.0f m; at least %.0f m must"
                                    + " be left",
                            c.roadId,
                            c.axisLength(),
                            atStart + atEnd,
                            SHORTEST_LINK)));
            return false;
        }
        c.trim(atStart, atEnd);
        return checkBays(c, pointer + (c.ahead ? "/ahead" : "/back"));
    }

    private boolean checkBays(Carriageway c, String pointer) {
        boolean fits = true;
        for (String side : List.of("left", "right")) {
            List<Direction.Bay> bays =
                    side.equals("left") ? c.lanes.bays().left() : c.lanes.bays().right();
            for (int i = 0; i < bays.size(); i++) {
                double needs = bays.get(i).fullWidth() + bays.get(i).taper();
                if (needs > c.length() - 5) {
                    fits = false;
                    faults.add(Fault.error(
                            pointer + "/bays/" + side + "/" + i,
                            String.format(
                                    java.util.Locale.ROOT,
                                    "this bay needs %.0f m with its taper, but the road has %.0f m between stop lines; make it"
                                            + " a lane of the whole road, or shorten it",
                                    needs,
                                    c.length())));
                }
            }
        }
        return fits;
    }

    private double setback(String place, String road) {
        List<Setbacks.Leg> here = legs.get(place);
        for (int i = 0; i < here.size(); i++) {
            if (here.get(i).road().equals(road)) {
                return setbacks.get(place)[i];
            }
        }
        throw new IllegalStateException("road " + road + " is no leg of " + place);
    }

    private void layLanes(Carriageway c) {
        String roadId = c.roadId;
        int count = c.lanes.lanesAtEnd();
        Link link = new Link(
                links.size(),
                roadId + (c.ahead ? " ahead" : " back"),
                roadId,
                c.ahead,
                c.from(),
                c.to(),
                approaches.get(c.to()).get(roadId),
                c.road.roadClass(),
                c.road.speed(),
                c.length(),
                lanes.size(),
                count);
        links.add(link);
        leaving.computeIfAbsent(link.from(), none -> new ArrayList<>()).add(link);
        arriving.computeIfAbsent(link.to(), none -> new ArrayList<>()).add(link);
        List<Arrows> arrows = Movements.arrows(c.lanes, exits(link));
        for (int i = 0; i < count; i++) {
            lanes.add(new Lane(
                    lanes.size(),
                    link.index(),
                    i + 1,
                    c.start(i),
                    c.length(),
                    c.road.speed(),
                    c.lanes.width(),
                    arrows.isEmpty() ? null : arrows.get(i),
                    c.line(i)));
        }
    }

    /** Turns that the roads at the downstream end allow, whatever the arrows say. */
    private List<Turn> exits(Link link) {
        List<Turn> turns = new ArrayList<>();
        Pose arrival = carriageways.get(link.index()).arrival();
        for (List<Carriageway> road : roadsAt.get(link.to())) {
            for (Carriageway out : road) {
                if (out.from().equals(link.to()) && !out.roadId.equals(link.road())) {
                    turns.add(Movements.turn(arrival, out.departure()));
                }
            }
        }
        return turns;
    }

    private void join(String id, Place place) {
        List<Integer> here = new ArrayList<>();
        List<TurningPath> paths = new ArrayList<>();
        for (Link in : arriving.getOrDefault(id, List.of())) {
            for (Link out : leaving.getOrDefault(id, List.of())) {
                addMovement(in, out, here, paths);
            }
        }
        here.sort(
                java.util.Comparator.<Integer>comparingInt(m -> movements.get(m).fromLink())
                        .thenComparing(m -> movements.get(m).turn() == Turn.UTURN ? 0 : 1)
                        .thenComparing(m -> movements.get(m).turn())
                        .thenComparing(m -> m));
        checkArrows(id, here);
        junctions.put(
                id,
                new Junction(
                        id,
                        place,
                        List.copyOf(here),
                        ConflictFinder.conflicts(paths, lanes),
                        ConflictFinder.divergences(paths, lanes),
                        outline(id)));
    }

    private List<Pose> outline(String id) {
        return legs.get(id).size() < 2 ? List.of() : Setbacks.outline(legs.get(id), setbacks.get(id));
    }

    private void addMovement(Link in, Link out, List<Integer> here, List<TurningPath> paths) {
        boolean back = in.road().equals(out.road());
        Turn turn = back
                ? Turn.UTURN
                : Movements.turn(
                        carriageways.get(in.index()).arrival(),
                        carriageways.get(out.index()).departure());
        List<Lane> from = lanes.subList(in.firstLane(), in.firstLane() + in.lanes()).stream()
                .filter(lane -> lane.arrows() != null && lane.arrows().allow(turn))
                .toList();
        if (from.isEmpty()) {
            return;
        }
        List<Lane> to = lanes.subList(out.firstLane(), out.firstLane() + out.lanes()).stream()
                .filter(lane -> !lane.isBay())
                .toList();
        int index = movements.size();
        List<TurningPath> own = new ArrayList<>();
        for (LaneMatching.Pair pair : LaneMatching.pairs(turn, from, to)) {
            own.add(path(index, lanes.get(pair.from()), lanes.get(pair.to())));
        }
        movements.add(new Movement(
                index,
                in.to(),
                in.road() + ">" + out.road(),
                in.approach() + turn.letter(),
                in.approach(),
                turn,
                in.index(),
                out.index(),
                List.copyOf(own)));
        here.add(index);
        paths.addAll(own);
    }

    private TurningPath path(int movement, Lane from, Lane to) {
        PathShape shape = PathShape.between(from.at(from.end()), to.at(to.start()));
        double speed = Math.min(TurnSpeed.onRadius(shape.radius()), Math.max(from.speed(), to.speed()));
        int index = lanes.size();
        lanes.add(new Lane(index, -1, 0, 0, shape.line().length(), speed, from.width(), null, shape.line()));
        return new TurningPath(index, movement, from.index(), to.index(), shape.radius());
    }

    /** Every arrow needs a road to lead to. */
    private void checkArrows(String place, List<Integer> here) {
        for (Link in : arriving.getOrDefault(place, List.of())) {
            for (int i = 0; i < in.lanes(); i++) {
                Arrows arrows = lanes.get(in.firstLane() + i).arrows();
                for (Turn turn : arrows == null ? new Turn[0] : Turn.values()) {
                    boolean served = here.stream()
                            .map(movements::get)
                            .anyMatch(m -> m.fromLink() == in.index() && m.turn() == turn);
                    if (arrows.allow(turn) && !served) {
                        faults.add(Fault.error(
                                ROADS + "/" + in.road() + (in.ahead() ? "/ahead" : "/back") + "/turns/" + i,
                                "lane " + (i + 1) + " of " + in.id() + " has the arrow " + turn.letter() + ", but at '"
                                        + place + "' no road leads that way"));
                    }
                }
            }
        }
    }
}
