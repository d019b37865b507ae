package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.files.Samples;

/** A period without counts is told in one line, and gets those of another. */
class CopyCountsCommandTest extends InProcess {

    @TempDir
    private Path temp;

    private Path study;

    @BeforeEach
    void write() throws IOException {
        study = temp.resolve("market");
        Samples.write(Samples.MARKET, study);
        Path file = study.resolve("study.yaml");
        Files.writeString(
                file,
                Files.readString(file)
                        .replace("periods:\n", "periods:\n  am: {from: \"07:00\", to: \"08:00\", drain: 15 min}\n"));
    }

    @Test
    void countsMoveToAnotherPeriodAndGrow() throws IOException {
        assertThat(run("check", study)).isEqualTo(Exit.DOES_NOT_HOLD);
        assertThat(out).contains("no count lies in the period from 07:00 to 08:00: they are of 16:30 to 17:30");
        assertThat(out).contains("1 error; the study cannot run");
        assertThat(run("copy-counts", study, "--from", "pm", "--to", "am", "--growth", "-20"))
                .as(err)
                .isZero();
        assertThat(Files.readString(study.resolve("counts/am.csv")))
                .startsWith("place,movement,from,to,vehicles,queue_start,queue_end\nmarket,EBL,07:00,07:15,19.2,0,0\n");
        assertThat(Files.readString(study.resolve("demand.yaml")))
                .contains("volumes: {pm: counts/pm.csv, am: counts/am.csv}");
        assertThat(run("check", study)).as(err).isZero();
        assertThat(run("show", study, "volumes", "--period", "am")).isZero();
        assertThat(out).containsPattern("EBT +587 +587 +157 +07:15"); // 734 less a fifth
        assertThat(run("show", study, "volumes", "--period", "pm")).isZero();
        assertThat(out).containsPattern("EBT +734 ");
        assertThat(run("copy-counts", study, "--from", "pm", "--to", "am")).isEqualTo(Exit.INPUT);
        assertThat(err).contains("is there already");
    }

    @Test
    void nothingIsLeftOfWhatWouldNotCheck() throws IOException {
        Path file = study.resolve("study.yaml");
        Files.writeString(file, Files.readString(file).replace("\"08:00\"", "\"09:00\""));
        String before = Files.readString(study.resolve("demand.yaml"));
        assertThat(run("copy-counts", study, "--from", "pm", "--to", "am")).isEqualTo(Exit.DOES_NOT_HOLD);
        assertThat(err).contains("leave a gap from 08:00 to 09:00");
        assertThat(study.resolve("counts/am.csv")).doesNotExist();
        assertThat(study.resolve("demand.yaml")).content().isEqualTo(before);
        assertThat(run("copy-counts", study, "--from", "pn", "--to", "am")).isEqualTo(Exit.USAGE);
        assertThat(err).contains("Did you mean 'pm'?");
        assertThat(run("copy-counts", study, "--from", "pm", "--to", "am", "--growth", "-100"))
                .isEqualTo(Exit.USAGE);
    }
}
