package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.files.Samples;

/** What is wrong with a study is said once: before a run, and whenever its results are read later. */
class WarningsOfARunTest extends InProcess {

    private static final String WARNING = "but a truck needs 11.6 m";

    @TempDir
    private Path temp;

    @Test
    void whatTheStudyIsWarnedOfIsSaidOnce() throws IOException {
        Path study = temp.resolve("tight");
        Samples.write("crossroads", study);
        EveryCommandTest.shorten(study.resolve("study.yaml"));
        Path network = study.resolve("network.yaml");
        String text = Files.readString(network);
        assertThat(text).contains("control: signal");
        Files.writeString(network, text.replaceFirst("control: signal", "control: signal, corner-radius: 3 m"));
        assertThat(run("check", study)).isZero();
        assertThat(out).containsOnlyOnce(WARNING);
        assertThat(run("run", study, "-n", "2")).as(err).isZero();
        assertThat(err).containsOnlyOnce(WARNING);
        assertThat(out).doesNotContain(WARNING);
        assertThat(run("results", study)).isZero();
        assertThat(out + err).containsOnlyOnce(WARNING);
        assertThat(run("results", study, "--json")).isZero();
        assertThat(out).as("for machines with the result").contains(WARNING);
    }
}
