package org.ulicarro.cli;

import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.RunSummary;
import org.ulicarro.core.measure.Statistic;

/** One line for each place of a run, with the movement that fares worst there. */
final class PlaceTable {

    /** A movement that fewer take is not held up as the worst of a place (vehicles in the period). */
    private static final double FEW = 5;

    record Line(RunSummary.Row place, RunSummary.Row worst) {}

    private final List<Line> lines = new ArrayList<>();

    PlaceTable(RunSummary summary) {
        RunSummary.Row worst = null;
        for (RunSummary.Row row : summary.wholePeriod()) {
            boolean movement = !row.movement().equals(MovementRow.ALL);
            if (movement && row.demand().mean() >= FEW && (worst == null || loss(row) > loss(worst))) {
                worst = row;
            } else if (!movement && row.approach().equals(MovementRow.ALL)) {
                lines.add(new Line(row, worst));
                worst = null;
            }
        }
    }

    private static double loss(RunSummary.Row row) {
        return row.controlDelay().mean() + row.entryDelay().mean();
    }

    List<Line> lines() {
        return lines;
    }

    void print(PrintWriter out) {
        TextTable table = new TextTable(2);
        table.add(
                "place", "veh", "veh", "control", "95 %", "LOS", "entry", "stops", "worst", "control", "entry", "LOS");
        table.add("", "passed", "arrived", "delay s", "± s", "", "s", "/veh", "movement", "delay s", "s", "");
        for (Line line : lines) {
            RunSummary.Row place = line.place;
            RunSummary.Row worst = line.worst;
            table.add(
                    place.place(),
                    TextTable.figure(place.vehicles().mean(), 0),
                    TextTable.figure(place.demand().mean(), 0),
                    TextTable.figure(place.controlDelay().mean(), 1),
                    TextTable.figure(half(place.controlDelay()), 1),
                    los(place),
                    TextTable.figure(place.entryDelay().mean(), 1),
                    TextTable.figure(place.stops().mean(), 2),
                    worst == null ? "-" : worst.name(),
                    worst == null ? "-" : TextTable.figure(worst.controlDelay().mean(), 1),
                    worst == null ? "-" : TextTable.figure(worst.entryDelay().mean(), 1),
                    worst == null ? "-" : los(worst));
        }
        table.print(out);
        out.println();
        out.println(String.format(
                Locale.ROOT,
                "LOS by control and entry delay of the worst 15 min. Worst: of movements with at least %.0f vehicles.",
                FEW));
    }

    Rows rows() {
        Rows rows = new Rows()
                .headed(List.of(
                        "place",
                        "from_s",
                        "to_s",
                        "vehicles",
                        "demand",
                        "control_delay_s",
                        "control_delay_s_lo",
                        "control_delay_s_hi",
                        "entry_delay_s",
                        "stops",
                        "los",
                        "worst_movement",
                        "worst_name",
                        "worst_control_delay_s",
                        "worst_los"));
        for (Line line : lines) {
            Rows.Row row = rows.add()
                    .put("place", line.place.place())
                    .put("from_s", line.place.fromS())
                    .put("to_s", line.place.toS())
                    .put("vehicles", line.place.vehicles().mean())
                    .put("demand", line.place.demand().mean())
                    .put("control_delay_s", line.place.controlDelay().mean())
                    .put("control_delay_s_lo", line.place.controlDelay().lo())
                    .put("control_delay_s_hi", line.place.controlDelay().hi())
                    .put("entry_delay_s", line.place.entryDelay().mean())
                    .put("stops", line.place.stops().mean())
                    .put("los", line.place.los() == null ? null : los(line.place));
            boolean any = line.worst != null;
            row.put("worst_movement", any ? line.worst.movement() : null)
                    .put("worst_name", any ? line.worst.name() : null)
                    .put(
                            "worst_control_delay_s",
                            any ? line.worst.controlDelay().mean() : null)
                    .put("worst_los", any ? los(line.worst) : null);
        }
        return rows;
    }

    private static String los(RunSummary.Row row) {
        return row.los() == null ? "-" : row.los().name();
    }

    private static double half(Statistic s) {
        return (s.hi() - s.lo()) / 2;
    }
}
