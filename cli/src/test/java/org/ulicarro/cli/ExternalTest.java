package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.WebSocket;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.TimeUnit;
import java.util.function.Function;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.ulicarro.core.measure.WaitRow;
import org.ulicarro.files.Run;
import org.ulicarro.files.RunFolder;
import org.ulicarro.files.RunStore;
import org.ulicarro.files.Samples;
import org.ulicarro.link.LampBoard;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** External controllers, good and bad, over a real WebSocket and, where one is installed, a real broker. */
class ExternalTest extends InProcess {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    /** Main street and side street by turns of 20 s. */
    private static final Function<JsonNode, String> BY_TURNS = ask -> want(
            ask,
            (int) (ask.path("seconds").doubleValue() / 20) % 2 == 0 ? "\"EB\",\"WB\",\"WP\"" : "\"NB\",\"SB\",\"WQ\"");

    @TempDir
    private Path temp;

    private Path study;

    @BeforeEach
    void write() throws IOException {
        study = temp.resolve("market");
        Samples.write(Samples.MARKET, study);
        String text = Files.readString(study.resolve("study.yaml"));
        Files.writeString(
                study.resolve("study.yaml"),
                text.replace("to: \"17:30\"", "to: \"16:36\"").replace("15 min", "2 min"));
        Files.writeString(study.resolve("alternatives/external.yaml"), """
                network:
                  detectors:
                    pier: {road: pier-road ahead, lane: 2, before-end: 2 m, length: 12 m}
                signals:
                  market:
                    kind: external
                    external: {detectors: [pier], every: 1 s, timeout: 60 s, fallback: pm}
                """);
    }

    /** Only where nobody is to answer any more: what is answered must be in time also on a busy machine. */
    private void shortenPatience() throws IOException {
        Path file = study.resolve("alternatives/external.yaml");
        Files.writeString(file, Files.readString(file).replace("timeout: 60 s", "timeout: 4 s"));
    }

    private static String want(JsonNode ask, String green) {
        return "{\"say\":\"want\",\"session\":\"" + ask.path("session").asString() + "\",\"number\":"
                + ask.path("number").intValue() + ",\"green\":[" + green + "]}";
    }

    /** A controller that answers each question with what it is told to; null answers nothing. */
    private static final class Client implements WebSocket.Listener {

        private final Function<JsonNode, String> policy;
        private final StringBuilder part = new StringBuilder();
        final List<JsonNode> heard = new ArrayList<>();

        Client(Function<JsonNode, String> policy) {
            this.policy = policy;
        }

        @Override
        public CompletionStage<?> onText(WebSocket socket, CharSequence text, boolean last) {
            part.append(text);
            CompletionStage<?> sent = CompletableFuture.completedFuture(null);
            if (last) {
                JsonNode message = JSON.readTree(part.toString());
                part.setLength(0);
                synchronized (heard) {
                    heard.add(message);
                }
                if (message.path("say").asString().equals("ask")) {
                    String answer = policy.apply(message);
                    if (answer != null && answer.equals("bytes")) {
                        sent = socket.sendBinary(ByteBuffer.wrap(new byte[] {1, 2, 3}), true);
                    } else if (answer != null && answer.equals("pings")) {
                        sent = pings(socket, 500);
                    } else if (answer != null && answer.equals("leave")) {
                        socket.abort();
                        return null;
                    } else if (answer != null) {
                        sent = socket.sendText(answer, true);
                    }
                }
            }
            return sent.thenAccept(s -> socket.request(1));
        }

        private static CompletionStage<?> pings(WebSocket socket, int left) {
            return left == 0
                    ? CompletableFuture.completedFuture(null)
                    : socket.sendPing(ByteBuffer.allocate(100)).thenCompose(s -> pings(socket, left - 1));
        }
    }

    private static int freePort() throws IOException {
        try (ServerSocket socket = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            return socket.getLocalPort();
        }
    }

    private int runWith(int port, Client client, int replications) throws Exception {
        CompletableFuture<Integer> code = CompletableFuture.supplyAsync(
                () -> run("run", study, "-a", "external", "-n", replications, "--external", port + "/word"));
        connect(port, client);
        return code.get(15, TimeUnit.MINUTES);
    }

    private static WebSocket connect(int port, Client client) throws InterruptedException {
        for (int attempt = 0; ; attempt++) {
            try {
                return HttpClient.newHttpClient()
                        .newWebSocketBuilder()
                        .buildAsync(URI.create("ws://127.0.0.1:" + port + "/word"), client)
                        .join();
            } catch (CompletionException e) {
                assertThat(attempt).as(String.valueOf(e.getCause())).isLessThan(200);
                Thread.sleep(50);
            }
        }
    }

