package org.ulicarro.files;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.study.Count;
import org.ulicarro.core.study.Period;

/** Turning counts of one period as a table of another one. */
public final class CopiedCounts {

    private CopiedCounts() {}

    /**
     * Writes a long table of what was counted in a period, as much later as the other period begins.
     *
     * @param share of the vehicles that it keeps, 1 for all
     * @return rows written; with none there is no file
     */
    public static int write(List<Count> counts, Period from, Period to, double share, Path file) throws IOException {
        List<Count> copied = counts.stream()
                .filter(c -> c.to() > from.from() && c.from() < from.to())
                .toList();
        if (copied.isEmpty()) {
            return 0;
        }
        Files.createDirectories(file.getParent());
        OutputFile.text(file, text(copied, to.from() - from.from(), share));
        return copied.size();
    }

    /**
     * A long table.
     *
     * @param later by how much times are moved (s)
     * @param share of the vehicles that it keeps, 1 for all
     */
    public static String text(List<Count> counts, double later, double share) {
        boolean typed = counts.stream().anyMatch(c -> c.type() != null);
        StringBuilder text = new StringBuilder("place,movement,from,to,vehicles,queue_start,queue_end");
        text.append(typed ? ",type\n" : "\n");
        for (Count count : counts) {
            text.append(String.format(
                    Locale.ROOT,
                    "%s,%s,%s,%s,%s,%s,%s",
                    CsvTable.cell(count.place()),
                    CsvTable.cell(count.movement()),
                    Clock.timeOfDay(count.from() + later),
                    Clock.timeOfDay(count.to() + later),
                    number(count.vehicles() * share),
                    number(count.queueStart() * share),
                    number(count.queueEnd() * share)));
            if (typed) {
                text.append(',').append(count.type() == null ? "" : CsvTable.cell(count.type()));
            }
            text.append('\n');
        }
        return text.toString();
    }

    private static String number(double value) {
        return String.format(Locale.ROOT, "%.2f", value).replaceAll("\\.?0+$", "");
    }
}
