package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.ulicarro.files.Samples;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Every table of a run for people and for machines: the same rows, all headings, and no option that is swallowed. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class ResultTablesTest extends InProcess {

    private Path study;

    @BeforeAll
    void runShortly(@TempDir Path folder) throws IOException {
        study = folder.resolve("market");
        Samples.write(Samples.MARKET, study);
        Path file = study.resolve("study.yaml");
        Files.writeString(
                file,
                Files.readString(file).replace("to: \"17:30\"", "to: \"17:00\"").replace("15 min", "5 min"));
        assertThat(run("run", study, "-n", 2)).as(err).isZero();
    }

    static List<ResultTable> tables() {
        return ResultTable.known();
    }

    private JsonNode json(Object... args) {
        assertThat(run(args)).as(err).isZero();
        return JsonMapper.builder().build().readTree(out);
    }

    @ParameterizedTest
    @MethodSource("tables")
    void machinesGetWhatPeopleSee(ResultTable table) {
        assertThat(run("results", study, table.word())).as(err).isZero();
        assertThat(run("results", study, table.word(), "--csv")).isZero();
        String[] headings = out.lines().findFirst().orElseThrow().split(",");
        long lines = out.lines().count() - 1;
        JsonNode told = json("results", study, table.word(), "--json");
        assertThat(told.path("warnings").isArray()).isTrue();
        assertThat(told.path("rows").size()).isEqualTo((int) lines);
        for (JsonNode row : told.path("rows")) {
            assertThat(row.propertyNames()).containsExactly(headings);
            for (JsonNode cell : row) {
                assertThat(cell.asString("")).isNotEqualTo("-").doesNotEndWith("*");
            }
        }
    }

    /** Each option either changes what comes back, or is refused with its name. */
    @ParameterizedTest
    @MethodSource("tables")
    void noOptionIsSwallowed(ResultTable table) {
        String[][] options = {
            {"--place", "nowhere"},
            {"--movement", "nonsense"},
            {"--type", "nonsense"},
            {"--worst", "1"},
            {"--each"},
            {"--by", "15min"},
            {"--from", "16:45"}
        };
        for (String[] option : options) {
            Object[] args = new Object[3 + option.length];
            args[0] = "results";
            args[1] = study;
            args[2] = table.word();
            System.arraycopy(option, 0, args, 3, option.length);
            boolean filled =
                    json("results", study, table.word(), "--json").path("rows").size() > 0;
            assertThat(run("results", study, table.word())).isZero();
            String plain = out;
            int code = run(args);
            if (code == Exit.USAGE) {
                assertThat(err)
                        .contains("the table '" + table.word() + "' has no "
                                + option[0].split(" ")[0]);
            } else if (option[0].matches("--place|--type|--movement") && !out.contains("There is no")) {
                assertThat(code + err + out)
                        .as(table + " " + option[0])
                        .containsAnyOf("nowhere", "nonsense", "No movement", "No count", "none");
            } else if (filled) {
                assertThat(code).isZero();
                assertThat(out)
                        .as(table + " " + option[0] + " changes what comes back")
                        .isNotEqualTo(plain);
            }
        }
    }

    @Test
    void figuresOfMachinesHaveTheirSpreadAndAllTheirDigits() {
        JsonNode row = json("results", study, "links", "--json").path("rows").get(0);
        assertThat(row.path("speed_ms").doubleValue())
                .isBetween(
                        row.path("speed_ms_min").doubleValue(),
                        row.path("speed_ms_max").doubleValue());
        assertThat(row.path("speed_ms_lo").doubleValue())
                .isLessThanOrEqualTo(row.path("speed_ms").doubleValue());
        assertThat(json("results", study, "links", "--json", "--each")
                        .path("rows")
                        .size())
                .isEqualTo(2
                        * json("results", study, "links", "--json").path("rows").size());
        assertThat(row.path("distance_m").asString().length()).isGreaterThan(8);
        assertThat(run("results", study, "gates", "--csv")).isZero();
        assertThat(out).startsWith("gate,link,lane,from_s,to_s,served,served_sd");
        JsonNode points = json("show", study, "lanes", "--json").get(0);
        assertThat(points.has("arrows")).isTrue();
    }

    @Test
    void tracesHaveTheirRows() {
        assertThat(json("trace", study, "--vehicle", 100, "--json")
                        .get(0)
                        .path("what")
                        .asString())
                .isEqualTo("came in");
        assertThat(run("trace", study, "--link", "quay-1 ahead", "--bin", "7min", "--csv"))
                .isZero();
        assertThat(out).startsWith("link,from_s,to_s,vehicles\nquay-1 ahead,59400,59820,");
        assertThat(out.lines()).hasSize(1 + 5);
        JsonNode each = json("trace", study, "--link", "quay-1 ahead", "--each", "--json");
        assertThat(each.get(0).path("type").asString()).isNotEmpty();
        assertThat(each.get(0).has("vehicle")).isTrue();
        double at = json("trace", study, "--vehicle", 300, "--json")
                        .get(0)
                        .path("time_s")
                        .doubleValue()
                + 5;
        String moment = String.format(
                java.util.Locale.ROOT, "%02d:%02d:%02d", (int) at / 3600, (int) at / 60 % 60, (int) at % 60);
        JsonNode why = json("trace", study, "--vehicle", 300, "--why", moment, "--json");
        assertThat(why.get(0).path("heeds").asString()).isNotEmpty();
        assertThat(run("trace", study, "--turns", "market", "--each")).isEqualTo(Exit.USAGE);
    }
}
