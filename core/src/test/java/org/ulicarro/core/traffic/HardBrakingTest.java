package org.ulicarro.core.traffic;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.ulicarro.core.RandomJunction;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;

/** Nobody loses more speed in a step than brakes can take, on random junctions of all kinds. */
class HardBrakingTest {

    /** Who drives no faster stops on the spot (m/s). */
    private static final double FROM_WALKING_PACE = 1.5;

    private static final double BRAKES = 9; // m/s²

    /** Losses of speed beyond what brakes can take, in words, and the share of all vehicle-steps. */
    private static double share(long first, int count, double step, List<String> found) {
        long all = 0;
        for (long number = first; number < first + count; number++) {
            Model model = new RandomJunction(number, 400).inStepsOf(step).model();
            if (model == null) {
                continue;
            }
            Replication replication = new Replication(model, 1);
            Map<Integer, Double> before = new HashMap<>();
            while (!replication.isDone()) {
                replication.step();
                TrafficView view = replication.view();
                for (Lane lane : model.network().lanes()) {
                    for (int k = 0; k < view.vehiclesOn(lane.index()); k++) {
                        all++;
                        int vehicle = view.vehicle(lane.index(), k);
                        double speed = view.speed(lane.index(), k);
                        Double was = before.put(vehicle, speed);
                        if (was != null && was - speed > BRAKES * step && was > FROM_WALKING_PACE) {
                            found.add(
                                    number + " vehicle " + vehicle + " at " + view.now() + ": " + was + " to " + speed);
                        }
                    }
                }
            }
        }
        return found.size() / (double) all;
    }

    /**
     * Whoever had just passed where its way parts from another one once stopped from 30 km/h on the spot when somebody behind it took that
     * one: some forty times in twenty minutes at a roundabout.
     */
    @ParameterizedTest
    @CsvSource({"5000, 30, 0.2", "8000, 30, 0.5"})
    void hardlyAnybodyBrakesBeyondThat(long first, int count, double step) {
        List<String> found = new ArrayList<>();
        assertThat(share(first, count, step, found)).as("%s", found).isLessThan(1e-5 * step);
    }

    /**
     * These had cars that touched in steps of half a second: two who had stood on their ways for long set off at once. Lorries that stand
     * beside each other's way may still be touched by one that moves off, in one of a hundred such hours.
     */
    @Test
    void inLongStepsNoCarsTouchWhoHaveStoodOnTheirWays() {
        int longBodies = 0;
        for (long number : new long[] {5024, 5074, 5192, 5250, 5387, 5455, 5492, 6256}) {
            JunctionHours.Outcome outcome = JunctionHours.run(number, 900, 0.5);
            longBodies += outcome.sweep() ? 1 : 0;
            if (!outcome.sweep()) {
                assertThat(outcome.problem()).as("number %d", number).isNull();
            }
        }
        assertThat(longBodies).isLessThan(2);
    }
}
