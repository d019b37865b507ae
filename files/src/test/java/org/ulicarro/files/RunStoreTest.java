package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.Statement;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.measure.LinkRow;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.RunSummary;
import org.ulicarro.core.run.Digest;
import org.ulicarro.core.run.MeasuredResults;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Progress;
import org.ulicarro.core.run.ReplicationResult;
import org.ulicarro.core.run.Replications;
import org.ulicarro.core.run.Trials;

class RunStoreTest {

    @TempDir
    private Path temp;

    @Test
    void runsAreNumberedFoundAndNeverOverwritten() throws IOException {
        RunStore store = new RunStore(temp);
        assertThat(store.find("last")).isEmpty();
        Path first = store.finish(store.begin("base"));
        Path second = store.finish(store.begin("pier-green"));
        assertThat(first.getFileName()).hasToString("0001-base");
        assertThat(second.getFileName()).hasToString("0002-pier-green");
        assertThat(store.find("last")).contains(second);
        assertThat(store.find("1")).contains(first);
        assertThat(store.find("0002")).contains(second);
        assertThat(store.find("0001-b")).contains(first);
        assertThat(store.find("3")).isEmpty();
    }

    @Test
    void whatIsNotCompleteIsNoRunAndCanBeDiscarded() throws IOException {
        RunStore store = new RunStore(temp);
        Path part = store.begin("base");
        Files.writeString(part.resolve("log.txt"), "half");
        assertThat(store.complete()).isEmpty();
        Path other = store.begin("base");
        assertThat(other.getFileName()).hasToString("0002-base.part");
        store.discard(part);
        store.discard(other);
        assertThat(temp.resolve("runs")).doesNotExist();
    }

    @Test
    void aRunComesBackAsItWasWritten() throws Exception {
        Path study = temp.resolve("quayside");
        Samples.write(Samples.MARKET, study);
        LoadedStudy loaded = StudyFolder.read(study, List.of());
        Model model = loaded.compile(null).model();
        List<ReplicationResult> results =
                Trials.run(model, Replications.of(2), 2, Progress.SILENT).replications();
        RunRecord record = new RunRecord(
                "0",
                "t",
                "base",
                "pm",
                59400,
                63000,
                2,
                20240,
                "metric",
                loaded.inputs().digest(),
                Digest.of(results),
                1.5,
                2.5,
                3,
                0.9,
                0.5,
                4.5,
                1,
                0.25,
                List.of("nothing moves"),
                List.of("a warning, with \"quotes\""),
                List.of("a controller was lost"),
                results.stream().map(r -> r.traffic().line()).toList(),
                "2026-01-01T00:00:00Z",
                1.25,
                2,
                "17",
                "here");
        RunStore store = new RunStore(study);
        Path part = store.begin("base");
        RunRequest request =
                new RunRequest("0", "base", "pm", loaded.inputs().digest(), 2, null, null, null, 0, false, true);
        try (RunInProgress made = RunInProgress.begin(part, request)) {
            made.keep(results.get(0));
            assertThatThrownBy(() -> RunInProgress.goOn(part)).hasMessageContaining("by another process");
        }
        try (RunInProgress made = RunInProgress.goOn(part)) {
            assertThat(made.request()).isEqualTo(request);
            assertThat(made.before()).isEqualTo(1);
            made.keep(results.get(1));
            assertThat(made.kept()).as("every digit").isEqualTo(results);
            assertThat(Digest.of(made.kept())).isEqualTo(record.digest());
            made.finish(record, loaded, results, List.of("line"));
        }
        Path run = store.finish(part);
        try (var files = Files.list(run)) {
            assertThat(files.map(f -> f.getFileName().toString()))
                    .containsExactlyInAnyOrder("run.json", "results.sqlite", "log.txt");
        }
        assertThat(RunFolder.record(run)).isEqualTo(record);
        RunSummary summary = Run.in(run).summary();
        List<Observed<MovementRow>> rows = summary.observations(false);
        assertThat(rows).hasSize(2 * 17);
        assertThat(rows.get(0).row())
                .isEqualTo(results.get(0).rows(MovementRow.class).stream()
                        .filter(r -> r.toS() - r.fromS() == 3600)
                        .findFirst()
                        .orElseThrow());
        List<RunSummary.Row> kept = Run.in(run).summary().wholePeriod();
        assertThat(new MeasuredResults(results).summary().wholePeriod())
                .as("of the tables themselves")
                .isEqualTo(kept);
        assertThat(Run.in(run).summary().bySlice()).hasSizeGreaterThan(kept.size());
        assertThat(Files.readString(run.resolve("run.json")))
                .contains("\"study\"", "\"full-width\"", "\"counts\"", "\"vehicles\" : 178");
        whatWasEditedIsNotBelieved(run);
    }

