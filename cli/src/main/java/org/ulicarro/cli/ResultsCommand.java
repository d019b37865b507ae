package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.ulicarro.core.base.Names;
import org.ulicarro.files.RunFolder;
import picocli.CommandLine.Command;
import picocli.CommandLine.ITypeConverter;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import picocli.CommandLine.TypeConversionException;

@Command(
        name = "results",
        mixinStandardHelpOptions = true,
        description =
                "Prints a table of a run: means over replications with their 95 %% interval. Without a name that of movements: after"
                        + " each approach's movements the approach, after each place's approaches the place.",
        footer = {
            "",
            "RUN is the folder of a run, the folder of a study for its last run, or, inside a study's folder, 'last', a number",
            "or the beginning of a run's name.",
            "",
            "TABLE is one of",
            "  movements   delay, stops and queues by movement, approach and place",
            "  places      one line for each place, with its worst movement",
            "  network     distance, time and delay of whole journeys by type, also of the people on board",
            "  why         of movements at level of service E or F: what their delay comes from",
            "  counts      simulated flows against the counts: GEH and percent",
            "  field       what was measured in the field ('observed' of the study) beside the run",
            "  lanes       lanes before signals: saturation flow, effective green, v/c, split failures",
            "  signals     groups: greens, cycles, why greens ended",
            "  travel-times  along corridors: mean and percentiles, whole and by stretch",
            "  links       volume, speed and queues of every direction of a road",
            "  emissions   fuel, CO2 and others, by place and class",
            "  conflicts   near encounters: post-encroachment time, time to collision",
            "  waits       how long vehicles waited: mean, median, 95th percentile, longest",
            "  meters      ramp meters: rate, wait, queue",
            "  gates       gates: whom they served, what they waited",
            "  crossings   people over crossings: delay, and who started on walk",
            "  unserved    who wanted to come in at each entry, who waited outside, and who still does",
            "  lines       buses and trams: travel time, delay at controls, regularity",
            "  bays        turning bays whose queue blocks the lane beside them",
            "",
            "Example:  ulicarro results quayside --place market --by 15min"
        })
final class ResultsCommand implements Callable<Integer> {

    @Parameters(index = "0", paramLabel = "RUN", description = "the run")
    private String run;

    @Parameters(
            index = "1",
            arity = "0..1",
            paramLabel = "TABLE",
            defaultValue = "movements",
            converter = TableName.class,
            description = "which table; movements where none is named")
    private Table table;

    /** Reads {@code travel-times}, also shortened where that is unique. */
    static final class TableName implements ITypeConverter<Table> {

        @Override
        public Table convert(String text) {
            String wanted = text.toUpperCase(Locale.ROOT).replace('-', '_');
            List<Table> begins = Arrays.stream(Table.values())
                    .filter(t -> t.name().startsWith(wanted))
                    .toList();
            if (begins.size() == 1 || begins.stream().anyMatch(t -> t.name().equals(wanted))) {
                return begins.stream()
                        .filter(t -> t.name().equals(wanted))
                        .findFirst()
                        .orElse(begins.get(0));
            }
            List<String> known = Arrays.stream(Table.values())
                    .map(t -> t.name().toLowerCase(Locale.ROOT).replace('_', '-'))
                    .toList();
            throw new TypeConversionException("there is no table '" + text + "'." + Names.suggestion(text, known)
                    + " Tables: " + String.join(", ", known));
        }
    }

    enum Table {
        MOVEMENTS,
        PLACES,
        NETWORK,
        WHY,
        COUNTS,
        FIELD,
        LANES,
        SIGNALS,
        TRAVEL_TIMES,
        LINKS,
        EMISSIONS,
        CONFLICTS,
        CROSSINGS,
        UNSERVED,
        LINES,
        WAITS,
        METERS,
        GATES,
        BAYS
    }

    @Mixin
    private RowFilter filter;

    @Option(names = "--by", paramLabel = "SLICE", description = "15min: a table for each quarter of an hour")
    private String by;

    @Option(
            names = "--worst",
            paramLabel = "N",
            description = "movements: the N with the largest delay, the worst first")
    private Integer worst;

    @Option(names = "--each", description = "a row for each replication instead of means")
    private boolean each;

