package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToDoubleFunction;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.Statistic;
import org.ulicarro.core.measure.WaitRow;

/** How long vehicles waited: means, and the long waits. */
final class WaitSheets {

    private final List<Observed<WaitRow>> all;

    /**
     * The waits of a run.
     *
     * @param place the only place to show, or null
     */
    WaitSheets(RowSource source) throws IOException {
        all = source.rows(WaitRow.class);
    }

    void print(PrintWriter out) {
        Map<String, List<WaitRow>> bySubject = new LinkedHashMap<>();
        all.forEach(o -> bySubject
                .computeIfAbsent(
                        o.row().place() + "/" + o.row().approach() + "/"
                                + o.row().movement(),
                        none -> new java.util.ArrayList<>())
                .add(o.row()));
        TextTable table = new TextTable(2);
        table.add("", "veh", "not yet", "wait", "95 %", "50 %", "95 %", "longest");
        table.add("", "arrived", "through", "mean s", "± s", "up to s", "up to s", "s");
        bySubject.values().forEach(rows -> {
            Statistic mean = statistic(rows, WaitRow::waitS);
            table.add(
                    label(rows.get(0)),
                    TextTable.figure(statistic(rows, WaitRow::vehicles).mean(), 0),
                    TextTable.figure(statistic(rows, WaitRow::unfinished).mean(), 1),
                    TextTable.figure(mean.mean(), 1),
                    TextTable.figure((mean.hi() - mean.lo()) / 2, 1),
                    TextTable.figure(statistic(rows, WaitRow::waitP50S).mean(), 1),
                    TextTable.figure(statistic(rows, WaitRow::waitP95S).mean(), 1),
                    TextTable.figure(statistic(rows, WaitRow::waitMaxS).max(), 1));
        });
        table.print(out);
        out.println(
                "Wait: control and entry delay of each vehicle; means over replications, the longest of all. Who had not got");
        out.println("through when the run ended counts with the time so far.");
    }

    private static String label(WaitRow row) {
        if (!row.movement().equals(MovementRow.ALL)) {
            return "  " + row.name();
        }
        return row.approach().equals(MovementRow.ALL) ? row.place() : row.name() + " all";
    }

    private static Statistic statistic(List<WaitRow> rows, ToDoubleFunction<WaitRow> what) {
        return Statistic.of(rows.stream().mapToDouble(what).toArray());
    }
}
