package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.files.Samples;

/** A stage script checked, rehearsed and asked why, through the commands. */
class ScriptCommandTest extends InProcess {

    @TempDir
    private Path temp;

    private Path study;

    @BeforeEach
    void writeStudy() throws IOException {
        study = temp.resolve("market");
        Samples.write(Samples.MARKET, study);
        Files.writeString(study.resolve("alternatives/stages.yaml"), """
                network:
                  detectors:
                    quay-eb: {road: quay-1 ahead, lane: 2, before-end: 20 m}
                    pier-call: {road: pier-road ahead, lane: 2, before-end: 2 m, length: 12 m}
                signals:
                  market: {kind: stages, script: market.stages, plans: null}
                """);
        write("side");
    }

    private void write(String goesTo) throws IOException {
        Files.writeString(study.resolve("market.stages"), """
                stage main   shows EB WB WP   min 10 s  max 45 s
                stage side   shows NB SB WQ   min 12 s  max 30 s
                during main
                    if max-reached   go %s
                during side
                    if max-reached or gap(pier-call) > 2.5 s   go main
                """.formatted(goesTo));
    }

    @Test
    void aMistakeIsShownInItsLine() throws IOException {
        write("sde");
        assertThat(run("check", study, "-a", "stages")).isEqualTo(1);
        assertThat(out)
                .contains("market.stages:4:25: unknown stage 'sde'. Did you mean 'side'?")
                .contains("        if max-reached   go sde\n                            ^");
    }

    @Test
    void stagesAreRehearsed() {
        assertThat(run("rehearse", study, "-a", "stages", "--place", "market", "--to", "16:32"))
                .isZero();
        // main lasts 45 s; people over the pier's road finish in 9 s; side lasts 12 s after the last of its greens
        assertThat(out.lines().map(l -> l.strip().replaceAll(" +", " ")))
                .contains("16:30:00.0 stage main begins", "16:30:45.0 stage side begins", "16:30:54.0 NB green")
                .contains("16:31:06.0 stage main begins");
    }

    @Test
    void rulesAreExplained() {
        assertThat(run("script", study, "-a", "stages", "--place", "market", "--explain", "16:20:00"))
                .isZero();
        assertThat(out).contains("16:20:00, replication 1: stage ").contains("max-reached = ");
        assertThat(run("show", study, "transitions", "-a", "stages", "--csv")).isZero();
        assertThat(out).contains("market,main,side,NB,9");
        assertThat(run("script", study, "--place", "market", "--explain", "16:20:00"))
                .isEqualTo(2);
        assertThat(err).contains("This study has none.");
        assertThat(run("script", study, "-a", "stages", "--place", "market", "--explain", "soon"))
                .isEqualTo(2);
    }
}
