package org.ulicarro.core.study;

/**
 * A point of the plan, written {@code [x, y]}.
 *
 * @param x metres east of the origin
 * @param y metres north of the origin
 */
public record Point(double x, double y) {}
