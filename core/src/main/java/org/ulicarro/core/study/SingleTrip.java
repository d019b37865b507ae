package org.ulicarro.core.study;

import java.util.List;

/**
 * One vehicle.
 *
 * @param at when it enters (s since midnight)
 * @param type what it is
 * @param route places on its way, the first where it enters, the last where it leaves
 */
public record SingleTrip(
        @Required @DayTime @About("When it enters.") double at,

        @Usual("car") @About("What it is.") String type,

        @Required @About("Places on its way, the first where it enters, the last where it leaves.")
        List<String> route) {

    public SingleTrip {
        type = type == null ? Written.of(VehicleType.CAR) : type;
        route = route == null ? List.of() : List.copyOf(route);
    }
}
