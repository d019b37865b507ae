package org.ulicarro.cli;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpHandler;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/**
 * A page served on this computer only. A request that names another host is refused, so that no page from elsewhere can read it, and a
 * request that is not sent to its end is given up: each has a thread of its own, and nobody waits for another one.
 */
final class LoopbackPage implements AutoCloseable {

    private static final String SECONDS = "10";

    private final HttpServer server;
    private final ExecutorService threads = Executors.newCachedThreadPool(task -> {
        Thread thread = new Thread(task, "page");
        thread.setDaemon(true);
        return thread;
    });

    private LoopbackPage(HttpServer server) {
        this.server = server;
    }

    static LoopbackPage open(HttpHandler handler) throws IOException {
        if (System.getProperty("sun.net.httpserver.maxReqTime") == null) { // read when the first server is made
            System.setProperty("sun.net.httpserver.maxReqTime", SECONDS);
        }
        LoopbackPage page =
                new LoopbackPage(HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0));
        page.server.createContext("/", exchange -> {
            try (exchange) {
                if (page.isHere(exchange)) {
                    handler.handle(exchange);
                } else {
                    exchange.sendResponseHeaders(403, -1);
                }
            }
        });
        page.server.setExecutor(page.threads);
        page.server.start();
        return page;
    }

    private boolean isHere(HttpExchange exchange) {
        String host = String.valueOf(exchange.getRequestHeaders().getFirst("Host"));
        int port = server.getAddress().getPort();
        return host.equals("127.0.0.1:" + port) || host.equals("localhost:" + port);
    }

    String address() {
        return "http://127.0.0.1:" + server.getAddress().getPort() + "/";
    }

    static void send(HttpExchange exchange, int status, String type, String text) throws IOException {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", type + "; charset=utf-8");
        exchange.sendResponseHeaders(status, bytes.length);
        exchange.getResponseBody().write(bytes);
    }

    @Override
    public void close() {
        server.stop(0);
        threads.shutdownNow();
    }
}
