package org.ulicarro.core.traffic.events;

/** Why a driver wants to change lanes. */
public enum Motive {
    /** No wish to. */
    NONE,
    /** The lane does not lead where the driver wants to go, or soon will not. */
    WAY,
    /** The lane ends. */
    LANE_END,
    /** The lane is closed ahead. */
    CLOSURE,
    /** The lane may not be used by this type of vehicle. */
    LANE_USE,
    /** The next stop of its service is there. */
    STOP,
    /** The driver gets on better there. */
    GAIN,
    /** There is room beside the kerb, where the study keeps drivers. */
    KEEP_OUTER;

    private static final Motive[] ALL = values();

    /** By its ordinal. */
    public static Motive of(int ordinal) {
        return ALL[ordinal];
    }
}
