package org.ulicarro.core.signal.ring;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Sequences worked out by hand: overlaps, turns in gaps, priority, pre-emption, changes of plans, failures of detectors. */
class RingRulesTest {

    private static void expect(String scene, double until, String expected) {
        List<String> lines =
                expected.lines().map(String::strip).filter(l -> !l.isEmpty()).toList();
        assertThat(new RingScene(scene).run(until)).containsExactlyElementsOf(lines);
    }

    private static final String PLAIN = """
            2: min 5
            4: min 5
            rings: 2 | 4
            """;

    private static final String CYCLE = """
            2: min 5
            4: min 5 recall min
            rings: 2 | 4
            cycle 60 offset 0 coordinated 2 splits 2 40 4 20
            """;

    @Test
    @DisplayName("A ring that waits at a barrier goes back to its left turn when the other ring has time left for it")
    void conditionalService() {
        expect("""
                1: min 5 conditional
                2: min 5
                5: min 5
                6: min 5 max 40
                4: min 5
                8: min 5
                rings: 1 2 | 4, 5 6 | 8
                on 6 from 0 to 60
                on 1 from 21 to 21.5
                """, 54, """
                0 1 green
                0 5 green
                5 1 yellow gap-out
                5 5 yellow gap-out
                9 2 green
                9 6 green
                21 2 yellow gap-out
                25 1 green
                49 1 yellow gap-out
                49 6 yellow max-out
                53 4 green
                53 8 green
                """);
    }

    @Test
    @DisplayName("It does not when the time that is left is too short for its minimum and both clearances")
    void noConditionalServiceWithoutTime() {
        expect("""
                1: min 5 conditional
                2: min 5
                5: min 5
                6: min 5 max 40
                4: min 5
                8: min 5
                rings: 1 2 | 4, 5 6 | 8
                on 6 from 0 to 60
                on 1 from 37 to 37.5
                """, 54, """
                0 1 green
                0 5 green
                5 1 yellow gap-out
                5 5 yellow gap-out
                9 2 green
                9 6 green
                49 2 yellow gap-out
                49 6 yellow max-out
                53 4 green
                53 8 green
                """);
    }

    @Test
    @DisplayName("Rings with different clearances end so that all have cleared at the same time")
    void clearTogether() {
        expect("""
                2: min 5
                4: min 5
                6: min 5 yellow 5 red 2
                8: min 5
                rings: 2 | 4, 6 | 8
                """, 13, """
                0 2 green
                0 6 green
                5 6 yellow gap-out
                8 2 yellow gap-out
                12 4 green
                12 8 green
                """);
    }

    @Test
    @DisplayName(
            "A ring goes back to its left turn over red of all when turns go in gaps beside the through phase; red lasts its shortest")
    void backOverRedOfAll() {
        expect("""
                1: min 5
                2: min 5 keeps-order
                6: min 5 revert 3 dual-entry permits 1
                rings: 1 2, 6
                on 1 from 30 to 30.5
                """, 40, """
                0 1 green
                0 6 green
                5 1 yellow gap-out
                9 2 green
                9 1 flashing
                30 2 yellow gap-out
                30 6 yellow gap-out
                36 1 green
                36 6 green
                """);
    }

    @Test
    @DisplayName("An overlap stays green from one of its phases to the next, and clears with the last")
    void overlapIsCarried() {
        expect("""
                1: min 5
                2: min 5
                4: min 5
                rings: 1 2 | 4
                overlap A: with 1 2
                """, 20, """
                0 1 green
                0 A green
                5 1 yellow gap-out
                9 2 green
                14 2 yellow gap-out
                14 A yellow
                17 A red
                18 4 green
                """);
    }

    @Test
    @DisplayName("An overlap is carried over the barrier, too, to the phase that was called when the greens ended")
    void overlapIsCarriedOverTheBarrier() {
        expect("""
                2: min 5
                3: min 5
                4: min 5
                rings: 2 | 3 4
                overlap A: with 2 3
                """, 20, """
                0 2 green
                0 A green
                5 2 yellow gap-out
                9 3 green
                14 3 yellow gap-out
                14 A yellow
                17 A red
                18 4 green
                """);
    }

