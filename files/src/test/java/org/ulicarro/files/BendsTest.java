package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.ulicarro.core.network.Curve;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.run.ReplicationResult;
import org.ulicarro.core.traffic.FleetView;

/** Roads that bend, along them and at places where one becomes another: how they lie and how fast they are driven. */
class BendsTest {

    @TempDir
    private Path temp;

    private LoadedStudy.Compiled compile(String places, String roads, String entries) throws IOException, StudyProblem {
        return compile(places, roads, entries, "right");
    }

    private LoadedStudy.Compiled compile(String places, String roads, String entries, String side)
            throws IOException, StudyProblem {
        Files.writeString(
                temp.resolve("study.yaml"), """
                format: ulicarro/1
                title: bends
                drive-on: %s
                periods: {pm: {from: "16:00", to: "16:20", warm-up: {length: 3 min}, drain: 5 min}}
                vehicles: {car: {desired-speed: 100 %% ± 0 %%}}
                network:
                  places:
                %s
                  roads:
                %s
                demand:
                  mix: {car: 100 %%}
                  entries:
                %s
                """.formatted(side, places.indent(4), roads.indent(4), entries.indent(4)));
        return StudyFolder.read(temp, List.of()).compile(null);
    }

    private LoadedStudy.Compiled along(String via, String end, String lanes) throws IOException, StudyProblem {
        return compile(
                "a: {at: [0, 0]}\nb: {at: " + end + "}",
                "r: {between: [a, b], via: [" + via + "], speed: 60 km/h, ahead: {lanes: " + lanes + "}}",
                "a: {vehicles: 200 veh/h, routes: {all: {via: [b], share: 100}}}");
    }

    @Test
    void aBendIsDrivenAsFastAsItsRadiusAllows() throws IOException, StudyProblem {
        LoadedStudy.Compiled compiled = along("[400, 0]", "[400, 400]", "1");
        List<Curve> curves = compiled.model().network().curves();
        assertThat(curves).hasSize(1);
        Curve bend = curves.get(0);
        assertThat(bend.from()).as("a quarter of a circle of 30 m").isCloseTo(370, within(0.1));
        assertThat(bend.to() - bend.from()).isCloseTo(Math.PI / 2 * 30, within(0.1));
        // over a right angle a driver's line gains 0.7 / (1 - cos 45) = 2.39 m
        assertThat(bend.speed() * 3.6).isCloseTo(8.7602 * Math.pow(32.39, 0.3861), within(0.1));

        Replication replication = new Replication(compiled.model(), 1);
        double[] fastest = {0, 0};
        while (!replication.isDone()) {
            replication.step();
            FleetView rows = replication.view().rows();
            for (int row = 0; row < rows.count(); row++) {
                if (rows.vehicle(row) >= 0) {
                    double at = rows.position(row);
                    int where = at > bend.from() + 10 && at < bend.to() ? 0 : 1;
                    fastest[where] = Math.max(fastest[where], rows.speed(row));
                }
            }
        }
        assertThat(fastest[0]).isCloseTo(bend.speed(), within(0.3));
        assertThat(fastest[1] * 3.6).as("beside it").isGreaterThan(58);
    }

    /** Corners by their shape points, and the slowest of them (km/h); nothing where the road's 60 km/h are kept. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "[200, 10], [400, 60] | [600, 110] |", // 11 degrees
                "[400, 0] | [490, 176] | 34.5", // 63 degrees: 30 m and 4.7 m more
                "[100, 0], [200, 18], [295, 53], [383, 104] | [471, 155] |", // a wide curve, 10 degrees every 100 m
                "[100, 1], [112, 0], [121, 1], [133, 0], [140, 1] | [400, 0] |", // drawn with an unsteady hand
                "[200, 0], [229, 10], [254, 30], [271, 55] | [330, 160] | 55.5", // 19 degrees every 30 m: some 82 m,
                // (104.82 - 3574.51 / 82) / 1.1
            })
    void whatTurnsLittleOrWideIsNotSlow(String via, String end, Double slowest) throws IOException, StudyProblem {
        Network network = along(via, end, "1").model().network();
        double least = network.curves().stream().mapToDouble(Curve::speed).min().orElse(Double.NaN);
        if (slowest == null) {
            assertThat(network.curves()).isEmpty();
        } else {
            assertThat(least * 3.6).isCloseTo(slowest, within(1.0));
        }
    }

    @Test
    void theInnerLaneIsTighter() throws IOException, StudyProblem {
        List<Curve> curves =
                along("[400, 0]", "[400, 400]", "2").model().network().curves();
        assertThat(curves).hasSize(2);
        assertThat(curves.get(0).speed())
                .as("to the left")
                .isLessThan(curves.get(1).speed());
    }

    @Test
    void oneRoadBecomesAnotherInABend() throws IOException, StudyProblem {
        Network network = compile(
                        "a: {at: [0, 0]}\nb: {at: [400, 0]}\nc: {at: [660, 150]}",
                        """
                        r: {between: [a, b], speed: 60 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                        s: {between: [b, c], speed: 60 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                        """,
                        "a: {vehicles: 200 veh/h, routes: {all: {via: [c], share: 100}}}")
                .model()
                .network();
        for (Movement movement : network.movements()) {
            double kmh = network.lanes().get(movement.paths().get(0).lane()).speed() * 3.6;
            assertThat(kmh).as("30 degrees on some 30 m").isBetween(38.0, 44.0);
        }
    }

    /** What comes from the left leads to the left lane, and each way in keeps its own. */
    @ParameterizedTest
    @CsvSource({"none, 150, -100", "none, 150, 0", "none, 0, -150", "yield, 150, -100", "none, 60, -60"})
    void roadsThatJoinLieSideBySide(String control, double north, double south) throws IOException, StudyProblem {
        Network network = compile(
                        "n: {at: [-300, %s]}\ns: {at: [-300, %s]}\nm: {at: [0, 0], control: %s}\ne: {at: [300, 0]}"
                                .formatted(north, south, control),
                        """
                        left: {between: [n, m], speed: 60 km/h, ahead: {lanes: 1}}
                        right: {between: [s, m], speed: 60 km/h, ahead: {lanes: 1}}
                        on: {between: [m, e], speed: 60 km/h, ahead: {lanes: 2}}
                        """,
                        "n: {vehicles: 900 veh/h, routes: {all: {via: [e], share: 100}}}")
                .model()
                .network();
        int first = network.links().get(2).firstLane();
        assertThat(network.movements().get(0).paths())
                .extracting(p -> p.toLane())
                .containsExactly(first);
        assertThat(network.movements().get(1).paths())
                .extracting(p -> p.toLane())
                .containsExactly(first + 1);
        assertThat(network.junctions().get("m").conflicts()).isEmpty();
    }