    private Path lastRun() throws IOException {
        return new RunStore(study).find("last").orElseThrow();
    }

    private String digest() throws IOException {
        return RunFolder.record(lastRun()).digest();
    }

    @Test
    void aSoundControllerDecidesAndIsRepeatable() throws Exception {
        Client client = new Client(BY_TURNS);
        assertThat(runWith(freePort(), client, 2)).as(err).isZero();
        assertThat(out).contains("note: signals had external control").doesNotContain("took over");
        JsonNode begin = client.heard.get(0);
        assertThat(begin.path("say").asString()).isEqualTo("begin");
        assertThat(begin.path("groups").get(0).path("id").asString()).isEqualTo("EB");
        assertThat(begin.path("groups").get(0).path("never_with").toString()).contains("NB", "SB");
        assertThat(client.heard.stream()
                        .filter(m -> m.path("say").asString().equals("ask"))
                        .count())
                .as("10 min, each second, twice")
                .isEqualTo(2 * 600);
        assertThat(client.heard.stream()
                        .filter(m -> m.path("say").asString().equals("end"))
                        .count())
                .isEqualTo(2);
        String first = digest();
        assertThat(runWith(freePort(), new Client(BY_TURNS), 2)).isZero();
        assertThat(digest()).as("in step, whatever the speed").isEqualTo(first);
    }

    @Test
    void whatIsAskedForIsShownAfterMinimumsAndClearances() throws Exception {
        Client client = new Client(ask ->
                want(ask, (int) (ask.path("seconds").doubleValue() / 20) % 2 == 0 ? "\"EB\",\"WB\"" : "\"NB\",\"SB\""));
        assertThat(runWith(freePort(), client, 1)).isZero();
        List<String> seen = client.heard.stream()
                .filter(m -> m.path("say").asString().equals("ask"))
                .filter(m -> m.path("seconds").doubleValue() % 40 >= 20) // the side street's turn
                .map(m -> (int) (m.path("seconds").doubleValue() % 40) - 20 + " "
                        + m.path("groups").path("EB").path("shows").asString() + " "
                        + m.path("groups").path("NB").path("shows").asString())
                .skip(40)
                .limit(20)
                .toList();
        // a question sees what was shown in the tick before: yellow from 0.0 to 3.0, red of all until 5.0
        assertThat(seen.subList(1, 8))
                .containsExactly(
                        "1 yellow red",
                        "2 yellow red",
                        "3 yellow red",
                        "4 red red",
                        "5 red red",
                        "6 red green",
                        "7 red green");
    }

    @ParameterizedTest(name = "{0}")
    @CsvSource(delimiter = '|', quoteCharacter = '"', textBlock = """
            stalls | no answer in 4.0 s
            lies | it asks for green of 'EB' and 'NB', which may never go together
            no group | it asks for green of 'XX', which is no group here
            no json | what came is no JSON: green please
            no message | what came is no message: [1,2,3]
            no word | 'say' is 'hello', only 'want' is understood
            half a word | 'want' needs session (text), number (whole) and green (a list of groups)
            strange session | session '7/nowhere' is none of those that were begun
            late | no answer in 4.0 s
            bytes | it sent bytes where text is due
            pings | it sent more than 100 pings in a second and was sent away
            leave | the controller disconnected
            too long | disconnected
            """)
    void whoeverDoesNotPlayIsReplacedByTheFallback(String how, String because) throws Exception {
        Client client = new Client(ask -> {
            if (ask.path("number").intValue() < 30) {
                return BY_TURNS.apply(ask);
            }
            return switch (how) {
                case "stalls" -> null;
                case "lies" -> want(ask, "\"EB\",\"NB\"");
                case "no group" -> want(ask, "\"XX\"");
                case "no json" -> "green please";
                case "no message" -> "[1,2,3]";
                case "no word" -> "{\"say\":\"hello\"}";
                case "half a word" -> "{\"say\":\"want\",\"green\":\"EB\"}";
                case "strange session" -> "{\"say\":\"want\",\"session\":\"7/nowhere\",\"number\":30,\"green\":[]}";
                case "late" -> want(ask, "\"EB\"").replace("\"number\":", "\"number\":1");
                case "too long" -> "{\"say\":\"" + "x".repeat(100_000) + "\"}";
                default -> how; // bytes, pings, leave
            };
        });
        if (because.startsWith("no answer")) {
            shortenPatience();
        }
        assertThat(runWith(freePort(), client, 1)).as(err).isZero();
        assertThat(out)
                .contains(
                        "warning: replication 1, 16:28:29.0: control of 'market' by an external program ended, plan 'pm' took over: ")
                .contains(because);
        int waited = Run.in(lastRun()).rows(WaitRow.class).stream()
                .filter(o -> o.row().name().equals("market"))
                .mapToInt(o -> o.row().unfinished())
                .sum();
        assertThat(waited).as("the plan serves everybody").isLessThan(60);
    }

