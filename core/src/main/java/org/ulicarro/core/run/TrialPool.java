package org.ulicarro.core.run;

import java.util.List;
import java.util.concurrent.Future;

/**
 * Runs trials, here or elsewhere. Where and how many at a time changes nothing but the time: a trial's result is its own, and whoever
 * asked takes results in the order of the trials.
 */
public interface TrialPool extends AutoCloseable {

    /**
     * Takes trials to run.
     *
     * @return what each comes to, in their order
     */
    List<Future<ReplicationResult>> submit(List<Trial> trials, Watch watch, Progress progress);

    /** Lets go of what runs; what has no result yet gets none. */
    @Override
    void close();
}
