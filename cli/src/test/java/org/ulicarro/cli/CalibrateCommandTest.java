package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.files.Samples;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Measured saturation flows of the demo's crossroads, and the time gaps that meet them. */
class CalibrateCommandTest extends InProcess {

    @TempDir
    private Path temp;

    private Path study;

    @BeforeEach
    void write() throws IOException {
        study = temp.resolve("market");
        Samples.write(Samples.MARKET, study);
        Path file = study.resolve("study.yaml");
        Files.writeString(file, Files.readString(file).replace("15 min", "5 min"));
    }

    private void measured(String saturation) throws IOException {
        Files.writeString(
                study.resolve("alternatives/field.yaml"),
                "network: {places: {market: {saturation: " + saturation
                        + "}}}\ndemand: {growth: 60 %, walkers: null}\n");
    }

    /** What is written is what was tried: a run with it discharges as the table says. */
    @Test
    void aTargetIsMetWrittenAndHeldByTheNextRun() throws IOException {
        measured("{EBT: 2400 pcu/h, NBL: 1500 pcu/h}");
        int code = run("calibrate", study, "-a", "field", "-n", 2, "--trials", 6, "--within", 3, "--write", "gaps");
        assertThat(code).as(out + err).isEqualTo(Exit.DOES_NOT_HOLD); // left turns wait for gaps
        assertThat(out)
                .contains("market NBL: shorter time gaps do not make it quicker than that")
                .contains("(what was met)")
                .contains("-a field+gaps");
        String[] row = out.lines()
                .filter(l -> l.startsWith("market  EBT"))
                .findFirst()
                .orElseThrow()
                .split(" +");
        double before = Double.parseDouble(row[4]);
        double reached = Double.parseDouble(row[5]);
        assertThat(before).isGreaterThan(1.03 * 2400);
        assertThat(reached).isCloseTo(2400, within(0.03 * 2400 + 1));
        double half = Double.parseDouble(row[6]);
        boolean sure = half <= 2 * 0.03 * 2400;
        assertThat(String.join(" ", row))
                .as("known to twice what was asked for, or not")
                .endsWith(sure ? " yes" : " not sure");
        String written = Files.readString(study.resolve("alternatives/gaps.yaml"));
        assertThat(written)
                .contains("EBT")
                .contains("time-gap: " + row[row.length - (sure ? 2 : 3)] + " %")
                .doesNotContain("NBL");

        assertThat(run("run", study, "-a", "field+gaps", "-n", 2)).as(err).isZero();
        assertThat(run("results", study + "/1", "--json", "--place", "market")).isZero();
        for (JsonNode each : JsonMapper.builder().build().readTree(out).path("rows")) {
            if (each.path("movement").asString("").equals("EBT")) {
                assertThat(each.path("saturation_pcuh").doubleValue()).isCloseTo(reached, within(1.0));
            }
        }
        assertThat(run("check", study, "-a", "field+gaps")).isZero();
        assertThat(out + err).contains("the queue of NBL has no time-gap").doesNotContain("the queue of EBT");
    }

    @Test
    void whatMakesNoSenseIsSaid() throws IOException {
        assertThat(run("calibrate", study)).isEqualTo(Exit.USAGE);
        assertThat(err).contains("no place says a measured saturation flow");
        measured("{WBX: 2600 pcu/h}");
        assertThat(run("calibrate", study, "-a", "field")).isEqualTo(Exit.INPUT);
        assertThat(err).contains("alternatives/field.yaml:1:").contains("WBX");
        Files.writeString(
                study.resolve("alternatives/field.yaml"),
                "network: {places: {market: {movements: {WBT: {time-gap: 10 %}}}}}\n");
        assertThat(run("check", study, "-a", "field")).isNotZero();
        assertThat(out + err).contains("a time gap must be 30 % to 300 % of the usual one");
    }
}