    @Test
    void nobodyIsWaitedForWhereThePortIsTakenOrTheWordsAreWrong() throws Exception {
        try (ServerSocket taken = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            assertThat(run("run", study, "-a", "external", "--external", taken.getLocalPort()))
                    .isEqualTo(Exit.INPUT);
            assertThat(err).contains("port " + taken.getLocalPort() + " is in use");
        }
        assertThat(run("run", study, "-a", "external", "--external", "here")).isEqualTo(Exit.USAGE);
        assertThat(run("run", study, "-a", "external", "--pace", "2")).isEqualTo(Exit.USAGE);
        assertThat(run("run", study, "-a", "external", "--external", "tcp://127.0.0.1:1"))
                .isEqualTo(Exit.INPUT);
        assertThat(err).contains("no MQTT broker answers at tcp://127.0.0.1:1");
    }

    @Test
    void withoutAnybodyTheFallbackRunsFromTheStart() throws IOException {
        assertThat(run("run", study, "-a", "external", "-n", 1)).isZero();
        String alone = digest();
        assertThat(run("rehearse", study, "-a", "external", "--place", "market", "--to", "16:33"))
                .as(err)
                .isZero();
        assertThat(out).contains("plan pm");
        assertThat(alone).isNotEmpty();
    }

    @Test
    void whatIsWrongWithTheStudyIsSaid() throws IOException {
        Path file = study.resolve("alternatives/external.yaml");
        Files.writeString(
                file,
                Files.readString(file).replace("fallback: pm", "fallback: pn").replace("[pier]", "[pir]"));
        assertThat(run("check", study, "-a", "external")).isEqualTo(Exit.DOES_NOT_HOLD);
        assertThat(out + err).contains("there is no plan 'pn' to fall back on. Did you mean 'pm'?");
        Files.writeString(file, Files.readString(file).replace("fallback: pn", "fallback: pm"));
        assertThat(run("check", study, "-a", "external")).isEqualTo(Exit.DOES_NOT_HOLD);
        assertThat(out + err).contains("there is no detector 'pir'. Did you mean 'pier'?");
    }

    @Test
    void aPageInABrowserMayNotControl() throws Exception {
        int port = freePort();
        CompletableFuture<Integer> code = CompletableFuture.supplyAsync(
                () -> run("run", study, "-a", "external", "-n", 1, "--external", port + "/word"));
        connect(port, new Client(BY_TURNS));
        CompletableFuture<WebSocket> page = HttpClient.newHttpClient()
                .newWebSocketBuilder()
                .header("Origin", "https://elsewhere.example")
                .buildAsync(URI.create("ws://127.0.0.1:" + port + "/word"), new Client(BY_TURNS));
        assertThat(page.handle((socket, problem) -> problem != null).get(5, TimeUnit.MINUTES))
                .isTrue();
        assertThat(code.get(15, TimeUnit.MINUTES)).isZero();
        assertThat(out).doesNotContain("took over");
    }

    /** Programs that do not know the word: none of what they send, and none of what they leave open, is heard. */
    @Test
    void whoDoesNotKnowTheWordIsNoController() throws Exception {
        int port = freePort();
        CompletableFuture<Integer> code = CompletableFuture.supplyAsync(
                () -> run("run", study, "-a", "external", "-n", 1, "--external", port + "/word"));
        List<Socket> strangers = new ArrayList<>();
        connect(port, new Client(message -> {
            if (strangers.size() < 200) {
                strangers.add(stranger(port, strangers.size()));
            }
            return BY_TURNS.apply(message);
        }));
        assertThat(code.get(15, TimeUnit.MINUTES)).isZero();
        assertThat(strangers).hasSizeGreaterThan(30);
        assertThat(out).doesNotContain("took over");
        for (Socket stranger : strangers) {
            stranger.close();
        }
    }

