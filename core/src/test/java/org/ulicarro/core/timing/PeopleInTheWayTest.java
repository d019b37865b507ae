package org.ulicarro.core.timing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.ulicarro.core.timing.PeopleInTheWay.Turning;

/** Turns over crossings worked out by hand with the manual's appendix. */
class PeopleInTheWayTest {

    private static double share(double green, double cycle, Turning... turns) {
        return new PeopleInTheWay(List.of(turns)).share(green, cycle, Optional.empty());
    }

    /** 40 s of 90 s: 2.25 times as many people in an hour of green; half a thousandth of it, above 1 000 a tenth and 0.4. */
    @ParameterizedTest
    @CsvSource({"100, 0.8875", "400, 0.55", "444.4444444444, 0.5", "800, 0.42", "5000, 0.1"})
    void aLaneOfKerbTurnsIsLeftWhatPeopleLeaveFree(double people, double left) {
        assertThat(share(40, 90, new Turning(1, people, false, false))).isCloseTo(left, within(1e-9));
    }

    @Test
    @DisplayName(
            "Where there is a lane beside, six tenths of it; of a lane group, the share that turns; two turns one after the other")
    void roomAndShares() {
        Turning beside = new Turning(1, 400, true, false);
        Turning some = new Turning(0.25, 400, false, false);
        assertThat(share(40, 90, beside)).isCloseTo(1 - 0.6 * 0.45, within(1e-9));
        assertThat(share(40, 90, some)).isCloseTo(1 - 0.25 * 0.45, within(1e-9));
        assertThat(share(40, 90, some, beside)).isCloseTo((1 - 0.25 * 0.45) * 0.73, within(1e-9));
        assertThat(share(40, 90)).isEqualTo(1);
    }

    @Test
    @DisplayName("Left turns in gaps meet those people whom the oncoming queue and stream leave on the crossing")
    void inGaps() {
        TurnsInGaps gaps = new TurnsInGaps(1, true, 150, 150, List.of(new TurnsInGaps.Met(null, 500)), 1900, 1, 0);
        PeopleInTheWay people = new PeopleInTheWay(List.of(new Turning(1, 400, false, true)));
        double queue = 500 * 50 / 1400.0; // s
        double occupied = 0.45 * (1 - 0.5 * queue / 40) * Math.exp(-5 * 500 / 3600.0);
        assertThat(people.share(40, 90, Optional.of(gaps))).isCloseTo(1 - occupied, within(1e-9));
        TurnsInGaps never = new TurnsInGaps(1, true, 150, 150, List.of(new TurnsInGaps.Met(null, 1900)), 1900, 1, 0);
        assertThat(people.share(40, 90, Optional.of(never)))
                .as("all green goes to the oncoming queue: people take nothing that is there")
                .isEqualTo(1);
    }

    @Test
    @DisplayName("The green that a lane group needs serves it, and a second less does not")
    void needs() {
        PeopleInTheWay people = new PeopleInTheWay(List.of(new Turning(0.4, 700, false, false)));
        LaneGroup group = new LaneGroup(List.of(), 1, 0, 420, 1700, Optional.empty(), people);
        double green = group.needs(80, 0.9);
        assertThat(group.load(green, 80)).isCloseTo(0.9, within(1e-3));
        assertThat(group.load(green - 1, 80)).isGreaterThan(0.9);
        assertThat(green).isGreaterThan(420.0 / 1700 * 80 / 0.9 * 1.15);
    }
}
