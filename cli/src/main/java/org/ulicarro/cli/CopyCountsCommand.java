package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.study.Period;
import org.ulicarro.files.CopiedCounts;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.StudyEditor;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "copy-counts",
        mixinStandardHelpOptions = true,
        description = {
            "Makes turning counts of one period from those of another: the same, so much later or earlier, and grown. Writes"
                    + " counts/PERIOD.csv and names it in the demand; what would not check is refused."
        },
        footer = {"", "Example:  ulicarro copy-counts quayside --from pm --to am --growth -20"})
final class CopyCountsCommand implements Callable<Integer> {

    @Parameters(index = "0", paramLabel = "STUDY", description = "the folder with study.yaml")
    private Path folder;

    @Option(names = "--from", required = true, paramLabel = "PERIOD", description = "whose counts are copied")
    private String from;

    @Option(names = "--to", required = true, paramLabel = "PERIOD", description = "the one that gets them")
    private String to;

    @Option(
            names = "--growth",
            paramLabel = "PERCENT",
            defaultValue = "0",
            description = "so much more, or less with a minus (${DEFAULT-VALUE})")
    private double growth;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws StudyProblem, IOException {
        if (!(growth > -100 && growth <= 900)) {
            throw new ParameterException(spec.commandLine(), "--growth takes more than -100 and at most 900 percent");
        }
        LoadedStudy study = StudyFolder.read(folder, List.of());
        Period source = period(study, from);
        Period target = period(study, to);
        String name = "counts/" + to + ".csv";
        Path file = folder.resolve(name);
        if (Files.exists(file)) {
            throw new IOException(file + " is there already; move it away first");
        }
        PrintWriter out = spec.commandLine().getOut();
        int rows = CopiedCounts.write(study.inputs().counts(), source, target, 1 + growth / 100, file);
        if (rows == 0) {
            throw new ParameterException(spec.commandLine(), "nothing is counted in period '" + from + "'");
        }
        try {
            StudyEditor editor = StudyEditor.open(folder, null);
            editor.set("demand.volumes." + to, name);
            editor.check().compile(to).warnings().forEach(out::println);
            editor.save();
        } catch (StudyProblem problem) {
            Files.delete(file);
            Failures.print(problem, spec.commandLine().getErr());
            long errors = problem.messages().stream()
                    .filter(m -> m.severity() == Fault.Severity.ERROR)
                    .count();
            out.println(errors + (errors == 1 ? " error" : " errors") + " would follow; nothing was changed");
            return Exit.DOES_NOT_HOLD;
        }
        out.println("wrote " + file + ": " + rows + " counts of '" + from + "'");
        out.println("next: " + Main.me() + " show " + Main.typed(folder) + " volumes --period " + to);
        return Exit.DONE;
    }

    private Period period(LoadedStudy study, String name) {
        Period period = study.study().periods().get(name);
        if (period == null) {
            throw new ParameterException(
                    spec.commandLine(),
                    "there is no period '" + name + "'."
                            + Names.suggestion(name, study.study().periods().keySet()));
        }
        return period;
    }
}
