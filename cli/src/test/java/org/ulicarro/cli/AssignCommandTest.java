package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.ulicarro.files.Samples;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Choice of ways on the sample with a lane behind the market, shortened to half an hour. */
class AssignCommandTest extends InProcess {

    @TempDir
    private Path temp;

    private Path study;

    @BeforeEach
    void write() throws IOException {
        study = temp.resolve("ropelane");
        Samples.write("ropelane", study);
        edit("study.yaml", "to: \"17:30\"", "to: \"17:00\"");
        edit("study.yaml", "warm-up: {length: 15 min, demand: first-slice}", "warm-up: {length: 5 min}");
        edit("study.yaml", "drain: 15 min", "drain: 5 min");
    }

    private void edit(String file, String from, String to) throws IOException {
        String text = Files.readString(study.resolve(file));
        assertThat(text).contains(from);
        Files.writeString(study.resolve(file), text.replace(from, to));
    }

    private List<JsonNode> json(Object... words) {
        assertThat(run(words)).as(out + err).isZero();
        List<JsonNode> rows = new ArrayList<>();
        JsonNode read = JsonMapper.shared().readTree(out);
        (read.isArray() ? read : read.path("rows")).forEach(rows::add);
        return rows;
    }

    @Test
    void drivenToTheEndKeptPrintedDrawnAndDrivenAgain() throws IOException {
        int code = run("assign", study, "--iterations", 4);
        assertThat(code).as(out + err).isIn(0, 1);
        assertThat(out)
                .containsPattern("[0-9]+ of [0-9]+ vehicles choose their way, between 12 pairs of ends")
                .contains("by formulas", "gap %", "kept: " + study.resolve("assignments/0001-pm"));
        List<JsonNode> paths = json("results", study + "/assignments/1", "paths", "--json");
        Map<String, Double> shares = new LinkedHashMap<>();
        paths.forEach(p -> shares.merge(
                p.get("from").asString()
                        + p.get("to").asString()
                        + p.get("types").asString()
                        + p.get("depart").asString(),
                p.get("share").asDouble(),
                Double::sum));
        assertThat(shares.values()).allSatisfy(sum -> assertThat(sum).isCloseTo(1, within(1e-9)));
        assertThat(paths).anySatisfy(p -> assertThat(p.get("links").asString()).contains("rope-lane"));
        assertThat(json("results", study + "/assignments/1", "convergence", "--json"))
                .hasSizeBetween(2, 4);
        assertThat(json("results", study + "/assignments/1", "links", "--json")).isNotEmpty();
        assertThat(run("results", study + "/assignments/1", "changes")).isZero();
        assertThat(out).contains("times of ways", "volumes of roads");

        assertThat(run("run", study, "-n", 2, "--assignment", "last"))
                .as(out + err)
                .isZero();
        assertThat(out).contains("0001-base@1");
        assertThat(run("run", study, "-n", 2, "-a", "base@1")).isZero();
        assertThat(run("compare", study + "/1", study + "/2")).isZero();
        assertThat(out)
                .as("the same ways, the same run")
                .contains("no clear difference")
                .doesNotContainPattern("(?m)(better|worse)$");

        Path picture = temp.resolve("ways.png");
        assertThat(run("draw", study, "--paths", "gate,mill", "-o", picture))
                .as(err)
                .isZero();
        assertThat(picture).isNotEmptyFile();
        assertThat(run("draw", study, "--convergence", "-o", temp.resolve("c.svg")))
                .as(err)
                .isZero();
        assertThat(run("export", study + "/assignments/1", "--csv", temp.resolve("tables")))
                .as(err)
                .isZero();
        assertThat(temp.resolve("tables/paths.csv")).content().startsWith("iteration,origin,destination");
    }

    /** Vehicles on a road by the run's own tables are those that the table of ways sends there. */
    @Test
    void aRunDrivesTheWaysThatTheTableSays() throws IOException {
        Files.writeString(study.resolve("mine.csv"), """
                from,to,types,links,share
                gate,mole,,quay-1 ahead > rope-lane-1 ahead > rope-lane-2 ahead > quay-4 ahead,1
                """);
        Files.writeString(study.resolve("alternatives/mine.yaml"), "demand: {ways: mine.csv, growth: -70 %}\n");
        assertThat(run("run", study, "-n", 1, "-a", "mine")).as(out + err).isZero();
        double lane = volume("mine", "rope-lane-1 ahead");
        double trips = 0.3 * (184 + 200); // of the first two quarters, as od/pm.csv has them
        assertThat(lane).isCloseTo(trips, within(0.15 * trips));
    }

    private double volume(String run, String link) {
        return json("results", study + "/" + run, "links", "--json", "--each").stream()
                .filter(r -> r.get("link").asString().equals(link))
                .mapToDouble(r -> r.get("vehicles").asDouble())
                .max()
                .orElse(0);
    }

