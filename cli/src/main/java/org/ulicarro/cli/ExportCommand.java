package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import org.ulicarro.files.RunFolder;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "export",
        mixinStandardHelpOptions = true,
        description =
                "Writes all tables of a run, replication by replication, as CSV files for notebooks and spreadsheets: SI units in the"
                        + " headings, times in seconds since midnight. The same tables stand in results.sqlite of the run.",
        footer = {"", "Example:  ulicarro export quayside --csv tables"})
final class ExportCommand implements Callable<Integer> {

    @Parameters(paramLabel = "RUN", description = "the run")
    private String run;

    @Option(names = "--csv", required = true, paramLabel = "DIR", description = "the folder to write them to")
    private Path folder;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException {
        List<Path> files = RunFolder.export(RunArgument.find(run), folder);
        spec.commandLine().getOut().println("wrote " + files.size() + " tables to " + folder);
        return Exit.DONE;
    }
}
