package org.ulicarro.files;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.measure.EntryRow;
import org.ulicarro.core.run.ReplicationResult;

/** The table of who wanted to come in at each entry, and who found room. */
public final class EntryTable {

    /** An entry's row of one replication. */
    public record Observation(int replication, EntryRow row) {}

    private EntryTable() {}

    static void write(Connection db, List<ReplicationResult> results) throws SQLException {
        try (PreparedStatement insert = db.prepareStatement("INSERT INTO unserved VALUES (?,?,?,?,?,?,?,?,?,?)")) {
            for (ReplicationResult result : results) {
                for (EntryRow r : result.entries()) {
                    ResultDatabase.set(
                            insert,
                            result.replication(),
                            r.place(),
                            r.link(),
                            r.fromS(),
                            r.toS(),
                            r.wanted(),
                            r.entered(),
                            r.delayS(),
                            r.outsidePeak(),
                            r.outsideEnd());
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
            if (!Sqlite.has(db, "unserved")) {
                return rows;
            }
            try (ResultSet r = statement.executeQuery("SELECT * FROM unserved ORDER BY rowid")) {
                while (r.next()) {
                    rows.add(new Observation(
                            r.getInt(1),
                            new EntryRow(
                                    r.getString(2),
                                    r.getString(3),
                                    ResultDatabase.real(r, 4),
                                    ResultDatabase.real(r, 5),
                                    r.getInt(6),
                                    r.getInt(7),
                                    ResultDatabase.real(r, 8),
                                    r.getInt(9),
                                    r.getInt(10))));
                }
            }
        }
        return rows;
    }
}
