package org.ulicarro.core.network;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.Star;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.study.Arrows;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Place.Control;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.Study.DriveOn;
import org.ulicarro.core.study.Turn;
import org.ulicarro.core.study.VehicleType;

/** The small steps of the derivation, one by one. */
class DerivationTest {

    /** Angles in degrees from straight on, left positive; X is the road one came from, R/L a ramp to that side. */
    @ParameterizedTest
    @CsvSource({
        "90 0 -90, LEFT THROUGH RIGHT",
        "40 5, LEFT THROUGH",
        "-30 10, RIGHT THROUGH",
        "60 -60, LEFT RIGHT",
        "44 -44 2, LEFT RIGHT THROUGH",
        "170 0, LEFT THROUGH",
        "X 0, UTURN THROUGH",
        "2R 8, RIGHT THROUGH",
        "-1L -9, LEFT THROUGH",
        "120 100 50, LEFT LEFT LEFT"
    })
    void theStraightestExitIsThrough(String written, String expected) {
        String[] words = written.split(" ");
        double[] angles = new double[words.length];
        List<Movements.Exit> exits = new ArrayList<>();
        for (int i = 0; i < words.length; i++) {
            boolean back = words[i].equals("X");
            char last = words[i].charAt(words[i].length() - 1);
            Turn ramp = last == 'R' ? Turn.RIGHT : last == 'L' ? Turn.LEFT : null;
            exits.add(new Movements.Exit(back, ramp));
            angles[i] =
                    back ? StrictMath.PI : StrictMath.toRadians(Double.parseDouble(words[i].replaceAll("[RL]", "")));
        }
        assertThat(String.join(
                        " ",
                        Movements.turns(angles, exits).stream().map(Enum::name).toList()))
                .isEqualTo(expected);
    }

    /** Lanes, left bays, right bays, exits: the arrows that are painted when nobody says. */
    @ParameterizedTest
    @CsvSource({
        "1, 0, 0, LTR, LTR",
        "2, 0, 0, LTR, LT TR",
        "3, 0, 0, LTR, LT T TR",
        "2, 1, 0, LTR, L T TR",
        "2, 1, 1, LTR, L T T R",
        "1, 0, 0, LR, LR",
        "2, 0, 0, LR, L R",
        "3, 0, 0, LR, L L R",
        "2, 0, 0, L, L L",
        "2, 0, 0, TR, T TR"
    })
    void usualArrows(int lanes, int left, int right, String exits, String expected) {
        List<Turn> turns = new ArrayList<>();
        for (Turn turn : List.of(Turn.LEFT, Turn.THROUGH, Turn.RIGHT)) {
            if (exits.indexOf(turn.letter()) >= 0) {
                turns.add(turn);
            }
        }
        Direction.Bay bay = new Direction.Bay(40, 20);
        Direction d = Direction.of(lanes)
                .withBays(new Direction.Bays(
                        java.util.Collections.nCopies(left, bay), java.util.Collections.nCopies(right, bay)));
        assertThat(String.join(
                        " ",
                        Movements.arrows(d, turns, lane -> false).stream()
                                .map(Arrows::toString)
                                .toList()))
                .isEqualTo(expected);
    }

    /** Before a roundabout: entry lanes, lanes of the exit straight on. */
    @ParameterizedTest
    @CsvSource({"1, 1, ULTR", "2, 1, UL TR", "2, 2, ULT TR", "3, 2, UL T TR"})
    void usualArrowsBeforeARoundabout(int lanes, int exitLanes, String expected) {
        List<Turn> exits = List.of(Turn.LEFT, Turn.THROUGH, Turn.RIGHT, Turn.UTURN);
        assertThat(String.join(
                        " ",
                        Movements.arrowsAtRoundabout(Direction.of(lanes), exits, exitLanes).stream()
                                .map(Arrows::toString)
                                .toList()))
                .isEqualTo(expected);
    }

