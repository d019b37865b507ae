package org.ulicarro.core.traffic;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.base.Draws.Purpose;
import org.ulicarro.core.run.Digest;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.RoadClass;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.traffic.changing.LaneChanges;
import org.ulicarro.core.traffic.lanes.LaneTable;

/** What must hold on any street or motorway whose drivers change lanes, with a ramp or a lane less, at any step. */
class ChangingPropertiesTest {

    private static Street random(long seed) {
        long key = Draws.key(seed, 0, Purpose.ROUTE, 7);
        Street street = new Street();
        boolean motorway = Draws.uniform(key, 0) < 0.6;
        int lanes = 2 + (int) (2 * Draws.uniform(key, 1));
        boolean drop = Draws.uniform(key, 2) < 0.4;
        street.roadClass = motorway ? RoadClass.MOTORWAY : RoadClass.URBAN;
        street.speed = (motorway ? 80 + 50 * Draws.uniform(key, 3) : 30 + 50 * Draws.uniform(key, 3)) / 3.6;
        street.first = Direction.of(lanes);
        street.second = Direction.of(drop ? lanes - 1 : lanes);
        street.rampPerHour = motorway && !drop ? 900 * Draws.uniform(key, 4) : 0;
        double most = drop && lanes == 2 ? Street.MOST_ONTO_ONE_LANE : Double.POSITIVE_INFINITY;
        street.perHour = Math.min(most, lanes * (600 + 1500 * Draws.uniform(key, 5)));
        street.step = new double[] {0.1, 0.2, 0.5, 1.0}[(int) (4 * Draws.uniform(key, 6))];
        street.length = 600 + 1200 * Draws.uniform(key, 7);
        street.seconds = 900;
        double heavy = 0.3 * Draws.uniform(key, 8);
        street.mix = Map.of(VehicleType.CAR, 1 - heavy, VehicleType.BUS, heavy / 2, VehicleType.ARTICULATED, heavy / 2);
        return street;
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20})
    void nobodyDrivesIntoAnybodyAndNobodyIsLost(int seed) {
        assertThat(drive(seed)).as("steps of changing lanes").isPositive();
    }

    /**
     * Drives one of these streets, and looks at all bodies at each step.
     *
     * @return steps in which somebody was changing lanes
     * @throws AssertionError where two are in the same place
     */
    static int drive(long seed) {
        Model model = random(seed).model();
        Replication replication = new Replication(model, 1);
        int changes = 0;
        while (!replication.isDone()) {
            replication.step();
            TrafficView view = replication.view();
            checkOrder(view, model);
            changes += checkThoseWhoMoveOver(view);
        }
        replication.result(); // checks that vehicles are conserved
        return changes;
    }

    /**
     * One driver after the other is watched for a second each, as {@code trace --why} does: whoever is watched is decided for by the long way
     * where a plain follower takes the short one, and both come to the same to the bit.
     */
    @ParameterizedTest
    @ValueSource(ints = {3, 4, 7, 13, 14, 16, 17, 24})
    void whoeverIsWatchedDrivesAsEver(int seed) {
        Model model = random(seed).model();
        Replication watched = new Replication(model, 1);
        while (!watched.isDone()) {
            TrafficView view = watched.view();
            int second = (int) Math.floor(view.now() + 1e-6);
            int vehicles = view.vehiclesOn(second % 2);
            if (vehicles > 0) {
                watched.witness().watch(view.vehicle(second % 2, second / 2 % vehicles));
            }
            watched.step();
        }
        assertThat(Digest.of(List.of(watched.result())))
                .isEqualTo(Digest.of(List.of(new Replication(model, 1).result())));
    }

    private static void checkOrder(TrafficView view, Model model) {
        for (int lane = 0; lane < model.network().lanes().size(); lane++) {
            double rear = Double.POSITIVE_INFINITY;
            for (int k = 0; k < view.vehiclesOn(lane); k++) {
                assertThat(view.position(lane, k))
                        .as("front on lane %d at %s", lane, view.now())
                        .isLessThan(rear);
                assertThat(view.speed(lane, k)).isNotNegative();
                rear = view.position(lane, k) - view.length(lane, k);
            }
        }
    }

    /** As long as a body is in two lanes, it has room in both. */
    private static int checkThoseWhoMoveOver(TrafficView view) {
        FleetView rows = view.rows();
        int found = 0;
        for (int row = 0; row < rows.count(); row++) {
            int old = rows.vehicle(row) < 0 ? LaneTable.NONE : rows.changedFrom(row);
            if (old == LaneTable.NONE || rows.changeLeft(row) < LaneChanges.CLEAR_OF_OLD_LANE) {
                continue;
            }
            found++;
            double front = rows.position(row);
            double rear = front - rows.length(row);
            for (int k = 0; k < view.vehiclesOn(old); k++) {
                double other = view.position(old, k);
                boolean clear = other <= rear || other - view.length(old, k) >= front;
                assertThat(clear)
                        .as("%d moves out of lane %d at %s", rows.vehicle(row), old, view.now())
                        .isTrue();
            }
        }
        return found;
    }
}
