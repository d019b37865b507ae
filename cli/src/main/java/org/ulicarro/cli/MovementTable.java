package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.base.PrintedUnit;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.RunSummary;
import org.ulicarro.core.measure.Statistic;
import org.ulicarro.files.Run;
import org.ulicarro.files.RunRecord;

/** The movement table of a run, for people and for machines. */
final class MovementTable {

    /** Half of an interval beyond this share of the mean is worth a note. */
    private static final double WIDE = 0.055;

    /** So many places are shown movement by movement right after a run. */
    private static final int FEW_PLACES = 2;

    private final RunRecord record;
    private final RunSummary summary;
    private final String name;
    private final PrintedUnit length;
    private final String only; // place, or null for all
    private final RowFilter filter;

    MovementTable(Run run) throws IOException {
        this(run, null, new RowFilter());
    }

    /**
     * The same for one place.
     *
     * @param only place, or null for all
     * @param filter which movements and intervals
     * @throws IOException also when the run has no figures for that place
     */
    MovementTable(Run run, String only, RowFilter filter) throws IOException {
        this.only = only;
        this.filter = filter;
        record = run.record();
        summary = run.summary();
        name = run.name();
        length = record.printed().length();
        if (only != null) {
            Set<String> places = new LinkedHashSet<>();
            summary.wholePeriod().forEach(row -> places.add(row.place()));
            if (!places.contains(only)) {
                throw new IOException("run " + name + " has no movements of a place '" + only + "'."
                        + Names.suggestion(only, places));
            }
        }
        if (filter.asksForMovement() && shown(false).isEmpty()) {
            Set<String> known = new LinkedHashSet<>();
            summary.wholePeriod().forEach(row -> known.add(row.name()));
            throw new IOException("run " + name + " has no movement '" + filter.movement() + "'"
                    + (only == null ? "." : " at '" + only + "'.") + Names.suggestion(filter.movement(), known));
        }
    }

    /** Whether no place has a control, so that there are no movements to tell of. */
    boolean isEmpty() {
        return summary.wholePeriod().isEmpty();
    }

    /** Prints one line for each place where there are many, else all movements. */
    void printOverview(PrintWriter out) {
        long places = summary.wholePeriod().stream()
                .map(RunSummary.Row::place)
                .distinct()
                .count();
        printHeading(out, List.of()); // the run began with what the study's check said
        if (places > FEW_PLACES) {
            new PlaceTable(summary).print(out);
        } else {
            printRows(out, false);
        }
    }

    void printPlaces(PrintWriter out) {
        printHeading(out, record.warnings());
        new PlaceTable(summary).print(out);
    }

    private List<RunSummary.Row> shown(boolean bySlice) {
        List<RunSummary.Row> rows = bySlice ? summary.bySlice() : summary.wholePeriod();
        return rows.stream()
                .filter(r -> only == null || only.equals(r.place()))
                .filter(r -> filter.isMovement(r.name(), r.movement()))
                .filter(r -> !bySlice || filter.isInterval(r.fromS(), r.toS()))
                .toList();
    }

    private List<Observed<MovementRow>> each(boolean bySlice) {
        return summary.observations(bySlice).stream()
                .filter(o -> only == null || only.equals(o.row().place()))
                .filter(o -> filter.isMovement(o.row().name(), o.row().movement()))
                .filter(o ->
                        !bySlice || filter.isInterval(o.row().fromS(), o.row().toS()))
                .toList();
    }

    /** Prints means with their interval, warnings above the figures that they touch. */
    void print(PrintWriter out, boolean bySlice) {
        printHeading(out, record.warnings());
        printRows(out, bySlice);
    }

    private void printRows(PrintWriter out, boolean bySlice) {
        List<RunSummary.Row> rows = shown(bySlice);
        int from = 0;
        while (from < rows.size()) {
            int to = from + 1;
            while (to < rows.size()
                    && rows.get(to).place().equals(rows.get(from).place())
                    && rows.get(to).fromS() == rows.get(from).fromS()) {
                to++;
            }
            printPlace(out, rows.subList(from, to), bySlice);
            from = to;
        }
        if (rows.isEmpty()) {
            out.println(
                    "No place here has a control, so there is no movement whose delay could be told. The tables 'links',");
            out.println("'network', 'unserved' and 'travel-times' have what vehicles did.");
            return;
        }
        out.println(
                "LOS by control and entry delay of the worst 15 min. Back: back of queue over all cycles of all runs.");
    }

