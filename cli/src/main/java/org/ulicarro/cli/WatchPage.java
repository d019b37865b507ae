package org.ulicarro.cli;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.ulicarro.core.tracks.TrackSink;
import org.ulicarro.files.JsonFile;
import org.ulicarro.report.replay.ReplayPage;
import org.ulicarro.report.replay.Scene;

/**
 * Serves the replay page of a run that is still going on. Pieces of the recording go to every viewer as server-sent events, the
 * first ones too for who comes late. Loopback only; a request that names another host is refused, so that no page from elsewhere can
 * read it.
 */
final class WatchPage implements TrackSink, AutoCloseable {

    /** How long a finished run waits for its first viewer (ms). */
    private static final long PATIENCE = 60_000;

    private final HttpServer server;
    private final ExecutorService threads = Executors.newCachedThreadPool(task -> {
        Thread thread = new Thread(task, "watch-page");
        thread.setDaemon(true);
        return thread;
    });
    private final List<byte[]> pieces = new ArrayList<>();
    private String page;
    private boolean complete;
    private int viewers;
    private int served;

    private WatchPage(HttpServer server) {
        this.server = server;
    }

    static WatchPage open() throws IOException {
        HttpServer server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        WatchPage page = new WatchPage(server);
        server.createContext("/", page::answer);
        server.setExecutor(page.threads);
        server.start();
        return page;
    }

    String address() {
        return "http://127.0.0.1:" + server.getAddress().getPort() + "/";
    }

    synchronized void show(Scene scene) throws IOException {
        page = ReplayPage.live(JsonFile.text(scene));
        notifyAll();
    }

    @Override
    public synchronized void write(byte[] bytes, int length) {
        pieces.add(Arrays.copyOf(bytes, length));
        notifyAll();
    }

    private void answer(HttpExchange exchange) throws IOException {
        try (exchange) {
            String host = String.valueOf(exchange.getRequestHeaders().getFirst("Host"));
            String path = exchange.getRequestURI().getPath();
            if (!host.equals("127.0.0.1:" + server.getAddress().getPort())
                    && !host.equals("localhost:" + server.getAddress().getPort())) {
                exchange.sendResponseHeaders(403, -1);
            } else if (path.equals("/")) {
                sendPage(exchange);
            } else if (path.equals("/tracks")) {
                stream(exchange);
            } else {
                exchange.sendResponseHeaders(404, -1);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void sendPage(HttpExchange exchange) throws IOException, InterruptedException {
        byte[] html;
        synchronized (this) {
            while (page == null) {
                wait();
            }
            html = page.getBytes(StandardCharsets.UTF_8);
        }
        exchange.getResponseHeaders().set("Content-Type", "text/html; charset=utf-8");
        exchange.sendResponseHeaders(200, html.length);
        exchange.getResponseBody().write(html);
    }

    private void stream(HttpExchange exchange) throws IOException, InterruptedException {
        exchange.getResponseHeaders().set("Content-Type", "text/event-stream");
        exchange.getResponseHeaders().set("Cache-Control", "no-store");
        exchange.sendResponseHeaders(200, 0);
        synchronized (this) {
            viewers++;
        }
        try (OutputStream out = exchange.getResponseBody()) {
            for (int next = 0; ; next++) {
                byte[] piece = piece(next);
                if (piece == null) {
                    out.write("event: end\ndata: end\n\n".getBytes(StandardCharsets.US_ASCII));
                    break;
                }
                out.write("data: ".getBytes(StandardCharsets.US_ASCII));
                out.write(Base64.getEncoder().encode(piece));
                out.write("\n\n".getBytes(StandardCharsets.US_ASCII));
                out.flush();
            }
        } finally {
            synchronized (this) {
                viewers--;
                served++;
                notifyAll();
            }
        }
    }

    /** A piece of the recording, once it is there; null after the last one. */
    private synchronized byte[] piece(int number) throws InterruptedException {
        while (number >= pieces.size() && !complete) {
            wait();
        }
        return number < pieces.size() ? pieces.get(number) : null;
    }

    /** Waits until all viewers have the whole run; for the first one not longer than a minute. */
    synchronized void awaitViewers() throws InterruptedException {
        complete = true;
        notifyAll();
        long end = System.nanoTime() / 1_000_000 + PATIENCE;
        while (viewers > 0 || served == 0) {
            long left = end - System.nanoTime() / 1_000_000;
            if (viewers == 0 && left <= 0) {
                return;
            }
            wait(Math.max(1, Math.min(left, 1000)));
        }
    }

    @Override
    public void close() {
        server.stop(0);
        threads.shutdownNow();
    }
}
