package org.ulicarro.core.study;

import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Quantity;

/**
 * How drivers behave on one class of road. What is left out keeps the built-in value of that class.
 *
 * @param timeGap desired time to the vehicle ahead (s)
 * @param reaction delay of a driver who stands before moving off (s)
 * @param standingSpacing front to front in a standing queue of cars (m)
 * @param acceleration share of a vehicle's usual acceleration that drivers use
 * @param keepOuter whether drivers go back to the lane next to the kerb when nothing is in their way there
 * @param politeness weight of what others lose or gain by a change of lanes made to get on faster
 * @param cooperation share of drivers who leave room for somebody who has to change lanes
 * @param blocking share of drivers who drive into a junction though they will have to stand in it
 * @param patience how long a driver waits at the end of a lane for room to change before driving on as the lane leads (s)
 */
public record Drivers(
        @Unit(Dimension.TIME)
        @About("Desired time gap to the vehicle ahead, 1.0 s ± 0.2 s; on motorways 1.2 s ± 0.25 s.")
        Quantity timeGap,

        @Unit(Dimension.TIME) @About("Delay before a standing driver moves off, 0.9 s ± 0.2 s.")
        Quantity reaction,

        @Unit(Dimension.LENGTH) @About("Front to front in a standing queue of cars, 7.3 m.")
        Quantity standingSpacing,

        @Unit(Dimension.SHARE)
        @About("How much of a vehicle's usual acceleration drivers use, 100 %; on motorways 120 %.")
        Double acceleration,

        @Key("keep-outer")
        @About(
                "Whether drivers go back to the lane next to the kerb when nothing is in their way there; false where none is written.")
        Boolean keepOuter,

        @Usual("20 %")
        @Unit(Dimension.SHARE)
        @About("Weight of what others lose or gain when a driver changes lanes to get on faster.")
        Double politeness,

        @Usual("80 %")
        @Unit(Dimension.SHARE)
        @About("Share of drivers who leave room for somebody who has to change lanes.")
        Double cooperation,

        @Usual("2 %")
        @Unit(Dimension.SHARE)
        @About("Share of drivers who drive into a junction though they will have to stand in it.")
        Double blocking,

        @Usual("60 s")
        @Unit(Dimension.TIME)
        @About("How long a driver waits at the end of a lane for room to change before driving on as the lane leads.")
        Double patience) {}
