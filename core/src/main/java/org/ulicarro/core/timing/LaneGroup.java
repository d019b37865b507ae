package org.ulicarro.core.timing;

import java.util.List;
import java.util.Optional;
import org.ulicarro.core.network.Movement;

/**
 * Lanes of an approach whose vehicles can choose among them, with all their movements.
 *
 * @param movements what they serve
 * @param lanes their number
 * @param group signal group that holds most of them
 * @param volume demand (veh/h)
 * @param unhindered flow at which a queue leaves on green, all lanes together, if nobody had to wait for a gap or for people (veh/h)
 * @param inGaps those who have to wait for gaps; empty where nobody has
 * @param people whom those who turn have to wait for
 */
public record LaneGroup(
        List<Movement> movements,
        int lanes,
        int group,
        double volume,
        double unhindered,
        Optional<TurnsInGaps> inGaps,
        PeopleInTheWay people) {

    private static final int HALVINGS = 20; // to a thousandth of a second

    /** Flow at which a queue leaves in the mean over a green (veh/h). */
    public double saturation(double green, double cycle) {
        double ofGaps = inGaps.isEmpty() ? 1 : inGaps.get().share(green, cycle);
        return people.isEmpty() ? unhindered * ofGaps : unhindered * ofGaps * people.share(green, cycle, inGaps);
    }

    /**
     * Green that it needs in a cycle for a demand over capacity (s). With more green, turns find more of it free of oncoming vehicles and
     * people: capacity grows faster than the green; what a whole cycle does not serve needs as many of them.
     */
    double needs(double cycle, double load) {
        double least = unhindered <= 0 ? 0 : volume / unhindered * cycle / load;
        if (inGaps.isEmpty() && people.isEmpty() || least == 0) {
            return least;
        }
        double over = load(cycle, cycle) / load;
        if (over > 1) {
            return over * cycle;
        }
        double most = cycle;
        for (int i = 0; i < HALVINGS; i++) {
            double middle = (least + most) / 2;
            if (load(middle, cycle) > load) {
                least = middle;
            } else {
                most = middle;
            }
        }
        return most;
    }

    /** Share of a cycle that it needs green for, with demand at capacity: its flow ratio. */
    public double ratio(double cycle) {
        return needs(cycle, 1) / cycle;
    }

    /** The same group with another volume and saturation flow, as shares of what they are. */
    LaneGroup with(double volumes, double saturations) {
        return new LaneGroup(
                movements,
                lanes,
                group,
                volume * volumes,
                unhindered * saturations,
                inGaps.map(turns -> turns.with(volumes)),
                people);
    }

    /** Movements in one word: {@code EBT+EBR}. */
    public String name() {
        return String.join("+", movements.stream().map(Movement::name).toList());
    }

    /** The same group where others have another volume, as a share of what it is. */
    LaneGroup with(List<Movement> others, double volumes) {
        return new LaneGroup(
                movements, lanes, group, volume, unhindered, inGaps.map(turns -> turns.with(others, volumes)), people);
    }

    /** Whether some of it turn in gaps of a movement. */
    public boolean waitsFor(Movement other) {
        return inGaps.isPresent()
                && inGaps.get().met().stream().anyMatch(m -> m.movement().equals(other));
    }

    /** Demand over capacity. */
    public double load(double green, double cycle) {
        if (volume <= 0) {
            return green <= 0 ? Double.POSITIVE_INFINITY : 0;
        }
        return green <= 0 ? Double.POSITIVE_INFINITY : volume / saturation(green, cycle) * cycle / green;
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
        double saturation = saturation(green, cycle);
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
