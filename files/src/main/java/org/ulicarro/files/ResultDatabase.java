package org.ulicarro.files;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.ulicarro.core.measure.Instruments;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.Table;
import org.ulicarro.core.run.DrawnTraffic;
import org.ulicarro.core.run.ReplicationResult;

/**
 * The tables of a run in one SQLite file, per replication and interval, SI units in the column names. Replications are added one by one, each
 * wholly or not at all, also when the program is killed.
 */
final class ResultDatabase {

    private static final List<String> COLUMNS = List.of(
            "replication INTEGER PRIMARY KEY",
            "wanted INTEGER",
            "entered INTEGER",
            "unserved_at_end INTEGER",
            "unserved_peak INTEGER",
            "vehicle_steps INTEGER",
            "most_on_road INTEGER",
            "start_fill REAL",
            "missed_turns INTEGER",
            "detoured INTEGER",
            "no_way INTEGER",
            "moved_up INTEGER",
            "traffic TEXT",
            "standstills TEXT");

    private final Connection db;

    private ResultDatabase(Connection db) {
        this.db = db;
    }

    /** Opens one that is being made, or makes it. */
    static ResultDatabase open(Path file) throws SQLException {
        Connection db = Sqlite.create(file);
        try (Statement statement = db.createStatement()) {
            // a killed process leaves a journal, which takes back what was half written; power cuts are not provided
            // for
            statement.execute("PRAGMA synchronous = OFF");
            statement.execute("CREATE TABLE IF NOT EXISTS replications (" + String.join(", ", COLUMNS) + ")");
        } catch (SQLException e) {
            db.close();
            throw e;
        }
        db.setAutoCommit(false);
        return new ResultDatabase(db);
    }

    /** Whether it keeps of each replication what this version does; one that an older version made may not. */
    boolean isOfThisVersion() throws SQLException {
        try (Statement statement = db.createStatement();
                ResultSet r = statement.executeQuery("SELECT * FROM replications LIMIT 0")) {
            return r.getMetaData().getColumnCount() == COLUMNS.size();
        }
    }

    /** How many replications it holds. */
    int count() throws SQLException {
        try (Statement statement = db.createStatement();
                ResultSet r = statement.executeQuery("SELECT count(*) FROM replications")) {
            return r.getInt(1);
        }
    }

    /** Adds one replication to all tables. */
    void add(ReplicationResult r) throws SQLException {
        for (Map.Entry<Class<? extends Record>, List<? extends Record>> of :
                r.tables().entrySet()) {
            RowTable<?> table = new RowTable<>(of.getKey());
            table.create(db);
            table.insert(db, r.replication(), of.getValue());
        }
        try (PreparedStatement insert = db.prepareStatement("INSERT INTO replications VALUES ("
                + String.join(",", Collections.nCopies(COLUMNS.size(), "?")) + ")")) {
            List<Object> cells = cells(r);
            for (int c = 0; c < cells.size(); c++) {
                insert.setObject(c + 1, cells.get(c));
            }
            insert.executeUpdate();
        }
        db.commit();
    }

    private static List<Object> cells(ReplicationResult r) {
        return List.of(
                r.replication(),
                r.wanted(),
                r.entered(),
                r.unservedAtEnd(),
                r.unservedPeak(),
                r.vehicleSteps(),
                r.mostOnRoad(),
                r.startFill(),
                r.missedTurns(),
                r.detoured(),
                r.noWay(),
                r.movedUp(),
                r.traffic().line(),
                String.join("\n", r.standstills()));
    }

    /** Digests of the tables of some replications, by name. */
    static Map<String, String> digests(List<ReplicationResult> results) {
        Map<String, RowDigest> tables = new TreeMap<>();
        RowDigest replications = new RowDigest();
        for (ReplicationResult r : results) {
            r.tables().forEach((kind, rows) -> {
                RowTable<?> table = new RowTable<>(kind);
                table.digest(r.replication(), rows, tables.computeIfAbsent(table.name(), none -> new RowDigest()));
            });
            replications.row(r.replication());
            cells(r).forEach(replications::cell);
        }
        tables.put("replications", replications);
        Map<String, String> digests = new TreeMap<>();
        tables.forEach((name, digest) -> digests.put(name, digest.hex()));
        return digests;
    }

    /** All replications, as they were added. */
    List<ReplicationResult> read() throws SQLException {
        Map<Integer, Map<Class<? extends Record>, List<? extends Record>>> tables = new LinkedHashMap<>();
        try (Statement statement = db.createStatement();
                ResultSet r = statement.executeQuery("SELECT replication FROM replications ORDER BY replication")) {
            while (r.next()) {
                tables.put(r.getInt(1), new LinkedHashMap<>());
            }
        }
        for (Table<?> table : Instruments.tables()) {
            read(table.row(), tables);
        }
        List<ReplicationResult> results = new ArrayList<>();
        try (Statement statement = db.createStatement();
                ResultSet r = statement.executeQuery("SELECT * FROM replications ORDER BY replication")) {
            while (r.next()) {
                String blocked = r.getString(14);
                results.add(new ReplicationResult(
                        r.getInt(1),
                        tables.get(r.getInt(1)),
                        r.getInt(2),
                        r.getInt(3),
                        r.getInt(4),
                        r.getInt(5),
                        r.getLong(6),
                        r.getInt(7),
                        r.getDouble(8),
                        r.getInt(9),
                        r.getInt(10),
                        r.getInt(11),
                        r.getInt(12),
                        DrawnTraffic.parse(r.getString(13)),
                        blocked.isEmpty() ? List.of() : List.of(blocked.split("\n"))));
            }
        }
        return results;
    }

    private <R extends Record> void read(
            Class<R> kind, Map<Integer, Map<Class<? extends Record>, List<? extends Record>>> tables)
            throws SQLException {
        RowTable<R> table = new RowTable<>(kind);
        if (!table.isIn(db)) {
            return;
        }
        Map<Integer, List<R>> rows = new LinkedHashMap<>();
        tables.keySet().forEach(replication -> rows.put(replication, new ArrayList<>()));
        for (Observed<R> one : table.read(db, new RowDigest())) {
            rows.get(one.replication()).add(one.row());
        }
        rows.forEach((replication, list) -> tables.get(replication).put(kind, list));
    }

    void close() throws SQLException {
        db.close();
    }
}
