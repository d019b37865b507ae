package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.Polyline;
import org.ulicarro.core.network.Pose;
import org.ulicarro.core.network.TurningPath;

/** In every sample, lanes and paths join without a gap or a kink, and none bulges. */
class LanesJoinTest {

    @TempDir
    private Path temp;

    @ParameterizedTest
    @ValueSource(strings = {"quayside", "market", "crossroads", "corridor", "roundabout", "merge", "fiveways"})
    void pathsBeginAndEndOnTheirLanes(String sample) throws IOException, StudyProblem {
        Samples.write(sample, temp.resolve(sample));
        Network network = StudyFolder.read(temp.resolve(sample), List.of())
                .compile(null)
                .model()
                .network();
        for (Movement movement : network.movements()) {
            for (TurningPath path : movement.paths()) {
                Lane lane = network.lanes().get(path.lane());
                Lane from = network.lanes().get(path.fromLane());
                Lane to = network.lanes().get(path.toLane());
                assertThat(to.start())
                        .as("%s leads onto a lane that begins there", movement.id())
                        .isZero();
                assertThat(gap(from.at(from.end()), lane.at(0)))
                        .as(movement.id() + " begins")
                        .isLessThan(0.3);
                assertThat(gap(lane.at(lane.end()), to.at(0)))
                        .as(movement.id() + " ends")
                        .isLessThan(0.3);
                assertThat(turn(from.at(from.end()), lane.at(0)))
                        .as(movement.id() + " kinks")
                        .isLessThan(0.12);
                assertThat(turn(lane.at(lane.end()), to.at(0)))
                        .as(movement.id() + " kinks")
                        .isLessThan(0.12);
            }
        }
        for (Lane lane : network.lanes()) {
            checkBends(lane);
        }
    }

    /** From point to point a lane's direction never changes by more than a driver could follow. */
    private static void checkBends(Lane lane) {
        Polyline line = lane.line();
        for (int i = 1; i + 1 < line.size(); i++) {
            Pose before = lane.at(lane.start() + Math.max(0, line.along(i) - 0.5));
            Pose after = lane.at(lane.start() + Math.min(line.length(), line.along(i) + 0.5));
            assertThat(turn(before, after))
                    .as("lane %d at %.0f m", lane.index(), line.along(i))
                    .isLessThan(0.6);
        }
        double crow = gap(lane.at(lane.start()), lane.at(lane.end()));
        boolean link = !lane.isPath();
        assertThat(link && crow > 20 ? lane.line().length() / crow : 1)
                .as("lane %d is no longer than it must be", lane.index())
                .isLessThan(1.3);
    }

    private static double gap(Pose a, Pose b) {
        return Math.hypot(a.x() - b.x(), a.y() - b.y());
    }

    private static double turn(Pose a, Pose b) {
        return Math.abs(a.turnTo(b));
    }
}
