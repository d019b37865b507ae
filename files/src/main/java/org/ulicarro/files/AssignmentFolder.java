package org.ulicarro.files;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
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
import java.util.TreeMap;
import org.ulicarro.core.assign.Assignment;
import org.ulicarro.core.assign.ChangeRow;
import org.ulicarro.core.assign.CountRow;
import org.ulicarro.core.assign.IterationRow;
import org.ulicarro.core.assign.KnownTimeRow;
import org.ulicarro.core.assign.PathRow;
import org.ulicarro.core.assign.RoadRow;
import org.ulicarro.core.assign.ScaleRow;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.study.WayRow;

/**
 * The folder of an assignment: {@code assignment.json} says what was asked, {@code ways.csv} holds the ways and shares that a study can take, and
 * {@code assignment.sqlite} all iterations, with ways, roads and times of the last one. It is written iteration by iteration, so that what was
 * stopped can be gone on with.
 */
public final class AssignmentFolder implements AutoCloseable {

    /** The table of ways in it, as a study takes it. */
    public static final String WAYS = "ways.csv";

    private static final String REQUEST = "assignment.json";
    private static final String DATABASE = "assignment.sqlite";
    private static final String NUMBERED = "iteration";

    /** Tables that grow, and such that hold what came last. */
    private static final List<Class<? extends Record>> GROWING = List.of(IterationRow.class, ChangeRow.class);

    private static final List<Class<? extends Record>> LAST =
            List.of(PathRow.class, RoadRow.class, KnownTimeRow.class, CountRow.class, ScaleRow.class);

    private static final String SCHEMA = """
            CREATE TABLE IF NOT EXISTS seals (name TEXT, iteration INTEGER, seal TEXT NOT NULL,
                PRIMARY KEY (name, iteration));
            CREATE TABLE IF NOT EXISTS outcome (text TEXT, seal TEXT NOT NULL)
            """;

    private final Path folder;
    private final FolderLock lock;
    private final Connection db;

    private AssignmentFolder(Path folder) throws IOException {
        this.folder = folder;
        lock = FolderLock.of(folder);
        try {
            db = Sqlite.create(folder.resolve(DATABASE));
            try (Statement statement = db.createStatement()) {
                for (String one : SCHEMA.split(";")) {
                    statement.execute(one);
                }
            }
            for (Class<? extends Record> kind : kinds()) {
                table(kind).create(db);
            }
            db.setAutoCommit(false);
        } catch (SQLException e) {
            lock.close();
            throw unwritable(folder, e);
        }
    }

    private static List<Class<? extends Record>> kinds() {
        List<Class<? extends Record>> all = new ArrayList<>(GROWING);
        all.addAll(LAST);
        return all;
    }

    private static <R extends Record> RowTable<R> table(Class<R> kind) {
        return new RowTable<>(kind, NUMBERED);
    }

    /** Begins one in an empty folder. */
    public static AssignmentFolder begin(Path folder, SearchRequest request) throws IOException {
        request.write(folder, REQUEST);
        return new AssignmentFolder(folder);
    }

    public Path folder() {
        return folder;
    }

    /** Keeps an iteration, wholly or not at all. */
    public void keep(Assignment.State state) throws IOException {
        Path next = folder.resolve(WAYS + ".next");
        WaysFile.write(next, state.ways());
        try {
            Map<Class<? extends Record>, List<? extends Record>> rows = new LinkedHashMap<>();
            rows.put(IterationRow.class, List.of(state.iteration()));
            rows.put(ChangeRow.class, state.changes());
            rows.put(PathRow.class, state.paths());
            rows.put(RoadRow.class, state.roads());
            rows.put(KnownTimeRow.class, state.times());
            rows.put(CountRow.class, state.counts());
            rows.put(ScaleRow.class, state.scales());
            for (Class<? extends Record> kind : LAST) {
                clear(table(kind).name());
            }
            clear(WAYS);
            for (Map.Entry<Class<? extends Record>, List<? extends Record>> one : rows.entrySet()) {
                RowTable<?> table = table(one.getKey());
                table.insert(db, state.number(), one.getValue());
                RowDigest digest = new RowDigest();
                table.digest(state.number(), one.getValue(), digest);
                seal(table.name(), state.number(), digest.hex());
            }
            seal(WAYS, state.number(), RowDigest.of(next));
            db.commit();
        } catch (SQLException e) {
            throw unwritable(folder, e);
        }
        settle(folder, next);
    }

    private void clear(String name) throws SQLException {
        try (Statement statement = db.createStatement()) {
            if (!name.equals(WAYS)) {
                statement.execute("DELETE FROM " + name);
            }
            statement.execute("DELETE FROM seals WHERE name = '" + name + "'");
        }
    }

    private void seal(String name, int number, String digest) throws SQLException {
        try (PreparedStatement insert = db.prepareStatement("INSERT INTO seals VALUES (?, ?, ?)")) {
            insert.setString(1, name);
            insert.setInt(2, number);
            insert.setString(3, digest);
            insert.execute();
        }
    }

