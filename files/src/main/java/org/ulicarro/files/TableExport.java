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
import java.util.Map;

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
     * @param digests of the tables of a run, against which each is held; null where there are none
     * @param ending of the files, {@code .csv}
     * @return the files
     */
    static List<Path> write(Path database, Map<String, String> digests, Path into, String ending, Form form)
            throws IOException {
        return OutputFolder.fill(into, work -> {
            try {
                return tables(database, digests, into, work, ending, form);
            } catch (SQLException e) {
                throw new IOException(database + " cannot be read: " + e.getMessage(), e);
            }
        });
    }

    private static List<Path> tables(
            Path database, Map<String, String> digests, Path into, Path work, String ending, Form form)
            throws IOException, SQLException {
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
            for (String table : tables) {
                if (digests != null) {
                    check(database, statement, digests, table);
                }
                Path file = work.resolve(table + ending);
                written.add(into.resolve(table + ending));
                try (ResultSet rows = statement.executeQuery("SELECT * FROM " + table + " ORDER BY rowid")) {
                    form.write(table, rows, file);
                } catch (IOException e) {
                    throw OutputFile.named(file, e);
                }
            }
            return written;
        }
    }

    private static void check(Path database, Statement statement, Map<String, String> digests, String table)
            throws SQLException, IOException {
        RowDigest digest = new RowDigest();
        try (ResultSet rows = statement.executeQuery("SELECT * FROM " + table + " ORDER BY rowid")) {
            int columns = rows.getMetaData().getColumnCount();
            while (rows.next()) {
                digest.row(rows.getInt(1));
                for (int c = 1; c <= columns; c++) {
                    digest.cell(rows.getObject(c));
                }
            }
        }
        RecordFile.check(database, digests, table, digest.hex());
    }

    private static List<String> tables(Statement statement) throws SQLException {
        List<String> tables = new ArrayList<>();
        try (ResultSet r =
                statement.executeQuery("SELECT name FROM sqlite_master WHERE type = 'table' ORDER BY rowid")) {
            while (r.next()) {
                if (!r.getString(1).equals(KeptSummary.TABLE)) {
                    tables.add(r.getString(1));
                }
            }
        }
        return tables;
    }
}
