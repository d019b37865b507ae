package org.ulicarro.core.analysis.band;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Bands against counting moment by moment, and offsets against trying all. */
class BandTest {

    private static Corridor.Stop stop(String id, double at, double cycle, double offset, Span out, Span in) {
        return new Corridor.Stop(id, at, cycle, offset, List.of(out), List.of(in), 3, false);
    }

    private static Corridor corridor(List<Corridor.Stop> stops, double[] out, double[] in) {
        double[] metres = new double[out.length];
        double[] limits = new double[out.length];
        java.util.Arrays.fill(limits, 13.9);
        for (int i = 0; i < out.length; i++) {
            metres[i] = stops.get(i + 1).at() - stops.get(i).at();
        }
        return new Corridor("test", stops, out, in, metres, metres, limits, limits);
    }

    /** A few signals at random: greens of one part in whole or half seconds, some with half the cycle. */
    private static Corridor random(Random random, int most, int cycle) {
        int n = 2 + random.nextInt(most - 1);
        List<Corridor.Stop> stops = new ArrayList<>();
        double at = 0;
        double[] out = new double[n - 1];
        double[] in = new double[n - 1];
        for (int k = 0; k < n; k++) {
            double own = cycle % 2 == 0 && random.nextInt(5) == 0 ? cycle / 2.0 : cycle;
            Span a = span(random, own);
            Span b = random.nextBoolean() ? a : span(random, own);
            stops.add(stop("p" + k, at, own, random.nextInt((int) own), a, b));
            if (k + 1 < n) {
                at += 100 + random.nextInt(400);
                out[k] = 5 + 40 * random.nextDouble();
                in[k] = random.nextBoolean() ? out[k] : 5 + 40 * random.nextDouble();
            }
        }
        return corridor(stops, out, in);
    }

    private static Span span(Random random, double cycle) {
        double from = random.nextInt((int) cycle * 2) / 2.0;
        return new Span(from, from + 1 + random.nextInt(Math.max(1, (int) (0.7 * cycle))));
    }

    /** Whether somebody who leaves the first line of a direction at a moment meets green all the way. */
    private static boolean passes(Corridor corridor, boolean out, double at) {
        for (int k = 0; k < corridor.stops().size(); k++) {
            Corridor.Stop stop = corridor.stops().get(k);
            double there = at + corridor.travel(out, k) - stop.offset();
            double second = there - stop.cycle() * Math.floor(there / stop.cycle());
            boolean green = false;
            for (Span s : stop.greens(out)) {
                green |= second >= s.from() && second < s.to()
                        || second + stop.cycle() >= s.from() && second + stop.cycle() < s.to();
            }
            if (!green) {
                return false;
            }
        }
        return true;
    }

    @Test
    void twoSignalsByHand() {
        // 40 s of 80 each, 300 m at 15 m/s: 20 s. Offsets equal: outbound 20 s of the second green are left
        Corridor equal = corridor(
                List.of(
                        stop("a", 0, 80, 0, new Span(0, 40), new Span(0, 40)),
                        stop("b", 300, 80, 0, new Span(0, 40), new Span(0, 40))),
                new double[] {20},
                new double[] {20});
        assertThat(Band.of(equal, true).width()).isCloseTo(20, within(1e-9));
        assertThat(Band.of(equal, false).width()).isCloseTo(20, within(1e-9));
        Corridor outbound = equal.withOffsets(new double[] {0, 20});
        assertThat(Band.of(outbound, true)).isEqualTo(new Band(0, 40, null));
        assertThat(Band.of(outbound, false).breaksAt()).isEqualTo("a");
        Corridor half = equal.withOffsets(new double[] {0, 40}); // inbound as outbound: 20 s again
        assertThat(Band.of(half, true).width()).isCloseTo(20, within(1e-9));
        assertThat(Band.shortestGreen(half, true)).isEqualTo(40);
    }

    @Test
    void bandsAreWhatCountingMomentsFinds() {
        Random random = new Random(7);
        for (int scene = 0; scene < 300; scene++) {
            Corridor corridor = random(random, 5, 40 + 2 * random.nextInt(20));
            for (boolean out : new boolean[] {true, false}) {
                double longest = 0;
                double run = 0;
                double step = 0.01;
                for (double t = 0; t < 2 * corridor.cycle(); t += step) {
                    run = passes(corridor, out, t) ? run + step : 0;
                    longest = Math.max(longest, run);
                }
                Band band = Band.of(corridor, out);
                double counted = Math.min(longest, corridor.cycle());
                assertThat(band.width()).as("scene " + scene).isCloseTo(counted, within(0.03));
                if (band.width() > 0.1) {
                    assertThat(passes(corridor, out, band.start() + band.width() / 2))
                            .isTrue();
                }
            }
        }
    }

    /** Turning all offsets by a second, or one by its cycle, changes no band; turning the corridor around exchanges them. */
    @Test
    void bandsHaveTheirSymmetries() {
        Random random = new Random(11);
        for (int scene = 0; scene < 200; scene++) {
            Corridor corridor = random(random, 5, 60);
            double[] later =
                    corridor.stops().stream().mapToDouble(s -> s.offset() + 17).toArray();
            double[] around = corridor.stops().stream()
                    .mapToDouble(s -> s.offset() + 3 * s.cycle())
                    .toArray();
            Corridor reversed = reversed(corridor);
            for (boolean out : new boolean[] {true, false}) {
                double width = Band.of(corridor, out).width();
                assertThat(Band.of(corridor.withOffsets(later), out).width()).isCloseTo(width, within(1e-6));
                assertThat(Band.of(corridor.withOffsets(around), out).width()).isCloseTo(width, within(1e-6));
                assertThat(Band.of(reversed, !out).width()).isCloseTo(width, within(1e-6));
            }
        }
    }

