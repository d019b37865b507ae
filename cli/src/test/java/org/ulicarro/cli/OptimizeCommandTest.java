package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.ulicarro.files.Samples;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Signal timing searched on a crossroads whose plan in force leaves the street too little green. */
class OptimizeCommandTest extends InProcess {

    @TempDir
    private Path temp;

    private Path study;

    @BeforeEach
    void write() throws IOException {
        study = temp.resolve("crossroads");
        Samples.write("crossroads", study);
        edit(
                "study.yaml",
                "{from: \"07:30\", to: \"08:30\"}",
                "{from: \"07:30\", to: \"08:00\", warm-up: {length: 5 min}, drain: 5 min}");
        edit(
                "signals.yaml",
                "EB: [0-35], WB: [0-35], NB: [40-65], SB: [40-65]",
                "EB: [0-20], WB: [0-20], NB: [25-65], SB: [25-65]");
    }

    private void edit(String file, String from, String to) throws IOException {
        String text = Files.readString(study.resolve(file));
        assertThat(text).contains(from);
        Files.writeString(study.resolve(file), text.replace(from, to));
    }

    private int optimize(Object... more) {
        return run(java.util.stream.Stream.concat(
                        java.util.stream.Stream.of(
                                "optimize", study, "--cycles", "50-70", "--runs", 40, "-n", 3, "--fresh", 4),
                        java.util.stream.Stream.of(more))
                .toArray());
    }

    private static String table(String out) {
        return String.join(
                "\n", out.lines().filter(l -> !l.contains("searches")).toList());
    }

    private void sql(Path search, String... commands) throws SQLException {
        try (Connection db = DriverManager.getConnection("jdbc:sqlite:" + search.resolve("trials.sqlite"));
                Statement statement = db.createStatement()) {
            for (String command : commands) {
                statement.execute(command);
            }
        }
    }

    /** The whole way: found, judged, written, taken, explained; and the same again after a kill. */
    @Test
    void aBetterPlanIsFoundWrittenTakenAndExplained() throws Exception {
        Path picture = temp.resolve("search.svg");
        assertThat(optimize("--write", "better", "-o", picture)).as(out + err).isZero();
        String first = out;
        assertThat(out)
                .contains("1 signal, aim balanced {delay: 1, stops: 8 s, queue-past-bay: 30 s}")
                .containsPattern("in force +[0-9.]+ ")
                .containsPattern("(?m)^50 s ")
                .containsPattern("(?m)^60 s ")
                .containsPattern("(?m)^70 s ")
                .containsPattern("best: [567]0 s, [0-9.]+ s a journey against [0-9.]+ \\(-[0-9.]+ %\\)")
                .contains("on fresh traffic (4 pairs of runs):", "better, and that is no chance")
                .contains("wrote " + study.resolve("alternatives/better.yaml"));
        assertThat(out.lines().filter(l -> !l.contains(temp.toString()))).allMatch(l -> l.length() <= 110);
        assertThat(Files.readString(picture)).contains("plan in force", "cycle length");
        assertThat(run("check", study, "-a", "better")).as(out + err).isZero();
        String written = Files.readString(study.resolve("alternatives/better.yaml"));

        assertThat(run("optimize", "take", study + "/searches/1", "--write", "again"))
                .as(err)
                .isZero();
        assertThat(Files.readString(study.resolve("alternatives/again.yaml"))
                        .lines()
                        .skip(1))
                .containsExactlyElementsOf(written.lines().skip(1).toList());
        assertThat(run("optimize", "take", study + "/searches/1", "--cycle", 70, "--write", "seventy"))
                .isZero();
        assertThat(Files.readString(study.resolve("alternatives/seventy.yaml"))).contains("cycle: 70 s");
        assertThat(run("optimize", "take", study + "/searches/1", "--cycle", 75, "--write", "other"))
                .isEqualTo(Exit.INPUT);
        assertThat(err).contains("this search has no row '75'.");
        assertThat(run("optimize", "take", study + "/searches/1", "--write", "seventy"))
                .isEqualTo(Exit.INPUT);
        assertThat(err).contains("seventy.yaml exists already");

        assertThat(run("results", study + "/searches/1", "--json")).isZero();
        JsonNode rows = JsonMapper.builder().build().readTree(out);
        assertThat(rows.size()).isEqualTo(4);
        assertThat(rows.get(0).path("fresh_runs").asInt()).isEqualTo(4);
        assertThat(rows.get(0).path("runs").asInt()).isEqualTo(3);

        assertThat(run("optimize", study, "--explain", "better", "--fresh", 4))
                .as(err)
                .isZero();
        assertThat(out)
                .containsPattern("all +everything +base +better +-[0-9.]+ ")
                .containsPattern("middle +splits +EB [0-9]+ WB [0-9]+ NB [0-9]+ SB [0-9]+ ")
                .contains("better");

        Path search = study.resolve("searches/0001-optimize");
        sql(
                search,
                "DELETE FROM figures WHERE trial > 4",
                "DELETE FROM replications WHERE trial > 4",
                "DELETE FROM trials WHERE trial > 4",
                "DELETE FROM outcome",
                "DELETE FROM leaders");
        assertThat(run("show", study, "searches")).isZero();
        assertThat(out).contains("stopped; 'optimize STUDY --resume 1' goes on");
        assertThat(run("optimize", study, "--resume", 1)).as(err).isZero();
        assertThat(table(out).lines().filter(l -> !l.startsWith("wrote") && !l.startsWith("next")))
                .containsExactlyElementsOf(table(first)
                        .lines()
                        .filter(l -> !l.startsWith("wrote") && !l.startsWith("next"))
                        .toList());
    }

