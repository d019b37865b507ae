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
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.ulicarro.core.search.Journal;
import tools.jackson.databind.json.JsonMapper;

/**
 * The folder of a search: {@code search.json} says what was asked, {@code trials.sqlite} holds every trial, what it changed and what was
 * measured in each replication. It is written as it comes, so a search that was stopped, however rudely, goes on from here.
 */
public final class SearchFolder implements Journal, AutoCloseable {

    static final String TRIALS = "trials.sqlite";

    /**
     * A trial.
     *
     * @param number from 1
     * @param change what it tried: paths of the study to values as a study writes them
     * @param figures name to values of the replications that were driven, in their order
     */
    public record Tried(int number, Map<String, String> change, Map<String, List<Double>> figures) {}

    private static final String SCHEMA = """
            CREATE TABLE IF NOT EXISTS trials (trial INTEGER PRIMARY KEY, change TEXT NOT NULL);
            CREATE TABLE IF NOT EXISTS replications (trial INTEGER, replication INTEGER, seal TEXT NOT NULL,
                PRIMARY KEY (trial, replication));
            CREATE TABLE IF NOT EXISTS figures (trial INTEGER, replication INTEGER, figure TEXT, value REAL,
                PRIMARY KEY (trial, replication, figure));
            CREATE TABLE IF NOT EXISTS leaders (name TEXT PRIMARY KEY, trial INTEGER NOT NULL, seal TEXT NOT NULL);
            CREATE TABLE IF NOT EXISTS outcome (text TEXT, seal TEXT NOT NULL)
            """;

    private final Path folder;
    private final SearchRequest request;
    private final FolderLock lock;
    private final Connection db;

    private SearchFolder(Path folder, SearchRequest request) throws IOException {
        this.folder = folder;
        this.request = request;
        lock = FolderLock.of(folder);
        try {
            db = Sqlite.create(folder.resolve(TRIALS));
            try (Statement statement = db.createStatement()) {
                for (String one : SCHEMA.split(";")) {
                    statement.execute(one);
                }
            }
        } catch (SQLException e) {
            lock.close();
            throw unwritable(e);
        }
    }

    /** Begins a search in an empty folder. */
    public static SearchFolder begin(Path folder, SearchRequest request) throws IOException {
        request.write(folder);
        return new SearchFolder(folder, request);
    }

    /**
     * Goes on with one.
     *
     * @throws IOException with words for the user when another process works on it, or it is damaged
     */
    public static SearchFolder goOn(Path folder) throws IOException {
        return new SearchFolder(folder, SearchRequest.read(folder));
    }

    public Path folder() {
        return folder;
    }

    public SearchRequest request() {
        return request;
    }

    private IOException unwritable(SQLException e) {
        boolean full = String.valueOf(e.getMessage()).contains("SQLITE_FULL");
        return new IOException(
                folder.resolve(TRIALS) + " cannot be written: " + (full ? "no space left on the disk" : e.getMessage()),
                e);
    }

    private static String json(Map<String, String> change) {
        return JsonMapper.shared().writeValueAsString(change);
    }

    /** What a replication of a trial came to, as a digest that is kept beside it. */
    private static String seal(int trial, String change, int replication, Map<String, Double> figures) {
        RowDigest digest = new RowDigest();
        digest.row(replication);
        digest.cell((long) trial);
        digest.cell(change);
        digest.cell((long) replication);
        figures.forEach((name, value) -> {
            digest.cell(name);
            digest.cell(value.doubleValue());
        });
        return digest.hex();
    }

    /** NaN where there is none; asked at once, since the question goes by the column that was read last. */
    private static double figure(ResultSet r, int column) throws SQLException {
        double value = r.getDouble(column);
        return r.wasNull() ? Double.NaN : value;
    }

    private static IOException damaged(Path folder, int trial, int replication) {
        return new IOException(folder.resolve(TRIALS) + ": replication " + replication + " of trial " + trial
                + " is damaged or was edited; make the search again");
    }

