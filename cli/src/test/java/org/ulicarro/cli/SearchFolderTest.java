package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.files.Samples;

/** A search leaves a folder that can be read, gone on with and exported, and that nothing writes over. */
class SearchFolderTest extends InProcess {

    @TempDir
    private Path temp;

    private Path study;

    @BeforeEach
    void write() throws IOException {
        study = temp.resolve("market");
        Samples.write(Samples.MARKET, study);
        Path file = study.resolve("study.yaml");
        Files.writeString(
                file, Files.readString(file).replace("15 min", "5 min").replace("17:30", "16:40"));
        Files.writeString(
                study.resolve("alternatives/field.yaml"),
                "network: {places: {market: {saturation: {WBT: 2400 pcu/h}}}}\ndemand: {growth: 60 %, walkers: null}\n");
    }

    private int calibrate(Object... more) {
        Object[] all = Stream.concat(
                        Stream.of("calibrate", study, "-a", "field", "-n", 2, "--trials", 3, "--within", 1),
                        Stream.of(more))
                .toArray();
        return run(all);
    }

    private Path trials(int number) {
        return study.resolve("searches/000" + number + "-calibrate/trials.sqlite");
    }

    private void sql(Path database, String... statements) throws SQLException {
        try (Connection db = DriverManager.getConnection("jdbc:sqlite:" + database);
                Statement statement = db.createStatement()) {
            for (String one : statements) {
                statement.execute(one);
            }
        }
    }

    @Test
    void aStoppedSearchGoesOnAndComesToTheSame() throws IOException, SQLException {
        calibrate();
        String whole = out;
        assertThat(whole).contains("kept " + study.resolve("searches/0001-calibrate"));
        calibrate();
        assertThat(out.replace("0002", "0001").replace("searches/2", "searches/1"))
                .isEqualTo(whole);
        sql(
                trials(2),
                "DELETE FROM figures WHERE trial = 3 OR trial = 2 AND replication = 2",
                "DELETE FROM replications WHERE trial = 3 OR trial = 2 AND replication = 2",
                "DELETE FROM trials WHERE trial = 3",
                "DELETE FROM outcome");
        assertThat(run("show", study, "searches")).isZero();
        assertThat(out).contains("0001-calibrate", "targets met", "stopped; 'calibrate STUDY --resume 2' goes on");
        assertThat(run("results", study + "/searches/2")).isZero();
        assertThat(out)
                .contains("calibrate on field, period pm, 2 replications a trial", "stopped before its end")
                .contains("market.movements.\"WBT\".time-gap: 100.0 %", "saturation_pcu_per_h market WBT");
        run("calibrate", study, "--resume", 2);
        assertThat(err).contains("trial 1: known", "trial 2: 1 replications are known", "trial 3");
        assertThat(out.replace("0002", "0001").replace("searches/2", "searches/1"))
                .isEqualTo(whole);
        assertThat(run("export", study + "/searches/1", "--csv", temp.resolve("one")))
                .isZero();
        assertThat(run("export", study + "/searches/last", "--csv", temp.resolve("two")))
                .isZero();
        List<String> one = sorted(temp.resolve("one/figures.csv"));
        assertThat(sorted(temp.resolve("two/figures.csv"))).isEqualTo(one).hasSizeGreaterThan(6);
    }

    private static List<String> sorted(Path file) throws IOException {
        return Files.readAllLines(file).stream()
                .sorted(Comparator.naturalOrder())
                .toList();
    }

    @Test
    void whatDoesNotFitIsRefusedInWords() throws IOException, SQLException {
        calibrate();
        byte[] sound = Files.readAllBytes(trials(1));
        for (String edit : List.of(
                "UPDATE figures SET value = value + 1e-9 WHERE rowid = 2",
                "DELETE FROM figures WHERE rowid = 2",
                "UPDATE trials SET change = '{}' WHERE trial = 2",
                "DELETE FROM replications WHERE trial = 2 AND replication = 1")) {
            sql(trials(1), edit);
            assertThat(run("results", study + "/searches/1")).as(edit).isEqualTo(Exit.INPUT);
            assertThat(err).as(edit).containsAnyOf("is damaged or was edited", "figures of no replication");
            assertThat(run("export", study + "/searches/1", "--csv", temp.resolve("none")))
                    .isEqualTo(Exit.INPUT);
            assertThat(temp.resolve("none")).doesNotExist();
            Files.write(trials(1), sound);
        }
        assertThat(run("calibrate", study, "--resume", 7)).isEqualTo(Exit.INPUT);
        assertThat(err).contains("there is no search '7'", "It has: 0001-calibrate");
        assertThat(run("results", study + "/searches/7")).isEqualTo(Exit.INPUT);
        assertThat(err).contains("Its searches: 1");
        assertThat(run("results", study + "/searches/1", "--each")).isEqualTo(Exit.USAGE);
        Files.writeString(
                study.resolve("alternatives/field.yaml"),
                "network: {places: {market: {saturation: {WBT: 2400 pcu/h}}}}\ndemand: {growth: 59 %, walkers: null}\n");
        assertThat(run("calibrate", study, "--resume", 1)).isEqualTo(Exit.INPUT);
        assertThat(err).contains("was begun with another version of this study");
        Files.writeString(study.resolve("searches/0001-calibrate/search.json"), "{");
        assertThat(run("results", study + "/searches/1")).isEqualTo(Exit.INPUT);
        assertThat(err).contains("search.json is damaged");
    }
}
