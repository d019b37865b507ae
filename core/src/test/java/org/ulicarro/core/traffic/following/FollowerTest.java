package org.ulicarro.core.traffic.following;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.Crossroads;
import org.ulicarro.core.demand.Walks;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.traffic.setup.Parts;

/** Time gaps on streets and motorways. */
class FollowerTest {

    private static final int STREET = 0; // a lane of one

    private final Parts parts = parts();
    private final Follower follower = parts.follower;

    private static Parts parts() {
        Model model = new Crossroads().model();
        return new Parts(model.behaviour(), model.table(), model.demand().departures(1), Walks.nobody());
    }

    @Test
    void onStreetsTimeGapsGrowFromThirtyKilometresAnHourOn() {
        assertThat(follower.growth(0, false)).isEqualTo(1);
        assertThat(follower.growth(30 / 3.6, false)).isEqualTo(1);
        assertThat(follower.growth(45 / 3.6, false)).isCloseTo(1.25, within(1e-9));
        assertThat(follower.growth(60 / 3.6, false)).isCloseTo(1.5, within(1e-9));
        assertThat(follower.growth(110 / 3.6, true)).isEqualTo(1);
    }

    /** Whoever comes in at the speed for the room that there is keeps the time gap of that speed. */
    @ParameterizedTest
    @ValueSource(doubles = {-3, 0, 4, 9.9, 10, 10.1, 20, 35})
    void theSpeedForSomeRoomIsTheOneAtWhichTheTimeGapFillsIt(double metres) {
        int row = parts.fleet.take();
        parts.fleet.lane(row, STREET);
        parts.fleet.timeGap(row, 1.2);
        double speed = follower.speedAt(row, STREET, metres);
        parts.fleet.speed(row, speed);
        assertThat(speed * follower.timeGap(row)).isCloseTo(metres, within(1e-9));
    }
}
