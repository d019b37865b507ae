package org.ulicarro.files;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.ulicarro.core.measure.Observed;

/** Rows of some tables of a run, kept in a database of their own, with a seal for each table. */
public final class KeptRows implements AutoCloseable {

    private static final String SEALS = "CREATE TABLE seals (name TEXT PRIMARY KEY, seal TEXT NOT NULL)";

    private final Path file;
    private final Connection db;

    private KeptRows(Path file, Connection db) {
        this.file = file;
        this.db = db;
    }

    /** A new file. */
    public static KeptRows create(Path file) throws IOException {
        try {
            Files.createDirectories(file.toAbsolutePath().getParent());
            Connection db = Sqlite.create(file);
            db.setAutoCommit(false);
            try (Statement statement = db.createStatement()) {
                statement.execute(SEALS);
            }
            return new KeptRows(file, db);
        } catch (SQLException e) {
            throw new IOException(file + " cannot be written", e);
        }
    }

    /** Adds all rows of a table. */
    public <R extends Record> void add(Class<R> kind, List<Observed<R>> rows) throws IOException {
        RowTable<R> table = new RowTable<>(kind);
        RowDigest digest = new RowDigest();
        Map<Integer, List<R>> byReplication = new TreeMap<>();
        rows.forEach(one -> byReplication
                .computeIfAbsent(one.replication(), none -> new ArrayList<>())
                .add(one.row()));
        try {
            table.create(db);
            for (Map.Entry<Integer, List<R>> one : byReplication.entrySet()) {
                table.insert(db, one.getKey(), one.getValue());
                table.digest(one.getKey(), one.getValue(), digest);
            }
            try (PreparedStatement insert = db.prepareStatement("INSERT INTO seals VALUES (?, ?)")) {
                insert.setString(1, table.name());
                insert.setString(2, digest.hex());
                insert.execute();
            }
            db.commit();
        } catch (SQLException e) {
            throw new IOException(file + " cannot be written", e);
        }
    }

    /**
     * All rows of a table.
     *
     * @throws IOException when they are not what was written
     */
    public static <R extends Record> List<Observed<R>> read(Path file, Class<R> kind) throws IOException {
        RowTable<R> table = new RowTable<>(kind);
        try (Connection in = Sqlite.read(file)) {
            RowDigest digest = new RowDigest();
            List<Observed<R>> rows = table.isIn(in) ? table.read(in, digest) : List.of();
            try (PreparedStatement seal = in.prepareStatement("SELECT seal FROM seals WHERE name = ?")) {
                seal.setString(1, table.name());
                try (ResultSet found = seal.executeQuery()) {
                    if (!found.next() || !found.getString(1).equals(digest.hex())) {
                        throw new IOException(file + ": table '" + table.name() + "' is damaged or was edited");
                    }
                }
            }
            return rows;
        } catch (SQLException | NullPointerException e) {
            throw new IOException(file + " cannot be read, or is no longer what was written", e);
        }
    }

    @Override
    public void close() throws IOException {
        try {
            db.close();
        } catch (SQLException e) {
            throw new IOException(file + " cannot be written", e);
        }
    }
}
