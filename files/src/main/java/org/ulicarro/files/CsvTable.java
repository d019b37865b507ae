package org.ulicarro.files;

import java.io.BufferedWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.sql.ResultSet;
import java.sql.SQLException;

/** A table as comma-separated values (RFC 4180): an empty cell where there is no value. */
public final class CsvTable {

    private CsvTable() {}

    static void write(String table, ResultSet rows, Path file) throws SQLException, IOException {
        try (BufferedWriter out = Files.newBufferedWriter(file, StandardOpenOption.CREATE_NEW)) {
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

    /** A value as a cell, quoted where it must be. */
    public static String cell(String text) {
        boolean plain = text.matches("[^\",\\n\\r]*");
        return plain ? text : '"' + text.replace("\"", "\"\"") + '"';
    }
}
