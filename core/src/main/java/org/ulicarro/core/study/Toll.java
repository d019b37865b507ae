package org.ulicarro.core.study;

import java.util.Map;

/**
 * What it costs to drive on a road. Drivers heed it as they choose their way; it is paid in motion.
 *
 * @param road its direction
 * @param amount in units of money
 * @param types amounts of types that pay otherwise
 * @param from time of day it begins (s since midnight), or null
 * @param to time of day it ends (s since midnight), or null
 */
public record Toll(
        @Required @About("The road and direction: quay-2 ahead.")
        LinkName road,

        @Required @About("In units of money.") double amount,

        @About("Amounts of types that pay otherwise: {truck: 6, bus: 0}.")
        Map<VehicleType, Double> types,

        @DayTime @About("When it begins; the whole day where none is written.")
        Double from,

        @DayTime @About("When it ends.") Double to) {

    public Toll {
        types = InOrder.map(types);
    }

    /** What a vehicle of a type pays. */
    public double of(VehicleType type) {
        return types.getOrDefault(type, amount);
    }
}
