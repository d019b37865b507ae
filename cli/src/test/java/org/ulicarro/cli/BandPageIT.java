package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.interactions.Actions;
import org.ulicarro.files.Samples;

/** The page of a corridor in a real browser: signals are dragged, bands follow, the alternative's text stands there. */
class BandPageIT extends InProcess {

    private static double number(Browser browser, String expression) {
        Number value = browser.ask(expression);
        return value.doubleValue();
    }

    @Test
    void draggingASignalMovesItsOffsetAndTheBands(@TempDir Path temp) throws Exception {
        Path study = temp.resolve("quayside");
        Samples.write(Samples.QUAYSIDE, study);
        Path file = temp.resolve("band.html");
        assertThat(run("band", study, "-o", file)).as(err).isZero();
        try (Browser browser = new Browser()) {
            browser.driver.get(file.toUri().toString());
            assertThat(number(browser, "band(true).width"))
                    .as("as the command says")
                    .isCloseTo(2.3, within(0.05));
            assertThat(number(browser, "band(false).width")).isZero();
            WebElement plot = browser.driver.findElement(By.id("plot"));
            int dy = (int) Math.round(number(browser, "y(stops[2].at) - H / 2"));
            int dx = (int) Math.round(number(browser, "30 / data.length * (W - L - R)"));
            new Actions(browser.driver)
                    .moveToElement(plot, 0, dy)
                    .clickAndHold()
                    .moveByOffset(dx, 0)
                    .release()
                    .perform();
            browser.await("frames > 0");
            assertThat(number(browser, "stops[2].offset"))
                    .as("market: 12 s and 30")
                    .isCloseTo(42, within(1.0));
            assertThat(browser.driver.findElement(By.id("text")).getText()).contains("market: {plans: {pm: {offset: 4");
            // the others by keys, to the offsets that the search finds
            browser.driver.executeScript("stops[2].offset = 42; chosen = 2");
            new Actions(browser.driver).sendKeys(Keys.ARROW_UP).perform();
            for (int i = 0; i < 23; i++) {
                new Actions(browser.driver).sendKeys(Keys.ARROW_LEFT).perform();
            }
            new Actions(browser.driver)
                    .sendKeys(Keys.ARROW_DOWN, Keys.ARROW_DOWN)
                    .perform();
            for (int i = 0; i < 27; i++) {
                new Actions(browser.driver).sendKeys(Keys.ARROW_RIGHT).perform();
            }
            assertThat(number(browser, "band(true).width")).isCloseTo(16.9, within(0.05));
            assertThat(number(browser, "band(false).width")).isCloseTo(17.3, within(0.05));
            browser.await("document.querySelector('.out').textContent.includes('16.9 s')");
            browser.driver.findElement(By.id("reset")).click();
            browser.await("document.getElementById('text').textContent.includes('nothing has been moved')");
            assertThat(browser.console()).isEmpty();
        }
    }

    /** A dozen signals with 300 traces take less to draw than all lines of these traces on a bare canvas, of which it shows a part. */
    @Test
    void twelveSignalsAreDrawnQuickly(@TempDir Path temp) throws Exception {
        Path study = temp.resolve("quayside");
        Samples.write(Samples.QUAYSIDE, study);
        Path file = temp.resolve("band.html");
        assertThat(run("band", study, "-o", file)).as(err).isZero();
        try (Browser browser = new Browser()) {
            browser.driver.get(file.toUri().toString());
            double times = number(browser, """
                    (() => {
                      for (let k = 4; k < 12; k++) {
                        const s = Object.assign({}, stops[k % 4], {place: "p" + k, at: 100 * k});
                        stops.push(s); data.outbound.push(10); data.inbound.push(10);
                      }
                      T.out = travel(true); T.in = travel(false);
                      const points = [...Array(300).keys()].map(i => [i, i * 7]);
                      for (let i = 0; i < 300; i++) data.traces.push({out: i % 2 === 0, points: points.map(p => [p[0] + i, p[1]])});
                      const least = work => Math.min(...[...Array(12).keys()].map(i => {
                        const t = performance.now();
                        work(i);
                        return performance.now() - t;
                      }));
                      const bare = document.createElement("canvas");
                      bare.width = 1200;
                      bare.height = 700;
                      const pen = bare.getContext("2d");
                      const lines = least(() => {
                        pen.clearRect(0, 0, 1200, 700);
                        for (const trace of data.traces) {
                          pen.beginPath();
                          for (const p of trace.points) pen.lineTo(p[0], p[1] % 700);
                          pen.stroke();
                        }
                        pen.getImageData(0, 0, 1, 1); // else it is only noted down
                      });
                      return least(i => { stops[5].offset = i; draw(); }) / lines;
                    })()""");
            assertThat(stopsOf(browser)).isEqualTo(12);
            assertThat(times).as("a drawing call, beside the bare lines").isLessThan(1);
        }
    }

    private static int stopsOf(Browser browser) {
        return (int) number(browser, "stops.length");
    }

    /** The served page saves; whoever does not know the word of the address is refused. */
    @Test
    void theServedPageSavesOffsets(@TempDir Path temp) throws Exception {
        Map<String, Double> saved = new LinkedHashMap<>();
        BandServer server = BandServer.open(
                path -> "<p>" + path + "</p>",
                offsets -> {
                    saved.putAll(offsets);
                    return Files.writeString(temp.resolve("offsets-1.yaml"), "x");
                },
                Set.of("market", "gate"));
        try {
            HttpClient client = HttpClient.newHttpClient();
            HttpResponse<String> page = client.send(
                    HttpRequest.newBuilder(URI.create(server.address())).build(), HttpResponse.BodyHandlers.ofString());
            assertThat(page.statusCode()).isEqualTo(200);
            URI save = URI.create(server.address()).resolve(page.body().replaceAll("<.?p>", ""));
            HttpResponse<String> answer = client.send(
                    HttpRequest.newBuilder(save)
                            .POST(HttpRequest.BodyPublishers.ofString("{\"market\": 42}"))
                            .build(),
                    HttpResponse.BodyHandlers.ofString());
            assertThat(answer.body()).startsWith("saved ").endsWith("offsets-1.yaml");
            assertThat(saved).containsOnly(Map.entry("market", 42.0));
            assertThat(client.send(
                                    HttpRequest.newBuilder(save)
                                            .POST(HttpRequest.BodyPublishers.ofString("no"))
                                            .build(),
                                    HttpResponse.BodyHandlers.ofString())
                            .statusCode())
                    .isEqualTo(400);
            for (String wrong :
                    List.of("null", "[]", "{}", "{\"gate\": \"x\"}", "{\"mill\": 1}", "{\"gate\": 1e308}")) {
                HttpResponse<String> refused = client.send(
                        HttpRequest.newBuilder(save)
                                .POST(HttpRequest.BodyPublishers.ofString(wrong))
                                .build(),
                        HttpResponse.BodyHandlers.ofString());
                assertThat(refused.statusCode()).as(wrong).isEqualTo(400);
                assertThat(refused.body()).startsWith("not saved: ");
            }
            assertThat(saved).hasSize(1);
            URI stranger = URI.create(server.address()).resolve("/save");
            assertThat(client.send(HttpRequest.newBuilder(stranger).build(), HttpResponse.BodyHandlers.ofString())
                            .statusCode())
                    .isEqualTo(403);
        } finally {
            server.close();
        }
    }
}
