package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.Conflict;
import org.ulicarro.core.network.EntryRule;
import org.ulicarro.core.network.Intergreens;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.MarkedCrossing;
import org.ulicarro.core.network.Marking;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.NetworkChanges;
import org.ulicarro.core.network.NetworkCompiler;
import org.ulicarro.core.network.Pose;
import org.ulicarro.core.study.Crossing;
import org.ulicarro.core.study.Study;

/** Scenes in the words of a study, and what is derived from them: positions and lengths that can be worked out by hand. */
class DerivedNetworkTest {

    @TempDir
    private Path temp;

    /** Compiles a network written as YAML; fails when it has errors. */
    private Network network(String yaml, String... more) throws IOException {
        Path study = Files.createDirectories(temp.resolve("scene" + System.nanoTime()));
        String indented = ("network:\n" + yaml).indent(0);
        Files.writeString(
                study.resolve("study.yaml"), """
                format: ulicarro/1
                title: a scene
                periods: {am: {from: "07:00", to: "08:00"}}
                demand: {mix: {car: 100 %}, volumes: {}}
                """ + String.join("\n", more) + (more.length > 0 ? "\n" : "") + indented);
        List<Fault> faults = new ArrayList<>();
        try {
            var read = StudyFolder.read(study, List.of()).study();
            Network network = NetworkCompiler.compile(read.network(), read.driveOn(), faults);
            assertThat(faults)
                    .filteredOn(f -> f.severity() == Fault.Severity.ERROR)
                    .isEmpty();
            return network;
        } catch (StudyProblem problem) {
            throw new AssertionError(problem.messages().toString());
        }
    }

    private static Link link(Network network, String id) {
        return network.links().stream()
                .filter(l -> l.id().equals(id))
                .findFirst()
                .orElseThrow();
    }

    private static Lane lane(Network network, String link, int number) {
        return network.lanesOf(link(network, link)).stream()
                .filter(l -> l.number() == number)
                .findFirst()
                .orElseThrow();
    }

    private static final String MERGE = """
              places:
                west: {at: [-600, 0]}
                nose: {at: [0, 0]}
                east: {at: [900, 0]}
                town: {at: [-400, -90]}
              roads:
                m1: {class: motorway, between: [west, nose], speed: 110 km/h, ahead: {lanes: 2, width: 3.5 m}}
                m2: {class: motorway, between: [nose, east], speed: 110 km/h, ahead: {lanes: 2, width: 3.5 m}}
                ramp: {between: [town, nose], via: [[-200, -20], [-100, -8]], speed: 80 km/h,
                       ahead: {lanes: 1, width: 3.5 m, joins: {side: right, parallel: 220 m, taper: 60 m}}}
            """;

    /** The ramp feeds a lane of its own beside the motorway, which ends after its length and half of its taper. */
    @Test
    void aRampJoinsByALaneOfItsOwn() throws IOException {
        Network network = network(MERGE);
        assertThat(link(network, "m2 ahead").lanes()).isEqualTo(3);
        Lane aux = lane(network, "m2 ahead", 3);
        assertThat(aux.ends()).isTrue();
        assertThat(aux.end()).isEqualTo(220 + 30);
        Movement ramp = network.movement("nose", "ramp>m2").movement();
        assertThat(ramp.paths())
                .singleElement()
                .satisfies(p -> assertThat(p.toLane()).isEqualTo(aux.index()));
        Movement main = network.movement("nose", "m1>m2").movement();
        assertThat(main.paths().stream()
                        .map(p -> network.lanes().get(p.toLane()).number()))
                .containsExactly(1, 2);
        assertThat(network.junctions().get("nose").conflicts())
                .as("the paths run side by side")
                .isEmpty();
        Pose end = aux.at(100);
        assertThat(end.y()).as("right of two lanes about the axis").isCloseTo(-3.5 * 1.5, within(1e-6));
    }

