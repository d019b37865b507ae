package org.ulicarro.core.study;

import org.ulicarro.core.base.Quantity;

/** The built-in kinds of vehicle, each with what is usual for it. */
public enum VehicleType {
    CAR(vehicle(4.8, 1.8, 2.4, 3.0, 1.0, 58, 1.0, 0, 1.3, 0)),
    VAN(vehicle(5.6, 1.9, 2.0, 3.0, 1.0, 44, 1.0, 0, 1.2, 0)),
    TRUCK(vehicle(9.5, 2.5, 1.2, 2.5, 0.95, 25, 1.1, 12, 1.1, 0.00027)),
    ARTICULATED(vehicle(16.5, 2.55, 0.9, 2.2, 0.92, 25, 1.2, 8.5, 1, 0.00013)),
    BUS(vehicle(12.0, 2.55, 1.1, 2.2, 0.93, 27, 1.1, 13, 20, 0.00025)),
    TRAM(vehicle(32.0, 2.4, 1.0, 1.2, 0.95, 19.4, 1.1, 11, 60, 0.0001)),
    BICYCLE(vehicle(1.8, 0.7, 0.9, 1.5, 1.0, 5.0, 0.9, 2.2, 1, 0.0035)),
    MOTORCYCLE(vehicle(2.2, 0.9, 2.8, 3.5, 1.02, 58, 0.9, 0, 1.1, 0));

    private final Vehicle usual;

    VehicleType(Vehicle usual) {
        this.usual = usual;
    }

    /** What is usual for it, before a study changes anything. */
    public Vehicle usual() {
        return usual;
    }

    private static Vehicle vehicle(
            double length,
            double width,
            double acceleration,
            double deceleration,
            double desiredSpeed,
            double topSpeed,
            double timeGap,
            double power,
            double occupancy,
            double drag) {
        return new Vehicle(
                length,
                width,
                spread(acceleration, 0.1),
                spread(deceleration, 0.1),
                spread(desiredSpeed, 0.08),
                spread(topSpeed, topSpeed < 10 ? 0.15 : 0.03),
                timeGap,
                spread(power, 0.15),
                occupancy,
                drag);
    }

    private static Quantity spread(double mean, double share) {
        return new Quantity(mean, mean * share);
    }
}
