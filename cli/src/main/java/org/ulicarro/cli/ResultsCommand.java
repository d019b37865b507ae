package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.Callable;
import org.ulicarro.cli.ResultTable.Choice;
import org.ulicarro.core.base.Names;
import org.ulicarro.files.AssignmentFolder;
import org.ulicarro.files.AssignmentStore;
import org.ulicarro.files.Run;
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
            "RUN is the folder of a run, or that of a study for its last run; STUDY/last, STUDY/4, STUDY/base for",
            "the last run of an alternative, STUDY/0004-ba for what a name begins with; inside a study's folder",
            "without STUDY/. STUDY/searches/2 is a search: its trials are printed. STUDY/assignments/2 is an",
            "assignment with the tables convergence, changes, paths and links.",
            "",
        })
final class ResultsCommand implements Callable<Integer> {

    @Parameters(index = "0", paramLabel = "RUN", description = "the run")
    private String run;

    @Parameters(
            index = "1",
            arity = "0..1",
            paramLabel = "TABLE",
            description = "which table; movements where none is named")
    private String name;

    private ResultTable table;

    /** Reads {@code travel-times}, also shortened where that is unique. */
    private ResultTable table(String text) {
        String wanted = text.toLowerCase(Locale.ROOT);
        List<ResultTable> begins = ResultTable.known().stream()
                .filter(t -> t.word().startsWith(wanted))
                .toList();
        for (ResultTable one : begins) {
            if (begins.size() == 1 || one.word().equals(wanted)) {
                return one;
            }
        }
        List<String> known = ResultTable.known().stream().map(ResultTable::word).toList();
        throw new ParameterException(
                spec.commandLine(),
                "there is no table '" + text + "'." + Names.suggestion(text, known) + " Tables: "
                        + String.join(", ", known));
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

    private CommandSpec spec;

    /** Names the tables in the help. */
    @Spec
    void spec(CommandSpec injected) {
        spec = injected;
        List<String> footer = new ArrayList<>(List.of(injected.usageMessage().footer()));
        footer.add("TABLE is one of");
        ResultTable.known().forEach(t -> footer.add(String.format(Locale.ROOT, "  %-13s %s", t.word(), t.about())));
        footer.add("");
        footer.add("Example:  ulicarro results quayside --place market --by 15min");
        injected.usageMessage().footer(footer.toArray(String[]::new));
    }

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
        Path assignment = AssignmentSheets.find(run);
        if (assignment != null) {
            return assignment(assignment, used);
        }
        table = table(name == null ? "movements" : name);
        String refusal = table.refusal(used);
        if (refusal != null) {
            throw new ParameterException(spec.commandLine(), refusal);
        }
        Path search = SearchSheet.find(run);
        if (search != null) {
            return search(search, used);
        }
        Run found = Run.in(RunArgument.find(run));
        RowSource source = new RowSource(found, filter, by != null || filter.asksForTimes());
        ComposedTable composed = table.composed();
        ComposedTable.Asked asked =
                new ComposedTable.Asked(source, each, worst == null ? null : Integer.valueOf(Math.max(1, worst)));
        PrintWriter out = spec.commandLine().getOut();
        if (form.isForMachines()) {
            Rows rows = composed == null ? ResultSheets.rows(table.kind(), source, each) : composed.rows(asked);
            form.print(
                    rows,
                    RunWarnings.lines(source.record()),
                    out,
                    spec.commandLine().getErr());
        } else if (composed == null) {
            ResultSheets.print(table.kind(), source, each, out);
        } else {
            composed.print(asked, out);
        }
        return Exit.DONE;
    }

    private int search(Path folder, Set<Choice> used) throws IOException {
        if (!used.isEmpty()) {
            throw new ParameterException(spec.commandLine(), "a search has trials, and no tables to choose from");
        }
        PrintWriter out = spec.commandLine().getOut();
        if (!form.isForMachines()) {
            SearchSheet.about(folder).forEach(out::println);
        }
        (TakenPlan.isOne(folder) ? TakenPlan.rows(folder) : SearchSheet.trials(folder)).print(form, out);
        return Exit.DONE;
    }

    private int assignment(Path folder, Set<Choice> used) throws IOException {
        if (!used.isEmpty()) {
            throw new ParameterException(
                    spec.commandLine(), "tables of an assignment take no such options, but --json and --csv");
        }
        Sheet sheet = AssignmentSheets.table(folder, name == null ? "convergence" : name, form.isForMachines());
        PrintWriter out = spec.commandLine().getOut();
        if (!form.isForMachines()) {
            out.println(folder + ": "
                    + AssignmentFolder.outcome(folder)
                            .orElse("stopped; 'assign STUDY --from " + AssignmentStore.number(folder) + "' goes on"));
        }
        sheet.print(form, out);
        if (!form.isForMachines() && (name == null || name.equals("convergence"))) {
            AssignmentSheets.convergenceNotes(out);
        }
        return Exit.DONE;
    }

    private static void addIf(Set<Choice> used, boolean is, Choice one) {
        if (is) {
            used.add(one);
        }
    }
}
