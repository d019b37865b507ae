package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Who makes a run in which full roads held each other is told, wherever it is looked at. */
class FullRoadsTest extends InProcess {

    @TempDir
    private Path temp;

    private Path study;

    /** A ring of 45 m with four signals, 400 veh/h at each leg unless something else is said. */
    private void ring(String vehicles) throws IOException {
        study = Files.createDirectories(temp.resolve("ring"));
        try (InputStream text = getClass().getResourceAsStream("/signal-ring.yaml")) {
            Files.writeString(
                    study.resolve("study.yaml"),
                    new String(text.readAllBytes(), StandardCharsets.UTF_8).replace("400 veh/h", vehicles));
        }
    }

    @Test
    void aCircleOfFullRoadsIsTold() throws IOException {
        ring("400 veh/h");
        assertThat(run("run", study, "-n", "2")).as(err).isZero();
        String told = "full roads held each other in a circle: ";
        assertThat(out)
                .containsPattern(told + "[1-9]\\d*\\.\\d times per replication")
                .contains("need offsets");
        assertThat(out.lines().filter(line -> line.contains(told)))
                .allSatisfy(line -> assertThat(line).hasSizeLessThan(121));
        assertThat(run("results", study)).isZero();
        assertThat(out).as("and later").contains(told);
        assertThat(Files.readString(study.resolve("runs/0001-base/log.txt"))).contains("moved up into full junctions");
        Path page = temp.resolve("report.html");
        assertThat(run("report", study.resolve("runs/0001-base"), "-o", page))
                .as(err)
                .isZero();
        assertThat(page).content().contains(told);
    }

    @Test
    void whereThereIsRoomNothingIsSaidOfIt() throws IOException {
        ring("60 veh/h");
        assertThat(run("run", study, "-n", "1")).as(err).isZero();
        assertThat(out).doesNotContain("in a circle");
    }

    /** Whoever runs reads what the check says before he waits for the run, and not again under it; whoever looks later reads it. */
    @Test
    void theStudysWarningsAreToldOnce() throws IOException {
        ring("60 veh/h");
        Path written = study.resolve("study.yaml");
        Files.writeString(written, Files.readString(written).replace("[e-arm>en]", "[e-arm>en], yellow: 2 s"));
        assertThat(run("run", study, "-n", "1")).as(err).isZero();
        String warning = err.lines()
                .filter(line -> line.contains("warning: "))
                .findFirst()
                .orElseThrow();
        assertThat(warning).contains("yellow");
        assertThat(out).doesNotContain(warning).contains("warning: one replication has no interval");
        assertThat(run("results", study)).isZero();
        assertThat(out).contains(warning);
    }

    /** A bend on 45 m is driven slower than the limit, and that is shown in the units of the study. */
    @Test
    void bendsAreShownWithTheRoads() throws IOException {
        ring("100 veh/h");
        assertThat(run("show", study, "roads", "--csv")).isZero();
        String header = out.lines().findFirst().orElseThrow();
        assertThat(header.split(",")[6]).isEqualTo("in_bends_m_per_s");
        double inside = Double.parseDouble(line("en ahead,").split(",")[6]);
        assertThat(inside * 3.6).isBetween(34.0, 44.0);
        assertThat(line("e-arm ahead,").split(",")[6]).as("straight").isEmpty();

        Path written = study.resolve("study.yaml");
        Files.writeString(written, Files.readString(written).replace("title:", "units: us\ntitle:"));
        assertThat(run("show", study, "roads")).isZero();
        assertThat(line("link").trim()).contains("mph").contains("in bends");
        assertThat(line("en ahead ")).contains(" %.0f ".formatted(inside * 3600 / 1609.344));
    }

    private String line(String start) {
        return out.lines().filter(l -> l.startsWith(start)).findFirst().orElseThrow();
    }
}
