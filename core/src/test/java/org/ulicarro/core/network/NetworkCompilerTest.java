package org.ulicarro.core.network;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.Crossroads;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.study.Study.DriveOn;
import org.ulicarro.core.study.Turn;

class NetworkCompilerTest {

    private static Network compile(Crossroads scene) {
        List<Fault> faults = new ArrayList<>();
        Network network = NetworkCompiler.compile(scene.study().network(), DriveOn.RIGHT, faults);
        assertThat(faults).isEmpty();
        return network;
    }

    private static List<String> messages(Crossroads scene) {
        List<Fault> faults = new ArrayList<>();
        NetworkCompiler.compile(scene.study().network(), DriveOn.RIGHT, faults);
        return faults.stream().map(f -> f.pointer() + " " + f.message()).toList();
    }

    @Test
    void namesAllMovementsOfACrossroads() {
        Network network = compile(new Crossroads());
        assertThat(network.movements().stream().map(Movement::name))
                .containsExactlyInAnyOrder(
                        "EBL", "EBT", "EBR", "WBL", "WBT", "WBR", "NBL", "NBT", "NBR", "SBL", "SBT", "SBR");
        assertThat(network.movement("market", "EBL").movement().id()).isEqualTo("west>north");
        assertThat(network.movement("market", "west>north").movement().turn()).isEqualTo(Turn.LEFT);
        assertThat(network.movement("market", "EBX").problem())
                .contains("has no movement 'EBX'")
                .contains("EBL");
    }

    @Test
    void lanesAreStraightParallelAndMeasuredFromTheLeft() {
        Network network = compile(new Crossroads());
        Link link = network.links().get(0);
        assertThat(link.id()).isEqualTo("west ahead");
        assertThat(link.lanes()).isEqualTo(3);
        Lane bay = network.lanes().get(link.firstLane());
        assertThat(bay.isBay()).isTrue();
        assertThat(bay.arrows()).hasToString("L");
        assertThat(bay.end() - bay.start()).isCloseTo(60 + 20 / 2.0, within(1e-9));
        // the bay lies on the axis, through lanes are shifted by half of it
        assertThat(bay.at(bay.end()).y()).isCloseTo(0, within(1e-6));
        assertThat(network.lanes().get(link.firstLane() + 1).at(link.length()).y())
                .isCloseTo(-3.25, within(1e-6));
        assertThat(network.lanes().get(link.firstLane() + 1).at(10).y()).isCloseTo(-1.625, within(1e-6));
    }

    @Test
    void everyArrowLeadsToALaneInItsOrder() {
        Network network = compile(new Crossroads());
        for (Movement movement : network.movements()) {
            int before = -1;
            for (TurningPath path : movement.paths()) {
                assertThat(path.toLane()).isGreaterThan(before);
                before = path.toLane();
            }
        }
        assertThat(network.movement("market", "EBT").movement().paths()).hasSize(2);
        assertThat(network.movement("market", "EBL").movement().paths()).hasSize(1);
    }

    @ParameterizedTest
    @ValueSource(doubles = {0, -20, 15, 30})
    void pathsStartAndEndWhereTheirLanesDoWithoutAKink(double skew) {
        Crossroads scene = new Crossroads();
        scene.skew = skew;
        Network network = compile(scene);
        for (Movement movement : network.movements()) {
            for (TurningPath path : movement.paths()) {
                Lane own = network.lanes().get(path.lane());
                Lane from = network.lanes().get(path.fromLane());
                Lane to = network.lanes().get(path.toLane());
                same(own.at(0), from.at(from.end()));
                same(own.at(own.end()), to.at(to.start()));
                for (int i = 1; i + 1 < own.line().size(); i++) {
                    Pose before = own.line().at(own.line().along(i) - 1e-4);
                    Pose after = own.line().at(own.line().along(i) + 1e-4);
                    assertThat(Math.toDegrees(Math.abs(before.turnTo(after))))
                            .as(movement.name())
                            .isLessThan(8);
                }
            }
        }
    }

    private static void same(Pose a, Pose b) {
        assertThat(a.x()).isCloseTo(b.x(), within(1e-6));
        assertThat(a.y()).isCloseTo(b.y(), within(1e-6));
        assertThat(Math.toDegrees(Math.abs(a.turnTo(b)))).isLessThan(5);
    }

