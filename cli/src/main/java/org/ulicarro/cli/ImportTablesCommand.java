package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.files.gmns.GmnsImport;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "tables",
        mixinStandardHelpOptions = true,
        description =
                "Makes a study of the CSV tables of the General Modeling Network Specification (GMNS): nodes, links, lanes, segments,"
                        + " movements, signal controllers. 'export STUDY --gmns DIR' writes them.",
        footer = {"", "Example:  ulicarro import tables town tables-of-the-town"})
final class ImportTablesCommand implements Callable<Integer> {

    @Parameters(
            index = "0",
            paramLabel = "DIR",
            description = "the study to write: a folder that does not exist yet or is empty")
    private Path folder;

    @Parameters(index = "1", paramLabel = "TABLES", description = "the folder with node.csv, link.csv and others")
    private Path tables;

    @Option(names = "--drive-on", paramLabel = "SIDE", description = "right (default) or left")
    private String side;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException, StudyProblem {
        if (side != null && !side.equals("right") && !side.equals("left")) {
            throw new ParameterException(spec.commandLine(), "--drive-on takes right or left, not '" + side + "'");
        }
        if (!Files.isDirectory(tables)) {
            throw new IOException(tables + ": there is no such folder");
        }
        if (NewCommand.isInUse(folder)) {
            throw new IOException(folder + ": there is something already; give a folder that does not exist yet");
        }
        GmnsImport gmns = new GmnsImport(tables);
        List<String> files = gmns.write(folder, side);
        PrintWriter out = spec.commandLine().getOut();
        out.println("wrote " + folder + ": " + String.join(", ", files));
        gmns.notes().forEach(note -> out.println("note: " + note));
        try {
            StudyFolder.read(folder, List.of())
                    .compile(null)
                    .warnings()
                    .forEach(spec.commandLine().getErr()::println);
        } catch (StudyProblem problem) {
            problem.messages().forEach(spec.commandLine().getErr()::println);
            out.println("It does not run as it is; the messages say where, and 'check " + folder + "' says so again.");
            return Exit.DOES_NOT_HOLD;
        }
        out.println("next: " + Main.me() + " draw " + Main.typed(folder) + " -o plan.svg");
        return Exit.DONE;
    }
}