    private void printHeading(PrintWriter out, List<String> ofTheStudy) {
        out.printf(
                Locale.ROOT,
                "%s%nrun %s, period %s %s-%s, %d replication%s, seed %d%n",
                record.title(),
                name,
                record.period(),
                Clock.timeOfDay(record.fromS()),
                Clock.timeOfDay(record.toS()),
                record.replications(),
                record.replications() == 1 ? "" : "s",
                record.seed());
        RunWarnings.of(record).forEach(out::println);
        adviseOnReplications(out);
        ofTheStudy.forEach(out::println);
        out.println();
    }

    /** How many replications would make the place sure at which most is lost. */
    private void adviseOnReplications(PrintWriter out) {
        RunSummary.Row heaviest = null;
        for (RunSummary.Row row : shown(false)) {
            boolean place =
                    row.approach().equals(MovementRow.ALL) && row.controlDelay().n() > 1;
            boolean more = heaviest == null || lost(row) > lost(heaviest);
            heaviest = place && more ? row : heaviest;
        }
        if (heaviest != null && heaviest.controlDelay().relativeHalfWidth() > WIDE) {
            out.printf(
                    Locale.ROOT,
                    "note: the delay at '%s' is known to ± %.0f %%; about %d replications would make that ± 5 %%%n",
                    heaviest.place(),
                    100 * heaviest.controlDelay().relativeHalfWidth(),
                    heaviest.controlDelay().replicationsFor(0.05));
        }
    }

    private static double lost(RunSummary.Row row) {
        return row.controlDelay().mean() * row.demand().mean();
    }

    private void printPlace(PrintWriter out, List<RunSummary.Row> rows, boolean bySlice) {
        RunSummary.Row first = rows.get(0);
        out.println(first.place()
                + (bySlice ? ", " + Clock.timeOfDay(first.fromS()) + "-" + Clock.timeOfDay(first.toS()) : ""));
        TextTable table = new TextTable(2);
        table.add(
                "", "veh", "veh", "control", "95 %", "LOS", "entry", "stopped", "stops", "queue", "queue", "back",
                "back");
        String[] units = {"mean ", "max ", "50 % ", "95 % "};
        table.add(
                "",
                "passed",
                "arrived",
                "delay s",
                "± s",
                "",
                "s",
                "s",
                "/veh",
                units[0] + length.name(),
                units[1] + length.name(),
                units[2] + length.name(),
                units[3] + length.name());
        for (RunSummary.Row row : rows) {
            table.add(
                    label(row, rows),
                    TextTable.figure(row.vehicles().mean(), 0),
                    TextTable.figure(row.demand().mean(), 0),
                    TextTable.figure(row.controlDelay().mean(), 1),
                    TextTable.figure(half(row.controlDelay()), 1),
                    row.los() == null ? "-" : row.los().name(),
                    TextTable.figure(row.entryDelay().mean(), 1),
                    TextTable.figure(row.stoppedDelay().mean(), 1),
                    TextTable.figure(row.stops().mean(), 2),
                    metres(row.queueMean().mean()),
                    metres(row.queueMax().mean()),
                    metres(row.backP50()),
                    metres(row.backP95()));
        }
        table.print(out);
        double unfinished = rows.get(rows.size() - 1).unfinished().mean();
        if (unfinished >= 1) {
            out.printf(
                    Locale.ROOT,
                    "%.0f of the vehicles that arrived had not got through when the run ended; their delay so far counts%n",
                    unfinished);
        }
        out.println();
    }

    /** The short name, with the road it leads to where two movements of the place share one. */
    private static String label(RunSummary.Row row, List<RunSummary.Row> place) {
        if (!row.movement().equals(MovementRow.ALL)) {
            boolean shared = place.stream()
                    .anyMatch(o -> o.name().equals(row.name()) && !o.movement().equals(row.movement()));
            return "  " + row.name()
                    + (shared ? row.movement().substring(row.movement().indexOf('>')) : "");
        }
        return row.approach().equals(MovementRow.ALL) ? "place" : row.name() + " all";
    }

    private static double half(Statistic s) {
        return (s.hi() - s.lo()) / 2;
    }

    private String metres(double value) {
        return TextTable.figure(length.of(value), 0);
    }

