package org.ulicarro.core.search.optimize;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.measure.Difference;
import org.ulicarro.core.search.Evaluations;
import org.ulicarro.core.search.Evaluations.Ask;

/** Two plans on traffic that no step of a search has met: the best of many is always flattered by the traffic that picked it. */
public final class Verdict {

    /** Fresh traffic begins with this replication. */
    public static final int FRESH = 1_000_001;

    private Verdict() {}

    /**
     * Runs both on fresh traffic.
     *
     * @param pairs of runs
     * @param before trial, change and model of the one
     * @param after of the other
     * @return differences by figure
     */
    public static Map<String, Difference> of(Evaluations evaluations, int pairs, Ask before, Ask after)
            throws InterruptedException {
        List<Ask> asks = new ArrayList<>();
        for (int k = 0; k < pairs; k++) {
            for (Ask one : List.of(before, after)) {
                asks.add(new Ask(one.trial(), one.change(), one.model(), FRESH + k));
            }
        }
        List<Map<String, Double>> figures = evaluations.run(asks);
        Map<String, Difference> verdict = new LinkedHashMap<>();
        for (String name : figures.get(0).keySet()) {
            double[] first = new double[pairs];
            double[] second = new double[pairs];
            for (int k = 0; k < pairs; k++) {
                first[k] = figures.get(2 * k).get(name);
                second[k] = figures.get(2 * k + 1).get(name);
            }
            verdict.put(name, Difference.paired(first, second));
        }
        return verdict;
    }

    /** Whether the second one is better, and that is no chance. */
    public static boolean isReal(Map<String, Difference> verdict) {
        Difference index = verdict.get(Index.INDEX);
        return index != null && index.difference() < 0 && index.hi() < 0;
    }
}
