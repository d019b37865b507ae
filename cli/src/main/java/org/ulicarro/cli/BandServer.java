package org.ulicarro.cli;

import com.sun.net.httpserver.HttpExchange;
import java.io.IOException;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CountDownLatch;
import org.ulicarro.files.StudyProblem;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Serves the page of a corridor on loopback, and takes the offsets that it saves. The address holds a word that is good for this once; a request from elsewhere does not know it. */
final class BandServer {

    private static final int LARGEST = 64 * 1024;
    private static final double MOST = 3600; // s, no cycle is longer

    /** Makes the page, which saves to a path. */
    interface Page {
        String html(String savePath) throws IOException;
    }

    /** Saves offsets by place; answers what was written. */
    interface Saver {
        Path save(Map<String, Double> offsets) throws IOException, StudyProblem;
    }

    private final LoopbackPage server;
    private final String word;
    private final Page page;
    private final Saver saver;
    private final Set<String> places;

    private BandServer(Page page, Saver saver, Set<String> places) throws IOException {
        this.page = page;
        this.saver = saver;
        this.places = places;
        byte[] bytes = new byte[16];
        new SecureRandom().nextBytes(bytes);
        word = HexFormat.of().formatHex(bytes);
        server = LoopbackPage.open(this::answer);
    }

    /**
     * Serves.
     *
     * @param places whose offsets may be saved
     */
    static BandServer open(Page page, Saver saver, Set<String> places) throws IOException {
        return new BandServer(page, saver, places);
    }

    String address() {
        return server.address() + word + "/";
    }

    /** Until the program is ended. */
    void await() throws InterruptedException {
        new CountDownLatch(1).await();
    }

    void close() {
        server.close();
    }

    private void answer(HttpExchange exchange) throws IOException {
        String path = exchange.getRequestURI().getPath();
        if (!path.startsWith("/" + word + "/")) {
            exchange.sendResponseHeaders(403, -1);
        } else if (path.equals("/" + word + "/") && exchange.getRequestMethod().equals("GET")) {
            LoopbackPage.send(exchange, 200, "text/html", page.html("/" + word + "/save"));
        } else if (path.equals("/" + word + "/save")
                && exchange.getRequestMethod().equals("POST")) {
            save(exchange);
        } else {
            exchange.sendResponseHeaders(404, -1);
        }
    }

    private void save(HttpExchange exchange) throws IOException {
        byte[] body = exchange.getRequestBody().readNBytes(LARGEST);
        try {
            Map<String, Double> offsets = offsets(JsonMapper.builder().build().readTree(body));
            synchronized (this) { // one after the other
                LoopbackPage.send(exchange, 200, "text/plain", "saved " + saver.save(offsets));
            }
        } catch (JacksonException e) {
            LoopbackPage.send(exchange, 400, "text/plain", "not saved: this is no JSON");
        } catch (IllegalArgumentException e) {
            LoopbackPage.send(exchange, 400, "text/plain", "not saved: " + e.getMessage());
        } catch (IOException | StudyProblem e) {
            LoopbackPage.send(exchange, 409, "text/plain", "not saved: " + e.getMessage());
        }
    }

    private Map<String, Double> offsets(JsonNode root) {
        if (root == null || !root.isObject() || root.isEmpty()) {
            throw new IllegalArgumentException("offsets are like {\"market\": 12}");
        }
        Map<String, Double> offsets = new LinkedHashMap<>();
        root.properties().forEach(e -> {
            double value = e.getValue().isNumber() ? e.getValue().doubleValue() : Double.NaN;
            if (!places.contains(e.getKey())) {
                throw new IllegalArgumentException("'" + e.getKey() + "' is no place of this corridor");
            }
            if (!(Math.abs(value) <= MOST)) {
                throw new IllegalArgumentException("the offset of '" + e.getKey() + "' must be a number of seconds");
            }
            offsets.put(e.getKey(), value);
        });
        return offsets;
    }
}
