package org.ulicarro.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.Crossroads;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.traffic.StatelessObserver;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;
import org.ulicarro.core.traffic.events.Visits;

/**
 * Control delay against a second simulation: the same few vehicles meet red in one scene and nothing but green in the other. What
 * the signal cost each of them is the difference of their travel times, and must be what its account says.
 */
class ControlDelayTest {

    /** What one vehicle went through, by its number among the departures. */
    private static final class Journeys extends StatelessObserver {
        final Map<Integer, Double> entered = new TreeMap<>();
        final Map<Integer, Double> left = new TreeMap<>();
        final Map<Double, double[]> visits = new TreeMap<>(); // time at the line -> control, geometric, stopped, stops
        final Map<Integer, Double> line = new TreeMap<>();

        @Override
        public void afterStep(TrafficView view, TrafficEvents events) {
            for (int i = 0; i < events.enteredCount(); i++) {
                entered.put(events.enteredVehicle(i), events.enteredAt(i));
            }
            for (int i = 0; i < events.leftCount(); i++) {
                left.put(events.leftVehicle(i), events.leftAt(i));
            }
            for (int i = 0; i < events.lineCount(); i++) {
                line.put(events.lineVehicle(i), events.lineAt(i));
            }
            Visits closed = events.visits();
            for (int i = 0; i < closed.count(); i++) {
                visits.put(closed.lineTime(i), new double[] {
                    closed.controlDelay(i), closed.geometricDelay(i), closed.stoppedDelay(i), closed.stops(i)
                });
            }
        }

        double travel(int vehicle) {
            return left.get(vehicle) - entered.get(vehicle);
        }

        double[] visit(int vehicle) {
            return visits.get(line.get(vehicle));
        }
    }

    private static Crossroads sparse() {
        Crossroads scene = new Crossroads();
        scene.legLength = 500;
        for (String turn : new String[] {"L", "T", "R"}) {
            scene.count("EB" + turn, 8);
            for (String other : new String[] {"WB", "NB", "SB"}) {
                scene.count(other + turn, turn.equals("T") ? 0.001 : 0);
            }
        }
        return scene;
    }

    private static Journeys run(Crossroads scene) {
        Model model = scene.model();
        Replication replication = new Replication(model, 1);
        Journeys journeys = new Journeys();
        replication.observe(journeys);
        replication.advanceTo(Double.MAX_VALUE);
        return journeys;
    }

    @Test
    void isTheDifferenceBetweenTwoSimulations() {
        Crossroads red = sparse();
        red.eastWest = "0-20";
        red.northSouth = "25-85";
        Crossroads green = sparse();
        green.cycle = 600;
        green.eastWest = "0-585";
        green.northSouth = "590-595";
        Journeys held = run(red);
        Journeys free = run(green);
        int compared = 0;
        for (int vehicle : held.left.keySet()) {
            boolean freeAllTheWay = free.left.containsKey(vehicle) && free.visit(vehicle)[0] == 0;
            // behind somebody slower it also loses time past the reach of the control
            boolean alone = held.line.values().stream()
                    .noneMatch(t -> t < held.line.get(vehicle) && t > held.line.get(vehicle) - 10);
            if (freeAllTheWay && alone) {
                double cost = held.travel(vehicle) - free.travel(vehicle);
                assertThat(held.visit(vehicle)[0])
                        .as("control delay of vehicle " + vehicle)
                        .isCloseTo(cost, within(0.25));
                compared++;
            }
        }
        assertThat(compared).isGreaterThan(15);
        assertThat(held.visits.values().stream().mapToDouble(v -> v[0]).max().orElseThrow())
                .isGreaterThan(40);
    }

    @Test
    void whoStopsOnceHasOneStopAndStandsNoLongerThanItLoses() {
        Crossroads red = sparse();
        red.eastWest = "0-20";
        red.northSouth = "25-85";
        Journeys held = run(red);
        int stopped = 0;
        for (double[] visit : held.visits.values()) {
            if (visit[0] > 15) {
                stopped++;
                assertThat(visit[3]).as("stops").isEqualTo(1);
                assertThat(visit[2]).as("below 8 km/h").isBetween(visit[0] - 12, visit[0]);
            }
            if (visit[0] == 0) {
                assertThat(visit[3]).isZero();
                assertThat(visit[2]).isZero();
            }
        }
        assertThat(stopped).isGreaterThan(8);
    }

    /** A turn costs its own time even when nothing holds anybody: slowing to the curve, through it, and back to speed. */
    @Test
    void theTurnItselfIsGeometricDelay() {
        Crossroads green = sparse();
        green.cycle = 600;
        green.eastWest = "0-585";
        green.northSouth = "590-595";
        Journeys free = run(green);
        int straight = 0;
        int turned = 0;
        for (int vehicle : free.left.keySet()) {
            double geometric = free.visit(vehicle)[1];
            if (geometric < 0.5) {
                assertThat(geometric).isCloseTo(0, within(0.01));
                straight++;
            } else {
                assertThat(geometric).isBetween(2.0, 7.0);
                turned++;
            }
        }
        assertThat(straight).isGreaterThan(3);
        assertThat(turned).isGreaterThan(6);
    }
}
