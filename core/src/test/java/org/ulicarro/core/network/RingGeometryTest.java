package org.ulicarro.core.network;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.random.RandomGenerator;
import java.util.random.RandomGeneratorFactory;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.ulicarro.core.Star;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.study.Place.Control;
import org.ulicarro.core.study.Study.DriveOn;

/** Rings as they are built: 13 to 60 m, legs at any angle to each other; a car can drive every way through them. */
class RingGeometryTest {

    private static final double DRIVABLE = 2.5; // m

    private static IntStream seeds() {
        return IntStream.rangeClosed(1, 80);
    }

    /** Three to six legs at least 10 degrees apart; no more of them than there is room for round the ring. */
    private static Star ring(int seed) {
        RandomGenerator random = RandomGeneratorFactory.of("L64X128MixRandom").create(seed);
        Star star = new Star();
        star.control = Control.ROUNDABOUT;
        star.driveOn = seed % 5 == 0 ? DriveOn.LEFT : DriveOn.RIGHT;
        star.outerDiameter = 13.0 + random.nextInt(48);
        int most = star.outerDiameter < 16 ? 3 : star.outerDiameter < 20 ? 4 : star.outerDiameter < 24 ? 5 : 6;
        int legs = 3 + random.nextInt(most - 2);
        double[] share = random.doubles(legs).map(d -> 0.05 + d).toArray();
        double sum = IntStream.range(0, legs).mapToDouble(i -> share[i]).sum();
        double at = random.nextDouble(360);
        for (int i = 0; i < legs; i++) {
            star.leg("r" + i, at % 360, 1, 1);
            at += 10 + (360 - 10 * legs) * share[i] / sum;
        }
        return star;
    }

    @ParameterizedTest
    @MethodSource("seeds")
    void everyWayCanBeDriven(int seed) {
        Star star = ring(seed);
        Network network = star.compiled();
        long ways = network.movements().stream().filter(m -> !m.isInner()).count();
        assertThat(ways).as("from every leg to every leg").isEqualTo((long) star.legs.size() * star.legs.size());
        for (Movement m : network.movements()) {
            for (TurningPath p : m.paths()) {
                Lane path = network.lanes().get(p.lane());
                Lane from = network.lanes().get(p.fromLane());
                Lane to = network.lanes().get(p.toLane());
                joins(m.id(), from.at(from.end()), path.at(0));
                joins(m.id(), path.at(path.end()), to.at(to.start()));
                assertThat(p.radius()).as(m.id()).isGreaterThanOrEqualTo(DRIVABLE);
            }
        }
        network.lanes().forEach(lane -> noKink(lane.line()));
    }

    private static void joins(String what, Pose a, Pose b) {
        assertThat(Math.hypot(a.x() - b.x(), a.y() - b.y())).as(what).isLessThan(1e-6);
        assertThat(Math.toDegrees(Math.abs(a.turnTo(b)))).as(what).isLessThan(12); // chords 2 cm off an arc of 3.6 m
    }

    /** Lanes bend towards the ring without a corner. */
    private static void noKink(Polyline line) {
        for (int i = 1; i + 1 < line.size(); i++) {
            Pose before = line.at(line.along(i) - 1e-4);
            Pose after = line.at(line.along(i) + 1e-4);
            assertThat(Math.toDegrees(Math.abs(before.turnTo(after)))).isLessThan(16);
        }
    }

    /** Entry and exit lanes of neighbours do not lie on each other where they come to the ring. */
    @ParameterizedTest
    @MethodSource("seeds")
    void legsAreApartAtTheRing(int seed) {
        Network network = ring(seed).compiled();
        List<Pose> ends = new ArrayList<>();
        for (Link link : network.links()) {
            if (!link.ring()) {
                Lane lane = network.lanes().get(link.firstLane());
                ends.add(link.to().equals("middle") ? lane.at(lane.end()) : lane.at(lane.start()));
            }
        }
        for (Pose a : ends) {
            for (Pose b : ends) {
                assertThat(a == b || Math.hypot(a.x() - b.x(), a.y() - b.y()) > 2.2)
                        .isTrue();
            }
        }
    }

    /** Where there is no room, the message says so. */
    @Test
    void tooManyLegsRoundASmallRingAreRefused() {
        Star star = new Star();
        star.control = Control.ROUNDABOUT;
        star.outerDiameter = 13.0;
        for (int i = 0; i < 8; i++) {
            star.leg("r" + i, 45 * i, 1, 1);
        }
        List<Fault> faults = new ArrayList<>();
        assertThat(NetworkCompiler.compile(star.network(), DriveOn.RIGHT, faults))
                .isNull();
        assertThat(faults)
                .anySatisfy(f ->
                        assertThat(f.message()).contains("meet the roundabout", "give it a larger outer-diameter"));
    }
}
