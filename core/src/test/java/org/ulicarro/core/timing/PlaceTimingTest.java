package org.ulicarro.core.timing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
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
        spans.add(new Span(id, group, false, from, to, 5, 4, 0, 3, 0, 0, Double.NaN, 40));
        groups.add(new LaneGroup(List.of(), 1, group, ratio * 1800, 1800));
    }

    private PlaceTiming timing(int points) {
        return new PlaceTiming(new SpanOrder("p", points, spans, List.of(), Double.NaN, true), groups);
    }

    @Test
    @DisplayName(
            "Two stages: Y = 0.55, L = 8 s; Webster (12 + 5) / 0.45 = 37.8, up to 40 s; v/c 0.9 at 8 × 0.9 / 0.35 = 20.6 s")
    void twoStages() {
        span("EW", 0, 1, 0.3);
        span("NS", 1, 2, 0.25);
        PlaceTiming timing = timing(3);
        assertThat(timing.ratio()).isCloseTo(0.55, within(1e-12));
        assertThat(timing.lost()).isEqualTo(8);
        Cycles cycles = timing.cycles(0.9);
        assertThat(cycles.optimum()).isEqualTo(40);
        assertThat(cycles.load()).isCloseTo(7.2 / 0.35, within(1e-9));
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
        assertThat(timing.ratio()).isCloseTo(0.6, within(1e-12));
        assertThat(timing.lost()).isEqualTo(12);
        assertThat(timing.criticalSpans()).containsExactly(false, false, true, true, true, false);
        assertThat(timing.cycles(0.9).optimum()).isEqualTo(60);
        // 48 s of green on the critical way: 12, 20 and 16 s; ring 1 shares the same 40 s up to the barrier
        Timed timed = timing.timed(60);
        assertThat(timed.greens()).containsExactly(12, 20, 12, 20, 16, 16);
        assertThat(timed.load()).isCloseTo(0.6 * 60 / 48, within(1e-9));
        assertThat(timed.points()).containsExactly(0, 16, 16, 40, 60);
    }

    @Test
    @DisplayName("People bind: walk and clearance of 25 s beside a green that needs little")
    void peopleBind() {
        span("EW", 0, 1, 0.2);
        spans.add(new Span("NS", 1, false, 1, 2, 5, 4, 0, 3, 25, 0, Double.NaN, 40));
        groups.add(new LaneGroup(List.of(), 1, 1, 90, 1800));
        PlaceTiming timing = timing(3);
        assertThat(timing.cycles(0.9).minGreens()).isEqualTo(18);
        assertThat(timing.cycles(0.9).people()).isEqualTo(9 + 29);
        assertThat(timing.cycles(0.9).optimum()).isEqualTo(40); // Webster alone: 17 / 0.75 = 22.7
        assertThat(timing.timed(40).greens()).containsExactly(7, 25);
        assertThat(timing.timed(37).critical()).isEmpty(); // does not hold everybody's minimum
    }

    @Test
    @DisplayName("With Y of 1 and more there is no cycle, and the greediest movement is named")
    void overSaturated() {
        span("EW", 0, 1, 0.7);
        span("NS", 1, 2, 0.4);
        PlaceTiming timing = timing(3);
        assertThat(timing.cycles(0.9).optimum()).isNaN();
        assertThat(timing.cycles(0.9).load()).isNaN();
        assertThat(timing.worst()).isZero();
        assertThat(timing.timed(100).load()).isCloseTo(1.1 * 100 / 92, within(1e-9));
    }

    @Test
    @DisplayName("Delay at v/c 0.8 with half of 60 s green and 900 veh/h: 12.5 s uniform and 7.4 s incremental")
    void delay() {
        LaneGroup group = new LaneGroup(List.of(), 1, 0, 720, 1800);
        assertThat(group.load(30, 60)).isCloseTo(0.8, within(1e-12));
        double uniform = 0.5 * 60 * 0.25 / (1 - 0.4);
        double incremental = 225 * (-0.2 + Math.sqrt(0.04 + 4 * 0.8 / (900 * 0.25)));
        assertThat(uniform).isEqualTo(12.5);
        assertThat(incremental).isCloseTo(7.39, within(0.01));
        assertThat(group.delay(30, 60)).isCloseTo(uniform + incremental, within(1e-9));
    }
}
