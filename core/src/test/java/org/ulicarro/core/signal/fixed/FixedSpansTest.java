package org.ulicarro.core.signal.fixed;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.signal.SpanOrder;
import org.ulicarro.core.signal.SpanOrder.Span;
import org.ulicarro.core.signal.fixed.FixedSpans.Green;

/** Points of plans by the clock: where vehicles begin, and where people begin while vehicles are held. */
class FixedSpansTest {

    private static Green vehicles(String id, int group, double from, double to) {
        return new Green(id, group, false, from, to - from, 5, 3, 2);
    }

    private static Green people(String id, int group, double from, double to) {
        return new Green(id, group, true, from, to - from, 7, 11, 0);
    }

    private static Span span(SpanOrder order, String id) {
        return order.spans().stream().filter(s -> s.id().equals(id)).findFirst().orElseThrow();
    }

    @Test
    void peopleWhoWalkAloneHaveAPointOfTheirOwn() {
        SpanOrder order = FixedSpans.of(
                "p", List.of(vehicles("EW", 0, 0, 30), vehicles("NS", 1, 35, 60), people("all", 2, 65, 79)), 90);
        assertThat(order.points()).isEqualTo(4);
        assertThat(order.times()).containsExactly(0, 35, 65, 90);
        assertThat(span(order, "NS").lost())
                .as("yellow and red, not what people take")
                .isEqualTo(5);
        assertThat(List.of(span(order, "all").from(), span(order, "all").to())).containsExactly(2, 3);
        assertThat(span(order, "all").late()).isZero();
    }

    @Test
    void peopleWhoBeginBeforeTheVehiclesBesideThemBeginTheirSpanWithThem() {
        SpanOrder order = FixedSpans.of(
                "p",
                List.of(
                        vehicles("EW", 0, 4, 28),
                        vehicles("NS", 1, 38, 62),
                        people("over-s", 2, 0, 16),
                        people("over-w", 3, 34, 50)),
                70);
        assertThat(order.points()).isEqualTo(3);
        assertThat(order.times()).containsExactly(0, 34, 70);
        assertThat(span(order, "EW").late()).isEqualTo(4);
        assertThat(span(order, "NS").late()).isEqualTo(4);
        assertThat(span(order, "over-s").late()).isZero();
        assertThat(List.of(span(order, "over-w").from(), span(order, "over-w").to()))
                .containsExactly(1, 2);
    }

    @Test
    void peopleWhoBeginWhileVehiclesClearBreakNothing() {
        SpanOrder order = FixedSpans.of(
                "p", List.of(vehicles("EW", 0, 0, 30), vehicles("NS", 1, 35, 85), people("over-s", 2, 32, 50)), 90);
        assertThat(order.times()).containsExactly(0, 35, 90);
    }

    @Test
    void peopleAloneInAPlanStillHaveAnOrder() {
        SpanOrder order = FixedSpans.of("p", List.of(people("zebra", 0, 10, 30)), 60);
        assertThat(order.points()).isEqualTo(2);
        assertThat(order.cycle()).isEqualTo(60);
    }
}