    /** An aim of the study's own, and a limit that the cheapest plan breaks. */
    @Test
    void aimsAndLimitsOfOnesOwnCount() throws IOException {
        edit("study.yaml", "seed: 1", "seed: 1\naims: {calm: {delay: 0.5, arrivals-on-red: 20 s, co2: 10 s/kg}}");
        assertThat(optimize("--aim", "calm", "--require", "middle NBT control_delay < 12 s", "--keep", "middle EB"))
                .as(out + err)
                .isIn(Exit.DONE, Exit.DOES_NOT_HOLD);
        assertThat(out)
                .contains("aim calm {delay: 0.5, arrivals-on-red: 20 s, co2: 10 s/kg}")
                .containsPattern("(?m)^plan .* limits ")
                .containsPattern("middle NBT control_delay < 12 s: [0-9.]+ ± [0-9.]+ with the ");
        for (String line : out.lines().toList()) {
            boolean row = line.matches("(in force|[567]0 s) .*");
            assertThat(!row || line.contains(" kept ") || line.contains(" broken "))
                    .as(line)
                    .isTrue();
        }
    }

    /** Two plans in one call go into one alternative; one plan alone leaves another that is like it as it was. */
    @Test
    void plansOfTheDayAreSearchedEachInItsPeriod() throws IOException {
        edit(
                "study.yaml",
                "periods:",
                "periods:\n  pm: {from: \"17:00\", to: \"17:15\", warm-up: {length: 5 min}, drain: 5 min}");
        edit("demand.yaml", "{am: counts/am.csv}", "{am: counts/am.csv, pm: counts/pm.csv}");
        edit("signals.yaml", "SB: [25-65]}}", "SB: [25-65]}}\n      pm: {like: am}");
        String counts = Files.readString(study.resolve("counts/am.csv"));
        Files.writeString(
                study.resolve("counts/pm.csv"), counts.replace("07:30", "17:00").replace("08:30", "18:00"));
        Object[] few = {"--cycles", "60", "--runs", 12, "-n", 2, "--fresh", 3, "--aim", "delay"};
        assertThat(run(words(few, "--plan", "am", "--plan", "pm")))
                .as(out + err)
                .isZero();
        assertThat(out).contains("plan am:", "period am", "plan pm:", "period pm");
        assertThat(run("show", study, "searches")).isZero();
        assertThat(out).containsPattern("0001-optimize .* am ").containsPattern("0002-optimize .* pm ");

        assertThat(run("optimize", "take", study + "/searches/1", "--write", "morning"))
                .as(err)
                .isZero();
        assertThat(Files.readString(study.resolve("alternatives/morning.yaml")))
                .containsPattern("am: \\{cycle: 60 s")
                .contains("pm: {like: null, cycle: 70 s, offset: 0 s, greens: {EB: [0-20]");
        assertThat(run("check", study, "-a", "morning")).as(out + err).isZero();
    }

