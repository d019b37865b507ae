package org.ulicarro.core.network;

import java.util.List;
import java.util.Set;
import org.ulicarro.core.study.MovementInput;
import org.ulicarro.core.study.Place;

/**
 * A compiled place.
 *
 * @param id of the place
 * @param place as it was written
 * @param movements indices of its movements, approach by approach in the order of the file, left to right
 * @param conflicts where its paths meet
 * @param longBodies where long bodies meet on them
 * @param divergences where its paths part
 * @param outline corners of the paved area inside the stop lines, two for each leg; empty at the end of a road
 * @param ring its circle, or null where it is no roundabout
 * @param minor roads that stop or yield
 * @param closed ids and short names of movements that nobody may make
 */
public record Junction(
        String id,
        Place place,
        List<Integer> movements,
        List<Conflict> conflicts,
        List<LongBodies> longBodies,
        List<Divergence> divergences,
        List<Pose> outline,
        Roundabout ring,
        List<String> minor,
        Set<String> closed) {

    /** A place of which it is not known yet where its paths meet and part. */
    static Junction joined(
            String id,
            Place place,
            List<Integer> movements,
            List<Pose> outline,
            Roundabout ring,
            List<String> minor,
            Set<String> closed) {
        return new Junction(id, place, movements, List.of(), List.of(), List.of(), outline, ring, minor, closed);
    }

    /** The same place with where its paths meet and part. */
    Junction with(List<Conflict> conflicts, List<LongBodies> longBodies, List<Divergence> divergences) {
        return new Junction(id, place, movements, conflicts, longBodies, divergences, outline, ring, minor, closed);
    }

    /** What the study wants otherwise for one of its movements, named either way; null for nothing. */
    public MovementInput own(Movement movement) {
        MovementInput own = place.movements().get(movement.id());
        return own == null ? place.movements().get(movement.name()) : own;
    }

    public boolean signalised() {
        return place.control() == Place.Control.SIGNAL;
    }

    public boolean isRoundabout() {
        return ring != null;
    }

    /** Whether anybody has to look for others here, so that its figures matter. */
    public boolean controlled() {
        return place.control() != Place.Control.NONE;
    }
}
