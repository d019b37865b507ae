package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.study.Turn;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.lanes.LaneTable;

/** One lane each way in which a fifth turn left, in both directions: an oncoming left turn is a chance for the one that waits. */
class FacingTurnsTest {

    private static final int REPLICATIONS = 4;

    @TempDir
    private Path temp;

    /**
     * Expected is what two queues carry that never end, where every oncoming left turn lets the one that waits go, with the headways that
     * one lane has from a standing start: 580 veh/h with 40 s of 90 s. Where those who wait let every other of these chances go by it is 500.
     */
    @Test
    void oncomingLeftTurnsAreChances() throws IOException, StudyProblem {
        Passed passed = drive(900);
        assertThat(passed.perApproach()).as("veh/h over each line").isEqualTo(560, within(35.0));
        assertThat(passed.brakedHard / (double) passed.through)
                .as("share of those straight on who lost 4 m/s inside for somebody who turned")
                .isLessThan(0.02);
    }

    @Test
    void withRoomLeftEverybodyGetsThrough() throws IOException, StudyProblem {
        Passed passed = drive(400);
        assertThat(passed.perApproach()).isEqualTo(400, within(15.0));
    }

    private Passed drive(int volume) throws IOException, StudyProblem {
        Files.writeString(temp.resolve("study.yaml"), """
                format: ulicarro/1
                title: left turns in lanes that they share
                periods:
                  pm: {from: "16:00", to: "17:00", warm-up: {length: 5 min}, drain: 0 min}
                replications: 1
                network:
                  places:
                    elm: {at: [0, 0], control: signal}
                    w: {at: [-400, 0]}
                    e: {at: [400, 0]}
                    n: {at: [0, 300]}
                    s: {at: [0, -300]}
                  roads:
                    west: {between: [w, elm], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                    east: {between: [e, elm], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                    north: {between: [n, elm], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                    south: {between: [s, elm], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                demand:
                  mix: {car: 100 %%}
                  entries:
                    w: {vehicles: %d veh/h, routes: {through: {via: [elm, e], share: 80}, left: {via: [elm, n], share: 20}}}
                    e: {vehicles: %d veh/h, routes: {through: {via: [elm, w], share: 80}, left: {via: [elm, s], share: 20}}}
                signals:
                  elm:
                    kind: fixed
                    groups:
                      we: {serves: [WBL, WBT, WBR, EBL, EBT, EBR], yields: [WBL, EBL]}
                      ns: {serves: [NBL, NBT, NBR, SBL, SBT, SBR], yields: [NBL, SBL]}
                    plans:
                      p: {cycle: 90 s, greens: {we: [0-40], ns: [45-85]}}
                """.formatted(volume, volume));
        Model model = StudyFolder.read(temp, List.of()).compile(null).model();
        Passed passed = new Passed();
        for (int number = 1; number <= REPLICATIONS; number++) {
            passed.addRun(new Replication(model, number));
        }
        return passed;
    }

    /** Who came onto the paths inside the junction, and how much of its speed it lost there. */
    private static final class Passed {

        private int all;
        private int through;
        private int brakedHard;

        double perApproach() {
            return all / 2.0 / REPLICATIONS;
        }

        void addRun(Replication run) {
            Map<Integer, double[]> speeds =
                    new HashMap<>(); // vehicle -> speed at its line, least inside (m/s), 1 if straight on
            double from = run.model().period().from();
            while (!run.isDone()) {
                run.step();
                TrafficView view = run.view();
                for (int lane = 0; lane < view.table().lanes && view.now() > from; lane++) {
                    for (int k = 0; view.table().path[lane] && k < view.vehiclesOn(lane); k++) {
                        double speed = view.speed(lane, k);
                        double through = isThrough(view.table(), lane) ? 1 : 0;
                        double[] seen = speeds.computeIfAbsent(
                                view.vehicle(lane, k), id -> new double[] {speed, speed, through});
                        seen[1] = Math.min(seen[1], speed);
                    }
                }
            }
            all += speeds.size();
            for (double[] seen : speeds.values()) {
                through += seen[2] > 0 ? 1 : 0;
                brakedHard += seen[2] > 0 && seen[1] < seen[0] - 4 ? 1 : 0;
            }
        }

        private static boolean isThrough(LaneTable table, int path) {
            return table.network.movements().get(table.movement[path]).turn() == Turn.THROUGH;
        }
    }
}
