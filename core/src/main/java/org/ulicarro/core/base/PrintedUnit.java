package org.ulicarro.core.base;

/**
 * A unit in which people read a figure.
 *
 * @param name as it stands behind the figure
 * @param size what one of it is in the unit that is used inside: SI, litres for fuel
 */
public record PrintedUnit(String name, double size) {

    /** A unit of a dimension. */
    public static PrintedUnit of(Dimension dimension, String name) {
        return new PrintedUnit(name, dimension.units().get(name));
    }

    /** A figure of the inside, in this unit. */
    public double of(double inside) {
        return inside / size;
    }

    /** How many of it make one of the unit inside. */
    public double perInside() {
        return 1 / size;
    }
}