    private static Corridor reversed(Corridor c) {
        List<Corridor.Stop> stops = new ArrayList<>();
        int n = c.stops().size();
        double[] out = new double[n - 1];
        double[] in = new double[n - 1];
        for (int k = n - 1; k >= 0; k--) {
            Corridor.Stop s = c.stops().get(k);
            stops.add(new Corridor.Stop(
                    s.place(), -s.at(), s.cycle(), s.offset(), s.inbound(), s.outbound(), s.yellow(), false));
            if (k > 0) {
                out[n - 1 - k] = c.inbound()[k - 1];
                in[n - 1 - k] = c.outbound()[k - 1];
            }
        }
        return corridor(stops, out, in);
    }

    /** 200 small corridors: what the search finds is worth as much as the best of all offsets in whole seconds. */
    @ParameterizedTest
    @EnumSource(Objective.class)
    void bestOffsetsAreThoseOfTryingAll(Objective objective) {
        Random random = new Random(objective.ordinal());
        for (int scene = 0; scene < 200; scene++) {
            Corridor corridor = random(random, 3, 12 + 2 * random.nextInt(5));
            double share = random.nextDouble();
            Corridor found = OffsetSearch.bothWays(corridor, objective, share);
            double worth = worth(found, objective, share);
            double most =
                    all(corridor, objective, share, new double[corridor.stops().size()], 0);
            assertThat(worth).as("scene " + scene).isCloseTo(most, within(1e-6));
            assertThat(found.stops().get(0).offset())
                    .isEqualTo(corridor.stops().get(0).offset());
        }
    }

    /** With a choice of greens at each signal: as good as the best of all choices, each with its best offsets. */
    @Test
    void bestVariantsAreThoseOfTryingAll() {
        Random random = new Random(5);
        for (int scene = 0; scene < 60; scene++) {
            Corridor corridor = random(random, 3, 12);
            List<List<Corridor.Stop>> variants = new ArrayList<>();
            for (Corridor.Stop s : corridor.stops()) {
                Corridor.Stop other = new Corridor.Stop(
                        s.place(),
                        s.at(),
                        s.cycle(),
                        s.offset(),
                        List.of(span(random, s.cycle())),
                        s.inbound(),
                        3,
                        true);
                variants.add(random.nextBoolean() ? List.of(s) : List.of(s, other));
            }
            OffsetSearch.Found found = OffsetSearch.bothWays(corridor, variants, Objective.LARGER_SMALLER, 0.5);
            double most = choices(corridor, variants, new ArrayList<>());
            assertThat(worth(found.corridor(), Objective.LARGER_SMALLER, 0.5))
                    .as("scene " + scene)
                    .isCloseTo(most, within(1e-6));
            for (int k = 0; k < variants.size(); k++) {
                Corridor.Stop chosen = variants.get(k).get(found.variant()[k]);
                assertThat(found.corridor().stops().get(k).outbound()).isEqualTo(chosen.outbound());
            }
        }
    }

    private static double choices(Corridor corridor, List<List<Corridor.Stop>> variants, List<Corridor.Stop> chosen) {
        if (chosen.size() == variants.size()) {
            return all(corridor.withStops(chosen), Objective.LARGER_SMALLER, 0.5, new double[chosen.size()], 0);
        }
        double most = Double.NEGATIVE_INFINITY;
        for (Corridor.Stop one : variants.get(chosen.size())) {
            List<Corridor.Stop> more = new ArrayList<>(chosen);
            more.add(one);
            most = Math.max(most, choices(corridor, variants, more));
        }
        return most;
    }

    private static double worth(Corridor c, Objective objective, double share) {
        return objective.of(Band.of(c, true).width(), Band.of(c, false).width(), share);
    }

    private static double all(Corridor c, Objective objective, double share, double[] offsets, int k) {
        if (k == offsets.length) {
            return worth(c.withOffsets(offsets), objective, share);
        }
        double most = Double.NEGATIVE_INFINITY;
        for (int o = 0; o < c.stops().get(k).cycle(); o++) {
            offsets[k] = o;
            most = Math.max(most, all(c, objective, share, offsets, k + 1));
        }
        return most;
    }

    /** One way: offsets are distance over speed, and the band is the shortest green. */
    @Test
    void oneWayOffsetsAreDistanceOverSpeed() {
        List<Corridor.Stop> stops = List.of(
                stop("a", 0, 90, 10, new Span(0, 40), new Span(0, 40)),
                stop("b", 450, 90, 77, new Span(5, 40), new Span(5, 40)),
                stop("c", 900, 90, 33, new Span(0, 50), new Span(0, 50)));
        Corridor out = OffsetSearch.oneWay(corridor(stops, new double[] {30, 30}, new double[] {30, 30}), true);
        assertThat(out.stops().stream().map(Corridor.Stop::offset)).containsExactly(10.0, 35.0, 70.0);
        assertThat(Band.of(out, true).width()).isCloseTo(35, within(1e-9));
        Corridor in = OffsetSearch.oneWay(corridor(stops, new double[] {30, 30}, new double[] {30, 30}), false);
        assertThat(Band.of(in, false).width()).isCloseTo(35, within(1e-9));
    }

    /** Greens that begin later by the queue leave so much less of a band that they bound. */
    @Test
    void queuesTakeTheBeginningOfGreens() {
        Corridor corridor = corridor(
                List.of(
                        stop("a", 0, 80, 0, new Span(0, 40), new Span(0, 40)),
                        stop("b", 300, 80, 20, new Span(0, 40), new Span(0, 40))),
                new double[] {20},
                new double[] {20});
        assertThat(Band.of(corridor.withQueues(6, 0), true).width()).isCloseTo(34, within(1e-9));
    }
}
