package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;

/** The same run read in metric and in US units: every figure with a unit is the same thing, and machines get the same rows. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS) // two runs do for all
@Execution(ExecutionMode.SAME_THREAD)
class UnitsTest extends InProcess {

    private static final double FOOT = 0.3048;
    private static final double MILE = 1609.344;
    private static final double GALLON = 3.785411784;

    private Path metric;
    private Path us;

    @BeforeAll
    void bothRun(@TempDir Path temp) throws IOException {
        metric = temp.resolve("metric");
        us = temp.resolve("us");
        for (Path study : List.of(metric, us)) {
            assertThat(run("new", study, "--like", "corridor")).isZero();
        }
        Path written = us.resolve("study.yaml");
        Files.writeString(written, Files.readString(written).replace("title:", "units: us\ntitle:"));
        for (Path study : List.of(metric, us)) {
            assertThat(run("run", study, "-n", "1")).isZero();
        }
    }

    /** Cells of the row that begins with a word, of a table that a command prints. */
    private List<String> row(String first, Object... command) {
        assertThat(run(command)).as(err).isZero();
        String line = out.lines()
                .filter(l -> l.strip().startsWith(first))
                .findFirst()
                .orElseThrow(() -> new AssertionError(first + " is not in\n" + out));
        return Arrays.asList(line.strip().split(" {2,}"));
    }

    /**
     * @param column of the row
     * @param perUs what one of the US unit is in the metric one
     * @param rounding half of the last digit of the coarser one, in metric units
     */
    private void same(String first, int column, double perUs, double rounding, Object... command) {
        command[1] = metric;
        double inMetric = Double.parseDouble(row(first, command).get(column));
        command[1] = us;
        double inUs = Double.parseDouble(row(first, command).get(column));
        assertThat(inUs * perUs).isCloseTo(inMetric, within(rounding));
        assertThat(inUs).isNotEqualTo(inMetric).isPositive();
    }

    @Test
    void tablesOfARun() {
        String link = "linden-2 ahead";
        same(link, 6, MILE / 1000, 0.15, "results", us, "links");
        assertThat(out).contains("mph").doesNotContain("km/h");
        same("all", 3, MILE / 1000, 1.4, "results", us, "network");
        same("all", 5, MILE / 1000, 0.15, "results", us, "network");
        assertThat(out).contains("veh-mi", "mph").doesNotContain("km");
        same("station  all", 2, GALLON, 0.25, "results", us, "emissions");
        same("EB all", 10, FOOT, 0.7, "results", us);
        assertThat(out).contains("mean ft").doesNotContain("mean m");
    }

    @Test
    void tablesOfTheStudy() {
        same("linden-2 ahead", 4, FOOT, 0.1, "show", us, "roads");
        same("linden-2 ahead", 5, MILE / 1000, 0.9, "show", us, "roads");
        same("linden-2 ahead", 4, FOOT, 0.1, "show", us, "lanes");
        same("church ", 4, FOOT, 0.1, "show", us, "places");
        assertThat(out).contains("x ft", "stop lines ft").doesNotContain(" m ");
        assertThat(run("show", us, "places", "--json")).isZero();
        String forMachines = out;
        assertThat(run("show", metric, "places", "--json")).isZero();
        assertThat(forMachines).isEqualTo(out);
        assertThat(run("band", us)).isZero();
        assertThat(out).contains("next ft", "out mph").doesNotContain("km/h");
    }

    @Test
    void comparisonsAndDrivers() {
        assertThat(run("compare", us.resolve("1"), us.resolve("1"))).isZero();
        assertThat(out).contains("mean speed (mph)", "fuel (gal)").doesNotContain("km/h");
        assertThat(run("trace", us, "--vehicle", "150")).isZero();
        String passed = out.lines()
                .filter(l -> l.contains("passed the line"))
                .findFirst()
                .orElseThrow()
                .substring(0, 8);
        assertThat(run("trace", us, "--vehicle", "150", "--why", passed)).isZero();
        assertThat(out).contains("mph", "distance ft").doesNotContain("km/h");
    }

    @Test
    void reports() throws IOException {
        Path page = us.resolve("report.html");
        assertThat(run("report", us.resolve("1"), us.resolve("1"), "-o", page, "--place", "station"))
                .as(err)
                .isZero();
        String text = Files.readString(page)
                .replaceAll("(?s)<script.*?</script>|<style.*?</style>|<svg.*?</svg>", "")
                .replaceAll("<[^>]+>", " ");
        assertThat(text).contains("mean speed (mph)", "fuel (gal)").doesNotContain("km/h");
    }

    @Test
    void machinesGetTheSameRows() {
        for (String table : List.of("links", "network", "emissions", "movements")) {
            assertThat(run("results", metric, table, "--csv")).isZero();
            String rows = out;
            assertThat(run("results", us, table, "--csv")).isZero();
            assertThat(out).as(table).isEqualTo(rows);
        }
        assertThat(run("show", metric, "roads", "--csv")).isZero();
        String roads = out;
        assertThat(run("show", us, "roads", "--csv")).isZero();
        assertThat(out).isEqualTo(roads);
    }
}
