package org.ulicarro.core.assign;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.LinkedHashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.run.Model;

/** Choice of ways by formulas, against solutions on paper. */
class FormulaAssignmentTest {

    private static final int ROUNDS = 3000;

    /** Steep roads take 10 s for each hundred vehicles, flat ones 500 s and 1 s for each hundred, the one across 100 s and 1 s. */
    private static double braess(Link link, double perHour) {
        double hundreds = perHour / 100;
        return switch (link.id()) {
            case "a-b ahead", "c-d ahead" -> 100 * hundreds;
            case "a-c ahead", "b-d ahead" -> 500 + 10 * hundreds;
            case "b-c ahead" -> 100 + 10 * hundreds;
            default -> 1;
        };
    }

    private static Map<String, Double> volumes(Model model, FormulaAssignment.LinkTime time) throws NobodyChooses {
        Map<String, Double> all = new LinkedHashMap<>();
        FormulaAssignment.volumes(model, time, ROUNDS, 1e-7).forEach((link, of) -> all.put(link, of[0]));
        return all;
    }

    private static Roads braess(boolean across) {
        Roads scene = Roads.braess(across).trips("west", "east", 600);
        scene.spread = 0;
        return scene;
    }

    /** Dietrich Braess 1968: 83 without the road across, 92 with it, for six units; here in tens of seconds. */
    @Test
    void aRoadMoreMakesEverybodySlower() throws NobodyChooses {
        Map<String, Double> without = volumes(braess(false).model(), FormulaAssignmentTest::braess);
        assertThat(without.get("a-b ahead")).isCloseTo(300, within(0.3));
        assertThat(without.get("a-c ahead")).isCloseTo(300, within(0.3));
        Map<String, Double> with = volumes(braess(true).model(), FormulaAssignmentTest::braess);
        assertThat(with.get("a-b ahead")).isCloseTo(400, within(0.4));
        assertThat(with.get("b-c ahead")).isCloseTo(200, within(0.2));
        assertThat(with.get("a-c ahead")).isCloseTo(200, within(0.2));
    }

    /** Two ways of one length, and so of one path size: x/(1-x) = exp((c2-c1)/m), solved by halving. */
    @Test
    void driversWhoDifferSpreadAsALogitModelSays() throws NobodyChooses {
        Roads scene = Roads.braess(false).trips("west", "east", 600);
        scene.spread = 0.1;
        FormulaAssignment.LinkTime time = (link, perHour) -> switch (link.id()) {
            case "a-b ahead" -> 60 + perHour / 10;
            case "a-c ahead" -> 90 + perHour / 20;
            default -> 20;
        };
        double low = 0;
        double high = 600;
        double scale = 0.1 * (60 + 20 + 20 + 20);
        for (int i = 0; i < 60; i++) {
            double x = (low + high) / 2;
            double first = 60 + x / 10;
            double second = 90 + (600 - x) / 20;
            double wanted = 600 / (1 + Math.exp((first - second) / scale));
            low = wanted > x ? x : low;
            high = wanted > x ? high : x;
        }
        assertThat(volumes(scene.model(), time).get("a-b ahead")).isCloseTo(low, within(0.1));
    }

    @Test
    void volumesAddUpAtEveryPlace() throws NobodyChooses {
        Map<String, Double> all = volumes(braess(true).model(), FormulaAssignmentTest::braess);
        assertThat(all.get("west-a ahead")).isCloseTo(600, within(1e-9));
        assertThat(all.get("a-b ahead") + all.get("a-c ahead")).isCloseTo(600, within(1e-6));
        assertThat(all.get("a-b ahead")).isCloseTo(all.get("b-c ahead") + all.get("b-d ahead"), within(1e-6));
        assertThat(all.get("d-east ahead")).isCloseTo(600, within(1e-6));
    }
}
