package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.ulicarro.core.measure.Geh;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.Statistic;
import org.ulicarro.core.study.Count;
import org.ulicarro.files.Run;
import org.ulicarro.files.RunRecord;

/** Simulated flows held against the counts that a run was made from. */
final class CountSheets {

    /** A movement with a count. Flows in veh/h. */
    record Line(String place, String movement, String name, double counted, double simulated) {

        double geh() {
            return Geh.of(simulated, counted);
        }
    }

    private final List<Line> lines = new ArrayList<>();

    CountSheets(Run run, RowFilter filter) throws IOException {
        RunRecord record = run.record();
        Map<String, List<Double>> simulated = new LinkedHashMap<>();
        Map<String, MovementRow> first = new LinkedHashMap<>();
        for (Observed<MovementRow> o : run.rows(MovementRow.class)) {
            MovementRow r = o.row();
            boolean whole = r.fromS() == record.fromS() && r.toS() == record.toS();
            boolean meant = (filter.place() == null || filter.place().equals(r.place()))
                    && filter.isMovement(r.name(), r.movement());
            if (whole && meant && !r.movement().equals(MovementRow.ALL)) {
                String key = r.place() + "/" + r.movement();
                first.putIfAbsent(key, r);
                simulated.computeIfAbsent(key, none -> new ArrayList<>()).add(r.vehicles());
            }
        }
        double hours = (record.toS() - record.fromS()) / 3600;
        List<Count> counts = run.counts();
        first.forEach((key, r) -> {
            double counted = 0;
            boolean any = false;
            for (Count c : counts) {
                boolean mine = c.place().equals(r.place())
                        && (c.movement().equals(r.movement()) || c.movement().equals(r.name()));
                double shared = Math.min(c.to(), record.toS()) - Math.max(c.from(), record.fromS());
                if (mine && shared > 0) {
                    any = true;
                    counted += c.vehicles() * shared / (c.to() - c.from());
                }
            }
            if (any) {
                double mean = Statistic.of(
                                simulated.get(key).stream().mapToDouble(v -> v).toArray())
                        .mean();
                lines.add(new Line(r.place(), r.movement(), r.name(), counted / hours, mean / hours));
            }
        });
    }

    List<Line> lines() {
        return lines;
    }

    long met() {
        return lines.stream().filter(l -> l.geh() < Geh.MET).count();
    }

    Rows rows() {
        Rows rows = new Rows().headed(List.of("place", "movement", "name", "counted_vehh", "simulated_vehh", "geh"));
        lines.forEach(l -> rows.add()
                .put("place", l.place())
                .put("movement", l.movement())
                .put("name", l.name())
                .put("counted_vehh", l.counted())
                .put("simulated_vehh", l.simulated())
                .put("geh", l.geh()));
        return rows;
    }

    void print(PrintWriter out) {
        if (lines.isEmpty()) {
            out.println("No movement of this run has a count to be held against.");
            return;
        }
        TextTable table = new TextTable(2);
        table.alignLeft(true, true);
        table.add("place", "movement", "counted", "simulated", "difference", "%", "GEH");
        table.add("", "", "veh/h", "veh/h", "", "", "");
        lines.forEach(l -> table.add(
                l.place(),
                l.name(),
                TextTable.figure(l.counted(), 0),
                TextTable.figure(l.simulated(), 0),
                CompareCommand.signed(l.simulated() - l.counted(), 0),
                CompareCommand.signed(100 * (l.simulated() / l.counted() - 1), 0),
                TextTable.figure(l.geh(), 1) + (l.geh() < Geh.MET ? "  " : " !")));
        table.print(out);
        out.printf(
                Locale.ROOT,
                "GEH under 5 for %d of %d movements (%.0f %%; 85 %% are usually asked for). Growth, surges and the queue that is left%n"
                        + "over at the end are part of the difference.%n",
                met(),
                lines.size(),
                100.0 * met() / lines.size());
    }
}
