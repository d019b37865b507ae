package org.ulicarro.core.network;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.SplittableRandom;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Where lines come near to each other: by hand for straight ones, and against looking everywhere for turning paths at random. */
class NearStretchesTest {

    private static final double[] LIMITS = {3.6, 3.0, 2.6}; // m

    private static Polyline line(double... points) {
        double[] x = new double[points.length / 2];
        double[] y = new double[points.length / 2];
        for (int i = 0; i < x.length; i++) {
            x[i] = points[2 * i];
            y[i] = points[2 * i + 1];
        }
        return new Polyline(x, y);
    }

    @Test
    @DisplayName("Two straight lines that cross at 30° are nearer than d for d / sin 30° on both sides")
    void straightLines() {
        Polyline east = line(-50, 0, 50, 0);
        double slope = Math.tan(Math.toRadians(30));
        Polyline oblique = line(-50, -50 * slope, 50, 50 * slope);
        double[][] found = NearStretches.of(east, oblique, LIMITS);
        assertThat(found).hasNumberOfRows(3);
        for (int i = 0; i < LIMITS.length; i++) {
            assertThat(found[i][0]).isCloseTo(50 - 2 * LIMITS[i], within(0.05));
            assertThat(found[i][1]).isCloseTo(50 + 2 * LIMITS[i], within(0.05));
        }
    }

    @Test
    void onlyTheLimitsThatAreReachedHaveAStretch() {
        Polyline here = line(0, 0, 40, 0);
        assertThat(NearStretches.of(here, line(0, 3.2, 40, 3.2), LIMITS)).hasNumberOfRows(1);
        assertThat(NearStretches.of(here, line(0, 5, 40, 5), LIMITS)).isEmpty();
        assertThat(NearStretches.of(here, line(0, 2.7, 40, 2.7), new double[0])).isEmpty();
        double[][] beside = NearStretches.of(here, line(0, 2.7, 40, 2.7), LIMITS);
        assertThat(beside).hasNumberOfRows(2);
        assertThat(beside[1]).containsExactly(0, 40);
    }

    @Test
    @DisplayName("Lines that part at 90° are nearer than d for d metres, whichever is asked")
    void parting() {
        Polyline on = line(0, 0, 30, 0);
        Polyline off = line(0, 0, 10, 0, 10, 20);
        // from the corner on, the line straight on is d away after d metres
        assertThat(NearStretches.parting(on, off, 2.6)).isCloseTo(12.6, within(0.3));
    }

    /** Turning paths of a place, drawn at random: no end of a stretch is further off than it is found to, but where it only just touches. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void turningPathsAreNearWhereLookingEverywhereFindsThem(long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        int met = 0;
        for (int n = 0; n < 200; n++) {
            Polyline a = path(random);
            Polyline b = path(random);
            double[][] found = NearStretches.of(a, b, LIMITS);
            met += found.length > 0 ? 1 : 0;
            for (int i = 0; i < LIMITS.length; i++) {
                double[] surely = everywhere(a, b, LIMITS[i] - 0.1);
                if (surely != null) {
                    assertThat(found.length)
                            .as("limit %s of scene %d", LIMITS[i], n)
                            .isGreaterThan(i);
                }
                if (found.length > i) {
                    double[] perhaps = everywhere(a, b, LIMITS[i] + 0.05);
                    assertThat(perhaps).isNotNull();
                    assertThat(found[i][0]).isGreaterThan(perhaps[0] - 0.02);
                    assertThat(found[i][1]).isLessThan(perhaps[1] + 0.02);
                }
                if (surely != null) {
                    assertThat(found[i][0]).isLessThan(surely[0] + 0.02);
                    assertThat(found[i][1]).isGreaterThan(surely[1] - 0.02);
                }
            }
        }
        assertThat(met).isBetween(40, 195);
    }

    /** From one side of a square of 24 m to another one. */
    private static Polyline path(SplittableRandom random) {
        return PathShape.between(onSide(random, true), onSide(random, false)).line();
    }

    private static Pose onSide(SplittableRandom random, boolean inwards) {
        double across = random.nextDouble(-10, 10);
        int side = random.nextInt(4);
        double outX = new double[] {1, 0, -1, 0}[side];
        double outY = new double[] {0, 1, 0, -1}[side];
        double sign = inwards ? -1 : 1;
        return new Pose(12 * outX - across * outY, 12 * outY + across * outX, sign * outX, sign * outY);
    }

    /** First and last of a line's centimetres that are nearer to another one than a limit, or null. */
    private static double[] everywhere(Polyline line, Polyline other, double limit) {
        double[] found = null;
        for (double s = 0; s <= line.length(); s += 0.01) {
            if (line.distance(s, other) < limit) {
                found = found == null ? new double[] {s, s} : found;
                found[1] = s;
            }
        }
        return found;
    }
}
