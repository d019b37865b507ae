package org.ulicarro.files;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import org.ulicarro.core.run.ReplicationResult;

/** The tables of a run in one SQLite file, per replication and interval, SI units in the column names. */
final class ResultDatabase {

    private static final String REPLICATIONS = """
            CREATE TABLE replications (replication INTEGER PRIMARY KEY, wanted INTEGER, entered INTEGER,
                unserved_at_end INTEGER, unserved_peak INTEGER, vehicle_steps INTEGER, most_on_road INTEGER)""";

    private ResultDatabase() {}

    static void write(Path file, List<ReplicationResult> results) throws SQLException {
        try (Connection db = Sqlite.create(file)) {
            try (Statement statement = db.createStatement()) {
                // the folder is renamed when whole; a torn file is never seen
                statement.execute("PRAGMA journal_mode = OFF");
                statement.execute("PRAGMA synchronous = OFF");
                statement.execute(REPLICATIONS);
            }
            db.setAutoCommit(false);
            writeReplications(db, results);
            for (Class<? extends Record> kind : results.get(0).tables().keySet()) {
                RowTable<?> table = new RowTable<>(kind);
                table.create(db);
                for (ReplicationResult result : results) {
                    table.insert(db, result.replication(), result.tables().get(kind));
                }
            }
            db.commit();
        }
    }

    private static void writeReplications(Connection db, List<ReplicationResult> results) throws SQLException {
        try (PreparedStatement insert = db.prepareStatement("INSERT INTO replications VALUES (?,?,?,?,?,?,?)")) {
            for (ReplicationResult r : results) {
                insert.setInt(1, r.replication());
                insert.setInt(2, r.wanted());
                insert.setInt(3, r.entered());
                insert.setInt(4, r.unservedAtEnd());
                insert.setInt(5, r.unservedPeak());
                insert.setLong(6, r.vehicleSteps());
                insert.setInt(7, r.mostOnRoad());
                insert.addBatch();
            }
            insert.executeBatch();
        }
    }
}
