package org.ulicarro.core.study;

import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Quantity;

/**
 * How drivers behave on one class of road. What is left out keeps the built-in value of that class.
 *
 * @param timeGap desired time to the vehicle ahead (s)
 * @param reaction delay of a driver who stands before moving off (s)
 * @param standingSpacing front to front in a standing queue of cars (m)
 */
public record Drivers(
        @Unit(Dimension.TIME) @About("Desired time gap to the vehicle ahead, 1.0 s ± 0.2 s.")
        Quantity timeGap,

        @Unit(Dimension.TIME) @About("Delay before a standing driver moves off, 0.9 s ± 0.2 s.")
        Quantity reaction,

        @Unit(Dimension.LENGTH) @About("Front to front in a standing queue of cars, 7.3 m.")
        Quantity standingSpacing) {}
