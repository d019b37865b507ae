package org.ulicarro.core.assign;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.study.Trips;
import org.ulicarro.core.traffic.StatelessObserver;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** What a row of trips may say beside ends, time and number: replication, lane, speed, driver; and what rows say of the warm-up. */
class TripRowsTest {

    private static final double START = Roads.START;

    private static Roads line() {
        return new Roads().end("a", 0, 0).end("b", 800, 0).road("a", "b");
    }

    private static Trips row(double from, double to, double vehicles, int replication, int lane, long driver) {
        return row(from, to, vehicles, replication, lane, Double.NaN, driver);
    }

    private static Trips row(
            double from, double to, double vehicles, int replication, int lane, double speed, long driver) {
        return new Trips("a", "b", from, to, vehicles, "car", replication, lane, speed, driver, "od.csv", 2);
    }

    @Test
    void aSpeedIsThatAtWhichTheyComeIn() {
        Model model = line().trip(row(START + 60, START + 60.1, 1, 0, 0, 4, 11))
                .trip(row(START + 120, START + 120.1, 1, 0, 0, 0, 12))
                .trip(row(START + 180, START + 180.1, 1, 0, 0, 13))
                .model();
        Replication run = new Replication(model, 1);
        double[] speed = new double[3];
        double[] delay = new double[3];
        double[] beyond = new double[3];
        run.observe(new StatelessObserver() {
            @Override
            public void afterStep(TrafficView view, TrafficEvents events) {
                for (int e = 0; e < events.enteredCount(); e++) {
                    speed[events.enteredVehicle(e)] = view.rows().speed(events.enteredRow(e));
                    beyond[events.enteredVehicle(e)] = view.rows().position(events.enteredRow(e));
                }
                for (int e = 0; e < events.leftCount(); e++) {
                    delay[events.leftVehicle(e)] = view.rows().delay(events.leftRow(e));
                }
            }
        });
        run.result();
        assertThat(speed[0]).isBetween(4.0, 4.6);
        assertThat(beyond[0]).as("half a step at 4 m/s and the step").isBetween(0.8, 1.7);
        assertThat(speed[1]).isBetween(0.0, 0.5);
        assertThat(speed[2]).isGreaterThan(10);
        for (double lost : delay) {
            assertThat(lost)
                    .as("alone it would have driven so, too, but for its reaction time")
                    .isBetween(-0.3, 1.0);
        }
    }

    @Test
    void rowsOfAReplicationTravelInItAndThoseBeyondBeginAgain() {
        Model model = line().trip(row(START + 60, START + 61, 1, 1, 0, 11))
                .trip(row(START + 60, START + 61, 1, 2, 0, 22))
                .trip(row(START + 120, START + 121, 2, 2, 0, 0))
                .trip(row(START + 180, START + 181, 1, 0, 1, 0))
                .model();
        Departures first = model.demand().departures(1);
        Departures second = model.demand().departures(2);
        assertThat(first.size()).isEqualTo(2);
        assertThat(second.size()).isEqualTo(4);
        assertThat(first.time()[0]).isBetween(START + 60, START + 61);
        assertThat(first.key()[0]).isEqualTo(11);
        assertThat(second.key()[0]).isEqualTo(22);
        assertThat(first.lane()).containsExactly(0, 1);
        Departures third = model.demand().departures(3);
        assertThat(third.size()).isEqualTo(2);
        assertThat(third.key()[0]).as("another driver at the same moment").isNotEqualTo(11);
        assertThat(third.time()[0]).isBetween(START + 60, START + 61);
    }

    @Test
    void theWarmUpIsNotDrivenTwiceWhereTheTableHasRowsForIt() {
        Roads only = line().trip(row(START, START + 3600, 360, 0, 0, 0));
        only.warmUp = 600;
        Departures goneOn = only.model().demand().departures(1);
        assertThat(goneOn.size()).isEqualTo(420);
        assertThat(before(goneOn)).as("a seventh of them, by chance").isBetween(35L, 90L);
        Roads both = line().trip(row(START - 600, START, 20, 0, 0, 0)).trip(row(START, START + 3600, 360, 0, 0, 0));
        both.warmUp = 600;
        assertThat(both.model().demand().departures(1).size()).isEqualTo(380);
        assertThat(before(both.model().demand().departures(1))).isEqualTo(20);
    }

    private static long before(Departures departures) {
        return Arrays.stream(departures.time()).filter(t -> t < START).count();
    }
}
