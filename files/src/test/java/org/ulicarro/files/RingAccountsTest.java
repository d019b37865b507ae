package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.run.ReplicationResult;

/**
 * A roundabout with a zebra on the way out of it, which most vehicles wait for, and 400 m behind it a junction at which they have the
 * right of way: what they lose is the roundabout's, and nobody queues before the junction.
 */
class RingAccountsTest {

    @TempDir
    private Path temp;

    private ReplicationResult result;

    /** @param others who else drives there */
    private void drive(String others) throws IOException, StudyProblem {
        Files.writeString(temp.resolve("study.yaml"), """
                format: ulicarro/1
                title: people cross behind a roundabout
                periods:
                  pm: {from: "16:30", to: "17:30", warm-up: {length: 5 min}}
                replications: 1
                seed: 1
                network:
                  places:
                    oval: {at: [0, 0], control: roundabout, outer-diameter: 36 m, crossings: {high: {refuge: true}}, legs: {ring-w: EB, ring-e: WB, church: NB, high: SB}}
                    w: {at: [-500, 0]}
                    e: {at: [500, 0]}
                    c: {at: [0, -400]}
                    junc: {at: [0, 420], control: yield, minor: [mews], legs: {high: NB, high-n: SB, mews: WB}}
                    n: {at: [0, 800]}
                    m: {at: [250, 420]}
                  roads:
                    ring-w: {between: [w, oval], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                    ring-e: {between: [oval, e], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                    high: {between: [junc, oval], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                    high-n: {between: [n, junc], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                    mews: {between: [m, junc], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                    church: {between: [c, oval], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                demand:
                  mix: {car: 100 %}
                  walkers: {oval.high: 400 /h}
                  entries:
                    c: {vehicles: 300 veh/h, routes: {on: {via: [n]}}}
                    m: {vehicles: 20 veh/h, routes: {on: {via: [n]}}}
                """ + others.indent(4));
        Model model = StudyFolder.read(temp, List.of()).compile(null).model();
        try (Replication replication = new Replication(model, 1)) {
            result = replication.result();
        }
    }

    private MovementRow row(String place, String name) {
        List<MovementRow> rows = result.rows(MovementRow.class).stream()
                .filter(r -> r.place().equals(place) && r.name().equals(name))
                .toList();
        double vehicles = rows.stream().mapToDouble(MovementRow::vehicles).sum();
        assertThat(vehicles).isGreaterThan(250);
        return rows.stream()
                .max((a, b) -> Double.compare(a.queueMaxM(), b.queueMaxM()))
                .orElseThrow();
    }

    @Test
    void whatPeopleBehindTheRingCostIsTheRings() throws IOException, StudyProblem {
        drive("");
        double lost = result.rows(MovementRow.class).stream()
                .filter(r -> r.place().equals("oval") && r.name().equals("NBT"))
                .mapToDouble(r -> r.vehicles() * r.controlDelayS())
                .sum();
        assertThat(lost / 300)
                .as("delay at the roundabout for each, nobody else drives there")
                .isGreaterThan(2);
        assertThat(row("junc", "NBT").controlDelayS()).isLessThan(0.2);
    }

    @Test
    void andNobodyQueuesBeforeTheNextLine() throws IOException, StudyProblem {
        drive("w: {vehicles: 350 veh/h, routes: {on: {via: [n]}}}\ne: {vehicles: 250 veh/h, routes: {on: {via: [w]}}}");
        assertThat(row("junc", "NBT").queueMaxM()).isZero();
    }
}