    private Object[] words(Object[] few, Object... more) {
        return java.util.stream.Stream.of(new Object[] {"optimize", study}, few, more)
                .flatMap(java.util.Arrays::stream)
                .toArray();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '"', textBlock = """
            --aim delayy                              | there is no aim 'delayy'. Did you mean 'delay'?
            --places midle                            | there is no signal at 'midle'. Did you mean 'middle'?
            --corridor main                           | there is no corridor 'main'.
            --cycles 70-50                            | --cycles: lengths are 30 to 240 s, the shorter one first
            --cycles sixty                            | --cycles takes two lengths in seconds, 60-110, or one
            --require 'middle NBT delai < 12'         | there is no measure 'delai'. Did you mean 'delay'?
            --require 'midle delay < 12'              | there is no junction 'midle'. Did you mean 'middle'?
            --require 'middle NBX delay < 12'         | middle has no movement 'NBX'.
            --require nonsense                        | --require takes 'PLACE [MOVEMENT] MEASURE < VALUE', not 'nonsense'
            --keep 'middle green'                     | middle has no group, phase or word 'green'.
            --keep 'muddle'                           | 'muddle' is not among what is timed. Did you mean 'middle'?
            --plan pm                                 | no period begins with a plan 'pm'. Did you mean 'am'?
            --write here                              | here.yaml exists already
            --explain nothing                         | nothing
            """)
    void whatCannotBeIsSaidBeforeAnythingIsRun(String option, String message) throws IOException {
        Files.createDirectories(study.resolve("alternatives"));
        Files.writeString(study.resolve("alternatives/here.yaml"), "title: here\n");
        String[] words = option.split(" ", 2);
        assertThat(run("optimize", study, words[0], words[1].replace("'", "")))
                .as(out)
                .isEqualTo(Exit.INPUT);
        assertThat(err).contains(message);
        assertThat(study.resolve("searches")).doesNotExist();
    }

    /** People who cross the side street make a cycle that short impossible, and what binds is named. */
    @Test
    void cyclesBelowEveryMinimumNameWhatBinds() throws IOException {
        edit(
                "signals.yaml",
                "NB: {serves: [NBL, NBT, NBR], yields: [NBL]}",
                "NB: {serves: [NBL, NBT, NBR], yields: [NBL], min-green: 60 s}");
        edit(
                "signals.yaml",
                "EB: [0-20], WB: [0-20], NB: [25-65], SB: [25-65]}}",
                "EB: [0-20], WB: [0-20], NB: [25-85], SB: [25-85]}}");
        edit("signals.yaml", "cycle: 70 s", "cycle: 90 s");
        assertThat(run("optimize", study, "--cycles", "30-35", "--every", 5)).isEqualTo(Exit.INPUT);
        assertThat(err)
                .contains("no cycle of 30 to 35 s holds what people and greens need: 'middle' needs 75 s for")
                .contains("NB (shortest green)");
    }

    @Test
    void aStudyWithoutPlansHasNothingToTime() {
        Path ring = temp.resolve("ring");
        assertThat(run("new", ring, "--sample", "roundabout")).isIn(Exit.DONE, Exit.USAGE);
        if (Files.exists(ring)) {
            assertThat(run("optimize", ring)).isEqualTo(Exit.INPUT);
            assertThat(err).contains("there is no signal in this study whose plan could be timed");
        }
        assertThat(run("optimize", study, "--places", "middle", "--all")).isEqualTo(Exit.USAGE);
        assertThat(run("optimize", "take", study + "/searches/1")).isEqualTo(Exit.USAGE);
        assertThat(run("optimize", "take", study + "/searches/7", "--write", "x"))
                .isEqualTo(Exit.INPUT);
        assertThat(List.of(err)).anyMatch(e -> e.contains("there is no search"));
    }
}
