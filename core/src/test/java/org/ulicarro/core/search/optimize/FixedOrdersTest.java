package org.ulicarro.core.search.optimize;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.signal.SpanOrder;
import org.ulicarro.core.signal.SpanOrder.Span;
import org.ulicarro.core.study.SignalController.Group;

/** In which other orders greens by the clock may come. */
class FixedOrdersTest {

    private final Map<String, Group> groups = new LinkedHashMap<>();
    private final List<Span> spans = new java.util.ArrayList<>();

    /** A green of 20 s from one point to another, with 9 s behind it in the plan in force, of which yellow and red are 5 s. */
    private FixedOrdersTest green(String id, int from, int to) {
        groups.put(id, Group.of(List.of(id), List.of(), 3, 2, 5));
        spans.add(new Span(id, spans.size(), false, from, to, 5, 9, 0, 3, 0, 0, 0, 0, 20, Double.NaN));
        return this;
    }

    /** Greens by the points at which they begin: {@code L T | WT | NS}. */
    private List<String> orders(int points) {
        return FixedOrders.of(new SpanOrder("p", points, spans, List.of(), 90, false), groups).stream()
                .map(FixedOrdersTest::text)
                .toList();
    }

    private static String text(SpanOrder order) {
        return java.util.stream.IntStream.range(0, order.points() - 1)
                .mapToObj(p -> order.spans().stream()
                        .filter(s -> s.from() == p)
                        .map(s -> s.id() + (s.to() > p + 1 ? "+" : ""))
                        .collect(Collectors.joining(" ")))
                .collect(Collectors.joining(" | "));
    }

    @Test
    void aLeadingLeftTurnMayAlsoLag() {
        green("L", 0, 1).green("ET", 0, 2).green("WT", 1, 2).green("NS", 2, 3);
        assertThat(orders(3 + 1)).containsExactly("ET+ WT | L | NS");
    }

    /** A cycle has no beginning: of three greens one after the other there are two orders, of four six. */
    @Test
    void greensOneAfterTheOtherMayChangePlaces() {
        green("L", 0, 1).green("EW", 1, 2).green("NS", 2, 3);
        assertThat(orders(4)).containsExactly("L | NS | EW");
        green("N", 3, 4);
        assertThat(orders(5)).hasSize(5).doesNotHaveDuplicates().allMatch(o -> o.startsWith("L |"));
    }

    /** Both lefts first, each beside its through green, on both streets: each street may turn, together or alone. */
    @Test
    void blocksTurnOnTheirOwn() {
        green("EL", 0, 1).green("ET", 0, 2).green("WT", 1, 2);
        green("NL", 2, 3).green("NT", 2, 4).green("ST", 3, 4);
        assertThat(orders(5))
                .containsExactlyInAnyOrder(
                        "ET+ WT | EL | NL NT+ | ST", "EL ET+ | WT | NT+ ST | NL", "ET+ WT | EL | NT+ ST | NL");
    }

    /** What lay idle behind a green in force is no clearance elsewhere. */
    @Test
    void onlyYellowAndRedFollowAGreenElsewhere() {
        green("L", 0, 1).green("EW", 1, 2).green("NS", 2, 3);
        SpanOrder other = FixedOrders.of(new SpanOrder("p", 4, spans, List.of(), 90, false), groups)
                .get(0);
        assertThat(other.spans()).allMatch(s -> s.lost() == 5);
        assertThat(other.times()).containsExactly(0, 25, 50, 75);
    }

    @Test
    void twoGreensHaveNoOtherOrder() {
        assertThat(green("EW", 0, 1).green("NS", 1, 2).orders(3)).isEmpty();
    }
}
