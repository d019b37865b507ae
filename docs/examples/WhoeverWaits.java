import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.WebSocket;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.CountDownLatch;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * A small controller of one's own for the market of the demo: the main street keeps its green until somebody waits at the side and
 * nobody comes on the main street for a moment, or until it has lasted for 45 s; the side street for as long as somebody comes, 30 s at most.
 * What it asks for is made safe by the run: minimums, yellows and clearances are not its business.
 *
 * <p>java -cp "cli/target/app/lib/*" docs/examples/WhoeverWaits.java ws://127.0.0.1:8790/quay
 */
public final class WhoeverWaits implements WebSocket.Listener {

    private static final List<String> MAIN = List.of("EB", "WB", "WP");
    private static final List<String> SIDE = List.of("NB", "SB", "WQ");
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final StringBuilder part = new StringBuilder();
    private final CountDownLatch over = new CountDownLatch(1);
    private final java.util.Map<String, Boolean> mainHas = new java.util.HashMap<>(); // session -> whose turn it is

    public static void main(String[] args) throws InterruptedException {
        WhoeverWaits controller = new WhoeverWaits();
        HttpClient.newHttpClient().newWebSocketBuilder().buildAsync(URI.create(args[0]), controller).join();
        controller.over.await();
    }

    @Override
    public CompletionStage<?> onText(WebSocket socket, CharSequence text, boolean last) {
        part.append(text);
        CompletableFuture<WebSocket> sent = null;
        if (last) {
            JsonNode message = JSON.readTree(part.toString());
            part.setLength(0);
            switch (message.path("say").asString()) {
                case "ask" -> sent = socket.sendText(answer(message), true);
                case "refused" -> System.err.println(message.path("session").asString() + ": " + message.path("why").asString());
                default -> { }
            }
        }
        if (sent == null) {
            socket.request(1);
            return null;
        }
        return sent.thenAccept(s -> s.request(1));
    }

    private String answer(JsonNode ask) {
        String session = ask.path("session").asString();
        boolean main = mainHas.getOrDefault(session, true);
        JsonNode groups = ask.path("groups");
        double green = groups.path(main ? "EB" : "NB").path("for_s").doubleValue();
        boolean shows = groups.path(main ? "EB" : "NB").path("shows").asString().equals("green");
        boolean sideWaits = any(ask, "pier", "pier-l", "mill", "mill-l") || groups.path("WQ").path("asked").booleanValue();
        boolean mainComes = any(ask, "eb-1", "eb-2", "eb-left", "wb-1", "wb-2", "wb-left");
        if (shows && main && green >= 10 && sideWaits && (!mainComes || green >= 45)) {
            main = false;
        } else if (shows && !main && green >= 12 && (!any(ask, "pier", "pier-l", "mill", "mill-l") || green >= 30)) {
            main = true;
        }
        mainHas.put(session, main);
        ObjectNode want = JSON.createObjectNode();
        want.put("say", "want").put("session", session).put("number", ask.path("number").intValue());
        (main ? MAIN : SIDE).forEach(want.putArray("green")::add);
        return want.toString();
    }

    private static boolean any(JsonNode ask, String... detectors) {
        for (String id : detectors) {
            JsonNode detector = ask.path("detectors").path(id);
            if (detector.path("occupied").booleanValue() || detector.path("vehicles").intValue() > 0) {
                return true;
            }
        }
        return false;
    }

    @Override
    public CompletionStage<?> onClose(WebSocket socket, int code, String reason) {
        over.countDown();
        return null;
    }

    @Override
    public void onError(WebSocket socket, Throwable problem) {
        System.err.println(problem);
        over.countDown();
    }
}
