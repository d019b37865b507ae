package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.NetworkChanges;
import org.ulicarro.core.run.Model;
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
        name = "set",
        mixinStandardHelpOptions = true,
        description = {
            "Changes single values in the files of a study. Comments and layout stay; what would not check is refused, and",
            "nothing is written then. Says what was derived anew. The value is YAML; null takes the key away."
        },
        footer = {
            "",
            "Example:  ulicarro set quayside network.roads.quay-1.ahead.turns='[L, T, TR]'",
            "          ulicarro set quayside -a no-left network.places.market.movements.EBL.closed=true"
        })
final class SetCommand implements Callable<Integer> {

    /** Lines of what was derived anew that a person would read. */
    private static final int MOST_LINES = 30;

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
        return finish(editor);
    }

    private int finish(StudyEditor editor) throws IOException {
        PrintWriter out = spec.commandLine().getOut();
        Model before = modelBefore();
        try {
            LoadedStudy.Compiled compiled = editor.check().compile(null);
            if (before != null) {
                List<String> lines = new ArrayList<>(NetworkChanges.between(
                        before.network(), compiled.model().network()));
                lines.addAll(SignalChanges.between(before, compiled.model()));
                print(lines, out);
            }
            compiled.warnings().forEach(out::println);
        } catch (StudyProblem problem) {
            Failures.print(problem, spec.commandLine().getErr());
            long errors = problem.messages().stream()
                    .filter(m -> m.severity() == Fault.Severity.ERROR)
                    .count();
            out.println(errors + (errors == 1 ? " error" : " errors") + " would follow; nothing was changed");
            return Exit.DOES_NOT_HOLD;
        }
        if (dryRun) {
            out.println("nothing was written (--dry-run)");
        } else {
            editor.save();
        }
        return Exit.DONE;
    }

    private static void print(List<String> lines, PrintWriter out) {
        out.println(lines.isEmpty() ? "nothing had to be derived anew" : "derived anew:");
        lines.stream().limit(MOST_LINES).forEach(line -> out.println("  " + line));
        if (lines.size() > MOST_LINES) {
            out.println("  … and " + (lines.size() - MOST_LINES) + " more");
        }
    }

    /** The model as it was, or null when the study did not hold. */
    private Model modelBefore() {
        try {
            boolean exists =
                    alternative != null && StudyFolder.alternatives(folder).contains(alternative);
            return StudyFolder.read(folder, exists ? List.of(alternative) : List.of())
                    .compile(null)
                    .model();
        } catch (StudyProblem problem) {
            return null;
        }
    }
}