    @Test
    @DisplayName("An overlap is carried from a phase of one ring to one of the other")
    void overlapIsCarriedFromRingToRing() {
        expect("""
                2: min 5
                4: min 5
                5: min 5
                6: min 5
                8: min 5
                rings: 2 | 4, 5 6 | 8
                overlap A: with 4 5
                on 5 from 10 to 11
                on 6 from 10 to 11
                """, 30, """
                0 2 green
                0 5 green
                0 A green
                5 5 yellow gap-out
                5 A yellow
                8 A red
                9 6 green
                14 2 yellow gap-out
                14 6 yellow gap-out
                18 4 green
                18 8 green
                18 A green
                23 4 yellow gap-out
                23 8 yellow gap-out
                27 5 green
                """);
    }

    @Test
    @DisplayName(
            "A phase that is omitted has no green, whoever calls, nor goes with others; people that are omitted have no walk")
    void omits() {
        expect("""
                1: min 5 omitted recall min
                2: min 5
                4: min 5 walk 5 clear 10 no-people recall people
                8: min 5 dual-entry omitted
                rings: 1 2 | 4, - | 8
                on 4 from 6 to 7
                press 4 at 20
                on 8 from 20 to 21
                """, 60, """
                0 2 green
                5 2 yellow gap-out
                9 4 green
                """);
    }

    private static final String BUTTON = """
            2: min 8 recall min
            4: min 5 walk 5 clear 10 %s
            rings: 2 | 4
            press 4 at %s
            """;

    @Test
    @DisplayName("A button during walk is no call")
    void buttonInWalk() {
        String once = """
                0 2 green
                8 2 yellow gap-out
                12 4 walk
                12 4 green
                17 4 finish
                27 4 yellow gap-out
                31 2 green
                """;
        expect(BUTTON.formatted("", "14"), 70, once);
        expect(BUTTON.formatted("drops-late", "20"), 70, once);
    }

    @Test
    @DisplayName("A button during clearance calls the next walk")
    void buttonInClearance() {
        expect(BUTTON.formatted("", "20"), 60, """
                0 2 green
                8 2 yellow gap-out
                12 4 walk
                12 4 green
                17 4 finish
                27 4 yellow gap-out
                31 2 green
                39 2 yellow gap-out
                43 4 walk
                43 4 green
                48 4 finish
                58 4 yellow gap-out
                """);
    }

    @Test
    @DisplayName("A trailing overlap holds the next phase back until its yellow and red are over")
    void overlapTrails() {
        expect(PLAIN + "overlap A: with 2 trail 4", 15, """
                0 2 green
                0 A green
                5 2 yellow gap-out
                9 A yellow
                12 A red
                13 4 green
                """);
    }

    @Test
    @DisplayName("An overlap begins late, and ends with its phase")
    void overlapStartsLate() {
        expect(PLAIN + "overlap A: with 2 late 3", 10, """
                0 2 green
                3 A green
                5 2 yellow gap-out
                5 A yellow
                8 A red
                9 4 green
                """);
    }

    @Test
    @DisplayName("An overlap's shortest green keeps its phase from ending")
    void overlapNeedsItsMinimum() {
        expect(PLAIN + "overlap A: with 2 late 3 min 6", 14, """
                0 2 green
                3 A green
                9 2 yellow gap-out
                9 A yellow
                12 A red
                13 4 green
                """);
    }

    @Test
    @DisplayName("An overlap ends for people it may not go with, who start when it has cleared")
    void overlapNotWithPeople() {
        expect("""
                2: min 5 walk 4 clear 6
                4: min 5
                rings: 2 | 4
                overlap A: with 2 not-with 2
                on 2 from 30 to 30.5
                press 2 at 45
                """, 70, """
                0 2 walk
                0 2 green
                4 2 finish
                10 2 yellow gap-out
                14 4 green
                30 4 yellow gap-out
                34 2 green
                34 A green
                45 A yellow
                48 A red
                49 2 walk
                53 2 finish
                59 A green
                """);
    }

    @Test
    @DisplayName("People who lead hold back the phase beside them and every overlap with it")
    void leadHoldsOverlapsBack() {
        expect("""
                1: min 5
                2: min 5 walk 4 clear 3 lead 2
                4: min 5
                rings: 1 2 | 4
                overlap A: with 1 2
                """, 21, """
                0 1 green
                0 A green
                5 1 yellow gap-out
                5 A yellow
                8 A red
                9 2 walk
                11 2 green
                11 A green
                13 2 finish
                16 2 yellow gap-out
                16 A yellow
                19 A red
                20 4 green
                """);
    }

