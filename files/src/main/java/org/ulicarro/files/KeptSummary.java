package org.ulicarro.files;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.analysis.LevelOfService;
import org.ulicarro.core.measure.RunSummary.Row;
import org.ulicarro.core.measure.Statistic;

/**
 * Means over replications beside the tables that they are of, in the same database, so that a large run's results come at once. What it says
 * follows from the tables.
 */
final class KeptSummary {

    static final String TABLE = "summary";

    private static final LevelOfService[] LEVELS = LevelOfService.values();

    private KeptSummary() {}

    /** Puts it into a database; its digest. */
    static String write(Path results, List<Row> rows) throws IOException, SQLException {
        byte[] bytes = bytes(rows);
        try (Connection db = Sqlite.create(results);
                Statement statement = db.createStatement()) {
            statement.execute("PRAGMA synchronous = OFF");
            statement.execute("CREATE TABLE IF NOT EXISTS " + TABLE + " (means BLOB)");
            statement.execute("DELETE FROM " + TABLE);
            try (PreparedStatement insert = db.prepareStatement("INSERT INTO " + TABLE + " VALUES (?)")) {
                insert.setBytes(1, bytes);
                insert.executeUpdate();
            }
        }
        return RowDigest.of(bytes);
    }

    private static byte[] bytes(List<Row> rows) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        DataOutputStream out = new DataOutputStream(bytes);
        out.writeInt(rows.size());
        for (Row row : rows) {
            out.writeUTF(row.place());
            out.writeUTF(row.approach());
            out.writeUTF(row.movement());
            out.writeUTF(row.name());
            out.writeDouble(row.fromS());
            out.writeDouble(row.toS());
            for (Statistic s : statistics(row)) {
                write(out, s);
            }
            out.writeDouble(row.backP50());
            out.writeDouble(row.backP95());
            out.writeByte(row.los() == null ? -1 : row.los().ordinal());
        }
        return bytes.toByteArray();
    }

    /**
     * The rows.
     *
     * @param digests of the tables of the run
     * @throws IOException when they are not what was written
     */
    static List<Row> read(Path results, Map<String, String> digests) throws IOException, SQLException {
        byte[] bytes;
        try (Connection db = Sqlite.read(results);
                Statement statement = db.createStatement();
                ResultSet r = statement.executeQuery("SELECT means FROM " + TABLE)) {
            bytes = r.next() ? r.getBytes(1) : null;
        }
        RecordFile.check(results, digests, TABLE, bytes == null ? "" : RowDigest.of(bytes));
        DataInputStream in = new DataInputStream(new ByteArrayInputStream(bytes));
        int count = in.readInt();
        List<Row> rows = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            rows.add(row(in));
        }
        return rows;
    }

    private static List<Statistic> statistics(Row row) {
        return List.of(
                row.vehicles(),
                row.demand(),
                row.unfinished(),
                row.controlDelay(),
                row.entryDelay(),
                row.geometricDelay(),
                row.stoppedDelay(),
                row.stops(),
                row.queueMean(),
                row.queueMax());
    }

    private static void write(DataOutputStream out, Statistic s) throws IOException {
        out.writeInt(s.n());
        for (double value : new double[] {s.mean(), s.sd(), s.min(), s.max(), s.lo(), s.hi()}) {
            out.writeDouble(value);
        }
    }

    private static Statistic statistic(DataInputStream in) throws IOException {
        return new Statistic(
                in.readInt(),
                in.readDouble(),
                in.readDouble(),
                in.readDouble(),
                in.readDouble(),
                in.readDouble(),
                in.readDouble());
    }

    private static Row row(DataInputStream in) throws IOException {
        String place = in.readUTF();
        String approach = in.readUTF();
        String movement = in.readUTF();
        String name = in.readUTF();
        double from = in.readDouble();
        double to = in.readDouble();
        Statistic[] s = new Statistic[10];
        for (int i = 0; i < s.length; i++) {
            s[i] = statistic(in);
        }
        double p50 = in.readDouble();
        double p95 = in.readDouble();
        int level = in.readByte();
        return new Row(
                place,
                approach,
                movement,
                name,
                from,
                to,
                s[0],
                s[1],
                s[2],
                s[3],
                s[4],
                s[5],
                s[6],
                s[7],
                s[8],
                s[9],
                p50,
                p95,
                level < 0 ? null : LEVELS[level]);
    }
}