    /** Two streets at an acute angle: their corner lies further out along both, the wider one's kerb decides. */
    @Test
    void skewedLegsHaveTheirLinesFurtherOut() {
        double angle = StrictMath.toRadians(60);
        Pose north = new Pose(0, 0, StrictMath.cos(angle), StrictMath.sin(angle));
        List<Setbacks.Leg> legs =
                List.of(new Setbacks.Leg("a", new Pose(0, 0, 1, 0), 4, 4), new Setbacks.Leg("b", north, 3, 3));
        double[] setback = Setbacks.of(legs, 5);
        // a's left kerb y = 4 meets b's right kerb where x = (4 cos 60 + 3) / sin 60; the arc's tangent is 5 / tan 30
        assertThat(setback[0])
                .isCloseTo((4 * 0.5 + 3) / StrictMath.sin(angle) + 5 / StrictMath.tan(angle / 2) + 1, within(1e-9));
        assertThat(setback[1])
                .isCloseTo((3 * 0.5 + 4) / StrictMath.sin(angle) + 5 / StrictMath.tan(angle / 2) + 1, within(1e-9));
        List<Setbacks.Leg> alike = List.of(legs.get(0), new Setbacks.Leg("c", new Pose(0, 0, 1, 0), 3, 3));
        assertThat(Setbacks.of(alike, 5)[0]).as("legs on each other").isGreaterThan(Setbacks.FARTHEST);
    }

    @Test
    void minorLegsAreThoseOffTheMainRoad() {
        Star star = new Star();
        star.control = Control.STOP;
        star.leg("a", 180, 1, 1).leg("b", 0, 1, 1).leg("main-s", 280, 2, 2).leg("main-n", 100, 2, 2);
        assertThat(star.compiled().junctions().get("middle").minor()).containsExactly("a", "b");
        Star fork = new Star();
        fork.control = Control.YIELD;
        fork.leg("a", 0, 1, 1).leg("b", 120, 1, 1).leg("c", 240, 1, 1);
        List<Fault> faults = new ArrayList<>();
        assertThat(NetworkCompiler.compile(fork.network(), DriveOn.RIGHT, faults))
                .isNull();
        assertThat(faults)
                .singleElement()
                .satisfies(f ->
                        assertThat(f.message()).contains("no two legs of 'middle' lead straight on", "write minor:"));
    }

