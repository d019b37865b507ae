package org.ulicarro.core.run;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;

/** Threads of this process, each with one trial at a time. */
public final class LocalPool implements TrialPool {

    private final int jobs;
    private final ExecutorService threads;

    /** @param jobs how many trials at a time */
    public LocalPool(int jobs) {
        this.jobs = Math.max(1, jobs);
        threads = Executors.newFixedThreadPool(this.jobs);
    }

    /** Threads that no trial needs help with the ones there are. */
    @Override
    public List<Future<ReplicationResult>> submit(List<Trial> trials, Watch watch, Progress progress) {
        int each = Math.max(1, jobs / Math.max(1, trials.size()));
        List<Future<ReplicationResult>> running = new ArrayList<>();
        for (Trial trial : trials) {
            running.add(threads.submit(() -> trial.run(each, watch, progress)));
        }
        return running;
    }

    @Override
    public void close() {
        threads.shutdownNow();
    }
}
