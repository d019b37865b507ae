package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.concurrent.Callable;
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
                "Prints the movement table of a run: means over replications with their 95 %% interval; after each"
                        + " approach's movements the approach, after each place's approaches the place.",
        footer = {
            "",
            "RUN is the folder of a run, the folder of a study for its last run, or, inside a study's folder, 'last', a number",
            "or the beginning of a run's name.",
            "",
            "Example:  ulicarro results quayside --by 15min"
        })
final class ResultsCommand implements Callable<Integer> {

    @Parameters(paramLabel = "RUN", description = "the run")
    private String run;

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
        MovementTable table = new MovementTable(RunArgument.find(run));
        if (form.isForMachines()) {
            form.print(each ? table.eachRows(by != null) : table.rows(by != null), out);
        } else if (each) {
            table.printEach(out, by != null);
        } else {
            table.print(out, by != null);
        }
        return Exit.DONE;
    }
}
