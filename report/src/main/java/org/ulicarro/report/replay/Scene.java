package org.ulicarro.report.replay;

import java.util.List;

/**
 * What a recording is seen on: all that does not move. Kept beside the recordings of a run as {@code scene.json}; docs/tracks.md
 * explains it to other readers. Metres on the plan, y north; lists are numbered from 0, as in the recordings.
 *
 * @param title of the study
 * @param alternative base or the names of alternatives
 * @param period id of the period
 * @param from start of the measured period (s since midnight)
 * @param to its end
 * @param keepsRight whether people drive on the right
 * @param metric whether speeds and lengths are shown in metric units
 * @param lanes lanes of links, and turning paths
 * @param links one direction of a road each
 * @param movements at all places
 * @param groups signal groups
 * @param places by id
 * @param crossings for people
 * @param types kinds of vehicles
 * @param far painted plan for small scales
 * @param near painted plan for large scales
 */
public record Scene(
        String title,
        String alternative,
        String period,
        double from,
        double to,
        boolean keepsRight,
        boolean metric,
        List<SceneLane> lanes,
        List<SceneLink> links,
        List<SceneMovement> movements,
        List<SceneGroup> groups,
        List<ScenePlace> places,
        List<SceneCrossing> crossings,
        List<SceneType> types,
        List<PlanShape> far,
        List<PlanShape> near) {

    /** A place by its id, or null. */
    public ScenePlace place(String id) {
        return places.stream().filter(p -> p.id().equals(id)).findFirst().orElse(null);
    }

    public List<String> placeIds() {
        return places.stream().map(ScenePlace::id).toList();
    }

    /** Last position of each lane (m). */
    public double[] laneEnds() {
        return lanes.stream().mapToDouble(SceneLane::end).toArray();
    }

    /**
     * A lane of a link, or a turning path.
     *
     * @param link its link, -1 on a turning path
     * @param number place in its link from the left, from 1; 0 on a path
     * @param movement of a path, else -1
     * @param fromLane of a path: the lane it leaves, else -1
     * @param toLane of a path: the lane it enters, else -1
     * @param start position at the first point of its line (m)
     * @param end position at its last point (m)
     * @param width m
     * @param speed limit, or what the curve allows (m/s)
     * @param line x, y, x, y …
     */
    public record SceneLane(
            int link,
            int number,
            int movement,
            int fromLane,
            int toLane,
            double start,
            double end,
            double width,
            double speed,
            double[] line) {}

    /**
     * One direction of a road.
     *
     * @param id such as {@code quay-1 ahead}
     * @param name of the street
     * @param approach what it is called at the place it leads to
     */
    public record SceneLink(String id, String name, String from, String to, String approach, boolean ring) {}

    /**
     * A movement.
     *
     * @param name short name
     * @param group signal group, or -1
     * @param inner whether it is a stretch round a ring
     */
    public record SceneMovement(
            String place, String name, String id, int fromLink, int toLink, int group, boolean inner) {}

    /** A signal group of a place. */
    public record SceneGroup(String place, String id) {}

    /** A place. */
    public record ScenePlace(String id, double x, double y, boolean controlled) {}

    /**
     * A crossing: where people begin to cross, the way they look from there as a unit vector, and how far they go (m).
     *
     * @param width along the road (m)
     */
    public record SceneCrossing(String id, double x, double y, double dx, double dy, double length, double width) {}

    /** A kind of vehicle: its name and width (m). */
    public record SceneType(String id, double width) {}
}
