package org.ulicarro.core.assign;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.demand.DemandPlan;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.demand.Ends;
import org.ulicarro.core.study.VehicleKind;
import org.ulicarro.core.study.VehicleType;

/** Who travels: those who choose their way, one by one over all replications, and those whose way is given. Flat arrays by driver. */
final class Drivers {

    final List<Ends> pairs = new ArrayList<>();
    final int replications;
    final int count;
    final int[] ends;
    final double[] time; // of departure (s since midnight)
    final long[] key;
    final VehicleType[] type;
    /** Of those whose way is given: where they enter, when, and their movements. */
    final List<Given> given = new ArrayList<>();

    record Given(int entry, double time, int[] way) {}

    Drivers(DemandPlan demand, int replications) {
        this.replications = replications;
        Map<Ends, Integer> numbers = new LinkedHashMap<>();
        List<Departures> all = new ArrayList<>();
        int free = 0;
        for (int k = 1; k <= replications; k++) {
            Departures one = demand.departures(k);
            all.add(one);
            for (int v = 0; v < one.size(); v++) {
                free += one.ends()[v] >= 0 ? 1 : 0;
            }
        }
        count = free;
        ends = new int[count];
        time = new double[count];
        key = new long[count];
        type = new VehicleType[count];
        int n = 0;
        for (Departures one : all) {
            for (int v = 0; v < one.size(); v++) {
                if (one.ends()[v] < 0) {
                    given.add(new Given(one.entry()[v], one.time()[v], one.way(v)));
                    continue;
                }
                Ends between = one.pairs().get(one.ends()[v]);
                ends[n] = numbers.computeIfAbsent(between, unknown -> {
                    pairs.add(between);
                    return pairs.size() - 1;
                });
                time[n] = one.time()[v];
                key[n] = one.key()[v];
                VehicleKind kind = one.kind()[v];
                type[n++] = kind.base();
            }
        }
    }
}
