package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.files.timing.TimingImport;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "timing",
        mixinStandardHelpOptions = true,
        description =
                "Reads a timing sheet, a CSV table place,object,index,value with the object names of NTCIP 1202, for actuated controllers"
                        + " that a study has, and prints it or writes it as an alternative. 'export STUDY --timing FILE' writes one.",
        footer = {"", "Example:  ulicarro import timing quayside sheet.csv -a actuated --write new-times"})
final class ImportTimingCommand implements Callable<Integer> {

    @Parameters(index = "0", paramLabel = "STUDY", description = "the folder with study.yaml")
    private Path folder;

    @Parameters(index = "1", paramLabel = "SHEET", description = "the table")
    private Path sheet;

    @Option(
            names = {"-a", "--alternative"},
            paramLabel = "ALT",
            description = "the alternative whose controllers it is for; the base unless given")
    private String alternative;

    @Option(
            names = "--write",
            paramLabel = "ALT",
            description = "write it to STUDY/alternatives/ALT.yaml, which must not exist; printed unless given")
    private String write;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws StudyProblem, IOException {
        NewAlternative.check(write, spec);
        NewAlternative target = write == null ? null : new NewAlternative(folder, alternative, write);
        List<String> under = alternative == null ? List.of() : List.of(alternative.split("\\+", -1));
        String text = TimingImport.read(
                sheet,
                StudyFolder.read(folder, under).study(),
                spec.commandLine().getErr()::println);
        if (target == null) {
            spec.commandLine().getOut().print(text);
            return Exit.DONE;
        }
        target.write(text).forEach(spec.commandLine().getErr()::println);
        spec.commandLine().getOut().println("wrote " + target.file());
        spec.commandLine()
                .getOut()
                .println("next:  " + Main.me() + " run " + Main.typed(folder) + " -a " + target.stacked());
        return Exit.DONE;
    }
}
