package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.ToDoubleFunction;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.base.PrintedUnit;
import org.ulicarro.core.measure.LaneCycle;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.RunSummary;
import org.ulicarro.core.measure.Statistic;
import org.ulicarro.core.run.Model;
import org.ulicarro.files.Run;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.report.SignalPlanDrawing;
import org.ulicarro.report.paper.Figure;

/** The places of a run in a report, one by one: movements, signal plan, queues over time; as the template names it. */
final class ReportPlaces {

    private final List<String> wantedPlaces;
    private final QueueCharts charts;
    private final boolean lines; // pictures by lines
    private final PrintedUnit length;

    ReportPlaces(List<String> wantedPlaces, QueueCharts charts, boolean lines, PrintedUnit length) {
        this.wantedPlaces = wantedPlaces;
        this.charts = charts;
        this.lines = lines;
        this.length = length;
    }

    List<Map<String, Object>> of(Path folder, RunSummary summary) throws IOException {
        Set<String> all = new LinkedHashSet<>();
        summary.wholePeriod().forEach(r -> all.add(r.place()));
        for (String place : wantedPlaces) {
            if (!all.contains(place)) {
                throw new IOException("run " + folder.getFileName() + " has no place '" + place + "'."
                        + Names.suggestion(place, all));
            }
        }
        List<Observed<MovementRow>> rows = Run.in(folder).rows(MovementRow.class);
        List<Observed<LaneCycle>> cycles = Run.in(folder).rows(LaneCycle.class);
        Model compiled = compiled(folder);
        List<Map<String, Object>> details = new ArrayList<>();
        for (String place : wantedPlaces.isEmpty() ? all : wantedPlaces) {
            Map<String, Object> one = new LinkedHashMap<>();
            one.put("heading", place);
            one.put("breaks", false);
            one.put("rows", movements(place, summary, rows));
            if (compiled != null && compiled.signals().orderAt(place) != null) {
                SignalPlanDrawing drawing = new SignalPlanDrawing(compiled, place);
                one.put(
                        "signal",
                        new Figure(
                                        QueueCharts.WIDE,
                                        drawing.height(QueueCharts.WIDE),
                                        g -> drawing.draw(g, QueueCharts.WIDE))
                                .source(lines));
            }
            one.put("charts", charts.of(place, cycles));
            details.add(one);
        }
        return details;
    }

    private static Model compiled(Path folder) {
        try {
            return RunModel.of(folder);
        } catch (IOException | StudyProblem e) {
            return null; // the reason has been noted
        }
    }

    private List<Map<String, Object>> movements(
            String place, RunSummary summary, List<Observed<MovementRow>> observed) {
        List<Map<String, Object>> rows = new ArrayList<>();
        for (RunSummary.Row r : summary.wholePeriod()) {
            if (!r.place().equals(place)) {
                continue;
            }
            List<MovementRow> own = observed.stream()
                    .map(Observed::row)
                    .filter(o -> o.place().equals(place)
                            && o.approach().equals(r.approach())
                            && o.movement().equals(r.movement())
                            && o.fromS() == r.fromS()
                            && o.toS() == r.toS())
                    .toList();
            boolean all = r.movement().equals(MovementRow.ALL);
            Map<String, Object> row = new LinkedHashMap<>();
            row.put("name", r.approach().equals(MovementRow.ALL) ? "place" : all ? r.name() + " all" : r.name());
            row.put("all", all);
            row.put("vehicles", TextTable.figure(r.vehicles().mean(), 0));
            row.put("delay", TextTable.figure(r.controlDelay().mean(), 1));
            row.put("half", TextTable.figure(ReportContents.half(r.controlDelay()), 1));
            row.put("los", r.los() == null ? "" : r.los().name());
            row.put("entry", TextTable.figure(r.entryDelay().mean(), 1));
            row.put("stops", TextTable.figure(r.stops().mean(), 2));
            row.put("vc", TextTable.figure(mean(own, MovementRow::vc), 2));
            row.put("green", TextTable.figure(100 * mean(own, MovementRow::arrivalsOnGreen), 0));
            row.put("back", length(r.backP50()) + ", " + length(r.backP95()));
            rows.add(row);
        }
        return rows;
    }

    private String length(double metres) {
        return TextTable.figure(length.of(metres), 0);
    }

    private static double mean(List<MovementRow> rows, ToDoubleFunction<MovementRow> of) {
        return Statistic.of(rows.stream().mapToDouble(of).toArray()).mean();
    }
}
