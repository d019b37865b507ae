package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalTime;
import java.time.format.DateTimeFormatter;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.files.Samples;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** One vehicle followed and asked why; and what a run says of turns that were missed. */
class TraceCommandTest extends InProcess {

    @TempDir
    private static Path temp;

    private static Path study;

    @BeforeAll
    static void runOnce() throws IOException {
        study = shortStudy("quayside");
        assertThat(new TraceCommandTest().run("run", study, "-n", "1")).isZero();
    }

    private static Path shortStudy(String name) throws IOException {
        Path folder = temp.resolve(name);
        Samples.write(Samples.MARKET, folder);
        replace(folder, "study.yaml", "to: \"17:30\"", "to: \"16:45\"");
        replace(folder, "study.yaml", "length: 15 min", "length: 4 min");
        return folder;
    }

    private static void replace(Path folder, String file, String old, String other) throws IOException {
        String text = Files.readString(folder.resolve(file));
        assertThat(text).contains(old);
        Files.writeString(folder.resolve(file), text.replace(old, other));
    }

    @Test
    void aJourneyIsToldFromBeginningToEnd() {
        assertThat(run("trace", study, "--vehicle", 300)).as(err).isZero();
        assertThat(out).contains("came in").contains("passed the line").contains("left the network");
        assertThat(out.lines()).allSatisfy(line -> assertThat(line.length()).isLessThanOrEqualTo(140));
    }

    private JsonNode rows(Object... words) {
        assertThat(run(words)).as(err).isZero();
        JsonNode told = JsonMapper.builder().build().readTree(out);
        return told.has("rows") ? told.path("rows") : told;
    }

    private static long sum(JsonNode rows, String key) {
        long sum = 0;
        for (JsonNode row : rows) {
            sum += Math.round(row.path(key).doubleValue());
        }
        return sum;
    }

    /** Two ways of counting agree: the run's tables, and the vehicles followed one by one. */
    @Test
    void turnsAndUsersAreThoseThatTheRunCounted() {
        JsonNode turns = rows("trace", study, "--turns", "market", "--json");
        assertThat(turns.size()).isGreaterThanOrEqualTo(12);
        long checked = 0;
        for (JsonNode row : rows("results", study, "--place", "market", "--json")) {
            for (JsonNode turn : turns) {
                boolean same =
                        turn.path("id").asString().equals(row.path("movement").asString());
                if (same && turn.path("movement").asString().equals("WBT")) {
                    assertThat(turn.path("vehicles").doubleValue())
                            .isEqualTo(row.path("vehicles").doubleValue());
                    checked++;
                }
            }
        }
        assertThat(checked).isEqualTo(1);

        String link = "";
        double vehicles = 0;
        for (JsonNode row : rows("results", study, "links", "--json")) {
            if (row.path("vehicles").doubleValue() > vehicles) {
                link = row.path("link").asString();
                vehicles = row.path("vehicles").doubleValue();
            }
        }
        long first = sum(rows("trace", study, "--link", link, "--to", "16:36", "--json"), "vehicles");
        long second = sum(rows("trace", study, "--link", link, "--from", "16:36", "--json"), "vehicles");
        assertThat(first + second).as(link).isEqualTo((long) vehicles);
        assertThat(first).isPositive();
    }

    @Test
    void volumesAreDrawnAndWindowsMakeSense() throws IOException {
        Path picture = temp.resolve("volumes.svg");
        JsonNode link = rows("results", study, "links", "--json").get(0).path("link");
        assertThat(run("trace", study, "--link", link.asString(), "--bin", "3min", "-o", picture))
                .as(err)
                .isZero();
        assertThat(out.lines().filter(l -> l.matches("16:[0-9:]+  16:.*"))).hasSize(5);
        assertThat(Files.readString(picture)).contains("vehicles at its end", "by 3 min");
        assertThat(run("trace", study, "--turns", "market", "-o", picture)).isEqualTo(2);
        assertThat(err).contains("-o goes with --link");
        assertThat(run("trace", study, "--turns", "marked")).isEqualTo(3);
        assertThat(err).contains("market");
        assertThat(run("trace", study, "--turns", "market", "--from", "16:40", "--to", "16:35"))
                .isEqualTo(2);
    }

    @Test
    void theReasonForAMomentIsGiven() {
        assertThat(run("trace", study, "--vehicle", 300)).isZero();
        Matcher next = Pattern.compile("--why (\\S+)").matcher(out);
        assertThat(next.find()).isTrue();
        assertThat(run("trace", study, "--vehicle", 300, "--why", next.group(1)))
                .as(err)
                .isZero();
        assertThat(out).contains("its own wish to drive").contains("> ").contains("lanes: ");
    }