    @Test
    void aRampLeavesFromABay() throws IOException {
        Network network = network("""
              places:
                west: {at: [-900, 0]}
                nose: {at: [0, 0]}
                east: {at: [600, 0]}
                town: {at: [400, -90]}
              roads:
                m1: {class: motorway, between: [west, nose], speed: 110 km/h, ahead: {lanes: 2}}
                m2: {class: motorway, between: [nose, east], speed: 110 km/h, ahead: {lanes: 2}}
                ramp: {between: [nose, town], via: [[100, -8], [200, -20]], speed: 80 km/h,
                       ahead: {lanes: 1, leaves: {side: right, parallel: 150 m, taper: 60 m}}}
            """);
        Lane bay = lane(network, "m1 ahead", 3);
        double length = link(network, "m1 ahead").length();
        assertThat(bay.start()).isCloseTo(length - 150 - 30, within(1e-9));
        assertThat(bay.arrows()).hasToString("R");
        Movement off = network.movement("nose", "m1>ramp").movement();
        assertThat(off.name()).isEqualTo("EBR");
        assertThat(off.paths())
                .singleElement()
                .satisfies(p -> assertThat(p.fromLane()).isEqualTo(bay.index()));
        assertThat(network.movement("nose", "m1>m2").movement().paths()).hasSize(2);
    }

    /** Three lanes into two: of two equal ways the outer lane ends. Two into three: the new lane opens without a path into it. */
    @Test
    void lanesAreDroppedAndAddedWhereTheRoadChanges() throws IOException {
        String form = """
              places: {a: {at: [0, 0]}, b: {at: [400, 0]}, c: {at: [800, 0]}}
              roads:
                one: {between: [a, b], speed: 50 km/h, ahead: {lanes: %d}}
                two: {between: [b, c], speed: 50 km/h, ahead: {lanes: %d}}
            """;
        Network drop = network(String.format(form, 3, 2));
        assertThat(lane(drop, "one ahead", 3).ends()).isTrue();
        assertThat(lane(drop, "one ahead", 3).arrows()).isNull();
        assertThat(drop.movement("b", "one>two").movement().paths())
                .hasSize(2)
                .as("half a lane sideways, gently")
                .allMatch(p -> p.radius() > 30);
        Network add = network(String.format(form, 2, 3));
        assertThat(add.movement("b", "one>two").movement().paths()).hasSize(2);
        assertThat(add.lanes()).noneMatch(Lane::ends);
    }

    @Test
    void aMedianPartsTheDirectionsAndGivesRoomToBays() throws IOException {
        Network network = network("""
              places: {a: {at: [0, 0]}, b: {at: [400, 0], control: yield}, c: {at: [800, 0]}, d: {at: [400, 300]}}
              roads:
                one: {between: [a, b], speed: 50 km/h, median: 6 m,
                      ahead: {lanes: 1, bays: {left: [{full-width: 60 m, taper: 20 m}]}}, back: {lanes: 1}}
                two: {between: [b, c], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                three: {between: [d, b], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
            """);
        Lane through = lane(network, "one ahead", 2);
        assertThat(through.at(50).y()).isCloseTo(-(3 + 1.625), within(1e-6));
        assertThat(through.at(through.end()).y())
                .as("the bay takes its 3.25 m from the median")
                .isCloseTo(-(3 + 1.625), within(1e-6));
        assertThat(lane(network, "one ahead", 1).at(through.end()).y()).isCloseTo(-(3 - 1.625), within(1e-6));
    }

    private static final String SLIP = """
              places:
                mid: {at: [0, 0], control: yield, minor: [s], bypass: {s>e: %s}}
                w: {at: [-300, 0]}
                e-end: {at: [300, 0]}
                s-end: {at: [0, -300]}
              roads:
                w: {between: [w, mid], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                e: {between: [mid, e-end], speed: 50 km/h, ahead: {lanes: %d}, back: {lanes: 1}}
                s: {between: [s-end, mid], speed: 50 km/h, ahead: {lanes: 1, bays: {right: [{full-width: 50 m}]}, turns: [L, R]}, back: {lanes: 1}}
            """;

