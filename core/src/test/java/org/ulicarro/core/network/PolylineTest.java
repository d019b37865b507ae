package org.ulicarro.core.network;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.Road;

class PolylineTest {

    private final Polyline bent = new Polyline(new double[] {0, 3, 3}, new double[] {0, 0, 4});

    private static void isAt(Pose pose, double x, double y, double dx, double dy) {
        assertThat(pose.x()).isCloseTo(x, within(1e-9));
        assertThat(pose.y()).isCloseTo(y, within(1e-9));
        assertThat(pose.dx()).isCloseTo(dx, within(1e-9));
        assertThat(pose.dy()).isCloseTo(dy, within(1e-9));
    }

    @Test
    void measuresAlongItself() {
        assertThat(bent.length()).isEqualTo(7);
        isAt(bent.at(1), 1, 0, 1, 0);
        isAt(bent.at(5), 3, 2, 0, 1);
        isAt(bent.at(9), 3, 6, 0, 1);
        isAt(bent.at(-2), -2, 0, 1, 0);
    }

    @Test
    void partsAndTurnsRound() {
        Polyline part = bent.part(1, 5);
        assertThat(part.length()).isCloseTo(4, within(1e-12));
        isAt(part.at(0), 1, 0, 1, 0);
        isAt(part.at(4), 3, 2, 0, 1);
        isAt(bent.reversed().at(0), 3, 4, 0, -1);
    }

    @Test
    void knowsHowFarAPointIs() {
        assertThat(bent.distanceTo(1, 2)).isCloseTo(2, within(1e-12));
        assertThat(bent.distanceTo(5, 6)).isCloseTo(Math.sqrt(8), within(1e-12));
        assertThat(bent.distanceTo(3, 1)).isZero();
    }

    @Test
    void needsTwoPointsThatDiffer() {
        assertThatThrownBy(() -> new Polyline(new double[] {1, 1}, new double[] {2, 2}))
                .hasMessageContaining("two points that differ");
    }

    /** The right of a driver who heads north is east. */
    @Test
    void rightIsTheDriversRight() {
        Pose north = new Pose(0, 0, 0, 1);
        isAt(north.right(2), 2, 0, 0, 1);
        isAt(north.ahead(3), 0, 3, 0, 1);
        assertThat(Math.toDegrees(north.turnTo(new Pose(0, 0, -1, 0))))
                .as("left is positive")
                .isCloseTo(90, within(1e-9));
    }

    private static Direction lanes(int count) {
        return new Direction(count, 3, null, null, null, null, null, null, null, null, null);
    }

    private static Carriageway carriageway(Direction ahead, Direction back) {
        Road road = Road.of("a", "b", 10, ahead, back);
        Carriageway c = new Carriageway("r", road, true, new Polyline(new double[] {0, 200}, new double[] {0, 0}));
        c.trim(0, 0);
        return c;
    }

    @Test
    void aOneWayRoadLiesOnItsAxis() {
        Carriageway c = carriageway(lanes(2), null);
        assertThat(c.line(0).at(50).y()).isCloseTo(1.5, within(1e-9));
        assertThat(c.line(1).at(50).y()).isCloseTo(-1.5, within(1e-9));
        assertThat(c.widthAtEnd()).isEqualTo(3);
        assertThat(c.leftWidthAtEnd()).isEqualTo(3);
    }

    /** A bay on the left widens the road about its axis; a bay on the right lies outside. No lane line has a kink. */
    @Test
    void baysOpenSmoothly() {
        Direction.Bays bays =
                new Direction.Bays(List.of(new Direction.Bay(40, 30)), List.of(new Direction.Bay(30, 20)));
        Carriageway c = carriageway(lanes(1).withBays(bays), lanes(1));
        assertThat(c.line(0).at(c.line(0).length()).y()).as("left bay").isCloseTo(0, within(1e-6));
        assertThat(c.line(1).at(c.line(1).length()).y()).as("through").isCloseTo(-3, within(1e-6));
        assertThat(c.line(2).at(c.line(2).length()).y()).as("right bay").isCloseTo(-6, within(1e-6));
        assertThat(c.line(1).at(0).y()).as("through, before the widening").isCloseTo(-1.5, within(1e-6));
        assertThat(c.start(0)).isEqualTo(200 - 40 - 15);
        assertThat(c.start(2)).isEqualTo(200 - 30 - 10);
        for (int lane = 0; lane < 3; lane++) {
            Polyline line = c.line(lane);
            for (int i = 1; i + 1 < line.size(); i++) {
                Pose before = line.at(line.along(i) - 1e-3);
                Pose after = line.at(line.along(i) + 1e-3);
                assertThat(Math.toDegrees(Math.abs(before.turnTo(after)))).isLessThan(3);
            }
        }
    }

    @Test
    void approachesAreNamedByTheDirectionOfDriving() {
        Map<String, Pose> arriving = new LinkedHashMap<>();
        arriving.put("a", new Pose(0, 0, 1, 0));
        arriving.put("b", new Pose(0, 0, 0, 1));
        arriving.put("c", new Pose(0, 0, -1, 0.1));
        assertThat(Approaches.names(arriving, Map.of())).containsValues("EB", "NB", "WB");
        assertThat(Approaches.names(arriving, Map.of("b", "Pier"))).containsEntry("b", "Pier");
        double half = Math.sqrt(0.5);
        arriving.put("d", new Pose(0, 0, half + 0.01, half));
        assertThat(Approaches.names(arriving, Map.of()))
                .as("two share the east: both by eighths")
                .containsEntry("a", "EB")
                .containsEntry("d", "NEB");
        arriving.put("e", new Pose(0, 0, half + 0.02, half));
        arriving.put("f", new Pose(0, 0, 0.5, Math.sqrt(0.75)));
        assertThat(Approaches.names(arriving, Map.of()))
                .as("no two are called the same")
                .containsEntry("a", "EB")
                .containsEntry("d", "NEB-d")
                .containsEntry("e", "NEB-e")
                .containsEntry("f", "NNEB");
    }

    /** Two roads of 13 m that cross at a right angle: half of the other one, the corner's radius of 8 m, and 1 m. */
    @Test
    void stopLinesStandBackBehindTheCorner() {
        List<Setbacks.Leg> legs = List.of(
                new Setbacks.Leg("e", new Pose(0, 0, 1, 0), 6.5, 6.5),
                new Setbacks.Leg("n", new Pose(0, 0, 0, 1), 6.5, 6.5),
                new Setbacks.Leg("w", new Pose(0, 0, -1, 0), 6.5, 6.5),
                new Setbacks.Leg("s", new Pose(0, 0, 0, -1), 6.5, 6.5));
        for (double setback : Setbacks.of(legs, 8)) {
            assertThat(setback).isCloseTo(6.5 + 8 + 1, within(1e-9));
        }
        assertThat(Setbacks.of(legs.subList(0, 1), 8)).containsExactly(0);
    }
}
