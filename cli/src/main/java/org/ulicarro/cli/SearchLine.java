package org.ulicarro.cli;

import java.io.PrintWriter;
import java.util.Locale;

/** How far a search is, on stderr: one line that changes on a terminal, else a line every few seconds. */
final class SearchLine {

    private static final long ON_TERMINAL = 200_000_000L; // ns between updates
    private static final long ELSEWHERE = 10_000_000_000L;

    private final PrintWriter err;
    private final boolean terminal;
    private final int runs;
    private final long started = System.nanoTime();
    private long shown = System.nanoTime();
    private int done;
    private int driven;
    private String best = "";
    private String what = "";

    /** @param runs that the search may make, about */
    SearchLine(PrintWriter err, int runs) {
        this.err = err;
        this.runs = runs;
        terminal = "yes".equals(System.getProperty("ulicarro.terminal"));
    }

    synchronized void ran(boolean now) {
        done++;
        driven += now ? 1 : 0;
        show();
    }

    synchronized void best(String text) {
        best = text;
    }

    synchronized void tries(String text) {
        what = text;
        show();
    }

    /** How far it is, in words. */
    synchronized String words() {
        return text(System.nanoTime());
    }

    private void show() {
        long now = System.nanoTime();
        if (now - shown >= (terminal ? ON_TERMINAL : ELSEWHERE)) {
            shown = now;
            err.print(terminal ? "\r" + text(now) + "\u001b[K" : text(now) + System.lineSeparator());
            err.flush();
        }
    }

    private String text(long now) {
        double each = driven == 0 ? Double.NaN : (now - started) / 1e9 / driven;
        double left = each * Math.max(0, runs - done);
        return String.format(
                Locale.ROOT,
                "%d of %d runs%s  %s%s",
                done,
                Math.max(runs, done),
                best.isEmpty() ? "" : "  " + best,
                what,
                Double.isNaN(left) ? "" : String.format(Locale.ROOT, "  %.0f s left", left));
    }

    /** Clears the line. */
    synchronized void done() {
        if (terminal) {
            err.print("\r\u001b[K");
            err.flush();
        }
    }
}
