package org.ulicarro.core.network;

/**
 * A stretch of a lane that is driven slower than its limit on account of a bend of the road.
 *
 * @param lane its index
 * @param from where it begins on the lane (m)
 * @param to where it ends (m)
 * @param speed of the driver in the middle (m/s)
 */
public record Curve(int lane, double from, double to, double speed) {}
