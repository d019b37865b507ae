package org.ulicarro.core.signal.ring;

import static org.ulicarro.core.signal.ring.RingScene.expect;

import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Longest greens that follow the traffic, and gaps at barriers; seconds worked out by hand. */
class MaximaTest {

    @Test
    @DisplayName("A longest green grows from the second time in a row that it maxed out, and not past its limit")
    void grows() {
        expect("""
                2: min 5 max 10 dynamic 18 step 4
                4: min 5 max 5
                rings: 2 | 4
                on 2 from 0 to 200
                on 4 from 0 to 200
                """, 110, """
                0 2 green
                10 2 yellow max-out
                14 4 green
                19 4 yellow max-out
                23 2 green
                33 2 yellow max-out
                37 4 green
                42 4 yellow max-out
                46 2 green
                60 2 yellow max-out
                64 4 green
                69 4 yellow max-out
                73 2 green
                91 2 yellow max-out
                95 4 green
                100 4 yellow max-out
                104 2 green
                """);
    }

    @Test
    @DisplayName("It shrinks likewise after gap-outs: a green that would have had 14 s maxes out at 10 s again")
    void shrinks() {
        expect("""
                2: min 5 max 10 dynamic 14 step 4
                4: min 5 max 5
                rings: 2 | 4
                on 2 from 0 to 35
                on 4 from 0 to 200
                on 2 from 66 to 66.5
                on 2 from 84 to 200
                """, 120, """
                0 2 green
                10 2 yellow max-out
                14 4 green
                19 4 yellow max-out
                23 2 green
                33 2 yellow max-out
                37 4 green
                42 4 yellow max-out
                46 2 green
                51 2 yellow gap-out
                55 4 green
                71 4 yellow max-out
                75 2 green
                80 2 yellow gap-out
                84 4 green
                89 4 yellow max-out
                93 2 green
                103 2 yellow max-out
                107 4 green
                112 4 yellow max-out
                116 2 green
                """);
    }

    private static final String BARRIER = """
            2: min 5 passage 2 max 30%s
            6: min 5 passage 2 max 30
            4: min 5
            8: min 5
            rings: 2 | 4, 6 | 8
            on 2 from 10 to 14
            on 6 from 0 to 12
            """;

    @Test
    @DisplayName("Gaps must come together: a ring that gapped out is extended again while the other goes on")
    void gapsComeTogether() {
        expect(BARRIER.formatted(""), 18, """
                0 2 green
                0 6 green
                16 2 yellow gap-out
                16 6 yellow gap-out
                """);
    }

    @Test
    @DisplayName("Without simultaneous gap its gap counts although vehicles come again")
    void gapIsKept() {
        expect(BARRIER.formatted(" keeps-gap"), 18, """
                0 2 green
                0 6 green
                14 2 yellow gap-out
                14 6 yellow gap-out
                """);
    }
}
