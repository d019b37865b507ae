package org.ulicarro.core.network;

/**
 * Something that lies on a stretch of a lane.
 *
 * @param kind what it is
 * @param id as in the study
 * @param lane index of its lane
 * @param from first position on the lane (m)
 * @param to last position (m)
 */
public record Marking(Kind kind, String id, int lane, double from, double to) {

    public enum Kind {
        DETECTOR,
        KERB_STOP,
        LAYBY,
        GATE,
        CLOSURE,
        PARKING,
        NO_CHANGING,
        SPEED_ZONE
    }
}
