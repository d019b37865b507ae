package org.ulicarro.core.network;

/**
 * Where buses or trams stop.
 *
 * @param id as in the study
 * @param link index of its link
 * @param lane index of the lane beside the kerb, or beside the lay-by
 * @param from where its stretch begins (m along that lane)
 * @param to where it ends, and the first of them stops (m)
 * @param layby index of the lane inside the lay-by, measured along like the lane beside it; -1 where they stop in the lane
 */
public record StopPlace(String id, int link, int lane, double from, double to, int layby) {

    /** The lane that they stand on. */
    public int standsOn() {
        return layby < 0 ? lane : layby;
    }
}
