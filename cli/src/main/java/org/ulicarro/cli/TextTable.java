package org.ulicarro.cli;

import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** A table for people: the first column to the left, figures to the right, columns as wide as they need. */
final class TextTable {

    private final int headings;
    private boolean[] left = {true};
    private final List<String[]> rows = new ArrayList<>();

    /**
     * An empty table.
     *
     * @param headings how many of its first rows are headings
     */
    TextTable(int headings) {
        this.headings = headings;
    }

    /** Which columns hold words, which are set to the left. */
    /** A number as tables print it; a dash where there is none. */
    static String figure(double value, int decimals) {
        return Double.isFinite(value) ? String.format(Locale.ROOT, "%." + decimals + "f", value) : "-";
    }

    void alignLeft(boolean... columns) {
        left = columns;
    }

    void add(String... cells) {
        rows.add(cells);
    }

    void print(PrintWriter out) {
        int columns = 0;
        for (String[] row : rows) {
            columns = Math.max(columns, row.length);
        }
        int[] width = new int[columns];
        for (String[] row : rows) {
            for (int c = 0; c < row.length; c++) {
                width[c] = Math.max(width[c], row[c].length());
            }
        }
        for (int r = 0; r < rows.size(); r++) {
            StringBuilder line = new StringBuilder();
            for (int c = 0; c < rows.get(r).length; c++) {
                String cell = rows.get(r)[c];
                String padding = " ".repeat(width[c] - cell.length());
                boolean words = c < left.length && left[c];
                line.append(c == 0 ? "" : "  ").append(words ? cell + padding : padding + cell);
            }
            out.println(line.toString().stripTrailing());
            if (r == headings - 1) {
                int total = 2 * (columns - 1);
                for (int w : width) {
                    total += w;
                }
                out.println("-".repeat(total));
            }
        }
    }
}
