package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.interactions.Actions;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Pose;
import org.ulicarro.core.network.StiffBody;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.traffic.FleetView;
import org.ulicarro.files.Samples;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/** The replay page in a real browser, held against the same replication simulated once more. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class ReplayPageIT {

    private static final double WHEN = 16 * 3600 + 35 * 60 + 20; // s, a busy second

    /** Where the front of a vehicle truly is; {@code plain} when it has no joint and all of it is on one lane. */
    private record Truth(int vehicle, double x, double y, double delay, boolean plain) {}

    @TempDir
    private static Path temp;

    private Browser browser;
    private Path study;
    private Path page;
    private Model model;
    private Replication replication;
    private final List<Truth> truths = new ArrayList<>();

    @BeforeAll
    void openPage() throws IOException, StudyProblem {
        browser = new Browser();
        study = temp.resolve("quayside");
        Samples.write(Samples.MARKET, study);
        Path file = study.resolve("study.yaml");
        Files.writeString(file, Files.readString(file).replace("to: \"17:30\"", "to: \"16:45\""));
        page = temp.resolve("replay.html");
        run("run", study.toString(), "-n", "1", "--record", "last");
        run("replay", study.toString(), "-o", page.toString());
        model = StudyFolder.read(study, List.of()).compile(null).model();
        replication = new Replication(model, 1);
        replication.advanceTo(WHEN);
        FleetView rows = replication.view().rows();
        for (int row = 0; row < rows.count(); row++) {
            if (rows.vehicle(row) >= 0) {
                truths.add(truth(rows, row));
            }
        }
    }

    private Truth truth(FleetView rows, int row) {
        Lane lane = model.network().lanes().get(rows.lane(row));
        double at = rows.position(row);
        double length = rows.length(row);
        boolean stiff = replication.view().departures().kind(rows.vehicle(row)).base() != VehicleType.ARTICULATED;
        boolean whole = stiff && at - length >= lane.start() && rows.changedFrom(row) < 0;
        Pose front = StiffBody.front(lane.at(at), lane.at(at - length / 2), lane.at(at - length));
        return new Truth(rows.vehicle(row), front.x(), front.y(), rows.delay(row), whole);
    }

    private static String run(String... args) {
        StringWriter out = new StringWriter();
        StringWriter err = new StringWriter();
        int code = Main.run(args, new PrintWriter(out), new PrintWriter(err));
        assertThat(code).as(err.toString()).isZero();
        return out.toString();
    }

    @BeforeEach
    void load() throws InterruptedException {
        browser.driver.get(page.toUri().toString());
        browser.await("window.ulicarro && ulicarro.recording.complete && ulicarro.player.playing");
    }

    @AfterAll
    void close() {
        if (browser != null) {
            browser.close();
        }
    }

    private void stopAt(double seconds) throws InterruptedException {
        browser.driver.executeScript(
                "ulicarro.player.playing = false; ulicarro.player.go(arguments[0]); ulicarro.refresh();", seconds * 10);
        browser.await("ulicarro.trafficAt(ulicarro.recording, ulicarro.network, ulicarro.player.tick)");
        browser.driver.executeScript("ulicarro.refresh();");
        Thread.sleep(200); // a frame or two
    }

    @Test
    void itLoadsWithoutAWordOnTheConsoleAndTimeMoves() throws InterruptedException {
        String before = browser.driver.findElement(By.id("clock")).getText();
        browser.await("document.getElementById('clock').textContent > '" + before + "'");
        assertThat(before).matches("16:3\\d:\\d\\d");
        assertThat(browser.driver.getTitle()).contains("Quayside Road");
        assertThat(browser.console()).isEmpty();
    }

    @Test
    void everyVehicleIsDrawnWhereItIs() throws InterruptedException {
        stopAt(WHEN);
        List<Map<String, Object>> drawn =
                browser.ask("ulicarro.trafficAt(ulicarro.recording, ulicarro.network, ulicarro.player.tick)"
                        + ".map(v => ({id: v.id, x: v.points[0].x, y: v.points[0].y, delay: v.delay}))");
        assertThat(drawn).hasSameSizeAs(truths).hasSizeGreaterThan(30);
        for (Truth truth : truths) {
            Map<String, Object> seen = drawn.stream()
                    .filter(d -> ((Number) d.get("id")).intValue() == truth.vehicle())
                    .findFirst()
                    .orElseThrow();
            if (truth.plain()) {
                double away = Math.hypot(number(seen, "x") - truth.x(), number(seen, "y") - truth.y());
                assertThat(away).as("vehicle " + truth.vehicle()).isLessThan(0.05);
            }
            assertThat(number(seen, "delay")).isCloseTo(truth.delay(), within(2.0));
        }
    }

    private static double number(Map<String, Object> map, String key) {
        return ((Number) map.get(key)).doubleValue();
    }

    /** The rear follows the front along the lane: in a curve the two are nearer to each other than the vehicle is long, never farther. */
    @Test
    void aBodyIsAsLongAsItsVehicle() throws InterruptedException {
        stopAt(WHEN);
        List<Map<String, Object>> drawn = browser.ask(
                "ulicarro.trafficAt(ulicarro.recording, ulicarro.network, ulicarro.player.tick).map(v => { const a = v.points[0],"
                        + " b = v.points[v.points.length - 1]; return {length: v.who.length, straight: Math.hypot(a.x - b.x, a.y -"
                        + " b.y), joints: v.points.length - 2, type: v.type.id}; })");
        for (Map<String, Object> one : drawn) {
            double length = number(one, "length");
            assertThat(number(one, "straight")).isBetween(length * 0.8 - 0.5, length + 0.05);
            assertThat(number(one, "joints")).isEqualTo("articulated".equals(one.get("type")) ? 1 : 0);
        }
        assertThat(drawn).anyMatch(one -> number(one, "straight") > number(one, "length") - 0.02);
    }

    @Test
    void signalsShowWhatTheyShowed() throws InterruptedException {
        stopAt(WHEN);
        int groups = model.signals().groups().size();
        for (int group = 0; group < groups; group++) {
            Number shown = browser.ask("ulicarro.recording.aspect(arguments[0], ulicarro.player.tick - 1e-6)", group);
            assertThat(Aspect.values()[shown.intValue()])
                    .isEqualTo(replication.view().aspects().of(group));
        }
    }

    @Test
    void aClickOnAVehicleShowsItsRoute() throws InterruptedException {
        stopAt(WHEN);
        // one that is in sight and not hidden by the card
        Truth truth = truths.stream()
                .filter(t -> Math.abs(t.x()) < 45 && Math.abs(t.y()) < 30 && t.plain())
                .findFirst()
                .orElseThrow();
        List<Number> at = browser.ask(
                "(id => { const v = ulicarro.trafficAt(ulicarro.recording, ulicarro.network, ulicarro.player.tick)"
                        + ".find(v => v.id === id); const a = v.points[0], b = v.points[v.points.length - 1];"
                        + " return ulicarro.camera.screen((a.x + b.x) / 2, (a.y + b.y) / 2); })(arguments[0])",
                truth.vehicle());
        new Actions(browser.driver)
                .moveToLocation(at.get(0).intValue(), at.get(1).intValue())
                .click()
                .perform();
        browser.await("!document.getElementById('card').hidden");
        String card = browser.driver.findElement(By.id("card")).getText();
        int[] way = replication.view().departures().way(truth.vehicle());
        Movement movement = model.network().movements().get(way[0]);
        assertThat(card)
                .contains(" " + truth.vehicle())
                .contains(movement.name() + " at market")
                .contains("delay so far");
    }

    @Test
    void aClickOnALaneShowsItsMovement() throws InterruptedException {
        stopAt(WHEN);
        List<Number> at = browser.ask(
                "(() => { const p = ulicarro.network.stopLines[0].at; return ulicarro.camera.screen(p.x + p.dx * 0.5, p.y + p.dy"
                        + " * 0.5); })()");
        browser.driver.executeScript("ulicarro.selection.clear(); ulicarro.refresh();");
        new Actions(browser.driver)
                .moveToLocation(at.get(0).intValue(), at.get(1).intValue())
                .click()
                .perform();
        browser.await("!document.getElementById('card').hidden");
        assertThat(browser.driver.findElement(By.id("card")).getText()).containsPattern("vehicles|delay so far");
    }

    @Test
    void keysPlayAndMoveTime() throws InterruptedException {
        stopAt(WHEN);
        new Actions(browser.driver).sendKeys(Keys.ARROW_RIGHT).perform();
        browser.await("document.getElementById('clock').textContent === '16:35:30'");
        new Actions(browser.driver).sendKeys(" ").perform();
        browser.await("ulicarro.player.playing");
        new Actions(browser.driver).sendKeys("c").perform();
        browser.await("document.getElementById('legend').textContent.includes('km/h')");
    }

    /** A run that is watched: the page gets the whole of it piece by piece, and nobody else can read it under another name. */
    @Test
    void aWatchedRunStreamsIntoThePage() throws Exception {
        StringWriter err = new StringWriter();
        CompletableFuture<Integer> running = CompletableFuture.supplyAsync(() -> Main.run(
                new String[] {"run", study.toString(), "-n", "1", "--watch-page"},
                new PrintWriter(new StringWriter()),
                new PrintWriter(err, true)));
        Matcher address = Pattern.compile("http://127\\.0\\.0\\.1:\\d+/").matcher("");
        for (int tries = 0; !address.reset(err.toString()).find(); tries++) {
            assertThat(tries).isLessThan(300);
            Thread.sleep(100);
        }
        URI uri = URI.create(address.group());
        HttpResponse<String> elsewhere = HttpClient.newHttpClient()
                .send(HttpRequest.newBuilder(uri.resolve("/other")).build(), HttpResponse.BodyHandlers.ofString());
        assertThat(elsewhere.statusCode()).isEqualTo(404);
        assertThat(statusWithHost(uri, "somewhere.example")).contains(" 403 ");
        browser.driver.get(uri.toString());
        browser.await("window.ulicarro && ulicarro.recording.complete");
        Number blocks = browser.ask("ulicarro.recording.parts.length");
        assertThat(blocks.intValue()).isEqualTo(45); // 15 min of warm-up, 15 measured, 15 of drain
        assertThat(running.get()).isZero();
        assertThat(browser.console()).isEmpty();
    }

    private static String statusWithHost(URI uri, String host) throws IOException {
        try (java.net.Socket socket = new java.net.Socket("127.0.0.1", uri.getPort())) {
            socket.getOutputStream().write(("GET / HTTP/1.0\r\nHost: " + host + "\r\n\r\n").getBytes());
            return new String(socket.getInputStream().readAllBytes());
        }
    }
}
