package org.ulicarro.core.signal.ring;

import static org.ulicarro.core.signal.ring.RingScene.expect;

import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** People who finish while vehicles beside them have yellow. */
class ClearIntoYellowTest {

    private static final String TWO = """
            2: min 5 walk 5 clear 8%s
            4: min 5
            rings: 2 | 4
            """;

    @Test
    @DisplayName("Without it, green lasts until people have finished")
    void inGreen() {
        expect(TWO.formatted(""), 18, """
                0 2 walk
                0 2 green
                5 2 finish
                13 2 yellow gap-out
                17 4 green
                """);
    }

    @Test
    @DisplayName("Three seconds of it in yellow end the green three seconds earlier")
    void intoYellow() {
        expect(TWO.formatted(" into 3"), 15, """
                0 2 walk
                0 2 green
                5 2 finish
                10 2 yellow gap-out
                14 4 green
                """);
    }
}