    @Override
    public synchronized Optional<Map<String, Double>> find(int trial, Map<String, String> change, int replication) {
        String known = "SELECT seal FROM replications JOIN trials USING (trial)"
                + " WHERE trial = ? AND replication = ? AND change = ?";
        String all = "SELECT figure, value FROM figures WHERE trial = ? AND replication = ? ORDER BY rowid";
        try (PreparedStatement ask = db.prepareStatement(known);
                PreparedStatement read = db.prepareStatement(all)) {
            ask.setInt(1, trial);
            ask.setInt(2, replication);
            ask.setString(3, json(change));
            String seal;
            try (ResultSet r = ask.executeQuery()) {
                if (!r.next()) {
                    return Optional.empty();
                }
                seal = r.getString(1);
            }
            read.setInt(1, trial);
            read.setInt(2, replication);
            Map<String, Double> figures = new LinkedHashMap<>();
            try (ResultSet r = read.executeQuery()) {
                while (r.next()) {
                    String name = r.getString(1);
                    figures.put(name, figure(r, 2));
                }
            }
            if (!seal(trial, json(change), replication, figures).equals(seal)) {
                throw new java.io.UncheckedIOException(damaged(folder, trial, replication));
            }
            return Optional.of(figures);
        } catch (SQLException e) {
            throw new java.io.UncheckedIOException(
                    new IOException(folder.resolve(TRIALS) + " cannot be read: " + e.getMessage(), e));
        }
    }

    @Override
    public synchronized void keep(int trial, Map<String, String> change, int replication, Map<String, Double> figures) {
        try {
            db.setAutoCommit(false);
            try (PreparedStatement old = db.prepareStatement("DELETE FROM figures WHERE trial = ? AND NOT EXISTS"
                            + " (SELECT 1 FROM trials WHERE trial = ? AND change = ?)");
                    PreparedStatement also =
                            db.prepareStatement("DELETE FROM replications WHERE trial = ? AND NOT EXISTS"
                                    + " (SELECT 1 FROM trials WHERE trial = ? AND change = ?)");
                    PreparedStatement tried = db.prepareStatement("INSERT OR REPLACE INTO trials VALUES (?, ?)");
                    PreparedStatement driven = db.prepareStatement("INSERT INTO replications VALUES (?, ?, ?)");
                    PreparedStatement figure = db.prepareStatement("INSERT INTO figures VALUES (?, ?, ?, ?)")) {
                for (PreparedStatement one : List.of(old, also)) { // of another change under this number
                    one.setInt(1, trial);
                    one.setInt(2, trial);
                    one.setString(3, json(change));
                    one.execute();
                }
                tried.setInt(1, trial);
                tried.setString(2, json(change));
                tried.execute();
                driven.setInt(1, trial);
                driven.setInt(2, replication);
                driven.setString(3, seal(trial, json(change), replication, figures));
                driven.execute();
                for (Map.Entry<String, Double> one : figures.entrySet()) {
                    figure.setInt(1, trial);
                    figure.setInt(2, replication);
                    figure.setString(3, one.getKey());
                    figure.setDouble(4, one.getValue()); // NaN is kept as NULL
                    figure.execute();
                }
            }
            db.commit();
        } catch (SQLException e) {
            throw new java.io.UncheckedIOException(unwritable(e));
        }
    }

    /** Keeps which trial is the best so far of those with a name, such as a cycle length. */
    public synchronized void lead(String name, int trial) {
        try {
            db.setAutoCommit(true);
            try (PreparedStatement statement = db.prepareStatement("INSERT OR REPLACE INTO leaders VALUES (?, ?, ?)")) {
                statement.setString(1, name);
                statement.setInt(2, trial);
                statement.setString(3, seal(name, trial));
                statement.execute();
            }
        } catch (SQLException e) {
            throw new java.io.UncheckedIOException(unwritable(e));
        }
    }

