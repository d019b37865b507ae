package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** One table, for people or for machines: columns with a heading for each, and rows of values. */
final class Sheet {

    private record Column(String key, String heading, int decimals, double perUnit) {}

    private final List<Column> columns = new ArrayList<>();
    private final List<Object[]> rows = new ArrayList<>();

    /** A column of words. */
    Sheet words(String key, String heading) {
        columns.add(new Column(key, heading, -1, 1));
        return this;
    }

    /** A column of numbers; machines get them in full. */
    Sheet numbers(String key, String heading, int decimals) {
        return numbers(key, heading, decimals, 1);
    }

    /** A column of numbers that people read in another unit than machines. */
    Sheet numbers(String key, String heading, int decimals, double perUnit) {
        columns.add(new Column(key, heading, decimals, perUnit));
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

    /** The same rows; a dash is no value, and a star, which marks what somebody wrote, has a column of its own. */
    private Rows machineRows() {
        List<String> headings = new ArrayList<>();
        boolean[] starred = new boolean[columns.size()];
        for (int c = 0; c < columns.size(); c++) {
            int column = c;
            starred[c] = rows.stream().anyMatch(values -> isStarred(values[column]));
            headings.add(columns.get(c).key());
            if (starred[c]) {
                headings.add(columns.get(c).key() + "_written");
            }
        }
        Rows machine = new Rows().headed(headings);
        for (Object[] values : rows) {
            Rows.Row row = machine.add();
            for (int c = 0; c < columns.size(); c++) {
                Object value = values[c];
                Object plain = isStarred(value)
                        ? value.toString()
                                .substring(0, value.toString().length() - 1)
                                .strip()
                        : value;
                row.put(columns.get(c).key(), "-".equals(plain) ? null : plain);
                if (starred[c]) {
                    row.put(columns.get(c).key() + "_written", isStarred(value));
                }
            }
        }
        return machine;
    }

    private static boolean isStarred(Object value) {
        return value instanceof String text && text.length() > 1 && text.endsWith("*");
    }

    private static String text(Object value, Column column) {
        if (value == null || value instanceof Double d && !Double.isFinite(d)) {
            return "-";
        }
        if (value instanceof Double d) {
            return String.format(Locale.ROOT, "%." + Math.max(0, column.decimals()) + "f", d * column.perUnit());
        }
        return value.toString();
    }
}
