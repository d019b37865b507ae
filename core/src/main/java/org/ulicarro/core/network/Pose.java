package org.ulicarro.core.network;

/**
 * A point with a direction.
 *
 * @param x metres east
 * @param y metres north
 * @param dx east part of the unit vector of its direction
 * @param dy north part of it
 */
public record Pose(double x, double y, double dx, double dy) {

    /** The point that far to the right of this one; negative is left. The direction stays. */
    public Pose right(double metres) {
        return new Pose(x + dy * metres, y - dx * metres, dx, dy);
    }

    /** The point that far ahead. */
    public Pose ahead(double metres) {
        return new Pose(x + dx * metres, y + dy * metres, dx, dy);
    }

    /** Angle from this direction to another one, counter-clockwise positive, in (-π, π]. */
    public double turnTo(Pose other) {
        return StrictMath.atan2(dx * other.dy - dy * other.dx, dx * other.dx + dy * other.dy);
    }
}
