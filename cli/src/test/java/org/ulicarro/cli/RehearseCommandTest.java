package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
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
        has("16:30:12.0", "EB", "yellow", "");
        has("16:30:15.0", "EB", "red", "");
        has("16:30:17.0", "NB", "green", "");
        has("16:30:52.0", "EB", "green", "");
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
