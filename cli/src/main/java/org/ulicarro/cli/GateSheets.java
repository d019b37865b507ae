package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.measure.GateRow;
import org.ulicarro.core.measure.MeterRow;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.Statistic;
import org.ulicarro.files.RunRecord;

/** What a run says of ramp meters, and of gates that serve each vehicle. */
final class GateSheets {

    private final RunRecord record;
    private final List<Observed<GateRow>> gates;
    private final List<Observed<MeterRow>> meters;

    /** Of the rows of one of the two tables that are meant. */
    GateSheets(RowSource source, boolean ofGates) throws IOException {
        record = source.record();
        gates = ofGates ? source.rows(GateRow.class) : List.of();
        meters = ofGates ? List.of() : source.rows(MeterRow.class);
    }

    private List<Observed<GateRow>> shownGates(boolean bySlice) {
        return gates.stream()
                .filter(o -> bySlice || isWhole(o.row().fromS(), o.row().toS()))
                .toList();
    }

    private List<Observed<MeterRow>> shownMeters(boolean bySlice) {
        return meters.stream()
                .filter(o -> bySlice || isWhole(o.row().fromS(), o.row().toS()))
                .toList();
    }

    private boolean isWhole(double from, double to) {
        return from == record.fromS() && to == record.toS();
    }

    void printGates(PrintWriter out, boolean bySlice) {
        if (gates.isEmpty()) {
            out.println(
                    "There is no gate in this study. 'network: {gates: {check-in: {road: pier-road back, at: 300 m,");
            out.println("service: 8 s ± 3 s}}}' makes one.");
            return;
        }
        TextTable table = new TextTable(2);
        table.add("gate", "lane", "from", "to", "served", "wait", "95 %", "longest", "service", "busy");
        table.add("", "", "", "", "veh", "mean s", "± s", "s", "mean s", "%");
        table.alignLeft(true, true);
        grouped(shownGates(bySlice), r -> r.gate() + "/" + r.lane() + "/" + r.fromS() + "/" + r.toS())
                .forEach(rows -> {
                    GateRow one = rows.get(0);
                    Statistic wait = statistic(rows, GateRow::waitS);
                    table.add(
                            one.gate(),
                            one.lane() == 0 ? "all" : String.valueOf(one.lane()),
                            Clock.timeOfDay(one.fromS()),
                            Clock.timeOfDay(one.toS()),
                            TextTable.figure(statistic(rows, GateRow::served).mean(), 1),
                            TextTable.figure(wait.mean(), 1),
                            TextTable.figure((wait.hi() - wait.lo()) / 2, 1),
                            TextTable.figure(statistic(rows, GateRow::waitMaxS).max(), 1),
                            TextTable.figure(statistic(rows, GateRow::serviceS).mean(), 1),
                            TextTable.figure(
                                    100 * statistic(rows, GateRow::busyShare).mean(), 0));
                });
        table.print(out);
        out.println(
                "Wait: what vehicles lost from coming onto the road of the gate until they were served. Busy: share of the");
        out.println("time in which somebody was served.");
    }

    void printMeters(PrintWriter out, boolean bySlice) {
        if (meters.isEmpty()) {
            out.println(
                    "There is no ramp meter in this study. 'signals: {ramp: {kind: meter, meter: {rate: 600 veh/h}}}' makes one");
            out.println("of a place with a signal where one road goes on as another.");
            return;
        }
        TextTable table = new TextTable(2);
        table.add("meter", "from", "to", "veh", "veh", "wait", "95 %", "queue", "rate", "metered", "queue");
        table.add("", "", "", "arrived", "passed", "mean s", "± s", "max m", "veh/h", "% of time", "override %");
        grouped(shownMeters(bySlice), r -> r.place() + "/" + r.fromS() + "/" + r.toS())
                .forEach(rows -> {
                    MeterRow one = rows.get(0);
                    Statistic wait = statistic(rows, MeterRow::waitS);
                    table.add(
                            one.place(),
                            Clock.timeOfDay(one.fromS()),
                            Clock.timeOfDay(one.toS()),
                            TextTable.figure(statistic(rows, MeterRow::demand).mean(), 0),
                            TextTable.figure(statistic(rows, MeterRow::vehicles).mean(), 0),
                            TextTable.figure(wait.mean(), 1),
                            TextTable.figure((wait.hi() - wait.lo()) / 2, 1),
                            TextTable.figure(
                                    statistic(rows, MeterRow::queueMaxM).mean(), 0),
                            TextTable.figure(statistic(rows, MeterRow::rateVehh).mean(), 0),
                            TextTable.figure(
                                    100
                                            * statistic(rows, MeterRow::meteredShare)
                                                    .mean(),
                                    0),
                            TextTable.figure(
                                    100
                                            * statistic(rows, MeterRow::overrideShare)
                                                    .mean(),
                                    0));
                });
        table.print(out);
        out.println(
                "Wait: control and entry delay of those who arrived. Rate: what the meter allowed while it metered.");
    }

    private static <R extends Record> Iterable<List<R>> grouped(List<Observed<R>> all, Function<R, String> key) {
        Map<String, List<R>> groups = new LinkedHashMap<>();
        all.forEach(o -> groups.computeIfAbsent(key.apply(o.row()), none -> new ArrayList<>())
                .add(o.row()));
        return groups.values();
    }

    private static <R> Statistic statistic(List<R> rows, ToDoubleFunction<R> what) {
        return Statistic.of(rows.stream().mapToDouble(what).toArray());
    }
}
