package org.ulicarro.files;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.measure.TotalRow;
import org.ulicarro.core.run.ReplicationResult;

/** The table of whole journeys by type of vehicle. */
public final class TotalTable {

    /** A type's row of one replication. */
    public record Observation(int replication, TotalRow row) {}

    private TotalTable() {}

    static void write(Connection db, List<ReplicationResult> results) throws SQLException {
        try (PreparedStatement insert = db.prepareStatement("INSERT INTO network VALUES (?,?,?,?,?,?,?,?,?)")) {
            for (ReplicationResult result : results) {
                for (TotalRow r : result.totals()) {
                    ResultDatabase.set(
                            insert,
                            result.replication(),
                            r.type(),
                            r.vehicles(),
                            r.unfinished(),
                            r.distanceM(),
                            r.travelTimeS(),
                            r.delayS(),
                            r.people(),
                            r.peopleDelayS());
                }
            }
            insert.executeBatch();
        }
    }

    /** All rows; none from a run that is older than the table. */
    static List<Observation> read(Path file) throws SQLException {
        List<Observation> rows = new ArrayList<>();
        try (Connection db = Sqlite.read(file);
                Statement statement = db.createStatement()) {
            if (!Sqlite.has(db, "network")) {
                return rows;
            }
            try (ResultSet r = statement.executeQuery("SELECT * FROM network ORDER BY rowid")) {
                while (r.next()) {
                    rows.add(new Observation(
                            r.getInt(1),
                            new TotalRow(
                                    r.getString(2),
                                    r.getInt(3),
                                    r.getInt(4),
                                    r.getDouble(5),
                                    r.getDouble(6),
                                    r.getDouble(7),
                                    r.getDouble(8),
                                    r.getDouble(9))));
                }
            }
        }
        return rows;
    }
}
