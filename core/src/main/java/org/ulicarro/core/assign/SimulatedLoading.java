package org.ulicarro.core.assign;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.ulicarro.core.measure.Instruments;
import org.ulicarro.core.measure.TotalRow;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Progress;
import org.ulicarro.core.run.ReplicationResult;
import org.ulicarro.core.run.Replications;
import org.ulicarro.core.run.TrialPool;
import org.ulicarro.core.run.Trials;
import org.ulicarro.core.traffic.Observer;

/** Drives replications with drivers on their ways: in each iteration the same drivers at the same times. */
final class SimulatedLoading implements Loading {

    private final Model base;
    private final Network network;
    private final Formula formula;
    private final Times free;
    private final int replications;
    private final TrialPool pool;
    private final Progress progress;

    /** @param free times by formula with nobody on the road */
    SimulatedLoading(Model base, Formula formula, Times free, int replications, TrialPool pool, Progress progress) {
        this.base = base;
        network = base.network();
        this.formula = formula;
        this.free = free;
        this.replications = replications;
        this.pool = pool;
        this.progress = progress;
    }

    @Override
    public Result load(WayShares shares) throws InterruptedException {
        Model model = base.with(inputs -> inputs.withWays(shares.rows())).get();
        Map<Integer, TimesMeter> meters = new TreeMap<>();
        for (int k = 1; k <= replications; k++) {
            meters.put(k, new TimesMeter(network, free));
        }
        List<ReplicationResult> results = new ArrayList<>();
        Trials.run(
                model,
                Replications.of(replications),
                Instruments.of(TotalRow.class),
                pool,
                k -> List.<Observer>of(meters.get(k)),
                progress,
                results::add);
        Loaded all = new Loaded(network, free.slices);
        meters.values().forEach(meter -> all.add(meter.loaded(), 1.0 / replications));
        return new Result(all, times(all), totals(results));
    }

    private static Totals totals(List<ReplicationResult> results) {
        double vehicles = 0;
        double unfinished = 0;
        double delay = 0;
        double time = 0;
        double wanted = 0;
        double outside = 0;
        double missed = 0;
        int standstills = 0;
        for (ReplicationResult result : results) {
            TotalRow all = result.rows(TotalRow.class).stream()
                    .filter(row -> row.type().equals(TotalRow.ALL))
                    .findFirst()
                    .orElseThrow();
            vehicles += all.vehicles();
            unfinished += all.unfinished();
            delay += all.delayS();
            time += all.travelTimeS();
            wanted += result.wanted();
            outside += result.unservedAtEnd();
            missed += result.missedTurns();
            standstills += result.standstills().size();
        }
        int n = results.size();
        return new Totals(
                wanted / n, unfinished / n, outside / n, missed / n, delay / vehicles, time / vehicles, standstills);
    }

    /**
     * What all roads took. A turn that nobody made takes what the formula says, and no less than those who stood in its lanes had to wait for
     * theirs.
     */
    private Times times(Loaded loaded) {
        Times times = new Times(network, free.slices);
        int slices = free.slices.count();
        for (int i = 0; i < times.turn.length; i++) {
            times.turn[i] = loaded.turnVehicles[i] > 0 ? loaded.turnSeconds[i] / loaded.turnVehicles[i] : Double.NaN;
        }
        double[] measured = times.turn.clone();
        for (int i = 0; i < times.turn.length; i++) {
            if (Double.isNaN(measured[i])
                    && !network.movements().get(i / slices).isInner()) {
                double least = free.turn[i];
                double beside = Double.POSITIVE_INFINITY;
                for (int other : formula.besides(i / slices)) {
                    double theirs = measured[other * slices + i % slices];
                    beside = Double.isNaN(theirs) ? beside : Math.min(beside, theirs);
                }
                times.turn[i] = beside < Double.POSITIVE_INFINITY ? Math.max(least, beside) : least;
            }
        }
        for (int i = 0; i < times.out.length; i++) {
            times.out[i] = loaded.outVehicles[i] > 0 ? loaded.outSeconds[i] / loaded.outVehicles[i] : free.out[i];
            times.enter[i] = loaded.enterVehicles[i] > 0 ? loaded.enterSeconds[i] / loaded.enterVehicles[i] : 0;
        }
        return times;
    }
}
