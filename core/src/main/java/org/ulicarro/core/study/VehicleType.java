package org.ulicarro.core.study;

/**
 * The built-in kinds of vehicle. Lengths are those of common design vehicles; accelerations are what drivers use, not what the
 * engine could give.
 */
public enum VehicleType {
    CAR(4.8, 1.8, 2.4, 3.0, 1.0),
    VAN(5.6, 1.9, 2.0, 3.0, 1.0),
    TRUCK(9.5, 2.5, 1.1, 2.5, 0.93),
    ARTICULATED(16.5, 2.55, 0.8, 2.2, 0.90),
    BUS(12.0, 2.55, 1.1, 2.2, 0.93),
    TRAM(32.0, 2.4, 1.0, 1.2, 0.95),
    BICYCLE(1.8, 0.7, 0.9, 1.5, 0.36),
    MOTORCYCLE(2.2, 0.9, 2.6, 3.5, 1.02);

    private final double length;
    private final double width;
    private final double acceleration;
    private final double deceleration;
    private final double speedFactor;

    VehicleType(double length, double width, double acceleration, double deceleration, double speedFactor) {
        this.length = length;
        this.width = width;
        this.acceleration = acceleration;
        this.deceleration = deceleration;
        this.speedFactor = speedFactor;
    }

    /** Overall length (m). */
    public double length() {
        return length;
    }

    /** Overall width without mirrors (m). */
    public double width() {
        return width;
    }

    /** Mean of the drivers' maximum acceleration (m/s²). */
    public double acceleration() {
        return acceleration;
    }

    /** Mean of the drivers' comfortable deceleration (m/s²). */
    public double deceleration() {
        return deceleration;
    }

    /** Mean desired speed as a share of the limit. */
    public double speedFactor() {
        return speedFactor;
    }
}
