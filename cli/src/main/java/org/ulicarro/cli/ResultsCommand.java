package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.Callable;
import org.ulicarro.cli.ResultTable.Choice;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.measure.BayRow;
import org.ulicarro.core.measure.GateRow;
import org.ulicarro.core.measure.MeterRow;
import org.ulicarro.core.measure.TotalRow;
import org.ulicarro.core.measure.WaitRow;
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
            "RUN is the folder of a run, the folder of a study for its last run, or STUDY/last, STUDY/4, STUDY/base for the last",
            "run of an alternative, STUDY/0004-ba for what a name begins with; inside a study's folder without STUDY/.",
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
    private ResultTable table;

    /** Reads {@code travel-times}, also shortened where that is unique. */
    static final class TableName implements ITypeConverter<ResultTable> {

        @Override
        public ResultTable convert(String text) {
            String wanted = text.toLowerCase(Locale.ROOT);
            List<ResultTable> begins = Arrays.stream(ResultTable.values())
                    .filter(t -> t.word().startsWith(wanted))
                    .toList();
            for (ResultTable one : begins) {
                if (begins.size() == 1 || one.word().equals(wanted)) {
                    return one;
                }
            }
            List<String> known =
                    Arrays.stream(ResultTable.values()).map(ResultTable::word).toList();
            throw new TypeConversionException("there is no table '" + text + "'." + Names.suggestion(text, known)
                    + " Tables: " + String.join(", ", known));
        }
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
        Set<Choice> used = filter.used();
        addIf(used, by != null, Choice.BY);
        addIf(used, each, Choice.EACH);
        addIf(used, worst != null, Choice.WORST);
        String refusal = table.refusal(used);
        if (refusal != null) {
            throw new ParameterException(spec.commandLine(), refusal);
        }
        Path folder = RunArgument.find(run);
        RowSource source = new RowSource(folder, RunFolder.record(folder), filter, by != null || filter.asksForTimes());
        if (table.kind == null && table != ResultTable.MOVEMENTS && !used.isEmpty()) {
            new MovementTable(folder, filter.place(), filter); // says which place or movement the run does not have
        }
        if (form.isForMachines()) {
            PrintWriter err = spec.commandLine().getErr();
            form.print(
                    machineRows(source),
                    RunWarnings.lines(source.record()),
                    spec.commandLine().getOut(),
                    err);
        } else {
            print(source, spec.commandLine().getOut());
        }
        return Exit.DONE;
    }

    private static void addIf(Set<Choice> used, boolean is, Choice one) {
        if (is) {
            used.add(one);
        }
    }

    private Rows machineRows(RowSource source) throws IOException {
        return switch (table) {
            case MOVEMENTS -> {
                MovementTable movements = new MovementTable(source.run(), filter.place(), filter);
                yield worst != null
                        ? movements.worstRows(Math.max(1, worst))
                        : each ? movements.eachRows(source.bySlice()) : movements.rows(source.bySlice());
            }
            case PLACES -> new PlaceTable(RunFolder.summary(source.run())).rows();
            case WHY -> new MeasureSheets(source, each, spec.commandLine().getOut()).whyRows();
            case COUNTS -> new CountSheets(source.run(), filter).rows();
            case FIELD -> new FieldSheets(source.run()).rows();
            default -> rows(source, table.kind);
        };
    }

    private <R extends Record> Rows rows(RowSource source, Class<R> kind) throws IOException {
        return each ? Rows.each(kind, source.rows(kind)) : Rows.means(kind, source.rows(kind));
    }

    private void print(RowSource source, PrintWriter out) throws IOException {
        MeasureSheets sheets = new MeasureSheets(source, each, out);
        switch (table) {
            case MOVEMENTS -> printMovements(source, out);
            case PLACES -> new MovementTable(source.run()).printPlaces(out);
            case NETWORK -> printOrEach(source, TotalRow.class, () -> new TotalSheets(source).print(out), out);
            case WHY -> sheets.why();
            case COUNTS -> new CountSheets(source.run(), filter).print(out);
            case FIELD -> new FieldSheets(source.run()).print(out);
            case LANES -> sheets.lanes();
            case SIGNALS -> sheets.signals();
            case TRAVEL_TIMES -> sheets.travelTimes();
            case LINKS -> sheets.links();
            case EMISSIONS -> sheets.emissions();
            case CONFLICTS -> sheets.conflicts();
            case CROSSINGS -> new CourtesySheets(source, true).printCrossings(out, source.bySlice(), each);
            case UNSERVED -> new EntrySheets(source).print(out, source.bySlice(), each);
            case LINES -> new LineSheets(source).print(out, each);
            case WAITS -> printOrEach(source, WaitRow.class, () -> new WaitSheets(source).print(out), out);
            case METERS ->
                printOrEach(
                        source,
                        MeterRow.class,
                        () -> new GateSheets(source, false).printMeters(out, source.bySlice()),
                        out);
            case GATES ->
                printOrEach(
                        source,
                        GateRow.class,
                        () -> new GateSheets(source, true).printGates(out, source.bySlice()),
                        out);
            case BAYS -> printOrEach(source, BayRow.class, () -> new CourtesySheets(source, false).printBays(out), out);
        }
    }

    private interface Printing {
        void run() throws IOException;
    }

    /** Means as they are told to people, or with {@code --each} the plain rows of every replication. */
    private <R extends Record> void printOrEach(RowSource source, Class<R> kind, Printing means, PrintWriter out)
            throws IOException {
        Rows rows = each ? Rows.each(kind, source.rows(kind)) : null;
        if (rows == null || rows.all().isEmpty()) {
            means.run();
            return;
        }
        TextTable text = new TextTable(1);
        text.add(rows.headings().toArray(String[]::new));
        for (Rows.Row row : rows.all()) {
            text.add(row.values().values().stream()
                    .map(v -> v instanceof Double d ? TextTable.figure(d, 1) : String.valueOf(v))
                    .toArray(String[]::new));
        }
        text.print(out);
    }

    private void printMovements(RowSource source, PrintWriter out) throws IOException {
        MovementTable movements = new MovementTable(source.run(), filter.place(), filter);
        if (worst != null) {
            movements.printWorst(out, Math.max(1, worst));
        } else if (each) {
            movements.printEach(out, source.bySlice());
        } else {
            movements.print(out, source.bySlice());
            if (filter.place() == null) {
                new EntrySheets(source.run()).printBrief(out);
                new CourtesySheets(source.run()).printBrief(out);
            }
        }
    }
}
