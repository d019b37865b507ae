package org.ulicarro.core.signal.ring;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Splits that follow the traffic, one step a cycle. */
class AdaptiveSplitsTest {

    /** Lengths of a phase's greens (s), the first of a start left out. */
    private static List<Double> greens(String scene, String phase, double until) {
        List<Double> lengths = new ArrayList<>();
        double began = Double.NaN;
        for (String line : new RingScene(scene).run(until)) {
            String[] words = line.split(" ");
            if (words[1].equals(phase) && words[2].equals("green")) {
                began = Double.parseDouble(words[0]);
            } else if (words[1].equals(phase) && words[2].equals("yellow")) {
                lengths.add(Double.parseDouble(words[0]) - began);
            }
        }
        return lengths.subList(1, lengths.size());
    }

    private static final String SCENE = """
            2: min 5
            4: min 5
            rings: 2 | 4
            cycle 60 offset 0 coordinated 2 splits 2 40 4 20 adapt 2 most %s
            on 4 from 0 to 900
            """;

    @Test
    @DisplayName(
            "A phase that uses all of its green gets 2 s a cycle from one that uses little, up to 10 s, and no more")
    void follows() {
        List<Double> greens = greens(SCENE.formatted("10"), "4", 900);
        assertThat(greens.subList(0, 7)).containsExactly(18.0, 20.0, 22.0, 24.0, 26.0, 26.0, 26.0);
    }

    @Test
    @DisplayName("With nothing to move, splits are as they are written")
    void stays() {
        assertThat(greens(SCENE.formatted("0"), "4", 600)).containsOnly(16.0);
    }

    @Test
    @DisplayName("Nobody gives what the shortest green needs: 24 s of 40 are what phase 2 must keep")
    void keepsMinimum() {
        String scene = SCENE.formatted("60").replace("2: min 5", "2: min 20");
        assertThat(greens(scene, "4", 880)).last().isEqualTo(32.0);
    }

    @Test
    @DisplayName(
            "What a phase leaves goes to the next one of its ring, not to those over the barrier that use all of theirs as well")
    void withinRing() {
        String scene = """
                1: min 5 recall min
                2: min 5
                4: min 5 recall min
                rings: 1 2 | 4
                cycle 90 offset 0 coordinated 2 splits 1 30 2 30 4 30 adapt 2 most 8
                on 2 from 0 to 1800
                on 4 from 0 to 1800
                """;
        // what 1 leaves is 2's anyway, whoever's split it is; 4 keeps its own, since 2 is not used more
        // (the first cycle, in which everybody is called once and 4 ends early, moves one step)
        assertThat(greens(scene, "2", 1800)).last().isEqualTo(49.0);
        assertThat(greens(scene, "4", 1800)).last().isEqualTo(24.0);
    }
}
