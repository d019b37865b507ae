package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.files.Samples;

/** Timing by formula, and drawn plans, on the demo. */
class TimeCommandTest extends InProcess {

    @TempDir
    private Path temp;

    private Path study;

    @BeforeEach
    void writeStudy() throws IOException {
        study = temp.resolve("quayside");
        Samples.write(Samples.QUAYSIDE, study);
    }

    @Test
    void everyPlaceHasItsCycles() {
        assertThat(run("time", study)).isZero();
        assertThat(out.lines().map(l -> l.strip().replaceAll(" +", " ")))
                .anyMatch(l -> l.startsWith("market pm 0.49 10 10 27 37 37 40 "))
                .anyMatch(l -> l.startsWith("80 10.1 8.8 "));
        assertThat(out.lines().filter(line -> !line.contains(study.toString()))).allMatch(line -> line.length() <= 100);
        assertThat(run("time", study, "--table", "CYCLES", "--csv")).isZero();
        assertThat(out).startsWith("cycle_s,customs_delay_s,gate_delay_s,market_delay_s,");
    }

    @Test
    void aPlaceHasItsMovementsAndAWhatIf() {
        assertThat(run("time", study, "--place", "market", "--what-if", "NBT")).isZero();
        assertThat(out)
                .contains("WBT+WBR", "What if NBT were not 153 veh/h")
                .contains("with people's walk and clearance");
        assertThat(run("time", study, "--place", "market", "--what-if", "NBT=1500"))
                .isZero();
        assertThat(out)
                .contains("no cycle  for all of this at once, and no critical movement above v/c 0.90")
                .contains("no cycle serves them, queues grow")
                .containsPattern("NBT\\+NBR: [0-9]+ % less of its traffic would do; a lane more would make it");
    }

    /** Volumes are those that are counted, what does not hold is told with the exit code, and the lines that follow run. */
    @Test
    void aMarketIsTimedByItsCounts() throws IOException {
        Path market = temp.resolve("market");
        Samples.write(Samples.MARKET, market);
        assertThat(run("show", market, "volumes")).isZero();
        String counted = out;
        assertThat(run("time", market, "--table", "MOVEMENTS", "--csv")).isZero();
        for (String row : out.lines().skip(1).toList()) {
            String[] cells = row.split(",");
            if (cells[1].length() == 3) {
                assertThat(counted).containsPattern(cells[1] + " +" + cells[3].replaceAll("\\.0$", "") + " ");
            }
        }
        assertThat(run("time", market, "--cycle", "36")).isEqualTo(Exit.DOES_NOT_HOLD);
        assertThat(err).contains("market: a cycle of 36 s does not hold everybody's minimum, which takes 37 s");
        assertThat(run("time", market)).isZero();
        List<String> next = out.lines()
                .dropWhile(l -> !l.startsWith("next:"))
                .map(l -> l.replaceFirst("^.*ulicarro ", "").replaceFirst("     .*", ""))
                .toList();
        assertThat(next).hasSize(2);
        for (String line : next) {
            assertThat(run((Object[]) line.split(" "))).as(line).isZero();
        }
    }

    @Test
    void aTimedPlanIsAnAlternativeThatRuns() throws IOException {
        assertThat(run("time", study, "--cycle", "60", "--write", "plan:sixty")).isZero();
        Path file = study.resolve("alternatives/sixty.yaml");
        assertThat(file).content().contains("pm: {cycle: 60 s, greens: {EB: [0-");
        assertThat(run("check", study, "-a", "sixty")).isZero();
        assertThat(run("time", study, "--write", "plan:sixty")).isEqualTo(3);
        assertThat(err).contains("--force replaces it");
        assertThat(run("time", study, "-a", "actuated", "--place", "market", "--write", "plan:longest"))
                .isZero();
        assertThat(out).contains("-a actuated -a actuated+longest");
        assertThat(study.resolve("alternatives/longest.yaml")).content().contains("max-green: {1: ");
        assertThat(run("check", study, "-a", "actuated+longest")).isZero();
    }

    @Test
    void whatIsWrongIsSaid() {
        assertThat(run("time", study, "--place", "markt")).isEqualTo(2);
        assertThat(err).contains("there is no signal at 'markt'. Did you mean 'market'?");
        assertThat(run("time", study, "--what-if", "NBT")).isEqualTo(2);
        assertThat(run("time", study, "--place", "market", "--what-if", "NBT=lots"))
                .isEqualTo(2);
        assertThat(run("time", study, "--cycle", "5")).isEqualTo(2);
        assertThat(run("time", study, "--write", "sixty")).isEqualTo(2);
    }

