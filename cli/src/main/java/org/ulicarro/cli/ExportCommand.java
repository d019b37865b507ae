package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import org.ulicarro.files.RunFolder;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "export",
        mixinStandardHelpOptions = true,
        description =
                "Writes all tables of a run, replication by replication, as CSV or Parquet files for notebooks and spreadsheets: SI"
                        + " units in the headings, times in seconds since midnight. The same tables stand in results.sqlite of the run.",
        footer = {"", "Example:  ulicarro export quayside --csv tables"})
final class ExportCommand implements Callable<Integer> {

    @Parameters(paramLabel = "RUN", description = "the run")
    private String run;

    @ArgGroup(multiplicity = "1", exclusive = true)
    private Form form;

    static final class Form {
        @Option(names = "--csv", paramLabel = "DIR", description = "the folder to write CSV files to")
        private Path csv;

        @Option(names = "--parquet", paramLabel = "DIR", description = "the folder to write Apache Parquet files to")
        private Path parquet;
    }

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException {
        Path folder = form.csv == null ? form.parquet : form.csv;
        Path of = RunArgument.find(run);
        List<Path> files = form.csv == null ? RunFolder.exportParquet(of, folder) : RunFolder.exportCsv(of, folder);
        spec.commandLine().getOut().println("wrote " + files.size() + " tables to " + folder);
        return Exit.DONE;
    }
}
