package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.files.Samples;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Maps, tables, sheets and counts through the commands. */
class OpenFormatsTest extends InProcess {

    @TempDir
    private static Path temp;

    private static Path demo;

    @BeforeAll
    static void writeDemo() throws IOException {
        demo = temp.resolve("quayside");
        Samples.write(Samples.QUAYSIDE, demo);
    }

    private static Path map(String name) {
        return Path.of("../files/src/test/resources/org/ulicarro/files/osm/" + name + ".osm");
    }

    /** From a map to a result in three commands. */
    @Test
    void aMapIsImportedCheckedAndRun() {
        Path study = temp.resolve("town");
        assertThat(run("import", "map", study, map("dual-carriageways"), "--demand", "1200 veh/h"))
                .as(err)
                .isZero();
        assertThat(out)
                .contains("7 places, 1 of them with signals; 6 roads, 2.4 km")
                .contains("Guessed:")
                .contains("who goes first, by class and direction of the roads (harbour-avenue-net-lane)");
        assertThat(out.lines()).allSatisfy(line -> assertThat(line.length()).isLessThanOrEqualTo(110));
        assertThat(run("check", study)).as(err).isZero();
        assertThat(run("run", study, "-n", "1")).as(err).isZero();
        assertThat(out).contains("harbour-avenue-mill-avenue");
        assertThat(run("import", "map", study, map("dual-carriageways"))).isEqualTo(Exit.INPUT);
        assertThat(err).contains("there is something already");
    }

    @Test
    void wrongWordsAreToldApart() {
        Path study = temp.resolve("none");
        assertThat(run("import", "map", study, map("turn-lanes"), "--box", "1,2,3"))
                .isEqualTo(Exit.USAGE);
        assertThat(err).contains("--box takes south,west,north,east");
        assertThat(run("import", "map", study, map("turn-lanes"), "--from", "primry"))
                .isEqualTo(Exit.USAGE);
        assertThat(err).contains("Did you mean 'primary'?");
        assertThat(run("import", "map", study, map("turn-lanes"), "--around", "44.05,14.98,far"))
                .isEqualTo(Exit.USAGE);
        assertThat(run("import", "map", study, temp.resolve("no.osm"))).isEqualTo(Exit.INPUT);
        assertThat(run("import", "map", study, map("turn-lanes"), "--box", "10,10,11,11"))
                .isEqualTo(Exit.INPUT);
        assertThat(err).contains("no road for vehicles in it, or none in the area");
        assertThat(run("import")).isEqualTo(Exit.USAGE);
        assertThat(err).contains("map, tables, timing, schedule");
        assertThat(study).doesNotExist();
    }

    private JsonNode geojson(Object... words) throws IOException {
        Path file = temp.resolve("map.geojson");
        Files.deleteIfExists(file);
        assertThat(run("export", words[0], "--geojson", file)).as(err).isZero();
        return JsonMapper.builder().build().readTree(Files.readString(file));
    }

    /** Every lane and place is there, where the study's own table of points says, and a run adds what it measured. */
    @Test
    void geoJsonHoldsTheNetworkAndTheResults() throws IOException {
        Path study = temp.resolve("short");
        Samples.write(Samples.MARKET, study);
        Path network = study.resolve("network.yaml");
        Files.writeString(network, Files.readString(network) + "  origin: {lat: 44.05, lon: 14.98}\n");
        Path main = study.resolve("study.yaml");
        Files.writeString(main, Files.readString(main).replace("to: \"17:30\"", "to: \"16:45\""));
        Map<String, Integer> kinds = new TreeMap<>();
        for (JsonNode f : geojson(study).path("features")) {
            kinds.merge(f.path("properties").path("kind").asString(), 1, Integer::sum);
        }
        assertThat(run("show", study, "lanes", "--json")).as(err).isZero();
        int lanes = JsonMapper.builder().build().readTree(out).size();
        assertThat(kinds.get("lane")).isEqualTo(lanes);
        assertThat(kinds.get("place")).isEqualTo(5);
        assertThat(run("run", study, "-n", "2")).as(err).isZero();
        boolean found = false;
        for (JsonNode f : geojson(study.resolve("1")).path("features")) {
            JsonNode p = f.path("properties");
            if (p.path("kind").asString().equals("place")
                    && p.path("id").asString().equals("market")) {
                found = true;
                assertThat(p.path("control_delay_s").doubleValue()).isPositive();
                assertThat(p.path("los").asString()).matches("[A-F]");
                assertThat(f.path("geometry").path("coordinates").path(0).doubleValue())
                        .isCloseTo(14.98, within(1e-6));
            }
            if (p.path("kind").asString().equals("link")
                    && p.path("to_place").asString().equals("market")) {
                assertThat(p.path("flow_vehh").doubleValue()).isPositive();
                assertThat(p.path("speed_ms").doubleValue()).isBetween(1.0, 20.0);
            }
        }
        assertThat(found).isTrue();
    }

    @Test
    void tablesGoOutAndIn() {
        Path tables = temp.resolve("gmns");
        assertThat(run("export", demo, "--gmns", tables)).as(err).isZero();
        assertThat(out).contains("wrote 16 tables").contains("not said in them: corridors");
        assertThat(run("import", "tables", temp.resolve("back"), tables))
                .as(err)
                .isZero();
        assertThat(run("check", temp.resolve("back"))).as(err).isZero();
        assertThat(run("export", demo, "--gmns", tables)).isEqualTo(Exit.INPUT);
        assertThat(err).contains("exists already");
    }

