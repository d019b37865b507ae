package org.ulicarro.bench.optimize;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.demand.Volumes;
import org.ulicarro.core.measure.Statistic;
import org.ulicarro.core.run.LocalPool;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.TrialPool;
import org.ulicarro.core.search.Evaluations;
import org.ulicarro.core.search.Evaluations.Ask;
import org.ulicarro.core.search.Journal;
import org.ulicarro.core.search.optimize.Index;
import org.ulicarro.core.search.optimize.NotTimed;
import org.ulicarro.core.search.optimize.Optimization;
import org.ulicarro.core.search.optimize.PlanSpace;
import org.ulicarro.core.study.AimInput;

/** One scene with its index, on which plans are searched and judged. */
final class Judged {

    /** Traffic for judging that neither a search nor its own verdict meets. */
    private static final int OWN = 2_000_001;

    private final Model model;
    private final List<String> places;
    private final Volumes volumes;
    private final Index index;
    private final AimInput aim;

    Judged(Model model, List<String> places, AimInput aim) {
        this.model = model;
        this.places = places;
        this.aim = aim;
        volumes = Volumes.counted(model.network(), model.demand(), model.study().seed(), 20);
        index = new Index(model, aim, List.of(), places, Set.of());
    }

    AimInput aim() {
        return aim;
    }

    PlanSpace space() throws NotTimed {
        return new PlanSpace(
                model,
                places,
                m -> volumes.movement(m.index()),
                new PlanSpace.Freedom(false, false, List.of()),
                Map.of());
    }

    interface Work<T> {
        T with(Evaluations evaluations) throws InterruptedException, NotTimed;
    }

    <T> T run(Work<T> work) throws InterruptedException, NotTimed {
        try (TrialPool pool = new LocalPool(Runtime.getRuntime().availableProcessors())) {
            return work.with(
                    new Evaluations(pool, index.instruments(), Journal.NONE, index::figures, (ask, driven) -> {}));
        }
    }

    Optimization.Outcome search(List<Integer> cycles, int runs, int most, int fresh, String corridor)
            throws InterruptedException, NotTimed {
        return run(evaluations -> new Optimization(
                        space(),
                        volumes,
                        index,
                        new Optimization.Task(cycles, runs, most, fresh, corridor, 1),
                        evaluations,
                        Optimization.Listener.SILENT)
                .search());
    }

    /** The index of some plans over so many runs on traffic of its own; all meet the same. */
    List<double[]> judge(List<Model> plans, int runs) throws InterruptedException, NotTimed {
        return values(plans, OWN, runs);
    }

    /** The same on the traffic that searches meet. */
    List<double[]> values(List<Model> plans, int first, int runs) throws InterruptedException, NotTimed {
        List<Ask> asks = new ArrayList<>();
        for (int p = 0; p < plans.size(); p++) {
            for (int k = 0; k < runs; k++) {
                asks.add(new Ask(p + 1, Map.of(), plans.get(p), first + k));
            }
        }
        List<Map<String, Double>> figures = run(evaluations -> evaluations.run(asks));
        List<double[]> all = new ArrayList<>();
        for (int p = 0; p < plans.size(); p++) {
            double[] own = new double[runs];
            for (int k = 0; k < runs; k++) {
                own[k] = figures.get(p * runs + k).get(Index.INDEX);
            }
            all.add(own);
        }
        return all;
    }

    /** The one with the lowest mean. */
    static int best(List<double[]> values) {
        int best = 0;
        for (int i = 1; i < values.size(); i++) {
            best = Statistic.of(values.get(i)).mean()
                            < Statistic.of(values.get(best)).mean()
                    ? i
                    : best;
        }
        return best;
    }
}
