package org.ulicarro.core.network;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.base.Draws;

/** Where lines bend, how tight, and how fast that is driven. */
class BendsOfLinesTest {

    /** A line that is drawn piece by piece: straight on, or round by an angle (left positive) on a radius. */
    private static final class Pencil {

        private final double[] x = new double[2000];
        private final double[] y = new double[2000];
        private int n = 1;
        private double heading;

        Pencil straight(double metres) {
            x[n] = x[n - 1] + metres * Math.cos(heading);
            y[n] = y[n - 1] + metres * Math.sin(heading);
            n++;
            return this;
        }

        Pencil round(double degrees, double radius) {
            int steps = Math.max(4, (int) Math.ceil(Math.abs(degrees) / 2.5));
            double turn = Math.toRadians(degrees) / steps;
            for (int i = 0; i < steps; i++) {
                heading += turn / 2;
                straight(2 * radius * Math.sin(Math.abs(turn) / 2));
                heading += turn / 2;
            }
            return this;
        }

        Polyline line() {
            return new Polyline(java.util.Arrays.copyOf(x, n), java.util.Arrays.copyOf(y, n));
        }
    }

    @Test
    void aStraightLineHasNone() {
        assertThat(Bends.of(new Pencil().straight(500).line())).isEmpty();
        assertThat(Bends.of(new Pencil().straight(200).straight(300).line())).isEmpty();
    }

    /** Any bend up to 300 m, both ways, from 15 to 200 degrees. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20})
    void anArcIsFoundWithItsRadiusAndAngle(long seed) {
        double radius = 8 + 292 * Draws.uniform(seed, 1);
        double degrees = (15 + 185 * Draws.uniform(seed, 2)) * (Draws.uniform(seed, 3) < 0.5 ? -1 : 1);
        double before = 20 + 200 * Draws.uniform(seed, 4);
        List<Bends.Bend> bends = Bends.of(new Pencil()
                .straight(before)
                .round(degrees, radius)
                .straight(120)
                .line());
        assertThat(bends).hasSize(1);
        Bends.Bend bend = bends.get(0);
        assertThat(Math.toDegrees(bend.angle())).isCloseTo(degrees, within(0.01));
        assertThat(bend.radius()).isCloseTo(radius, within(0.03 * radius));
        assertThat(bend.from()).isCloseTo(before, within(0.01));
        assertThat(bend.to() - bend.from())
                .isCloseTo(Math.toRadians(Math.abs(degrees)) * radius, within(0.01 * radius));
    }

    @Test
    void bendsToOtherSidesAndBeyondStraightsAreTwo() {
        Pencil chicane = new Pencil().straight(50).round(40, 60).round(-40, 60).straight(50);
        assertThat(Bends.of(chicane.line()))
                .hasSize(2)
                .extracting(b -> Math.signum(b.angle()))
                .containsExactly(1.0, -1.0);
        Pencil apart = new Pencil()
                .straight(50)
                .round(40, 60)
                .straight(30)
                .round(40, 60)
                .straight(50);
        assertThat(Bends.of(apart.line())).hasSize(2);
        Pencil compound = new Pencil()
                .straight(50)
                .round(40, 60)
                .straight(10)
                .round(40, 60)
                .straight(50);
        assertThat(Bends.of(compound.line())).hasSize(1);
    }

    @Test
    void theTightestPartCounts() {
        Pencil loop = new Pencil()
                .straight(50)
                .round(60, 150)
                .round(90, 40)
                .round(60, 150)
                .straight(50);
        assertThat(Bends.of(loop.line())).singleElement().satisfies(bend -> {
            assertThat(bend.radius()).isCloseTo(40, within(2.0));
            assertThat(Math.toDegrees(bend.angle())).isCloseTo(210, within(0.01));
        });
    }

    /** Radius, angle, straights beside it (m, degrees), and km/h by the formulas by hand. */
    @ParameterizedTest
    @CsvSource({
        "30, 90, 100, 33.549", // 30 + 0.7 / (1 - cos 45) = 32.39 m: 8.7602 * 32.39^0.3861
        "30, 90, 1, 32.986", // no more than 1 / tan 45: 31 m
        "30, 360, 100, 32.890", // counted as 170 degrees: 30.77 m
        "100, 90, 100, 63.554", // 102.39 m: (104.82 - 3574.51 / 102.39) / 1.1
        "200, 90, 100, 79.235", // 202.39 m
    })
    void speedFollowsTheFormulas(double radius, double degrees, double straight, double kmh) {
        assertThat(TurnSpeed.inBend(radius, Math.toRadians(degrees), straight) * 3.6)
                .isCloseTo(kmh, within(0.001));
    }

    @Test
    void whoeverTurnsByLessThan15DegreesKeepsItsSpeed() {
        assertThat(TurnSpeed.inBend(20, Math.toRadians(14), 50)).isInfinite();
        assertThat(TurnSpeed.inBend(20, Math.toRadians(16), 50)).isFinite();
        assertThat(TurnSpeed.inBend(40, Math.toRadians(360), 50) * 3.6)
                .as("a whole turn is no straight line")
                .isLessThan(40);
    }

    /** A wider bend, or more room beside it, is never slower. */
    @ParameterizedTest
    @ValueSource(doubles = {20, 45, 90, 150, 270})
    void speedRisesWithRadiusAndRoom(double degrees) {
        double angle = Math.toRadians(degrees);
        double last = 0;
        for (double radius = 6; radius < 400; radius *= 1.1) {
            double narrow = TurnSpeed.inBend(radius, angle, 0);
            assertThat(narrow).isGreaterThan(last);
            assertThat(TurnSpeed.inBend(radius, angle, 20)).isGreaterThanOrEqualTo(narrow);
            last = narrow;
        }
    }
}
