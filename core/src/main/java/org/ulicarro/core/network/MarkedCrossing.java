package org.ulicarro.core.network;

import java.util.List;
import org.ulicarro.core.study.Crossing;

/**
 * A marked crossing for people on foot.
 *
 * @param id {@code gate.quay-1} at a place; as written elsewhere
 * @param place its place, or null away from junctions
 * @param road the road it crosses
 * @param kind who goes first
 * @param refuge whether people may stop in the middle
 * @param width along the road (m)
 * @param one the middle of the crossing at one kerb, looking across the road
 * @param length from kerb to kerb (m)
 * @param middle where its refuge is, or would be: between the two directions, from the kerb at {@code one} (m)
 * @param yielding share of drivers who give way at a zebra
 * @param crossed the lanes and paths it crosses
 */
public record MarkedCrossing(
        String id,
        String place,
        String road,
        Crossing.Kind kind,
        boolean refuge,
        double width,
        Pose one,
        double length,
        double middle,
        double yielding,
        List<Crossed> crossed) {

    /**
     * A lane or path on it.
     *
     * @param lane its index
     * @param from first position on the lane that is on the crossing (m)
     * @param to last one (m)
     * @param at of the lane's middle, from the kerb at {@code one} (m)
     */
    public record Crossed(int lane, double from, double to, double at) {}
}
