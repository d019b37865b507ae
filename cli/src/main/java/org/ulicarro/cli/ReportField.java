package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.ulicarro.core.base.PrintedUnit;
import org.ulicarro.core.measure.Geh;
import org.ulicarro.files.Run;
import org.ulicarro.report.paper.ScatterChart;

/** A run of a report held against counts and what was measured in the field, as the template names it. */
final class ReportField {

    private static final int SIDE = 330; // points

    private final boolean lines; // pictures by lines
    private final List<String> notes;

    /** @param notes takes what could not be shown */
    ReportField(boolean lines, List<String> notes) {
        this.lines = lines;
        this.notes = notes;
    }

    void counts(Path folder, Map<String, Object> one) throws IOException {
        CountSheets counts = new CountSheets(Run.in(folder), new RowFilter());
        if (counts.lines().isEmpty()) {
            return;
        }
        List<double[]> met = new ArrayList<>();
        List<double[]> missed = new ArrayList<>();
        List<String> worst = new ArrayList<>();
        for (CountSheets.Line line : counts.lines()) {
            boolean is = line.geh() < Geh.MET;
            (is ? met : missed).add(new double[] {line.counted(), line.simulated()});
            if (!is) {
                worst.add(String.format(
                        Locale.ROOT,
                        "%s %s %.0f for %.0f",
                        line.place(),
                        line.name(),
                        line.simulated(),
                        line.counted()));
            }
        }
        one.put(
                "scatter",
                ScatterChart.of("Flows of movements", "counted (veh/h)", "simulated (veh/h)", met, missed, SIDE)
                        .source(lines));
        one.put(
                "counts",
                String.format(
                        Locale.ROOT,
                        "%d of %d movements meet their count (GEH under 5, %.0f %%).%s",
                        counts.met(),
                        counts.lines().size(),
                        100.0 * counts.met() / counts.lines().size(),
                        worst.isEmpty() ? "" : " Not met: " + String.join(", ", worst) + "."));
    }

    void field(Path folder, Map<String, Object> one) {
        List<Map<String, Object>> rows = new ArrayList<>();
        try {
            FieldSheets field = new FieldSheets(Run.in(folder));
            for (FieldSheets.Line l : field.lines()) {
                PrintedUnit shown = field.shown(l);
                Map<String, Object> row = new LinkedHashMap<>();
                row.put("what", l.what() + " (" + shown.name() + ")");
                row.put("of", l.of());
                row.put("observed", TextTable.figure(shown.of(l.observed()), 1));
                row.put("simulated", TextTable.figure(shown.of(l.simulated()), 1));
                row.put("percent", CompareCommand.signed(100 * (l.simulated() / l.observed() - 1), 1));
                row.put("within", TextTable.figure(100 * l.within(), 0));
                row.put("met", l.holds() ? "yes" : "no");
                rows.add(row);
            }
        } catch (IOException e) {
            notes.add("note: what was measured in the field is left out: " + e.getMessage());
        }
        one.put("field", rows);
    }
}
