package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.files.Samples;

/** The demo's controllers alone: fixed ones by the clock, the actuated alternative by typed-in calls. */
class RehearseCommandTest extends InProcess {

    @TempDir
    private Path temp;

    private Path study;

    @BeforeEach
    void writeStudy() throws IOException {
        study = temp.resolve("quayside");
        Samples.write(Samples.QUAYSIDE, study);
    }

    private void has(String time, String group, String shows, String because) {
        assertThat(out.lines().map(l -> l.strip().replaceAll(" +", " ")))
                .contains((time + " " + group + " " + shows + " " + because).strip());
    }

    /** Offset 12 s, cycle 80 s: 16:30 is second 28 of a cycle, so that EB ends its green (0 to 40) at 16:30:12. */
    @Test
    void aFixedPlanFollowsTheClock() {
        assertThat(run("rehearse", study, "--place", "market", "--to", "16:32")).isZero();
        has("16:30:12.0", "EB", "yellow", "second 40 of 80");
        has("16:30:15.0", "EB", "red", "second 43 of 80");
        has("16:30:17.0", "NB", "green", "second 45 of 80");
        has("16:30:52.0", "EB", "green", "second 0 of 80");
        assertThat(out.lines()).allMatch(line -> line.length() <= 100);
    }

    @Test
    void typedCallsMoveAnActuatedController() throws IOException {
        Path calls = temp.resolve("calls.csv");
        Files.writeString(calls, "at,who,seconds\n16:33:00,4,2.5\n16:34:00,2-people,0.1\n");
        Path picture = temp.resolve("r.svg");
        assertThat(run("rehearse", study, "-a", "actuated", "--place", "market", "--calls", calls, "-o", picture))
                .isZero();
        has("16:33:00.0", "2", "yellow", "gap-out");
        has("16:33:05.0", "4", "green", "");
        has("16:33:05.0", "8", "green", "");
        has("16:33:12.0", "4", "yellow", "gap-out");
        has("16:34:00.0", "2-people", "walk", "");
        assertThat(Files.readString(picture)).contains(">2-people<", ">gap-out<", ">over pier-road<");
        assertThat(run("rehearse", study, "-a", "actuated", "--place", "market", "--calls", "random:200", "--csv"))
                .isZero();
        assertThat(out).startsWith("time,group,shows,because");
        String first = out;
        run("rehearse", study, "-a", "actuated", "--place", "market", "--calls", "random:200", "--csv");
        assertThat(out).as("chance is that of the study's seed").isEqualTo(first);
    }

    @Test
    void secondBySecond() {
        assertThat(run("rehearse", study, "--place", "market", "--to", "16:32", "--by", "1s"))
                .isZero();
        List<String> rows =
                out.lines().map(l -> l.strip().replaceAll(" +", " ")).toList();
        assertThat(rows).contains("time EB WB NB SB WP WQ", "16:30:11.0 G G - - - -", "16:30:12.0 Y Y - - - -");
        assertThat(rows).filteredOn(l -> l.matches("\\d.*")).hasSize(120);
        run("rehearse", study, "--place", "market", "--to", "16:32", "--by", "1s", "--csv");
        assertThat(out).startsWith("time,EB,WB").contains("16:30:12.0,yellow,yellow,red,red,don't walk,don't walk");
        assertThat(run("rehearse", study, "--place", "market", "--by", "0 s")).isEqualTo(Exit.USAGE);
        assertThat(err).contains("at least 0.1 s");
    }

    @Test
    void aScriptTellsWhichRuleLedToEachStage() {
        assertThat(run(
                        "rehearse",
                        study,
                        "-a",
                        "by-stages",
                        "--place",
                        "market",
                        "--to",
                        "16:33",
                        "--calls",
                        "random:200"))
                .isZero();
        assertThat(out.lines().filter(l -> l.contains("stage side")).findFirst())
                .hasValueSatisfying(l -> assertThat(l).contains("begins", "line 6: gap(eb-1) > 3 s and gap("));
        assertThat(out.lines()).allMatch(line -> line.length() <= 100);
    }

