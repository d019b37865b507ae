package org.ulicarro.files;

import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;

/** Tables of a run as files for notebooks and spreadsheets, all of them or none. */
final class TableExport {

    /** Writes one table. */
    interface Form {
        void write(String table, ResultSet rows, Path file) throws SQLException, IOException;
    }

    private TableExport() {}

    /**
     * Each table as a file.
     *
     * @param ending of the files, {@code .csv}
     * @return the files
     */
    static List<Path> write(Path database, Path into, String ending, Form form) throws IOException, SQLException {
        Files.createDirectories(into);
        try (Connection db = Sqlite.read(database);
                Statement statement = db.createStatement()) {
            List<String> tables = tables(statement);
            for (String table : tables) {
                Path file = into.resolve(table + ending);
                if (Files.exists(file)) {
                    throw new FileAlreadyExistsException(
                            file.toString(), null, "this file exists already; name another folder");
                }
            }
            List<Path> written = new ArrayList<>();
            boolean whole = false;
            try {
                for (String table : tables) {
                    Path file = into.resolve(table + ending);
                    written.add(file);
                    try (ResultSet rows = statement.executeQuery("SELECT * FROM " + table + " ORDER BY rowid")) {
                        form.write(table, rows, file);
                    }
                }
                whole = true;
            } finally {
                for (Path file : whole ? List.<Path>of() : written) {
                    Files.deleteIfExists(file);
                }
            }
            return written;
        }
    }

    private static List<String> tables(Statement statement) throws SQLException {
        List<String> tables = new ArrayList<>();
        try (ResultSet r =
                statement.executeQuery("SELECT name FROM sqlite_master WHERE type = 'table' ORDER BY rowid")) {
            while (r.next()) {
                tables.add(r.getString(1));
            }
        }
        return tables;
    }
}
