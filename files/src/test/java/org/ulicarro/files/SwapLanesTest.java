package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.run.ReplicationResult;

/** Two streets that become one road of two lanes and part again after 180 m: four of five drivers have to change to the other lane. */
class SwapLanesTest {

    @TempDir
    private Path temp;

    @Test
    void whoDrivesBesideWhomItHasToPassFallsBack() throws IOException, StudyProblem {
        Files.writeString(temp.resolve("study.yaml"), """
                format: ulicarro/1
                title: two streets cross within one road
                periods:
                  am: {from: "07:00", to: "08:00", warm-up: {length: 5 min}}
                replications: 1
                seed: 2
                network:
                  places:
                    up: {at: [-400, 120]}
                    low: {at: [-400, -120]}
                    a: {at: [0, 0]}
                    b: {at: [180, 0]}
                    left: {at: [560, 140]}
                    right: {at: [560, -140]}
                  roads:
                    from-up: {between: [up, a], speed: 50 km/h, ahead: {lanes: 1}}
                    from-low: {between: [low, a], speed: 50 km/h, ahead: {lanes: 1}}
                    mid: {between: [a, b], speed: 50 km/h, ahead: {lanes: 2}}
                    to-left: {between: [b, left], speed: 50 km/h, ahead: {lanes: 1}}
                    to-right: {between: [b, right], speed: 50 km/h, ahead: {lanes: 1}}
                demand:
                  mix: {car: 100 %}
                  entries:
                    up: {vehicles: 600 veh/h, routes: {cross: {via: [right], share: 80}, on: {via: [left], share: 20}}}
                    low: {vehicles: 600 veh/h, routes: {cross: {via: [left], share: 80}, on: {via: [right], share: 20}}}
                """);
        Model model = StudyFolder.read(temp, List.of()).compile(null).model();
        int entered = 0;
        int missed = 0;
        for (int k = 1; k <= 8; k++) {
            try (Replication replication = new Replication(model, k)) {
                ReplicationResult result = replication.result();
                entered += result.entered();
                missed += result.missedTurns();
            }
        }
        assertThat(entered).isGreaterThan(8000);
        assertThat(missed)
                .as("drivers who stood beside each other at the end of the road and gave up")
                .isZero();
    }
}
