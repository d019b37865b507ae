package org.ulicarro.core.timing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.signal.SpanOrder;
import org.ulicarro.core.signal.SpanOrder.Span;

/** Cycles, greens and delays worked out by hand. */
class PlaceTimingTest {

    private final List<Span> spans = new ArrayList<>();
    private final List<LaneGroup> groups = new ArrayList<>();

    /** A green with 4 s of yellow and red, a minimum of 5 s, and a lane group with a flow ratio. */
    private void span(String id, int from, int to, double ratio) {
        int group = spans.size();
        spans.add(new Span(id, group, false, from, to, 5, 4, 0, 3, 0, 0, 0, 0, Double.NaN, 40));
        groups.add(new LaneGroup(List.of(), 1, group, ratio * 1800, 1800, Optional.empty(), PeopleInTheWay.NONE));
    }

    private PlaceTiming timing(int points) {
        return new PlaceTiming(new SpanOrder("p", points, spans, List.of(), Double.NaN, true), groups);
    }

    @Test
    @DisplayName(
            "Two stages: Y = 0.55, L = 8 s; Webster (12 + 5) / 0.45 = 37.8, up to 40 s; v/c 0.9 at 8 × 0.9 / 0.35 = 20.6, 21 s")
    void twoStages() {
        span("EW", 0, 1, 0.3);
        span("NS", 1, 2, 0.25);
        PlaceTiming timing = timing(3);
        assertThat(timing.ratio(60)).isCloseTo(0.55, within(1e-12));
        assertThat(timing.lost(60)).isEqualTo(8);
        Cycles cycles = timing.cycles(0.9, 600);
        assertThat(cycles.optimum()).isEqualTo(40);
        assertThat(cycles.load()).isEqualTo(21);
        assertThat(cycles.clearances()).isEqualTo(8);
        assertThat(cycles.minGreens()).isEqualTo(18);
        // 32 s of green, 30 : 25
        Timed timed = timing.timed(40);
        assertThat(timed.greens()).containsExactly(17, 15);
        assertThat(timed.load()).isCloseTo(0.55 * 40 / 32, within(1e-9));
    }

    @Test
    @DisplayName(
            "Rings: each barrier group takes its longer ring, (0.15 + 0.25) + 0.2 = 0.6; Webster (18 + 5) / 0.4 = 57.5, up to 60 s")
    void ringsAndBarriers() {
        span("1", 0, 1, 0.10);
        span("2", 1, 3, 0.20);
        span("5", 0, 2, 0.15);
        span("6", 2, 3, 0.25);
        span("4", 3, 4, 0.20);
        span("8", 3, 4, 0.10);
        PlaceTiming timing = timing(5);
        assertThat(timing.ratio(60)).isCloseTo(0.6, within(1e-12));
        assertThat(timing.lost(60)).isEqualTo(12);
        assertThat(timing.criticalSpans(60)).containsExactly(false, false, true, true, true, false);
        assertThat(timing.cycles(0.9, 600).optimum()).isEqualTo(60);
        // 48 s of green on the critical way: 12, 20 and 16 s; ring 1 shares the same 40 s up to the barrier
        Timed timed = timing.timed(60);
        assertThat(timed.greens()).containsExactly(12, 20, 12, 20, 16, 16);
        assertThat(timed.load()).isCloseTo(0.6 * 60 / 48, within(1e-9));
        assertThat(timed.points()).containsExactly(0, 16, 16, 40, 60);
    }

    @Test
    @DisplayName(
            "People who walk alone: 7 s and 11 s to finish are lost like yellow; Webster (1.5 × 26 + 5) / 0.45 = 97.8, up to 100 s")
    void peopleAlone() {
        span("EW", 0, 1, 0.3);
        span("NS", 1, 2, 0.25);
        spans.add(new Span("all", 2, true, 2, 3, 7, 11, 0, 11, 0, 0, 0, 0, Double.NaN, Double.NaN));
        PlaceTiming timing = timing(4);
        assertThat(timing.ratio(60)).isCloseTo(0.55, within(1e-12));
        assertThat(timing.criticalSpans(60)).containsExactly(true, true, true);
        assertThat(timing.lost(60)).isEqualTo(4 + 4 + 18);
        Cycles cycles = timing.cycles(0.9, 600);
        assertThat(cycles.optimum()).isEqualTo(100);
        assertThat(cycles.people()).as("shortest greens of 5 s, and people").isEqualTo(9 + 9 + 18);
        Timed timed = timing.timed(100);
        assertThat(timed.greens()[0] + timed.greens()[1] + timed.greens()[2]).isEqualTo(100 - 4 - 4 - 11);
        assertThat(timed.greens()[2]).isBetween(7.0, 8.0);
        assertThat(timed.load()).isCloseTo(0.55 * 100 / 74, within(1e-9));
    }

