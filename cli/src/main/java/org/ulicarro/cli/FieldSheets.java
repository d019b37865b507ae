package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Predicate;
import java.util.function.ToDoubleFunction;
import org.ulicarro.core.base.PrintedUnit;
import org.ulicarro.core.measure.LinkRow;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.RunSummary;
import org.ulicarro.core.measure.Statistic;
import org.ulicarro.core.measure.TravelTimeRow;
import org.ulicarro.files.ObservedTable;
import org.ulicarro.files.Run;
import org.ulicarro.files.RunFolder;
import org.ulicarro.files.RunRecord;

/** A run held against what was measured in the field. */
final class FieldSheets {

    /** A value from the field, and what the run has instead (NaN for nothing), as printed. */
    record Line(String what, String of, String unit, double observed, double simulated, double within) {

        boolean holds() {
            return Math.abs(simulated - observed) <= within * observed;
        }
    }

    private final Run run;
    private final RunRecord record;
    private final List<Line> lines = new ArrayList<>();

    FieldSheets(Run run) throws IOException {
        this.run = run;
        record = run.record();
        for (ObservedTable.Value value : RunFolder.observed(run.folder())) {
            lines.add(line(value));
        }
    }

    private Line line(ObservedTable.Value v) throws IOException {
        List<String> of = v.of();
        return switch (v.kind()) {
            case TRAVEL_TIMES ->
                new Line(
                        "travel time",
                        of.get(0) + " " + of.get(1) + " to " + of.get(2),
                        "s",
                        v.value(),
                        mean(
                                TravelTimeRow.class,
                                r -> r.corridor().equals(of.get(0))
                                        && r.fromPlace().equals(of.get(1))
                                        && r.toPlace().equals(of.get(2)),
                                TravelTimeRow::travelTimeS),
                        v.within());
            case SPEEDS ->
                new Line(
                        "speed",
                        of.get(0),
                        "km/h",
                        v.value() * 3.6,
                        3.6
                                * mean(
                                        LinkRow.class,
                                        r -> r.link().equals(of.get(0)) && isWhole(r.fromS(), r.toS()),
                                        LinkRow::speedMs),
                        v.within());
            case QUEUES -> new Line("back of queue, 95 %", name(of), "m", v.value(), back(of), v.within());
            case SATURATION ->
                new Line(
                        "saturation flow",
                        name(of),
                        "pcu/h",
                        v.value() * 3600,
                        mean(
                                MovementRow.class,
                                r -> isMeant(r.place(), r.name(), r.movement(), of) && isWhole(r.fromS(), r.toS()),
                                MovementRow::saturationPcuh),
                        v.within());
        };
    }

    private static String name(List<String> of) {
        return of.get(0) + " " + of.get(1);
    }

    private static boolean isMeant(String place, String name, String movement, List<String> of) {
        return place.equals(of.get(0)) && (name.equals(of.get(1)) || movement.equals(of.get(1)));
    }

    private boolean isWhole(double from, double to) {
        return from == record.fromS() && to == record.toS();
    }

    private double back(List<String> of) throws IOException {
        return run.summary().wholePeriod().stream()
                .filter(r -> isMeant(r.place(), r.name(), r.movement(), of))
                .mapToDouble(RunSummary.Row::backP95)
                .findFirst()
                .orElse(Double.NaN);
    }

    private <R extends Record> double mean(Class<R> kind, Predicate<R> which, ToDoubleFunction<R> what)
            throws IOException {
        return Statistic.of(run.rows(kind).stream()
                        .map(Observed::row)
                        .filter(which)
                        .mapToDouble(what)
                        .toArray())
                .mean();
    }

    /** In what people read a line. */
    PrintedUnit shown(Line line) {
        return record.printed().insteadOf(line.unit());
    }

    List<Line> lines() {
        return lines;
    }

    Rows rows() {
        Rows rows = new Rows().headed(List.of("measure", "of", "unit", "observed", "simulated", "within", "met"));
        lines.forEach(l -> rows.add()
                .put("measure", l.what())
                .put("of", l.of())
                .put("unit", l.unit())
                .put("observed", l.observed())
                .put("simulated", l.simulated())
                .put("within", l.within())
                .put("met", l.holds() ? "yes" : "no"));
        return rows;
    }

    void print(PrintWriter out) {
        if (lines.isEmpty()) {
            out.println(
                    "Nothing was measured in the field. 'observed: {travel-times: observed/times.csv}' in the study names a table");
            out.println("corridor,from,to,value[,within]; also speeds (link), queues and saturation (place,movement).");
            return;
        }
        TextTable table = new TextTable(1);
        table.alignLeft(true, true, false, false, false, false, true);
        table.add("measure", "of", "observed", "simulated", "%", "within %", "met");
        for (Line l : lines) {
            PrintedUnit shown = shown(l);
            table.add(
                    l.what() + " (" + shown.name() + ")",
                    l.of(),
                    TextTable.figure(shown.of(l.observed()), 1),
                    TextTable.figure(shown.of(l.simulated()), 1),
                    CompareCommand.signed(100 * (l.simulated() / l.observed() - 1), 1),
                    TextTable.figure(100 * l.within(), 0),
                    Double.isNaN(l.simulated()) ? "not in this run" : l.holds() ? "yes" : "no");
        }
        table.print(out);
        out.printf(
                Locale.ROOT,
                "%d of %d are met.%n",
                lines.stream().filter(Line::holds).count(),
                lines.size());
    }
}
