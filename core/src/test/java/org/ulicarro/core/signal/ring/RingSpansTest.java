package org.ulicarro.core.signal.ring;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.signal.SpanOrder;

/** What a drawing shows of a plan, in seconds of the plan's own cycle. */
class RingSpansTest {

    private static final String SCENE = """
            1: min 5
            2: min 5 walk 5 clear 8 lead 3
            4: min 5
            rings: 1 2 | 4
            cycle 60 offset 10 coordinated 2 splits 1 15 2 25 4 20
            """;

    @Test
    @DisplayName("Second 0 is where the offset says: the coordinated split, 15 s after the first point")
    void second0() {
        SpanOrder order = new RingScene(SCENE).order();
        assertThat(order.times()).containsExactly(0, 15, 40, 60);
        assertThat(order.zero()).isEqualTo(45); // the first point is 45 s after second 0
        // green of 2 ends 36 s after the first point: at second 21, 31 s after midnight with an offset of 10 s
        assertThat(new RingScene(SCENE).run(60)).contains("31 2 yellow yield");
    }

    @Test
    @DisplayName("An overlap of two phases that follow each other is one green, of two that do not two")
    void overlaps() {
        assertThat(greens("overlap A: with 4 1")).containsExactly(List.of(40.0, 71.0));
        assertThat(greens("overlap A: with 2 4")).containsExactly(List.of(18.0, 56.0));
        assertThat(greens("overlap A: with 1 2")) // people who lead hold it back
                .containsExactly(List.of(0.0, 11.0), List.of(18.0, 36.0));
        assertThat(greens("overlap A: with 2 late 2 trail 1")).containsExactly(List.of(20.0, 37.0));
    }

    private static List<List<Double>> greens(String overlap) {
        SpanOrder order = new RingScene(SCENE + overlap).order();
        return order.greensOf(order.overlaps().get(0)).stream()
                .map(g -> List.of(g[0], g[1]))
                .toList();
    }
}