    /** A digest of some words and a number, which is kept beside them. */
    private static String seal(String words, long number) {
        RowDigest digest = new RowDigest();
        digest.row(1);
        digest.cell(words);
        digest.cell(number);
        return digest.hex();
    }

    /** The best trials of a search by name, in the order in which each name came up first. */
    public static Map<String, Integer> leaders(Path folder) throws IOException {
        Map<String, Integer> all = new LinkedHashMap<>();
        try (Connection db = open(folder);
                Statement statement = db.createStatement();
                ResultSet r = statement.executeQuery("SELECT name, trial, seal FROM leaders ORDER BY rowid")) {
            while (r.next()) {
                if (!seal(r.getString(1), r.getInt(2)).equals(r.getString(3))) {
                    throw new IOException(folder.resolve(TRIALS) + ": row '" + r.getString(1)
                            + "' is damaged or was edited; make the search again");
                }
                all.put(r.getString(1), r.getInt(2));
            }
            return all;
        } catch (SQLException e) {
            throw new IOException(folder.resolve(TRIALS) + " cannot be read: " + e.getMessage(), e);
        }
    }

    /** Says how it ended, in one line; a search without that was stopped before its end. */
    public synchronized void end(String outcome) throws IOException {
        try {
            db.setAutoCommit(true);
            try (PreparedStatement statement = db.prepareStatement("INSERT INTO outcome VALUES (?, ?)")) {
                statement.setString(1, outcome);
                statement.setString(2, seal(outcome, 0));
                statement.execute();
            }
        } catch (SQLException e) {
            throw unwritable(e);
        }
    }

    /** How a search ended; empty while it has not. */
    public static Optional<String> outcome(Path folder) throws IOException {
        try (Connection db = open(folder);
                Statement statement = db.createStatement();
                ResultSet r = statement.executeQuery("SELECT text, seal FROM outcome ORDER BY rowid DESC LIMIT 1")) {
            if (!r.next()) {
                return Optional.empty();
            }
            String text = String.valueOf(r.getString(1));
            if (!seal(text, 0).equals(r.getString(2))) {
                throw new IOException(folder.resolve(TRIALS) + ": how it ended is damaged or was edited");
            }
            return Optional.of(text);
        } catch (SQLException e) {
            throw new IOException(folder.resolve(TRIALS) + " cannot be read: " + e.getMessage(), e);
        }
    }

    /** All trials of a search, also of one that was stopped. */
    public static List<Tried> trials(Path folder) throws IOException {
        Map<Integer, Tried> all = new LinkedHashMap<>();
        Map<Integer, String> changes = new LinkedHashMap<>();
        try (Connection db = open(folder);
                Statement statement = db.createStatement()) {
            try (ResultSet r = statement.executeQuery("SELECT trial, change FROM trials ORDER BY trial")) {
                while (r.next()) {
                    Map<String, String> change = new LinkedHashMap<>();
                    JsonMapper.shared()
                            .readTree(r.getString(2))
                            .properties()
                            .forEach(e -> change.put(e.getKey(), e.getValue().asString()));
                    changes.put(r.getInt(1), r.getString(2));
                    all.put(r.getInt(1), new Tried(r.getInt(1), change, new LinkedHashMap<>()));
                }
            }
            readFigures(folder, statement, changes, all);
            return List.copyOf(all.values());
        } catch (SQLException
                | tools.jackson.core.JacksonException
                | NullPointerException
                | IllegalArgumentException e) { // a text that is none any more
            throw new IOException(folder.resolve(TRIALS) + " is damaged, or no longer what was written", e);
        }
    }

