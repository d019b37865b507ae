package org.ulicarro.files;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.measure.BayRow;
import org.ulicarro.core.measure.CrossingRow;
import org.ulicarro.core.run.ReplicationResult;

/** The tables of people on crossings and of turning bays that spill back. */
public final class CourtesyTables {

    /** A crossing's row of one replication. */
    public record CrossingObservation(int replication, CrossingRow row) {}

    /** A bay's row of one replication. */
    public record BayObservation(int replication, BayRow row) {}

    private CourtesyTables() {}

    static void write(Connection db, List<ReplicationResult> results) throws SQLException {
        try (PreparedStatement insert = db.prepareStatement("INSERT INTO crossings VALUES (?,?,?,?,?,?,?,?,?)")) {
            for (ReplicationResult result : results) {
                for (CrossingRow r : result.crossings()) {
                    ResultDatabase.set(
                            insert,
                            result.replication(),
                            r.crossing(),
                            r.fromS(),
                            r.toS(),
                            r.walkers(),
                            r.unfinished(),
                            r.delayS(),
                            r.delayMaxS(),
                            r.onWalk());
                }
            }
            insert.executeBatch();
        }
        try (PreparedStatement insert = db.prepareStatement("INSERT INTO bays VALUES (?,?,?,?,?,?,?,?,?)")) {
            for (ReplicationResult result : results) {
                for (BayRow r : result.bays()) {
                    ResultDatabase.set(
                            insert,
                            result.replication(),
                            r.place(),
                            r.link(),
                            r.lane(),
                            r.movements(),
                            r.blockedLane(),
                            r.spilledS(),
                            r.times(),
                            r.firstS());
                }
            }
            insert.executeBatch();
        }
    }

    /** All rows of people on crossings; none from a run that is older than they are. */
    public static List<CrossingObservation> crossings(Path file) throws SQLException {
        List<CrossingObservation> rows = new ArrayList<>();
        try (Connection db = Sqlite.read(file);
                Statement statement = db.createStatement()) {
            if (!Sqlite.has(db, "crossings")) {
                return rows;
            }
            try (ResultSet r = statement.executeQuery("SELECT * FROM crossings ORDER BY rowid")) {
                while (r.next()) {
                    rows.add(new CrossingObservation(
                            r.getInt(1),
                            new CrossingRow(
                                    r.getString(2),
                                    ResultDatabase.real(r, 3),
                                    ResultDatabase.real(r, 4),
                                    r.getInt(5),
                                    r.getInt(6),
                                    ResultDatabase.real(r, 7),
                                    ResultDatabase.real(r, 8),
                                    ResultDatabase.real(r, 9))));
                }
            }
        }
        return rows;
    }

    /** All rows of bays; none from a run that is older than they are. */
    public static List<BayObservation> bays(Path file) throws SQLException {
        List<BayObservation> rows = new ArrayList<>();
        try (Connection db = Sqlite.read(file);
                Statement statement = db.createStatement()) {
            if (!Sqlite.has(db, "bays")) {
                return rows;
            }
            try (ResultSet r = statement.executeQuery("SELECT * FROM bays ORDER BY rowid")) {
                while (r.next()) {
                    rows.add(new BayObservation(
                            r.getInt(1),
                            new BayRow(
                                    r.getString(2),
                                    r.getString(3),
                                    r.getInt(4),
                                    r.getString(5),
                                    r.getInt(6),
                                    ResultDatabase.real(r, 7),
                                    r.getInt(8),
                                    ResultDatabase.real(r, 9))));
                }
            }
        }
        return rows;
    }
}
