package org.ulicarro.report.replay;

/**
 * One painted shape of a plan.
 *
 * @param color {@code #rrggbb}, or {@code #rrggbbaa} where one can see through
 * @param width of the line (m), 0 for a filled shape
 * @param dash lengths on and off (m), null for an unbroken line
 * @param path as in SVG: M, L, Q, C and Z with absolute coordinates, metres, y north
 */
public record PlanShape(String color, double width, double[] dash, String path) {}
