package org.ulicarro.core.signal.ring;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Sequences worked out by hand, each rule alone and in pairs. Seconds from the start, when every phase is called once. */
class RingControllerTest {

    private static void expect(String scene, double until, String expected) {
        List<String> lines =
                expected.lines().map(String::strip).filter(l -> !l.isEmpty()).toList();
        assertThat(new RingScene(scene).run(until)).containsExactlyElementsOf(lines);
    }

    private static final String TWO = """
            2: min 8 max 30 passage 2 yellow 3 red 1
            4: min 5 max 20 passage 2 yellow 3 red 1
            rings: 2 | 4
            """;

    @Test
    @DisplayName("Every phase is served once, for its minimum; the last one rests in green")
    void start() {
        expect(TWO, 60, """
                0 2 green
                8 2 yellow gap-out
                12 4 green
                """);
    }

    @Test
    @DisplayName("A call is remembered, and the phase in rest ends at once when its minimum and passage are over")
    void callEndsRest() {
        expect(TWO + "on 2 from 40 to 40.5", 60, """
                0 2 green
                8 2 yellow gap-out
                12 4 green
                40 4 yellow gap-out
                44 2 green
                """);
    }

    @Test
    @DisplayName("Without locking a call is gone when the vehicle leaves; the clearance that it began goes on")
    void unlocked() {
        expect("""
                2: min 8 passage 2 unlocked
                4: min 5 passage 2
                rings: 2 | 4
                on 2 from 14 to 15
                on 2 from 30 to 31
                """, 60, """
                0 2 green
                8 2 yellow gap-out
                12 4 green
                30 4 yellow gap-out
                34 2 green
                """);
    }

    @Test
    @DisplayName("Passage runs during the minimum green; a vehicle extends the green by its passage time")
    void passage() {
        expect(TWO + "on 2 from 5 to 7.5\non 2 from 8.5 to 9", 30, """
                0 2 green
                11 2 yellow gap-out
                15 4 green
                """);
    }

    @Test
    @DisplayName("The maximum starts with the first call of somebody else, not with the green")
    void maximumStartsWithTheOpposingCall() {
        expect("""
                2: min 8 max 15 passage 2
                4: min 5 max 20 passage 2
                rings: 2 | 4
                on 2 from 15 to 100
                on 4 from 40 to 40.5
                """, 70, """
                0 2 green
                8 2 yellow gap-out
                12 4 green
                17 4 yellow gap-out
                21 2 green
                55 2 yellow max-out
                59 4 green
                64 4 yellow gap-out
                68 2 green
                """);
    }

    @Test
    @DisplayName("Under a maximum recall of the other phase the maximum runs from the beginning of green")
    void maximumAgainstRecall() {
        expect("""
                2: min 8 max 15 passage 2
                4: min 5 max 10 passage 2 recall max
                rings: 2 | 4
                on 2 from 0 to 100
                """, 50, """
                0 2 green
                15 2 yellow max-out
                19 4 green
                29 4 yellow max-out
                33 2 green
                48 2 yellow max-out
                """);
    }

    @Test
    @DisplayName("A minimum recall calls its phase back, for the minimum")
    void minimumRecall() {
        expect("""
                2: min 8 passage 2 recall min
                4: min 5 passage 2
                rings: 2 | 4
                """, 60, """
                0 2 green
                8 2 yellow gap-out
                12 4 green
                17 4 yellow gap-out
                21 2 green
                """);
    }

    @Test
    @DisplayName("A soft recall calls its phase back only while nobody else calls")
    void softRecall() {
        expect("""
                2: min 8 passage 2 recall soft
                4: min 5 passage 2
                6: min 5 passage 2
                rings: 2 | 4 | 6
                on 6 from 14 to 14.5
                """, 60, """
                0 2 green
                8 2 yellow gap-out
                12 4 green
                17 4 yellow gap-out
                21 6 green
                26 6 yellow gap-out
                30 2 green
                """);
    }

    @Test
    @DisplayName("People: walk and clearance are finished before the green ends, whatever the minimum")
    void peopleAreFinished() {
        expect("""
                2: min 8 passage 2 walk 7 clear 11
                4: min 5 passage 2
                rings: 2 | 4
                """, 40, """
                0 2 walk
                0 2 green
                7 2 finish
                18 2 yellow gap-out
                22 4 green
                """);
    }

