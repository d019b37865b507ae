package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import org.ulicarro.files.RunFolder;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

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
            description = "which table; movements where none is named")
    private Table table;

    enum Table {
        MOVEMENTS,
        PLACES,
        NETWORK,
        CROSSINGS,
        UNSERVED,
        LINES,
        WAITS,
        METERS,
        GATES,
        BAYS
    }

    @Option(names = "--place", paramLabel = "PLACE", description = "movements of this place only")
    private String place;

    @Option(names = "--by", paramLabel = "SLICE", description = "15min: a table for each quarter of an hour")
    private String by;

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
        PrintWriter out = spec.commandLine().getOut();
        Path folder = RunArgument.find(run);
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
        MovementTable table = new MovementTable(folder, place);
        if (form.isForMachines()) {
            form.print(each ? table.eachRows(by != null) : table.rows(by != null), out);
        } else if (each) {
            table.printEach(out, by != null);
        } else {
            table.print(out, by != null);
            if (place == null) {
                new EntrySheets(folder).printBrief(out);
                new CourtesySheets(folder).printBrief(out);
            }
        }
        return Exit.DONE;
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
