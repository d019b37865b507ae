package org.ulicarro.core.traffic;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.Crossroads;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.base.Draws.Purpose;
import org.ulicarro.core.run.Digest;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.run.Snapshot;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** What must always hold, over seeded random scenes. */
class TrafficRulesTest {

    /** A crossroads drawn from a seed: lanes, bays, skew, step, mix and volumes up to well over capacity. */
    private static Crossroads random(int seed) {
        long key = Draws.key(seed, 0, Purpose.VEHICLE, 4711);
        Crossroads scene = new Crossroads();
        scene.seed = seed;
        scene.lanes = 1 + (int) (3 * Draws.uniform(key, 0));
        scene.bays = Draws.uniform(key, 1) < 0.6;
        scene.skew = 50 * Draws.uniform(key, 2) - 25;
        scene.step = new double[] {0.1, 0.2, 0.5, 1.0}[(int) (4 * Draws.uniform(key, 3))];
        scene.hours = 0.25;
        scene.legLength = 200 + 200 * Draws.uniform(key, 4);
        Map<VehicleType, Double> mix = new LinkedHashMap<>();
        for (VehicleType type : EnumSet.range(VehicleType.CAR, VehicleType.BUS)) {
            mix.put(type, Draws.uniform(key, 10 + type.ordinal()) * (type == VehicleType.CAR ? 5 : 0.5));
        }
        scene.mix = mix;
        double most = 900.0 * scene.lanes;
        scene.volumes(
                most * Draws.uniform(key, 5),
                most * Draws.uniform(key, 6),
                most * Draws.uniform(key, 7),
                most * Draws.uniform(key, 8));
        return scene;
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16})
    void laneOrderSpeedAndConservationHold(int seed) {
        Model model = random(seed).model();
        Replication replication = new Replication(model, 1);
        while (!replication.isDone()) {
            replication.step();
            checkLanes(replication.view(), model);
        }
        assertThat(replication.view().entered()).isGreaterThan(10);
        replication.result(); // checks that vehicles are conserved
    }

    private static void checkLanes(TrafficView view, Model model) {
        int found = 0;
        for (int lane = 0; lane < model.network().lanes().size(); lane++) {
            double aheadRear = Double.POSITIVE_INFINITY;
            for (int k = 0; k < view.vehiclesOn(lane); k++) {
                double pos = view.position(lane, k);
                if (!(view.speed(lane, k) >= 0) || !(pos < aheadRear) || !(pos >= 0)) {
                    throw new AssertionError("lane " + lane + " vehicle " + view.vehicle(lane, k) + " at " + pos
                            + " m behind a rear at " + aheadRear + " m, speed " + view.speed(lane, k) + ", time "
                            + view.now());
                }
                aheadRear = pos - view.length(lane, k);
                found++;
            }
        }
        if (found != view.onRoad()) {
            throw new AssertionError(view.onRoad() + " vehicles on the road, but " + found + " on lanes");
        }
    }

    /** Cut at a drawn moment, written out, read back and run on: the same digits as without the cut. */
    @ParameterizedTest
    @ValueSource(ints = {31, 32, 33, 34})
    void aSavedStateGoesOnAsIfNothingHadHappened(int seed) throws IOException {
        Model model = random(seed).model();
        Replication whole = new Replication(model, 1);
        whole.advanceTo(
                model.demand().window().start() + 2000 * Draws.uniform(Draws.key(seed, 0, Purpose.ROUTE, 1), 0));
        Snapshot saved = whole.save();
        Replication again = new Replication(model, 1);
        again.restore(saved);
        assertThat(Digest.of(List.of(again.result()))).isEqualTo(Digest.of(List.of(whole.result())));
    }

    /** What is read of vehicles on the way, as a recording does, changes nothing that is booked. */
    @ParameterizedTest
    @ValueSource(ints = {3, 4, 5, 12, 15, 21, 22, 71})
    void whoeverLooksChangesNothing(int seed) {
        Model model = random(seed).model();
        Replication watched = new Replication(model, 1);
        watched.observe(new StatelessObserver() {
            @Override
            public void afterStep(TrafficView view, TrafficEvents events) {
                FleetView rows = view.rows();
                for (int row = 0; row < rows.count(); row++) {
                    if (rows.vehicle(row) >= 0) {
                        rows.delay(row);
                    }
                }
            }
        });
        String digest = Digest.of(List.of(watched.result()));
        assertThat(digest).isEqualTo(Digest.of(List.of(new Replication(model, 1).result())));
    }

    /** Whoever is in a bay came in after it had opened. */
    @ParameterizedTest
    @ValueSource(ints = {41, 42, 43})
    void baysAreEnteredWhereTheyAreOpen(int seed) {
        Crossroads scene = random(seed);
        scene.bays = true;
        Model model = scene.model();
        Replication replication = new Replication(model, 1);
        int seen = 0;
        while (!replication.isDone()) {
            replication.step();
            TrafficView view = replication.view();
            for (var lane : model.network().lanes()) {
                for (int k = 0; lane.isBay() && k < view.vehiclesOn(lane.index()); k++) {
                    assertThat(view.position(lane.index(), k)).isGreaterThan(lane.start());
                    seen++;
                }
            }
        }
        assertThat(seen).isGreaterThan(100);
    }

    /** Whoever passes a line does so on green or yellow; hardly anybody later than half a second into red, nobody after 3 s. */
    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 4, 5, 6})
    void nobodyPassesALineInRed(int seed) {
        Model model = random(seed).model();
        Replication replication = new Replication(model, 1);
        int[] passed = new int[2];
        replication.observe(new StatelessObserver() {
            @Override
            public void afterStep(TrafficView view, TrafficEvents events) {
                for (int i = 0; i < events.lineCount(); i++) {
                    int group = model.signals().groupOf(events.lineMovement(i));
                    double red = view.aspects().of(group) == Aspect.RED
                            ? events.lineAt(i) - view.aspects().since(group) / 10.0
                            : 0;
                    passed[0]++;
                    passed[1] += red > 0.5 ? 1 : 0;
                    assertThat(red)
                            .as("seconds into red at " + events.lineAt(i))
                            .isLessThan(3);
                }
            }
        });
        replication.advanceTo(Double.MAX_VALUE);
        assertThat(passed[0]).isGreaterThan(50);
        assertThat(passed[1]).as("later than half a second into red").isLessThanOrEqualTo(passed[0] / 100);
    }

    /** Cars only: the clearance between paths is made for the widest vehicles, so cars leave some of it. */
    @ParameterizedTest
    @ValueSource(ints = {21, 22, 23, 24, 25, 26, 47, 65, 74, 83})
    void noTwoBodiesTouchInTheJunction(int seed) {
        Crossroads scene = random(seed);
        scene.mix = Map.of(VehicleType.CAR, 1.0);
        Model model = scene.model();
        Replication replication = new Replication(model, 1);
        while (!replication.isDone()) {
            replication.step();
            List<Bodies.Body> near = Bodies.of(replication.view(), model.network()).stream()
                    .filter(b -> Math.hypot(b.front().x(), b.front().y()) < 25)
                    .toList();
            for (int i = 0; i < near.size(); i++) {
                for (int j = i + 1; j < near.size(); j++) {
                    if (Bodies.touch(near.get(i), near.get(j))) {
                        throw new AssertionError(near.get(i) + " touches " + near.get(j) + " at " + replication.now());
                    }
                }
            }
        }
    }

    @Test
    void aStepAllocatesNothing() {
        Crossroads scene = new Crossroads().volumes(800, 700, 500, 500);
        Model model = scene.model();
        Traffic traffic = new Traffic(
                model.study(),
                model.table(),
                model.demand().departures(1),
                model.demand().walks(1),
                (int) (model.demand().window().start() * 10));
        for (int i = 0; i < 12_000; i++) {
            traffic.step();
        }
        var threads = (com.sun.management.ThreadMXBean) java.lang.management.ManagementFactory.getThreadMXBean();
        long before = threads.getThreadAllocatedBytes(Thread.currentThread().getId());
        for (int i = 0; i < 4000; i++) {
            traffic.step();
        }
        long bytes = threads.getThreadAllocatedBytes(Thread.currentThread().getId()) - before;
        assertThat(bytes / 4000).as("bytes for each step").isZero();
    }
}