    @Test
    @DisplayName("A button pressed in rest starts walk at once; pressed while others call it waits for the next green")
    void buttons() {
        expect("""
                2: min 8 passage 2 walk 7 clear 11 recall min
                4: min 5 passage 2
                rings: 2 | 4
                press 2 at 60
                on 4 from 62 to 63
                press 2 at 70
                """, 120, """
                0 2 walk
                0 2 green
                7 2 finish
                18 2 yellow gap-out
                22 4 green
                27 4 yellow gap-out
                31 2 green
                60 2 walk
                67 2 finish
                78 2 yellow gap-out
                82 4 green
                87 4 yellow gap-out
                91 2 walk
                91 2 green
                98 2 finish
                """);
    }

    @Test
    @DisplayName("A walk lead: people first, vehicles of the phase later; the minimum starts with the green")
    void walkLead() {
        expect("""
                2: min 8 passage 2 walk 7 clear 11 lead 4
                4: min 5 passage 2
                rings: 2 | 4
                """, 30, """
                0 2 walk
                4 2 green
                7 2 finish
                18 2 yellow gap-out
                22 4 green
                """);
    }

    @Test
    @DisplayName("Resting in walk: people walk on until somebody calls, then finish, then the green ends")
    void restInWalk() {
        expect("""
                2: min 8 passage 2 walk 7 clear 11 rests-in-walk recall people
                4: min 5 passage 2
                rings: 2 | 4
                on 4 from 60 to 60.5
                """, 80, """
                0 2 walk
                0 2 green
                7 2 finish
                18 2 yellow gap-out
                22 4 green
                27 4 yellow gap-out
                31 2 walk
                31 2 green
                60 2 finish
                71 2 yellow gap-out
                75 4 green
                """);
    }

    private static final String EIGHT = """
            1: min 5 max 15 passage 2
            2: min 8 max 30 passage 2 recall min
            3: min 5 max 15 passage 2
            4: min 7 max 20 passage 2
            5: min 5 max 15 passage 2
            6: min 8 max 30 passage 2 recall min
            7: min 5 max 15 passage 2
            8: min 7 max 20 passage 2
            rings: 1 2 | 3 4, 5 6 | 7 8
            """;

    @Test
    @DisplayName("Two rings: all eight phases, then rest in the recalled ones")
    void eightPhases() {
        expect(EIGHT, 60, """
                0 1 green
                0 5 green
                5 1 yellow gap-out
                5 5 yellow gap-out
                9 2 green
                9 6 green
                17 2 yellow gap-out
                17 6 yellow gap-out
                21 3 green
                21 7 green
                26 3 yellow gap-out
                26 7 yellow gap-out
                30 4 green
                30 8 green
                37 4 yellow gap-out
                37 8 yellow gap-out
                41 2 green
                41 6 green
                """);
    }

    @Test
    @DisplayName("A left turn called while nobody calls beyond the barrier goes beside the other ring's through phase")
    void leftBesideThrough() {
        expect(EIGHT + "on 1 from 80 to 80.5", 110, """
                0 1 green
                0 5 green
                5 1 yellow gap-out
                5 5 yellow gap-out
                9 2 green
                9 6 green
                17 2 yellow gap-out
                17 6 yellow gap-out
                21 3 green
                21 7 green
                26 3 yellow gap-out
                26 7 yellow gap-out
                30 4 green
                30 8 green
                37 4 yellow gap-out
                37 8 yellow gap-out
                41 2 green
                41 6 green
                80 2 yellow gap-out
                84 1 green
                89 1 yellow gap-out
                93 2 green
                """);
    }

    @Test
    @DisplayName(
            "Over the barrier both rings go together: one that gapped out is extended again while the other is not ready")
    void simultaneousGapOut() {
        expect("""
                2: min 8 max 60 passage 2 recall min
                4: min 7 passage 2
                6: min 8 max 60 passage 2 recall min
                8: min 7 passage 2
                rings: 2 | 4, 6 | 8
                on 6 from 5 to 12
                on 2 from 11 to 12.5
                """, 25, """
                0 2 green
                0 6 green
                14.5 2 yellow gap-out
                14.5 6 yellow gap-out
                18.5 4 green
                18.5 8 green
                """);
    }

