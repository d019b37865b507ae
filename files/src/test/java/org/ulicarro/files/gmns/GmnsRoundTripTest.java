package org.ulicarro.files.gmns;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.MarkedCrossing;
import org.ulicarro.core.network.Marking;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.files.CsvFile;
import org.ulicarro.files.Message;
import org.ulicarro.files.Samples;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.files.osm.RandomTowns;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Studies written as tables and read back are the same networks, as far as the tables have words for them. */
class GmnsRoundTripTest {

    @TempDir
    private Path temp;

    private Model back(Model model) throws IOException, StudyProblem {
        Path tables = temp.resolve("tables");
        new GmnsExport(model).write(tables);
        new GmnsImport(tables).write(temp.resolve("back"), null);
        return StudyFolder.read(temp.resolve("back"), List.of()).compile(null).model();
    }

    private Model sample(String name, List<String> alternatives) throws IOException, StudyProblem {
        Path folder = temp.resolve(name);
        Samples.write(name, folder);
        return StudyFolder.read(folder, alternatives).compile(null).model();
    }

    private static Map<String, Link> links(Network network) {
        return network.links().stream()
                .filter(l -> !l.ring())
                .collect(Collectors.toMap(Link::id, l -> l, (a, b) -> a, TreeMap::new));
    }

    /** Everything by which vehicles drive: in the same order, to a centimetre. */
    private static void assertSame(Network before, Network after) {
        assertThat(after.junctions().keySet())
                .containsExactlyElementsOf(before.junctions().keySet());
        assertThat(after.links())
                .extracting(Link::id)
                .containsExactlyElementsOf(before.links().stream().map(Link::id).toList());
        for (Link link : before.links()) {
            Link other = after.links().get(link.index());
            assertThat(other.length()).as(link.id()).isCloseTo(link.length(), within(0.01));
            assertThat(other.speed()).as(link.id()).isCloseTo(link.speed(), within(1e-6));
            assertThat(other.grade()).as(link.id()).isCloseTo(link.grade(), within(1e-6));
            assertThat(other.roadClass()).as(link.id()).isEqualTo(link.roadClass());
            assertThat(other.approach()).as(link.id()).isEqualTo(link.approach());
        }
        assertThat(after.lanes()).hasSameSizeAs(before.lanes());
        for (Lane lane : before.lanes()) {
            Lane other = after.lanes().get(lane.index());
            String as = lane.isPath()
                    ? "path of "
                            + before.movements()
                                    .get(before.movementOfPath(lane.index()))
                                    .id()
                    : "lane " + lane.number() + " of "
                            + before.links().get(lane.link()).id();
            assertThat(other.width()).as(as).isCloseTo(lane.width(), within(1e-4));
            assertThat(other.start()).as(as).isCloseTo(lane.start(), within(0.01));
            assertThat(other.end()).as(as).isCloseTo(lane.end(), within(0.02));
            assertThat(other.taper()).as(as).isCloseTo(lane.taper(), within(0.01));
            assertThat(other.speed()).as(as).isCloseTo(lane.speed(), within(0.02));
            assertThat(other.arrows()).as(as).isEqualTo(lane.arrows());
            assertThat(Math.hypot(
                            other.line().x(0) - lane.line().x(0),
                            other.line().y(0) - lane.line().y(0)))
                    .as(as + " begins elsewhere")
                    .isLessThan(0.02);
        }
        assertThat(after.movements()).hasSameSizeAs(before.movements());
        for (Movement movement : before.movements()) {
            Movement other = after.movements().get(movement.index());
            assertThat(List.of(other.place(), other.id(), other.name(), other.turn(), other.rule(), other.bypass()))
                    .isEqualTo(List.of(
                            movement.place(),
                            movement.id(),
                            movement.name(),
                            movement.turn(),
                            movement.rule(),
                            movement.bypass()));
        }
        assertThat(after.crossings()).hasSameSizeAs(before.crossings());
        for (int i = 0; i < before.crossings().size(); i++) {
            MarkedCrossing crossing = before.crossings().get(i);
            MarkedCrossing other = after.crossings().get(i);
            assertThat(List.of(other.id(), other.road(), other.kind(), other.refuge()))
                    .isEqualTo(List.of(crossing.id(), crossing.road(), crossing.kind(), crossing.refuge()));
            assertThat(other.length()).as(crossing.id()).isCloseTo(crossing.length(), within(0.02));
            assertThat(other.crossed()).as(crossing.id()).hasSameSizeAs(crossing.crossed());
        }
        assertThat(after.stops()).hasSameSizeAs(before.stops());
        assertThat(said(after)).containsExactlyElementsOf(said(before));
    }

