package org.ulicarro.cli;

import java.io.IOException;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.List;
import org.ulicarro.core.measure.Columns;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.files.Run;
import org.ulicarro.files.RunRecord;

/**
 * The rows of a run that are meant: those that a filter keeps, of the whole period or of its slices.
 *
 * @param run the run
 * @param filter what is kept
 * @param bySlice whether slices are meant where a table has any
 */
record RowSource(Run run, RowFilter filter, boolean bySlice) {

    /** Its facts. */
    RunRecord record() {
        return run.record();
    }

    <R extends Record> List<Observed<R>> rows(Class<R> kind) throws IOException {
        double length = record().toS() - record().fromS();
        List<Observed<R>> kept = filter.apply(run.rows(kind), length);
        List<RecordComponent> components = Arrays.asList(kind.getRecordComponents());
        RecordComponent from = named(components, "fromS");
        RecordComponent to = named(components, "toS");
        if (from == null || to == null) {
            return kept;
        }
        boolean sliced = kept.stream().anyMatch(o -> length(o.row(), from, to) < length - 1);
        return kept.stream()
                .filter(o -> length(o.row(), from, to) < length - 1 == (bySlice && sliced))
                .toList();
    }

    private static RecordComponent named(List<RecordComponent> components, String name) {
        return components.stream()
                .filter(c -> c.getName().equals(name))
                .findFirst()
                .orElse(null);
    }

    private static double length(Record row, RecordComponent from, RecordComponent to) {
        return (Double) Columns.value(to, row) - (Double) Columns.value(from, row);
    }
}
