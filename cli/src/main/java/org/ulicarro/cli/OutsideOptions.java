package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.link.BrokerExchange;
import org.ulicarro.link.Exchange;
import org.ulicarro.link.SocketExchange;
import picocli.CommandLine.Option;

/** How a run talks to controllers outside, and to boards of lamps. */
final class OutsideOptions {

    /** A run waits so long for the first controller to connect (s). */
    private static final int PATIENCE = 60;

    @Option(
            names = "--outside",
            paramLabel = "WHERE",
            description =
                    "ask places of 'kind: outside': a port of this computer on which controllers connect by WebSocket (8790), or"
                            + " an MQTT broker (tcp://127.0.0.1:1883)")
    private String outside;

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
        if (outside != null && !outside.contains("://") && !outside.matches("\\d{1,5}")) {
            return "--outside takes a port such as 8790 or a broker such as tcp://127.0.0.1:1883, not '" + outside
                    + "'";
        }
        if (outside != null && !outside.contains("://") && Integer.parseInt(outside) > 65_535) {
            return "a port is at most 65535";
        }
        return null;
    }

    /** Whether any of them is used. */
    boolean any() {
        return outside != null || lamps != null || pace != null;
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
        boolean asked = study.study().signals().values().stream().anyMatch(c -> c.outside() != null);
        if (outside == null || !asked) {
            if (outside != null) {
                err.println("note: no place of this study is controlled from outside; nobody is asked");
            }
            return null;
        }
        study.compile(period); // what is wrong is said before anybody is waited for
        if (outside.contains("://")) {
            return BrokerExchange.open(outside);
        }
        SocketExchange socket = SocketExchange.open(Integer.parseInt(outside));
        err.println("outside: waiting for a controller at " + socket.address() + "   (this computer only)");
        err.flush();
        if (!socket.awaitFirst(PATIENCE)) {
            socket.close();
            throw new IOException("no controller connected to " + socket.address() + " in " + PATIENCE + " s");
        }
        return socket;
    }
}
