package org.ulicarro.core.study;

import org.ulicarro.core.base.Quantity;

/**
 * The properties of one kind of vehicle and of those who drive it, as means with the spread between individuals. Lengths and widths
 * are those of common design vehicles; accelerations are what drivers use, not what the engine could give.
 *
 * @param length overall length (m)
 * @param width overall width without mirrors (m)
 * @param acceleration what drivers use from a stand on the level (m/s²)
 * @param deceleration what they find comfortable (m/s²)
 * @param desiredSpeed desired speed as a share of the limit
 * @param topSpeed highest speed whatever the limit (m/s)
 * @param timeGap time gap as a share of what is usual on the class of road
 * @param power at the wheels per mass (W/kg), which limits heavy vehicles at speed and uphill; 0 where it never does
 * @param occupancy people on board
 * @param drag of the air per mass, as deceleration over speed squared (1/m)
 */
public record Vehicle(
        double length,
        double width,
        Quantity acceleration,
        Quantity deceleration,
        Quantity desiredSpeed,
        Quantity topSpeed,
        double timeGap,
        Quantity power,
        double occupancy,
        double drag) {

    /** The same with what a study says about it; null changes nothing. */
    Vehicle with(VehicleInput own) {
        return own == null
                ? this
                : new Vehicle(
                        or(own.length(), length),
                        or(own.width(), width),
                        or(own.acceleration(), acceleration),
                        or(own.deceleration(), deceleration),
                        or(own.desiredSpeed(), desiredSpeed),
                        or(own.topSpeed(), topSpeed),
                        or(own.timeGap(), timeGap),
                        or(own.power(), power),
                        or(own.occupancy(), occupancy),
                        drag);
    }

    private static <T> T or(T written, T usual) {
        return written == null ? usual : written;
    }
}
