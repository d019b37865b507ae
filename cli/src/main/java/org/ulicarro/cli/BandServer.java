package org.ulicarro.cli;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import org.ulicarro.files.StudyProblem;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Serves the page of a corridor on loopback, and takes the offsets that it saves. The address holds a word that is good for this once; a request from elsewhere does not know it. */
final class BandServer {

    private static final int LARGEST = 64 * 1024;

    /** Makes the page, which saves to a path. */
    interface Page {
        String html(String savePath) throws IOException;
    }

    /** Saves offsets by place; answers what was written. */
    interface Saver {
        Path save(Map<String, Double> offsets) throws IOException, StudyProblem;
    }

    private final HttpServer server;
    private final String word;
    private final Page page;
    private final Saver saver;

    private BandServer(HttpServer server, Page page, Saver saver) {
        this.server = server;
        this.page = page;
        this.saver = saver;
        byte[] bytes = new byte[16];
        new SecureRandom().nextBytes(bytes);
        word = HexFormat.of().formatHex(bytes);
    }

    static BandServer open(Page page, Saver saver) throws IOException {
        HttpServer server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        BandServer band = new BandServer(server, page, saver);
        server.createContext("/", band::answer);
        server.start();
        return band;
    }

    String address() {
        return "http://127.0.0.1:" + server.getAddress().getPort() + "/" + word + "/";
    }

    /** Until the program is ended. */
    void await() throws InterruptedException {
        new CountDownLatch(1).await();
    }

    void close() {
        server.stop(0);
    }

    private void answer(HttpExchange exchange) throws IOException {
        try (exchange) {
            String host = String.valueOf(exchange.getRequestHeaders().getFirst("Host"));
            String path = exchange.getRequestURI().getPath();
            boolean here = host.equals("127.0.0.1:" + server.getAddress().getPort())
                    || host.equals("localhost:" + server.getAddress().getPort());
            if (!here || !path.startsWith("/" + word + "/")) {
                exchange.sendResponseHeaders(403, -1);
            } else if (path.equals("/" + word + "/")
                    && exchange.getRequestMethod().equals("GET")) {
                send(exchange, 200, "text/html", page.html("/" + word + "/save"));
            } else if (path.equals("/" + word + "/save")
                    && exchange.getRequestMethod().equals("POST")) {
                save(exchange);
            } else {
                exchange.sendResponseHeaders(404, -1);
            }
        }
    }

    private void save(HttpExchange exchange) throws IOException {
        byte[] body = exchange.getRequestBody().readNBytes(LARGEST);
        Map<String, Double> offsets = new LinkedHashMap<>();
        try {
            JsonNode root = JsonMapper.builder().build().readTree(body);
            root.properties().forEach(e -> {
                if (e.getValue().isNumber()) {
                    offsets.put(e.getKey(), e.getValue().doubleValue());
                }
            });
            send(exchange, 200, "text/plain", "saved " + saver.save(offsets));
        } catch (JacksonException e) {
            send(exchange, 400, "text/plain", "this is no JSON");
        } catch (IOException | StudyProblem e) {
            send(exchange, 409, "text/plain", "not saved: " + e.getMessage());
        }
    }

    private static void send(HttpExchange exchange, int status, String type, String text) throws IOException {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", type + "; charset=utf-8");
        exchange.sendResponseHeaders(status, bytes.length);
        exchange.getResponseBody().write(bytes);
    }
}