    @Test
    @DisplayName("One that maxed out does not wait for gaps any more, only for the other ring")
    void maxedOutWaitsForTheOther() {
        expect("""
                2: min 8 max 12 passage 2
                4: min 7 passage 2
                6: min 8 max 20 passage 2
                8: min 7 passage 2
                rings: 2 | 4, 6 | 8
                on 2 from 0 to 60
                on 6 from 0 to 60
                """, 26, """
                0 2 green
                0 6 green
                20 2 yellow max-out
                20 6 yellow max-out
                24 4 green
                24 8 green
                """);
    }

    private static final String SIDES = """
            2: min 8 max 30 passage 2 recall min
            4: min 7 passage 2 unlocked %s
            6: min 8 max 30 passage 2 recall min
            8: min 7 passage 2 unlocked %s
            rings: 2 | 4, 6 | 8
            on 4 from 60 to 64.5
            """;

    private static final String TO_REST = """
            0 2 green
            0 6 green
            8 2 yellow gap-out
            8 6 yellow gap-out
            12 4 green
            12 8 green
            19 4 yellow gap-out
            19 8 yellow gap-out
            23 2 green
            23 6 green
            60 2 yellow gap-out
            60 6 yellow gap-out
            """;

    @Test
    @DisplayName("Without dual entry the ring that nobody calls rests in red")
    void noDualEntry() {
        expect(SIDES.formatted("", ""), 80, TO_REST + """
                64 4 green
                71 4 yellow gap-out
                75 2 green
                75 6 green
                """);
    }

    @Test
    @DisplayName("With dual entry it shows green beside the called phase")
    void dualEntry() {
        expect(SIDES.formatted("dual-entry", "dual-entry"), 80, TO_REST + """
                64 4 green
                64 8 green
                71 4 yellow gap-out
                71 8 yellow gap-out
                75 2 green
                75 6 green
                """);
    }

    @Test
    @DisplayName("A lagging left comes after its through phase")
    void lagging() {
        expect("""
                1: min 5 passage 2
                2: min 8 passage 2
                4: min 7 passage 2
                5: min 5 passage 2
                6: min 8 passage 2
                8: min 7 passage 2
                rings: 2 1 | 4, 5 6 | 8
                """, 30, """
                0 2 green
                0 5 green
                5 5 yellow gap-out
                8 2 yellow gap-out
                9 6 green
                12 1 green
                17 1 yellow gap-out
                17 6 yellow gap-out
                21 4 green
                21 8 green
                """);
    }

    @Test
    @DisplayName("An empty slot: split phasing, one side after the other")
    void splitPhasing() {
        expect("""
                2: min 8 passage 2
                3: min 6 passage 2
                4: min 7 passage 2
                6: min 8 passage 2
                rings: 2 | 3 | 4, 6 | - | -
                """, 45, """
                0 2 green
                0 6 green
                8 2 yellow gap-out
                8 6 yellow gap-out
                12 3 green
                18 3 yellow gap-out
                22 4 green
                """);
    }

    @Test
    @DisplayName("A delay keeps turns on red from calling; a stretch carries a vehicle from the detector to the line")
    void delayAndStretch() {
        expect("""
                2: min 8 passage 2 recall min
                4: min 5 passage 2 delay 5 stretch 1.5
                rings: 2 | 4
                on 4 from 40 to 44
                on 4 from 60 to 66
                on 4 from 70 to 72
                """, 90, """
                0 2 green
                8 2 yellow gap-out
                12 4 green
                17 4 yellow gap-out
                21 2 green
                65 2 yellow gap-out
                69 4 green
                75.5 4 yellow gap-out
                79.5 2 green
                """);
    }

    @Test
    @DisplayName("Added initial: the more came during red, the longer the shortest green")
    void addedInitial() {
        expect("""
                2: min 8 passage 2 recall min
                4: min 5 passage 2 initial 2 most 9 after 99 over 10 least 1
                rings: 2 | 4
                on 4 from 22 to 23
                on 4 from 24 to 25
                on 4 from 26 to 27
                """, 60, """
                0 2 green
                8 2 yellow gap-out
                12 4 green
                17 4 yellow gap-out
                21 2 green
                29 2 yellow gap-out
                33 4 green
                39 4 yellow gap-out
                43 2 green
                """);
    }