    /** Worked by hand: what meets the left turn from the west at a crossroads. */
    @Test
    void findsWhomALeftTurnMeets() {
        Network network = compile(new Crossroads());
        // with two receiving lanes the right turn of the other side takes the other one
        assertThat(met(network, "EBL")).containsExactlyInAnyOrder("WBT", "NBT", "NBL", "SBT", "SBL");
        assertThat(met(network, "EBR")).containsExactly("SBT");
        assertThat(met(network, "EBT")).containsExactlyInAnyOrder("WBL", "NBT", "NBL", "NBR", "SBT", "SBL");
        Crossroads narrow = new Crossroads();
        narrow.lanes = 1;
        assertThat(met(compile(narrow), "EBL")).contains("WBR");
    }

    @ParameterizedTest
    @ValueSource(doubles = {0, -20, 15, 30})
    void pathsOfOneApproachNeverCross(double skew) {
        Crossroads scene = new Crossroads();
        scene.skew = skew;
        Network network = compile(scene);
        for (Conflict conflict : network.junctions().get("market").conflicts()) {
            Movement a = movementOf(network, conflict.pathA());
            Movement b = movementOf(network, conflict.pathB());
            assertThat(a.fromLink()).as(a.name() + " and " + b.name()).isNotEqualTo(b.fromLink());
        }
    }

    private static Set<String> met(Network network, String name) {
        int own = network.movement("market", name).movement().index();
        Set<String> met = new TreeSet<>();
        for (Conflict conflict : network.junctions().get("market").conflicts()) {
            Movement a = movementOf(network, conflict.pathA());
            Movement b = movementOf(network, conflict.pathB());
            if (a.index() == own) {
                met.add(b.name());
            } else if (b.index() == own) {
                met.add(a.name());
            }
        }
        return met;
    }

    private static Movement movementOf(Network network, int path) {
        return network.movements().stream()
                .filter(m -> m.paths().stream().anyMatch(p -> p.lane() == path))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void aQuarterTurnHasTheRadiusOfItsCorner() {
        PathShape shape = PathShape.between(new Pose(0, 0, 1, 0), new Pose(20, 20, 0, 1));
        assertThat(shape.radius()).isCloseTo(20, within(1e-9));
        assertThat(shape.line().length()).isCloseTo(Math.PI / 2 * 20, within(0.01));
        PathShape late = PathShape.between(new Pose(0, 0, 1, 0), new Pose(30, 12, 0, 1));
        assertThat(late.radius()).as("the shorter leg decides").isCloseTo(12, within(1e-9));
        PathShape on = PathShape.between(new Pose(0, 0, 1, 0), new Pose(30, 0, 1, 0));
        assertThat(on.radius()).isInfinite();
    }

    /** NCHRP Report 672, equation 6-1: 20 m at +2 % gives 8.7602 x 20^0.3861 = 27.85 km/h. */
    @Test
    void turningSpeedFollowsItsSource() {
        assertThat(TurnSpeed.onRadius(20) * 3.6).isCloseTo(27.85, within(0.02));
        assertThat(TurnSpeed.onRadius(Double.POSITIVE_INFINITY)).isInfinite();
    }

    @Test
    void saysWhatDoesNotFit() {
        Crossroads tooLong = new Crossroads();
        tooLong.legLength = 80;
        assertThat(messages(tooLong))
                .anyMatch(m -> m.contains("/ahead/bays/left/0") && m.contains("this lane needs 80 m"));
        Crossroads tooShort = new Crossroads();
        tooShort.legLength = 25;
        assertThat(messages(tooShort))
                .anyMatch(m -> m.contains("/network/roads/west") && m.contains("the places are too close"));
    }

    @Test
    void everyArrowNeedsARoad() {
        var whole = new Crossroads().study().network();
        var roads = new java.util.LinkedHashMap<>(whole.roads());
        roads.remove("south");
        List<Fault> faults = new ArrayList<>();
        var west = roads.get("west");
        var oneLane =
                org.ulicarro.core.study.Direction.of(1).withTurns(List.of(org.ulicarro.core.study.Arrows.parse("TR")));
        roads.put("west", west.withLanes(oneLane, west.back()));
        NetworkCompiler.compile(org.ulicarro.core.study.NetworkInput.of(whole.places(), roads), DriveOn.RIGHT, faults);
        assertThat(faults.stream().map(f -> f.pointer() + " " + f.message()))
                .containsExactly(
                        "/network/roads/west/ahead/turns/0 lane 1 of west ahead has the arrow R, but at 'market' no road"
                                + " leads that way; its vehicles could not go on",
                        "/network/roads/east/ahead/turns/0 lane 1 of east ahead has the arrow L, but at 'market' no road"
                                + " leads that way; its vehicles could not go on");
    }
}
