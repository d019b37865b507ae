package org.ulicarro.core.study;

import java.util.List;

/**
 * One way through the network.
 *
 * @param via places on it, the last where it ends; where two do not follow each other, the fastest way lies between
 * @param share of those who enter together, relative to the other ways
 */
public record RouteInput(
        @Required @About("Places on the way, the last where it ends: [gate, pier].")
        List<String> via,

        @About("Relative to the others: a percentage, a decimal or a count; 1 where none is written.")
        Double share) {

    public RouteInput {
        via = via == null ? List.of() : List.copyOf(via);
        share = share == null ? 1.0 : share;
    }
}