    private static final String TRAM = """
            2: min 8 max 30
            4: min 5
            rings: 2 | 4
            on 2 from 0 to 100
            """;

    @Test
    @DisplayName(
            "A tram ends others' greens early, holds its own until it has gone, and is not heard again within the pause")
    void priority() {
        expect(TRAM + """
                priority tram: phases 4 pause 60
                on tram.in from 12 to 12.5
                on tram.out from 25 to 26
                on tram.in from 40 to 40.5
                """, 80, """
                0 2 green
                12 tram comes
                12 2 yellow priority
                16 4 green
                26 tram goes
                26 4 yellow gap-out
                30 2 green
                """);
    }

    @Test
    @DisplayName("A green is held for the longest extension only; then the request is over")
    void priorityEnds() {
        expect(TRAM + """
                priority tram: phases 4 extend 10
                on tram.in from 12 to 12.5
                """, 60, """
                0 2 green
                12 tram comes
                12 2 yellow priority
                16 4 green
                31 tram goes
                31 4 yellow gap-out
                35 2 green
                """);
    }

    @Test
    @DisplayName("Without early green a tram only calls its phase and holds it; its travel time comes before")
    void priorityWithoutEarlyGreen() {
        expect(TRAM + """
                priority tram: phases 4 travel 10 no-early
                on tram.in from 5 to 5.5
                on tram.out from 50 to 51
                """, 60, """
                0 2 green
                5 tram comes
                30 2 yellow max-out
                34 4 green
                49 tram goes
                49 4 yellow gap-out
                53 2 green
                """);
    }

    @Test
    @DisplayName("Pre-emption waits for the shortest green, holds its phase, and serves everybody afterwards")
    void preemption() {
        expect("""
                2: min 8
                4: min 5
                rings: 2 | 4
                on 2 from 15 to 15.5
                preemption fire: phases 4 least 10
                on fire from 23 to 30
                """, 60, """
                0 2 green
                8 2 yellow gap-out
                12 4 green
                17 4 yellow gap-out
                21 2 green
                23 fire begins
                29 2 yellow preemption
                33 4 green
                43 fire ends
                43 4 yellow gap-out
                47 2 green
                """);
    }

    @Test
    @DisplayName("Pre-emption ends walk at once; people finish in full")
    void preemptionCutsWalk() {
        expect("""
                2: min 5 walk 7 clear 6
                4: min 5
                rings: 2 | 4
                preemption fire: phases 4 least 10
                on fire from 2 to 20
                """, 25, """
                0 2 walk
                0 2 green
                2 fire begins
                2 2 finish
                8 2 yellow preemption
                12 4 green
                22 fire ends
                22 4 yellow gap-out
                """);
    }

    @Test
    @DisplayName("Pre-emption clears the track first")
    void preemptionClearsFirst() {
        expect(PLAIN + """
                preemption train: phases 4 first 2 for 6 least 5
                on train from 14 to 30
                """, 40, """
                0 2 green
                5 2 yellow gap-out
                9 4 green
                14 train begins
                14 4 yellow preemption
                18 2 green
                24 2 yellow preemption
                28 4 green
                33 train ends
                33 4 yellow gap-out
                37 2 green
                """);
    }

    @Test
    @DisplayName("Pre-emption ends what could go beside it, too")
    void preemptionIsAlone() {
        expect("""
                2: min 5
                6: min 5
                rings: 2, 6
                preemption fire: phases 2 least 5
                on fire from 20 to 22
                """, 40, """
                0 2 green
                0 6 green
                20 fire begins
                20 6 yellow preemption
                25 fire ends
                25 6 green
                """);
    }

    @Test
    @DisplayName("Another order of phases takes over through red of all")
    void otherOrder() {
        expect(PLAIN + """
                from 30 free: 4 | 2
                on 2 from 50 to 50.5
                """, 60, """
                0 2 green
                5 2 yellow gap-out
                9 4 green
                30 4 yellow plan
                34 next plan
                50 2 green
                """);
    }

    @Test
    @DisplayName(
            "A plan with another offset begins with a cycle; the short way to be in step is longer here: 70 s for one cycle")
    void shortWayLonger() {
        expect(CYCLE + "from 100 cycle 60 offset 10 coordinated 2 splits 2 40 4 20", 232, """
                0 2 green
                36 2 yellow yield
                40 4 green
                45 4 yellow gap-out
                49 2 green
                96 2 yellow yield
                100 4 green
                105 4 yellow gap-out
                109 2 green
                156 next plan
                156 2 yellow yield
                160 4 green
                165 4 yellow gap-out
                169 2 green
                226 2 yellow yield
                230 4 green
                """);
    }

