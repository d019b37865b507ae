package org.ulicarro.core.search.optimize;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.measure.Condition;
import org.ulicarro.core.measure.Statistic;
import org.ulicarro.core.run.Model;

/** A plan in the search, with what its runs came to so far. Run k of all candidates meets the same traffic. */
final class Candidate {

    private final int trial;
    private final SignalTimes plan;
    private final Map<String, String> change;
    private Model model; // null while nobody runs it: a long search has thousands of plans
    private final List<Map<String, Double>> runs = new ArrayList<>();

    Candidate(int trial, SignalTimes plan, Map<String, String> change, Model model) {
        this.trial = trial;
        this.plan = plan;
        this.change = change;
        this.model = model;
    }

    int trial() {
        return trial;
    }

    SignalTimes plan() {
        return plan;
    }

    Map<String, String> change() {
        return change;
    }

    /** The model under it, made again where it was let go. */
    Model model(PlanSpace space) {
        if (model == null) {
            model = space.model(plan).orElseThrow();
        }
        return model;
    }

    /** Lets go of its model until it is run again. */
    void rest() {
        model = null;
    }

    int runs() {
        return runs.size();
    }

    void add(Map<String, Double> figures) {
        runs.add(figures);
    }

    /** A figure in the first runs. */
    double[] values(String figure, int first) {
        return runs.stream()
                .limit(first)
                .mapToDouble(f -> f.getOrDefault(figure, Double.NaN))
                .toArray();
    }

    double mean(String figure, int first) {
        return java.util.Arrays.stream(values(figure, first)).average().orElse(Double.NaN);
    }

    Statistic statistic(String figure) {
        return Statistic.of(values(figure, runs.size()));
    }

    /** By how much it misses its limits, as shares of them together; 0 where all hold. */
    double excess(List<Condition> limits, int first) {
        double sum = 0;
        for (Condition limit : limits) {
            double mean = mean(limit.text(), first);
            sum += Double.isNaN(mean) ? 0 : limit.excess(mean);
        }
        return sum;
    }

    /** Whether it wins over another one by the first runs of both: a plan that keeps the limits over one that does not, then the index. */
    boolean beats(Candidate other, List<Condition> limits, int first) {
        double own = excess(limits, first);
        double others = other.excess(limits, first);
        if (own > 0 || others > 0) {
            return own != others ? own < others : mean(Index.INDEX, first) < other.mean(Index.INDEX, first);
        }
        return mean(Index.INDEX, first) < other.mean(Index.INDEX, first);
    }
}
