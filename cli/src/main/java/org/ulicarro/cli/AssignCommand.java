package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import org.ulicarro.core.assign.Assignment;
import org.ulicarro.core.assign.Assignment.Fit;
import org.ulicarro.core.assign.Assignment.Start;
import org.ulicarro.core.assign.Assignment.State;
import org.ulicarro.core.assign.Assignment.Task;
import org.ulicarro.core.assign.NobodyChooses;
import org.ulicarro.core.demand.MovementCounts;
import org.ulicarro.core.run.Model;
import org.ulicarro.files.AssignmentFolder;
import org.ulicarro.files.AssignmentStore;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.SearchRequest;
import org.ulicarro.files.StudyProblem;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

@Command(
        name = "assign",
        mixinStandardHelpOptions = true,
        description =
                "Repeats a period until drivers no longer gain by changing their way. It concerns all whose demand says only where they begin"
                        + " and end: trips, entries with one place in 'via', estimated flows. Ways and shares are kept in STUDY/assignments"
                        + " after each iteration; 'run STUDY --assignment N' drives them.",
        footer = {
            "",
            "How drivers choose, and when it is enough, stands in the study under demand: choice.",
            "Example:  ulicarro assign lane -n 4"
        })
final class AssignCommand implements Callable<Integer> {

    @Mixin
    private StudyArguments study;

    @Mixin
    private OneAlternative alternative;

    @Option(
            names = {"-n", "--replications"},
            paramLabel = "N",
            defaultValue = "2",
            description = "replications in each iteration (${DEFAULT-VALUE}): more say better what roads take")
    private int replications;

    @Option(
            names = "--iterations",
            paramLabel = "N",
            defaultValue = "30",
            description = "give up after so many (${DEFAULT-VALUE})")
    private int iterations;

    @Option(
            names = "--from",
            paramLabel = "N",
            description =
                    "go on from an assignment of this study, by its number or 'last': one that was stopped, or of a network that has changed")
    private String from;

    @Option(
            names = "--fit",
            paramLabel = "ALT",
            description =
                    "scale demand between ends so that ways meet the counts of this alternative ('base' for those of the study itself)")
    private String fit;

    @Option(
            names = "--bound",
            paramLabel = "F",
            defaultValue = "2",
            description = "with --fit: demand is multiplied or divided by so much at most (${DEFAULT-VALUE})")
    private double bound;

    @Mixin
    private OutputForm form;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws StudyProblem, IOException, InterruptedException {
        check(replications >= 1 && replications <= 100, "--replications takes 1 to 100");
        check(bound > 1 && bound <= 10, "--bound takes a number above 1 up to 10");
        check(iterations >= 1 && iterations <= 1000, "--iterations takes 1 to 1000");
        LoadedStudy loaded = study.read(alternative.name);
        LoadedStudy.Compiled compiled = loaded.compile(study.period);
        PrintWriter err = spec.commandLine().getErr();
        compiled.warnings().forEach(err::println);
        Model model = compiled.model();
        AssignmentStore store = new AssignmentStore(loaded.folder());
        Path before = from == null ? null : store.find(from);
        Start start = before == null ? Start.NEW : AssignWork.start(before, model);
        Assignment assignment = assignment(model, start);
        SearchRequest request = new SearchRequest(
                Main.version(),
                "assign",
                loaded.alternative(),
                model.periodId(),
                model.inputs().digest(),
                model.study().seed(),
                replications,
                asked(before),
                Instant.now().truncatedTo(ChronoUnit.SECONDS).toString());
        PrintWriter out = spec.commandLine().getOut();
        AssignWork work = new AssignWork(err, form.isForMachines() ? null : out, replications);
        Path folder = store.begin(model.periodId());
        State last;
        try (AssignmentFolder kept = AssignmentFolder.begin(folder, request)) {
            if (!form.isForMachines()) {
                heading(out, assignment, before);
            }
            last = work.run(assignment, kept, before == null);
            kept.end(outcome(last));
        }
        if (form.isForMachines()) {
            AssignmentSheets.convergence(folder).print(form, out);
        } else {
            end(out, loaded, folder, last, model);
        }
        return last.settled() ? Exit.DONE : Exit.DOES_NOT_HOLD;
    }

    private void check(boolean holds, String otherwise) {
        if (!holds) {
            throw new ParameterException(spec.commandLine(), otherwise);
        }
    }

    private Assignment assignment(Model model, Start start) throws IOException, StudyProblem {
        try {
            return new Assignment(model, new Task(iterations, replications, counts(model)), start);
        } catch (NobodyChooses e) {
            throw new IOException(study.folder + ": " + e.getMessage());
        }
    }

    private Fit counts(Model model) throws IOException, StudyProblem {
        if (fit == null) {
            return null;
        }
        MovementCounts counts = study.read(fit).counts(model.network(), model.period());
        if (model.network().movements().stream().noneMatch(counts::isCounted)) {
            throw new IOException(
                    study.folder + ", '" + fit
                            + "' has no counts of this period; write demand: {trips: null, volumes: {pm: counts/pm.csv}} in it");
        }
        return new Fit(counts, bound);
    }

    private Map<String, String> asked(Path before) {
        Map<String, String> asked = new LinkedHashMap<>();
        asked.put("iterations", String.valueOf(iterations));
        if (fit != null) {
            asked.put("fit", fit);
            asked.put("bound", String.valueOf(bound));
        }
        if (before != null) {
            asked.put("from", before.getFileName().toString());
        }
        return asked;
    }

    private static String outcome(State last) {
        return String.format(
                Locale.ROOT,
                "%s after %d iterations, gap %.1f %%",
                last.settled() ? "settled" : "not settled",
                last.number(),
                100 * last.iteration().gap());
    }

    private static void heading(PrintWriter out, Assignment assignment, Path before) {
        out.printf(
                Locale.ROOT,
                "%.0f of %.0f vehicles choose their way, between %d pairs of ends%n",
                assignment.choosing(),
                assignment.travelling(),
                assignment.pairs());
        if (before != null) {
            out.println("goes on from " + before
                    + (assignment.dropped() > 0
                            ? "; " + assignment.dropped()
                                    + " of its ways are gone from this network, the others are used"
                            : ""));
        }
        out.flush();
    }

    private void end(PrintWriter out, LoadedStudy loaded, Path folder, State last, Model model) {
        out.println();
        if (last.settled()) {
            out.printf(
                    Locale.ROOT,
                    "settled: %d iterations in a row within the limits; all drivers together could still save %.1f %%%n",
                    last.iteration().inARow(),
                    100 * last.iteration().gap());
            AssignmentReasons.room(last.iteration()).forEach(out::println);
        } else {
            AssignmentReasons.of(last, model.study().demand().choice().until()).forEach(out::println);
        }
        if (fit != null) {
            AssignmentSheets.fitted(last, out);
        }
        String number = String.valueOf(AssignmentStore.number(folder));
        String typed = Main.typed(loaded.folder());
        boolean base = loaded.alternative().equals("base");
        out.println("kept: " + folder);
        out.println("next: " + Main.me() + " run " + typed + (base ? "" : " -a " + loaded.alternative())
                + " --assignment " + number + "    drives these ways");
        out.println(
                "      " + Main.me() + " draw " + typed + " --convergence -o convergence.png    (or --paths FROM,TO)");
        out.println("      " + Main.me() + " results " + typed + "/assignments/" + number
                + " paths    (also links, changes, convergence)");
        if (!last.settled()) {
            out.println("      " + Main.me() + " assign " + typed + (base ? "" : " -a " + loaded.alternative())
                    + " --from " + number + "    goes on");
        }
        out.flush();
    }
}
