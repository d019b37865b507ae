package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.measure.EntryRow;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.Statistic;
import org.ulicarro.files.Run;
import org.ulicarro.files.RunRecord;

/** What a run says of those who wanted to come in and found no room. */
final class EntrySheets {

    /** Less than this outside by the end, mean over replications, is chance (vehicles). */
    private static final double WORTH_A_LINE = 1;

    private final RunRecord record;
    private final List<Observed<EntryRow>> all;

    EntrySheets(Run run) throws IOException {
        record = run.record();
        all = run.rows(EntryRow.class);
    }

    EntrySheets(RowSource source) throws IOException {
        record = source.record();
        all = source.rows(EntryRow.class);
    }

    /** Which entries the warning above the tables is about. */
    void printBrief(PrintWriter out) {
        byEntry(false).values().forEach(rows -> {
            double left = mean(rows, Kind.END);
            if (left >= WORTH_A_LINE) {
                out.printf(
                        Locale.ROOT,
                        "Unserved at %s: %.0f of %.0f vehicles are still outside at %s; the queue there reaches %.0f%n",
                        rows.get(0).place(),
                        left,
                        mean(rows, Kind.WANTED),
                        Clock.timeOfDay(record.toS()),
                        most(rows));
            }
        });
    }

    void print(PrintWriter out, boolean bySlice, boolean each) {
        TextTable table = new TextTable(1);
        if (each) {
            table.add("entry", "by", "from", "to", "no", "before", "wanted", "came in", "delay s", "most", "left");
            selected(bySlice).forEach(o -> {
                EntryRow r = o.row();
                table.add(
                        r.place(),
                        r.link(),
                        Clock.timeOfDay(r.fromS()),
                        Clock.timeOfDay(r.toS()),
                        Integer.toString(o.replication()),
                        Integer.toString(r.outsideStart()),
                        Integer.toString(r.wanted()),
                        Integer.toString(r.entered()),
                        TextTable.figure(r.entryDelayS(), 1),
                        Integer.toString(r.outsidePeak()),
                        Integer.toString(r.outsideEnd()));
            });
        } else {
            table.add("entry", "by", "from", "to", "before", "wanted", "came in", "delay s", "± s", "most", "left");
            byEntry(bySlice).values().forEach(rows -> {
                EntryRow one = rows.get(0);
                Statistic delay = Statistic.of(
                        rows.stream().mapToDouble(EntryRow::entryDelayS).toArray());
                table.add(
                        one.place(),
                        one.link(),
                        Clock.timeOfDay(one.fromS()),
                        Clock.timeOfDay(one.toS()),
                        TextTable.figure(mean(rows, Kind.START), 1),
                        TextTable.figure(mean(rows, Kind.WANTED), 0),
                        TextTable.figure(mean(rows, Kind.ENTERED), 0),
                        TextTable.figure(delay.mean(), 1),
                        TextTable.figure((delay.hi() - delay.lo()) / 2, 1),
                        TextTable.figure(most(rows), 0),
                        TextTable.figure(mean(rows, Kind.END), 1));
            });
        }
        table.print(out);
        out.println("Outside before the time began, at most at once, and left at its end: unserved demand.");
        out.println("Before and wanted are as many as came in and left. Delay: time outside of those who wanted.");
    }

    private List<Observed<EntryRow>> selected(boolean bySlice) {
        return all.stream()
                .filter(o ->
                        bySlice || o.row().fromS() == record.fromS() && o.row().toS() == record.toS())
                .toList();
    }

    private Map<String, List<EntryRow>> byEntry(boolean bySlice) {
        Map<String, List<EntryRow>> rows = new LinkedHashMap<>();
        for (Observed<EntryRow> o : selected(bySlice)) {
            EntryRow r = o.row();
            rows.computeIfAbsent(r.link() + " " + r.fromS() + " " + r.toS(), none -> new java.util.ArrayList<>())
                    .add(r);
        }
        return rows;
    }

    private enum Kind {
        START,
        WANTED,
        ENTERED,
        END
    }

    private static double mean(List<EntryRow> rows, Kind kind) {
        return rows.stream()
                .mapToDouble(r -> switch (kind) {
                    case START -> r.outsideStart();
                    case WANTED -> r.wanted();
                    case ENTERED -> r.entered();
                    case END -> r.outsideEnd();
                })
                .average()
                .orElse(Double.NaN);
    }

    private static double most(List<EntryRow> rows) {
        return rows.stream().mapToDouble(EntryRow::outsidePeak).max().orElse(0);
    }
}
