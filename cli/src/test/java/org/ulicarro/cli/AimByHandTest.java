package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.files.Samples;

/** The index of a search, worked out from the tables of a run: its first runs meet the traffic of the first replications. */
class AimByHandTest extends InProcess {

    @TempDir
    private Path temp;

    private static double one(Connection db, String query) throws SQLException {
        try (ResultSet rows = db.createStatement().executeQuery(query)) {
            return rows.next() ? rows.getDouble(1) : Double.NaN;
        }
    }

    /** Sums over the movements, crossings and bays of one replication, as docs/optimise.md says them. */
    private static double index(Connection db, int replication) throws SQLException {
        String of = " FROM %s WHERE replication = " + replication + " ";
        String whole = "AND from_s = 59400 AND to_s = 61200 ";
        String network = String.format(of, "network") + "AND type = 'all'";
        double journeys = one(db, "SELECT vehicles" + network);
        String movements = String.format(of, "movements") + whole + "AND movement <> 'all' AND demand > 0";
        double stops = one(db, "SELECT sum(demand * stops)" + movements);
        double onRed = one(
                db, "SELECT sum(demand * (1 - arrivals_on_green))" + movements + " AND arrivals_on_green IS NOT NULL");
        double overfull = one(db, "SELECT coalesce(sum(spilled_s), 0) / 1800" + String.format(of, "bays"));
        String crossings = String.format(of, "crossings") + whole + "AND walkers > 0";
        double people = one(db, "SELECT people" + network) + one(db, "SELECT sum(walkers)" + crossings);
        double waited =
                one(db, "SELECT people_delay_s" + network) + one(db, "SELECT sum(walkers * delay_s)" + crossings);
        double carbon =
                one(db, "SELECT co2_kg" + String.format(of, "emissions") + "AND place = 'all' AND vehicles = 'all'");
        return (one(db, "SELECT delay_s" + network) + 8 * stops + 3 * onRed + 40 * carbon) / journeys
                + 30 * overfull
                + 0.5 * waited / people;
    }

    @Test
    void everyWeightOfAnAimCountsWhatItSays() throws IOException, SQLException {
        Path study = temp.resolve("market");
        Samples.write(Samples.MARKET, study);
        Path file = study.resolve("study.yaml");
        Files.writeString(
                file,
                Files.readString(file).replace("15 min", "5 min").replace("to: \"17:30\"", "to: \"17:00\"")
                        + "aims: {all: {delay: 1, stops: 8 s, arrivals-on-red: 3 s, queue-past-bay: 30 s,"
                        + " people-delay: 0.5, co2: 40 s/kg}}\n");
        run("optimize", study, "--places", "market", "--aim", "all", "--cycles", "80-80", "--runs", 10, "-n", 2);
        Matcher inForce =
                Pattern.compile("in force +([0-9.]+) +[0-9.]+ +([0-9]+) ").matcher(out);
        assertThat(inForce.find()).as(out + err).isTrue();
        int runs = Integer.parseInt(inForce.group(2)); // more where another plan is nearly as good
        assertThat(run("run", study, "-n", runs)).as(err).isZero();
        double sum = 0;
        try (Connection db =
                DriverManager.getConnection("jdbc:sqlite:" + study.resolve("runs/0001-base/results.sqlite"))) {
            for (int replication = 1; replication <= runs; replication++) {
                sum += index(db, replication);
            }
        }
        assertThat(inForce.group(1)).isEqualTo(String.format(Locale.ROOT, "%.1f", sum / runs));
    }
}