    @Test
    void plansAreDrawn() throws IOException {
        Path stages = temp.resolve("stages.svg");
        assertThat(run("draw", study, "--place", "market", "--plan", "-o", stages))
                .isZero();
        assertThat(Files.readString(stages)).contains("stage 2: 45 s to 80 s", "second of the plan's cycle");
        Path phases = temp.resolve("phases.svg");
        assertThat(run("draw", study, "-a", "actuated", "--place", "market", "--plan", "-o", phases))
                .isZero();
        assertThat(Files.readString(phases)).contains("phase 5: green 5 s to 20 s", ">2 people<", ">lead by 4 s<");
        Files.writeString(study.resolve("alternatives/turned.yaml"), """
                signals:
                  market:
                    plans:
                      pm: {greens: {EB: [20-60], WB: [20-60], NB: [65-15], SB: [65-15], WP: [20-48], WQ: [65-77]}}
                """);
        run("draw", study, "-a", "turned", "--place", "market", "--plan", "-o", stages);
        assertThat(Files.readString(stages)).contains("stage 1: 20 s to 65 s", "stage 2: 65 s to 20 s");
        assertThat(run("draw", study, "--plan", "-o", stages)).isEqualTo(2);
    }

    /** What a rehearsal wrote as events puts the controller through the same again. */
    @Test
    void recordedEventsCallAgain() throws IOException {
        Path events = temp.resolve("events.csv");
        assertThat(run(
                        "rehearse",
                        study,
                        "-a",
                        "actuated",
                        "--place",
                        "market",
                        "--calls",
                        "random:250",
                        "--events",
                        events,
                        "--csv"))
                .isZero();
        String first = out;
        assertThat(events)
                .content()
                .startsWith("time,place,code,parameter,what,who\n")
                .contains(",82,", ",4,", ",21,");
        assertThat(run("rehearse", study, "-a", "actuated", "--place", "market", "--calls", events, "--csv"))
                .isZero();
        assertThat(out).isEqualTo(first);
    }

    @Test
    void aRecordedRunKeepsItsEvents() throws IOException {
        Files.writeString(
                study.resolve("alternatives/short.yaml"),
                "periods: {pm: {to: \"16:33\", warm-up: {length: 1 min}, drain: 0 min}}\n");
        assertThat(run("run", study, "-a", "actuated+short", "-n", "1", "--record", "last"))
                .isZero();
        try (var files = Files.walk(study.resolve("runs"))) {
            Path events = files.filter(f -> f.getFileName().toString().equals("0001.events.csv"))
                    .findFirst()
                    .orElseThrow();
            assertThat(events).content().contains("market,82,", "market,1,2,phase begins green,2");
        }
    }

    /** Three lanes turn into a road of two: two of them become one on the way, and pass no more than one does. */
    @Test
    void lanesThatBecomeOneInsideCountAsOne() throws IOException {
        Path tee = temp.resolve("tee");
        Files.createDirectories(tee);
        Files.writeString(tee.resolve("study.yaml"), """
                format: ulicarro/1
                title: three lanes into two
                periods: {p: {from: "08:00", to: "09:00"}}
                network:
                  places:
                    m: {at: [0, 0], control: signal}
                    west: {at: [-600, 0]}
                    south: {at: [0, -600]}
                    north: {at: [0, 600]}
                  roads:
                    r-west: {between: [west, m], speed: 50 km/h, ahead: {lanes: 3, turns: [L, L, LR]}, back: {lanes: 2}}
                    r-south: {between: [south, m], speed: 50 km/h, ahead: {lanes: 2}, back: {lanes: 2}}
                    r-north: {between: [north, m], speed: 50 km/h, ahead: {lanes: 2}, back: {lanes: LANES}}
                demand:
                  entries:
                    west: {vehicles: 900 veh/h, routes: {north: {via: [m, north], share: 1}}}
                    south: {vehicles: 500 veh/h, routes: {north: {via: [m, north], share: 1}}}
                    north: {vehicles: 500 veh/h, routes: {south: {via: [m, south], share: 1}}}
                """);
        Map<Integer, Double> saturation = new LinkedHashMap<>();
        for (int lanes : List.of(3, 2)) {
            Path file = tee.resolve("study.yaml");
            Files.writeString(
                    file, Files.readString(file).replaceAll("(north, m.*back: \\{lanes: )\\w+", "$1" + lanes));
            assertThat(run("time", tee, "--first", "plan:f", "--force", "--table", "movements", "--csv"))
                    .as(out + err)
                    .isZero();
            String row = out.lines().filter(l -> l.contains(",EBL")).findFirst().orElseThrow();
            saturation.put(lanes, Double.parseDouble(row.split(",")[4]));
        }
        assertThat(saturation.get(2) / saturation.get(3)).isCloseTo(2.0 / 3, within(1e-6));
    }
}
