package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** An avenue with a tram track in the middle and two lanes for all others beside it: lanes that are kept for others count as such everywhere. */
class TramStreetTest extends InProcess {

    @TempDir
    private Path study;

    @BeforeEach
    void write() throws IOException {
        Files.writeString(study.resolve("study.yaml"), """
                format: ulicarro/1
                title: Avenue with trams
                periods: {pm: {from: "16:30", to: "17:00", warm-up: {length: 6 min}, drain: 5 min}}
                replications: 2
                network:
                  places:
                    w: {at: [-500, 0]}
                    k: {at: [0, 0], control: signal, crossings: {south: {}}}
                    e: {at: [500, 0]}
                    n: {at: [0, 250]}
                    s: {at: [0, -250]}
                  roads:
                    west: {between: [w, k], speed: 50 km/h, median: 3 m, ahead: {lanes: 3, turns: [T, T, TR], lane-use: {1: {only: [tram]}}}, back: {lanes: 3, lane-use: {1: {only: [tram]}}}}
                    east: {between: [k, e], speed: 50 km/h, median: 3 m, ahead: {lanes: 3, lane-use: {1: {only: [tram]}}}, back: {lanes: 3, turns: [T, T, TR], lane-use: {1: {only: [tram]}}}}
                    north: {between: [n, k], speed: 30 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                    south: {between: [s, k], speed: 30 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                  stops:
                    platform: {road: east ahead, at: 200 m, length: 45 m, kind: kerb, lane: 1}
                demand:
                  mix: {car: 100 %}
                  entries:
                    w: {vehicles: 800 veh/h, routes: {e: {via: [k, e], share: 80}, s: {via: [k, s], share: 20}}}
                    e: {vehicles: 800 veh/h, routes: {w: {via: [k, w], share: 80}, n: {via: [k, n], share: 20}}}
                    n: {vehicles: 150 veh/h, routes: {s: {via: [k, s], share: 50}, e: {via: [k, e], share: 50}}}
                    s: {vehicles: 150 veh/h, routes: {n: {via: [k, n], share: 50}, w: {via: [k, w], share: 50}}}
                  services:
                    tram-9: {route: [w, k, e], every: 5 min, from: "16:22", type: tram, stops: {platform: 25 s}}
                  walkers: {k.south: 60 /h}
                """);
        assertThat(run("time", study, "--first", "plan:first")).as(err).isZero();
    }

    private void replace(String from, String to) throws IOException {
        String text = Files.readString(study.resolve("study.yaml"));
        assertThat(text).contains(from);
        Files.writeString(study.resolve("study.yaml"), text.replace(from, to));
    }

    private List<String> row(String first) {
        String line =
                out.lines().filter(l -> l.strip().startsWith(first)).findFirst().orElseThrow();
        return Arrays.asList(line.strip().split("  +"));
    }

    /** Who turns left goes into the first lane of all, not onto the track; trams stay on it. */
    @Test
    void turnsLeadPastTheTrack() {
        assertThat(run("show", study, "-a", "first", "movements")).isZero();
        assertThat(row("k      north>east")).contains("1>2");
        assertThat(row("k      south>west")).contains("1>2");
        assertThat(row("k      west>east")).contains("1>1 2>2 3>3");
    }

    /** With the track counted as a lane of the cars, greens came out a third too short, and the avenue filled up. */
    @Test
    void greensAreForTheLanesThatCarsHave() {
        assertThat(run("time", study, "-a", "first", "--place", "k")).isZero();
        List<String> formula = row("EB ");
        assertThat(formula.get(2)).isEqualTo("2");
        double calculated = Double.parseDouble(formula.get(formula.size() - 2));
        assertThat(run("run", study, "-a", "first")).as(err).isZero();
        assertThat(out).doesNotContain("found no room to enter by the end");
        assertThat(run("results", study, "--place", "k")).isZero();
        double simulated = Double.parseDouble(row("EB all").get(3));
        assertThat(simulated).isCloseTo(calculated, within(0.5 * calculated));
    }

    @Test
    void tramsStopOnTheirTrack() {
        assertThat(run("run", study, "-a", "first", "-n", "1")).as(err).isZero();
        assertThat(run("results", study, "lines")).isZero();
        double travel = Double.parseDouble(row("tram-9").get(2));
        // 1 km at 50 km/h, 25 s at the platform with what braking and picking up speed take, and what the signal costs
        assertThat(travel).isBetween(105.0, 150.0);
        assertThat(run("trace", study, "--link", "east ahead", "--each"))
                .as(err)
                .isZero();
        String tram = out.lines()
                .filter(l -> l.contains("tram"))
                .findFirst()
                .map(l -> l.strip().split(" ")[0])
                .orElseThrow();
        assertThat(run("trace", study, "--vehicle", tram)).isZero();
        assertThat(out).contains("lane 1").doesNotContain("lane 2").doesNotContain("lane 3");
    }

    @Test
    void aStopBesideTheTrackIsTold() throws IOException {
        replace("kind: kerb, lane: 1}", "kind: kerb}");
        assertThat(run("check", study, "-a", "first")).isZero();
        assertThat(out).contains("stop 'platform' lies in lane 3 of east ahead, but lane 1 is kept for this line");
        replace("kind: kerb}", "kind: layby, lane: 1}");
        assertThat(run("check", study, "-a", "first")).isEqualTo(1);
        assertThat(out + err).contains("a lay-by is beside the kerb lane and takes no 'lane'");
        replace("kind: layby, lane: 1}", "kind: kerb, lane: 4}");
        assertThat(run("check", study, "-a", "first")).isEqualTo(1);
        assertThat(out + err).contains("'east ahead' has no lane 4; its lanes are 1 to 3 from the left");
    }
}
