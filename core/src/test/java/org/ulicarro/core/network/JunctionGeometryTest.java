package org.ulicarro.core.network;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.Star;
import org.ulicarro.core.study.MovementInput;
import org.ulicarro.core.study.Place.Control;
import org.ulicarro.core.study.Study.DriveOn;
import org.ulicarro.core.study.Turn;

/** What holds for the geometry of any junction, over drawn legs and all controls; and exact cases. */
class JunctionGeometryTest {

    private static Star star(int seed) {
        Control[] controls = {Control.STOP, Control.YIELD, Control.ALL_STOP, Control.ROUNDABOUT};
        Star star = Star.random(controls[seed % 4], seed);
        if (star.control == Control.STOP || star.control == Control.YIELD) {
            star.minor = List.of(star.legs.get(0).road());
        }
        return star;
    }

    private static List<TurningPath> paths(Network network) {
        List<TurningPath> paths = new ArrayList<>();
        network.movements().forEach(m -> paths.addAll(m.paths()));
        return paths;
    }

    /** From lane to path to lane without a step, and nowhere a kink that a driver would feel. */
    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20, 21, 22, 23, 24})
    void pathsJoinLanesSmoothly(int seed) {
        Network network = star(seed).compiled();
        assertThat(paths(network)).isNotEmpty();
        for (TurningPath p : paths(network)) {
            Lane path = network.lanes().get(p.lane());
            Lane from = network.lanes().get(p.fromLane());
            Lane to = network.lanes().get(p.toLane());
            String what = network.movements().get(p.movement()).id();
            joins(what, from.at(from.end()), path.at(0));
            joins(what, path.at(path.end()), to.at(to.start()));
            for (int i = 1; i + 1 < path.line().size(); i++) {
                Pose before = path.line().at(path.line().along(i) - 1e-4);
                Pose after = path.line().at(path.line().along(i) + 1e-4);
                assertThat(Math.toDegrees(Math.abs(before.turnTo(after))))
                        .as(what)
                        .isLessThan(16);
            }
            assertThat(p.radius()).as(what).isGreaterThan(1.5);
        }
    }

    private static void joins(String what, Pose a, Pose b) {
        assertThat(Math.hypot(a.x() - b.x(), a.y() - b.y())).as(what).isLessThan(1e-6);
        assertThat(Math.toDegrees(Math.abs(a.turnTo(b)))).as(what).isLessThan(8);
    }

    /** Every two paths from different lanes that come within reach of each other have a conflict that covers the stretch. */
    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12})
    void noMeetingOfPathsIsMissed(int seed) {
        Network network = star(seed).compiled();
        Junction junction = network.junctions().get("middle");
        int meetings = 0;
        for (Movement m : network.movements()) {
            for (Movement o : network.movements()) {
                boolean onTheSameRing = junction.isRoundabout() && m.isInner() && o.isInner();
                if (m.index() < o.index() && !onTheSameRing && !junction.isRoundabout()) {
                    meetings += check(network, junction, m, o);
                }
            }
        }
        assertThat(junction.isRoundabout() || meetings > 0).isTrue();
    }

    private static int check(Network network, Junction junction, Movement m, Movement o) {
        int meetings = 0;
        for (TurningPath a : m.paths()) {
            for (TurningPath b : o.paths()) {
                if (a.fromLane() == b.fromLane()) {
                    continue;
                }
                Lane laneA = network.lanes().get(a.lane());
                Lane laneB = network.lanes().get(b.lane());
                double[] zone = zone(junction, a.lane(), b.lane());
                for (double s = 0; s <= laneA.end(); s += 0.2) {
                    Pose pose = laneA.at(s);
                    double d = laneB.line().distanceTo(pose.x(), pose.y());
                    boolean inside = zone != null && s >= zone[0] - 0.1 && s <= zone[1] + 0.1;
                    if (d < ConflictFinder.TOUCHING - 0.02 && !inside) {
                        throw new AssertionError(m.id() + " and " + o.id() + " are " + d + " m apart at " + s
                                + " m, outside what was found");
                    }
                }
                meetings += zone == null ? 0 : 1;
            }
        }
        return meetings;
    }

    private static double[] zone(Junction junction, int a, int b) {
        for (Conflict c : junction.conflicts()) {
            if (c.pathA() == a && c.pathB() == b) {
                return new double[] {c.startA(), c.endA()};
            }
            if (c.pathA() == b && c.pathB() == a) {
                return new double[] {c.startB(), c.endB()};
            }
        }
        return null;
    }

    /** Paths from neighbouring lanes of one approach keep their order. */
    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 5, 6, 7, 9, 10, 11})
    void pathsOfOneApproachDoNotCross(int seed) {
        Network network = star(seed).compiled();
        for (Conflict c : network.junctions().get("middle").conflicts()) {
            Movement a = network.movements().get(network.movementOfPath(c.pathA()));
            Movement b = network.movements().get(network.movementOfPath(c.pathB()));
            boolean same = a.fromLink() == b.fromLink() && c.kind() == Conflict.Kind.CROSSING;
            if (same) { // beside each other and near, but not through each other
                Lane first = network.lanes().get(c.pathA());
                Lane second = network.lanes().get(c.pathB());
                double side = side(second, first.at(first.end() / 2));
                for (double s = 0; s < first.end(); s += 0.5) {
                    assertThat(side(second, first.at(s)) * side).isGreaterThan(-1e-9);
                }
            }
        }
    }

    /** Positive where a point lies left of a line. */
    private static double side(Lane lane, Pose point) {
        double best = Double.POSITIVE_INFINITY;
        double side = 0;
        for (double s = 0; s < lane.end(); s += 0.25) {
            Pose p = lane.at(s);
            double d = Math.hypot(p.x() - point.x(), p.y() - point.y());
            if (d < best) {
                best = d;
                side = p.dx() * (point.y() - p.y()) - p.dy() * (point.x() - p.x());
            }
        }
        return side;
    }

    /** What waits at a line is clear of whoever drives past it. */
    @ParameterizedTest
    @ValueSource(ints = {1, 2, 5, 6, 9, 10, 13, 14, 17, 18})
    void waitingVehiclesAreClearOfAllPaths(int seed) {
        Network network = star(seed).compiled();
        Junction junction = network.junctions().get("middle");
        for (Link link : network.links()) {
            for (Lane lane : link.to().equals("middle") ? network.lanesOf(link) : List.<Lane>of()) {
                for (int m : junction.movements()) {
                    Movement movement = network.movements().get(m);
                    for (TurningPath path :
                            movement.fromLink() == link.index() ? List.<TurningPath>of() : movement.paths()) {
                        for (double side : new double[] {-1.27, 0, 1.27}) {
                            Pose corner = lane.at(lane.end()).right(side);
                            assertThat(network.lanes().get(path.lane()).line().distanceTo(corner.x(), corner.y()))
                                    .as(movement.id() + " past " + link.id())
                                    .isGreaterThan(1.275);
                        }
                    }
                }
            }
        }
    }

    /** One lane each way at right angles: two straight paths share a square as wide as what touches. */
    @Test
    void straightPathsShareASquare() {
        Network network = Star.cross(Control.YIELD).compiled();
        Conflict c = between(network, "w>e", "s>n");
        assertThat(c.kind()).isEqualTo(Conflict.Kind.CROSSING);
        assertThat(c.endA() - c.startA()).isCloseTo(2 * ConflictFinder.TOUCHING, within(0.05));
        assertThat(c.endB() - c.startB()).isCloseTo(2 * ConflictFinder.TOUCHING, within(0.05));
        Pose middle = network.lanes().get(c.pathA()).at((c.startA() + c.endA()) / 2);
        assertThat(middle.x()).as("the northbound lane").isCloseTo(1.625, within(0.03));
        assertThat(middle.y()).as("the eastbound lane").isCloseTo(-1.625, within(0.03));
    }

    private static Conflict between(Network network, String a, String b) {
        return network.junctions().get("middle").conflicts().stream()
                .filter(c ->
                        Set.of(id(network, c.pathA()), id(network, c.pathB())).equals(Set.of(a, b)))
                .findFirst()
                .orElseThrow();
    }

    private static String id(Network network, int path) {
        return network.movements().get(network.movementOfPath(path)).id();
    }

    /** The Manual's ranks: on the minor legs right before through before left, all after the major road, whose left turns yield too. */
    @Test
    void minorLegsYieldByRank() {
        Star star = Star.cross(Control.STOP);
        star.minor = List.of("s", "n");
        Network network = star.compiled();
        List<String> pairs =
                List.of("s>n w>e", "s>e w>e", "s>w w>e", "w>n e>w", "w>n e>n", "s>n w>n", "s>w n>s", "s>w n>w");
        for (String pair : pairs) {
            String yields = pair.split(" ")[0];
            Conflict c = between(network, yields, pair.split(" ")[1]);
            boolean first = id(network, c.pathA()).equals(yields);
            assertThat(c.who()).as(pair).isEqualTo(first ? Conflict.Who.A_YIELDS : Conflict.Who.B_YIELDS);
        }
        assertThat(rule(network, "s>n")).isEqualTo(EntryRule.STOP);
        assertThat(rule(network, "w>n")).isEqualTo(EntryRule.FREE);
    }

    private static EntryRule rule(Network network, String id) {
        return network.movement("middle", id).movement().rule();
    }

    @Test
    void whereAllStopOrderOfArrivalDecides() {
        Network network = Star.cross(Control.ALL_STOP).compiled();
        assertThat(network.junctions().get("middle").conflicts())
                .isNotEmpty()
                .allMatch(c -> c.who() == Conflict.Who.IN_TURN);
        assertThat(network.movements()).allMatch(m -> m.rule() == EntryRule.ALL_STOP);
    }

    /** Round the ring: each movement passes the legs between its own and its exit, and everybody who enters yields. */
    @Test
    void aRoundaboutIsAChainOfArcs() {
        Network network = Star.cross(Control.ROUNDABOUT).compiled();
        Movement left = network.movement("middle", "w>n").movement();
        assertThat(left.turn()).isEqualTo(Turn.LEFT);
        assertThat(left.onward().stream().map(m -> network.movements().get(m).id()))
                .containsExactly("middle: s past", "middle: e past", "middle: n out");
        assertThat(network.movement("middle", "w>w").movement().onward()).hasSize(4);
        assertThat(network.links().stream().filter(Link::ring)).hasSize(4);
        Set<String> names = new HashSet<>(network.junctions().get("middle").movements().stream()
                .map(m -> network.movements().get(m).name())
                .toList());
        assertThat(names).contains("EBL", "EBT", "EBR", "EBU", "NBL", "SBU").hasSize(16);
        for (Conflict c : network.junctions().get("middle").conflicts()) {
            Movement a = network.movements().get(network.movementOfPath(c.pathA()));
            Movement b = network.movements().get(network.movementOfPath(c.pathB()));
            if (a.isInner() != b.isInner()) {
                assertThat(c.who()).isEqualTo(a.isInner() ? Conflict.Who.B_YIELDS : Conflict.Who.A_YIELDS);
            }
        }
        Roundabout ring = network.junctions().get("middle").ring();
        assertThat(ring.outer()).isEqualTo(18);
        Lane arc = network.lanesOf(
                        network.links().stream().filter(Link::ring).findFirst().orElseThrow())
                .get(0);
        Pose on = arc.at(arc.end() / 2);
        assertThat(Math.hypot(on.x(), on.y())).isCloseTo(18 - 0.3 - 2.6, within(0.02));
    }

    /** One-way streets: two lead in, two lead out, at a sign and at a ring. */
    @ParameterizedTest
    @org.junit.jupiter.params.provider.EnumSource(
            value = Control.class,
            names = {"YIELD", "ALL_STOP", "ROUNDABOUT"})
    void oneWayStreetsHaveMovementsOneWayOnly(Control control) {
        Star star = new Star();
        star.control = control;
        star.outerDiameter = 44.0;
        star.leg("w", 180, 2, 0).leg("s", 270, 1, 0).leg("e", 0, 0, 2).leg("n", 90, 0, 1);
        Network network = star.compiled();
        assertThat(network.junctions().get("middle").movements().stream()
                        .map(m -> network.movements().get(m).id()))
                .containsExactlyInAnyOrder("w>e", "w>n", "s>e", "s>n");
        assertThat(network.entries()).hasSize(2);
        for (TurningPath p : paths(network)) {
            assertThat(p.radius()).isGreaterThan(4);
        }
    }

    /** Driving on the left: the same plan in a mirror gives the same network in a mirror, digit by digit. */
    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8})
    void leftHandDrivingIsTheMirrorImage(int seed) {
        Star star = star(seed);
        Network right = star.compiled();
        star.driveOn = DriveOn.LEFT;
        Network left = star.compiled();
        assertThat(left.lanes()).hasSameSizeAs(right.lanes());
        for (int i = 0; i < right.lanes().size(); i++) {
            Polyline a = right.lanes().get(i).line();
            Polyline b = left.lanes().get(i).line();
            assertThat(b.size()).isEqualTo(a.size());
            for (int k = 0; k < a.size(); k++) {
                assertThat(b.x(k) + a.x(k)).isZero();
                assertThat(b.y(k)).isEqualTo(a.y(k));
            }
        }
        for (Movement m : right.movements()) {
            Movement o = left.movements().get(m.index());
            assertThat(o.id()).isEqualTo(m.id());
            assertThat(o.turn()).isEqualTo(Hand.LEFT.turn(m.turn()));
        }
        assertThat(left.junctions().get("middle").conflicts())
                .isEqualTo(right.junctions().get("middle").conflicts());
        assertThat(left.keepsRight()).isFalse();
    }

    @Test
    void speedsAndRadiiCanBeWritten() {
        Star star = Star.cross(Control.YIELD);
        var slow = new MovementInput(null, null, 3.0, List.of("s>n"), null, null, null, null, false);
        var closed = new MovementInput(null, null, null, null, null, null, null, null, true);
        star.minor = List.of("s", "n");
        star.movements = Map.of("EBT", slow, "w>n", closed);
        Network network = star.compiled();
        Movement through = network.movement("middle", "w>e").movement();
        assertThat(network.lanes().get(through.paths().get(0).lane()).speed()).isEqualTo(3.0);
        Conflict c = between(network, "w>e", "s>n");
        boolean first = id(network, c.pathA()).equals("w>e");
        assertThat(c.who()).isEqualTo(first ? Conflict.Who.A_YIELDS : Conflict.Who.B_YIELDS);
        assertThat(network.movement("middle", "EBL").closed()).isTrue();
        assertThat(network.movement("middle", "EBL").movement()).isNull();
    }
}
