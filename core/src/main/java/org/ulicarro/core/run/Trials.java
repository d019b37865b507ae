package org.ulicarro.core.run;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Future;
import java.util.function.Consumer;
import org.ulicarro.core.measure.Instruments;

/** Several replications of one model, in parallel. Their number of threads changes nothing but the time. */
public final class Trials {

    private Trials() {}

    /** All instruments, on as many threads, with nobody watching. */
    public static MeasuredResults run(Model model, Replications which, int jobs, Progress progress)
            throws InterruptedException {
        try (TrialPool pool = new LocalPool(jobs)) {
            return run(model, which, Instruments.full(), pool, Watch.NOBODY, progress, result -> {});
        }
    }

    /** On every core, with nobody watching. */
    public static MeasuredResults run(Model model, Replications which, Instruments instruments)
            throws InterruptedException {
        try (TrialPool pool = new LocalPool(Runtime.getRuntime().availableProcessors())) {
            return run(model, which, instruments, pool, Watch.NOBODY, Progress.SILENT, result -> {});
        }
    }

    /**
     * Runs replications.
     *
     * @param kept told each result as soon as it and all before it are there, in the order of their numbers
     * @return results in order of their number
     * @throws InterruptedException when interrupted
     * @throws StandstillException when vehicles block each other for good and the watch does not want to go on
     */
    public static MeasuredResults run(
            Model model,
            Replications which,
            Instruments instruments,
            TrialPool pool,
            Watch watch,
            Progress progress,
            Consumer<ReplicationResult> kept)
            throws InterruptedException {
        List<Trial> trials = which.numbers().stream()
                .map(number -> new Trial(model, number, instruments))
                .toList();
        List<ReplicationResult> results = new ArrayList<>();
        for (Future<ReplicationResult> running : pool.submit(trials, watch, progress)) {
            ReplicationResult result = result(running);
            kept.accept(result);
            results.add(result);
        }
        return new MeasuredResults(results);
    }

    /** Waits for a trial; what went wrong in it goes on from here. */
    public static ReplicationResult result(Future<ReplicationResult> running) throws InterruptedException {
        try {
            return running.get();
        } catch (ExecutionException e) {
            if (e.getCause() instanceof RuntimeException defect) {
                throw defect;
            }
            if (e.getCause() instanceof InterruptedException interrupted) {
                throw interrupted;
            }
            if (e.getCause() instanceof Error error) {
                throw error; // lack of memory is said where the program begins
            }
            throw new IllegalStateException(e.getCause());
        }
    }
}
