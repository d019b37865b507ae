package org.ulicarro.cli;

import java.io.PrintWriter;
import java.util.Locale;
import org.ulicarro.core.run.Progress;

/** How far a run is, on stderr: one line that changes on a terminal, else a line every few seconds. */
final class ProgressLine implements Progress {

    private static final long ON_TERMINAL = 200_000_000L; // ns between updates
    private static final long ELSEWHERE = 5_000_000_000L;

    private final PrintWriter err;
    private final boolean terminal;
    private final double[] share; // replication - 1 -> 0 to 1
    private final int[] outside;
    private final long started = System.nanoTime();
    private long shown = System.nanoTime();

    ProgressLine(PrintWriter err, int replications) {
        this.err = err;
        terminal = "yes".equals(System.getProperty("ulicarro.terminal"));
        share = new double[replications];
        outside = new int[replications];
    }

    @Override
    public synchronized void at(int replication, double done, int waiting) {
        share[replication - 1] = done;
        outside[replication - 1] = done >= 1 ? 0 : waiting;
        long now = System.nanoTime();
        if (now - shown >= (terminal ? ON_TERMINAL : ELSEWHERE)) {
            shown = now;
            err.print(terminal ? "\r" + text() + "\u001b[K" : text() + System.lineSeparator());
            err.flush();
        }
    }

    private String text() {
        double sum = 0;
        int complete = 0;
        int waiting = 0;
        for (int i = 0; i < share.length; i++) {
            sum += share[i];
            complete += share[i] >= 1 ? 1 : 0;
            waiting += outside[i];
        }
        double total = sum / share.length;
        double left = total > 0.02 ? (System.nanoTime() - started) / 1e9 * (1 - total) / total : Double.NaN;
        int filled = (int) (total * 24);
        return String.format(
                Locale.ROOT,
                "running  %s%s %3.0f %%  %d of %d done%s%s",
                "#".repeat(filled),
                ".".repeat(24 - filled),
                total * 100,
                complete,
                share.length,
                Double.isNaN(left) ? "" : String.format(Locale.ROOT, "  %.0f s left", left),
                waiting > 0 ? "  outside: " + waiting : "");
    }

    /** Clears the line. */
    synchronized void done() {
        if (terminal) {
            err.print("\r\u001b[K");
            err.flush();
        }
    }
}