    /** Prints the movements with the largest delay, the worst first. */
    void printWorst(PrintWriter out, int count) {
        printHeading(out, record.warnings());
        TextTable table = new TextTable(2);
        table.alignLeft(true, true);
        table.add("place", "movement", "veh", "control", "95 %", "LOS", "entry", "stops", "queue", "back");
        table.add("", "", "arrived", "delay s", "± s", "", "s", "/veh", "max " + unit(), "95 % " + unit());
        worst(count)
                .forEach(row -> table.add(
                        row.place(),
                        row.name(),
                        TextTable.figure(row.demand().mean(), 0),
                        TextTable.figure(row.controlDelay().mean(), 1),
                        TextTable.figure(half(row.controlDelay()), 1),
                        row.los() == null ? "-" : row.los().name(),
                        TextTable.figure(row.entryDelay().mean(), 1),
                        TextTable.figure(row.stops().mean(), 2),
                        metres(row.queueMax().mean()),
                        metres(row.backP95())));
        table.print(out);
        out.println("By control and entry delay. 'results RUN why' says what it comes from.");
    }

    private List<RunSummary.Row> worst(int count) {
        return shown(false).stream()
                .filter(r -> !r.movement().equals(MovementRow.ALL) && r.demand().mean() > 0)
                .sorted(Comparator.comparingDouble((RunSummary.Row r) ->
                        -r.controlDelay().mean() - r.entryDelay().mean()))
                .limit(count)
                .toList();
    }

    private String unit() {
        return length.name();
    }

    /** Prints each replication's figures. */
    void printEach(PrintWriter out, boolean bySlice) {
        printHeading(out, record.warnings());
        TextTable table = new TextTable(1);
        table.add(
                "movement",
                "from",
                "to",
                "no",
                "passed",
                "arrived",
                "control s",
                "entry s",
                "stopped s",
                "stops",
                "queue m",
                "max m");
        for (Observed<MovementRow> o : each(bySlice)) {
            MovementRow r = o.row();
            table.add(
                    r.name(),
                    Clock.timeOfDay(r.fromS()),
                    Clock.timeOfDay(r.toS()),
                    Integer.toString(o.replication()),
                    TextTable.figure(r.vehicles(), 0),
                    TextTable.figure(r.demand(), 0),
                    TextTable.figure(r.controlDelayS(), 1),
                    TextTable.figure(r.entryDelayS(), 1),
                    TextTable.figure(r.stoppedDelayS(), 1),
                    TextTable.figure(r.stops(), 2),
                    TextTable.figure(r.queueMeanM(), 1),
                    TextTable.figure(r.queueMaxM(), 1));
        }
        table.print(out);
    }

    /** Means and their spread, for machines. */
    Rows rows(boolean bySlice) {
        return rows(shown(bySlice));
    }

    /** The same of the movements with the largest delay, the worst first. */
    Rows worstRows(int count) {
        return rows(worst(count));
    }

    private static Rows rows(List<RunSummary.Row> shown) {
        Rows rows = new Rows();
        for (RunSummary.Row r : shown) {
            Rows.Row row = head(rows, r.place(), r.approach(), r.movement(), r.name(), r.fromS(), r.toS());
            row.putMean("vehicles", r.vehicles());
            row.putMean("demand", r.demand());
            row.putMean("unfinished", r.unfinished());
            row.putMean("control_delay_s", r.controlDelay());
            row.putMean("entry_delay_s", r.entryDelay());
            row.putMean("geometric_delay_s", r.geometricDelay());
            row.putMean("stopped_delay_s", r.stoppedDelay());
            row.putMean("stops", r.stops());
            row.putMean("queue_mean_m", r.queueMean());
            row.putMean("queue_max_m", r.queueMax());
            row.put("back_of_queue_p50_m", r.backP50()).put("back_of_queue_p95_m", r.backP95());
            row.put("los", r.los() == null ? null : r.los().name());
        }
        return rows;
    }

    /** One row for each replication, for machines. */
    Rows eachRows(boolean bySlice) {
        return Rows.each(MovementRow.class, each(bySlice));
    }

    private static Rows.Row head(
            Rows rows, String place, String approach, String movement, String name, double fromS, double toS) {
        return rows.add()
                .put("place", place)
                .put("approach", approach)
                .put("movement", movement)
                .put("name", name)
                .put("from_s", fromS)
                .put("to_s", toS);
    }
}
