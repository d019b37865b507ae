package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** One table, for people or for machines: columns with a heading for each, and rows of values. */
final class Sheet {

    private record Column(String key, String heading, int decimals, double perUnit, boolean marked) {}

    /** A value that somebody may have written instead of what would be derived: people see a star, machines a column of its own. */
    record Marked(Object value, boolean written) {}

    private final List<Column> columns = new ArrayList<>();
    private final List<Object[]> rows = new ArrayList<>();

    /** A column of words. */
    Sheet words(String key, String heading) {
        columns.add(new Column(key, heading, -1, 1, false));
        return this;
    }

    /** A column of numbers; machines get them in full. */
    Sheet numbers(String key, String heading, int decimals) {
        return numbers(key, heading, decimals, 1);
    }

    /** A column of numbers that people read in another unit than machines. */
    Sheet numbers(String key, String heading, int decimals, double perUnit) {
        columns.add(new Column(key, heading, decimals, perUnit, false));
        return this;
    }

    /** The column before holds {@link Marked} values, or words with stars behind those that somebody wrote. */
    Sheet marked() {
        Column last = columns.remove(columns.size() - 1);
        columns.add(new Column(last.key(), last.heading(), last.decimals(), last.perUnit(), true));
        return this;
    }

    /** A row with one value for each column; null where there is none. */
    void add(Object... values) {
        rows.add(values);
    }

    int size() {
        return rows.size();
    }

    void print(OutputForm form, PrintWriter out) throws IOException {
        if (form.isForMachines()) {
            form.print(machineRows(), out);
            return;
        }
        TextTable table = new TextTable(1);
        boolean[] words = new boolean[columns.size()];
        String[] headings = new String[columns.size()];
        for (int c = 0; c < columns.size(); c++) {
            words[c] = columns.get(c).decimals() < 0;
            headings[c] = columns.get(c).heading();
        }
        table.alignLeft(words);
        table.add(headings);
        for (Object[] values : rows) {
            String[] cells = new String[columns.size()];
            for (int c = 0; c < cells.length; c++) {
                cells[c] = text(values[c], columns.get(c));
            }
            table.add(cells);
        }
        table.print(out);
    }

    /** The same rows; a dash is no value, and whether somebody wrote one has a column of its own. */
    private Rows machineRows() {
        List<String> headings = new ArrayList<>();
        for (Column column : columns) {
            headings.add(column.key());
            if (column.marked()) {
                headings.add(column.key() + "_written");
            }
        }
        Rows machine = new Rows().headed(headings);
        for (Object[] values : rows) {
            Rows.Row row = machine.add();
            for (int c = 0; c < columns.size(); c++) {
                Object value = values[c] instanceof Marked marked ? marked.value() : values[c];
                boolean stars = columns.get(c).marked() && value instanceof String text && text.contains("*");
                Object plain = stars ? value.toString().replace("*", "") : value;
                row.put(columns.get(c).key(), "-".equals(plain) ? null : plain);
                if (columns.get(c).marked()) {
                    row.put(columns.get(c).key() + "_written", stars || values[c] instanceof Marked m && m.written());
                }
            }
        }
        return machine;
    }

    private static String text(Object value, Column column) {
        if (value instanceof Marked marked) {
            return text(marked.value(), column) + (marked.written() ? "*" : "");
        }
        if (value == null || value instanceof Double d && !Double.isFinite(d)) {
            return "-";
        }
        if (value instanceof Double d) {
            double shown = d * column.perUnit() + 0.0; // the road back of a level one has a grade of -0
            return String.format(Locale.ROOT, "%." + Math.max(0, column.decimals()) + "f", shown);
        }
        return value.toString();
    }
}
