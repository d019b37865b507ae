package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.List;
import java.util.Locale;
import org.ulicarro.core.measure.BayRow;
import org.ulicarro.core.measure.Cause;
import org.ulicarro.core.measure.Causes;
import org.ulicarro.core.measure.LaneCycle;
import org.ulicarro.core.measure.LaneRow;
import org.ulicarro.core.measure.LinkRow;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.RunSummary;
import org.ulicarro.core.measure.SignalRow;
import org.ulicarro.files.Run;
import org.ulicarro.files.RunRecord;

/** What the delay of bad movements comes from. */
final class WhySheet {

    private static final int WIDTH = 100;

    private final Run run;
    private final RunRecord record;
    private final RowFilter filter;

    WhySheet(RowSource source) {
        run = source.run();
        record = source.record();
        filter = source.filter();
    }

    /** The short name, with the road it leads to where two movements of a place share one. */
    private static String label(Cause one, List<Cause> all) {
        boolean shared = all.stream()
                .anyMatch(o -> o.place().equals(one.place())
                        && o.name().equals(one.name())
                        && !o.movement().equals(one.movement()));
        return one.name() + (shared ? one.movement().substring(one.movement().indexOf('>')) : "");
    }

    private List<Cause> causes() throws IOException {
        List<Observed<MovementRow>> movements = free(MovementRow.class);
        return Causes.of(
                        new RunSummary(movements, free(LaneCycle.class)),
                        movements,
                        free(LaneRow.class),
                        free(SignalRow.class),
                        free(BayRow.class),
                        free(LinkRow.class))
                .stream()
                .filter(c -> filter.place() == null || filter.place().equals(c.place()))
                .filter(c -> filter.isMovement(c.name(), c.movement()))
                .toList();
    }

    /** Where vehicles blocked each other for good, that is the cause of all else: the others are looked at, if there are any. */
    private boolean looksAtOthers() {
        return !record.blocked().isEmpty() && record.blocked().size() < record.replications();
    }

    private <R extends Record> List<Observed<R>> free(Class<R> kind) throws IOException {
        List<Observed<R>> all = run.rows(kind);
        return looksAtOthers()
                ? all.stream()
                        .filter(o -> !record.blocked().contains(o.replication()))
                        .toList()
                : all;
    }

    /** For machines. */
    Rows rows() throws IOException {
        Rows rows = new Rows().headed(List.of("place", "movement", "name", "los", "delay_s", "why"));
        for (Cause c : causes()) {
            rows.add()
                    .put("place", c.place())
                    .put("movement", c.movement())
                    .put("name", c.name())
                    .put("los", c.los().name())
                    .put("delay_s", c.delayS())
                    .put("why", c.why());
        }
        return rows;
    }

    /** Why movements at level of service E or F are. */
    void print(PrintWriter out) throws IOException {
        List<Cause> causes = causes();
        if (!record.standstills().isEmpty()) {
            RunWarnings.of(record).forEach(out::println);
            if (looksAtOthers()) {
                out.println("What follows is of the replications in which nobody was blocked for good.");
            }
            out.println();
        }
        if (causes.isEmpty()) {
            out.println("No movement is at level of service E or F.");
            return;
        }
        int place = causes.stream().mapToInt(c -> c.place().length()).max().orElse(0);
        int movement =
                causes.stream().mapToInt(c -> label(c, causes).length()).max().orElse(0);
        String heading = "%-" + Math.max(place, 9) + "s %-" + Math.max(movement, 5) + "s %s  %6.1f s  ";
        for (Cause c : causes) {
            String head = String.format(Locale.ROOT, heading, c.place(), label(c, causes), c.los(), c.delayS());
            List<String> lines = Wrapped.lines(List.of(c.why().split(" ")), WIDTH - head.length());
            out.println(head + lines.get(0));
            lines.stream().skip(1).forEach(line -> out.println(" ".repeat(head.length()) + line));
        }
        out.println();
        out.println(
                "Control and entry delay, level of service of the worst 15 min, and what the figures of the run say it comes from.");
    }
}