    /** The slip lane ends before the line, curves on 20 m, and enters a road that begins where its curve ends. */
    @Test
    void aSlipLanePassesBesideTheJunction() throws IOException {
        Network network = network(String.format(SLIP, "yield", 1));
        Movement slip = network.movement("mid", "s>e").movement();
        assertThat(slip.bypass()).isTrue();
        assertThat(slip.rule()).isEqualTo(EntryRule.YIELD);
        assertThat(slip.paths().get(0).radius()).isCloseTo(20, within(0.01));
        Lane bay = lane(network, "s ahead", 2);
        assertThat(bay.end()).isLessThan(link(network, "s ahead").length() - 5);
        for (Conflict c : network.junctions().get("mid").conflicts()) {
            boolean a = network.movementOfPath(c.pathA()) == slip.index();
            boolean b = network.movementOfPath(c.pathB()) == slip.index();
            if (a || b) {
                assertThat(c.who()).isEqualTo(a ? Conflict.Who.A_YIELDS : Conflict.Who.B_YIELDS);
                assertThat(c.kind()).isEqualTo(Conflict.Kind.MERGING);
            }
        }
        assertThat(network(String.format(SLIP, "free", 2))
                        .movement("mid", "s>e")
                        .movement()
                        .rule())
                .isEqualTo(EntryRule.FREE);
    }

    private static final String CROSS = """
              places:
                mid: {at: [0, 0], control: all-stop, crossings: {n: {width: 3 m}}}
                w: {at: [-300, 0]}
                e: {at: [300, 0]}
                s: {at: [0, -300]}
                n: {at: [0, 300]}
              roads:
                w: {between: [w, mid], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                e: {between: [e, mid], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                s: {between: [s, mid], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                n: {between: [n, mid], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
              crossings: {park: {road: e, at: 120 m, refuge: true, kind: signal}}
              detectors: {mid.w: {road: w ahead, before-end: 2 m, length: 12 m}}
              stops: {gate: {road: s ahead, at: 100 m, length: 25 m, kind: layby}}
              closures: {works: {road: e ahead, at: 50 m, length: 30 m, from: "07:10", to: "07:40"}}
            """;

    /** Corner at 3.25 + 10 m and 1 m of room; with a crossing 0.5 + 3 + 1 m more. */
    @Test
    void linesStandBehindCornersAndCrossings() throws IOException {
        Network network = network(CROSS);
        assertThat(link(network, "w ahead").length()).isCloseTo(300 - 14.25, within(1e-6));
        assertThat(link(network, "n ahead").length()).isCloseTo(300 - 14.25 - 4.5, within(1e-6));
        MarkedCrossing leg = network.crossings().get(0);
        assertThat(leg.id()).isEqualTo("mid.n");
        assertThat(leg.kind()).isEqualTo(Crossing.Kind.ZEBRA);
        assertThat(leg.length()).isCloseTo(6.5, within(1e-6));
        assertThat(leg.one().y()).as("its middle").isCloseTo(14.25 + 0.5 + 1.5, within(1e-6));
        assertThat(leg.crossed())
                .as("three paths out of the leg, three into it")
                .hasSize(6);
        for (MarkedCrossing.Crossed crossed : leg.crossed()) {
            Pose from = network.lanes().get(crossed.lane()).at(crossed.from());
            assertThat(from.y()).isBetween(14.5, 18.0);
        }
        MarkedCrossing park = network.crossings().get(1);
        assertThat(park.place()).isNull();
        assertThat(park.refuge()).isTrue();
        assertThat(park.one().x()).isCloseTo(300 - 120, within(1e-6));
        assertThat(park.crossed()).hasSize(2);
    }

    @Test
    void whatLiesOnTheRoadIsPutOnItsLanes() throws IOException {
        Network network = network(CROSS);
        Marking detector = marking(network, Marking.Kind.DETECTOR);
        double length = link(network, "w ahead").length();
        assertThat(detector.to()).isCloseTo(length - 2, within(1e-9));
        assertThat(detector.from()).isCloseTo(length - 14, within(1e-9));
        Marking stop = marking(network, Marking.Kind.LAYBY);
        assertThat(stop.from()).isEqualTo(100);
        assertThat(stop.to()).isEqualTo(125);
        assertThat(marking(network, Marking.Kind.CLOSURE).to()).isEqualTo(80);
    }

    private static Marking marking(Network network, Marking.Kind kind) {
        return network.markings().stream()
                .filter(m -> m.kind() == kind)
                .findFirst()
                .orElseThrow();
    }

