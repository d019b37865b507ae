package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.files.Samples;

/** What commands say of demand: on the corridor, whose three places are counted. */
class DemandCommandsTest extends InProcess {

    @TempDir
    private Path temp;

    private Path study;

    @BeforeEach
    void writeStudy() throws IOException {
        study = temp.resolve("linden");
        Samples.write("corridor", study);
    }

    private void add(String demand) throws IOException {
        Path file = study.resolve("demand.yaml");
        Files.writeString(file, Files.readString(file) + demand.indent(2));
    }

    @Test
    void countsAndTheirBalanceAreShown() {
        assertThat(run("show", study, "volumes", "--place", "school")).isZero();
        assertThat(out).contains("linden-2>linden-3", "peak factor").doesNotContain("station");
        assertThat(run("show", study, "balance")).isZero();
        assertThat(out).contains("linden-2 ahead", "4 of 4 roads have a GEH under 5");
        assertThat(out.lines()).allMatch(line -> line.length() <= 100);
        assertThat(run("show", study, "balance", "--json")).isZero();
        assertThat(out).contains("\"from\":\"station\",\"to\":\"school\"", "\"geh\":");
    }

    @Test
    void estimatedRoutesAreShownWithTheirFit() throws IOException {
        assertThat(run("show", study, "routes")).isEqualTo(Exit.USAGE);
        assertThat(err).contains("write demand: {routes: estimated}");
        add("routes: estimated");
        assertThat(run("show", study, "routes")).isZero();
        assertThat(out).contains("west", "GEH under 1 at 30 of them");
    }

    /** Who does not press the button waits for those who do, and presses it after the time that the study gives. */
    @Test
    void notEverybodyPressesTheButton() throws IOException {
        Path school = temp.resolve("school");
        assertThat(run("new", school, "--like", "schoolway")).isZero();
        Files.createDirectories(school.resolve("alternatives"));
        Files.writeString(
                school.resolve("alternatives/shy.yaml"), "demand: {walking: {pressing: 0 %, presses-late: 45 s}}\n");
        double everybody = delayOnFoot(school);
        double nobody = delayOnFoot(school, "-a", "shy");
        assertThat(nobody - everybody).isBetween(15.0, 45.0);
        Files.writeString(
                school.resolve("alternatives/wrong.yaml"),
                "demand: {walking: {pressing: 120 %, presses-late: -5 s}}\n");
        assertThat(run("check", school, "-a", "wrong")).isEqualTo(Exit.DOES_NOT_HOLD);
        assertThat(out + err)
                .contains("a share of people must be 0 % to 100 %", "nobody presses a button before coming to it");
    }

    private double delayOnFoot(Path study, Object... alternative) {
        List<Object> words = new ArrayList<>(List.of("run", study, "-n", "1"));
        words.addAll(List.of(alternative));
        assertThat(run(words.toArray())).as(err).isZero();
        run("results", study, "crossings", "--csv");
        List<String> rows = out.lines().toList();
        int column = List.of(rows.get(0).split(",")).indexOf("delay_s");
        return Double.parseDouble(rows.get(1).split(",")[column]);
    }

    @Test
    void volumesAreDrawn() throws IOException {
        Path picture = temp.resolve("volumes.svg");
        assertThat(run("draw", study, "--volumes", "-o", picture)).isZero();
        String svg = Files.readString(picture);
        assertThat(svg).contains(">station<", ">east<", "width to scale");
        assertThat(run("draw", study, "--volumes", "--place", "school", "-o", picture))
                .isZero();
        assertThat(Files.readString(picture)).containsPattern(">NBL \\d+   NBR \\d+<");
    }

    /** A surge that one lane cannot take, and a bus line: both are told in tables of their own and, where it matters, above all. */
    @Test
    void whatIsNotServedIsSaid() throws IOException {
        add("""
                surges:
                  match: {at: yard, from: "07:40", vehicles: 300, every: 2 s, routes: {out: {via: [west]}}}
                services:
                  line-3: {route: [west, station, east], timetable: ["07:20", "07:35", "07:50", "08:05"], stops: {post-office: 20 s}}
                """);
        assertThat(run("run", study, "-n", "2")).isZero();
        assertThat(out).contains("Unserved at yard:");
        assertThat(run("results", study, "unserved")).isZero();
        assertThat(out).contains("school-lane ahead", "unserved demand");
        assertThat(out.lines()).allMatch(line -> line.length() <= 100);
        assertThat(run("results", study, "unserved", "--csv", "--by", "15min")).isZero();
        assertThat(out).startsWith("place,link,from_s,to_s,wanted,wanted_sd");
        assertThat(run("results", study, "lines")).isZero();
        assertThat(out).contains("line-3", "variation");
        assertThat(run("results", study, "unserved", "--csv", "--each")).isZero();
        assertThat(out).startsWith("replication,place,link,from_s,to_s,wanted,entered,entry_delay_s,outside_start");
        assertThat(out.lines().filter(l -> l.contains(",west,")))
                .as("the bus leaves its lay-by, though a crossing lies ahead of it")
                .allMatch(l -> l.endsWith(",0"));
        assertThat(run("results", study, "lines", "--json", "--each")).isZero();
        assertThat(out).contains("\"replication\":1,\"line\":\"line-3\",\"runs\":");
    }

    @Test
    void aTrialHasDemandFromAllEndsToAllEnds() throws IOException {
        Path trial = temp.resolve("trial");
        assertThat(run("new", trial, "--like", "roundabout", "--demand", "1200 veh/h"))
                .isZero();
        assertThat(Files.readString(trial.resolve("demand.yaml"))).contains("1200 veh/h", "entries:", "routes: {to-");
        assertThat(run("check", trial)).isZero();
        assertThat(run("new", temp.resolve("other"), "--demand", "many")).isEqualTo(Exit.USAGE);
        assertThat(err).contains("such as '1200 veh/h'");
        assertThat(temp.resolve("other")).doesNotExist();
    }
}
