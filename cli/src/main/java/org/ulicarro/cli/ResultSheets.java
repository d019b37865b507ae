package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.measure.BayRow;
import org.ulicarro.core.measure.Columns;
import org.ulicarro.core.measure.ConflictRow;
import org.ulicarro.core.measure.CrossingRow;
import org.ulicarro.core.measure.EmissionRow;
import org.ulicarro.core.measure.EntryRow;
import org.ulicarro.core.measure.GateRow;
import org.ulicarro.core.measure.LaneCycle;
import org.ulicarro.core.measure.LaneRow;
import org.ulicarro.core.measure.LineRow;
import org.ulicarro.core.measure.LinkRow;
import org.ulicarro.core.measure.MeterRow;
import org.ulicarro.core.measure.SignalRow;
import org.ulicarro.core.measure.TotalRow;
import org.ulicarro.core.measure.TravelTimeRow;
import org.ulicarro.core.measure.WaitRow;

/** How the tables of instruments are printed for people: some by a sheet of their own, all others column by column. */
final class ResultSheets {

    private interface Own {
        void print(RowSource source, boolean each, PrintWriter out) throws IOException;
    }

    /** Sheets that print means as well as single replications. */
    private static final Map<Class<? extends Record>, Own> WITH_EACH = new LinkedHashMap<>();

    /** Sheets of means; with {@code --each} the rows are printed as they are. */
    private static final Map<Class<? extends Record>, Own> MEANS = new LinkedHashMap<>();

    static {
        WITH_EACH.put(LaneRow.class, (source, each, out) -> new MeasureSheets(source, each, out).lanes());
        WITH_EACH.put(SignalRow.class, (source, each, out) -> new MeasureSheets(source, each, out).signals());
        WITH_EACH.put(TravelTimeRow.class, (source, each, out) -> new MeasureSheets(source, each, out).travelTimes());
        WITH_EACH.put(LinkRow.class, (source, each, out) -> new MeasureSheets(source, each, out).links());
        WITH_EACH.put(EmissionRow.class, (source, each, out) -> new MeasureSheets(source, each, out).emissions());
        WITH_EACH.put(ConflictRow.class, (source, each, out) -> new MeasureSheets(source, each, out).conflicts());
        WITH_EACH.put(
                CrossingRow.class,
                (source, each, out) -> new CourtesySheets(source, true).printCrossings(out, source.bySlice(), each));
        WITH_EACH.put(
                EntryRow.class, (source, each, out) -> new EntrySheets(source).print(out, source.bySlice(), each));
        WITH_EACH.put(LineRow.class, (source, each, out) -> new LineSheets(source).print(out, each));
        MEANS.put(TotalRow.class, (source, each, out) -> new TotalSheets(source).print(out));
        MEANS.put(WaitRow.class, (source, each, out) -> new WaitSheets(source).print(out));
        MEANS.put(
                MeterRow.class,
                (source, each, out) -> new GateSheets(source, false).printMeters(out, source.bySlice()));
        MEANS.put(GateRow.class, (source, each, out) -> new GateSheets(source, true).printGates(out, source.bySlice()));
        MEANS.put(BayRow.class, (source, each, out) -> new CourtesySheets(source, false).printBays(out));
    }

    private ResultSheets() {}

    /** Prints a table of an instrument. */
    static <R extends Record> void print(Class<R> kind, RowSource source, boolean each, PrintWriter out)
            throws IOException {
        Own own = WITH_EACH.containsKey(kind) ? WITH_EACH.get(kind) : each ? null : MEANS.get(kind);
        if (own != null) {
            own.print(source, each, out);
            return;
        }
        List<Rows.Row> rows = rows(kind, source, each).all();
        if (rows.isEmpty()) {
            if (MEANS.containsKey(kind)) {
                MEANS.get(kind).print(source, false, out); // says why there is nothing
            } else {
                out.println("Nothing of it was measured.");
            }
            return;
        }
        List<String> lists = Arrays.stream(kind.getRecordComponents())
                .filter(c -> c.getType() == List.class) // too wide for people
                .map(Columns::name)
                .toList();
        List<String> columns = rows.get(0).values().keySet().stream()
                .filter(name -> Rows.SPREAD.stream().noneMatch(name::endsWith) && !lists.contains(name))
                .toList();
        TextTable text = new TextTable(1);
        text.add(columns.toArray(String[]::new));
        for (Rows.Row row : rows) {
            text.add(columns.stream()
                    .map(name -> row.values().get(name))
                    .map(v -> v instanceof Double d ? TextTable.figure(d, 1) : String.valueOf(v))
                    .toArray(String[]::new));
        }
        text.print(out);
        if (!each && kind != LaneCycle.class) {
            out.println("Means over replications; their intervals are in --json and --csv.");
        }
    }

    /** Rows of a table as machines get them. */
    static <R extends Record> Rows rows(Class<R> kind, RowSource source, boolean each) throws IOException {
        return each || kind == LaneCycle.class
                ? Rows.each(kind, source.rows(kind))
                : Rows.means(kind, source.rows(kind));
    }
}