    @Test
    @DisplayName("People bind: walk and clearance of 25 s beside a green that needs little")
    void peopleBind() {
        span("EW", 0, 1, 0.2);
        spans.add(new Span("NS", 1, false, 1, 2, 5, 4, 0, 3, 25, 0, 0, 0, Double.NaN, 40));
        groups.add(new LaneGroup(List.of(), 1, 1, 90, 1800, Optional.empty(), PeopleInTheWay.NONE));
        PlaceTiming timing = timing(3);
        assertThat(timing.cycles(0.9, 600).minGreens()).isEqualTo(18);
        assertThat(timing.cycles(0.9, 600).people()).isEqualTo(9 + 29);
        assertThat(timing.cycles(0.9, 600).optimum()).isEqualTo(45); // Webster alone: 17 / 0.75 = 22.7; 43 s hold all
        assertThat(timing.worstLoad(timing.timed(45))).isLessThan(0.9);
        assertThat(timing.timed(40).greens()).containsExactly(7, 25);
        assertThat(timing.timed(37).critical()).isEmpty(); // does not hold everybody's minimum
    }

    @Test
    @DisplayName("With Y of 1 and more there is no cycle, and the greediest movement is named")
    void overSaturated() {
        span("EW", 0, 1, 0.7);
        span("NS", 1, 2, 0.4);
        PlaceTiming timing = timing(3);
        assertThat(timing.cycles(0.9, 600).optimum()).isNaN();
        assertThat(timing.cycles(0.9, 600).load()).isNaN();
        LaneGroup greedy = timing.groups().get(0);
        assertThat(timing.with(greedy, 1, 2).ratio(60)).isCloseTo(0.75, within(1e-12));
        assertThat(timing.with(greedy, 0.5, 1).ratio(60)).isCloseTo(0.75, within(1e-12));
        assertThat(timing.timed(100).load()).isCloseTo(1.1 * 100 / 92, within(1e-9));
    }

    @Test
    @DisplayName("Delay at v/c 0.8 with half of 60 s green and 900 veh/h: 12.5 s uniform and 7.4 s incremental")
    void delay() {
        LaneGroup group = new LaneGroup(List.of(), 1, 0, 720, 1800, Optional.empty(), PeopleInTheWay.NONE);
        assertThat(group.load(30, 60)).isCloseTo(0.8, within(1e-12));
        double uniform = 0.5 * 60 * 0.25 / (1 - 0.4);
        double incremental = 225 * (-0.2 + Math.sqrt(0.04 + 4 * 0.8 / (900 * 0.25)));
        assertThat(uniform).isEqualTo(12.5);
        assertThat(incremental).isCloseTo(7.39, within(0.01));
        assertThat(group.delay(30, 60)).isCloseTo(uniform + incremental, within(1e-9));
    }

    @Test
    @DisplayName(
            "People bind one green and the volume another: each alone fits into 38 and 29 s, both together take 51 s")
    void allTogether() {
        span("EW", 0, 1, 0.4);
        spans.add(new Span("NS", 1, false, 1, 2, 5, 4, 0, 3, 20, 0, 0, 0, Double.NaN, 40));
        groups.add(new LaneGroup(List.of(), 1, 1, 90, 1800, Optional.empty(), PeopleInTheWay.NONE));
        PlaceTiming timing = timing(3);
        // 24 s for people; 0.4 C / 0.9 + 4 in whole seconds for the others: at 51 s 22.7 + 4, 27 s; at 50 s 27 s do not
        // fit
        assertThat(timing.cycles(0.9, 600).load()).isEqualTo(51);
        Timed timed = timing.timed(51);
        assertThat(timed.greens()).containsExactly(23, 20);
        assertThat(timing.worstLoad(timed)).isLessThanOrEqualTo(0.9);
        assertThat(timing.bounds(51, 0.9))
                .extracting(PlaceTiming.Bound::why)
                .containsExactly(PlaceTiming.Why.LOAD, PlaceTiming.Why.PEOPLE);
        assertThat(timing.cycles(0.9, 50).load()).as("no cycle beyond 50 s").isNaN();
    }

