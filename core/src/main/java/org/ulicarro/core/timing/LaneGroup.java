package org.ulicarro.core.timing;

import java.util.List;
import org.ulicarro.core.network.Movement;

/**
 * Lanes of an approach whose vehicles can choose among them, with all their movements.
 *
 * @param movements what they serve
 * @param lanes their number
 * @param group signal group that holds most of them
 * @param volume demand (veh/h)
 * @param saturation flow at which a queue leaves on green, all lanes together (veh/h)
 */
public record LaneGroup(List<Movement> movements, int lanes, int group, double volume, double saturation) {

    /** Share of the time that it needs green for. */
    public double ratio() {
        return saturation <= 0 ? 0 : volume / saturation;
    }

    /** Movements in one word: {@code EBT+EBR}. */
    public String name() {
        return String.join("+", movements.stream().map(Movement::name).toList());
    }

    /** Demand over capacity. */
    public double load(double green, double cycle) {
        return green <= 0 ? Double.POSITIVE_INFINITY : ratio() * cycle / green;
    }

    /** Mean control delay with one green in the cycle (s per vehicle). */
    public double delay(double green, double cycle) {
        return delay(List.of(new double[] {0, green}), cycle);
    }

    /**
     * Mean control delay (s per vehicle) with random arrivals: uniform delay by the polygon of its queue, and incremental delay of the
     * Highway Capacity Manual 2000, equation 16-12, for a quarter of an hour without a queue at its start, k = 0.5 and I = 1.
     *
     * @param greens from and to of each green (s)
     */
    double delay(List<double[]> greens, double cycle) {
        double green = GreenTimes.seconds(greens);
        double share = green / cycle;
        double x = load(green, cycle);
        double capacity = saturation * share;
        if (capacity <= 0) {
            return Double.POSITIVE_INFINITY;
        }
        double arrivals = Math.min(volume, capacity) / 3600;
        double uniform = QueuePolygon.delay(arrivals, saturation / 3600, greens, cycle);
        double hours = 0.25;
        double over = x - 1;
        double incremental = 900 * hours * (over + StrictMath.sqrt(over * over + 4 * x / (capacity * hours)));
        return uniform + incremental;
    }
}
