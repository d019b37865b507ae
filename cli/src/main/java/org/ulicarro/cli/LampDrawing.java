package org.ulicarro.cli;

import java.io.PrintWriter;
import java.util.Map;
import java.util.TreeMap;

/** Draws a board of lamps on a terminal, or prints what changes. A lamp is told by its place and letter, too, not by colour alone. */
final class LampDrawing {

    private static final String ESC = "\u001b[";
    private static final String RESET = ESC + "0m";
    private static final int WIDTH = 100;

    private final PrintWriter out;
    private final boolean terminal;
    private Map<String, String> before = Map.of(); // place and group -> what it showed

    LampDrawing(PrintWriter out, boolean terminal) {
        this.out = out;
        this.terminal = terminal;
    }

    void show(String broker, String clock, Map<String, Map<String, String>> lamps) {
        if (terminal) {
            draw(broker, clock, lamps);
        } else {
            list(clock, lamps);
        }
        out.flush();
    }

    private void list(String clock, Map<String, Map<String, String>> lamps) {
        Map<String, String> now = new TreeMap<>();
        lamps.forEach((place, groups) -> groups.forEach((group, shows) -> now.put(place + " " + group, shows)));
        now.forEach((lamp, shows) -> {
            if (!shows.equals(before.get(lamp))) {
                out.println(clock + "  " + lamp + "  " + shows);
            }
        });
        before = now;
    }

    private void draw(String broker, String clock, Map<String, Map<String, String>> lamps) {
        StringBuilder board = new StringBuilder(ESC + "H" + ESC + "2J");
        board.append(ESC)
                .append("1m")
                .append(clock.isEmpty() ? "--:--:--" : clock)
                .append(RESET);
        board.append("  signals from ").append(broker).append("   (Ctrl-C ends)\r\n\r\n");
        if (lamps.isEmpty()) {
            board.append("nothing published yet; start 'ulicarro run STUDY -n 1 --lamps ")
                    .append(broker)
                    .append(" --pace 10'\r\n");
        }
        lamps.forEach((place, groups) -> {
            board.append(ESC).append("1m").append(place).append(RESET).append("\r\n");
            int column = 0;
            for (Map.Entry<String, String> group : groups.entrySet()) {
                String name = String.format("%-6.9s ", group.getKey());
                if (column + name.length() + 12 > WIDTH) {
                    board.append("\r\n");
                    column = 0;
                }
                board.append("   ").append(name).append(lamp(group.getValue()));
                column += name.length() + 12;
            }
            board.append("\r\n\r\n");
        });
        out.print(board);
    }

    /** Three lamps of which one burns; people have two. */
    private static String lamp(String shows) {
        return switch (shows) {
            case "red" -> lit(41, " R ") + dark("   ") + dark("   ");
            case "yellow" -> dark("   ") + lit(43, " Y ") + dark("   ");
            case "flashing-yellow" -> dark("   ") + lit(43, "*Y*") + dark("   ");
            case "flashing-red" -> lit(41, "*R*") + dark("   ") + dark("   ");
            case "green" -> dark("   ") + dark("   ") + lit(42, " G ");
            case "walk" -> dark("   ") + lit(42, " walk ");
            case "clearing" -> dark("   ") + lit(43, "finish");
            case "dont-walk" -> lit(41, " X ") + dark("      ");
            default -> dark("   ") + dark("   ") + dark("   ");
        };
    }

    private static String lit(int colour, String text) {
        String letters = colour == 41 ? "97" : "38;5;16"; // white on red, black on the others
        return ESC + "1;" + letters + ";" + colour + "m" + text + RESET;
    }

    private static String dark(String text) {
        return ESC + "48;5;238m" + text + RESET;
    }
}
