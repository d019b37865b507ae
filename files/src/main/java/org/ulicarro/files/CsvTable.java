package org.ulicarro.files;

import java.io.IOException;
import java.io.Writer;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.regex.Pattern;

/** A table as comma-separated values (RFC 4180): an empty cell where there is no value. */
public final class CsvTable {

    private static final Pattern PLAIN = Pattern.compile("[^\",\\n\\r]*");
    private static final Pattern FORMULA = Pattern.compile("(?s)[=+@\\t\\r-].+");
    private static final Pattern NUMBER =
            Pattern.compile("[+-]?[0-9.][0-9.eE:,-]*( [A-Za-z/%0-9]+)?"); // with a unit behind it, too

    private CsvTable() {}

    static void write(String table, ResultSet rows, Path file) throws SQLException, IOException {
        try (Writer out = OutputFile.writer(file, StandardOpenOption.CREATE_NEW)) {
            int columns = rows.getMetaData().getColumnCount();
            for (int c = 1; c <= columns; c++) {
                out.write((c > 1 ? "," : "") + rows.getMetaData().getColumnName(c));
            }
            out.write('\n');
            while (rows.next()) {
                for (int c = 1; c <= columns; c++) {
                    Object value = rows.getObject(c); // numbers with the digits that tell them apart, and no more
                    out.write((c > 1 ? "," : "") + (value == null ? "" : cell(value.toString())));
                }
                out.write('\n');
            }
        }
    }

    /**
     * A value as a cell, quoted where it must be. What a spreadsheet would take for a formula, such as the name of a street on somebody's map,
     * gets an apostrophe before it, which makes it a text; numbers stay as they are.
     */
    public static String cell(String text) {
        String safe = FORMULA.matcher(text).matches() && !NUMBER.matcher(text).matches() ? "'" + text : text;
        boolean plain = PLAIN.matcher(safe).matches();
        return plain ? safe : '"' + safe.replace("\"", "\"\"") + '"';
    }
}
