package org.ulicarro.core.network;

/**
 * The circle of a roundabout.
 *
 * @param x of its middle (m)
 * @param y of its middle (m)
 * @param outer radius to the outer kerb (m)
 * @param island radius of the island in the middle (m)
 */
public record Roundabout(double x, double y, double outer, double island) {}
