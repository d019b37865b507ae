package org.ulicarro.core.search.optimize;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.signal.SpanOrder;

/** Times of points that hold what everybody needs. */
class GreenOrderTest {

    private static GreenOrder order(String... keep) throws NotTimed {
        return TwoSignals.space(TwoSignals.eastward(400, 200).model(), keep)
                .signals()
                .get(0)
                .orders()
                .get(0);
    }

    /** Two greens of 5 s, each with 3 s of yellow and 2 s of red. */
    @Test
    void theShortestCycleHoldsShortestGreensAndClearances() throws NotTimed {
        assertThat(order().shortest()).isEqualTo(20);
        assertThat(order().fit(new double[] {0, 10, 20}, 20)).containsExactly(0, 10, 20);
        assertThat(order().fit(new double[] {0, 10, 19}, 19)).isNull();
    }

    @RepeatedTest(20)
    void whatIsWantedComesOutAsNearAsItHolds(RepetitionInfo info) throws NotTimed {
        GreenOrder order = order();
        Random random = new Random(info.getCurrentRepetition());
        double cycle = 20 + random.nextInt(100);
        double wanted = random.nextDouble() * cycle;
        double[] points = order.fit(new double[] {0, wanted, cycle}, cycle);
        assertThat(points[1]).isEqualTo(Math.max(10, Math.min(cycle - 10, Math.rint(wanted))));
        assertThat(points[2]).isEqualTo(cycle);
        for (int i = 0; i < order.spans().spans().size(); i++) {
            SpanOrder.Span span = order.spans().spans().get(i);
            assertThat(points[span.to()] - points[span.from()]).isGreaterThanOrEqualTo(span.least() + span.lost());
        }
    }

    /** The street has 30 s of green now, 35 s with its clearance. */
    @Test
    void whatIsKeptStaysInAnyCycle() throws NotTimed {
        assertThat(order("first EW").fit(new double[] {0, 60, 90}, 90)).containsExactly(0, 35, 90);
        assertThat(order("first EW").fit(new double[] {0, 20, 40}, 40)).isNull();
        assertThat(order("second EW").fit(new double[] {0, 60, 90}, 90)).containsExactly(0, 60, 90);
    }
}
