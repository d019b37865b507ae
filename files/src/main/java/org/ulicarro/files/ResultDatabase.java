package org.ulicarro.files;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.measure.LaneCycle;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.RunSummary.CycleObservation;
import org.ulicarro.core.measure.RunSummary.Observation;
import org.ulicarro.core.run.ReplicationResult;

/** The tables of a run in one SQLite file, per replication and interval, SI units in the column names. */
final class ResultDatabase {

    private static final List<String> SCHEMA = List.of("""
            CREATE TABLE replications (replication INTEGER PRIMARY KEY, wanted INTEGER, entered INTEGER,
                unserved_at_end INTEGER, unserved_peak INTEGER, vehicle_steps INTEGER, most_on_road INTEGER)""", """
            CREATE TABLE movements (replication INTEGER, place TEXT, approach TEXT, movement TEXT, name TEXT,
                from_s REAL, to_s REAL, vehicles REAL, demand REAL, unfinished REAL, control_delay_s REAL,
                entry_delay_s REAL, geometric_delay_s REAL, stopped_delay_s REAL, stops REAL, queue_mean_m REAL,
                queue_max_m REAL)""", """
            CREATE TABLE lane_cycles (replication INTEGER, place TEXT, approach TEXT, link TEXT, lane INTEGER,
                movements TEXT, start_s REAL, back_of_queue_m REAL)""", """
            CREATE TABLE crossings (replication INTEGER, crossing TEXT, from_s REAL, to_s REAL, walkers INTEGER,
                unfinished INTEGER, delay_s REAL, delay_max_s REAL, started_on_walk REAL)""", """
            CREATE TABLE bays (replication INTEGER, place TEXT, link TEXT, lane INTEGER, movements TEXT,
                blocked_lane INTEGER, spilled_s REAL, times INTEGER, first_s REAL)""", """
            CREATE TABLE unserved (replication INTEGER, place TEXT, link TEXT, from_s REAL, to_s REAL, wanted INTEGER,
                entered INTEGER, entry_delay_s REAL, outside_peak INTEGER, outside_end INTEGER)""", """
            CREATE TABLE network (replication INTEGER, type TEXT, vehicles INTEGER, unfinished INTEGER, distance_m REAL,
                travel_time_s REAL, delay_s REAL, people REAL, people_delay_s REAL)""", """
            CREATE TABLE lines (replication INTEGER, line TEXT, runs INTEGER, travel_time_s REAL, travel_time_max_s REAL,
                control_delay_s REAL, headway_s REAL, headway_variation REAL)""");

    private ResultDatabase() {}

    static void write(Path file, List<ReplicationResult> results) throws SQLException {
        try (Connection db = Sqlite.create(file)) {
            try (Statement statement = db.createStatement()) {
                statement.execute(
                        "PRAGMA journal_mode = OFF"); // the folder is renamed when whole; a torn file is never seen
                statement.execute("PRAGMA synchronous = OFF");
                for (String table : SCHEMA) {
                    statement.execute(table);
                }
            }
            db.setAutoCommit(false);
            writeReplications(db, results);
            writeMovements(db, results);
            writeCycles(db, results);
            CourtesyTables.write(db, results);
            EntryTable.write(db, results);
            LineTable.write(db, results);
            TotalTable.write(db, results);
            db.commit();
        }
    }

    private static void writeReplications(Connection db, List<ReplicationResult> results) throws SQLException {
        try (PreparedStatement insert = db.prepareStatement("INSERT INTO replications VALUES (?,?,?,?,?,?,?)")) {
            for (ReplicationResult r : results) {
                set(
                        insert,
                        r.replication(),
                        r.wanted(),
                        r.entered(),
                        r.unservedAtEnd(),
                        r.unservedPeak(),
                        r.vehicleSteps(),
                        r.mostOnRoad());
            }
            insert.executeBatch();
        }
    }

    private static void writeMovements(Connection db, List<ReplicationResult> results) throws SQLException {
        String values = "?" + ",?".repeat(16);
        try (PreparedStatement insert = db.prepareStatement("INSERT INTO movements VALUES (" + values + ")")) {
            for (ReplicationResult result : results) {
                for (MovementRow r : result.rows()) {
                    set(
                            insert,
                            result.replication(),
                            r.place(),
                            r.approach(),
                            r.movement(),
                            r.name(),
                            r.fromS(),
                            r.toS(),
                            r.vehicles(),
                            r.demand(),
                            r.unfinished(),
                            r.controlDelayS(),
                            r.entryDelayS(),
                            r.geometricDelayS(),
                            r.stoppedDelayS(),
                            r.stops(),
                            r.queueMeanM(),
                            r.queueMaxM());
                }
            }
            insert.executeBatch();
        }
    }

    private static void writeCycles(Connection db, List<ReplicationResult> results) throws SQLException {
        try (PreparedStatement insert = db.prepareStatement("INSERT INTO lane_cycles VALUES (?,?,?,?,?,?,?,?)")) {
            for (ReplicationResult result : results) {
                for (LaneCycle c : result.cycles()) {
                    set(
                            insert,
                            result.replication(),
                            c.place(),
                            c.approach(),
                            c.link(),
                            c.lane(),
                            String.join(" ", c.movements()),
                            c.startS(),
                            c.backM());
                }
            }
            insert.executeBatch();
        }
    }

    static void set(PreparedStatement insert, Object... values) throws SQLException {
        for (int i = 0; i < values.length; i++) {
            boolean nothing = values[i] instanceof Double d && d.isNaN();
            insert.setObject(i + 1, nothing ? null : values[i]);
        }
        insert.addBatch();
    }

    static List<Observation> movements(Path file) throws SQLException {
        List<Observation> rows = new ArrayList<>();
        try (Connection db = Sqlite.read(file);
                Statement statement = db.createStatement();
                ResultSet r = statement.executeQuery("SELECT * FROM movements ORDER BY rowid")) {
            while (r.next()) {
                rows.add(new Observation(
                        r.getInt(1),
                        new MovementRow(
                                r.getString(2),
                                r.getString(3),
                                r.getString(4),
                                r.getString(5),
                                real(r, 6),
                                real(r, 7),
                                real(r, 8),
                                real(r, 9),
                                real(r, 10),
                                real(r, 11),
                                real(r, 12),
                                real(r, 13),
                                real(r, 14),
                                real(r, 15),
                                real(r, 16),
                                real(r, 17))));
            }
        }
        return rows;
    }

    static List<CycleObservation> cycles(Path file) throws SQLException {
        List<CycleObservation> rows = new ArrayList<>();
        try (Connection db = Sqlite.read(file);
                Statement statement = db.createStatement();
                ResultSet r = statement.executeQuery("SELECT * FROM lane_cycles ORDER BY rowid")) {
            while (r.next()) {
                rows.add(new CycleObservation(
                        r.getInt(1),
                        new LaneCycle(
                                r.getString(2),
                                r.getString(3),
                                r.getString(4),
                                r.getInt(5),
                                List.of(r.getString(6).split(" ")),
                                real(r, 7),
                                real(r, 8))));
            }
        }
        return rows;
    }

    static double real(ResultSet r, int column) throws SQLException {
        double value = r.getDouble(column);
        return r.wasNull() ? Double.NaN : value;
    }
}
