package org.ulicarro.core.base;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.ulicarro.core.base.Draws.Purpose;

class DrawsTest {

    private static final int N = 200_000;
    private final long key = Draws.key(20240, 3, Purpose.VEHICLE, Draws.idOf("quay-1 ahead"));

    /** These digits are part of every published result: when they change, no old run can be repeated. */
    @Test
    void drawsNeverChange() {
        assertThat(Draws.idOf("quay-1 ahead")).isEqualTo(-8199317607528897646L);
        assertThat(key).isEqualTo(-1642138970660075792L);
        assertThat(Draws.uniform(key, 0)).isEqualTo(0.35933354765107356);
    }

    @Test
    void uniformHasItsMeanAndVariance() {
        double sum = 0;
        double squares = 0;
        for (int n = 0; n < N; n++) {
            double u = Draws.uniform(key, n);
            assertThat(u).isGreaterThan(0).isLessThan(1);
            sum += u;
            squares += u * u;
        }
        double mean = sum / N;
        assertThat(mean).isCloseTo(0.5, within(4 * Math.sqrt(1.0 / 12 / N)));
        assertThat(squares / N - mean * mean).isCloseTo(1.0 / 12, within(0.001));
    }

    @Test
    void neighbouringDrawsAreUncorrelated() {
        double sum = 0;
        for (int n = 0; n < N; n++) {
            sum += (Draws.uniform(key, n) - 0.5) * (Draws.uniform(key, n + 1) - 0.5);
        }
        assertThat(sum / N * 12).isCloseTo(0, within(4 / Math.sqrt(N)));
    }

    @Test
    void streamsOfOtherReplicationsAndPurposesDiffer() {
        long id = Draws.idOf("x");
        assertThat(new long[] {
                    Draws.key(1, 1, Purpose.ARRIVALS, id), Draws.key(1, 2, Purpose.ARRIVALS, id),
                    Draws.key(2, 1, Purpose.ARRIVALS, id), Draws.key(1, 1, Purpose.ROUTE, id),
                    Draws.key(1, 1, Purpose.ARRIVALS, id + 1)
                })
                .doesNotHaveDuplicates();
    }

    @Test
    void exponentialHasMeanOneAndStandardDeviationOne() {
        double sum = 0;
        double squares = 0;
        for (int n = 0; n < N; n++) {
            double e = Draws.exponential(key, n);
            sum += e;
            squares += e * e;
        }
        assertThat(sum / N).isCloseTo(1, within(4 / Math.sqrt(N)));
        assertThat(squares / N - sum / N * sum / N).isCloseTo(1, within(0.03));
    }

    @Test
    void normalStaysWithinTwoStandardDeviations() {
        double sum = 0;
        for (int n = 0; n < N; n++) {
            double z = Draws.normalWithinTwo(key, n, 10, 2);
            assertThat(z).isBetween(6.0, 14.0);
            sum += z;
        }
        assertThat(sum / N).isCloseTo(10, within(0.02));
    }

    /** Published points of the standard normal distribution. */
    @Test
    void normalQuantileMeetsPublishedValues() {
        assertThat(NormalQuantile.of(0.5)).isCloseTo(0, within(1e-15));
        assertThat(NormalQuantile.of(0.975)).isCloseTo(1.959963984540054, within(1e-13));
        assertThat(NormalQuantile.of(0.25)).isCloseTo(-0.6744897501960817, within(1e-13));
        assertThat(NormalQuantile.of(1e-20)).isCloseTo(-9.262340089798408, within(1e-12));
    }
}