    /** Lanes count from the left whichever side people drive on: lane 1 is at the kerb where they drive on the left. */
    @Test
    void lanesCountFromTheLeftOnBothSides() throws IOException {
        String road = """
              places: {a: {at: [0, 0]}, b: {at: [400, 0]}}
              roads: {r: {between: [a, b], speed: 50 km/h, ahead: {lanes: 2, widths: {1: 4 m}}, back: {lanes: 1}}}
              detectors: {d: {road: r ahead, lane: 1, at: 50 m}}
            """;
        Network right = network(road);
        assertThat(lane(right, "r ahead", 1).at(100).y()).as("beside the axis").isCloseTo(-2, within(1e-6));
        assertThat(lane(right, "r ahead", 1).width()).isEqualTo(4);
        assertThat(marking(right, Marking.Kind.DETECTOR).lane())
                .isEqualTo(lane(right, "r ahead", 1).index());
        Network left = network(road, "drive-on: left");
        assertThat(lane(left, "r ahead", 1).at(100).y()).as("at the kerb").isCloseTo(3.25 + 2, within(1e-6));
        assertThat(lane(left, "r ahead", 1).width()).isEqualTo(4);
        assertThat(marking(left, Marking.Kind.DETECTOR).lane())
                .isEqualTo(lane(left, "r ahead", 1).index());
    }

    /**
     * Two straight paths that cross in the middle of a junction with lines 14.25 m out. Its middle is reached 14.25 + 1.625 m after
     * one line and 14.25 - 1.625 m after the other: 3 + (clearing + 6) / 10 - entering / 11.11 s.
     */
    @Test
    void intergreensFollowFromDistances() throws IOException {
        Network network = network(CROSS.replace(", crossings: {n: {width: 3 m}}", ""));
        Movement east = network.movement("mid", "w>e").movement();
        Movement north = network.movement("mid", "s>n").movement();
        double eastIn = 14.25 + 1.625;
        double northIn = 14.25 - 1.625;
        assertThat(Intergreens.between(network, east, north))
                .isCloseTo(3 + (eastIn + 6) / 10 - northIn / (40 / 3.6), within(0.02));
        assertThat(Intergreens.between(network, north, east))
                .isCloseTo(3 + (northIn + 6) / 10 - eastIn / (40 / 3.6), within(0.02));
        Movement west = network.movement("mid", "e>w").movement();
        assertThat(Intergreens.between(network, east, west)).isNaN();
    }

    /**
     * The table of a crossroads with one lane each way, worked out by hand: 16 crossings and, in each of four exits, three pairs that
     * merge. The left turn from the west is a quarter of a circle of 14.25 + 1.625 m about (-14.25, 14.25); it is within 2.6 m of the
     * westbound lane's middle, y = 1.625, from y = -0.975 to y = 4.225.
     */
    @Test
    void theConflictsOfACrossroadsAreThoseOfTheTextbook() throws IOException {
        Network network = network(CROSS.replace(", crossings: {n: {width: 3 m}}", ""));
        List<Conflict> all = network.junctions().get("mid").conflicts();
        assertThat(all.stream().filter(c -> c.kind() == Conflict.Kind.CROSSING)).hasSize(16);
        assertThat(all.stream().filter(c -> c.kind() == Conflict.Kind.MERGING)).hasSize(12);
        Conflict straight = between(network, "w>e", "s>n");
        assertThat(straight.startA()).isCloseTo(14.25 + 1.625 - 2.6, within(0.02));
        assertThat(straight.endA()).isCloseTo(14.25 + 1.625 + 2.6, within(0.02));
        assertThat(straight.startB()).isCloseTo(14.25 - 1.625 - 2.6, within(0.02));
        assertThat(straight.endB()).isCloseTo(14.25 - 1.625 + 2.6, within(0.02));
        Conflict left = between(network, "w>n", "e>w");
        double radius = 14.25 + 1.625;
        assertThat(left.startA()).isCloseTo(radius * Math.acos((14.25 + 0.975) / radius), within(0.06));
        assertThat(left.endA()).isCloseTo(radius * Math.acos((14.25 - 4.225) / radius), within(0.06));
    }

