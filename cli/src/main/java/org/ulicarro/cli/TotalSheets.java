package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToDoubleFunction;
import org.ulicarro.core.base.PrintedUnit;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.Statistic;
import org.ulicarro.core.measure.TotalRow;
import org.ulicarro.core.study.Study;

/** What a run says of all journeys together, by type of vehicle. */
final class TotalSheets {

    private static final double HOUR = 3600;

    private final List<Observed<TotalRow>> all;
    private final Study.Units units;

    TotalSheets(RowSource source) throws IOException {
        all = source.rows(TotalRow.class);
        units = source.record().printed();
    }

    void print(PrintWriter out) {
        PrintedUnit distance = units.distance();
        PrintedUnit speed = units.speed();
        TextTable table = new TextTable(2);
        table.add(
                "type",
                "vehicles",
                "not yet",
                "veh-" + distance.name(),
                "veh-h",
                "mean",
                "delay",
                "95 %",
                "delay",
                "people's");
        table.add("", "", "arrived", "", "", speed.name(), "s/veh", "± s", "veh-h", "delay h");
        byType().forEach((type, rows) -> {
            Statistic each = statistic(rows, r -> r.delayS() / r.vehicles());
            table.add(
                    type,
                    TextTable.figure(statistic(rows, TotalRow::vehicles).mean(), 0),
                    TextTable.figure(statistic(rows, TotalRow::unfinished).mean(), 1),
                    TextTable.figure(
                            statistic(rows, r -> distance.of(r.distanceM())).mean(), 0),
                    TextTable.figure(
                            statistic(rows, r -> r.travelTimeS() / HOUR).mean(), 1),
                    TextTable.figure(
                            statistic(rows, r -> speed.of(r.distanceM() / r.travelTimeS()))
                                    .mean(),
                            1),
                    TextTable.figure(each.mean(), 1),
                    TextTable.figure((each.hi() - each.lo()) / 2, 1),
                    TextTable.figure(statistic(rows, r -> r.delayS() / HOUR).mean(), 1),
                    TextTable.figure(
                            statistic(rows, r -> r.peopleDelayS() / HOUR).mean(), 1));
        });
        table.print(out);
        double changes = statistic(byType().getOrDefault(TotalRow.ALL, List.of()), TotalRow::wayChanges)
                .mean();
        if (changes > 0) {
            out.println("Informed drivers took another way " + TextTable.figure(changes, 1) + " times.");
        }
        out.println(
                "Who wanted to come in within the period, followed to the end, from when they wanted to: also what they waited");
        out.println("outside counts. People's delay: by the occupancy of each type.");
    }

    private Map<String, List<TotalRow>> byType() {
        Map<String, List<TotalRow>> rows = new LinkedHashMap<>();
        all.forEach(o ->
                rows.computeIfAbsent(o.row().type(), none -> new ArrayList<>()).add(o.row()));
        return rows;
    }

    private static Statistic statistic(List<TotalRow> rows, ToDoubleFunction<TotalRow> what) {
        return Statistic.of(
                rows.stream().mapToDouble(what).filter(v -> !Double.isNaN(v)).toArray());
    }
}
