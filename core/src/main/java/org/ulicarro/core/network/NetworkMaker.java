package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.study.Place;

/** Makes the network of a finished draft, for the side of the road that people drive on. */
final class NetworkMaker {

    private NetworkMaker() {}

    static Network network(Draft draft) {
        Hand hand = draft.hand;
        if (hand == Hand.RIGHT) {
            return new Network(
                    draft.links,
                    draft.lanes,
                    draft.movements,
                    draft.junctions,
                    draft.crossings,
                    draft.markings,
                    draft.curves,
                    draft.stops,
                    true);
        }
        List<Lane> lanes = draft.lanes.stream().map(lane -> lane.mirrored(hand)).toList();
        Map<String, Junction> junctions = new LinkedHashMap<>();
        draft.junctions.forEach((id, j) -> junctions.put(id, turned(hand, j)));
        List<MarkedCrossing> crossings = new ArrayList<>();
        for (MarkedCrossing c : draft.crossings) {
            crossings.add(new MarkedCrossing(
                    c.id(),
                    c.place(),
                    c.road(),
                    c.kind(),
                    c.refuge(),
                    c.width(),
                    hand.out(c.one()),
                    c.length(),
                    c.middle(),
                    c.yielding(),
                    c.crossed()));
        }
        return new Network(
                draft.links,
                lanes,
                draft.movements,
                junctions,
                crossings,
                draft.markings,
                draft.curves,
                draft.stops,
                false);
    }

    private static Junction turned(Hand hand, Junction j) {
        Roundabout ring = j.ring() == null
                ? null
                : new Roundabout(
                        -j.ring().x(), j.ring().y(), j.ring().outer(), j.ring().island());
        Place place = j.place()
                .movedTo(new org.ulicarro.core.study.Point(
                        -j.place().at().x(), j.place().at().y()));
        return new Junction(
                j.id(),
                place,
                j.movements(),
                j.conflicts(),
                j.longBodies(),
                j.divergences(),
                j.outline().stream().map(hand::out).toList(),
                ring,
                j.minor(),
                j.closed());
    }
}
