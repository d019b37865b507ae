package org.ulicarro.core.search.optimize;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.search.Evaluations;

/** Plans drawn at random, each run as often: what any search has to beat with the same number of runs. */
public final class RandomSearch {

    private RandomSearch() {}

    /**
     * Draws plans of random cycle, splits and offsets and takes the one with the lowest mean index.
     *
     * @param each runs of each plan
     * @param runs of all together
     * @return the model under the best plan
     */
    public static Model search(PlanSpace space, List<Integer> cycles, int each, int runs, Evaluations evaluations)
            throws InterruptedException {
        Race race = new Race(space, evaluations, List.of(), each, 0);
        long key = Draws.idOf("random search " + space.model().study().seed());
        List<Candidate> all = new ArrayList<>();
        for (long draw = 0; all.size() < runs / each && draw < 100L * runs; draw += 1000) {
            int cycle = cycles.get((int) (Draws.uniform(key, draw) * cycles.size()));
            long own = draw;
            Optional<SignalTimes> plan = space.stretched(cycle).map(p -> shuffled(space, p, key, own + 1));
            plan.filter(p -> !race.knows(p)).flatMap(race::candidate).ifPresent(all::add);
        }
        race.run(all, each);
        return race.best(all).model(space);
    }

    private static SignalTimes shuffled(PlanSpace space, SignalTimes plan, long key, long draw) {
        SignalTimes found = plan;
        long n = draw;
        for (int s = 0; s < space.signals().size(); s++) {
            Setting setting = plan.settings().get(s);
            if (setting.points().isEmpty()) {
                continue;
            }
            double[] wanted = setting.times();
            for (int p = 1; p < wanted.length - 1; p++) {
                wanted[p] = Draws.uniform(key, n++) * setting.cycle();
            }
            double[] points =
                    space.signals().get(s).orders().get(setting.order()).fit(wanted, setting.cycle());
            double start = StrictMath.floor(Draws.uniform(key, n++) * setting.cycle());
            if (points != null) {
                found = found.with(s, Setting.of(setting.order(), setting.factor(), start, points));
            }
        }
        return found;
    }
}