    /** A connection that goes wrong in one of some ways, and stays open. */
    private static Socket stranger(int port, int number) {
        try {
            Socket socket = new Socket(InetAddress.getLoopbackAddress(), port);
            String hello = "GET /%s HTTP/1.1\r\nHost: 127.0.0.1\r\nUpgrade: websocket\r\nConnection: Upgrade\r\n"
                    + "Sec-WebSocket-Key: dGhlIHNhbXBsZSBub25jZQ==\r\nSec-WebSocket-Version: 13\r\n\r\n";
            byte[] frame = {(byte) 0x82, (byte) 0xFF, 0x40, 0, 0, 0, 0, 0, 0, 0}; // of 2^62 bytes
            byte[] sent = switch (number % 6) {
                case 0 -> new byte[0]; // says nothing
                case 1 -> hello.formatted("wor").getBytes(StandardCharsets.US_ASCII);
                case 2 -> hello.formatted("").getBytes(StandardCharsets.US_ASCII);
                case 3 -> frame;
                case 4 -> hello.formatted("word").substring(0, 40).getBytes(StandardCharsets.US_ASCII);
                default -> "x".repeat(5000).getBytes(StandardCharsets.US_ASCII);
            };
            socket.getOutputStream().write(sent);
            if (number % 6 == 1) {
                socket.getOutputStream().write(frame);
            }
            return socket;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Lamps are worth less than the run: it goes on, and says from when on they were told nothing. */
    @Test
    void aBrokerThatDiesDoesNotEndTheRun() throws Exception {
        Path program = Path.of("/usr/sbin/mosquitto");
        assumeTrue(Files.isExecutable(program), "no broker is installed here");
        int port = freePort();
        Path settings = temp.resolve("dying.conf");
        Files.writeString(settings, "listener " + port + " 127.0.0.1\nallow_anonymous true\n");
        Process broker = new ProcessBuilder(program.toString(), "-c", settings.toString())
                .redirectErrorStream(true)
                .redirectOutput(temp.resolve("dying.log").toFile())
                .start();
        String address = "tcp://127.0.0.1:" + port;
        try {
            board(address).close(); // the broker is there
            CompletableFuture<Integer> code =
                    CompletableFuture.supplyAsync(() -> run("run", study, "-n", 1, "--lamps", address, "--pace", 150));
            Thread.sleep(2000);
            broker.destroyForcibly().waitFor();
            assertThat(code.get(15, TimeUnit.MINUTES)).as(err).isZero();
            assertThat(out + err).contains("lamps were told nothing from");
            assertThat(Run.in(lastRun()).rows(WaitRow.class)).isNotEmpty();
        } finally {
            broker.destroyForcibly();
        }
    }

    @Test
    void aRealBrokerCarriesControlAndLamps() throws Exception {
        Path program = Path.of("/usr/sbin/mosquitto");
        assumeTrue(Files.isExecutable(program), "no broker is installed here");
        int port = freePort();
        Path settings = temp.resolve("broker.conf");
        Files.writeString(settings, "listener " + port + " 127.0.0.1\nallow_anonymous true\n");
        Process broker = new ProcessBuilder(program.toString(), "-c", settings.toString())
                .redirectErrorStream(true)
                .redirectOutput(temp.resolve("broker.log").toFile())
                .start();
        String address = "tcp://127.0.0.1:" + port;
        try (LampBoard board = board(address);
                BrokerClient client = new BrokerClient(address, BY_TURNS)) {
            assertThat(run("run", study, "-a", "external", "-n", 1, "--external", address, "--lamps", address))
                    .as(err)
                    .isZero();
            assertThat(out).contains("note: signals had external control").doesNotContain("took over");
            assertThat(client.asked()).isEqualTo(600);
            for (int i = 0; i < 50 && !board.clock().equals("16:38:00"); i++) {
                board.await(-1, 1);
                Thread.sleep(50);
            }
            assertThat(board.clock()).isEqualTo("16:38:00");
            assertThat(board.lamps().get("market")).containsKeys("EB", "WB", "NB", "SB", "WP", "WQ");
            assertThat(run("lamps", address, "--seconds", 1)).isZero();
            assertThat(out).contains("market EB  ");
        } finally {
            broker.destroy();
            broker.waitFor();
        }
        assertThat(run("lamps", address, "--seconds", 1)).isEqualTo(Exit.INPUT);
    }

    private static LampBoard board(String address) throws InterruptedException, IOException {
        for (int attempt = 0; ; attempt++) {
            try {
                return new LampBoard(address);
            } catch (IOException e) {
                if (attempt > 100) {
                    throw e;
                }
                Thread.sleep(50);
            }
        }
    }
}
