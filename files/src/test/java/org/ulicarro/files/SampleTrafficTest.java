package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.run.Digest;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.run.ReplicationResult;
import org.ulicarro.core.run.Snapshot;
import org.ulicarro.core.traffic.TrafficView;

/** Every sample driven through: nobody stands for ever, nobody is lost, and a run cut in the middle goes on as if it had not been. */
class SampleTrafficTest {

    /** Longer than a vehicle waits anywhere in the samples (s). */
    private static final double FOR_EVER = 600;

    @TempDir
    private Path temp;

    private Model model(String sample) throws IOException, StudyProblem {
        Samples.write(sample, temp.resolve(sample));
        return StudyFolder.read(temp.resolve(sample), List.of()).compile(null).model();
    }

    @ParameterizedTest
    @ValueSource(strings = {"crossroads", "corridor", "roundabout", "merge", "fiveways"})
    void nobodyStandsForEverAndNobodyIsLost(String sample) throws IOException, StudyProblem {
        Model model = model(sample);
        for (int k = 1; k <= 3; k++) {
            Replication replication = new Replication(model, k);
            Map<Integer, Double> standsSince = new HashMap<>();
            while (!replication.isDone()) {
                replication.step();
                check(replication.view(), model, standsSince, sample + ", replication " + k);
            }
            replication.result(); // checks that vehicles are conserved
            int waiting = replication.view().onRoad();
            assertThat(waiting).as("on the road at the end").isLessThan(300);
        }
    }

    private static void check(TrafficView view, Model model, Map<Integer, Double> standsSince, String what) {
        for (Lane lane : model.network().lanes()) {
            double rear = Double.POSITIVE_INFINITY;
            for (int k = 0; k < view.vehiclesOn(lane.index()); k++) {
                int id = view.vehicle(lane.index(), k);
                double pos = view.position(lane.index(), k);
                if (!(pos < rear)) {
                    throw new AssertionError(what + ": vehicle " + id + " is in the one ahead at " + view.now());
                }
                rear = pos - view.length(lane.index(), k);
                if (view.speed(lane.index(), k) > 0.1) {
                    standsSince.put(id, view.now());
                } else if (view.now() - standsSince.computeIfAbsent(id, none -> view.now()) > FOR_EVER) {
                    throw new AssertionError(what + ": vehicle " + id + " has stood since " + standsSince.get(id)
                            + " on lane " + lane.index() + " at " + pos);
                }
            }
        }
    }

    /** The ring's short lanes, the aux lanes of ramps and the waiting at signs are all part of the saved state. */
    @ParameterizedTest
    @ValueSource(strings = {"corridor", "roundabout", "merge"})
    void aCutRunGoesOnAsIfNothingHadHappened(String sample) throws IOException, StudyProblem {
        Model model = model(sample);
        Replication whole = new Replication(model, 2);
        whole.advanceTo(model.demand().window().start() + 1234.5);
        Snapshot saved = whole.save();
        Replication again = new Replication(model, 2);
        again.restore(saved);
        ReplicationResult one = whole.result();
        assertThat(Digest.of(List.of(again.result()))).isEqualTo(Digest.of(List.of(one)));
        assertThat(Digest.of(List.of(new Replication(model, 2).result()))).isEqualTo(Digest.of(List.of(one)));
    }
}
