package org.ulicarro.core.assign;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.Trips;

/** What a row of trips may say beside ends, time and number: replication, lane, driver; and what rows say of the warm-up. */
class TripRowsTest {

    private static final double START = Roads.START;

    private static Roads line() {
        return new Roads().end("a", 0, 0).end("b", 800, 0).road("a", "b");
    }

    private static Trips row(double from, double to, double vehicles, int replication, int lane, long driver) {
        return new Trips("a", "b", from, to, vehicles, "car", replication, lane, driver, "od.csv", 2);
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
