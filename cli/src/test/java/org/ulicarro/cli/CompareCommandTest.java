package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.util.ArrayList;
import java.util.List;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.ulicarro.files.Samples;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Two runs of the demo's crossroads compared, asked why, reported; and tables with their filters. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class CompareCommandTest extends InProcess {

    private Path temp;

    private Path study;
    private Path other;

    @BeforeAll
    void runTwice(@TempDir Path folder) throws IOException {
        temp = folder;
        study = temp.resolve("market");
        Samples.write(Samples.MARKET, study);
        String text = Files.readString(study.resolve("study.yaml"));
        Files.writeString(study.resolve("study.yaml"), text.replace("15 min", "5 min"));
        Files.writeString(study.resolve("alternatives/more.yaml"), "demand:\n  growth: 8 %\n");
        assertThat(run("run", study, "-a", "base", "-a", "pier-green", "-a", "more", "-n", 8))
                .as(err)
                .isZero();
        other = temp.resolve("later");
        Samples.write(Samples.MARKET, other);
        Files.writeString(
                other.resolve("study.yaml"), text.replace("15 min", "5 min").replace("to: \"17:30\"", "to: \"17:00\""));
    }

    @Test
    void greenThatIsMovedHelpsSomeAndHurtsOthersAndTheVerdictSaysWhom() {
        assertThat(run("compare", study + "/1", study + "/2", "--place", "market"))
                .isZero();
        assertThat(out)
                .contains("before: 0001-base, after: 0002-pier-green, period 16:30-17:30, 8 pairs of replications")
                .contains("Delay: control and entry delay together.")
                .contains("Verdict: real at 5 % for all rows of this table together (Holm 1979),");
        assertThat(line("market NB all")).endsWith("better");
        assertThat(line("market EBT")).endsWith("worse");
        assertThat(out.lines().mapToInt(String::length).max().orElse(0)).isLessThanOrEqualTo(120);
    }

    private String line(String begin) {
        return out.lines().filter(l -> l.startsWith(begin)).findFirst().orElseThrow();
    }

    @Test
    void aRunAgainstItselfDiffersInNothing() {
        assertThat(run("compare", study + "/1", study + "/1", "--json")).isZero();
        JsonNode rows = JsonMapper.builder().build().readTree(out);
        assertThat(rows.size()).isGreaterThan(8);
        for (JsonNode row : rows) {
            assertThat(row.path("verdict").asString()).isIn("no clear difference", "-");
            assertThat(row.path("difference").doubleValue()).isZero();
        }
    }

    @Test
    void otherVolumesAreSaidAndOtherPeriodsRefused() {
        assertThat(run("compare", study + "/1", study + "/3")).isZero();
        assertThat(out)
                .contains("note: other volumes: ")
                .contains("note: the runs met other traffic: other entries")
                .contains("replications each, not paired")
                .contains("by Welch's test, since the runs met other traffic (entries).")
                .doesNotContain("met the same traffic");
        assertThat(run("run", other, "-n", 1)).as(err).isZero();
        assertThat(run("compare", study + "/1", other)).isEqualTo(Exit.INPUT);
        assertThat(err).contains("other periods have other traffic and cannot be compared");
    }

    /** As many come in everywhere, but others turn; and two studies have runs of the same name. */
    @Test
    void equalTotalsAreNotTakenForTheSameTraffic() throws IOException {
        Path turned = temp.resolve("turned");
        Samples.write(Samples.MARKET, turned);
        String text = Files.readString(turned.resolve("study.yaml"));
        Files.writeString(turned.resolve("study.yaml"), text.replace("15 min", "5 min"));
        Path counts = turned.resolve("counts/pm.csv");
        Files.writeString(counts, Files.readString(counts).replace(",24,178,21,", ",178,24,21,"));
        assertThat(run("run", turned, "-n", 2)).as(err).isZero();
        assertThat(run("compare", study + "/1", turned)).isZero();
        assertThat(out)
                .contains("before: market/0001-base, after: turned/0001-base")
                .contains("note: the runs met other traffic: other ways")
                .doesNotContain("met the same traffic");
    }

    @Test
    void severalRunsAreSummarisedAndSorted() {
        assertThat(run("compare", study + "/1", study + "/2", study + "/3", "--sort", "delay_of_a_journey"))
                .isZero();
        assertThat(out).contains("held against: 0001-base").contains("+ better, - worse than 0001-base");
        List<String> order = out.lines()
                .filter(l -> l.startsWith("000"))
                .map(l -> l.substring(0, 4))
                .toList();
        assertThat(order).hasSize(3).endsWith("0003");
        assertThat(run("compare", study + "/1", study + "/2", study + "/3", "--sort", "beauty"))
                .isEqualTo(2);
        assertThat(err).contains("--sort takes one of: delay_of_a_journey");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '"', textBlock = """
            market NBL control_delay < 900 s | 0 | holds: market NBL control_delay < 900 s: it is
            market NBL control_delay < 3 s | 1 | does not hold: market NBL control_delay < 3 s: it is
            market delay > 1 | 0 | holds:
            market NBL queue_back_95 < 9 m | 1 | does not hold: market NBL queue_back_95 < 9 m: it is
            network CO2 < 1 kg | 1 | does not hold:
            market NBX control_delay < 3 s | 3 | has no 'market NBX' with that measure. Did you mean 'market NBL'?
            market NBL beauty < 3 s | 3 | there is no measure 'beauty'
            as good as possible | 2 | --require takes 'PLACE [MOVEMENT] MEASURE < VALUE', not 'as good as possible'
            """)
    void requirementsAreForScripts(String what, int code, String words) {
        assertThat(run("compare", study + "/1", "--require", what)).isEqualTo(code);
        assertThat(out + err).contains(words);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '"', textBlock = """
            "lanes --place market" | saturation
            signals | green
            "links --from 16:45 --to 17:00" | 16:45  17:00
            emissions | CO2
            conflicts | crossing
            waits | longest
            why | Control and entry delay, level of service of the worst 15 min
            "movements --movement NBL" | NBL
            "movements --worst 3" | By control and entry delay
            travel-times | There is no corridor in this study
            gates | There is no gate in this study
            meters | There is no ramp meter in this study
            """)
    void tablesFitTheScreenAndSayWhatTheyHold(String table, String words) {
        Object[] args = ("results " + study + "/1 " + table).split(" ");
        assertThat(run(args)).as(err).isZero();
        assertThat(out).contains(words);
        assertThat(out.lines()
                        .filter(l -> !l.startsWith("warning"))
                        .mapToInt(String::length)
                        .max()
                        .orElse(0))
                .isLessThanOrEqualTo(120);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '"', textBlock = """
            travl | there is no table 'travl'
            lanes --place markt | this table has no place 'markt'. Did you mean 'market'?
            signals --type car | the table 'signals' has no --type; it takes --place, --each, --json and --csv
            links --from noon | 'noon' is no time of day such as 16:45
            """)
    void wrongNamesAreSaid(String table, String words) {
        Object[] args = ("results " + study + "/1 " + table).split(" ");
        assertThat(run(args)).isIn(2, 3);
        assertThat(err).contains(words);
    }

    @Test
    void everyTableIsInTheFileThatAnySqliteToolReads() throws Exception {
        try (Connection db =
                        DriverManager.getConnection("jdbc:sqlite:" + study.resolve("runs/0001-base/results.sqlite"));
                ResultSet r = db.createStatement()
                        .executeQuery("SELECT avg(control_delay_s), min(vehicles) FROM movements WHERE name = 'NBL'"
                                + " AND to_s - from_s > 3000")) {
            double delay = r.getDouble(1);
            assertThat(run("results", study + "/1", "--movement", "NBL", "--json"))
                    .isZero();
            JsonNode rows = JsonMapper.builder().build().readTree(out).path("rows");
            assertThat(rows.get(0).path("control_delay_s").doubleValue()).isCloseTo(delay, within(1e-3));
        }
    }

    /** By nearest rank over the cycles of the lane, replication by replication, and their mean: told apart from the program by the database alone. */
    @Test
    void theBackOfTheQueueIsThatOfTheCyclesInTheTable() throws Exception {
        List<Double> each = new ArrayList<>();
        try (Connection db =
                DriverManager.getConnection("jdbc:sqlite:" + study.resolve("runs/0001-base/results.sqlite"))) {
            for (int replication = 1; replication <= 8; replication++) {
                List<Double> backs = new ArrayList<>();
                ResultSet r = db.createStatement()
                        .executeQuery("SELECT back_of_queue_m FROM lane_cycles WHERE replication = " + replication
                                + " AND place = 'market' AND lane = 1 AND link LIKE 'pier%' AND start_s >= 59400"
                                + " AND start_s < 63000 ORDER BY 1");
                while (r.next()) {
                    backs.add(r.getDouble(1));
                }
                each.add(backs.get((int) Math.ceil(0.95 * backs.size() - 1e-9) - 1));
            }
        }
        double mean = each.stream().mapToDouble(Double::doubleValue).average().orElseThrow();
        assertThat(run("compare", study + "/1", "--require", "market NBL queue_back_95 < 1000 m"))
                .as(out + err)
                .isZero();
        assertThat(out).contains(String.format(java.util.Locale.ROOT, "it is %.0f ± ", mean));
    }

    @Test
    void theReportIsOneWellFormedPageWithoutAddresses() throws Exception {
        Path page = temp.resolve("report.html");
        assertThat(run(
                        "report",
                        study + "/1",
                        study + "/2",
                        "-o",
                        page,
                        "--by",
                        "A & B <Consultants>",
                        "--for",
                        "Town"))
                .as(err)
                .isZero();
        String html = Files.readString(page);
        assertThat(html)
                .contains("A &amp; B &lt;Consultants&gt;")
                .contains("pier-green against base")
                .contains("seed 20240")
                .contains("data:image/svg+xml;base64,");
        assertThat(html.replaceAll("data:image/[^\"]*", "")).doesNotContain("http:", "https:", "<script", "src=\"/");
        DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
        factory.newDocumentBuilder().parse(new java.io.ByteArrayInputStream(html.getBytes(StandardCharsets.UTF_8)));
        Path pdf = temp.resolve("report.pdf");
        assertThat(run("report", study + "/1", "-o", pdf, "--paper", "letter")).isZero();
        assertThat(Files.readAllBytes(pdf)).startsWith("%PDF-".getBytes(StandardCharsets.US_ASCII));
        assertThat(run("report", study + "/1", "-o", temp.resolve("report.doc")))
                .isEqualTo(2);
        assertThat(run("report", study + "/1", "-o", page, "--place", "markt")).isEqualTo(3);
        assertThat(err).contains("has no place 'markt'. Did you mean 'market'?");
    }

    @Test
    void whatWasMeasuredInTheFieldIsHeldAgainstTheRun() throws IOException {
        Path here = temp.resolve("field");
        Samples.write(Samples.MARKET, here);
        String text = Files.readString(here.resolve("study.yaml"));
        Files.writeString(
                here.resolve("study.yaml"),
                text.replace("15 min", "5 min") + "observed: {speeds: speeds.csv, queues: queues.csv}\n");
        Files.writeString(here.resolve("speeds.csv"), "link,value,within\nquay-1 ahead,1 km/h,5 %\nquay-2 back,30,\n");
        Files.writeString(here.resolve("queues.csv"), "place,movement,metres\nmarket,NBL,60 m\n");
        assertThat(run("check", here)).isEqualTo(Exit.DOES_NOT_HOLD);
        assertThat(out)
                .contains("speeds.csv:3:13: '30' has no unit; write '30 km/h' or '30 mph'")
                .contains(
                        "queues.csv:1:1: the table begins with place,movement,value[,within], not place,movement,metres");
        Files.writeString(
                here.resolve("speeds.csv"), "link,value,within\nquay-1 ahead,1 km/h,5 %\nquay-2 back,30 km/h,90 %\n");
        Files.writeString(here.resolve("queues.csv"), "place,movement,value\nmarket,NBL,60 m\nmarket,XYZ,60 m\n");
        assertThat(run("run", here, "-n", 1)).as(err).isZero();
        assertThat(run("results", here, "field")).isZero();
        assertThat(line("speed (km/h)             quay-1 ahead")).endsWith("no");
        assertThat(out.lines()
                        .filter(l -> l.contains("quay-2 back"))
                        .findFirst()
                        .orElseThrow())
                .endsWith("yes");
        assertThat(out).contains("not in this run").contains(" of 4 are met.");
        assertThat(run("report", here, "-o", temp.resolve("field.html"))).isZero();
        assertThat(Files.readString(temp.resolve("field.html"))).contains("Against the field");
    }

    @Test
    void aRunMayGoOnUntilItsMeanIsSure() {
        assertThat(run("run", study, "-n", 5, "--precision", "9%", "--most", 40))
                .as(err)
                .isZero();
        assertThat(err).containsPattern("a journey: delay [0-9.]+ s ± [0-8]\\.[0-9] % after [0-9]+ replications");
        assertThat(run("run", study, "--precision", "soon")).isEqualTo(2);
        assertThat(run("run", study, "-n", 5, "--precision", "5%", "--of", "markt"))
                .isEqualTo(2);
        assertThat(err).contains("Did you mean 'market'?");
    }
}