    /** Counts at one place only; the run that drives the fitted demand is counted there itself. */
    @Test
    void demandIsScaledToCounts() throws IOException {
        Files.writeString(study.resolve("counts.csv"), """
                place,from,to,EBL,EBT,EBR,WBL,WBT,WBR,NBL,NBT,NBR,SBL,SBT,SBR
                market,16:30,17:00,8,220,30,10,200,10,30,90,30,20,60,30
                """);
        Files.writeString(
                study.resolve("alternatives/counted.yaml"),
                "demand: {trips: null, choice: null, volumes: {pm: counts.csv}}\n");
        assertThat(run("assign", study, "--iterations", 3, "-n", 1, "--fit", "counted", "--bound", 3))
                .as(out + err)
                .isIn(0, 1);
        assertThat(out).containsPattern("counts: GEH below 5 on [0-9]+ of 12 before, on 1[0-2] after");
        List<JsonNode> counts = json("results", study + "/assignments/1", "counts", "--json");
        assertThat(counts).hasSize(12);
        double before =
                counts.stream().mapToDouble(c -> c.get("geh_before").asDouble()).sum();
        double after =
                counts.stream().mapToDouble(c -> c.get("geh_after").asDouble()).sum();
        assertThat(after).isLessThan(0.5 * before);
        assertThat(json("results", study + "/assignments/1", "scales", "--json"))
                .hasSize(12)
                .allSatisfy(s -> assertThat(s.get("factor").asDouble()).isBetween(0.333, 3.001));
        assertThat(run("run", study, "-n", 2, "--assignment", 1)).as(out + err).isZero();
        double through = json("results", study + "/last", "movements", "--json", "--place", "market").stream()
                .filter(r -> r.get("movement").asString().equals("pier-road>mill-street-1"))
                .mapToDouble(r -> r.get("vehicles").asDouble())
                .sum();
        assertThat(through).isCloseTo(90, within(25.0));
        assertThat(run("assign", study, "--fit", "base")).isEqualTo(3);
        assertThat(out + err).contains("has no counts of this period");
    }

    /** What was learned stays: going on begins about where it was left, and not with great steps again. */
    @Test
    void goesOnWhereItWasLeft() throws IOException {
        assertThat(run("assign", study, "--iterations", 4, "-n", 1)).as(err).isIn(0, 1);
        assertThat(run("assign", study, "--iterations", 2, "-n", 1, "--from", 1))
                .as(err)
                .isIn(0, 1);
        List<JsonNode> first = json("results", study + "/assignments/1", "convergence", "--json");
        List<JsonNode> more = json("results", study + "/assignments/2", "convergence", "--json");
        assertThat(more.get(0).get("gap").asDouble())
                .isLessThan(0.7 * first.get(0).get("gap").asDouble());
        assertThat(more.get(1).get("changed").asDouble())
                .isLessThan(first.get(1).get("changed").asDouble());
    }

