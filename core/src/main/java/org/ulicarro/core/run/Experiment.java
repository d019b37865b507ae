package org.ulicarro.core.run;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.Consumer;
import org.ulicarro.core.signal.Outside;
import org.ulicarro.core.signal.events.SignalEvent;
import org.ulicarro.core.traffic.Observer;

/** Several replications of one model, in parallel. Their number of threads changes nothing but the time. */
public final class Experiment {

    /** How far the replications are; read from another thread. */
    public interface Progress {

        /** A replication has come that far, 0 to 1; {@code outside} vehicles wait for room to enter now. */
        void at(int replication, double share, int outside);
    }

    /** Who watches the replications besides their meters; asked from several threads. */
    public interface Watch {

        /** Observers of its own for one replication. */
        List<Observer> of(int replication);

        /** What hears of everything that signals do in one replication, or null. */
        default Consumer<SignalEvent> signals(int replication) {
            return null;
        }

        /** Who decides at places that are controlled from outside. */
        default Outside outside(int replication) {
            return Outside.NOBODY;
        }

        /** Whether the run is to end when vehicles block each other. */
        default boolean stopsOnStandstill() {
            return false;
        }
    }

    private Experiment() {}

    /** Runs replications 1 to {@code count} with nobody watching. */
    public static List<ReplicationResult> run(Model model, int count, int jobs, Progress progress)
            throws InterruptedException {
        return run(model, count, jobs, progress, replication -> List.of());
    }

    /** Runs replications 1 to {@code count}. */
    public static List<ReplicationResult> run(Model model, int count, int jobs, Progress progress, Watch watch)
            throws InterruptedException {
        return run(model, 1, count, jobs, progress, watch);
    }

    /**
     * Runs replications.
     *
     * @param first number of the first one
     * @param count how many
     * @param jobs threads
     * @return results in order of their number
     * @throws InterruptedException when interrupted; no result is kept
     */
    public static List<ReplicationResult> run(
            Model model, int first, int count, int jobs, Progress progress, Watch watch) throws InterruptedException {
        ExecutorService pool = Executors.newFixedThreadPool(Math.max(1, Math.min(jobs, count)));
        try {
            List<Future<ReplicationResult>> running = new ArrayList<>();
            for (int number = first; number < first + count; number++) {
                int own = number;
                // threads that no replication needs help with the ones there are
                int threads = Math.max(1, jobs / count);
                running.add(pool.submit(() -> one(model, own, threads, progress, watch)));
            }
            List<ReplicationResult> results = new ArrayList<>();
            for (Future<ReplicationResult> future : running) {
                results.add(future.get());
            }
            return results;
        } catch (ExecutionException e) {
            if (e.getCause() instanceof RuntimeException defect) {
                throw defect;
            }
            throw new IllegalStateException(e.getCause());
        } finally {
            pool.shutdownNow();
        }
    }

    private static ReplicationResult one(Model model, int number, int threads, Progress progress, Watch watch)
            throws InterruptedException {
        Replication replication = new Replication(model, number, threads);
        watch.of(number).forEach(replication::observe);
        Consumer<SignalEvent> signals = watch.signals(number);
        if (signals != null) {
            replication.recordSignals(signals);
        }
        replication.connect(watch.outside(number));
        while (!replication.isDone()) {
            replication.advanceTo(replication.now() + 60);
            progress.at(
                    number,
                    replication.progress(),
                    replication.view().wanted() - replication.view().entered());
            if (watch.stopsOnStandstill() && !replication.standstills().isEmpty()) {
                throw new StandstillException(number, replication.standstills().get(0));
            }
            if (Thread.interrupted()) {
                throw new InterruptedException();
            }
        }
        return replication.result();
    }
}
