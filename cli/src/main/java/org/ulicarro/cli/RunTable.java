package org.ulicarro.cli;

import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.Statistic;

/**
 * Rows of all replications as one table for people: a line for each subject, with means over replications.
 *
 * @param <R> what the rows are
 */
final class RunTable<R extends Record> {

    private interface Cell<R> {
        String of(List<R> rows);
    }

    private record Column<R>(String heading, String under, boolean words, Cell<R> cell) {}

    private final Map<String, List<R>> bySubject = new LinkedHashMap<>();
    private final List<Column<R>> columns = new ArrayList<>();

    /**
     * A table without columns yet.
     *
     * @param subject what rows of different replications have in common
     */
    RunTable(List<Observed<R>> rows, Function<R, String> subject) {
        this(rows, subject, false);
    }

    /**
     * The same with a row for each replication.
     *
     * @param each whether they stand apart, their number in front
     */
    RunTable(List<Observed<R>> rows, Function<R, String> subject, boolean each) {
        for (Observed<R> o : rows) {
            String key = (each ? o.replication() + " " : "") + subject.apply(o.row());
            bySubject.computeIfAbsent(key, none -> new ArrayList<>()).add(o.row());
        }
        if (each) {
            Map<List<R>, Integer> numbers = new IdentityHashMap<>(); // looked up only
            rows.forEach(
                    o -> numbers.put(bySubject.get(o.replication() + " " + subject.apply(o.row())), o.replication()));
            columns.add(new Column<>("no", "", false, same -> String.valueOf(numbers.get(same))));
        }
    }

    /** Words, the same in each replication. */
    RunTable<R> words(String heading, Function<R, String> what) {
        columns.add(new Column<>(heading, "", true, rows -> what.apply(rows.get(0))));
        return this;
    }

    /** A mean over replications. */
    RunTable<R> mean(String heading, String under, ToDoubleFunction<R> what, int decimals) {
        return figure(heading, under, what, Statistic::mean, decimals);
    }

    /** Half of the 95 % interval of a mean. */
    RunTable<R> interval(ToDoubleFunction<R> what, int decimals) {
        return figure("95 %", "±", what, s -> (s.hi() - s.lo()) / 2, decimals);
    }

    /** The greatest over replications. */
    RunTable<R> most(String heading, String under, ToDoubleFunction<R> what, int decimals) {
        return figure(heading, under, what, Statistic::max, decimals);
    }

    /** The least over replications. */
    RunTable<R> least(String heading, String under, ToDoubleFunction<R> what, int decimals) {
        return figure(heading, under, what, Statistic::min, decimals);
    }

    /** A figure of all replications together. */
    RunTable<R> together(String heading, String under, ToDoubleFunction<List<R>> what, int decimals) {
        columns.add(new Column<>(heading, under, false, rows -> TextTable.figure(what.applyAsDouble(rows), decimals)));
        return this;
    }

    private RunTable<R> figure(
            String heading, String under, ToDoubleFunction<R> what, ToDoubleFunction<Statistic> of, int decimals) {
        columns.add(new Column<>(
                heading, under, false, rows -> TextTable.figure(of.applyAsDouble(statistic(rows, what)), decimals)));
        return this;
    }

    boolean isEmpty() {
        return bySubject.isEmpty();
    }

    void print(PrintWriter out) {
        TextTable table = new TextTable(2);
        boolean[] words = new boolean[columns.size()];
        for (int c = 0; c < words.length; c++) {
            words[c] = columns.get(c).words();
        }
        table.alignLeft(words);
        table.add(columns.stream().map(Column::heading).toArray(String[]::new));
        table.add(columns.stream().map(Column::under).toArray(String[]::new));
        bySubject
                .values()
                .forEach(rows ->
                        table.add(columns.stream().map(c -> c.cell().of(rows)).toArray(String[]::new)));
        table.print(out);
    }

    private static <R> Statistic statistic(List<R> rows, ToDoubleFunction<R> what) {
        return Statistic.of(rows.stream().mapToDouble(what).toArray());
    }
}
