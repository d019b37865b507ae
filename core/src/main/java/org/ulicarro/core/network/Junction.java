package org.ulicarro.core.network;

import java.util.List;
import org.ulicarro.core.study.Place;

/**
 * A place with all that was derived for it.
 *
 * @param id the place's id
 * @param place as written
 * @param movements indices of its movements, approach by approach in the order of their compass bearing, left to right
 * @param conflicts where its paths meet
 * @param divergences where its paths part
 * @param outline corners of the paved area inside the stop lines, counter-clockwise; empty at the end of a road
 */
public record Junction(
        String id,
        Place place,
        List<Integer> movements,
        List<Conflict> conflicts,
        List<Divergence> divergences,
        List<Pose> outline) {

    public boolean signalised() {
        return place.control() == Place.Control.SIGNAL;
    }
}
