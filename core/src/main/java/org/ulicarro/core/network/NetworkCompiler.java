package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.Study.DriveOn;

/**
 * Turns places and roads into lanes, turning paths and conflicts.
 *
 * <p>Stages: lay out carriageways between the places; set stop lines back from the places; lay lanes; find movements and their
 * paths; lay crossings and what else lies on the road. Where a path comes too near a vehicle that waits at another leg's line, that line
 * is set further back and all is done again. At last it is found where paths meet. Faults of geometry are added to a list, all of them, and
 * no network is returned if one is an error.
 */
public final class NetworkCompiler {

    /** A road shorter than this between its stop lines cannot hold a vehicle (m). */
    private static final double SHORTEST_LINK = 8.0;

    /** Rounds of setting lines back; each can only move them outward. */
    private static final int MOST_ROUNDS = 4;

    private NetworkCompiler() {}

    /**
     * Compiles a network whose references hold (see {@code StudyRules}).
     *
     * @param driveOn the side of the road people drive on
     * @param faults receives what is wrong with it
     * @return the network, or null when there were errors
     */
    public static Network compile(NetworkInput input, DriveOn driveOn, List<Fault> faults) {
        return compile(input, driveOn, faults, false);
    }

    /**
     * The same with errors that leave its lanes where they are, to be looked at: where paths cross and nobody says who goes first, a plan
     * shows what is meant.
     *
     * @return the network, or null when its lanes cannot be laid
     */
    public static Network laidOut(NetworkInput input, DriveOn driveOn, List<Fault> faults) {
        return compile(input, driveOn, faults, true);
    }

    private static Network compile(NetworkInput input, DriveOn driveOn, List<Fault> faults, boolean evenWrong) {
        Hand hand = Hand.of(driveOn);
        NetworkInput turned = hand.in(input);
        Map<String, Double> further =
                new LinkedHashMap<>(); // "place road" -> metres that its line stands back in addition
        for (int round = 1; ; round++) {
            List<Fault> found = new ArrayList<>();
            RampLanes ramps = new RampLanes(turned, found);
            NetworkInput complete = turned.with(turned.places(), ramps.roads());
            Draft draft = new Draft(complete, hand, found, ramps);
            boolean laid = lay(draft, further);
            if (laid && round < MOST_ROUNDS && WaitingRoom.widen(draft, further)) {
                continue;
            }
            boolean errors = hasErrors(found);
            if (laid && (!errors || evenWrong)) {
                Meetings.findAll(draft);
            }
            if (laid && !errors) {
                NetworkChecks.check(draft);
                errors = hasErrors(found);
            }
            faults.addAll(found);
            return laid && (!errors || evenWrong) ? NetworkMaker.network(draft) : null;
        }
    }

    private static boolean hasErrors(List<Fault> faults) {
        return faults.stream().anyMatch(fault -> fault.severity() == Fault.Severity.ERROR);
    }

    private static boolean lay(Draft draft, Map<String, Double> further) {
        draft.input.roads().forEach((id, road) -> layOut(draft, id, road));
        draft.input.places().forEach((id, place) -> draft.layouts.put(id, PlaceLayout.of(draft, id, place, further)));
        SlipLanes.make(draft);
        boolean all = true;
        for (Carriageway c : draft.carriageways) {
            all &= trim(draft, c);
        }
        if (!all) {
            return false;
        }
        Roundabouts.bend(draft);
        draft.carriageways.forEach(c -> LaneLayer.lay(draft, c));
        draft.input.places().forEach((id, place) -> {
            if (draft.layouts.get(id).ring() == null) {
                Joiner.join(draft, id, place);
            } else {
                Roundabouts.join(draft, id, place);
            }
        });
        MovementNames.tellApart(draft);
        Crossings.lay(draft);
        Markings.lay(draft);
        Bends.lay(draft);
        LinkSpeeds.lay(draft);
        Stops.lay(draft);
        return true;
    }

    private static void layOut(Draft draft, String id, Road road) {
        Polyline axis = Axes.of(draft.input, road);
        List<Carriageway> both = new ArrayList<>();
        if (road.ahead() != null) {
            both.add(new Carriageway(id, road, true, axis));
        }
        if (road.back() != null) {
            both.add(new Carriageway(id, road, false, axis));
        }
        draft.carriageways.addAll(both);
        for (String end : road.between()) {
            draft.roadsAt.computeIfAbsent(end, none -> new ArrayList<>()).add(both);
        }
    }

    private static boolean trim(Draft draft, Carriageway c) {
        PlaceLayout from = draft.layouts.get(c.from());
        PlaceLayout to = draft.layouts.get(c.to());
        double atStart = from.startOf(c.roadId);
        double atEnd = to.lineOf(c.roadId);
        double left = c.axisLength() - atStart - atEnd;
        if (left < SHORTEST_LINK) {
            draft.report(
                    NetworkFault.PLACES_TOO_CLOSE,
                    Fault.child("/network/roads", c.roadId),
                    c.roadId,
                    c.axisLength(),
                    c.from(),
                    c.to(),
                    atStart + atEnd,
                    SHORTEST_LINK - left);
            return false;
        }
        c.trim(atStart, atEnd);
        boolean fits = LaneLayer.checkShortLanes(draft, c, c.lanes.bays(), "bays");
        return LaneLayer.checkShortLanes(draft, c, c.lanes.ends(), "ends") && fits;
    }
}
