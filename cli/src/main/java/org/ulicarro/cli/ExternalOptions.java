package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.security.SecureRandom;
import java.util.HexFormat;
import org.ulicarro.core.study.ExternalControl;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.link.BrokerExchange;
import org.ulicarro.link.Exchange;
import org.ulicarro.link.SocketExchange;
import picocli.CommandLine.Option;

/** How a run talks to external controllers, and to boards of lamps. */
final class ExternalOptions {

    /** A run waits so long for the first controller to connect (s). */
    private static final int PATIENCE = 60;

    @Option(
            names = "--external",
            paramLabel = "WHERE",
            description =
                    "ask places of 'kind: external': a port of this computer on which controllers connect by WebSocket, with the word"
                            + " that they have to name (8790/WORD; one is drawn unless given), or an MQTT broker (tcp://127.0.0.1:1883)")
    private String external;

    @Option(
            names = "--lamps",
            paramLabel = "BROKER",
            description = "publish what signals show in replication 1 to an MQTT broker, for 'ulicarro lamps'")
    private String lamps;

    @Option(
            names = "--pace",
            paramLabel = "N",
            description = "with --lamps: let N simulated seconds pass in a real one (1 is real time)")
    private Double pace;

    /** What is wrong with the options, or null. */
    String problem() {
        if (pace != null && lamps == null) {
            return "--pace goes with --lamps";
        }
        if (pace != null && !(pace > 0 && pace <= 10_000)) {
            return "--pace takes a number above 0, at most 10000";
        }
        if (external != null && !external.contains("://") && !external.matches("\\d{1,5}(/[A-Za-z0-9_-]{1,64})?")) {
            return "--external takes a port such as 8790, or 8790/WORD, or a broker such as tcp://127.0.0.1:1883, not '"
                    + external + "'";
        }
        if (external != null && !external.contains("://") && port() > 65_535) {
            return "a port is at most 65535";
        }
        return null;
    }

    private int port() {
        return Integer.parseInt(external.replaceFirst("/.*", ""));
    }

    /** What controllers have to name: other programs of this computer do not know it. */
    private String word() {
        if (external.contains("/")) {
            return external.substring(external.indexOf('/') + 1);
        }
        byte[] bytes = new byte[8];
        new SecureRandom().nextBytes(bytes);
        return HexFormat.of().formatHex(bytes);
    }

    /** Whether any of them is used. */
    boolean any() {
        return external != null || lamps != null || pace != null;
    }

    String lamps() {
        return lamps;
    }

    double pace() {
        return pace == null ? 0 : pace;
    }

    /**
     * Connects, where that is asked for.
     *
     * @return null where nothing is
     * @throws IOException when nobody is there
     */
    Exchange connect(LoadedStudy study, String period, PrintWriter err)
            throws StudyProblem, IOException, InterruptedException {
        boolean asked = study.study().signals().values().stream().anyMatch(ExternalControl.class::isInstance);
        if (external == null || !asked) {
            if (external != null) {
                err.println("note: no place of this study is controlled from external; nobody is asked");
            }
            return null;
        }
        study.compile(period); // what is wrong is said before anybody is waited for
        if (external.contains("://")) {
            return BrokerExchange.open(external);
        }
        SocketExchange socket = SocketExchange.open(port(), word());
        err.println("external: waiting for a controller at " + socket.address() + "   (this computer only)");
        err.flush();
        if (!socket.awaitFirst(PATIENCE)) {
            socket.close();
            throw new IOException("no controller connected to " + socket.address() + " in " + PATIENCE + " s");
        }
        return socket;
    }
}
