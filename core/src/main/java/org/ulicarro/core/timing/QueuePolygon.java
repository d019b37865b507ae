package org.ulicarro.core.timing;

import java.util.List;
import java.util.TreeSet;

/**
 * Uniform delay with any number of greens in a cycle: the area under the queue of even arrivals (Highway Capacity Manual, 6th edition,
 * chapter 19, incremental queue accumulation). With one green it is the manual's formula for uniform delay.
 */
final class QueuePolygon {

    /** A queue that is served within its cycle is the same in every cycle after the first. */
    private static final int CYCLES = 2;

    private QueuePolygon() {}

    /**
     * Mean delay (s).
     *
     * @param arrivals vehicles per second, no more than the greens serve
     * @param saturation vehicles per second of green, above arrivals
     * @param greens from and to (s), which may go on over the end of the cycle
     */
    static double delay(double arrivals, double saturation, List<double[]> greens, double cycle) {
        if (arrivals <= 0) {
            return delay(saturation * 1e-9, saturation, greens, cycle); // of the one who comes
        }
        TreeSet<Double> times = new TreeSet<>(List.of(0.0, cycle));
        greens.forEach(g -> {
            times.add(g[0] % cycle);
            times.add(g[1] % cycle);
        });
        Double[] at = times.toArray(Double[]::new);
        double queue = 0;
        double area = 0;
        for (int k = 0; k < CYCLES; k++) {
            area = 0;
            for (int i = 1; i < at.length; i++) {
                double seconds = at[i] - at[i - 1];
                double grows = arrivals - (isGreen(greens, (at[i] + at[i - 1]) / 2, cycle) ? saturation : 0);
                double clears = grows < 0 ? Math.min(seconds, -queue / grows) : seconds;
                area += clears * (queue + queue + grows * clears) / 2;
                queue = Math.max(0, queue + grows * clears);
                queue = clears < seconds ? 0 : queue;
            }
        }
        return area / (arrivals * cycle);
    }

    private static boolean isGreen(List<double[]> greens, double time, double cycle) {
        return greens.stream()
                .anyMatch(g -> time >= g[0] && time < g[1] || time + cycle >= g[0] && time + cycle < g[1]);
    }
}
