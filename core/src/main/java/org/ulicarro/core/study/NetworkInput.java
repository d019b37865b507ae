package org.ulicarro.core.study;

import java.util.Map;

/** Places and roads by id. */
public record NetworkInput(
        @Required @About("Where roads meet, end or change, by id.")
        Map<String, Place> places,

        @Required @About("Roads between two places, by id.") Map<String, Road> roads) {

    public NetworkInput {
        places = InOrder.map(places);
        roads = InOrder.map(roads);
    }
}
