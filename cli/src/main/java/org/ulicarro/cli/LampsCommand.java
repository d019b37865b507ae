package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.Callable;
import org.ulicarro.link.LampBoard;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "lamps",
        mixinStandardHelpOptions = true,
        description =
                "A small board of lamps: shows what signal groups show while 'run --lamps BROKER --pace N' publishes it over MQTT. On a"
                        + " terminal the board stands still and its lamps change; elsewhere each change is a line.",
        footer = {
            "",
            "Example:  ulicarro lamps tcp://127.0.0.1:1883",
            "          ulicarro run quayside -n 1 --lamps tcp://127.0.0.1:1883 --pace 10"
        })
final class LampsCommand implements Callable<Integer> {

    /** How often somebody looks whether the broker is still there (ms). */
    private static final long LOOKS = 500;

    @Parameters(paramLabel = "BROKER", description = "address of the MQTT broker")
    private String broker;

    @Option(names = "--place", paramLabel = "PLACE", description = "only this place")
    private String place;

    @Option(names = "--seconds", paramLabel = "N", description = "end after so many seconds; else with Ctrl-C")
    private Integer seconds;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException, InterruptedException {
        PrintWriter out = spec.commandLine().getOut();
        boolean terminal = System.console() != null && System.getenv("NO_COLOR") == null;
        LampDrawing drawing = new LampDrawing(out, terminal);
        long end = seconds == null ? Long.MAX_VALUE : System.nanoTime() + seconds * 1_000_000_000L;
        try (LampBoard board = new LampBoard(broker)) {
            int seen = -1;
            while (System.nanoTime() < end) {
                int now = board.await(seen, LOOKS);
                if (board.lost() != null) {
                    throw new IOException(broker + ": " + board.lost());
                }
                if (now != seen) {
                    seen = now;
                    drawing.show(broker, board.clock(), chosen(board.lamps()));
                }
            }
        }
        return Exit.DONE;
    }

    private Map<String, Map<String, String>> chosen(Map<String, Map<String, String>> lamps) {
        return place == null ? lamps : new TreeMap<>(Map.of(place, lamps.getOrDefault(place, Map.of())));
    }
}