    private static void settle(Path folder, Path next) throws IOException {
        try {
            Files.move(next, folder.resolve(WAYS), StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
        } catch (IOException e) {
            throw OutputFile.named(folder.resolve(WAYS), e);
        }
    }

    /** Says how it ended, in one line; one without that was stopped before its end. */
    public void end(String outcome) throws IOException {
        try (PreparedStatement statement = db.prepareStatement("INSERT INTO outcome VALUES (?, ?)")) {
            statement.setString(1, outcome);
            statement.setString(2, seal(outcome));
            statement.execute();
            db.commit();
        } catch (SQLException e) {
            throw unwritable(folder, e);
        }
    }

    private static String seal(String words) {
        RowDigest digest = new RowDigest();
        digest.row(1);
        digest.cell(words);
        return digest.hex();
    }

    private static IOException unwritable(Path folder, SQLException e) {
        boolean full = String.valueOf(e.getMessage()).contains("SQLITE_FULL");
        return new IOException(
                folder.resolve(DATABASE) + " cannot be written: "
                        + (full ? "no space left on the disk" : e.getMessage()),
                e);
    }

    /** Whether a folder is that of an assignment. */
    public static boolean isOne(Path folder) {
        return Files.exists(folder.resolve(REQUEST));
    }

    /** What was asked of one. */
    public static SearchRequest request(Path folder) throws IOException {
        return SearchRequest.read(folder, REQUEST);
    }

    /** How one ended; empty while it has not. */
    public static Optional<String> outcome(Path folder) throws IOException {
        try (Connection db = open(folder);
                Statement statement = db.createStatement();
                ResultSet r = statement.executeQuery("SELECT text, seal FROM outcome ORDER BY rowid DESC LIMIT 1")) {
            if (!r.next()) {
                return Optional.empty();
            }
            String text = String.valueOf(r.getString(1));
            if (!seal(text).equals(r.getString(2))) {
                throw damaged(folder, "how it ended");
            }
            return Optional.of(text);
        } catch (SQLException e) {
            throw unreadable(folder, e);
        }
    }

    /**
     * Rows of one kind, by iteration, as they were written.
     *
     * @throws IOException in words when they are no longer that
     */
    public static <R extends Record> Map<Integer, List<R>> rows(Path folder, Class<R> kind) throws IOException {
        RowTable<R> table = table(kind);
        Map<Integer, List<R>> rows = new TreeMap<>();
        try (Connection db = open(folder)) {
            for (Observed<R> one : table.read(db, new RowDigest())) {
                rows.computeIfAbsent(one.replication(), none -> new ArrayList<>())
                        .add(one.row());
            }
            Map<Integer, String> seals = seals(db, table.name());
            for (int number : seals.keySet()) {
                RowDigest digest = new RowDigest();
                table.digest(number, rows.getOrDefault(number, List.of()), digest);
                if (!digest.hex().equals(seals.get(number))) {
                    throw damaged(folder, "table '" + table.name() + "'");
                }
            }
            if (!seals.keySet().containsAll(rows.keySet())) {
                throw damaged(folder, "table '" + table.name() + "'");
            }
            return rows;
        } catch (SQLException | NullPointerException e) {
            throw unreadable(folder, e);
        }
    }

    private static Map<Integer, String> seals(Connection db, String name) throws SQLException {
        Map<Integer, String> seals = new TreeMap<>();
        try (PreparedStatement ask = db.prepareStatement("SELECT iteration, seal FROM seals WHERE name = ?")) {
            ask.setString(1, name);
            try (ResultSet r = ask.executeQuery()) {
                while (r.next()) {
                    seals.put(r.getInt(1), r.getString(2));
                }
            }
        }
        return seals;
    }

    /** The ways that drivers took in the last iteration. */
    public static List<WayRow> ways(Path folder) throws IOException {
        checkWays(folder);
        List<Message> faults = new ArrayList<>();
        List<WayRow> rows =
                WaysFile.read(folder.resolve(WAYS), folder.resolve(WAYS).toString(), faults);
        if (!faults.isEmpty()) {
            throw new IOException(faults.get(0).toString());
        }
        return rows;
    }

    /** Holds the table of ways against what was written; takes the new one where the program was killed in between. */
    static void checkWays(Path folder) throws IOException {
        String wanted;
        try (Connection db = open(folder)) {
            Map<Integer, String> seals = seals(db, WAYS);
            if (seals.isEmpty()) {
                throw new IOException(folder + " was stopped before its first iteration; it has no ways");
            }
            wanted = seals.values().iterator().next();
        } catch (SQLException e) {
            throw unreadable(folder, e);
        }
        Path next = folder.resolve(WAYS + ".next");
        if (Files.exists(next) && RowDigest.of(next).equals(wanted)) {
            settle(folder, next);
        }
        if (!Files.exists(folder.resolve(WAYS))
                || !RowDigest.of(folder.resolve(WAYS)).equals(wanted)) {
            throw damaged(folder, WAYS);
        }
    }

    private static IOException damaged(Path folder, String what) {
        return new IOException(folder + ": " + what + " is damaged or was edited; make the assignment again");
    }

    private static IOException unreadable(Path folder, Exception e) {
        return new IOException(folder.resolve(DATABASE) + " cannot be read, or is no longer what was written", e);
    }

    /** Opens it for reading: after a kill, what was half written is first taken back, where the folder can be written. */
    private static Connection open(Path folder) throws SQLException {
        Path file = folder.resolve(DATABASE);
        return Files.isWritable(folder) && Files.exists(file) ? Sqlite.create(file) : Sqlite.read(file);
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
        for (Class<? extends Record> kind : kinds()) {
            rows(folder, kind); // says so when they are not what was written
        }
        return TableExport.write(folder.resolve(DATABASE), null, into, ending, form);
    }

    @Override
    public void close() throws IOException {
        try {
            db.close();
        } catch (SQLException e) {
            throw unwritable(folder, e);
        } finally {
            lock.close();
        }
    }
}
