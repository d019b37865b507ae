package org.ulicarro.core.demand;

import org.ulicarro.core.study.VehicleType;

/**
 * Why a link or a movement may not be used.
 *
 * @param link index of the link, or -1
 * @param movement index of the movement, or -1
 * @param types bits of the base types that it concerns
 * @param from when it begins (s since midnight)
 * @param to when it ends (s since midnight)
 * @param pointer where it is written
 */
public record Ban(int link, int movement, int types, double from, double to, String pointer) {

    /** Whether it concerns a type. */
    public boolean concerns(VehicleType type) {
        return (types & 1 << type.ordinal()) != 0;
    }

    /** Whether it holds at some time between two. */
    public boolean holds(double since, double until) {
        return from < until && to > since;
    }
}
