package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.network.Conflict;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.study.Turn;

/** Turns across a lane for bicycles, or a track, beside the own lane: who turns gives way. */
class BesideBicyclesTest {

    private static final String BICYCLES = "ahead: {lanes: 2, widths: {2: 1.8 m}, lane-use: {2: {only: [bicycle]}}}";

    @TempDir
    private Path temp;

    /** A signal of 40 s of green in 80 s. */
    private LoadedStudy.Compiled study(String west, String movements, String counts) throws IOException, StudyProblem {
        Files.writeString(
                temp.resolve("am.csv"), "place,movement,from,to,vehicles,type\n" + counts.replace(' ', '\n') + "\n");
        Files.writeString(
                temp.resolve("study.yaml"), """
                format: ulicarro/1
                title: beside bicycles
                periods: {am: {from: "07:00", to: "08:00", warm-up: {length: 5 min}, drain: 0 min}}
                network:
                  places:
                    west: {at: [-400, 0]}
                    m: {at: [0, 0], control: signal}
                    east: {at: [400, 0]}
                    south: {at: [0, -400]}
                    north: {at: [0, 400]}
                  roads:
                    w: {between: [west, m], speed: 50 km/h, %s}
                    e: {between: [m, east], speed: 50 km/h, %s}
                    s: {between: [m, south], speed: 50 km/h, ahead: {lanes: 1}}
                    n: {between: [m, north], speed: 50 km/h, ahead: {lanes: 1}}
                demand: {volumes: {am: am.csv}}
                signals:
                  m: {kind: fixed, groups: {g: {serves: [%s]}}, plans: {p: {cycle: 80 s, greens: {g: [0-40]}}}}
                """.formatted(west, west.replaceAll("turns: \\[.*?\\], ", ""), movements));
        return StudyFolder.read(temp, List.of()).compile(null);
    }

    private static double mean(Model model, String movement, boolean delay) {
        return IntStream.rangeClosed(1, 4)
                .mapToDouble(number -> new Replication(model, number)
                        .result().rows(MovementRow.class).stream()
                                .filter(r -> r.name().equals(movement)
                                        && r.fromS() == model.period().from()
                                        && r.toS() == model.period().to())
                                .mapToDouble(r -> delay ? r.controlDelayS() : r.vehicles())
                                .sum())
                .average()
                .orElseThrow();
    }

    @Test
    void theLaneBesideTurnsAndGivesWay() throws IOException, StudyProblem {
        LoadedStudy.Compiled compiled = study(BICYCLES, "EBL, EBT, EBR", "m,EBT,07:00,08:00,100,");
        assertThat(compiled.warnings()).isEmpty();
        Network network = compiled.model().network();
        List<Lane> lanes = network.lanesOf(network.links().get(0));
        assertThat(lanes.get(0).arrows().allow(Turn.RIGHT)).isTrue();
        assertThat(lanes.get(1).arrows().allow(Turn.LEFT)).isFalse();
        List<Conflict> beside = network.junctions().get("m").conflicts().stream()
                .filter(network::isBesideKeptLane)
                .toList();
        assertThat(beside).hasSize(2); // across those straight on, and into one lane with those who turn as well
        assertThat(beside).allSatisfy(c -> {
            int yielding = c.who() == Conflict.Who.A_YIELDS ? c.pathA() : c.pathB();
            assertThat(network.movements().get(network.movementOfPath(yielding)).name())
                    .isEqualTo("EBR");
            assertThat(network.path(lanes.get(0).index(), network.movementOfPath(yielding))
                            .orElseThrow()
                            .lane())
                    .isEqualTo(yielding);
        });
    }

    /** Highway Capacity Manual 2000, chapter 16, appendix D: 0.02 + v / 2700 of the green is lost to v bicycles in an hour of it. */
    @Test
    void bicyclesTakeWhatTheManualSaysOfRightTurns() throws IOException, StudyProblem {
        String lanes = "ahead: {lanes: 3, turns: [T, R, T], widths: {3: 1.8 m}, lane-use: {3: {only: [bicycle]}}}";
        String queue = "m,EBT,07:00,08:00,10, m,EBR,07:00,08:00,1300,";
        double alone = mean(study(lanes, "EBT, EBR", queue).model(), "EBR", false);
        double beside = mean(
                study(lanes, "EBT, EBR", queue + " m,EBT,07:00,08:00,100,bicycle")
                        .model(),
                "EBR",
                false);
        double expected = 1 - (0.02 + 200.0 / 2700);
        assertThat(beside / alone).isCloseTo(expected, within(0.1 * expected));
    }

    /** Bicycles straight on lose no more than at the signal itself. */
    @Test
    void bicyclesDoNotWaitForThoseWhoTurn() throws IOException, StudyProblem {
        String lanes = "ahead: {lanes: 3, turns: [T, R, T], widths: {3: 1.8 m}, lane-use: {3: {only: [bicycle]}}}";
        String bicycles = "m,EBT,07:00,08:00,150,bicycle m,EBT,07:00,08:00,1, m,EBR,07:00,08:00,";
        double alone = mean(study(lanes, "EBT, EBR", bicycles + "1,").model(), "EBT", true);
        double beside = mean(study(lanes, "EBT, EBR", bicycles + "600,").model(), "EBT", true);
        assertThat(alone).isGreaterThan(8);
        assertThat(beside).isCloseTo(alone, within(2.0));
    }

    /** Left turns across a track in the middle of the road need no gap list either. */
    @Test
    void leftTurnsGiveWayToTramsInTheMiddle() throws IOException, StudyProblem {
        String lanes = "ahead: {lanes: 3, turns: [T, L, TR], lane-use: {1: {only: [tram]}}}";
        LoadedStudy.Compiled compiled =
                study(lanes, "EBL, EBT, EBR", "m,EBL,07:00,08:00,200, m,EBT,07:00,08:00,30,tram");
        assertThat(compiled.warnings()).as("trams keep to their lane").isEmpty();
        Model model = compiled.model();
        assertThat(model.network().junctions().get("m").conflicts().stream().filter(model.network()::isBesideKeptLane))
                .hasSize(1);
        assertThat(mean(model, "EBL", false)).isCloseTo(200, within(25.0));
    }
}
