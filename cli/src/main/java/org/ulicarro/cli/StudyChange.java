package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.NetworkChanges;
import org.ulicarro.core.run.Model;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.Message;
import org.ulicarro.files.StudyEditor;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;
import picocli.CommandLine.Model.CommandSpec;

/** The end of each change of a study's files: what was derived anew is told, and what does not hold is not written. */
final class StudyChange {

    /** Lines of what was derived anew that a person would read. */
    private static final int MOST_LINES = 30;

    private final Path folder;
    private final String alternative;
    private final CommandSpec spec;
    private List<String> errorsBefore = List.of(); // who mends a study error by error leaves some, and adds none

    /** @param alternative that is written into; null for the study itself */
    StudyChange(Path folder, String alternative, CommandSpec spec) {
        this.folder = folder;
        this.alternative = alternative;
        this.spec = spec;
    }

    /** Tells what follows, and writes it unless something does not hold that did before; the exit code. */
    int finish(StudyEditor editor, boolean dryRun) throws IOException {
        PrintWriter out = spec.commandLine().getOut();
        Model before = modelBefore();
        try {
            LoadedStudy.Compiled compiled = editor.check().compile(null);
            if (before != null) {
                List<String> lines = new ArrayList<>(NetworkChanges.between(
                        before.network(),
                        compiled.model().network(),
                        compiled.model().study().units()));
                lines.addAll(SignalChanges.between(before, compiled.model()));
                print(lines, out);
            }
            compiled.warnings().forEach(out::println);
        } catch (StudyProblem problem) {
            Failures.print(problem, spec.commandLine().getErr());
            List<String> errors = errors(problem);
            String count = errors.size() + (errors.size() == 1 ? " error" : " errors");
            List<String> added = new ArrayList<>(errors);
            errorsBefore.forEach(added::remove);
            if (!added.isEmpty()) {
                out.println(count + " would follow; nothing was changed");
                return Exit.DOES_NOT_HOLD;
            }
            out.println(count + " left, there before");
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
            errorsBefore = errors(problem);
            return null;
        }
    }

    /** In words, wherever they stand: a change may move them. */
    private static List<String> errors(StudyProblem problem) {
        return problem.messages().stream()
                .filter(m -> m.severity() == Fault.Severity.ERROR)
                .map(Message::text)
                .toList();
    }
}
