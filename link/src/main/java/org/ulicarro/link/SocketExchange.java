package org.ulicarro.link;

import java.io.IOException;
import java.net.BindException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.java_websocket.WebSocket;
import org.java_websocket.drafts.Draft;
import org.java_websocket.drafts.Draft_6455;
import org.java_websocket.exceptions.InvalidDataException;
import org.java_websocket.framing.CloseFrame;
import org.java_websocket.framing.Framedata;
import org.java_websocket.handshake.ClientHandshake;
import org.java_websocket.handshake.ServerHandshakeBuilder;
import org.java_websocket.server.WebSocketServer;

/** Controllers that connect to a WebSocket of this computer. */
public final class SocketExchange extends Exchange {

    /** A longer message is no answer (bytes). */
    private static final int LONGEST = 64 * 1024;

    /** Who has not taken a message from the wire after this does not read (ns). */
    private static final long SENDS_FOR = 2_000_000_000L;

    /** Who asks more often than this in a second whether anybody is there keeps the wire busy, and is sent away. */
    private static final int MOST_PINGS = 100;

    private static final long SECOND = 1_000_000_000L; // ns

    /** What is attached to the connection of somebody who named the word. */
    private static final class Controller {
        private long since = System.nanoTime();
        private int pings;

        /** One more; whether that is still as often as anybody needs. */
        boolean mayPing() {
            long now = System.nanoTime();
            if (now - since > SECOND) {
                since = now;
                pings = 0;
            }
            return ++pings <= MOST_PINGS;
        }
    }

    private final Server server;
    private final String word;
    private final CountDownLatch started = new CountDownLatch(1);
    private final CountDownLatch met = new CountDownLatch(1);
    private Exception failed;

    private SocketExchange(int port, String word) {
        this.word = word;
        server = new Server(new InetSocketAddress(InetAddress.getLoopbackAddress(), port));
        server.setReuseAddr(true);
        server.setDaemon(true);
        server.setConnectionLostTimeout(0); // the time-out of each place counts
    }

    /**
     * Listens, on the loopback interface only.
     *
     * @param port where; 0 for any that is free
     * @param word that controllers have to name; whoever does not know it is no controller, and is not heard
     * @throws IOException when somebody else listens there
     */
    public static SocketExchange open(int port, String word) throws IOException, InterruptedException {
        SocketExchange exchange = new SocketExchange(port, word);
        exchange.server.start();
        exchange.started.await(10, TimeUnit.SECONDS);
        if (exchange.failed != null) {
            boolean taken = exchange.failed instanceof BindException;
            throw new IOException(
                    taken ? "port " + port + " is in use; give another one" : exchange.failed.getMessage(),
                    exchange.failed);
        }
        return exchange;
    }

    /** Where controllers connect to. */
    public String address() {
        return "ws://127.0.0.1:" + server.getPort() + "/" + word;
    }

    /** Waits for the first controller; false when none came in time. */
    public boolean awaitFirst(int seconds) throws InterruptedException {
        return met.await(seconds, TimeUnit.SECONDS);
    }

    @Override
    void send(String session, String message) throws IOException {
        if (server.getConnections().isEmpty()) {
            throw new IOException("nobody is connected");
        }
        for (WebSocket socket : server.getConnections()) {
            if (socket.isOpen() && isController(socket)) {
                socket.send(message);
                push(socket);
            }
        }
    }

    /**
     * Waits until a message has gone. Needed when two threads send: the server's own thread may stop writing in the very moment in which the
     * second message is handed to it, and would not look again before a third one comes.
     */
    private void push(WebSocket socket) throws IOException {
        long end = System.nanoTime() + SENDS_FOR;
        while (socket.isOpen() && socket.hasBufferedData()) {
            if (System.nanoTime() > end) {
                throw new IOException("it does not read what is sent");
            }
            server.onWriteDemand(socket);
            Thread.onSpinWait();
            java.util.concurrent.locks.LockSupport.parkNanos(20_000);
        }
    }

    private static boolean isController(WebSocket socket) {
        return socket.getAttachment() instanceof Controller;
    }

    @Override
    public void close() {
        try {
            server.stop(1000);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private final class Server extends WebSocketServer {

        Server(InetSocketAddress address) {
            super(address, 1, List.<Draft>of(new Draft_6455(List.of(), LONGEST)));
        }

        @Override
        public ServerHandshakeBuilder onWebsocketHandshakeReceivedAsServer(
                WebSocket socket, Draft draft, ClientHandshake request) throws InvalidDataException {
            if (request.hasFieldValue("Origin")) { // a page in a browser has no business here
                throw new InvalidDataException(CloseFrame.POLICY_VALIDATION, "no pages");
            }
            byte[] named = request.getResourceDescriptor().getBytes(StandardCharsets.UTF_8);
            if (!MessageDigest.isEqual(named, ("/" + word).getBytes(StandardCharsets.UTF_8))) {
                throw new InvalidDataException(CloseFrame.POLICY_VALIDATION, "no controller");
            }
            socket.setAttachment(new Controller());
            return super.onWebsocketHandshakeReceivedAsServer(socket, draft, request);
        }

        @Override
        public void onStart() {
            started.countDown();
        }

        @Override
        public void onOpen(WebSocket socket, ClientHandshake handshake) {
            found();
            met.countDown();
        }

        @Override
        public void onClose(WebSocket socket, int code, String reason, boolean remote) {
            boolean others = getConnections().stream().anyMatch(c -> c != socket && c.isOpen() && isController(c));
            if (isController(socket) && !others) {
                lost("the controller disconnected");
            }
        }

        @Override
        public void onWebsocketPing(WebSocket socket, Framedata ping) {
            Controller controller = socket.getAttachment();
            if (controller.mayPing()) {
                super.onWebsocketPing(socket, ping);
            } else if (socket.isOpen()) {
                rubbish("it sent more than " + MOST_PINGS + " pings in a second and was sent away");
                socket.closeConnection(CloseFrame.POLICY_VALIDATION, "too many pings");
            }
        }

        @Override
        public void onMessage(WebSocket socket, String message) {
            received(message);
        }

        @Override
        public void onMessage(WebSocket socket, ByteBuffer message) {
            rubbish("it sent bytes where text is due");
        }

        @Override
        public void onError(WebSocket socket, Exception problem) {
            if (socket == null && started.getCount() > 0) {
                failed = problem;
                started.countDown();
            } else if (socket != null && isController(socket)) {
                rubbish("its connection is broken: " + problem.getMessage());
            }
        }
    }
}