    @Test
    void goesOnAfterTheNetworkHasChanged() throws IOException {
        assertThat(run("assign", study, "--iterations", 2, "-n", 1)).as(err).isIn(0, 1);
        Files.writeString(
                study.resolve("alternatives/cut.yaml"),
                "network: {roads: {rope-lane-2: null}, places: {kiosk: {minor: null, control: none}, chapel: {minor: [rope-lane-1]}}}\n"
                        + "demand: {choice: {avoid: {rope-lane-2: null}, types: null}}\n");
        int code = run("assign", study, "-a", "cut", "--from", 1, "--iterations", 1, "-n", 1);
        assertThat(code).as(out + err).isEqualTo(1);
        assertThat(out).containsPattern("goes on from .*0001-pm; [0-9]+ of its ways are gone");
        assertThat(json("results", study + "/assignments/2", "paths", "--json"))
                .noneSatisfy(p -> assertThat(p.get("links").asString()).contains("rope-lane-2"));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "study.yaml | seed: 20240 | seed: 20240 | --from 7 | there is no assignment '7'",
                "demand.yaml | spread: 5 % | spread: 150 % | | drivers differ by 0 % to 100 %",
                "demand.yaml | rope-lane-1: 5 s, | rope-line-1: 5 s, | | rope-line-1",
                "demand.yaml | in-a-row: 3 | in-a-row: 0 | | 1 to 20 in a row",
                "demand.yaml | spread: 5 % | slice: 2 h | | 5 min to an hour",
                "demand.yaml | spread: 5 % | paths: 1 | | 2 to 50 ways",
                "demand.yaml | trips: {od/pm.csv: {}} | entries: {gate: {vehicles: 100 veh/h, routes: {a: {via: [arch, mole]}}}} | | nobody chooses a way here",
                "od/pm.csv | gate,mole,16:30 | gate,sea,16:30 | | is no end of a road",
            })
    void badInputIsToldInWords(String file, String from, String to, String more, String expected) throws IOException {
        edit(file, from, to);
        List<Object> words = new ArrayList<>(List.of("assign", study));
        if (more != null) {
            words.addAll(List.of(more.split(" ")));
        }
        assertThat(run(words.toArray())).isEqualTo(3);
        assertThat(out + err).contains(expected).doesNotContain("Exception");
        assertThat(study.resolve("assignments")).doesNotExist();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "from,to,links,share;gate,mole,quay-9 ahead,1 | quay-9",
                "from,to,links,share;gate,mole,quay-1 ahead,1 | begins at 'gate' and ends at 'arch'",
                "from,to,links;gate,mole,quay-1 ahead | column 'share' is missing",
                "from,to,links,share;gate,mole,quay-1 ahead,x | ways.csv:2",
                "from,to,links,16:45,16:30;gate,mole,quay-1 ahead,1,1 | in order",
                "from,to,types,links,share;gate,mill,tram2,quay-1 ahead > rope-lane-1 ahead > mill-street-2 back,1 | type of vehicle 'tram2'",
                "from,to,links,share;gate,mill,quay-1 ahead > mill-street-2 back,1 | nobody can turn from 'quay-1 ahead'",
            })
    void tablesOfWaysAreCheckedRowByRow(String table, String expected) throws IOException {
        Files.writeString(study.resolve("ways.csv"), table.replace(";", "\n") + "\n");
        edit("demand.yaml", "  arrivals: exact", "  arrivals: exact\n  ways: ways.csv");
        run("check", study);
        assertThat(out + err).contains(expected).contains("ways.csv").doesNotContain("Exception");
    }

    @Test
    void whatIsDamagedIsNotBelieved() throws IOException, SQLException {
        assertThat(run("assign", study, "--iterations", 2, "-n", 1)).as(err).isIn(0, 1);
        Path folder = study.resolve("assignments/0001-pm");
        String ways = Files.readString(folder.resolve("ways.csv"));
        Files.writeString(folder.resolve("ways.csv"), ways.replaceFirst("quay-1 ahead", "quay-2 ahead"));
        assertThat(run("run", study, "-n", 1, "--assignment", 1)).isEqualTo(3);
        assertThat(out + err).contains("ways.csv is damaged or was edited");
        Files.writeString(folder.resolve("ways.csv"), ways);
        assertThat(run("results", study + "/assignments/1")).isZero();
        try (Connection db = DriverManager.getConnection("jdbc:sqlite:" + folder.resolve("assignment.sqlite"));
                Statement statement = db.createStatement()) {
            statement.execute("UPDATE iterations SET gap = 0.001 WHERE iteration = 2");
        }
        assertThat(run("results", study + "/assignments/1")).isEqualTo(3);
        assertThat(out + err).contains("'iterations' is damaged or was edited");
    }

    /** A kill between the table of ways and the database leaves the one that belongs to the other. */
    @Test
    void aKillInBetweenLeavesWaysThatBelongToTheIterations() throws IOException {
        assertThat(run("assign", study, "--iterations", 2, "-n", 1)).as(err).isIn(0, 1);
        Path folder = study.resolve("assignments/0001-pm");
        Files.move(folder.resolve("ways.csv"), folder.resolve("ways.csv.next"));
        assertThat(run("check", study)).isZero();
        assertThat(run("run", study, "-n", 1, "--assignment", 1)).as(out + err).isZero();
        assertThat(folder.resolve("ways.csv")).exists();
    }

    /** Two streets that do not meet, and trips from one to the other. */
    @Test
    void pairsWithoutAWayAreNamedWithTheirVehicles() throws IOException {
        Path apart = Files.createDirectories(temp.resolve("apart"));
        Files.writeString(apart.resolve("study.yaml"), """
                format: ulicarro/1
                title: two streets
                periods: {am: {from: "08:00", to: "09:00"}}
                network:
                  places:
                    a: {at: [0, 0]}
                    b: {at: [500, 0]}
                    c: {at: [0, 300]}
                    d: {at: [500, 300]}
                  roads:
                    first: {between: [a, b], speed: 50 km/h, ahead: {lanes: 1}}
                    second: {between: [c, d], speed: 50 km/h, ahead: {lanes: 1}}
                demand: {mix: {car: 100 %}, trips: {od.csv: {}}}
                """);
        Files.writeString(
                apart.resolve("od.csv"),
                "from,to,depart_from,depart_to,vehicles\na,b,08:00,09:00,100\na,d,08:00,08:30,20\na,d,08:30,09:00,15\n");
        assertThat(run("assign", apart)).isEqualTo(Exit.INPUT);
        assertThat(err).contains("od.csv:3:1: no way leads from 'a' to 'd', for 35 vehicles of this table");
        assertThat(apart.resolve("assignments")).doesNotExist();
    }
}