    /** Two lanes and one into three: their middles come together in a point, so that the lanes overlap there until the roads end side by side. */
    @Test
    void roadsWithALaneForEachAreToldToEndSideBySide() throws IOException, StudyProblem {
        String places = "n: {at: [-400, 230]}\ns: {at: [-400, 0]}\nm: {at: [0, 0]}\ne: {at: [300, 0]}";
        String roads = """
                left: {between: [n, m], %s speed: 60 km/h, ahead: {lanes: 2}}
                right: {between: [s, m], %s speed: 60 km/h, ahead: {lanes: 1}}
                on: {between: [m, e], speed: 60 km/h, ahead: {lanes: 3}}
                """;
        String entries = "n: {vehicles: 900 veh/h, routes: {all: {via: [e], share: 100}}}";
        assertThatThrownBy(() -> compile(places, roads.formatted("", ""), entries))
                .hasMessageContaining("it has no control")
                .hasMessageContaining("'on ahead' has a lane for each of 'left' and 'right'");
        Network network = compile(
                        places, roads.formatted("meets-at: {m: [0, 1.6]},", "meets-at: {m: [0, -3.25]},"), entries)
                .model()
                .network();
        assertThat(network.junctions().get("m").conflicts()).isEmpty();
    }

    /** Driving on the left is the mirror image, also of what joins. */
    @Test
    void onTheLeftTheyLieSideBySideLikewise() throws IOException, StudyProblem {
        double[][] lanes = new double[2][];
        for (int i = 0; i < 2; i++) {
            int east = i == 0 ? 1 : -1;
            Network network = compile(
                            "n: {at: [%d, 130]}\ns: {at: [%d, -60]}\nm: {at: [0, 0]}\ne: {at: [%d, 0]}"
                                    .formatted(-300 * east, -300 * east, 300 * east),
                            """
                            left: {between: [n, m], speed: 60 km/h, ahead: {lanes: 1}}
                            right: {between: [s, m], via: [[%d, -70]], speed: 60 km/h, ahead: {lanes: 1}}
                            on: {between: [m, e], speed: 60 km/h, ahead: {lanes: 2}}
                            """.formatted(-150 * east),
                            "n: {vehicles: 900 veh/h, routes: {all: {via: [e], share: 100}}}",
                            i == 0 ? "right" : "left")
                    .model()
                    .network();
            assertThat(network.junctions().get("m").conflicts()).isEmpty();
            lanes[i] = network.movements().stream()
                    .flatMap(m -> m.paths().stream())
                    .mapToDouble(p -> network.lanes().get(p.lane()).speed())
                    .toArray();
            assertThat(network.curves()).isNotEmpty();
        }
        assertThat(lanes[1]).containsExactly(lanes[0]);
    }

    /** Where two lanes part, lorries keep to the outer parts of theirs as along a road: letting each other go first, half of them stayed outside. */
    @Test
    void lorriesPartSideBySide() throws IOException, StudyProblem {
        Model model = compile(
                        "a: {at: [-400, 0]}\nb: {at: [0, 0]}\nc: {at: [260, 150]}\nd: {at: [300, 0]}",
                        """
                        on: {between: [a, b], speed: 60 km/h, ahead: {lanes: 2}}
                        left: {between: [b, c], speed: 60 km/h, ahead: {lanes: 1}}
                        right: {between: [b, d], speed: 60 km/h, ahead: {lanes: 1}}
                        """,
                        "a: {vehicles: 1600 veh/h, mix: {car: 60 %, articulated: 40 %}, routes: {l: {via: [c], share: 50}, r: {via: [d], share: 50}}}")
                .model();
        assertThat(model.network().junctions().get("b").conflicts()).isEmpty();
        assertThat(model.network().junctions().get("b").longBodies()).isEmpty();
        Replication replication = new Replication(model, 1);
        ReplicationResult result = replication.result();
        assertThat(result.unservedPeak()).as("nobody waits outside").isLessThan(10);
        assertThat(result.entered()).isGreaterThan(result.wanted() - 3);
        assertThat(result.missedTurns()).isZero();
        assertThat(replication.view().onRoad()).isLessThan(40);
    }
}