    /** Usual sizes hold a ring and an island; what is too small is said with the least that would do. */
    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3})
    void ringsHaveRoomForTheirLanes(int lanes) {
        RoundaboutShape ring = RoundaboutShape.of(draft(), "r", roundabout(lanes, null));
        assertThat(ring.island()).isGreaterThan(8);
        assertThat(ring.lane(lanes - 1) - ring.lane(0)).isCloseTo((lanes - 1) * ring.laneWidth(), within(1e-9));
        assertThat(ring.radius() - ring.lane(lanes - 1)).isCloseTo(ring.laneWidth() / 2 + 0.3, within(1e-9));
        Draft draft = draft();
        RoundaboutShape.of(draft, "r", roundabout(lanes, 10.0));
        double least = lanes == 1 ? 13 : StrictMath.ceil(2 * (lanes * ring.laneWidth() + 0.3 + 2));
        assertThat(draft.faults)
                .singleElement()
                .satisfies(f -> assertThat(f.message()).contains("it must be " + (int) least + " m to 200 m"));
    }

    private static Draft draft() {
        List<Fault> faults = new ArrayList<>();
        NetworkInput empty = NetworkInput.of(Map.of(), Map.of());
        return new Draft(empty, Hand.RIGHT, faults, new RampLanes(empty, faults));
    }

    private static Place roundabout(int lanes, Double diameter) {
        return new Place(
                new Point(3, 4),
                Control.ROUNDABOUT,
                null,
                null,
                null,
                null,
                null,
                null,
                null,
                diameter,
                lanes,
                null,
                null,
                null);
    }

    /** In a mirror and back: everything as it was. */
    @Test
    void theMirrorOfTheMirrorIsTheThing() {
        Direction d = new Direction(
                2,
                3.25,
                Map.of("1", 4.0),
                new Direction.Bays(List.of(new Direction.Bay(50, 20)), null),
                new Direction.Bays(null, List.of(new Direction.Bay(80, 30))),
                List.of(Arrows.parse("L"), Arrows.parse("T"), Arrows.parse("TR")),
                new Direction.Ramp(Direction.Side.RIGHT, 100, 50),
                null,
                null,
                null,
                null);
        Map<String, Place> places = new LinkedHashMap<>();
        places.put("a", Place.of(new Point(1, 2), Control.NONE));
        places.put("b", Place.of(new Point(300, -7), Control.NONE));
        Road road = Road.of("a", "b", 10, d, null).withAxis(List.of(new Point(50, 5)), Map.of("b", new Point(301, 0)));
        NetworkInput input = NetworkInput.of(places, Map.of("r", road));
        NetworkInput mirrored = Hand.LEFT.in(input);
        Direction m = mirrored.roads().get("r").ahead();
        assertThat(m.turns()).hasToString("[TL, T, R]".replace("TL", "LT"));
        assertThat(m.bays().right()).hasSize(1);
        assertThat(m.ends().left()).hasSize(1);
        assertThat(m.joins().side()).isEqualTo(Direction.Side.LEFT);
        assertThat(m.widths()).containsExactly(Map.entry("4", 4.0));
        assertThat(mirrored.places().get("b").at()).isEqualTo(new Point(-300, -7));
        assertThat(Hand.LEFT.in(mirrored)).isEqualTo(input);
        assertThat(Hand.RIGHT.in(input)).isSameAs(input);
    }

    /** A bus turns on 11.5 m of radius, a car on 6.4 m; a little less is made up for by swinging out. */
    @Test
    void turnsTooTightForTheLongestVehicleAreNamed() {
        Star star = Star.cross(Control.YIELD);
        Network network = star.compiled();
        double tightest = network.movements().stream()
                .flatMap(m -> m.paths().stream())
                .mapToDouble(TurningPath::radius)
                .filter(r -> r > 3)
                .min()
                .orElseThrow();
        assertThat(tightest).as("a corner of 10 m and half a lane").isCloseTo(11.6, within(1.1));
        List<Fault> faults = new ArrayList<>();
        TurningRoom.check(
                network, star.network(), List.of(VehicleType.CAR, VehicleType.BUS, VehicleType.TRUCK), faults);
        assertThat(faults).isEmpty();
        TurningRoom.check(network, star.network(), List.of(VehicleType.TRAM), faults);
        assertThat(faults)
                .isNotEmpty()
                .allMatch(f ->
                        f.severity() == Fault.Severity.WARNING && f.message().contains("a tram needs 18.0 m"));
    }

    /** A point's distance from a line of pieces, against the simple way. */
    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 4, 5})
    void distancesAreThoseToTheNearestPiece(int seed) {
        double[] xs = new double[9];
        double[] ys = new double[9];
        for (int i = 0; i < 9; i++) {
            xs[i] = 7 * i + StrictMath.sin(seed * 3 + i) * 5;
            ys[i] = StrictMath.cos(seed + 2.3 * i) * 9;
        }
        Polyline line = new Polyline(xs, ys);
        for (int k = 0; k < 50; k++) {
            double px = 70 * StrictMath.sin(k * 1.7 + seed);
            double py = 40 * StrictMath.cos(k * 2.9);
            double least = Double.POSITIVE_INFINITY;
            for (double s = 0; s <= line.length(); s += 0.01) {
                Pose p = line.at(s);
                least = Math.min(least, Math.hypot(p.x() - px, p.y() - py));
            }
            assertThat(line.distanceTo(px, py)).isCloseTo(least, within(0.011)).isLessThanOrEqualTo(least + 1e-9);
            if (line.isFar(px, py, 5)) {
                assertThat(least).isGreaterThan(4.999);
            }
        }
    }
}
