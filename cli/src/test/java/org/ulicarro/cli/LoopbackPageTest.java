package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.InetAddress;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Pages on loopback under clients that behave badly. */
class LoopbackPageTest {

    private static HttpResponse<String> get(String address) throws IOException, InterruptedException {
        return HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(address))
                                .timeout(Duration.ofSeconds(30))
                                .build(),
                        HttpResponse.BodyHandlers.ofString());
    }

    private static Socket connect(String address, String text) throws IOException {
        Socket socket =
                new Socket(InetAddress.getLoopbackAddress(), URI.create(address).getPort());
        socket.getOutputStream().write(text.getBytes(StandardCharsets.US_ASCII));
        return socket;
    }

    /** Requests that are never sent to their end, and other hosts' names. */
    @Test
    void halfSentRequestsBlockNobody() throws Exception {
        List<Socket> half = new ArrayList<>();
        try (LoopbackPage page =
                LoopbackPage.open(exchange -> LoopbackPage.send(exchange, 200, "text/plain", "here"))) {
            for (int i = 0; i < 200; i++) {
                half.add(connect(page.address(), i % 2 == 0 ? "POST / HTTP/1.1\r\nHost: x" : ""));
            }
            for (int i = 0; i < 20; i++) {
                assertThat(get(page.address()).body()).isEqualTo("here");
            }
            try (Socket other = connect(page.address(), "GET / HTTP/1.1\r\nHost: elsewhere.example\r\n\r\n")) {
                byte[] answer = new byte[12];
                assertThat(other.getInputStream().readNBytes(answer, 0, 12)).isEqualTo(12);
                assertThat(new String(answer, StandardCharsets.US_ASCII)).isEqualTo("HTTP/1.1 403");
            }
        } finally {
            for (Socket socket : half) {
                socket.close();
            }
        }
    }

    /** A viewer that takes nothing any more does not hold a run that is finished. */
    @Test
    void whoDoesNotReadHoldsNoRun() throws Exception {
        try (WatchPage page = WatchPage.open();
                Socket viewer = connect(page.address(), "")) {
            viewer.setReceiveBufferSize(1024);
            String host = URI.create(page.address()).getAuthority();
            viewer.getOutputStream()
                    .write(("GET /tracks HTTP/1.1\r\nHost: " + host + "\r\n\r\n").getBytes(StandardCharsets.US_ASCII));
            assertThat(viewer.getInputStream().read()).isEqualTo('H');
            byte[] piece = new byte[1 << 20];
            for (int i = 0; i < 40; i++) {
                page.write(piece, piece.length);
            }
            long begin = System.nanoTime();
            page.awaitViewers();
            assertThat(Duration.ofNanos(System.nanoTime() - begin)).isLessThan(Duration.ofMinutes(1));
        }
    }
}