    @Test
    @DisplayName("The short way is shorter here: cycles of 48 s and 52 s")
    void shortWayShorter() {
        expect(CYCLE + "from 100 cycle 60 offset 40 coordinated 2 splits 2 40 4 20", 260, """
                0 2 green
                36 2 yellow yield
                40 4 green
                45 4 yellow gap-out
                49 2 green
                96 2 yellow yield
                100 4 green
                105 4 yellow gap-out
                109 2 green
                156 next plan
                156 2 yellow yield
                160 4 green
                165 4 yellow gap-out
                169 2 green
                204 2 yellow yield
                208 4 green
                213 4 yellow gap-out
                217 2 green
                256 2 yellow yield
                """);
    }

    @Test
    @DisplayName("Dwell holds the coordinated green for as long as it takes: one cycle of 100 s")
    void dwell() {
        expect(CYCLE + "from 100 cycle 60 offset 40 coordinated 2 splits 2 40 4 20 dwell", 320, """
                0 2 green
                36 2 yellow yield
                40 4 green
                45 4 yellow gap-out
                49 2 green
                96 2 yellow yield
                100 4 green
                105 4 yellow gap-out
                109 2 green
                156 next plan
                156 2 yellow yield
                160 4 green
                165 4 yellow gap-out
                169 2 green
                256 2 yellow yield
                260 4 green
                265 4 yellow gap-out
                269 2 green
                316 2 yellow yield
                """);
    }

    @Test
    @DisplayName("Longest greens count in a coordinated plan where it says so")
    void maximaInCoordination() {
        expect("""
                2: min 5
                4: min 5 max 8
                rings: 2 | 4
                cycle 60 offset 0 coordinated 2 splits 2 40 4 20 maxima
                on 4 from 30 to 70
                """, 55, """
                0 2 green
                36 2 yellow yield
                40 4 green
                48 4 yellow max-out
                52 2 green
                """);
    }

    @Test
    @DisplayName("A coordinated green that has gapped out may yield earlier")
    void earlyYield() {
        expect("""
                2: min 5
                4: min 5
                rings: 2 | 4
                cycle 60 offset 0 coordinated 2 splits 2 40 4 20 early-yield 10
                """, 50, """
                0 2 green
                26 2 yellow yield
                30 4 green
                35 4 yellow gap-out
                39 2 green
                """);
    }

    @Test
    @DisplayName(
            "People who need more than the split are served in full; the coordinated green begins late and yields on time")
    void walkOverSplit() {
        expect("""
                2: min 5
                4: min 5 walk 7 clear 15
                rings: 2 | 4
                cycle 60 offset 0 coordinated 2 splits 2 40 4 20 walk-over-split
                on 4 from 80 to 80.5
                """, 101, """
                0 2 green
                36 2 yellow yield
                40 4 walk
                40 4 green
                47 4 finish
                62 4 yellow gap-out
                66 2 green
                96 2 yellow yield
                100 4 green
                """);
    }

    @Test
    @DisplayName("A detector stuck on extends the green, at most to the maximum")
    void stuckOn() {
        expect(PLAIN + """
                on 2 from 25 to 25.5
                fails 4 occupied from 20 to 40
                """, 50, """
                0 2 green
                5 2 yellow gap-out
                9 4 green
                42 4 yellow gap-out
                46 2 green
                """);
    }

    @Test
    @DisplayName("A detector stuck off sees nobody")
    void stuckOff() {
        expect(PLAIN + """
                on 2 from 12 to 12.5
                on 4 from 20 to 21
                fails 4 empty from 15 to 25
                """, 60, """
                0 2 green
                5 2 yellow gap-out
                9 4 green
                14 4 yellow gap-out
                18 2 green
                """);
    }

    @Test
    @DisplayName("A passage detector extends from when a vehicle comes, not for as long as it stays")
    void passageDetector() {
        expect("""
                2: min 5 pulse
                4: min 5
                rings: 2 | 4
                on 2 from 4 to 30
                """, 14, """
                0 2 green
                6.1 2 yellow gap-out
                10.1 4 green
                """);
    }
}
