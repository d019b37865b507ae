package org.ulicarro.core.network;

import org.ulicarro.core.study.RoadClass;

/**
 * One direction of a road, from one place's edge to the next one's stop line; or an arc of a roundabout's ring.
 *
 * @param index number in the network
 * @param id {@code quay-1 ahead}; of an arc {@code mole: quay-3>hill}
 * @param road id of its road; of an arc that of its roundabout's place
 * @param ahead whether it runs in the road's own direction
 * @param ring whether it is an arc of a roundabout
 * @param from id of the place it leaves
 * @param to id of the place it leads to
 * @param approach how it is called at {@code to}: EB, or what {@code legs} says
 * @param roadClass which drivers' behaviour applies
 * @param divided whether a median in which a car may stand lies beside it, or nothing of its road does
 * @param speed limit (m/s)
 * @param lineSpeed limit at its line, where a zone with another one may reach it (m/s)
 * @param grade uphill, as a share
 * @param length from the edge of one place to the stop line of the other (m)
 * @param freeTime along it at its limit, slower where a sign or a bend says so, with nobody on the way (s)
 * @param firstLane index of its innermost lane
 * @param lanes number of its lanes, short ones included
 */
public record Link(
        int index,
        String id,
        String road,
        boolean ahead,
        boolean ring,
        String from,
        String to,
        String approach,
        RoadClass roadClass,
        boolean divided,
        double speed,
        double lineSpeed,
        double grade,
        double length,
        double freeTime,
        int firstLane,
        int lanes) {

    /** A median this wide has room for a car (m). */
    static final double WIDE_MEDIAN = 4.0;

    Link driven(double seconds, double limitAtLine) {
        return new Link(
                index,
                id,
                road,
                ahead,
                ring,
                from,
                to,
                approach,
                roadClass,
                divided,
                speed,
                limitAtLine,
                grade,
                length,
                seconds,
                firstLane,
                lanes);
    }
}
