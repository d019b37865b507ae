package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.ulicarro.core.analysis.band.CorridorReader;
import org.ulicarro.core.analysis.band.NoCorridor;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.run.Replication;

/** Zones with other limits: what they cost, for the choice of a way, for green waves, and for the yellow of a signal. */
class SpeedZonesTest {

    @TempDir
    private Path temp;

    private LoadedStudy.Compiled compile(String places, String roads, String entries, String rest)
            throws IOException, StudyProblem {
        Files.writeString(temp.resolve("study.yaml"), """
                format: ulicarro/1
                title: zones
                periods: {am: {from: "07:00", to: "07:10", warm-up: {length: 1 min}, drain: 5 min}}
                network:
                  places:
                %s
                  roads:
                %s
                  corridors: {%s}
                demand:
                  mix: {car: 100 %%}
                  entries:
                %s
                %s
                """.formatted(
                        places.indent(4),
                        roads.indent(4),
                        places.contains("n: {") ? "main: {via: [a, m, n, b]}" : "",
                        entries.indent(4),
                        rest));
        return StudyFolder.read(temp, List.of()).compile(null);
    }

    private static Link link(Network network, String id) {
        return network.links().stream()
                .filter(l -> l.id().equals(id))
                .findFirst()
                .orElseThrow();
    }

    /** Each part of the way at its own limit, also where a sign allows more than the road does, and in a bay not at all. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{at: 100 m, length: 120 m, speed: 30 km/h} | 120 | 30",
                "{at: 0 m, length: 50 m, speed: 20 km/h} | 50 | 20",
                "{at: 40 m, length: 90 m, speed: 90 km/h} | 90 | 90"
            })
    void itTakesAsLongAsItsPartsDo(String zone, double metres, double kmh) throws IOException, StudyProblem {
        Network network = compile(
                        "a: {at: [0, 0]}\nb: {at: [500, 0]}\nc: {at: [900, 0], control: stop, minor: [s]}\nd: {at: [900, -300]}\ne: {at: [1300, 0]}",
                        """
                        r: {between: [a, b], speed: 60 km/h, ahead: {lanes: 2, speed-zones: [%s]}}
                        t: {between: [b, c], speed: 60 km/h, ahead: {lanes: 2, bays: {right: [{full-width: 60 m}]}, speed-zones: [%s]}}
                        u: {between: [c, e], speed: 60 km/h, ahead: {lanes: 2}}
                        s: {between: [d, c], speed: 60 km/h, ahead: {lanes: 1}, back: {lanes: 1}}""".formatted(zone, zone),
                        "a: {vehicles: 100 veh/h, routes: {all: {via: [b, c, e], share: 1}}}",
                        "")
                .model()
                .network();
        for (String id : List.of("r ahead", "t ahead")) {
            Link link = link(network, id);
            double limit = 60 / 3.6;
            assertThat(link.freeTime())
                    .as(id)
                    .isCloseTo((link.length() - metres) / limit + metres / (kmh / 3.6), within(1e-9));
            assertThat(link.lineSpeed()).isEqualTo(link.speed());
        }
        Link plain = link(network, "u ahead");
        assertThat(plain.freeTime()).isEqualTo(plain.length() / plain.speed());
    }

    /** Half a kilometre straight on, 250 m of it through the zone, or 720 m round by the other road: as quick at 32 km/h. */
    @ParameterizedTest
    @CsvSource({"60, false", "35, false", "25, true"})
    void waysAroundASlowZoneAreTakenWhereTheyAreQuicker(int kmh, boolean round) throws IOException, StudyProblem {
        var model = compile(
                        "a: {at: [-300, 0]}\nb: {at: [0, 0]}\nc: {at: [500, 0]}\nd: {at: [250, 260]}\ne: {at: [800, 0]}",
                        """
                        in: {between: [a, b], speed: 60 km/h, ahead: {lanes: 1}}
                        straight: {between: [b, c], speed: 60 km/h, ahead: {lanes: 1, speed-zones: [{at: 100 m, length: 250 m, speed: %d km/h}]}}
                        up: {between: [b, d], speed: 60 km/h, ahead: {lanes: 1}}
                        down: {between: [d, c], speed: 60 km/h, ahead: {lanes: 1}}
                        out: {between: [c, e], speed: 60 km/h, ahead: {lanes: 1}}""".formatted(kmh),
                        "a: {vehicles: 300 veh/h, routes: {all: {via: [e], share: 1}}}",
                        "")
                .model();
        Map<String, Integer> seen = new TreeMap<>();
        Replication replication = new Replication(model, 1);
        while (!replication.isDone()) {
            replication.step();
            for (Link link : model.network().links()) {
                seen.merge(link.road(), replication.view().vehiclesOn(link.firstLane()), Integer::sum);
            }
        }
        assertThat(seen.get(round ? "straight" : "up")).isZero();
        assertThat(seen.get(round ? "up" : "straight")).isPositive();
    }

