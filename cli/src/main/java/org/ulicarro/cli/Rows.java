package org.ulicarro.cli;

import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.measure.Columns;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.Statistic;

/** Rows of a table for machines: named values, SI units in the names. */
final class Rows {

    /** One row. */
    static final class Row {

        private final Map<String, Object> values = new LinkedHashMap<>();

        Row put(String key, Object value) {
            values.put(key, value);
            return this;
        }

        /** A mean over replications with its spread and interval. */
        Row putMean(String key, Statistic s) {
            return put(key, s.mean())
                    .put(key + "_sd", s.sd())
                    .put(key + "_min", s.min())
                    .put(key + "_max", s.max())
                    .put(key + "_lo", s.lo())
                    .put(key + "_hi", s.hi());
        }

        Map<String, Object> values() {
            return values;
        }
    }

    private final List<Row> rows = new ArrayList<>();

    private final List<String> headings = new ArrayList<>();

    /** Numbers that say what a row is about, and are no figure of it. */
    private static final Set<String> NAMES = Set.of("fromS", "toS", "lane", "blockedLane", "limitS");

    /** Rows as they were observed: the replication, and every component of the record under the name of its column. */
    static <R extends Record> Rows each(Class<R> kind, List<Observed<R>> observed) {
        Rows rows = new Rows();
        rows.headings.add("replication");
        for (RecordComponent component : kind.getRecordComponents()) {
            rows.headings.add(Columns.name(component));
        }
        for (Observed<R> one : observed) {
            Row row = rows.add().put("replication", one.replication());
            for (RecordComponent component : kind.getRecordComponents()) {
                row.put(Columns.name(component), Columns.value(component, one.row()));
            }
        }
        return rows;
    }

    /** What rows of different replications have in common, and of each figure mean, spread and interval. */
    static <R extends Record> Rows means(Class<R> kind, List<Observed<R>> observed) {
        Rows rows = new Rows();
        for (RecordComponent component : kind.getRecordComponents()) {
            String name = Columns.name(component);
            rows.headings.add(name);
            if (!isName(component)) {
                SPREAD.forEach(end -> rows.headings.add(name + end));
            }
        }
        Map<String, List<R>> same = new LinkedHashMap<>();
        for (Observed<R> one : observed) {
            StringBuilder key = new StringBuilder();
            for (RecordComponent component : kind.getRecordComponents()) {
                key.append(isName(component) ? Columns.value(component, one.row()) + "\n" : "");
            }
            same.computeIfAbsent(key.toString(), none -> new ArrayList<>()).add(one.row());
        }
        same.values().forEach(all -> addMeans(rows.add(), kind, all));
        return rows;
    }

    private static <R extends Record> void addMeans(Row row, Class<R> kind, List<R> all) {
        for (RecordComponent component : kind.getRecordComponents()) {
            if (isName(component)) {
                row.put(Columns.name(component), Columns.value(component, all.get(0)));
            } else {
                row.putMean(
                        Columns.name(component),
                        Statistic.of(all.stream()
                                .mapToDouble(r -> ((Number) Columns.value(component, r)).doubleValue())
                                .toArray()));
            }
        }
    }

    private static boolean isName(RecordComponent component) {
        Class<?> type = component.getType();
        return type != double.class && type != int.class && type != long.class || NAMES.contains(component.getName());
    }

    static final List<String> SPREAD = List.of("_sd", "_min", "_max", "_lo", "_hi");

    Row add() {
        Row row = new Row();
        rows.add(row);
        return row;
    }

    /** Names of the columns, also where there is no row; those of the first row unless they were said. */
    List<String> headings() {
        return headings.isEmpty() && !rows.isEmpty()
                ? List.copyOf(rows.get(0).values().keySet())
                : headings;
    }

    /** The same rows with headings that hold without any. */
    Rows headed(List<String> names) {
        headings.clear();
        headings.addAll(names);
        return this;
    }

    List<Row> all() {
        return rows;
    }
}
