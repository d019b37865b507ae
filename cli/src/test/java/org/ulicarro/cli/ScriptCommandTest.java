package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Collectors;
import java.util.zip.GZIPInputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.files.Samples;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

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
                .contains(
                        "16:30:00.0 stage main begins",
                        "16:30:45.0 stage side begins line 4: max-reached",
                        "16:30:54.0 NB green to side")
                .contains("16:31:06.0 stage main begins line 6: gap(pier-call) > 2.5 s");
    }

    /** What a recording keeps for the replay page is what 'script --explain' finds by driving there again. */
    @Test
    void aRecordingKeepsTheRulesOfEachSecond() throws IOException {
        String text = Files.readString(study.resolve("study.yaml"));
        Files.writeString(
                study.resolve("study.yaml"), text.replace("17:30", "16:34").replace("15 min", "2 min"));
        assertThat(run("run", study, "-a", "stages", "-n", 1, "--record", "1")).isZero();
        Path rules = study.resolve("runs/0001-stages/tracks/0001.rules.jsonl.gz");
        List<String> lines;
        try (BufferedReader in = new BufferedReader(
                new InputStreamReader(new GZIPInputStream(Files.newInputStream(rules)), StandardCharsets.UTF_8))) {
            lines = in.lines().toList();
        }
        assertThat(lines).hasSizeGreaterThan(400);
        String moment = lines.stream()
                .filter(l -> l.startsWith("{\"tick\":594620,"))
                .findFirst()
                .orElseThrow();
        assertThat(run("script", study, "-a", "stages", "--place", "market", "--explain", "16:31:02", "--json"))
                .isZero();
        JsonMapper json = JsonMapper.builder().build();
        JsonNode told = json.readTree(moment).path("rules");
        JsonNode found = json.readTree(out);
        assertThat(told.size()).isEqualTo(found.size()).isPositive();
        for (int i = 0; i < told.size(); i++) {
            assertThat("line " + told.get(i).path("line").asInt())
                    .isEqualTo(found.get(i).path("rule").asString());
            assertThat(told.get(i).path("holds").booleanValue() ? "yes" : "no")
                    .isEqualTo(found.get(i).path("holds").asString());
            assertThat(told.get(i)
                            .path("with")
                            .valueStream()
                            .map(JsonNode::asString)
                            .collect(Collectors.joining(", ")))
                    .isEqualTo(found.get(i).path("terms").asString());
        }
        assertThat(run("replay", study, "-o", temp.resolve("replay.html"))).isZero();
        assertThat(Files.readString(temp.resolve("replay.html")))
                .contains("<script id=\"rules\" type=\"text/plain\">H4sI"); // gzip, in base64
    }

    @Test
    void rulesAreExplained() {
        assertThat(run("script", study, "-a", "stages", "--place", "market", "--explain", "16:20:00"))
                .isZero();
        assertThat(out).contains("16:20:00, replication 1: stage ").contains("max-reached = ");
        assertThat(run("show", study, "transitions", "-a", "stages", "--csv")).isZero();
        assertThat(out).contains("market,main,side,EB,4,,", "market,main,side,NB,,9,WP");
        assertThat(run("script", study, "--place", "market", "--explain", "16:20:00"))
                .isEqualTo(2);
        assertThat(err).contains("This study has none.");
        assertThat(run("script", study, "-a", "stages", "--place", "market", "--explain", "soon"))
                .isEqualTo(2);
    }
}
