package org.ulicarro.cli;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

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

    Row add() {
        Row row = new Row();
        rows.add(row);
        return row;
    }

    List<Row> all() {
        return rows;
    }
}
