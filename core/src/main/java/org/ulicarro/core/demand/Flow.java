package org.ulicarro.core.demand;

import org.ulicarro.core.base.Draws;
import org.ulicarro.core.base.Draws.Purpose;
import org.ulicarro.core.study.DemandInput.Arrivals;

/**
 * Vehicles that enter on one link and spread over known ways.
 *
 * @param name of its draws: no two flows of a study share one
 * @param entry index of the link on which they enter
 * @param how they are spread over time
 * @param times borders of slices, rising (s since midnight)
 * @param rates of each slice (veh/s)
 * @param ways movements of each way
 * @param ends of each way, where it is one of those that can be chosen; null where it is given
 * @param shares slice to cumulative share of each way, the last one 1
 * @param mix what they are
 */
record Flow(
        String name,
        int entry,
        Arrivals how,
        double[] times,
        double[] rates,
        int[][] ways,
        Ends[] ends,
        double[][] shares,
        TypeMix mix)
        implements Source {

    @Override
    public void draw(long seed, int replication, DepartureDraft draft) {
        long id = Draws.idOf(name);
        int[] routes = new int[ways.length];
        int[] between = new int[ways.length];
        for (int i = 0; i < ways.length; i++) {
            routes[i] = draft.route(ways[i]);
            between[i] = ends[i] == null ? -1 : draft.ends(ends[i]);
        }
        ArrivalTimes.draw(how, times, rates, Draws.key(seed, replication, Purpose.ARRIVALS, id), (time, n) -> {
            long key = Draws.key(seed, replication, Purpose.VEHICLE, id + n);
            double u = Draws.uniform(Draws.key(seed, replication, Purpose.ROUTE, id + n), 0);
            double[] upTo = shares[slice(time)];
            int way = 0;
            while (way < upTo.length - 1 && u >= upTo[way]) {
                way++;
            }
            if (between[way] < 0) {
                draft.add(time, entry, routes[way], mix.draw(key), key, -1);
            } else {
                draft.addFree(time, entry, routes[way], mix.draw(key), key, between[way]);
            }
        });
    }

    private int slice(double time) {
        int i = 0;
        while (i < times.length - 2 && time >= times[i + 1]) {
            i++;
        }
        return i;
    }

    /** Relative shares laid end to end, the last one at 1. */
    static double[] cumulative(double[] shares) {
        double total = 0;
        for (double share : shares) {
            total += share;
        }
        double[] upTo = new double[shares.length];
        double sum = 0;
        for (int i = 0; i < shares.length; i++) {
            sum += shares[i];
            upTo[i] = sum / total;
        }
        return upTo;
    }
}
