package org.ulicarro.core.timing;

import java.util.List;

/**
 * Greens for a cycle.
 *
 * @param cycle seconds
 * @param greens of each span, in the order of the spans (s)
 * @param points when each point comes, from the first one (s)
 * @param load demand over capacity of the critical movements; infinite where the minimums alone do not fit
 * @param critical whether each span is on the critical way
 */
public record Timed(double cycle, double[] greens, double[] points, double load, List<Boolean> critical) {}
