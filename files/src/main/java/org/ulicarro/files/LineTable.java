package org.ulicarro.files;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.measure.LineRow;
import org.ulicarro.core.run.ReplicationResult;

/** The table of buses and trams from end to end. */
public final class LineTable {

    /** A line's row of one replication. */
    public record Observation(int replication, LineRow row) {}

    private LineTable() {}

    static void write(Connection db, List<ReplicationResult> results) throws SQLException {
        try (PreparedStatement insert = db.prepareStatement("INSERT INTO lines VALUES (?,?,?,?,?,?,?,?)")) {
            for (ReplicationResult result : results) {
                for (LineRow r : result.lines()) {
                    ResultDatabase.set(
                            insert,
                            result.replication(),
                            r.line(),
                            r.runs(),
                            r.travelTimeS(),
                            r.travelTimeMaxS(),
                            r.controlDelayS(),
                            r.headwayS(),
                            r.headwayVariation());
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
            if (!Sqlite.has(db, "lines")) {
                return rows;
            }
            try (ResultSet r = statement.executeQuery("SELECT * FROM lines ORDER BY rowid")) {
                while (r.next()) {
                    rows.add(new Observation(
                            r.getInt(1),
                            new LineRow(
                                    r.getString(2),
                                    r.getInt(3),
                                    ResultDatabase.real(r, 4),
                                    ResultDatabase.real(r, 5),
                                    ResultDatabase.real(r, 6),
                                    ResultDatabase.real(r, 7),
                                    ResultDatabase.real(r, 8))));
                }
            }
        }
        return rows;
    }
}
