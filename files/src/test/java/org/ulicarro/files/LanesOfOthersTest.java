package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.run.ReplicationResult;

/** A turn of which lanes are kept for cars and buses, and vans that want to turn there. */
class LanesOfOthersTest {

    @TempDir
    private Path temp;

    /**
     * @param ahead the direction that leads to the junction
     * @param more roads
     */
    private LoadedStudy.Compiled compile(String ahead, String more) throws IOException, StudyProblem {
        Files.writeString(temp.resolve("study.yaml"), """
                format: ulicarro/1
                title: lanes of others
                periods:
                  pm: {from: "16:00", to: "16:30", warm-up: {length: 3 min}, drain: 10 min}
                replications: 1
                seed: 3
                network:
                  places:
                    west: {at: [-400, 0]}
                    a: {at: [0, 0], corner-radius: 12 m}
                    b: {at: [200, 0], corner-radius: 12 m}
                    east: {at: [500, 0]}
                    north: {at: [0, 300]%s}
                    top: {at: [0, 500]}
                  roads:
                    in: {between: [west, a], speed: 50 km/h, ahead: %s}
                    on: {between: [a, b], speed: 50 km/h, ahead: {lanes: 2}}
                    out: {between: [b, east], speed: 50 km/h, ahead: {lanes: 2}}
                    north-road: {between: [a, north], speed: 50 km/h, ahead: {lanes: 2}}
                    up: {between: [north, top], speed: 50 km/h, ahead: {lanes: 2}}
                %s
                demand:
                  arrivals: exact
                  mix: {car: 70 %%, van: 30 %%}
                  entries:
                    west: {vehicles: 400 veh/h, routes: {north: {via: [a, top], share: 40}, east: {via: [a, b, east], share: 60}}}
                """.formatted(
                        more.isEmpty() ? "" : ", control: yield, minor: [round]", ahead, more.indent(4)));
        return StudyFolder.read(temp, List.of()).compile(null);
    }

    private static ReplicationResult run(LoadedStudy.Compiled compiled) {
        Replication replication = new Replication(compiled.model(), 1);
        ReplicationResult result = replication.result();
        assertThat(result.entered()).isEqualTo(result.wanted());
        assertThat(replication.view().onRoad())
                .as("nobody stands there to the end of the drain time")
                .isLessThan(20);
        assertThat(result.missedTurns()).isZero();
        return result;
    }

    @Test
    void whoHasAnotherWayTakesIt() throws IOException, StudyProblem {
        LoadedStudy.Compiled compiled = compile(
                "{lanes: 2, turns: [L, T], lane-use: {1: {only: [car, bus]}}}",
                "round: {between: [b, north], speed: 50 km/h, ahead: {lanes: 1}}");
        assertThat(compiled.warnings().toString())
                .contains(
                        "study.yaml:16",
                        "EBL: all lanes are kept for others",
                        "by another way: 2",
                        "there is no other way: none");
        ReplicationResult result = run(compiled);
        assertThat(result.detoured()).isPositive();
        assertThat(result.noWay()).isZero();
    }

    @Test
    void whoHasNoneTurnsFromTheLaneOfOthers() throws IOException, StudyProblem {
        LoadedStudy.Compiled compiled = compile("{lanes: 2, turns: [L, T], lane-use: {1: {only: [car, bus]}}}", "");
        assertThat(compiled.warnings().toString())
                .contains("EBL: all lanes", "by another way: none", "there is no other way: 2");
        assertThat(run(compiled).noWay()).isPositive();
    }

    @Test
    void aStretchToTurnInIsEnough() throws IOException, StudyProblem {
        LoadedStudy.Compiled compiled =
                compile("{lanes: 2, turns: [L, T], lane-use: {1: {only: [car, bus], turn-in: 60 m}}}", "");
        assertThat(compiled.warnings()).isEmpty();
        assertThat(run(compiled).noWay()).isZero();
    }

    /** The nearest lane of the turn is kept for others, the one beyond it is not. */
    @Test
    void theLaneBehindThatOfOthersIsFound() throws IOException, StudyProblem {
        LoadedStudy.Compiled compiled = compile(
                "{lanes: 1, bays: {left: [{full-width: 200 m}, {full-width: 200 m}]}, lane-use: {2: {only: [bus]}}}",
                "");
        assertThat(compiled.warnings()).isEmpty();
        assertThat(run(compiled).noWay()).isZero();
    }

    /** When they planned, the nearer lane was theirs; since 16:10 it is not. */
    @Test
    void aLaneThatIsTakenAwayOnTheWay() throws IOException, StudyProblem {
        LoadedStudy.Compiled compiled = compile(
                "{lanes: 1, bays: {left: [{full-width: 200 m}, {full-width: 200 m}]}, lane-use: {2: {only: [bus], from: \"16:10\", to: \"16:20\"}}}",
                "");
        assertThat(compiled.warnings()).isEmpty();
        run(compiled);
    }

    /** Nobody passes within a lane, which who writes bicycles into a mix seldom means. */
    @Test
    void bicyclesAmongCarsAreTold() throws IOException, StudyProblem {
        compile("{lanes: 2, turns: [L, T]}", "");
        Path file = temp.resolve("study.yaml");
        String oneLane = Files.readString(file)
                .replace("mix: {car: 70 %, van: 30 %}", "mix: {car: 95 %, bicycle: 5 %}")
                .replace(
                        "up: {between: [north, top], speed: 50 km/h, ahead: {lanes: 2}}",
                        "up: {between: [north, top], speed: 50 km/h, ahead: {lanes: 1}}");
        Files.writeString(file, oneLane);
        assertThat(StudyFolder.read(temp, List.of()).compile(null).warnings().toString())
                .contains("bicycles are 5 % of the mix: here each takes a whole lane");
        Files.writeString(file, oneLane.replace("ahead: {lanes: 1}", "ahead: {lanes: 2}"));
        assertThat(StudyFolder.read(temp, List.of()).compile(null).warnings().toString())
                .doesNotContain("bicycles");
    }
}
