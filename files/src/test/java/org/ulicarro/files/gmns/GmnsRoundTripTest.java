package org.ulicarro.files.gmns;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.files.CsvFile;
import org.ulicarro.files.Message;
import org.ulicarro.files.Samples;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Studies written as tables and read back are the same networks, as far as the tables have words for them. */
class GmnsRoundTripTest {

    @TempDir
    private Path temp;

    private Model back(Model model) throws IOException, StudyProblem {
        Path tables = temp.resolve("tables");
        new GmnsExport(model).write(tables);
        new GmnsImport(tables).write(temp.resolve("back"), true);
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

    private static List<String> movements(Network network) {
        return network.movements().stream()
                .filter(m -> !m.isInner())
                .map(m -> m.place() + " " + m.id() + " " + m.name() + " lanes "
                        + m.paths().stream()
                                .map(p -> network.lanes().get(p.fromLane()).number())
                                .distinct()
                                .sorted()
                                .toList())
                .sorted()
                .toList();
    }

    private static void assertSame(Network before, Network after) {
        assertThat(after.junctions().keySet()).isEqualTo(before.junctions().keySet());
        assertThat(links(after).keySet()).isEqualTo(links(before).keySet());
        links(before).forEach((id, link) -> {
            Link other = links(after).get(id);
            boolean crossed = before.crossings().stream().anyMatch(c -> c.road().equals(link.road()));
            // the tables have no crossings, behind which lines stand back
            assertThat(other.length()).as(id).isCloseTo(link.length(), within(crossed ? 6.0 : 0.5));
            assertThat(other.speed()).as(id).isCloseTo(link.speed(), within(1e-3));
            List<Lane> lanes = before.lanesOf(link);
            assertThat(after.lanesOf(other)).as(id).hasSameSizeAs(lanes);
            for (int i = 0; i < lanes.size(); i++) {
                Lane lane = after.lanesOf(other).get(i);
                assertThat(lane.width()).as(id).isCloseTo(lanes.get(i).width(), within(1e-6));
                assertThat(lane.start() > 0)
                        .as(id + " bay")
                        .isEqualTo(lanes.get(i).start() > 0);
            }
        });
        assertThat(movements(after)).isEqualTo(movements(before));
    }

    @ParameterizedTest
    @ValueSource(strings = {"crossroads", "corridor", "fiveways", "market"})
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
        assertThat(export.unsaid()).contains("crossings of legs", "tapers of bays", "demand");
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
                catchThrowableOfType(StudyProblem.class, () -> new GmnsImport(tables).write(temp.resolve("bad"), true));
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
        gmns.write(temp.resolve("back"), true);
        Model model =
                StudyFolder.read(temp.resolve("back"), List.of()).compile(null).model();
        assertThat(model.study().title()).isEqualTo("Lower Mill");
        assertThat(model.study().network().roads()).hasSize(4);
        assertThat(model.study().network().roads().get("1").speed()).isCloseTo(30 * 0.44704, within(1e-3));
        assertThat(model.signals().groups()).as("a plan to begin with").hasSize(4);
        assertThat(gmns.notes()).anyMatch(n -> n.contains("degrees"));
    }
}
