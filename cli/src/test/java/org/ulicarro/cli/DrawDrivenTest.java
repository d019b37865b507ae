package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.files.Samples;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The plan with what drove in a run. */
class DrawDrivenTest extends InProcess {

    @TempDir
    private Path temp;

    private Path study;
    private Path picture;

    @BeforeEach
    void drive() throws IOException {
        study = temp.resolve("quayside");
        Samples.write("market", study);
        EveryCommandTest.shorten(study.resolve("study.yaml"));
        picture = temp.resolve("driven.svg");
        assertThat(run("run", study, "-n", 2)).as(err).isZero();
    }

    private List<JsonNode> rows(Object... words) {
        assertThat(run(words)).as(err).isZero();
        List<JsonNode> rows = new ArrayList<>();
        JsonNode read = JsonMapper.shared().readTree(out);
        (read.isArray() ? read : read.path("rows")).forEach(rows::add);
        return rows;
    }

    /** Each road has the volume and the speed of the table of links, summed over both replications by another way. */
    @Test
    void figuresAreThoseOfTheRun() throws IOException {
        assertThat(run("draw", study, "--run", "last", "-o", picture)).as(err).isZero();
        String svg = Files.readString(picture);
        assertThat(svg).contains("0001-base", "mean speed, of the limit:", "to 30 %");
        int checked = 0;
        for (String link : List.of("pier-road ahead", "mill-street back")) {
            double vehicles = 0;
            double metres = 0;
            double seconds = 0;
            double period = 0;
            for (JsonNode row : rows("results", study + "/last", "links", "--each", "--json")) {
                if (row.path("link").asString().equals(link)) {
                    vehicles += row.path("vehicles").doubleValue() / 2;
                    metres += row.path("distance_m").doubleValue();
                    seconds += row.path("time_s").doubleValue();
                    period = row.path("to_s").doubleValue() - row.path("from_s").doubleValue();
                    checked++;
                }
            }
            assertThat(svg)
                    .as(link)
                    .contains(String.format(
                            Locale.ROOT, ">%.0f  %.0f km/h<", vehicles * 3600 / period, metres / seconds * 3.6));
        }
        assertThat(checked).isEqualTo(4);
    }

    @Test
    void turnsOfAPlaceStandWithTheirDelay() throws IOException {
        assertThat(run("draw", study, "--run", "base", "--place", "market", "-o", picture))
                .as(err)
                .isZero();
        assertThat(Files.readString(picture))
                .contains("control delay in run 0001-base")
                .containsPattern(">NBL \\d+ \\(\\d+ s\\)   NBT \\d+ \\(\\d+ s\\)");
    }

    @Test
    void whatDoesNotFitIsRefused() throws IOException {
        assertThat(run("draw", study, "--run", "last", "-a", "actuated", "-o", picture))
                .isEqualTo(Exit.USAGE);
        assertThat(err).contains("leave out -a and -p");
        assertThat(run("draw", study, "--run", "last", "--volumes", "-o", picture))
                .isEqualTo(Exit.USAGE);
        assertThat(run("draw", study, "--run", "9", "-o", picture)).isEqualTo(Exit.INPUT);
        assertThat(err).contains("there is no run", "0001-base");

        Path signals = study.resolve("signals.yaml");
        Files.writeString(signals, Files.readString(signals) + "\n# a word more\n");
        assertThat(run("draw", study, "--run", "last", "-o", picture)).as(err).isZero();
        assertThat(run("set", study, "network.roads.pier-road.speed=40 km/h"))
                .as(out + err)
                .isZero();
        assertThat(run("draw", study, "--run", "last", "-o", picture)).isEqualTo(Exit.INPUT);
        assertThat(err).contains("the network of the study has changed since this run");
    }
}