    @Test
    @DisplayName("Gap reduction: the longer others wait, the smaller the gap that ends the green")
    void gapReduction() {
        // passage 4 s, from 10 s to 20 s of waiting down to 2 s: at 15 s it is 3 s. Vehicles every 3.5 s keep it green
        // until then
        expect("""
                2: min 8 max 60 passage 4 initial 0 most 0 after 10 over 10 least 2
                4: min 5 passage 2 recall max max 5
                rings: 2 | 4
                on 2 from 3 to 3.5
                on 2 from 7 to 7.5
                on 2 from 11 to 11.5
                on 2 from 15 to 15.5
                """, 20, """
                0 2 green
                14.6 2 yellow gap-out
                18.6 4 green
                """);
    }

    private static final String COORDINATED = """
            2: min 8 max 30 passage 2
            4: min 5 max 20 passage 2
            rings: 2 | 4
            cycle 60 offset 0 coordinated 2 splits 2 35 4 25
            """;

    @Test
    @DisplayName(
            "Coordinated: the main green begins with the cycle and yields at the end of its split, only when called")
    void coordinated() {
        // the start calls both; split of 2 ends at 35, its green at 31; 4 gaps out after its minimum; nobody calls in
        // the next cycles
        expect(COORDINATED + "on 4 from 200 to 200.5", 260, """
                0 2 green
                31 2 yellow yield
                35 4 green
                40 4 yellow gap-out
                44 2 green
                211 2 yellow yield
                215 4 green
                220 4 yellow gap-out
                224 2 green
                """);
    }

    @Test
    @DisplayName("A call after the yield point is served at once while its window is open, else in the next cycle")
    void permissiveWindow() {
        // force-off of 4 at 56, minimum 5: the window closes when it could not begin by 51, that is with a yellow after
        // 47
        expect(COORDINATED + "on 4 from 100 to 100.5\non 4 from 169 to 169.5", 290, """
                0 2 green
                31 2 yellow yield
                35 4 green
                40 4 yellow gap-out
                44 2 green
                100 2 yellow yield
                104 4 green
                109 4 yellow gap-out
                113 2 green
                211 2 yellow yield
                215 4 green
                220 4 yellow gap-out
                224 2 green
                """);
    }

    @Test
    @DisplayName("A busy side phase is forced off so that its clearance ends with its split")
    void forcedOff() {
        expect(COORDINATED + "on 4 from 20 to 130", 130, """
                0 2 green
                31 2 yellow yield
                35 4 green
                56 4 yellow force-off
                60 2 green
                91 2 yellow yield
                95 4 green
                116 4 yellow force-off
                120 2 green
                """);
    }

    private static final String THREE = """
            2: min 8 passage 2
            3: min 5 passage 2
            4: min 5 passage 2
            rings: 2 | 3 4
            cycle 60 offset 0 coordinated 2 splits 2 30 3 15 4 15%s
            on 4 from 0 to 200
            """;

    @Test
    @DisplayName("Fixed force-off: what a phase leaves goes to the next one")
    void fixedForceOff() {
        expect(THREE.formatted(""), 65, """
                0 2 green
                26 2 yellow yield
                30 3 green
                35 3 yellow gap-out
                39 4 green
                56 4 yellow force-off
                60 2 green
                """);
    }

    @Test
    @DisplayName("Floating force-off: it goes to the coordinated phase, whose green returns early")
    void floatingForceOff() {
        expect(THREE.formatted(" floating"), 65, """
                0 2 green
                26 2 yellow yield
                30 3 green
                35 3 yellow gap-out
                39 4 green
                50 4 yellow force-off
                54 2 green
                """);
    }

    @Test
    @DisplayName("Offset: the first coordinated green begins that many seconds after the cycle's reference")
    void offset() {
        expect("""
                2: min 8 passage 2
                4: min 5 passage 2
                rings: 2 | 4
                cycle 60 offset 20 coordinated 2 splits 2 35 4 25
                on 4 from 0 to 200
                """, 120, """
                0 2 green
                51 2 yellow yield
                55 4 green
                76 4 yellow force-off
                80 2 green
                111 2 yellow yield
                115 4 green
                """);
    }
}
