package org.ulicarro.core.search.optimize;

import java.util.List;
import java.util.Map;

/**
 * How one signal is timed.
 *
 * @param order which of its orders of greens
 * @param factor its cycle as a multiple of the common one: 0.5, 1 or 2
 * @param start time of day, modulo its cycle, of the first point of the order (s)
 * @param points when each point comes, from the first one; the last one is its cycle. Empty where it runs without a cycle (s)
 * @param maxima longest greens by phase, where it runs without a cycle (s)
 * @param passage green after the last vehicle by phase, likewise (s)
 */
record Setting(
        int order,
        double factor,
        double start,
        List<Double> points,
        Map<String, Double> maxima,
        Map<String, Double> passage) {

    /** One with a cycle. */
    static Setting of(int order, double factor, double start, double[] points) {
        List<Double> all = java.util.Arrays.stream(points).boxed().toList();
        double cycle = points[points.length - 1];
        return new Setting(order, factor, within(start, cycle), all, Map.of(), Map.of());
    }

    /** Its cycle (s); NaN where it runs without one. */
    double cycle() {
        return points.isEmpty() ? Double.NaN : points.get(points.size() - 1);
    }

    double[] times() {
        return points.stream().mapToDouble(Double::doubleValue).toArray();
    }

    /** The same that begins later (s). */
    Setting later(double by) {
        return new Setting(order, factor, within(start + by, cycle()), points, maxima, passage);
    }

    private static double within(double time, double cycle) {
        double rest = time - cycle * StrictMath.floor(time / cycle);
        return rest >= cycle - 1e-9 ? 0 : StrictMath.rint(rest * 10) / 10;
    }
}
