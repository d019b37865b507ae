package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToDoubleFunction;
import org.ulicarro.core.measure.LineRow;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.Statistic;

/** What a run says of its buses and trams. */
final class LineSheets {

    private final List<Observed<LineRow>> all;

    LineSheets(RowSource source) throws IOException {
        all = source.rows(LineRow.class);
    }

    void print(PrintWriter out, boolean each) {
        if (all.isEmpty()) {
            out.println(
                    "No line runs in this study. 'demand: {services: {line-7: {route: [gate, mole], every: 8 min}}}' makes one.");
            return;
        }
        TextTable table = new TextTable(1);
        if (each) {
            table.add("line", "no", "runs", "travel time s", "longest s", "at controls s", "headway s", "variation");
            all.forEach(o -> {
                LineRow r = o.row();
                table.add(
                        r.line(),
                        Integer.toString(o.replication()),
                        Integer.toString(r.runs()),
                        TextTable.figure(r.travelTimeS(), 1),
                        TextTable.figure(r.travelTimeMaxS(), 1),
                        TextTable.figure(r.controlDelayS(), 1),
                        TextTable.figure(r.headwayS(), 0),
                        TextTable.figure(r.headwayVariation(), 2));
            });
        } else {
            table.add(
                    "line",
                    "runs",
                    "travel time s",
                    "95 % ± s",
                    "longest s",
                    "at controls s",
                    "headway s",
                    "variation");
            byLine().forEach((line, rows) -> {
                Statistic time = statistic(rows, LineRow::travelTimeS);
                table.add(
                        line,
                        TextTable.figure(statistic(rows, LineRow::runs).mean(), 1),
                        TextTable.figure(time.mean(), 1),
                        TextTable.figure((time.hi() - time.lo()) / 2, 1),
                        TextTable.figure(
                                statistic(rows, LineRow::travelTimeMaxS).max(), 1),
                        TextTable.figure(statistic(rows, LineRow::controlDelayS).mean(), 1),
                        TextTable.figure(statistic(rows, LineRow::headwayS).mean(), 0),
                        TextTable.figure(
                                statistic(rows, LineRow::headwayVariation).mean(), 2));
            });
        }
        table.print(out);
        out.println("Travel time: from when a vehicle was due at the first place to the end of its way. Variation: of");
        out.println("headways there, standard deviation over mean: 0 is regular, 1 is as by chance.");
    }

    private Map<String, List<LineRow>> byLine() {
        Map<String, List<LineRow>> rows = new LinkedHashMap<>();
        all.forEach(o ->
                rows.computeIfAbsent(o.row().line(), none -> new ArrayList<>()).add(o.row()));
        return rows;
    }

    private static Statistic statistic(List<LineRow> rows, ToDoubleFunction<LineRow> what) {
        return Statistic.of(
                rows.stream().mapToDouble(what).filter(v -> !Double.isNaN(v)).toArray());
    }
}
