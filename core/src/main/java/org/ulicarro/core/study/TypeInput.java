package org.ulicarro.core.study;

import java.util.Map;
import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Quantity;

/** A type of vehicle that a study makes: a built-in one with other properties, or several types by their shares. */
public record TypeInput(
        @Key("based-on")
        @About("The built-in type whose lanes it may use and whose properties it has where none is written.")
        VehicleType basedOn,

        @Unit(Dimension.SHARE)
        @About("Instead: other types that it stands for, with their shares: {truck: 70 %, articulated: 30 %}.")
        Map<String, Double> shares,

        @Unit(Dimension.LENGTH) @About("Overall length.") Double length,

        @Unit(Dimension.LENGTH) @About("Overall width.") Double width,

        @Unit(Dimension.ACCELERATION) @About("What drivers use from a stand on the level: 1.2 m/s2 ± 0.1 m/s2.")
        Quantity acceleration,

        @Unit(Dimension.ACCELERATION) @About("What drivers find comfortable: 2.5 m/s2 ± 0.2 m/s2.")
        Quantity deceleration,

        @Key("desired-speed") @Unit(Dimension.SHARE) @About("What drivers wish, as a share of the limit: 95 % ± 6 %.")
        Quantity desiredSpeed,

        @Key("top-speed") @Unit(Dimension.SPEED) @About("Highest speed whatever the limit: 90 km/h ± 3 km/h.")
        Quantity topSpeed,

        @Key("time-gap")
        @Unit(Dimension.SHARE)
        @About("Time gap as a share of what is usual on the class of road: 110 %.")
        Double timeGap,

        @Unit(Dimension.POWER)
        @About("At the wheels per mass, which limits heavy vehicles: 12 kW/t ± 2 kW/t; 0 kW/t for no limit.")
        Quantity power,

        @About("People on board on average, for what they lose together: 1.4.")
        Double occupancy) {

    public TypeInput {
        shares = InOrder.map(shares);
    }

    /** What it changes about the type that it is based on. */
    VehicleInput changes() {
        return new VehicleInput(
                length, width, acceleration, deceleration, desiredSpeed, topSpeed, timeGap, power, occupancy);
    }
}