    private String signals() {
        return """
                signals:
                  m: {kind: fixed, groups: {EW: {serves: [EBT, WBT], yellow: 3 s, red: 2 s}, N: {serves: [NBT], yellow: 3 s, red: 2 s}}, plans: {p: {cycle: 60 s, greens: {EW: [0-25], N: [32-53]}}}}
                  n: {kind: fixed, groups: {EW: {serves: [EBT, WBT], yellow: 3 s, red: 2 s}, N: {serves: [NBT], yellow: 3 s, red: 2 s}}, plans: {p: {cycle: 60 s, greens: {EW: [0-25], N: [32-53]}}}}
                """;
    }

    private LoadedStudy.Compiled twoSignals(String zones, int first, int second) throws IOException, StudyProblem {
        return compile("""
                a: {at: [0, 0]}
                m: {at: [400, 0], control: signal}
                n: {at: [900, 0], control: signal}
                b: {at: [1300, 0]}
                ms: {at: [400, -200]}
                mn: {at: [400, 200]}
                ns: {at: [900, -200]}
                nn: {at: [900, 200]}""", """
                q: {between: [a, m], speed: %d km/h, ahead: {lanes: 1, turns: [T]%s}, back: {lanes: 1}}
                w: {between: [m, n], speed: %d km/h, ahead: {lanes: 1, turns: [T]%s}, back: {lanes: 1, turns: [T]}}
                x: {between: [n, b], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1, turns: [T]}}
                s1: {between: [ms, m], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}}
                n1: {between: [m, mn], speed: 50 km/h, ahead: {lanes: 1}}
                s2: {between: [ns, n], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}}
                n2: {between: [n, nn], speed: 50 km/h, ahead: {lanes: 1}}""".formatted(first, zones, second, zones), """
                a: {vehicles: 300 veh/h, routes: {all: {via: [m, n, b], share: 1}}}
                ms: {vehicles: 100 veh/h, routes: {all: {via: [m, mn], share: 1}}}
                ns: {vehicles: 100 veh/h, routes: {all: {via: [n, nn], share: 1}}}""", signals());
    }

    private static List<String> shortYellows(LoadedStudy.Compiled compiled) {
        return compiled.warnings().stream()
                .map(Message::text)
                .filter(m -> m.startsWith("yellow of"))
                .toList();
    }

    /** Who comes to the line at 50 km/h needs the yellow of 50 km/h, whatever the road allows before. */
    @Test
    void theLimitAtTheLineSaysHowLongYellowLasts() throws IOException, StudyProblem {
        String zone = ", speed-zones: [{at: 150 m, length: %d m, speed: 50 km/h}]";
        assertThat(shortYellows(twoSignals("", 80, 50)))
                .singleElement()
                .satisfies(m -> assertThat(m).contains("for 'EW'", "EBT at 80 km/h"));
        assertThat(shortYellows(twoSignals(zone.formatted(200), 80, 50)))
                .as("its line is 387 m on")
                .hasSize(1);
        assertThat(shortYellows(twoSignals(zone.formatted(236), 80, 50))).isEmpty();
    }

    /** A green wave goes as fast as the zones on its way allow, unless a speed is given. */
    @Test
    void aGreenWaveSlowsDownInAZone() throws IOException, StudyProblem, NoCorridor {
        double plain = firstStretch("", Double.NaN);
        double slow = firstStretch(", speed-zones: [{at: 100 m, length: 150 m, speed: 30 km/h}]", Double.NaN);
        assertThat(slow - plain).isCloseTo(150 / (30 / 3.6) - 150 / (60 / 3.6), within(1e-9));
        assertThat(firstStretch(", speed-zones: [{at: 100 m, length: 150 m, speed: 30 km/h}]", 12.5))
                .isCloseTo(500 / 12.5, within(0.5));
    }

    private double firstStretch(String zones, double speed) throws IOException, StudyProblem, NoCorridor {
        var model = twoSignals(zones, 60, 60).model();
        return new CorridorReader(
                        model.study(), model.network(), model.signals(), model.periodId(), "main", speed, null)
                .corridor()
                .outbound()[0];
    }
}
