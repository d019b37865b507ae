package org.ulicarro.core.study;

import java.util.List;

/**
 * A road or a turn that is forbidden, to some types of vehicle or to all, for a time or always. Ways lead round it; nothing on the road holds
 * anybody up.
 *
 * @param road the direction of a road that it is about; null where it is about a turn
 * @param at the place of the turn
 * @param turn the turn, as {@code NBL} or {@code quay-1>mill}; null where it is about a road
 * @param types to whom it is forbidden; empty for all
 * @param from time of day it begins (s since midnight), or null
 * @param to time of day it ends (s since midnight), or null
 */
public record Ban(
        @About("The road and direction: quay-2 ahead.") LinkName road,

        @About("Instead: the place of a turn.") String at,

        @About("The turn there: NBL, or quay-1>mill.") String turn,

        @About("To whom it is forbidden; to all where none is written.")
        List<VehicleType> types,

        @DayTime @About("When it begins; the whole day where none is written.")
        Double from,

        @DayTime @About("When it ends.") Double to) {

    public Ban {
        types = types == null ? List.of() : List.copyOf(types);
    }
}
