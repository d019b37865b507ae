package org.ulicarro.core.search;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import org.ulicarro.core.measure.Instruments;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Progress;
import org.ulicarro.core.run.ReplicationResult;
import org.ulicarro.core.run.Replications;
import org.ulicarro.core.run.TrialPool;
import org.ulicarro.core.run.Trials;
import org.ulicarro.core.run.Watch;

/** The trials of one search: each is driven by a pool, or read from the journal where it was driven before. */
public final class Tries {

    /** Hears of each trial. */
    public interface Listener {

        /** Tells nobody. */
        Listener SILENT = (trial, known) -> Progress.SILENT;

        /**
         * A trial begins.
         *
         * @param trial its number, from 1
         * @param known how many of its replications the journal has
         * @return told how far the others are
         */
        Progress begins(int trial, int known);
    }

    private final TrialPool pool;
    private final Replications replications;
    private final Instruments instruments;
    private final Journal journal;
    private final Listener listener;
    private int trial;

    /**
     * No trial yet.
     *
     * @param replications of each trial: the same traffic in all of them
     * @param instruments what is measured
     */
    public Tries(
            TrialPool pool, Replications replications, Instruments instruments, Journal journal, Listener listener) {
        this.pool = pool;
        this.replications = replications;
        this.instruments = instruments;
        this.journal = journal;
        this.listener = listener;
    }

    /**
     * Tries something.
     *
     * @param change what is tried, by path of the study, as a study writes it
     * @param variant the model with that change
     * @param figures what is kept of a replication, by name
     * @return those of each replication, in the order of their numbers
     */
    public List<Map<String, Double>> run(
            Map<String, String> change, Model variant, Function<ReplicationResult, Map<String, Double>> figures)
            throws InterruptedException {
        trial++;
        Map<Integer, Map<String, Double>> all = new TreeMap<>();
        List<Integer> missing = new ArrayList<>();
        for (int number : replications.numbers()) {
            Optional<Map<String, Double>> known = journal.find(trial, change, number);
            known.ifPresentOrElse(found -> all.put(number, found), () -> missing.add(number));
        }
        Progress progress = listener.begins(trial, all.size());
        for (int from = 0; from < missing.size(); ) { // runs of numbers without a gap
            int to = from;
            while (to + 1 < missing.size() && missing.get(to + 1) == missing.get(to) + 1) {
                to++;
            }
            Replications some = new Replications(missing.get(from), to - from + 1);
            Trials.run(variant, some, instruments, pool, Watch.NOBODY, progress, result -> {
                Map<String, Double> measured = figures.apply(result);
                journal.keep(trial, change, result.replication(), measured);
                all.put(result.replication(), measured);
            });
            from = to + 1;
        }
        return List.copyOf(all.values());
    }

    /** How many trials there were. */
    public int count() {
        return trial;
    }
}