    private static void readFigures(
            Path folder, Statement statement, Map<Integer, String> changes, Map<Integer, Tried> all)
            throws SQLException, IOException {
        // not by the index, which has figures' names of its own: what is told is what stands in the table
        Map<List<Integer>, Map<String, Double>> measured = new LinkedHashMap<>(); // trial and replication -> figures
        String figures =
                "SELECT trial, replication, figure, value FROM figures NOT INDEXED ORDER BY trial, replication, rowid";
        try (ResultSet r = statement.executeQuery(figures)) {
            while (r.next()) {
                double figure = figure(r, 4);
                measured.computeIfAbsent(List.of(r.getInt(1), r.getInt(2)), none -> new LinkedHashMap<>())
                        .put(r.getString(3), figure);
            }
        }
        int sound = 0;
        try (ResultSet r = statement.executeQuery(
                "SELECT trial, replication, seal FROM replications NOT INDEXED ORDER BY trial, replication")) {
            while (r.next()) {
                int trial = r.getInt(1);
                Map<String, Double> of = measured.getOrDefault(List.of(trial, r.getInt(2)), Map.of());
                if (!seal(trial, changes.get(trial), r.getInt(2), of).equals(r.getString(3))) {
                    throw damaged(folder, trial, r.getInt(2));
                }
                of.forEach((name, value) -> all.get(trial)
                        .figures()
                        .computeIfAbsent(name, none -> new ArrayList<>())
                        .add(value));
                sound += of.isEmpty() ? 0 : 1;
            }
        }
        if (sound < measured.size()) {
            throw new IOException(folder.resolve(TRIALS) + " is damaged: it has figures of no replication");
        }
    }

    /**
     * One replication of a trial.
     *
     * @param value of one of its figures
     */
    public record Driven(int trial, int replication, double value) {}

    /** One figure of every replication, in the order in which they were driven. */
    public static List<Driven> driven(Path folder, String figure) throws IOException {
        trials(folder); // says so when they are not what was written
        List<Driven> all = new ArrayList<>();
        String query = "SELECT trial, replication, value FROM figures WHERE figure = ? ORDER BY rowid";
        try (Connection db = open(folder);
                PreparedStatement read = db.prepareStatement(query)) {
            read.setString(1, figure);
            try (ResultSet r = read.executeQuery()) {
                while (r.next()) {
                    all.add(new Driven(r.getInt(1), r.getInt(2), figure(r, 3)));
                }
            }
            return all;
        } catch (SQLException e) {
            throw new IOException(folder.resolve(TRIALS) + " cannot be read: " + e.getMessage(), e);
        }
    }

    /** Whether a folder is that of a search. */
    public static boolean isOne(Path folder) {
        return Files.exists(folder.resolve(SearchRequest.FILE));
    }

    /** What was asked of a search. */
    public static SearchRequest request(Path folder) throws IOException {
        return SearchRequest.read(folder);
    }

    /**
     * Its tables as CSV files.
     *
     * @return the files
     */
    public static List<Path> exportCsv(Path folder, Path into) throws IOException {
        return export(folder, into, ".csv", CsvTable::write);
    }

    /** The same as Apache Parquet. */
    public static List<Path> exportParquet(Path folder, Path into) throws IOException {
        return export(folder, into, ".parquet", ParquetTable::write);
    }

    private static List<Path> export(Path folder, Path into, String ending, TableExport.Form form) throws IOException {
        trials(folder); // these say so when they are not what was written
        leaders(folder);
        outcome(folder);
        return TableExport.write(folder.resolve(TRIALS), null, into, ending, form);
    }

    /** Opens it for reading: after a kill, what was half written is first taken back, where the folder can be written. */
    private static Connection open(Path folder) throws SQLException {
        Path file = folder.resolve(TRIALS);
        return Files.isWritable(folder) && Files.exists(file) ? Sqlite.create(file) : Sqlite.read(file);
    }

    @Override
    public synchronized void close() throws IOException {
        try {
            db.close();
        } catch (SQLException e) {
            throw unwritable(e);
        } finally {
            lock.close();
        }
    }
}
