package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;

/** Rules that a study switches on or off, from the text of the study to what vehicles do. */
class RulesOfTheRoadTest {

    private static final String STUDY = """
            format: ulicarro/1
            title: rules
            periods:
              pm: {from: "16:30", to: "17:30", warm-up: {length: 5 min, demand: first-slice}, drain: 5 min}
            replications: 1
            seed: 7
            %s
            demand:
              mix: {car: 100 %%}
              volumes: {pm: counts.csv}
            """;

    private static final String CROSS = """
            network:
              places:
                w: {at: [-300, 0]}
                e: {at: [300, 0]}
                s: {at: [0, -300]}
                n: {at: [0, 300]}
                gate: {at: [0, 0], control: signal%s}
              roads:
                west:  {between: [w, gate], speed: 50 km/h, ahead: {lanes: 2, turns: [T, R]}, back: {lanes: 1}}
                south: {between: [s, gate], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}, back: {lanes: 1}}
                east:  {between: [gate, e], speed: 50 km/h, ahead: {lanes: 1}}
                north: {between: [gate, n], speed: 50 km/h, ahead: {lanes: 1}}
            signals:
              gate:
                kind: fixed
                groups:
                  W: {serves: [west>east, west>south], yellow: 3 s, red: 2 s}
                  S: {serves: [south>north], yellow: 3 s, red: 2 s}
                plans:
                  pm: {cycle: 60 s, offset: 0 s, greens: {W: [0-10], S: [15-55]}}
            """;

    private static final String SPILLS = """
            network:
              places:
                w: {at: [-300, 0]}
                e: {at: [400, 0]}
                s: {at: [0, -300]}
                n: {at: [0, 300]}
                gate: {at: [0, 0], control: signal}
                quay: {at: [90, 0], control: signal}
                mill: {at: [90, 200]}
              roads:
                west:  {between: [w, gate], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}}
                south: {between: [s, gate], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}}
                north: {between: [gate, n], speed: 50 km/h, ahead: {lanes: 1}}
                mid:   {between: [gate, quay], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}}
                side:  {between: [mill, quay], speed: 50 km/h, ahead: {lanes: 1, turns: [L]}}
                east:  {between: [quay, e], speed: 50 km/h, ahead: {lanes: 1}}
            drivers: {urban: {blocking: %s}}
            signals:
              gate:
                kind: fixed
                groups:
                  W: {serves: [west>mid], yellow: 3 s, red: 2 s}
                  S: {serves: [south>north], yellow: 3 s, red: 2 s}
                plans:
                  pm: {cycle: 60 s, offset: 0 s, greens: {W: [0-25], S: [30-55]}}
              quay:
                kind: fixed
                groups:
                  M: {serves: [mid>east], yellow: 3 s, red: 2 s}
                  N: {serves: [side>east], yellow: 3 s, red: 2 s}
                plans:
                  pm: {cycle: 60 s, offset: 0 s, greens: {M: [0-10], N: [15-55]}}
            """;

    @TempDir
    private Path temp;

    private List<MovementRow> run(String network, String counts) throws IOException, StudyProblem {
        Files.writeString(temp.resolve("study.yaml"), STUDY.formatted(network));
        Files.writeString(temp.resolve("counts.csv"), "place,movement,from,to,vehicles\n" + counts);
        Model model = StudyFolder.read(temp, List.of()).compile(null).model();
        return new Replication(model, 1).result().rows(MovementRow.class);
    }

    private static MovementRow of(List<MovementRow> rows, String movement) {
        double whole = 3600;
        return rows.stream()
                .filter(r -> r.movement().equals(movement) && Math.abs(r.toS() - r.fromS() - whole) < 1)
                .findFirst()
                .orElseThrow();
    }

    private static String count(String place, String movement, int vehicles) {
        return place + "," + movement + ",16:30,17:30," + vehicles + "\n";
    }

    /** 10 s of green in 60 s serve some 250 right turns; after a stop, gaps in a light cross street serve the rest of 450. */
    @Test
    void whoMayTurnOnRedStopsAndUsesGaps() throws IOException, StudyProblem {
        String counts = count("gate", "west>south", 450) + count("gate", "south>north", 100);
        MovementRow without = of(run(CROSS.formatted(""), counts), "west>south");
        MovementRow with = of(run(CROSS.formatted(", right-on-red: {west>south: after-stop}"), counts), "west>south");
        assertThat(without.vehicles()).as("without").isLessThan(340);
        assertThat(with.vehicles()).as("with").isCloseTo(450, within(50.0));
        assertThat(with.controlDelayS()).isLessThan(without.controlDelayS() / 3);
        assertThat(with.controlDelayS()).as("everybody on red stops first").isGreaterThan(4);
    }

    /** Behind a second light the queue reaches back into the first junction: those who do not wait before it block the cross street. */
    @Test
    void whoBlocksTheJunctionHoldsUpTheCrossStreet() throws IOException, StudyProblem {
        String counts = count("gate", "west>mid", 600) + count("gate", "south>north", 450);
        MovementRow clear = of(run(SPILLS.formatted("0 %"), counts), "south>north");
        MovementRow blocked = of(run(SPILLS.formatted("100 %"), counts), "south>north");
        assertThat(clear.controlDelayS()).isLessThan(35);
        assertThat(blocked.controlDelayS()).isGreaterThan(clear.controlDelayS() + 10);
    }
}
