package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.run.Model;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.Message;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

@Command(
        name = "check",
        mixinStandardHelpOptions = true,
        description =
                "Reads a study and lists every error and warning of all its files at once, each with its place in the"
                        + " file. Exit code 0 means that it can run.",
        footer = {"", "Example:  ulicarro check quayside -a pier-green"})
final class CheckCommand implements Callable<Integer> {

    @Mixin
    private StudyArguments study;

    @Mixin
    private OneAlternative alternative;

    @Mixin
    private OutputForm form;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws StudyProblem, IOException {
        PrintWriter out = spec.commandLine().getOut();
        if (!Files.exists(study.folder.resolve(StudyFolder.MAIN_FILE))) {
            study.read(null); // says why there is nothing to check
        }
        try {
            LoadedStudy loaded = study.read(alternative.name);
            LoadedStudy.Compiled compiled = loaded.compile(study.period);
            print(compiled.warnings(), out);
            if (!form.isForMachines()) {
                out.println(canRun(loaded, compiled.model()));
            }
            return Exit.DONE;
        } catch (StudyProblem problem) {
            print(problem.messages(), out);
            if (!form.isForMachines()) {
                long errors = problem.messages().stream()
                        .filter(m -> m.severity() == Fault.Severity.ERROR)
                        .count();
                out.println(errors + (errors == 1 ? " error" : " errors") + "; the study cannot run");
            }
            return Exit.DOES_NOT_HOLD;
        }
    }

    private void print(List<Message> messages, PrintWriter out) throws IOException {
        if (!form.isForMachines()) {
            for (Message message : messages) {
                out.println(message);
                ScriptLine.print(study.folder, message, out);
            }
            return;
        }
        Rows rows = new Rows();
        for (Message m : messages) {
            rows.add()
                    .put("severity", m.severity().name().toLowerCase(Locale.ROOT))
                    .put("file", m.spot().file())
                    .put("line", m.spot().line())
                    .put("column", m.spot().column())
                    .put("message", m.text());
        }
        form.print(rows, out);
    }

    private static String canRun(LoadedStudy loaded, Model model) {
        double counted = model.demand().hourlyEntering();
        int travel = counted > 0 ? 0 : model.demand().departures(1).size();
        return String.format(
                Locale.ROOT,
                "%s (%s, period %s) can run: %d places, %d roads, %d lanes, %d movements, %d signal groups; %s.",
                loaded.folder().getFileName() == null
                        ? loaded.folder()
                        : loaded.folder().getFileName(),
                loaded.alternative(),
                model.periodId(),
                model.network().junctions().size(),
                model.study().network().roads().size(),
                model.network().links().stream()
                        .filter(link -> !link.ring())
                        .mapToInt(Link::lanes)
                        .sum(),
                model.network().movements().stream().filter(m -> !m.isInner()).count(),
                model.signals().groups().size(),
                travel > 0
                        ? travel + " vehicles travel, with warm-up and drain time"
                        : String.format(Locale.ROOT, "%.0f veh/h counted where they come in", counted));
    }
}