    private static Conflict between(Network network, String a, String b) {
        return network.junctions().get("mid").conflicts().stream()
                .filter(c -> network.movements()
                                .get(network.movementOfPath(c.pathA()))
                                .id()
                                .equals(a)
                        && network.movements()
                                .get(network.movementOfPath(c.pathB()))
                                .id()
                                .equals(b))
                .findFirst()
                .orElseThrow();
    }

    /** A shape point is passed nearly, on an arc: no lane has a kink there. */
    @Test
    void bendsAreRounded() throws IOException {
        Network network = network("""
              places: {a: {at: [0, 0]}, b: {at: [200, 200]}}
              roads: {r: {between: [a, b], via: [[200, 0]], speed: 50 km/h, ahead: {lanes: 2}, back: {lanes: 1}}}
            """);
        for (Lane lane : network.lanes()) {
            Pose before = lane.at(lane.start());
            double nearest = Double.POSITIVE_INFINITY;
            for (double s = 0.5; s < lane.end(); s += 0.5) {
                Pose here = lane.at(s);
                assertThat(Math.toDegrees(Math.abs(before.turnTo(here)))).isLessThan(4);
                nearest = Math.min(nearest, Math.hypot(here.x() - 200, here.y()));
                before = here;
            }
            assertThat(nearest)
                    .as("a radius of 30 m cuts a right angle by 12.4 m")
                    .isBetween(5.0, 22.0);
        }
    }

    @Test
    void legsMayMeetBesideThePlace() throws IOException {
        Network network =
                network(CROSS.replace("s: {between: [s, mid]", "s: {meets-at: {mid: [8, 0]}, between: [s, mid]"));
        Lane north = lane(network, "s ahead", 1);
        assertThat(north.at(north.end()).x()).isGreaterThan(8.5);
        Movement through = network.movement("mid", "s>n").movement();
        assertThat(through.name()).isEqualTo("NBT");
        assertThat(through.paths().get(0).radius()).as("shifted by 8 m").isLessThan(200);
    }

    @Test
    void changesAreToldInWords() throws IOException {
        Network before = network(CROSS);
        Network after = network(CROSS.replace(
                        "control: all-stop", "control: yield, movements: {EBL: {closed: true}, WBT: {speed: 30 km/h}}")
                .replace(
                        "s: {between: [s, mid], speed: 50 km/h, ahead: {lanes: 1}",
                        "s: {between: [s, mid], speed: 30 km/h, ahead: {lanes: 2}"));
        List<String> said = NetworkChanges.between(before, after, Study.Units.METRIC);
        assertThat(said)
                .contains("s ahead: 2 lanes, were 1", "s ahead: 30 km/h, was 50")
                .contains("e>w at mid: 30 km/h through its curve, was 50")
                .contains("s>n at mid: 2 paths, was 1")
                .anyMatch(l -> l.startsWith("w>n at mid (EBL): dropped, with 1 path and "))
                .anyMatch(l -> l.startsWith("s>n at mid: held by free, was all stop"));
        assertThat(NetworkChanges.between(before, before, Study.Units.METRIC)).isEmpty();
        assertThat(NetworkChanges.between(after, before, Study.Units.METRIC))
                .anyMatch(l -> l.startsWith("w>n at mid (EBL): new, with 1 path"));
    }

    /** Two roads to the right: the short name is ambiguous, and the error lists both ids. */
    @Test
    void anAmbiguousNameListsTheCandidates() throws IOException {
        Network network = network("""
              places:
                mid: {at: [0, 0], control: yield, minor: [s, se]}
                w: {at: [-300, 0]}
                e: {at: [300, 0]}
                s: {at: [-60, -300]}
                se: {at: [220, -260]}
              roads:
                w: {between: [w, mid], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                e: {between: [e, mid], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                s: {between: [s, mid], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                se: {between: [se, mid], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
            """);
        assertThat(network.movement("mid", "EBR").problem())
                .isEqualTo("'EBR' is not one movement at 'mid' but several: EBR-se, EBR-s; write one of these");
        assertThat(network.movement("mid", "w>se").movement().name()).isEqualTo("EBR-se");
        assertThat(network.movement("mid", "w>x").problem()).contains("has no movement 'w>x'");
    }
}
