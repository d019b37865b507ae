package org.ulicarro.files;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.analysis.LevelOfService;
import org.ulicarro.core.measure.RunSummary.Row;
import org.ulicarro.core.measure.Statistic;

/**
 * Means over replications beside the tables that they are of, so that a large run's results come at once. What it says follows from the
 * tables, and it may be deleted. It knows the size of the tables' file, and is not used beside another one.
 */
final class SummaryFile {

    /** Changes whenever what stands behind it is written or found in another way. */
    private static final int MARK = 0x55530001;

    private static final LevelOfService[] LEVELS = LevelOfService.values();

    private SummaryFile() {}

    static void write(Path file, Path results, List<Row> rows) throws IOException {
        try (DataOutputStream out = new DataOutputStream(new BufferedOutputStream(Files.newOutputStream(file)))) {
            out.writeInt(MARK);
            out.writeLong(Files.size(results));
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
        }
    }

    /** The rows, or null where there are none that can be used. */
    static List<Row> read(Path file, Path results) {
        if (!Files.exists(file)) {
            return null;
        }
        try (DataInputStream in = new DataInputStream(new BufferedInputStream(InputFile.stream(file)))) {
            if (in.readInt() != MARK || in.readLong() != Files.size(results)) {
                return null;
            }
            int count = in.readInt();
            List<Row> rows = new ArrayList<>();
            for (int i = 0; i < count; i++) {
                rows.add(row(in));
            }
            return rows;
        } catch (IOException | RuntimeException e) { // damaged: the tables themselves are read
            return null;
        }
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