    @Test
    void timingSheetsGoOutAndIn() throws IOException {
        Path csv = temp.resolve("sheet.csv");
        assertThat(run("export", demo, "-a", "actuated", "--timing", csv))
                .as(err)
                .isZero();
        assertThat(run("import", "timing", demo, csv, "-a", "actuated", "--write", "sheet"))
                .as(err)
                .isZero();
        assertThat(run("check", demo, "-a", "actuated+sheet")).as(err).isZero();
        Path html = temp.resolve("sheet.html");
        assertThat(run("export", demo, "-a", "actuated", "--timing", html))
                .as(err)
                .isZero();
        assertThat(Files.readString(html)).contains("phaseMinimumGreen").contains("ring 1: 1 2 4");
        Path pdf = temp.resolve("sheet.pdf");
        assertThat(run("export", demo, "-a", "actuated", "--timing", pdf))
                .as(err)
                .isZero();
        assertThat(Files.readString(pdf, java.nio.charset.StandardCharsets.ISO_8859_1))
                .startsWith("%PDF");
        Files.writeString(demo.resolve("alternatives/rules.yaml"), """
                signals:
                  market:
                    phases:
                      2: {max-green-2: 55 s, dynamic-max: {limit: 60 s, step: 5 s}, simultaneous-gap: false}
                      8: {clear-into-yellow: 2 s}
                    inputs:
                      eb: {detector: eb-1, calls: [2], extends: [2], lock: red, queue: 12 s}
                    preemption:
                      train: {detector: eb-1, delay: 2 s, enter-green: 3 s, first: [4], phases: [2, 6], turns: true, exit: [8]}
                """);
        Path rules = temp.resolve("rules.csv");
        assertThat(run("export", demo, "-a", "actuated+rules", "--timing", rules))
                .as(err)
                .isZero();
        assertThat(Files.readString(rules))
                .contains(
                        "market,phaseMaximum2,2,55",
                        "market,phaseDynamicMaxLimit,2,60",
                        "market,phaseDynamicMaxStep,2,50",
                        "market,phaseOptions,2," + (1 + 32 + 64 + 1024 + 2048),
                        "market,vehicleDetectorQueueLimit,1,12",
                        "market,vehicleDetectorOptions,1," + (8 + 32 + 64 + 128),
                        "market,preemptCyclingPhase,1,2 6",
                        "market,preemptTrackPhase,1,4",
                        "market,preemptExitPhase,1,8");
        assertThat(out + err)
                .contains("'market': how much of people's time to finish runs in yellow and red of phase 8: 2.0 s");
        assertThat(run("import", "timing", demo, rules, "-a", "actuated")).isZero();
        assertThat(out).contains("max-green-2: 55 s", "limit: 60 s", "simultaneous-gap: false");
        assertThat(run("export", demo, "--timing", temp.resolve("x.csv")))
                .as("no actuated controller")
                .isEqualTo(Exit.INPUT);
    }

    /** Two rows for one movement and time: the nearer one is written, the other is said; what comes out checks. */
    @Test
    void ofTwoRowsForOneMovementOneIsTaken() throws IOException {
        Path survey = temp.resolve("twice.csv");
        Files.writeString(survey, """
                lat,lon,from_street,turn,from,to,vehicles
                44.0502,14.9803,Pier Rd,L,16:30,17:30,90
                44.0500,14.9801,Pier Rd,L,16:30,17:30,180
                """);
        Path counts = temp.resolve("once.csv");
        assertThat(run("match", demo, "--counts", survey, "-o", counts)).isEqualTo(Exit.DOES_NOT_HOLD);
        assertThat(out).contains("line 3 is of the same movement and time");
        assertThat(Files.readAllLines(counts))
                .containsExactly("place,movement,from,to,vehicles", "market,pier-road>quay-4,16:30,17:30,180");
    }

    /** Counts from the market with streets as a surveyor writes them; what is doubtful is said to be. */
    @Test
    void countsFindTheirMovements() throws IOException {
        Path survey = temp.resolve("survey.csv");
        Files.writeString(survey, """
                lat,lon,from_street,turn,from,to,vehicles
                44.0500,14.9801,Pier Rd,L,16:30,17:30,180
                44.04995,14.98002,Mill St.,R,16:30,17:30,80
                44.0600,14.9806,Nowhere Lane,L,16:30,17:30,5
                """);
        Path counts = temp.resolve("found.csv");
        assertThat(run("match", demo, "--counts", survey, "-o", counts)).isEqualTo(Exit.DOES_NOT_HOLD);
        assertThat(out).contains("3 rows: 2 sure, 0 to look at, 1 not found");
        assertThat(Files.readAllLines(counts))
                .isEqualTo(List.of(
                        "place,movement,from,to,vehicles",
                        "market,pier-road>quay-4,16:30,17:30,180",
                        "market,mill-street>quay-4,16:30,17:30,80"));
        Files.writeString(survey, "lat,lon,street\n1,2,x\n");
        assertThat(run("match", demo, "--counts", survey)).isEqualTo(Exit.INPUT);
        assertThat(err).contains("the column 'from_street' is missing");
    }
}
