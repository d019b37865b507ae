package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.ToDoubleFunction;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.measure.BayRow;
import org.ulicarro.core.measure.CrossingRow;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.Statistic;
import org.ulicarro.files.Run;
import org.ulicarro.files.RunRecord;

/** What a run says of people on crossings and of turning bays whose queues reach back, for people and for machines. */
final class CourtesySheets {

    /** A bay that spills less than this share of the period is not worth a line under the movement table. */
    private static final double WORTH_A_LINE = 0.005;

    private final RunRecord record;
    private final List<Observed<CrossingRow>> crossings;
    private final List<Observed<BayRow>> bays;

    CourtesySheets(Run run) throws IOException {
        record = run.record();
        crossings = run.rows(CrossingRow.class);
        bays = run.rows(BayRow.class);
    }

    /** Of the rows of one of the two tables that are meant. */
    CourtesySheets(RowSource source, boolean ofCrossings) throws IOException {
        record = source.record();
        crossings = ofCrossings ? source.rows(CrossingRow.class) : List.of();
        bays = ofCrossings ? List.of() : source.rows(BayRow.class);
    }

    /** A few lines under the movement table, where there is anything to say. */
    void printBrief(PrintWriter out) {
        double period = record.toS() - record.fromS();
        byBay().forEach((key, rows) -> {
            double share = mean(rows, BayRow::spilledS) / period;
            BayRow one = rows.get(0);
            if (share >= WORTH_A_LINE) {
                out.printf(
                        Locale.ROOT,
                        "The bay for %s (lane %d of %s) is full %.0f %% of the time: its queue blocks lane %d%n",
                        one.movements(),
                        one.lane(),
                        one.link(),
                        100 * share,
                        one.blockedLane());
            }
        });
        if (!crossings.isEmpty()) {
            out.println();
            printCrossings(out, false, false);
        }
    }

    void printCrossings(PrintWriter out, boolean bySlice, boolean each) {
        if (crossings.isEmpty()) {
            out.println(
                    "Nobody walks in this study. 'demand: {walkers: {gate.quay-1: 240 /h}}' sends people over a crossing.");
            return;
        }
        TextTable table = new TextTable(1);
        if (each) {
            table.add("people over", "from", "to", "no", "came", "delay s", "longest s", "on walk %");
            for (Observed<CrossingRow> o : selected(bySlice)) {
                CrossingRow r = o.row();
                table.add(
                        r.crossing(),
                        Clock.timeOfDay(r.fromS()),
                        Clock.timeOfDay(r.toS()),
                        Integer.toString(o.replication()),
                        Integer.toString(r.walkers()),
                        TextTable.figure(r.delayS(), 1),
                        TextTable.figure(r.delayMaxS(), 1),
                        TextTable.figure(100 * r.startedOnWalk(), 0));
            }
        } else {
            table.add("people over", "from", "to", "came", "delay s", "95 % ± s", "longest s", "on walk %");
            byCrossing(bySlice).forEach((key, rows) -> {
                Statistic delay = statistic(rows, CrossingRow::delayS);
                table.add(
                        rows.get(0).crossing(),
                        Clock.timeOfDay(rows.get(0).fromS()),
                        Clock.timeOfDay(rows.get(0).toS()),
                        TextTable.figure(statistic(rows, CrossingRow::walkers).mean(), 0),
                        TextTable.figure(delay.mean(), 1),
                        TextTable.figure((delay.hi() - delay.lo()) / 2, 1),
                        TextTable.figure(statistic(rows, CrossingRow::delayMaxS).max(), 1),
                        TextTable.figure(
                                100
                                        * statistic(rows, CrossingRow::startedOnWalk)
                                                .mean(),
                                0));
            });
        }
        table.print(out);
        out.println("Delay: what waiting costs beyond walking across. On walk: of those who set off at a signal.");
    }

    void printBays(PrintWriter out) {
        if (bays.isEmpty()) {
            out.println("There are no turning bays in this study.");
            return;
        }
        TextTable table = new TextTable(1);
        table.add("bay of", "serves", "lane", "blocks", "full %", "times", "first");
        table.alignLeft(true, true, false, false, false, false, false);
        double period = record.toS() - record.fromS();
        byBay().forEach((key, rows) -> {
            BayRow one = rows.get(0);
            double first = rows.stream()
                    .mapToDouble(BayRow::firstS)
                    .filter(t -> !Double.isNaN(t))
                    .min()
                    .orElse(Double.NaN);
            table.add(
                    one.link(),
                    one.movements(),
                    Integer.toString(one.lane()),
                    Integer.toString(one.blockedLane()),
                    TextTable.figure(100 * mean(rows, BayRow::spilledS) / period, 1),
                    TextTable.figure(mean(rows, BayRow::times), 1),
                    Double.isNaN(first) ? "-" : Clock.timeOfDay(first));
        });
        table.print(out);
        out.println(
                "Full: somebody for the bay stands in the lane beside it, before its beginning, and blocks that lane.");
    }

    private List<Observed<CrossingRow>> selected(boolean bySlice) {
        double period = record.toS() - record.fromS();
        boolean slices = crossings.stream().anyMatch(o -> length(o) < period - 1);
        return crossings.stream()
                .filter(o -> (length(o) < period - 1) == (bySlice && slices))
                .toList();
    }

    private static double length(Observed<CrossingRow> o) {
        return o.row().toS() - o.row().fromS();
    }

    private Map<String, List<CrossingRow>> byCrossing(boolean bySlice) {
        Map<String, List<CrossingRow>> all = new LinkedHashMap<>();
        for (Observed<CrossingRow> o : selected(bySlice)) {
            all.computeIfAbsent(o.row().fromS() + o.row().crossing(), none -> new java.util.ArrayList<>())
                    .add(o.row());
        }
        return all;
    }

    private Map<String, List<BayRow>> byBay() {
        Map<String, List<BayRow>> all = new LinkedHashMap<>();
        for (Observed<BayRow> o : bays) {
            all.computeIfAbsent(o.row().link() + "/" + o.row().lane(), none -> new java.util.ArrayList<>())
                    .add(o.row());
        }
        return all;
    }

    private static Statistic statistic(List<CrossingRow> rows, ToDoubleFunction<CrossingRow> figure) {
        return Statistic.of(rows.stream().mapToDouble(figure).toArray());
    }

    private static double mean(List<BayRow> rows, ToDoubleFunction<BayRow> figure) {
        return rows.stream().mapToDouble(figure).average().orElse(0);
    }
}
