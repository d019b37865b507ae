package org.ulicarro.core.timing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Turns in gaps worked out by hand with the manual's appendix. */
class TurnsInGapsTest {

    private static List<TurnsInGaps.Met> against(double volume) {
        return List.of(new TurnsInGaps.Met(null, volume));
    }

    private static TurnsInGaps own(double turns, double opposing, int lanes) {
        return new TurnsInGaps(1, true, turns, turns, against(opposing), 1900 * lanes, lanes, 0);
    }

    @Test
    @DisplayName("Lane of its own, 45 s of 90 s, 400 veh/h against it: 12 s of queue, then one for 1.9 straight on")
    void ownLane() {
        assertThat(own(100, 400, 1).share(45, 90)).isCloseTo((45 - 12) / 1.9 / 45, within(1e-9));
        // 1 900 veh/h, half of the time: 367 veh/h, where gap acceptance with 4.5 and 2.5 s and two at the end has 380
        // to 420
        assertThat(1900 * 0.5 * own(100, 400, 1).share(45, 90)).isBetween(360.0, 420.0);
    }

    @Test
    @DisplayName(
            "The same load with less green for both: the queue takes all but nothing of it, and two turn at its end")
    void shortGreens() {
        // 24 of 105 s, 560 veh/h on two lanes: 560 · 81 / (3 800 - 560) = 14 s of queue, 10 s free
        assertThat(own(100, 560, 2).share(24, 105)).isCloseTo(10 / 2.22 / 24, within(1e-9));
        // 900 veh/h: no second is free; two go at 2 s each
        assertThat(own(100, 900, 2).share(24, 105)).isCloseTo(4.0 / 24, within(1e-9));
        assertThat(own(100, 2500, 1).share(24, 105)).isCloseTo(4.0 / 24, within(1e-9));
    }

    @Test
    @DisplayName("One lane against one lane: until the first who turns all go, then those whom oncoming turns let go")
    void sharedLane() {
        TurnsInGaps shared = new TurnsInGaps(1, false, 80, 400, against(300), 1900, 1, 0.1);
        // two turns a cycle: the first after 40 e^(-0.86 · 2^0.629) - 2 = 8.57 s; queue 300 · 50 / 1 600 = 9.375 s,
        // then 30.625 s
        double first = 40 * Math.exp(-0.86 * Math.pow(2, 0.629)) - 2;
        assertThat(first).isCloseTo(8.57, within(0.01));
        double between = 9.375 - first; // so short that one who turns holds nobody more than once
        double free = 30.625 / (1 + 0.2 * (1.9 - 1));
        assertThat(shared.share(40, 90)).isCloseTo((first + between + free) / 40, within(1e-6));
    }

    @Test
    @DisplayName("Two lanes: turns gather in one, and when they fill it, it overflows before the other one does")
    void twoLanes() {
        TurnsInGaps few = new TurnsInGaps(2, false, 20, 800, against(400), 3800, 2, 0);
        TurnsInGaps many = new TurnsInGaps(2, false, 400, 800, against(900), 3800, 2, 0);
        assertThat(few.share(40, 90)).isBetween(0.75, 0.96);
        // 900 · 50 / 2 900 = 15.5 s of queue, 24.5 s in which one counts for 3.4: 7.2 of 40 s, on one of two lanes that
        // half of all need
        assertThat(many.share(40, 90)).isCloseTo((24.48 / 3.4) / 40, within(0.01));
    }

    @Test
    @DisplayName("Nobody who turns: nothing is lost; and more green is never less capacity")
    void moreGreenIsMoreCapacity() {
        assertThat(new TurnsInGaps(2, false, 0, 500, against(800), 3800, 2, 0).share(20, 90))
                .isEqualTo(1);
        SplittableRandom random = new SplittableRandom(7);
        for (int i = 0; i < 300; i++) {
            double volume = random.nextDouble(50, 900);
            boolean alone = random.nextInt(4) == 0;
            int lanes = random.nextInt(1, 4);
            int opposite = random.nextInt(1, 4);
            TurnsInGaps gaps = new TurnsInGaps(
                    lanes,
                    alone,
                    alone ? volume : volume * random.nextDouble(0.02, 0.7),
                    volume,
                    against(random.nextDouble(0, 1500)),
                    1900 * opposite,
                    opposite,
                    random.nextDouble(0, 0.3));
            double cycle = random.nextDouble(40, 150);
            double before = 0;
            for (double green = 5; green < cycle; green++) {
                double capacity = gaps.share(green, cycle) * green;
                assertThat(capacity)
                        .as("%s, %s of %s s", gaps, green, cycle)
                        .isGreaterThanOrEqualTo(before - 0.02 * green);
                before = Math.max(before, capacity);
            }
        }
    }

    @Test
    @DisplayName("Green that a lane group needs is the least with which it is not above its load")
    void needs() {
        LaneGroup group = new LaneGroup(List.of(), 1, 0, 150, 1900, Optional.of(own(150, 500, 1)), PeopleInTheWay.NONE);
        double green = group.needs(90, 0.9);
        assertThat(group.load(green, 90)).isCloseTo(0.9, within(1e-3));
        assertThat(group.load(green - 1, 90)).isGreaterThan(0.9);
        assertThat(group.ratio(90)).isGreaterThan(2 * 150.0 / 1900);
        // 1 700 veh/h never leave a gap: four seconds at the end of green are 2.1 vehicles in 90 s, 84 an hour
        LaneGroup never =
                new LaneGroup(List.of(), 1, 0, 150, 1900, Optional.of(own(150, 1900, 1)), PeopleInTheWay.NONE);
        assertThat(never.load(60, 90)).isCloseTo(150.0 / 84.44, within(0.01));
        assertThat(never.needs(90, 0.9)).isCloseTo(90 * 150.0 / 84.44 / 0.9, within(0.5));
    }
}
