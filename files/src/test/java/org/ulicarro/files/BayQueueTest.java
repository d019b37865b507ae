package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.traffic.TrafficView;

/** Who wants to turn from a bay joins its queue from behind, and does not come to stand beside it. */
class BayQueueTest {

    private static final double STANDS = 0.5; // m/s

    @TempDir
    private Path temp;

    @Test
    void driversStopBehindTheQueueOfABay() throws IOException, StudyProblem {
        Files.writeString(temp.resolve("study.yaml"), """
                format: ulicarro/1
                title: a short bay for left turns
                periods:
                  am: {from: "07:00", to: "08:00", warm-up: {length: 10 min}}
                replications: 1
                seed: 1
                network:
                  places:
                    oak: {at: [0, 0], control: signal, legs: {west: EB, east: WB, south: NB}}
                    w: {at: [-500, 0]}
                    e: {at: [800, 0]}
                    s: {at: [0, -400]}
                  roads:
                    west: {between: [w, oak], speed: 55 km/h, ahead: {lanes: 2}, back: {lanes: 2}}
                    east: {between: [oak, e], speed: 55 km/h, ahead: {lanes: 2}, back: {lanes: 2, bays: {left: [{full-width: 40 m}]}}}
                    south: {between: [s, oak], speed: 40 km/h, ahead: {lanes: 2, turns: [L, R]}, back: {lanes: 1}}
                demand:
                  mix: {car: 100 %}
                  entries:
                    w: {vehicles: 800 veh/h, routes: {through: {via: [oak, e], share: 85}, right: {via: [oak, s], share: 15}}}
                    e: {vehicles: 800 veh/h, routes: {through: {via: [oak, w], share: 75}, left: {via: [oak, s], share: 25}}}
                    s: {vehicles: 270 veh/h, routes: {left: {via: [oak, w], share: 40}, right: {via: [oak, e], share: 60}}}
                signals:
                  oak:
                    kind: fixed
                    groups:
                      EB: {serves: [EBT, EBR], yellow: 4 s, red: 2 s}
                      WB: {serves: [WBT, WBL], yields: [WBL], yellow: 4 s, red: 2 s}
                      NB: {serves: [NBL, NBR], yellow: 4 s, red: 2 s}
                    plans:
                      am: {cycle: 60 s, greens: {EB: [0-34], WB: [0-34], NB: [40-54]}}
                """);
        Beside beside = besides(temp, 4);
        assertThat(beside.turning).as("drivers who want into the bay").isGreaterThan(700);
        assertThat(beside.stoodFor)
                .as("seconds that drivers stood beside the queue of the bay")
                .isLessThan(120);
        assertThat(beside.missed).isZero();
    }

    @Test
    void norDoTheyInTheMarketSample() throws IOException, StudyProblem {
        Samples.write(Samples.MARKET, temp);
        Beside beside = besides(temp, 2);
        assertThat(beside.turning).isGreaterThan(700);
        assertThat(beside.stoodFor).isLessThan(30);
        assertThat(beside.missed).isZero();
    }

    /**
     * What became of those who want into bays.
     *
     * @param turning how many there were, counted where they pass the beginning of a bay or move over
     * @param stoodFor how long they stood in all beside a bay that they wanted to be in (s)
     * @param missed how many drove on another way in the end
     */
    private record Beside(int turning, double stoodFor, int missed) {}

    private static Beside besides(Path study, int replications) throws IOException, StudyProblem {
        Model model = StudyFolder.read(study, List.of()).compile(null).model();
        Set<String> turning = new TreeSet<>();
        double stoodFor = 0;
        int missed = 0;
        for (int k = 1; k <= replications; k++) {
            try (Replication replication = new Replication(model, k)) {
                while (!replication.isDone()) {
                    replication.step();
                    TrafficView view = replication.view();
                    for (Lane bay : model.network().lanes()) {
                        int lane = view.table().right[bay.index()];
                        for (int i = 0; bay.isBay() && lane >= 0 && i < view.vehiclesOn(lane); i++) {
                            if (view.wantsInto(lane, i, bay.index())) {
                                turning.add(k + " " + view.vehicle(lane, i));
                                boolean begun = view.position(lane, i) - view.length(lane, i) / 2 > bay.start();
                                stoodFor += begun && view.speed(lane, i) < STANDS ? view.stepSeconds() : 0;
                            }
                        }
                    }
                }
                missed += replication.result().missedTurns();
            }
        }
        return new Beside(turning.size(), stoodFor, missed);
    }
}