    @Mixin
    private OutputForm form;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException {
        if (by != null && !by.equals("15min")) {
            throw new ParameterException(spec.commandLine(), "--by takes 15min, not '" + by + "'");
        }
        if (filter.problem() != null) {
            throw new ParameterException(spec.commandLine(), filter.problem());
        }
        PrintWriter out = spec.commandLine().getOut();
        Path folder = RunArgument.find(run);
        if (isMeasure(new MeasureSheets(folder, filter, by != null, form, out))) {
            return Exit.DONE;
        }
        String place = filter.place();
        if (table == Table.UNSERVED) {
            printUnserved(new EntrySheets(folder), out);
            return Exit.DONE;
        }
        if (table == Table.LINES) {
            LineSheets lines = new LineSheets(folder);
            if (form.isForMachines()) {
                form.print(lines.rows(), out);
            } else {
                lines.print(out, each);
            }
            return Exit.DONE;
        }
        if (table == Table.COUNTS) {
            CountSheets counts = new CountSheets(folder, filter);
            if (form.isForMachines()) {
                form.print(counts.rows(), out);
            } else {
                counts.print(out);
            }
            return Exit.DONE;
        }
        if (table == Table.FIELD) {
            FieldSheets field = new FieldSheets(folder);
            if (form.isForMachines()) {
                form.print(field.rows(), out);
            } else {
                field.print(out);
            }
            return Exit.DONE;
        }
        if (table == Table.WAITS) {
            WaitSheets waits = new WaitSheets(folder, place);
            if (form.isForMachines()) {
                form.print(waits.rows(), out);
            } else {
                waits.print(out);
            }
            return Exit.DONE;
        }
        if (table == Table.METERS || table == Table.GATES) {
            printGates(new GateSheets(folder), out);
            return Exit.DONE;
        }
        if (table == Table.PLACES) {
            if (form.isForMachines()) {
                form.print(new PlaceTable(RunFolder.summary(folder)).rows(), out);
            } else {
                new MovementTable(folder).printPlaces(out);
            }
            return Exit.DONE;
        }
        if (table == Table.NETWORK) {
            TotalSheets totals = new TotalSheets(folder);
            if (form.isForMachines()) {
                form.print(totals.rows(), out);
            } else {
                totals.print(out);
            }
            return Exit.DONE;
        }
        if (table != Table.MOVEMENTS) {
            printCourtesy(new CourtesySheets(folder), out);
            return Exit.DONE;
        }
        MovementTable table = new MovementTable(folder, place, filter);
        boolean bySlice = by != null || filter.asksForTimes();
        if (worst != null && !form.isForMachines()) {
            table.printWorst(out, Math.max(1, worst));
        } else if (form.isForMachines()) {
            form.print(each ? table.eachRows(bySlice) : table.rows(bySlice), out);
        } else if (each) {
            table.printEach(out, bySlice);
        } else {
            table.print(out, bySlice);
            if (place == null) {
                new EntrySheets(folder).printBrief(out);
                new CourtesySheets(folder).printBrief(out);
            }
        }
        return Exit.DONE;
    }

    private boolean isMeasure(MeasureSheets sheets) throws IOException {
        switch (table) {
            case WHY -> sheets.why();
            case LANES -> sheets.lanes();
            case SIGNALS -> sheets.signals();
            case TRAVEL_TIMES -> sheets.travelTimes();
            case LINKS -> sheets.links();
            case EMISSIONS -> sheets.emissions();
            case CONFLICTS -> sheets.conflicts();
            default -> {
                return false;
            }
        }
        return true;
    }

    private void printGates(GateSheets sheets, PrintWriter out) throws IOException {
        boolean gates = table == Table.GATES;
        if (form.isForMachines()) {
            form.print(gates ? sheets.gateRows(by != null) : sheets.meterRows(by != null), out);
        } else if (gates) {
            sheets.printGates(out, by != null);
        } else {
            sheets.printMeters(out, by != null);
        }
    }

    private void printUnserved(EntrySheets sheets, PrintWriter out) throws IOException {
        if (form.isForMachines()) {
            form.print(sheets.rows(by != null), out);
        } else {
            sheets.print(out, by != null, each);
        }
    }

    private void printCourtesy(CourtesySheets sheets, PrintWriter out) throws IOException {
        boolean crossings = table == Table.CROSSINGS;
        if (form.isForMachines()) {
            form.print(crossings ? sheets.crossingRows(by != null) : sheets.bayRows(), out);
        } else if (crossings) {
            sheets.printCrossings(out, by != null, each);
        } else {
            sheets.printBays(out);
        }
    }
}
