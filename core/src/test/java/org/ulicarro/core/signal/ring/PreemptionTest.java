package org.ulicarro.core.signal.ring;

import static org.ulicarro.core.signal.ring.RingScene.expect;

import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Trains and emergency vehicles; seconds worked out by hand. */
class PreemptionTest {

    private static final String TWO = """
            2: min 10 recall min
            4: min 5
            6: min 5
            rings: 2 | 4 | 6
            on 2 from 0 to 200
            """;

    @Test
    @DisplayName(
            "A train clears the track first, then others take turns beside it, and its exit phase begins afterwards")
    void train() {
        expect(TWO + """
                preemption train: phases 2 6 first 4 for 8 least 10 turns exit 6
                on train from 32 to 70
                on 6 from 50 to 70
                """, 100, """
                0 2 green
                20 2 yellow max-out
                24 4 green
                29 4 yellow gap-out
                32 train begins
                33 4 green
                41 4 yellow preemption
                45 6 green
                65 6 yellow max-out
                69 2 green
                70 train ends
                79 2 yellow preemption
                83 6 green
                88 6 yellow gap-out
                92 2 green
                """);
    }

    @Test
    @DisplayName("It waits for its delay, and a call that is gone before is none")
    void delay() {
        expect(TWO + """
                preemption engine: phases 4 least 10 delay 3
                on engine from 30 to 32
                on engine from 40 to 44
                """, 70, """
                0 2 green
                20 2 yellow max-out
                24 4 green
                29 4 yellow gap-out
                33 6 green
                38 6 yellow gap-out
                42 2 green
                43 engine begins
                52 2 yellow preemption
                56 4 green
                66 engine ends
                66 4 yellow gap-out
                """);
    }

    @Test
    @DisplayName(
            "Greens and people's time to finish may be cut to what it wants: walk 2 s, finish 4 s instead of 5 and 10")
    void enters() {
        expect("""
                2: min 20 walk 5 clear 10
                4: min 5
                rings: 2 | 4
                preemption train: phases 4 enter-green 3 enter-walk 2 enter-clear 4 least 10
                on train from 1 to 10
                """, 22, """
                0 2 walk
                0 2 green
                1 train begins
                2 2 finish
                6 2 yellow preemption
                10 4 green
                20 train ends
                20 4 yellow gap-out
                """);
    }

    @Test
    @DisplayName("One with a smaller rank breaks off one with a greater, not the other way round")
    void rank() {
        expect("""
                2: min 5 recall min
                4: min 5
                rings: 2 | 4
                preemption engine: phases 2 rank 2 least 30
                preemption train: phases 4 rank 1 least 10
                on engine from 1 to 60
                on train from 20 to 25
                """, 60, """
                0 2 green
                1 engine begins
                20 engine ends
                20 train begins
                20 2 yellow preemption
                24 4 green
                34 train ends
                34 engine begins
                34 4 yellow preemption
                38 2 green
                """);
    }

    @Test
    @DisplayName("A detector that is occupied for longer than it can be counts as failed")
    void presence() {
        expect("""
                2: min 5 recall min
                4: min 5
                rings: 2 | 4
                preemption engine: phases 4 least 5 most 20
                on engine from 10 to 100
                """, 60, """
                0 2 green
                5 2 yellow gap-out
                9 4 green
                10 engine begins
                30 engine ends
                30 4 yellow gap-out
                34 2 green
                """);
    }
}
