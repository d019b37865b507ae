package org.ulicarro.cli;

import com.sun.net.httpserver.HttpExchange;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import org.ulicarro.core.tracks.TrackSink;
import org.ulicarro.files.JsonFile;
import org.ulicarro.report.replay.PagePicture;
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

    /** Who takes nothing for so long does not read any more (ms). */
    private static final long STALLED = 10_000;

    private final LoopbackPage server;
    private final List<byte[]> pieces = new ArrayList<>();
    private String page;
    private boolean complete;
    private int viewers;
    private int served;

    private long moved; // when a viewer last took a piece (ms)

    private WatchPage() throws IOException {
        server = LoopbackPage.open(this::answer);
    }

    static WatchPage open() throws IOException {
        return new WatchPage();
    }

    String address() {
        return server.address();
    }

    synchronized void show(Scene scene, PagePicture backdrop) throws IOException {
        page = ReplayPage.live(JsonFile.text(scene), backdrop == null ? null : JsonFile.text(backdrop));
        notifyAll();
    }

    @Override
    public synchronized void write(byte[] bytes, int length) {
        pieces.add(Arrays.copyOf(bytes, length));
        notifyAll();
    }

    private void answer(HttpExchange exchange) throws IOException {
        String path = exchange.getRequestURI().getPath();
        try {
            if (path.equals("/")) {
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
        String html;
        synchronized (this) {
            while (page == null) {
                wait();
            }
            html = page;
        }
        LoopbackPage.send(exchange, 200, "text/html", html);
    }

    private void stream(HttpExchange exchange) throws IOException, InterruptedException {
        exchange.getResponseHeaders().set("Content-Type", "text/event-stream");
        exchange.getResponseHeaders().set("Cache-Control", "no-store");
        exchange.sendResponseHeaders(200, 0);
        synchronized (this) {
            viewers++;
            moved = now();
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
                synchronized (this) {
                    moved = now();
                }
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

    /** Waits until all viewers have the whole run; for the first one not longer than a minute, and for none that has stopped reading. */
    synchronized void awaitViewers() throws InterruptedException {
        complete = true;
        notifyAll();
        long end = now() + PATIENCE;
        moved = now();
        while (viewers > 0 || served == 0) {
            if (viewers == 0 && now() > end || viewers > 0 && now() - moved > STALLED) {
                return;
            }
            wait(500);
        }
    }

    private static long now() {
        return System.nanoTime() / 1_000_000;
    }

    @Override
    public void close() {
        server.close();
    }
}