    /** One cell of one table, one letter of the record: the table's name is said, and the others are as sound as before. */
    private static void whatWasEditedIsNotBelieved(Path run) throws Exception {
        Path results = run.resolve("results.sqlite");
        byte[] sound = Files.readAllBytes(results);
        for (String edit : List.of(
                "UPDATE movements SET control_delay_s = control_delay_s + 1e-9 WHERE rowid = 3",
                "UPDATE movements SET movement = movement || '-' WHERE rowid = 5",
                "UPDATE movements SET replication = 2 WHERE rowid = 1",
                "DELETE FROM movements WHERE rowid = 7",
                "INSERT INTO movements SELECT * FROM movements WHERE rowid = 2")) {
            try (Connection db = Sqlite.create(results);
                    Statement statement = db.createStatement()) {
                statement.executeUpdate(edit);
            }
            Run read = Run.in(run);
            assertThatThrownBy(() -> read.rows(MovementRow.class))
                    .as(edit)
                    .isInstanceOf(IOException.class)
                    .hasMessageContaining("the table 'movements' is damaged or was edited");
            assertThat(read.rows(LinkRow.class)).isNotEmpty();
            Path out = run.resolveSibling("csv");
            assertThatThrownBy(() -> RunFolder.exportCsv(run, out)).hasMessageContaining("'movements'");
            assertThat(out).doesNotExist();
            Files.write(results, sound);
        }
        try (Connection db = Sqlite.create(results);
                Statement statement = db.createStatement()) {
            statement.executeUpdate("UPDATE replications SET unserved_peak = unserved_peak + 1");
            statement.executeUpdate("UPDATE summary SET means = zeroblob(length(means))");
        }
        assertThatThrownBy(() -> Run.in(run).summary()).hasMessageContaining("'summary'");
        assertThatThrownBy(() -> RunFolder.exportCsv(run, run.resolveSibling("csv")))
                .hasMessageContaining("'replications'");
        Files.write(results, sound);
        Path record = run.resolve("run.json");
        String text = Files.readString(record);
        for (String edited : List.of(
                text.replace("\"replications\" : 2", "\"replications\" : 3"),
                text.replace("\"title\" : \"", "\"title\" : \"x"),
                text.substring(0, text.length() - 3),
                text + " ")) {
            Files.writeString(record, edited);
            assertThatThrownBy(() -> Run.in(run))
                    .isInstanceOf(IOException.class)
                    .hasMessageContaining("run.json is damaged");
        }
        Files.writeString(record, text);
        assertThat(Run.in(run).rows(MovementRow.class)).isNotEmpty();
    }

    @Test
    void aDamagedRunIsSaidToBeOne() throws IOException {
        Path run = Files.createDirectories(temp.resolve("runs/0001-base"));
        for (String text : List.of("", "[]", "{\"digest\": 1, \"seed\": \"x\"}", "{\"digest\"", "PK\u0003")) {
            Files.writeString(run.resolve("run.json"), text);
            assertThatThrownBy(() -> RunFolder.record(run))
                    .isInstanceOf(IOException.class)
                    .hasMessageContaining("run.json is damaged");
        }
        assertThatThrownBy(() -> RunFolder.rows(run, Map.of(), MovementRow.class))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("does not exist");
        Files.writeString(
                run.resolve("results.sqlite"), "this is no database at all, but long enough to look like one");
        assertThatThrownBy(() -> RunFolder.rows(run, Map.of(), MovementRow.class))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("cannot be read");
    }

    /** What an older version kept of each replication is less. */
    @Test
    void replicationsOfAnOlderVersionGetNoOthers() throws Exception {
        RunStore store = new RunStore(temp);
        Path part = store.begin("base");
        RunRequest request = new RunRequest("0", "base", "pm", "0", 2, null, null, null, 0, false, true);
        RunInProgress.begin(part, request).close();
        try (var db = Sqlite.create(part.resolve("results.sqlite"));
                var statement = db.createStatement()) {
            statement.execute("ALTER TABLE replications DROP COLUMN moved_up");
        }
        assertThatThrownBy(() -> RunInProgress.goOn(part))
                .hasMessageContaining("an older version of Ulicarro made these");
        assertThatThrownBy(() -> RunInProgress.goOn(part))
                .as("the lock is free again")
                .hasMessageContaining("older version");
    }
}
