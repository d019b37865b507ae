package org.ulicarro.core.demand;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Supplier;

/**
 * Turns that are still to be given out where arrivals are exact: for each link and slice of its counts as many as were counted. Who draws
 * one takes it away, so that turns come out as counted in an order by chance. Of one replication.
 */
final class Urns {

    private final Map<Long, double[]> left = new LinkedHashMap<>();

    /**
     * Draws one.
     *
     * @param link the turns of which link
     * @param slice number of the slice of its counts
     * @param counted vehicles by turn in that slice, asked for when the urn is new
     * @param u uniform in (0, 1)
     * @return its place among the turns, or -1 when all are given out
     */
    int draw(int link, int slice, Supplier<double[]> counted, double u) {
        double[] turns = left.computeIfAbsent((long) link << 32 | slice, none -> counted.get());
        double total = 0;
        for (double one : turns) {
            total += one;
        }
        if (total < 1e-9) {
            return -1;
        }
        double sum = 0;
        int last = -1;
        for (int i = 0; i < turns.length; i++) {
            sum += turns[i];
            last = turns[i] > 0 ? i : last;
            if (u * total < sum) {
                last = i;
                break;
            }
        }
        turns[last] = Math.max(0, turns[last] - 1);
        return last;
    }
}
