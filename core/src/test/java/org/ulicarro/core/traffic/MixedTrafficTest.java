package org.ulicarro.core.traffic;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.study.Closure;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.Drivers;
import org.ulicarro.core.study.DriversInput.Following;
import org.ulicarro.core.study.RoadClass;
import org.ulicarro.core.study.VehicleInput;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** What must always hold, over random streets, mixes, parameters up to their bounds, and steps from 0.1 to 1 s. */
class MixedTrafficTest {

    private static Street draw(long key) {
        Street street = new Street();
        int lanes = 1 + (int) (3 * Draws.uniform(key, 0));
        double limit = (30 + 90 * Draws.uniform(key, 1)) / 3.6;
        street.step = List.of(0.1, 0.2, 0.5, 1.0).get((int) (4 * Draws.uniform(key, 2)));
        street.speed = limit;
        street.grade = 0.16 * (Draws.uniform(key, 3) - 0.5);
        street.perHour = lanes * 2200 * Draws.uniform(key, 4);
        street.roadClass = Draws.uniform(key, 5) < 0.5 ? RoadClass.URBAN : RoadClass.MOTORWAY;
        List<Direction.SpeedZone> zones = Draws.uniform(key, 6) < 0.5
                ? List.of()
                : List.of(new Direction.SpeedZone(300, 250, limit * (0.4 + 0.5 * Draws.uniform(key, 7))));
        street.first = new Direction(lanes, 3.25, null, null, null, null, null, null, null, null, zones);
        street.second = Direction.of(Math.max(1, lanes - (Draws.uniform(key, 8) < 0.4 ? 1 : 0)));
        if (Draws.uniform(key, 9) < 0.5) {
            street.rampPerHour = 600 * Draws.uniform(key, 10);
            street.second = Direction.of(lanes);
        }
        if (Draws.uniform(key, 11) < 0.5) {
            List<Integer> closed = lanes > 1 ? List.of(1 + (int) (lanes * Draws.uniform(key, 12))) : List.of();
            double from = Street.START + 600 * Draws.uniform(key, 13);
            street.closures = Map.of("c", new Closure(Street.firstRoad(), closed, 600, 80, from, from + 240, true));
        }
        if (street.second.lanes() == 1) {
            street.perHour = Math.min(street.perHour, Street.MOST_ONTO_ONE_LANE);
        }
        street.mix = new EnumMap<>(VehicleType.class);
        for (VehicleType type : VehicleType.values()) {
            street.mix.put(type, Draws.uniform(key, 20 + type.ordinal()) * (type == VehicleType.CAR ? 4 : 0.4));
        }
        double gap = 0.3 + 1.5 * Draws.uniform(key, 40);
        street.drivers = Map.of(
                street.roadClass,
                new Drivers(
                        new Quantity(gap, gap / 3),
                        new Quantity(2 * Draws.uniform(key, 41), 0.3),
                        new Quantity(5.5 + 4 * Draws.uniform(key, 42), 0),
                        0.4 + 0.9 * Draws.uniform(key, 43),
                        Draws.uniform(key, 44) < 0.5,
                        Draws.uniform(key, 45),
                        Draws.uniform(key, 46),
                        Draws.uniform(key, 49),
                        5.0));
        Quantity maximumAcceleration = new Quantity(0.5 + 4 * Draws.uniform(key, 47), 0.5);
        Quantity comfortableDeceleration = new Quantity(1 + 4 * Draws.uniform(key, 48), 0.5);
        street.vehicles = Map.of(
                VehicleType.CAR,
                new VehicleInput(
                        null, null, maximumAcceleration, comfortableDeceleration, null, null, null, null, null));
        return street;
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20, 21, 22, 23, 24})
    void nobodyOverlapsAndNobodyIsLost(int scene) {
        drive(scene);
    }

    /**
     * Drives one of these streets.
     *
     * @throws AssertionError where two are in the same place, or somebody is nowhere
     */
    static void drive(long scene) {
        Street street = draw(Draws.key(77, (int) scene, Draws.Purpose.VEHICLE, 1));
        street.following = scene % 3 == 0 ? Following.GIPPS : Following.INTELLIGENT_DRIVER;
        Model model = street.model();
        Replication replication = new Replication(model, 1);
        int lanes = model.table().lanes;
        replication.observe(new StatelessObserver() {
            @Override
            public void afterStep(TrafficView view, TrafficEvents events) {
                int found = 0;
                for (int lane = 0; lane < lanes; lane++) {
                    found += view.vehiclesOn(lane);
                    double rear = Double.POSITIVE_INFINITY;
                    for (int k = 0; k < view.vehiclesOn(lane); k++) {
                        double at = view.position(lane, k);
                        assertThat(view.speed(lane, k)).isBetween(0.0, 80.0); // fails for NaN too
                        assertThat(at).isFinite().isBetween(0.0, view.table().end(lane) + 1e-9);
                        assertThat(at)
                                .as("vehicle %d on lane %d at %.1f", view.vehicle(lane, k), lane, view.now())
                                .isLessThan(rear);
                        rear = at - view.length(lane, k);
                    }
                }
                assertThat(found).isEqualTo(view.onRoad());
            }
        });
        replication.result(); // checks conservation
    }
}
