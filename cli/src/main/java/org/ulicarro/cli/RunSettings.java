package org.ulicarro.cli;

import org.ulicarro.link.Exchange;

/**
 * How a study is run.
 *
 * @param replications how many, or 0 for the study's own number
 * @param jobs threads
 * @param record what to record
 * @param precision how sure a mean has to be, or null for a fixed number of replications
 * @param stopOnStandstill whether it ends as soon as vehicles block each other
 * @param page shows the run while it goes on, or null
 * @param external asks external controllers, or null
 * @param lamps broker that is told what signals show, or null
 * @param pace simulated seconds for each real one while lamps are told; 0 for as fast as it can
 */
record RunSettings(
        int replications,
        int jobs,
        RecordChoice record,
        Precision precision,
        boolean stopOnStandstill,
        WatchPage page,
        Exchange external,
        String lamps,
        double pace) {

    static RunSettings of(int replications, int jobs, RecordChoice record) {
        return new RunSettings(replications, jobs, record, null, false, null, null, null, 0);
    }
}
