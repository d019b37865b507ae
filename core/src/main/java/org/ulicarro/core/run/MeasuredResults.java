package org.ulicarro.core.run;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.measure.LaneCycle;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.Results;
import org.ulicarro.core.measure.RunSummary;

/** Results as they come from replications, in memory. */
public final class MeasuredResults implements Results {

    private final List<ReplicationResult> replications;

    public MeasuredResults(List<ReplicationResult> replications) {
        this.replications = List.copyOf(replications);
    }

    /** One after the other, with what stands in no table. */
    public List<ReplicationResult> replications() {
        return replications;
    }

    /** None where the replications had no instrument for them. */
    @Override
    public <R extends Record> List<Observed<R>> rows(Class<R> kind) {
        List<Observed<R>> rows = new ArrayList<>();
        for (ReplicationResult one : replications) {
            if (one.tables().containsKey(kind)) {
                one.rows(kind).forEach(row -> rows.add(new Observed<>(one.replication(), row)));
            }
        }
        return rows;
    }

    @Override
    public RunSummary summary() {
        return new RunSummary(rows(MovementRow.class), rows(LaneCycle.class));
    }
}
