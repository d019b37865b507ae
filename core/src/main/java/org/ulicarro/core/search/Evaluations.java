package org.ulicarro.core.search;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Future;
import java.util.function.Function;
import org.ulicarro.core.measure.Instruments;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Progress;
import org.ulicarro.core.run.ReplicationResult;
import org.ulicarro.core.run.Trial;
import org.ulicarro.core.run.TrialPool;
import org.ulicarro.core.run.Trials;
import org.ulicarro.core.run.Watch;

/**
 * Single replications of several trials at once, each driven by a pool or read from the journal. Figures come in the order in which they
 * were asked for, so that how many are driven at a time changes nothing but the time.
 */
public final class Evaluations {

    /**
     * One replication of one trial.
     *
     * @param trial its number, from 1
     * @param change what it tries, as a study writes it
     * @param model with that change
     */
    public record Ask(int trial, Map<String, String> change, Model model, int replication) {}

    /** Hears of each replication that is known, driven or not. */
    public interface Listener {
        void ran(Ask ask, boolean driven);
    }

    private final TrialPool pool;
    private final Instruments instruments;
    private final Journal journal;
    private final Function<ReplicationResult, Map<String, Double>> figures;
    private final Listener listener;
    private int count;

    /**
     * Nothing yet.
     *
     * @param instruments what is measured
     * @param figures what is kept of a replication, by name
     */
    public Evaluations(
            TrialPool pool,
            Instruments instruments,
            Journal journal,
            Function<ReplicationResult, Map<String, Double>> figures,
            Listener listener) {
        this.pool = pool;
        this.instruments = instruments;
        this.journal = journal;
        this.figures = figures;
        this.listener = listener;
    }

    /** Runs what the journal does not know, and gives the figures of all. */
    public List<Map<String, Double>> run(List<Ask> asks) throws InterruptedException {
        List<Map<String, Double>> all = new ArrayList<>();
        List<Trial> missing = new ArrayList<>();
        for (Ask ask : asks) {
            Map<String, Double> known =
                    journal.find(ask.trial(), ask.change(), ask.replication()).orElse(null);
            all.add(known);
            if (known == null) {
                missing.add(new Trial(ask.model(), ask.replication(), instruments));
            }
        }
        List<Future<ReplicationResult>> running = pool.submit(missing, Watch.NOBODY, Progress.SILENT);
        int next = 0;
        for (int i = 0; i < all.size(); i++) {
            boolean driven = all.get(i) == null;
            if (driven) {
                Map<String, Double> measured = figures.apply(Trials.result(running.get(next++)));
                journal.keep(
                        asks.get(i).trial(), asks.get(i).change(), asks.get(i).replication(), measured);
                all.set(i, measured);
            }
            count++;
            listener.ran(asks.get(i), driven);
        }
        return all;
    }

    /** Replications so far, those that the journal knew among them. */
    public int count() {
        return count;
    }
}