    private static List<String> said(Network network) {
        return network.markings().stream()
                .filter(m -> m.kind() != Marking.Kind.GATE
                        && m.kind() != Marking.Kind.CLOSURE
                        && m.kind() != Marking.Kind.PARKING)
                .map(m -> String.format(
                        Locale.ROOT, "%s %d %.1f %.1f %s", m.kind(), m.lane(), m.from(), m.to(), m.only()))
                .sorted()
                .toList();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"crossroads", "corridor", "fiveways", "market", "roundabout", "merge", "schoolway", "quayside"})
    void networksComeBack(String name) throws IOException, StudyProblem {
        Model model = sample(name, List.of());
        Model back = back(model);
        assertSame(model.network(), back.network());
        model.study().network().detectors().forEach((id, detector) -> {
            var other = back.study().network().detectors().get(id);
            assertThat(other).as(id).isNotNull();
            assertThat(other.road()).isEqualTo(detector.road());
            assertThat(other.lane()).isEqualTo(detector.lane());
            assertThat(other.length()).isCloseTo(detector.length(), within(1e-3));
        });
    }

    /** Imported towns have what samples lack: ramps, slip lanes, medians, offset legs, closed turns, rings of any shape; and they lie on the map. */
    @ParameterizedTest
    @ValueSource(ints = {1, 2, 8, 13})
    void townsComeBack(int seed) throws IOException, StudyProblem {
        Model model = RandomTowns.study(seed, temp);
        Model back = back(model);
        assertSame(model.network(), back.network());
        assertThat(back.study().network().origin().lat())
                .isCloseTo(model.study().network().origin().lat(), within(1e-8));
    }

    /** What no sample has: miles, driving on the left, a turned plan, and everything that can be written of roads and places. */
    @Test
    void whatIsWrittenByHandComesBack() throws IOException, StudyProblem {
        Path folder = Files.createDirectories(temp.resolve("hand"));
        Files.writeString(folder.resolve("study.yaml"), """
                format: ulicarro/1
                title: "Upper Weir, by hand"
                units: us
                drive-on: left
                periods: {am: {from: "08:00", to: "09:00"}}
                network:
                  origin: {lat: 51.2, lon: -3.4, bearing: 27 deg}
                  places:
                    west: {at: [-366, 9]}
                    weir:
                      at: [0, 0]
                      control: signal
                      corner-radius: 30 ft
                      setback: {out: 60 ft}
                      crossings: {mill: {width: 10 ft, refuge: true}}
                      legs: {mill: MILL}
                      movements: {in>mill: {speed: 12 mph}, mill>out: {turn: through}}
                      saturation: {in>out: 1800 pcu/h}
                    east: {at: [457, 0]}
                    north: {at: [0, 305]}
                  roads:
                    in:
                      between: [west, weir]
                      speed: 40 mph
                      via: [[-183, 18]]
                      grade: 2 %
                      closed-to: [truck, articulated]
                      meets-at: {weir: [0, -1.8]}
                      ahead:
                        lanes: 2
                        width: 11 ft
                        widths: {2: 10 ft}
                        bays: {left: [{full-width: 120 ft, taper: 40 ft}]}
                        lane-use: {2: {only: [bus, bicycle]}}
                        no-changing: [{right-of: 2, before-end: 10 ft, length: 100 ft}]
                        speed-zones: [{at: 100 ft, length: 200 ft, speed: 25 mph}]
                      back: {lanes: 1, ends: {left: [{full-width: 200 ft, taper: 60 ft}]}}
                    out: {between: [weir, east], speed: 30 mph, ahead: {lanes: 2}, back: {lanes: 2, turns: [T, TR]}}
                    mill: {between: [north, weir], speed: 20 mph, level: 1, ahead: {lanes: 1}, back: {lanes: 1}}
                  detectors: {loop: {road: in ahead, lane: 2, before-end: 100 ft, length: 6 ft, only: [bus]}}
                  stops: {inn: {road: out ahead, at: 300 ft, length: 60 ft, kind: layby}, track: {road: out back, at: 200 ft, length: 90 ft, lane: 1}}
                  crossings: {school: {road: out, at: 700 ft, width: 9 ft, yielding: 60 %, kind: zebra}}
                signals:
                  weir:
                    kind: fixed
                    groups:
                      main: {serves: [in>out, out>in, in>mill, out>mill], yields: [out>mill], yellow: 3.5 s, red: 1.5 s}
                      side: {serves: [mill>in, mill>out], yellow: 3 s, red: 2.5 s}
                      walk: {crosses: [mill], walk: 6 s, clear: 9 s}
                    plans:
                      am:
                        cycle: 80 s
                        offset: 13 s
                        greens: {main: [20-32, 60-15], side: [40-52], walk: [62-70]}
                demand: {entries: {west: {vehicles: 200 veh/h, routes: {all: {via: [weir, east], share: 1}}}}}
                """);
        Model model = StudyFolder.read(folder, List.of()).compile(null).model();
        Model back = back(model);
        assertSame(model.network(), back.network());
        assertThat(back.study().network().roads().get("in").speed())
                .as("miles per hour, exactly")
                .isCloseTo(40 * 0.44704, within(1e-9));
        assertThat(back.study().network().roads().get("in").closedTo())
                .isEqualTo(model.study().network().roads().get("in").closedTo());
        assertThat(back.study().network().roads().get("mill").level()).isEqualTo(1);
        assertThat(back.study().driveOn()).isEqualTo(model.study().driveOn());
        assertThat(back.study().network().origin()).satisfies(o -> {
            assertThat(Math.toDegrees(o.bearing())).isCloseTo(27, within(1e-6));
            assertThat(o.lat()).isCloseTo(51.2, within(1e-8));
        });
        var before = (FixedControl) model.study().signals().get("weir");
        var after = (FixedControl) back.study().signals().get("weir");
        assertThat(after.groups().keySet()).containsExactlyInAnyOrder("main", "side", "walk");
        before.groups().forEach((id, group) -> {
            var other = after.groups().get(id);
            assertThat(List.of(other.yellow(), other.red(), other.walk()))
                    .as(id)
                    .isEqualTo(
                            group.forPeople()
                                    ? List.of(other.yellow(), other.red(), group.walk())
                                    : List.of(group.yellow(), group.red(), other.walk()));
            assertThat(other.clear()).isEqualTo(group.clear());
            assertThat(other.crosses()).isEqualTo(group.crosses());
            assertThat(other.yields()).hasSameSizeAs(group.yields());
        });
        assertThat(after.plans().get("am").greens())
                .isEqualTo(before.plans().get("am").greens());
        assertThat(after.plans().get("am").offset()).isEqualTo(13);
    }

    /** Fixed plans: the same movements have green for as long as before in the same cycle. */
    @Test
    void fixedPlansComeBack() throws IOException, StudyProblem {
        Model model = sample("corridor", List.of());
        Model back = back(model);
        var before = (FixedControl) model.study().signals().get("church");
        var after = (FixedControl) back.study().signals().get("church");
        var planBefore = before.plans().get("am");
        var planAfter = after.plans().get("am");
        assertThat(planAfter.cycle()).isEqualTo(planBefore.cycle());
        assertThat(planAfter.offset()).isEqualTo(planBefore.offset());
        assertThat(planAfter.greens().values().stream()
                        .map(Object::toString)
                        .sorted()
                        .toList())
                .isEqualTo(planBefore.greens().values().stream()
                        .map(Object::toString)
                        .sorted()
                        .toList());
        assertThat(after.groups()).hasSameSizeAs(before.groups());
    }

    @Test
    void phasesInRingsComeBack() throws IOException, StudyProblem {
        Path folder = temp.resolve("quayside");
        Samples.write(Samples.QUAYSIDE, folder);
        Model model =
                StudyFolder.read(folder, List.of("actuated")).compile(null).model();
        Model back = back(model);
        var before = (ActuatedControl) model.study().signals().get("market");
        var after = (ActuatedControl) back.study().signals().get("market");
        assertThat(after.plans().get("pm").rings())
                .isEqualTo(before.plans().get("pm").rings());
        before.phases().forEach((number, phase) -> {
            var other = after.phases().get(number);
            assertThat(other.minGreen()).isEqualTo(phase.minGreen());
            assertThat(other.maxGreen()).isEqualTo(phase.maxGreen());
            assertThat(other.passage()).isEqualTo(phase.passage());
            assertThat(other.yellow() + other.red()).isEqualTo(phase.yellow() + phase.red());
            assertThat(other.serves()).hasSameSizeAs(phase.serves());
            assertThat(other.yields()).hasSameSizeAs(phase.yields());
        });
        assertThat(links(back.network()).keySet())
                .isEqualTo(links(model.network()).keySet());
    }

    @Test
    void whatCannotBeSaidIsListed() throws IOException, StudyProblem {
        Path folder = temp.resolve("quayside");
        Samples.write(Samples.QUAYSIDE, folder);
        GmnsExport export =
                new GmnsExport(StudyFolder.read(folder, List.of()).compile(null).model());
        export.write(temp.resolve("t"));
        assertThat(export.unsaid()).containsExactlyInAnyOrder("corridors", "demand");
    }

    /** The description names every table with the columns that it has, and types that its cells are of. */
    @Test
    void theTablesAreDescribed() throws IOException, StudyProblem {
        Path folder = temp.resolve("quayside");
        Samples.write(Samples.QUAYSIDE, folder);
        Path tables = temp.resolve("described");
        new GmnsExport(StudyFolder.read(folder, List.of("actuated"))
                        .compile(null)
                        .model())
                .write(tables);
        JsonNode about = JsonMapper.builder().build().readTree(Files.readString(tables.resolve("datapackage.json")));
        assertThat(about.path("resources").size()).isGreaterThan(8);
        for (JsonNode table : about.path("resources")) {
            List<Message> faults = new ArrayList<>();
            List<List<CsvFile.Cell>> rows =
                    CsvFile.read(tables.resolve(table.path("path").asString()), "t", faults);
            assertThat(faults).isEmpty();
            List<String> ids = new ArrayList<>();
            JsonNode fields = table.path("schema").path("fields");
            for (int c = 0; c < fields.size(); c++) {
                int column = c;
                assertThat(rows.get(0).get(c).text())
                        .isEqualTo(fields.get(c).path("name").asString());
                String form = switch (fields.get(c).path("type").asString()) {
                    case "integer" -> "-?\\d*";
                    case "number" -> "-?\\d*(\\.\\d+)?";
                    case "boolean" -> "(true|false)?";
                    default -> "(?s).*";
                };
                assertThat(rows.subList(1, rows.size()))
                        .as(table.path("name").asString() + " column " + c)
                        .allSatisfy(row -> assertThat(row.get(column).text()).matches(form));
            }
            if (table.path("schema").has("primaryKey")) {
                rows.subList(1, rows.size()).forEach(row -> ids.add(row.get(0).text()));
                assertThat(ids).doesNotHaveDuplicates().doesNotContain("");
            }
        }
    }

    private String refused(Path tables) {
        StudyProblem problem =
                catchThrowableOfType(StudyProblem.class, () -> new GmnsImport(tables).write(temp.resolve("bad"), null));
        assertThat(problem).isNotNull();
        assertThat(temp.resolve("bad")).doesNotExist();
        return problem.messages().stream().map(Object::toString).collect(Collectors.joining("\n"));
    }

    @Test
    void faultsHaveTheirPlace() throws IOException {
        Path tables = Files.createDirectories(temp.resolve("tables"));
        Files.writeString(tables.resolve("node.csv"), "node_id,x_coord,y_coord\n1,0,0\n2,500,zero\n2,1,1\n");
        Files.writeString(tables.resolve("link.csv"), "link_id,from_node_id,lanes\n1,1,2\n");
        assertThat(refused(tables))
                .contains("node.csv:3:7: 'y_coord' must be a number, not 'zero'")
                .contains("node.csv:4:1: node '2' stands here a second time")
                .contains("link.csv:1:1: the column 'to_node_id' is missing");
        Files.writeString(tables.resolve("node.csv"), "node_id,x_coord,y_coord\n1,0,0\n2,500,0\n");
        Files.writeString(tables.resolve("link.csv"), "link_id,from_node_id,to_node_id\n1,1,3\n2,2,2\n");
        assertThat(refused(tables))
                .contains("link '1' ends at '3', which is no node")
                .contains("link '2' leads from '2' to itself");
        Files.delete(tables.resolve("link.csv"));
        assertThat(refused(tables)).contains("link.csv:1:1: this file does not exist");
    }

    /** Tables of somebody else: degrees, undirected links, feet and miles, nothing of signals but that there is one. */
    @Test
    void tablesOfOthersAreTaken() throws IOException, StudyProblem {
        Path tables = Files.createDirectories(temp.resolve("tables"));
        Files.writeString(tables.resolve("config.csv"), "dataset_name,short_length,speed\nLower Mill,ft,mph\n");
        Files.writeString(tables.resolve("node.csv"), """
                node_id,name,x_coord,y_coord,ctrl_type
                10,a,14.97,44.05,
                20,b,14.98,44.05,signal
                30,c,14.99,44.05,
                40,d,14.98,44.045,
                50,e,14.98,44.055,
                """);
        Files.writeString(tables.resolve("link.csv"), """
                link_id,name,from_node_id,to_node_id,directed,lanes,free_speed
                1,Mill Road,10,20,false,2,30
                2,Mill Road,20,30,false,2,30
                3,Lower Street,40,20,false,1,25
                4,Lower Street,20,50,false,1,25
                """);
        GmnsImport gmns = new GmnsImport(tables);
        gmns.write(temp.resolve("back"), null);
        Model model =
                StudyFolder.read(temp.resolve("back"), List.of()).compile(null).model();
        assertThat(model.study().title()).isEqualTo("Lower Mill");
        assertThat(model.study().network().roads()).hasSize(4);
        assertThat(model.study().network().roads().get("1").speed()).isCloseTo(30 * 0.44704, within(1e-3));
        assertThat(model.signals().groups()).as("a plan to begin with").hasSize(4);
        assertThat(gmns.notes()).anyMatch(n -> n.contains("degrees"));
    }

    /** Metres of a UTM zone, signs at all legs, control that is not known, and a segment of which only its lanes are told. */
    @Test
    void projectionsAndOddWordsAreReadOrSaid() throws IOException, StudyProblem {
        Path tables = Files.createDirectories(temp.resolve("tables"));
        Files.writeString(
                tables.resolve("config.csv"), "dataset_name,short_length,speed,crs\nWeir,m,km/h,EPSG:32633\n");
        Files.writeString(tables.resolve("node.csv"), """
                node_id,x_coord,y_coord,ctrl_type
                10,498000.0,4877000.0,
                20,498400.0,4877000.0,4_way_stop
                30,498800.0,4877000.0,hawk
                40,498400.0,4876600.0,
                50,499200.0,4877000.0,
                """);
        Files.writeString(tables.resolve("link.csv"), """
                link_id,from_node_id,to_node_id,directed,lanes,free_speed,allowed_uses
                1,10,20,false,1,50,auto
                2,20,30,false,1,50,
                3,40,20,false,1,50,"car,bus,scooter"
                4,30,50,false,1,50,
                """);
        Files.writeString(tables.resolve("segment.csv"), """
                segment_id,link_id,start_lr,end_lr,lanes,free_speed
                1,1,330,400,2,
                2,2,100,200,1,30
                3,2,300,310,1,
                """);
        GmnsImport gmns = new GmnsImport(tables);
        gmns.write(temp.resolve("back"), null);
        Model model =
                StudyFolder.read(temp.resolve("back"), List.of()).compile(null).model();
        var network = model.study().network();
        assertThat(network.origin().lat()).isCloseTo(44.046, within(0.01));
        assertThat(network.origin().lon()).isCloseTo(14.98, within(0.01));
        var west = network.places().get("10").at();
        var east = network.places().get("50").at();
        assertThat(Math.hypot(east.x() - west.x(), east.y() - west.y()))
                .as("on the ground; the grid is 0.04 % shorter")
                .isCloseTo(1200 / 0.9996, within(0.05));
        assertThat(network.places().get("20").control()).isEqualTo(org.ulicarro.core.study.Place.Control.ALL_STOP);
        assertThat(network.roads().get("1").ahead().bays().right())
                .singleElement()
                .satisfies(bay -> assertThat(bay.fullWidth()).isCloseTo(70, within(1e-6)));
        assertThat(network.roads().get("2").ahead().speedZones()).hasSize(1);
        assertThat(gmns.notes())
                .anyMatch(n -> n.contains("'hawk'"))
                .anyMatch(n -> n.contains("'scooter'"))
                .anyMatch(n -> n.contains("segments with more lanes"))
                .anyMatch(n -> n.contains("'3'"));
    }

    @Test
    void whatIsNoProjectionIsSaid() throws IOException, StudyProblem {
        Path tables = Files.createDirectories(temp.resolve("tables"));
        Files.writeString(
                tables.resolve("config.csv"), "dataset_name,short_length,speed,crs\nWeir,m,km/h,EPSG:99999\n");
        Files.writeString(tables.resolve("node.csv"), "node_id,x_coord,y_coord\n1,0,0\n2,500,0\n");
        Files.writeString(tables.resolve("link.csv"), "link_id,from_node_id,to_node_id,directed\n1,1,2,false\n");
        GmnsImport gmns = new GmnsImport(tables);
        gmns.write(temp.resolve("back"), null);
        assertThat(gmns.notes()).anyMatch(n -> n.contains("'EPSG:99999' is not known"));
    }
}
