package org.ulicarro.files;

import java.io.BufferedWriter;
import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;

/** Tables of a run as files for notebooks and spreadsheets. */
final class TableExport {

    private TableExport() {}

    static List<Path> csv(Path database, Path into) throws IOException, SQLException {
        Files.createDirectories(into);
        List<Path> written = new ArrayList<>();
        try (Connection db = Sqlite.read(database);
                Statement statement = db.createStatement()) {
            List<String> tables = new ArrayList<>();
            try (ResultSet r =
                    statement.executeQuery("SELECT name FROM sqlite_master WHERE type = 'table' ORDER BY rowid")) {
                while (r.next()) {
                    tables.add(r.getString(1));
                }
            }
            for (String table : tables) {
                Path file = into.resolve(table + ".csv");
                if (Files.exists(file)) {
                    throw new FileAlreadyExistsException(
                            file.toString(), null, "this file exists already; name another folder");
                }
            }
            for (String table : tables) {
                Path file = into.resolve(table + ".csv");
                write(statement, table, file);
                written.add(file);
            }
        }
        return written;
    }

    private static void write(Statement statement, String table, Path file) throws SQLException, IOException {
        try (ResultSet r = statement.executeQuery("SELECT * FROM " + table + " ORDER BY rowid");
                BufferedWriter out = Files.newBufferedWriter(file, StandardOpenOption.CREATE_NEW)) {
            int columns = r.getMetaData().getColumnCount();
            for (int c = 1; c <= columns; c++) {
                out.write((c > 1 ? "," : "") + r.getMetaData().getColumnName(c));
            }
            out.write('\n');
            while (r.next()) {
                for (int c = 1; c <= columns; c++) {
                    String text = r.getString(c);
                    String cell = text == null ? "" : text;
                    boolean plain = cell.matches("[^\",\\n\\r]*");
                    out.write((c > 1 ? "," : "") + (plain ? cell : '"' + cell.replace("\"", "\"\"") + '"'));
                }
                out.write('\n');
            }
        }
    }
}