    /** Three plans a day over two days that are not alike: the afternoon of a Friday begins an hour earlier. */
    @Test
    void plansFollowTheDay() throws IOException {
        Files.writeString(study.resolve("alternatives/days.yaml"), """
                signals:
                  market:
                    schedule: {"06:00": early, "09:00": pm, "15:00": late}
                    days:
                      fri: {"06:00": early, "09:00": pm, "14:00": late}
                      sat sun: {"10:00": pm}
                      2027-05-06: {"00:00": early}
                    plans:
                      early: {like: pm, offset: 20 s}
                      late: {like: pm, offset: 40 s}
                """);
        assertThat(run(
                        "rehearse",
                        study,
                        "-a",
                        "days",
                        "--place",
                        "market",
                        "--day",
                        "thu",
                        "--from",
                        "05:00",
                        "--to",
                        "48:00",
                        "--csv"))
                .isZero();
        assertThat(plans())
                .containsExactly(
                        "thu 05:00 late",
                        "thu 06:00 early",
                        "thu 09:00 pm",
                        "thu 15:00 late",
                        "fri 06:00 early",
                        "fri 09:00 pm",
                        "fri 14:00 late");
        run(
                "rehearse",
                study,
                "-a",
                "days",
                "--place",
                "market",
                "--day",
                "2027-05-05",
                "--from",
                "14:00",
                "--to",
                "30:00",
                "--csv");
        assertThat(plans()).containsExactly("2027-05-05 14:00 pm", "2027-05-05 15:00 late", "2027-05-06 00:00 early");
        assertThat(run("check", study, "-a", "days")).isZero();
        assertThat(out + err).contains("warning: period 'pm' says no day");
        assertThat(run("rehearse", study, "--place", "market", "--day", "xmas")).isEqualTo(Exit.USAGE);
    }

    /** Plans that began, to the minute: they do where a cycle ends. */
    private List<String> plans() {
        return out.lines()
                .filter(l -> l.contains("plan "))
                .map(l -> l.replaceAll("(\\d\\d:\\d\\d):.*plan (\\w+),.*", "$1 $2"))
                .toList();
    }

    @Test
    void derivedDetectorsAreShown() {
        assertThat(run("show", study, "devices", "-a", "actuated", "--place", "market"))
                .isZero();
        assertThat(out.lines().map(l -> l.strip().replaceAll(" +", " ")))
                .contains("1 on quay-5 back lane 1 derived detector quay-5 back 1 162.4 174.4 2.0");
    }

    @Test
    void whatIsWrongIsSaid() throws IOException {
        assertThat(run("rehearse", study, "--place", "markt")).isEqualTo(Exit.USAGE);
        assertThat(err).contains("Did you mean 'market'?");
        assertThat(run("rehearse", study, "--place", "market", "--calls", "random:many"))
                .isEqualTo(Exit.USAGE);
        Path calls = temp.resolve("calls.csv");
        Files.writeString(calls, "at,who,seconds\nnoon,4,2\n16:31,44,2\n16:31,4,-1\n");
        assertThat(run("rehearse", study, "-a", "actuated", "--place", "market", "--calls", calls))
                .isEqualTo(Exit.INPUT);
        assertThat(err)
                .contains(
                        "calls.csv:2:1: 'noon' is no time of day",
                        "calls.csv:3:7: nobody calls from '44'",
                        "calls.csv:4:");
    }

    /** Every fault of phases, rings and splits at once, with its place. */
    @Test
    void checkFindsWhatKeepsRingsFromRunning() throws IOException {
        Path file = study.resolve("alternatives/actuated.yaml");
        String good = Files.readString(file);
        Files.writeString(
                file,
                good.replace(
                                "free: true",
                                "cycle: 90 s, coordinated: [2, 6], splits: {1: 15 s, 2: 20 s, 4: 45 s, 5: 15 s, 6: 35 s, 8: 40 s}")
                        .replace("cycle: null, offset: null, ", "offset: null, "));
        assertThat(run("check", study, "-a", "actuated")).isEqualTo(Exit.DOES_NOT_HOLD);
        assertThat(out).contains("leaves phase '2'", "walk and clearance takes", "s are missing");
        Files.writeString(
                file,
                good.replace(
                                "free: true",
                                "cycle: 95 s, coordinated: [2, 6], splits: {1: 15 s, 2: 40 s, 4: 45 s, 5: 15 s, 6: 35 s, 8: 40 s}")
                        .replace("cycle: null, offset: null, ", "offset: null, "));
        assertThat(run("check", study, "-a", "actuated")).isEqualTo(Exit.DOES_NOT_HOLD);
        assertThat(out).contains("rings differ by 5.0 s", "the cycle is 95.0 s");
        Files.writeString(file, good.replace("\"1 2 | 4\", \"5 6 | 8\"", "\"1 2 9 | 4\", \"8 6 | 5\""));
        assertThat(run("check", study, "-a", "actuated")).isEqualTo(Exit.DOES_NOT_HOLD);
        assertThat(out).contains("there is no phase '9'");
        Files.writeString(file, good.replace("\"1 2 | 4\", \"5 6 | 8\"", "\"1 2 | 4\", \"8 6 | 5\""));
        assertThat(run("check", study, "-a", "actuated")).isEqualTo(Exit.DOES_NOT_HOLD);
        assertThat(out).contains("phases '1' and '8' may have green together", "conflict; put a barrier between them");
    }
}
