package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
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
        name = "set",
        mixinStandardHelpOptions = true,
        description = {
            "Changes single values in the files of a study. Comments and layout stay; what adds an error is refused, and",
            "nothing is written then. Says what was derived anew. The value is YAML; null takes the key away."
        },
        footer = {
            "",
            "Example:  ulicarro set quayside network.roads.quay-1.ahead.turns='[L, T, TR]'",
            "          ulicarro set quayside -a no-left network.places.market.movements.EBL.closed=true"
        })
final class SetCommand implements Callable<Integer> {

    @Parameters(index = "0", paramLabel = "STUDY", description = "the folder with study.yaml")
    private Path folder;

    @Parameters(index = "1..*", arity = "1..*", paramLabel = "PATH=VALUE", description = "what to change")
    private List<String> changes;

    @Option(
            names = {"-a", "--alternative"},
            paramLabel = "ALT",
            description = "write into this alternative, which is made if need be, instead of the study itself")
    private String alternative;

    @Option(names = "--dry-run", description = "say what would change, and write nothing")
    private boolean dryRun;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws StudyProblem, IOException {
        if (!Files.exists(folder.resolve(StudyFolder.MAIN_FILE))) {
            StudyFolder.read(folder, List.of()); // says why
        }
        if (alternative != null && !alternative.matches("[A-Za-z0-9_-]+")) {
            throw new ParameterException(
                    spec.commandLine(), "the name of an alternative may hold letters, digits, '-' and '_' only");
        }
        StudyEditor editor = StudyEditor.open(folder, alternative);
        for (String change : changes) {
            int equals = change.indexOf('=');
            if (equals < 1) {
                throw new ParameterException(
                        spec.commandLine(),
                        "'" + change
                                + "' is no change; write path=value, such as network.roads.quay-1.speed='40 km/h'");
            }
            String file = editor.set(change.substring(0, equals), change.substring(equals + 1));
            spec.commandLine()
                    .getOut()
                    .println(file + ": " + change.substring(0, equals) + " = " + change.substring(equals + 1));
        }
        return new StudyChange(folder, alternative, spec).finish(editor, dryRun);
    }
}