    @Test
    @DisplayName("Two greens of 15 s in 60 s, 900 of 3600 veh/h: each red of 15 s leaves a queue that clears in 5 s")
    void severalGreens() {
        LaneGroup group = new LaneGroup(List.of(), 1, 0, 900, 3600, Optional.empty(), PeopleInTheWay.NONE);
        List<double[]> twice = List.of(new double[] {0, 15}, new double[] {30, 45});
        // area of each half cycle: 15 s up to 3.75 vehicles, down in 3.75 / 0.75 = 5 s: 3.75 / 2 x 20; over 7.5
        // vehicles
        double uniform = 3.75 / 2 * 20 / 7.5;
        double x = 0.5;
        double incremental = 225 * (x - 1 + Math.sqrt((x - 1) * (x - 1) + 4 * x / (1800 * 0.25)));
        assertThat(group.delay(twice, 60)).isCloseTo(uniform + incremental, within(1e-9));
        assertThat(group.delay(30, 60))
                .as("in one piece")
                .isCloseTo(0.5 * 60 * 0.25 / 0.75 + incremental, within(1e-9));
    }

    @Test
    @DisplayName("A green over the end of the cycle, and two of unequal length whose queue is not served in the first")
    void greensInAnyPlace() {
        LaneGroup group = new LaneGroup(List.of(), 1, 0, 600, 1800, Optional.empty(), PeopleInTheWay.NONE);
        double inPlace = group.delay(List.of(new double[] {10, 40}), 60);
        assertThat(group.delay(List.of(new double[] {50, 80}), 60)).isCloseTo(inPlace, within(1e-9));
        // 1/6 and 1/2 per second; reds of 5 and 25 s, greens of 10 and 20 s from 0 and 15: by hand
        // in steady state: 25 s red to 4.1667; 10 s green to 0.8333; 5 s red to 1.6667; 5 s green to 0; 15 s nothing
        double area = 25 * 4.16667 / 2 + 10 * (4.16667 + 0.83333) / 2 + 5 * (0.83333 + 1.66667) / 2 + 5 * 1.66667 / 2;
        double uniform = area / 10;
        double x = 2 / 3.0;
        double incremental = 225 * (x - 1 + Math.sqrt((x - 1) * (x - 1) + 4 * x / (900 * 0.25)));
        assertThat(group.delay(List.of(new double[] {0, 10}, new double[] {15, 35}), 60))
                .isCloseTo(uniform + incremental, within(1e-3));
    }

    @Test
    @DisplayName(
            "An overlap has green through the clearance between its phases, also over the end of the cycle, and clears once")
    void overlapsHaveTheirGreens() {
        span("2", 0, 1, 0.2); // 20 + 4 s
        span("4", 1, 2, 0.1); // 10 + 4 s
        span("6", 2, 3, 0.2); // 18 + 4 s
        SpanOrder order = new SpanOrder(
                "p",
                4,
                spans,
                List.of(
                        new SpanOrder.Over("A", 7, List.of(0, 1), 5, 3, 0, 0),
                        new SpanOrder.Over("B", 8, List.of(0, 2), 5, 3, 0, 0),
                        new SpanOrder.Over("C", 9, List.of(0, 1, 2), 5, 3, 0, 0)),
                60,
                true);
        Timed timed = new Timed(60, new double[] {20, 10, 18}, new double[] {0, 24, 38, 60}, 1, List.of());
        assertThat(GreenTimes.of(order, timed, 7)).containsExactly(new double[] {0, 33});
        assertThat(GreenTimes.of(order, timed, 8)).containsExactly(new double[] {38, 79});
        assertThat(GreenTimes.of(order, timed, 9)).containsExactly(new double[] {0, 60});
    }
}
