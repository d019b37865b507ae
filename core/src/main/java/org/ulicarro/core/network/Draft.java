package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Turn;

/** A network while it is being compiled: what each stage has found so far, for the stages after it. */
final class Draft {

    final NetworkInput input; // as for driving on the right, lanes of ramps added
    final Hand hand;
    final List<Fault> faults;
    final Map<String, String> joined; // ramp's link id -> id of the link whose ending lane it feeds
    final Map<String, String> left; // ramp's link id -> id of the link whose bay leads to it
    final List<Carriageway> carriageways = new ArrayList<>(); // link index -> its cross-section; none for arcs of rings
    final Map<String, List<List<Carriageway>>> roadsAt = new LinkedHashMap<>(); // place -> its roads, each 1 or 2
    final Map<String, PlaceLayout> layouts = new LinkedHashMap<>();
    final Map<String, List<RoundaboutLeg>> ringLegs = new LinkedHashMap<>(); // place -> how its legs meet its ring
    final Map<String, Set<String>> closed = new LinkedHashMap<>(); // place -> ids and short names of closed movements
    final Map<String, Set<Turn>> closedTurns = new LinkedHashMap<>(); // link id -> turns of its closed movements
    final List<Link> links = new ArrayList<>();
    final Map<String, List<Link>> leaving = new LinkedHashMap<>();
    final Map<String, List<Link>> arriving = new LinkedHashMap<>();
    final List<List<Exits.Exit>> exits = new ArrayList<>(); // link index -> ways on from it
    final List<Lane> lanes = new ArrayList<>();
    final List<Movement> movements = new ArrayList<>();
    final Map<String, Junction> junctions = new LinkedHashMap<>(); // the last stage adds where their paths meet
    final Map<String, Meetings> meetings = new LinkedHashMap<>();
    final List<MarkedCrossing> crossings = new ArrayList<>();
    final List<Marking> markings = new ArrayList<>();
    final List<Curve> curves = new ArrayList<>();
    final List<StopPlace> stops = new ArrayList<>();

    Draft(NetworkInput input, Hand hand, List<Fault> faults, RampLanes ramps) {
        this.input = input;
        this.hand = hand;
        this.faults = faults;
        joined = ramps.joined;
        left = ramps.left;
    }

    List<Link> leaving(String place) {
        return leaving.getOrDefault(place, List.of());
    }

    List<Link> arriving(String place) {
        return arriving.getOrDefault(place, List.of());
    }

    Carriageway carriageway(Link link) {
        return carriageways.get(link.index());
    }

    Place place(String id) {
        return input.places().get(id);
    }

    List<Lane> lanesOf(Link link) {
        return lanes.subList(link.firstLane(), link.firstLane() + link.lanes());
    }

    /** Adds a turning path as a lane of its own. */
    TurningPath path(int movement, Lane from, Lane to, PathShape shape, double speed) {
        int index = lanes.size();
        lanes.add(new Lane(index, -1, 0, 0, shape.line().length(), false, 0, speed, from.width(), null, shape.line()));
        return new TurningPath(index, movement, from.index(), to.index(), shape.radius());
    }

    /** Whether a lane of a link is kept all day for others than cars. */
    boolean isKept(Lane lane) {
        return !links.get(lane.link()).ring() && KeptLanes.isAllDay(carriageways.get(lane.link()).lanes, lane.number());
    }

    /** Whether it is so for bicycles alone. */
    boolean isForBicycles(Lane lane) {
        return !links.get(lane.link()).ring()
                && KeptLanes.isForBicycles(carriageways.get(lane.link()).lanes, lane.number());
    }

    static String placePointer(String id) {
        return Fault.child("/network/places", id);
    }

    void report(NetworkFault kind, String pointer, Object... values) {
        faults.add(kind.at(pointer, values));
    }
}