    /** Those who stand at red are left out of the step: what they heed has to be found anew. */
    @Test
    void whoStandsIsSaidToStandAndBehindWhom() {
        String moment = null;
        int vehicle = 300;
        for (; moment == null; vehicle++) {
            assertThat(run("trace", study, "--vehicle", vehicle)).as(err).isZero();
            Matcher stood = Pattern.compile("(16:[0-9:]+)\\.\\d +stood for ([2-9]\\d)\\.")
                    .matcher(out);
            if (stood.find()) {
                moment = LocalTime.parse(stood.group(1))
                        .plusSeconds(Integer.parseInt(stood.group(2)) / 2)
                        .format(DateTimeFormatter.ISO_LOCAL_TIME);
            }
        }
        assertThat(run("trace", study, "--vehicle", vehicle - 1, "--why", moment))
                .as(err)
                .isZero();
        assertThat(out).contains(" 0.0 km/h").contains("it stood").containsPattern("> (vehicle|a signal|waits)");
    }

    @Test
    void whatCannotBeTracedIsSaid() {
        assertThat(run("trace", study, "--vehicle", 99_999)).isEqualTo(3);
        assertThat(err).contains("there is no vehicle 99999");
        assertThat(run("trace", study, "--vehicle", 300, "-r", 7)).isEqualTo(3);
        assertThat(err).contains("there is no replication 7");
        assertThat(run("trace", study, "--vehicle", 300, "--why", "noon")).isEqualTo(2);
        assertThat(run("trace", study, "--vehicle", 300, "--why", "03:00")).isEqualTo(3);
        assertThat(err).contains("was not on the road at 03:00");
    }

    @Test
    void anotherStudyIsNotTakenForTheRuns() throws IOException {
        Path other = shortStudy("changed");
        assertThat(run("run", other, "-n", "1")).isZero();
        replace(other, "study.yaml", "seed: ", "seed: 9");
        assertThat(run("trace", other, "--vehicle", 300)).isEqualTo(3);
        assertThat(err).contains("has changed since this run (seed)");
    }

    /** Tables and scripts are inputs as the files are; what only stands on paper is not. */
    @Test
    void noInputMayChangeButWords() throws IOException {
        Path other = shortStudy("tables");
        assertThat(run("run", other, "-n", "1")).isZero();
        replace(other, "study.yaml", "title: ", "title: Again, ");
        Path counts = other.resolve("counts/pm.csv");
        String before = Files.readString(counts);
        Files.writeString(counts, before + "\n");
        assertThat(run("trace", other, "--turns", "market")).as(err).isZero();
        Files.writeString(counts, before.replaceFirst(",(\\d+),", ",1$1,"));
        assertThat(run("trace", other, "--turns", "market")).isEqualTo(3);
        assertThat(err).contains("has changed since this run (counts)");
        Files.writeString(counts, before);
        replace(other, "demand.yaml", "demand:", "# of a Tuesday\ndemand:");
        assertThat(run("trace", other, "--vehicle", 300)).as(err).isZero();
    }

    /** The left bay is closed, so nobody can reach it: drivers lose patience, drive on and are counted. */
    @Test
    void missedTurnsAreCountedAndSaid() throws IOException {
        Path closed = shortStudy("closed");
        replace(
                closed,
                "network.yaml",
                "  roads:\n",
                "  closures: {works: {road: quay-1 ahead, lanes: [1], at: 330 m, length: 60 m}}\n  roads:\n");
        replace(closed, "study.yaml", "seed:", "drivers: {urban: {patience: 10 s}}\nseed:");
        assertThat(run("run", closed, "-n", "1")).as(err).isZero();
        assertThat(out).contains("found no room to change lanes for their turn in time");
        assertThat(run("trace", closed, "--vehicle", 300)).isZero();
    }

    @Test
    void servicesThatDoNotFitAreExplained() throws IOException {
        Path buses = shortStudy("buses");
        replace(
                buses,
                "network.yaml",
                "  roads:\n",
                "  stops: {hall: {road: quay-1 ahead, at: 100 m, length: 20 m}}\n  roads:\n");
        String wrong = """
                  services:
                    line-1: {route: [gate, markt, mole], every: 10 min}
                    line-2: {route: [pier, mill], every: 10 min, stops: {hall: 20 s}}
                    line-3: {route: [gate, mole], every: 10 min, stops: {hal: 20 s}}
                """;
        Files.writeString(
                buses.resolve("demand.yaml"),
                Files.readString(buses.resolve("demand.yaml")).stripTrailing() + "\n" + wrong);
        assertThat(run("check", buses)).isEqualTo(1);
        assertThat(out + err)
                .contains("'markt' is no place. Did you mean 'market'?")
                .contains("stop 'hall' lies on 'quay-1 ahead', where this line does not come by")
                .contains("'hal' is no stop. Did you mean 'hall'?");
    }
}
