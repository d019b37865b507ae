package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.PrintedUnit;
import org.ulicarro.core.measure.Difference;
import org.ulicarro.core.measure.MovementFigure;
import org.ulicarro.files.Run;
import org.ulicarro.files.RunRecord;

/** The first run of a report against each other one, as the template names it. */
final class ReportComparisons {

    private ReportComparisons() {}

    /** Everything that two runs share, row by row. */
    static List<Map<String, Object>> of(List<Path> runs, List<RunRecord> records) throws IOException {
        List<Map<String, Object>> all = new ArrayList<>();
        for (int i = 1; i < runs.size(); i++) {
            Figures a = comparable(runs.get(0));
            Figures b = comparable(runs.get(i));
            List<Figures.Key> keys = a.shared(b);
            Pairing pairing = Pairing.of(records.get(0), records.get(i));
            List<Difference> differences = keys.stream()
                    .map(k -> pairing.difference(a.values().get(k), b.values().get(k)))
                    .toList();
            boolean[] real = Difference.real(differences);
            List<Map<String, Object>> rows = new ArrayList<>();
            String last = "";
            for (int k = 0; k < keys.size(); k++) {
                Figures.Key key = keys.get(k);
                Difference d = differences.get(k);
                String verdict = CompareCommand.verdict(key, d, real[k]);
                PrintedUnit shown = records.get(0).printed().insteadOf(key.unit());
                Map<String, Object> row = new LinkedHashMap<>();
                row.put("subject", key.subject().equals(last) ? "" : key.subject());
                row.put("measure", key.measure() + (shown.name().isEmpty() ? "" : " (" + shown.name() + ")"));
                row.put("before", TextTable.figure(shown.of(d.before()), key.decimals()));
                row.put("after", TextTable.figure(shown.of(d.after()), key.decimals()));
                row.put("difference", CompareCommand.signed(shown.of(d.difference()), key.decimals()));
                row.put("half", TextTable.figure(shown.of(d.hi() - d.lo()) / 2, key.decimals()));
                row.put("percent", CompareCommand.signed(100 * d.share(), 0));
                row.put("verdict", verdict);
                row.put("style", verdict.equals("better") || verdict.equals("worse") ? verdict : "");
                rows.add(row);
                last = key.subject();
            }
            Map<String, Object> one = new LinkedHashMap<>();
            one.put(
                    "heading",
                    records.get(i).alternative() + " against " + records.get(0).alternative());
            one.put("rows", rows);
            one.put("note", "Better and worse are real at 5 % for all rows together (Holm 1979), " + pairing.method());
            all.add(one);
        }
        return all;
    }

    private static Figures comparable(Path run) throws IOException {
        return new Figures(Run.in(run)).network().journeys().movements(null, MovementFigure.DELAY);
    }
}
