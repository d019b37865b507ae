package org.ulicarro.core.measure;

import java.io.IOException;
import java.util.List;

/** What the replications of a run measured, wherever it lies: in memory, or in a folder. */
public interface Results {

    /**
     * The rows of one table, replication by replication.
     *
     * @throws IOException when they lie in a file that cannot be read
     */
    <R extends Record> List<Observed<R>> rows(Class<R> kind) throws IOException;

    /** Statistics of movements over all replications. */
    default RunSummary summary() throws IOException {
        return new RunSummary(rows(MovementRow.class), rows(LaneCycle.class));
    }
}
