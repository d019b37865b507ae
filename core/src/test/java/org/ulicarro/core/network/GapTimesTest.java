package org.ulicarro.core.network;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.ulicarro.core.Star;
import org.ulicarro.core.study.MovementInput;
import org.ulicarro.core.study.Place.Control;
import org.ulicarro.core.study.Study.DriveOn;

/** Critical gaps and follow-up times against the tables of the Highway Capacity Manual. */
class GapTimesTest {

    private static GapTime of(Star star, String movement) {
        Network network = star.compiled();
        Movement m = network.movement("middle", movement).movement();
        return new GapTimes(network).of(m, m.paths().get(0));
    }

    private static Star minor(int lanes) {
        Star star = new Star();
        star.control = Control.STOP;
        star.minor = List.of("s", "n");
        return star.leg("w", 180, lanes, lanes)
                .leg("s", 270, 1, 1)
                .leg("e", 0, lanes, lanes)
                .leg("n", 90, 1, 1);
    }

    @ParameterizedTest
    @CsvSource({
        "1, NBR, 6.2, 3.3",
        "1, NBT, 6.5, 4.0",
        "1, NBL, 7.1, 3.5",
        "1, EBL, 4.1, 2.2",
        "2, NBR, 6.9, 3.3",
        "2, NBL, 7.5, 3.5",
        "3, NBR, 7.1, 3.9",
        "3, EBL, 5.3, 3.1"
    })
    void minorLegsHaveTheValuesOfTheManual(int lanes, String movement, double critical, double followUp) {
        GapTime time = of(minor(lanes), movement);
        assertThat(time.critical()).isEqualTo(critical);
        assertThat(time.followUp()).isEqualTo(followUp);
        assertThat(time.heavyCritical()).isEqualTo(lanes == 1 ? 1 : 2);
    }

    /** In the mirror a turn to the kerb's side is a left turn. */
    @Test
    void drivingOnTheLeftMirrorsThem() {
        Star star = minor(1);
        star.driveOn = DriveOn.LEFT;
        assertThat(of(star, "NBL").critical()).isEqualTo(6.2);
        assertThat(of(star, "NBR").critical()).isEqualTo(7.1);
    }

    @Test
    void threeLegsMakeALeftTurnEasier() {
        Star star = new Star();
        star.control = Control.STOP;
        star.minor = List.of("s");
        star.leg("w", 180, 1, 1).leg("s", 270, 1, 1).leg("e", 0, 1, 1);
        assertThat(of(star, "NBL").critical()).isCloseTo(6.4, within(1e-9));
    }

    @Test
    void aYieldSignNeedsNoStop() {
        Star star = minor(1);
        star.control = Control.YIELD;
        assertThat(of(star, "NBT").followUp()).isEqualTo(3.5);
    }

    @Test
    void whatIsWrittenGoesFirst() {
        Star star = minor(1);
        star.movements = Map.of("NBT", new MovementInput(null, null, null, null, null, 5.5, 2.9, null, false));
        assertThat(of(star, "NBT").critical()).isEqualTo(5.5);
        assertThat(of(star, "NBT").followUp()).isEqualTo(2.9);
        assertThat(of(star, "NBR").critical()).isEqualTo(6.2);
    }

    @Test
    void entriesOfARoundaboutFollowItsLanes() {
        Star star = Star.cross(Control.ROUNDABOUT);
        assertThat(of(star, "NBT").followUp()).isCloseTo(3600.0 / 1380, within(1e-9));
    }
}
