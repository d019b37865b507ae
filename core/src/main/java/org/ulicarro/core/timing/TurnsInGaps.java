package org.ulicarro.core.timing;

import java.util.List;
import org.ulicarro.core.network.Movement;

/**
 * What turns across oncoming traffic, in gaps, leave of the saturation flow of their lanes: nothing of it while the oncoming queue
 * discharges, less than all of it afterwards, and a few who go at the end of green.
 *
 * <p>Source: Highway Capacity Manual 2000, chapter 16, appendix C. Its lost time is the start-up alone here, since greens are counted as
 * they are shown, and yellow makes up for the start. The oncoming green is taken to be as long as their own.
 *
 * @param lanes of the group
 * @param own whether all on these lanes turn so
 * @param turns of a lane group that go in gaps (veh/h)
 * @param volume of the group (veh/h)
 * @param met what meets them by right
 * @param opposingSaturation at which a queue of that discharges, all its lanes together (veh/h)
 * @param opposingLanes of it
 * @param opposingTurns share of turns in gaps in what comes on these lanes
 */
public record TurnsInGaps(
        int lanes,
        boolean own,
        double turns,
        double volume,
        List<Met> met,
        double opposingSaturation,
        int opposingLanes,
        double opposingTurns) {

    /**
     * A movement that goes by right and meets them.
     *
     * @param movement which
     * @param volume of it (veh/h)
     */
    public record Met(Movement movement, double volume) {}

    private static final double START = 2; // s

    /** So many turn at the end of a green wherever they had no gap, and each of them takes so long: 2 (1 + P) / g (s). */
    private static final double SNEAKERS = 2;

    /** Vehicles straight on for one that turns once the queue is gone: exhibit C16-3. */
    private static final double[] FLOW = {0, 200, 400, 600, 800, 1000, 1200}; // veh/h

    private static final double[] SHARED = {1.4, 1.7, 2.1, 2.5, 3.1, 3.7, 4.5};
    private static final double[] OWN = {1.3, 1.6, 1.9, 2.3, 2.8, 3.3, 4.0};

    /** Lanes beside one with turns in gaps lose this, since some change over. */
    private static final double BESIDE = 0.91;

    /** As many straight on as one turn counts for in a lane that it shares, once the oncoming queue is gone. */
    static double countsAs(double opposing) {
        return at(SHARED, opposing);
    }

    /** All that meets them (veh/h). */
    double opposing() {
        double sum = 0;
        for (Met one : met) {
            sum += one.volume;
        }
        return sum;
    }

    /** The same turns with another volume of their group, as a share of what it is. */
    TurnsInGaps with(double volumes) {
        return new TurnsInGaps(
                lanes, own, turns * volumes, volume * volumes, met, opposingSaturation, opposingLanes, opposingTurns);
    }

    /** The same turns where others have another volume, as a share of what it is. */
    TurnsInGaps with(List<Movement> others, double volumes) {
        List<Met> then = met.stream()
                .map(m -> others.contains(m.movement) ? new Met(m.movement, m.volume * volumes) : m)
                .toList();
        return new TurnsInGaps(lanes, own, turns, volume, then, opposingSaturation, opposingLanes, opposingTurns);
    }

    /** Share of the saturation flow without such turns, over the whole green. */
    double share(double green, double cycle) {
        if (green <= 0 || turns <= 0 && volume > 0) {
            return 1;
        }
        double first = own ? 0 : Math.min(green, untilFirst(green, cycle));
        double queue = Math.min(green, queueTime(green, cycle));
        double free = green - Math.max(first, queue);
        double turning = volume > 0 ? turns / volume : 1;
        double inLane = own ? 1 : turning * (1 + (lanes - 1) * green / (first + free / at(SHARED, opposing()) + 4.24));
        double left = ofTheirLane(green, first, queue, free, Math.min(1, inLane));
        double all = own ? left : (left + BESIDE * (lanes - 1)) / lanes;
        // a lane that turns fill overflows before the others do
        double full = own ? 1 : ofTheirLane(green, first, queue, free, 1) / (lanes * turning);
        return Math.min(1, Math.min(all, full));
    }

    /** f_m: the same for the lane from which they turn, with their share of those in it. */
    private double ofTheirLane(double green, double first, double queue, double free, double inLane) {
        double counts = at(own ? OWN : SHARED, opposing());
        double left = first + free / (1 + inLane * (counts - 1));
        if (isNarrow() && queue > first) {
            left += (queue - first) / (1 + inLane * (besideOpposingTurns(queue - first) - 1));
        }
        return Math.max(left, Math.min(green, SNEAKERS * (1 + inLane))) / green;
    }

    /** Whether one lane meets one, which has rows of its own in the manual. */
    private boolean isNarrow() {
        return !own && lanes == 1 && opposingLanes == 1;
    }

    /** g_f: until the first who turns comes to the line (s). */
    private double untilFirst(double green, double cycle) {
        double perCycle = turns * cycle / 3600;
        double share = isNarrow()
                ? StrictMath.exp(-0.860 * StrictMath.pow(perCycle, 0.629))
                : StrictMath.exp(-0.882 * StrictMath.pow(perCycle, 0.717));
        return Math.max(0, green * share - START);
    }

    /** g_q: until the oncoming queue has gone, by even arrivals (s). */
    double queueTime(double green, double cycle) {
        double arrives = opposing() / 3600;
        double leaves = opposingSaturation / 3600;
        return arrives >= leaves ? green : arrives * Math.max(0, cycle - green) / (leaves - arrives);
    }

    /** E_L2: oncoming turns leave gaps in their own queue. */
    private double besideOpposingTurns(double seconds) {
        double n = seconds / 2;
        double until = opposingTurns < 1e-6 ? n : (1 - StrictMath.pow(1 - opposingTurns, n)) / opposingTurns;
        return Math.max(1, until);
    }

    private static double at(double[] counts, double opposing) {
        for (int i = 1; i < FLOW.length; i++) {
            if (opposing <= FLOW[i]) {
                double into = (opposing - FLOW[i - 1]) / (FLOW[i] - FLOW[i - 1]);
                return counts[i - 1] + into * (counts[i] - counts[i - 1]);
            }
        }
        return counts[counts.length - 1];
    }
}
