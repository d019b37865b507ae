package org.ulicarro.core.study;

import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Quantity;

/** What a study changes about one type of vehicle; see {@link Vehicle} for each property. What is left out stays as built in. */
public record VehicleInput(
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
        Double occupancy) {}
