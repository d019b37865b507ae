package org.ulicarro.cli;

import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.measure.Columns;
import org.ulicarro.core.measure.Observed;

/** Rows of a table for machines: named values, SI units in the names. */
final class Rows {

    /** One row. */
    static final class Row {

        private final Map<String, Object> values = new LinkedHashMap<>();

        Row put(String key, Object value) {
            values.put(key, value);
            return this;
        }

        Map<String, Object> values() {
            return values;
        }
    }

    private final List<Row> rows = new ArrayList<>();

    /** Rows as they were observed: the replication, and every component of the record under the name of its column. */
    static <R extends Record> Rows of(List<Observed<R>> observed) {
        Rows rows = new Rows();
        for (Observed<R> one : observed) {
            Row row = rows.add().put("replication", one.replication());
            for (RecordComponent component : one.row().getClass().getRecordComponents()) {
                row.put(Columns.name(component), Columns.value(component, one.row()));
            }
        }
        return rows;
    }

    Row add() {
        Row row = new Row();
        rows.add(row);
        return row;
    }

    List<Row> all() {
        return rows;
    }
}
