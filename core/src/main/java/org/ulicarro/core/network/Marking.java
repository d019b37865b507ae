package org.ulicarro.core.network;

import java.util.List;
import org.ulicarro.core.study.VehicleType;

/**
 * Something that lies on a stretch of a lane.
 *
 * @param kind what it is
 * @param id as in the study
 * @param lane index of its lane
 * @param from first position on the lane (m)
 * @param to last position (m)
 * @param only types of vehicle that it concerns; all where there are none
 */
public record Marking(Kind kind, String id, int lane, double from, double to, List<VehicleType> only) {

    public Marking {
        only = List.copyOf(only);
    }

    /** One that concerns all vehicles. */
    public Marking(Kind kind, String id, int lane, double from, double to) {
        this(kind, id, lane, from, to, List.of());
    }

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
