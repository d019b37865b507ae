package org.ulicarro.core.signal.ring;

import static org.ulicarro.core.signal.ring.RingScene.expect;

import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** What detectors tell in which mode; seconds worked out by hand. */
class DetectorModesTest {

    private static final String TWO = """
            2: min 5 passage 2 %s
            4: min 5 passage 2 recall min
            rings: 2 | 4
            """;

    @Test
    @DisplayName("A detector for the queue extends until nobody is on it for the first time")
    void queueIsGone() {
        expect(TWO.formatted("queue 20") + """
                on 2 from 0 to 7
                on 2 from 8 to 30
                """, 13, """
                0 2 green
                9 2 yellow gap-out
                """);
    }

    @Test
    @DisplayName("... and not beyond its limit, whoever still comes")
    void queueLimit() {
        expect(TWO.formatted("queue 8") + "on 2 from 0 to 60", 13, """
                0 2 green
                10 2 yellow gap-out
                """);
    }

    @Test
    @DisplayName("It works anew in the next green")
    void queueAgain() {
        expect(TWO.formatted("queue 8") + "on 2 from 0 to 60", 40, """
                0 2 green
                10 2 yellow gap-out
                14 4 green
                19 4 yellow gap-out
                23 2 green
                33 2 yellow gap-out
                37 4 green
                """);
    }

    @Test
    @DisplayName("Locked in red only: a call that came and went during yellow is none")
    void lockedInRed() {
        expect(TWO.formatted("unlocked locks-in-red") + """
                on 2 from 6 to 7
                """, 40, """
                0 2 green
                5 2 yellow gap-out
                9 4 green
                """);
    }

    @Test
    @DisplayName("Locked in red only: one during red stays")
    void lockedDuringRed() {
        expect(TWO.formatted("unlocked locks-in-red") + """
                on 2 from 8.2 to 8.7
                """, 22, """
                0 2 green
                5 2 yellow gap-out
                9 4 green
                14 4 yellow gap-out
                18 2 green
                """);
    }

    @Test
    @DisplayName("Locked in yellow, too: the call of somebody who stopped for yellow and turned on red stays")
    void lockedInYellow() {
        expect(TWO.formatted("unlocked locks-in-yellow") + """
                on 2 from 6 to 7
                """, 22, """
                0 2 green
                5 2 yellow gap-out
                9 4 green
                14 4 yellow gap-out
                18 2 green
                """);
    }

    @Test
    @DisplayName("A stretch extends green, but calls nobody during red")
    void stretchOnlyExtends() {
        expect("""
                2: min 5 passage 2 unlocked stretch 5
                4: min 5 passage 2
                rings: 2 | 4
                on 2 from 9 to 10
                """, 30, """
                0 2 green
                5 2 yellow gap-out
                9 4 green
                """);
    }
}
