package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.search.Calibration;
import org.ulicarro.core.search.Calibration.Outcome;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.StudyEditor;
import org.ulicarro.files.StudyProblem;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

@Command(
        name = "calibrate",
        mixinStandardHelpOptions = true,
        description =
                "Runs the study with one time gap after the other until the queues of movements discharge with the saturation flows"
                        + " that were measured, 'saturation: {NBT: 1720 pcu/h}' at their place. Reactions at the start go along with"
                        + " the time gaps; other figures of the drivers stay.",
        footer = {"", "Example:  ulicarro calibrate quayside -n 5 --write measured-queues"})
final class CalibrateCommand implements Callable<Integer> {

    private static final int WIDTH = 100;

    @Mixin
    private StudyArguments study;

    @Mixin
    private OneAlternative alternative;

    @Option(
            names = {"-n", "--replications"},
            paramLabel = "N",
            defaultValue = "5",
            description = "replications for each trial (${DEFAULT-VALUE})")
    private int replications;

    @Option(
            names = "--within",
            paramLabel = "PERCENT",
            defaultValue = "2",
            description = "a target counts as met that near, in percent (${DEFAULT-VALUE})")
    private double within;

    @Option(
            names = "--trials",
            paramLabel = "N",
            defaultValue = "8",
            description = "give up after so many trials (${DEFAULT-VALUE})")
    private int trials;

    @Option(
            names = "--write",
            paramLabel = "ALT",
            description = "write the time gaps into this alternative, which is made if need be")
    private String write;

    @Option(
            names = "--resume",
            paramLabel = "SEARCH",
            description = "go on with a search that was stopped, by its number; what it was asked stands")
    private String resume;

    @Mixin
    private OutputForm form;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws StudyProblem, IOException, InterruptedException {
        check(replications >= 1 && replications <= 1000, "--replications takes 1 to 1000");
        check(trials >= 1 && trials <= 100, "--trials takes 1 to 100");
        check(within >= 0.1 && within <= 20, "--within takes 0.1 to 20 percent");
        check(
                write == null || write.matches("[A-Za-z0-9_-]+"),
                "the name of an alternative may hold letters, digits, '-' and '_' only");
        Searching searching = resume == null
                ? Searching.begin(
                        "calibrate", study, alternative.name, replications, asked(), this::refuseWithoutTarget)
                : Searching.goOn("calibrate", study.folder, resume);
        LoadedStudy loaded = searching.study();
        within = Double.parseDouble(searching.request().asked().get("within"));
        trials = Integer.parseInt(searching.request().asked().get("trials"));
        List<Outcome> outcomes;
        try (searching) {
            Calibration calibration = new Calibration(searching.model(), within / 100);
            outcomes = searching.run(
                    Calibration.instruments(), spec.commandLine().getErr(), tries -> calibration.search(trials, tries));
            long met = outcomes.stream().filter(Outcome::met).count();
            searching.end(met + " of " + outcomes.size() + " targets met");
        }
        PrintWriter out = spec.commandLine().getOut();
        sheet(outcomes).print(form, out);
        if (!form.isForMachines()) {
            explain(outcomes, out);
        }
        if (write != null) {
            write(loaded, outcomes, out);
        }
        if (!form.isForMachines()) {
            out.println("kept " + searching.folder() + ": 'results " + searching.shortName() + "' lists its trials");
        }
        return outcomes.stream().allMatch(o -> o.met() && isSure(o)) ? Exit.DONE : Exit.DOES_NOT_HOLD;
    }

    private void check(boolean holds, String otherwise) {
        if (!holds) {
            throw new ParameterException(spec.commandLine(), otherwise);
        }
    }

    private Map<String, String> asked() {
        Map<String, String> asked = new LinkedHashMap<>();
        asked.put("within", String.valueOf(within));
        asked.put("trials", String.valueOf(trials));
        return asked;
    }

    private void refuseWithoutTarget(Model model) {
        check(
                !new Calibration(model, within / 100).targets().isEmpty(),
                "no place says a measured saturation flow; write one there, such as saturation: {NBT: 1720 pcu/h}");
    }

    private Sheet sheet(List<Outcome> outcomes) {
        Sheet sheet = new Sheet()
                .words("place", "place")
                .words("movement", "movement")
                .numbers("lanes", "lanes", 0)
                .numbers("target_pcu_per_h", "target pcu/h", 0)
                .numbers("before_pcu_per_h", "before", 0)
                .numbers("reached_pcu_per_h", "reached", 0)
                .numbers("reached_half_width_pcu_per_h", "±", 0)
                .numbers("time_gap", "time gap %", 1, 100)
                .words("met", "met");
        for (Outcome o : outcomes) {
            sheet.add(
                    o.target().place(),
                    o.target().movement().name(),
                    (double) o.target().lanes(),
                    o.target().flow(),
                    o.before().mean(),
                    o.reached().mean(),
                    half(o),
                    o.share(),
                    !o.met() ? "no" : isSure(o) ? "yes" : "not sure");
        }
        return sheet;
    }

    /** Whether what was reached is known well enough to say that it meets the target. */
    private boolean isSure(Outcome o) {
        return half(o) <= 2 * within / 100 * o.target().flow();
    }

    private void explain(List<Outcome> outcomes, PrintWriter out) {
        for (Outcome o : outcomes) {
            String name = o.target().place() + " " + o.target().movement().name();
            if (o.isUnknown()) {
                say(
                        out,
                        name + ": too few vehicles leave standing queues to tell a saturation flow (30 in a"
                                + " replication); raise the demand for this, such as 'demand: {growth: 40 %}' in an"
                                + " alternative, or take a longer period");
            } else if (!o.met() && o.reached().mean() < o.target().flow()) {
                say(
                        out,
                        name
                                + ": shorter time gaps do not make it quicker than that; something else holds its queue up:"
                                + " people on a crossing, a full bay beside it, a turn in its lane, a queue beyond, its radius or grade"
                                + " ('results RUN why' and 'results RUN lanes' tell)");
            } else if (!o.met()) {
                say(out, name + ": not met yet; more --trials or replications may help");
            } else if (!isSure(o)) {
                say(out, name + ": met on the mean, but known less exactly than asked for; take more replications");
            }
        }
        if (write == null && outcomes.stream().anyMatch(Outcome::met)) {
            out.println("next: --write ALT keeps the time gaps as an alternative of the study");
        }
    }

    private static double half(Outcome o) {
        return (o.reached().hi() - o.reached().lo()) / 2;
    }

    private static void say(PrintWriter out, String text) {
        Wrapped.lines(List.of(text.split(" ")), WIDTH).forEach(out::println);
    }

    private void write(LoadedStudy loaded, List<Outcome> outcomes, PrintWriter out) throws IOException, StudyProblem {
        StudyEditor editor = StudyEditor.open(loaded.folder(), write);
        String file = null;
        for (Outcome o : outcomes) {
            if (o.met()) {
                file = editor.set(
                        "network.places.\"" + o.target().place() + "\".movements.\""
                                + o.target().key() + "\".time-gap",
                        String.format(Locale.ROOT, "%.1f %%", 100 * o.share()));
            }
        }
        if (file == null) {
            say(out, "nothing was written, since no target was met");
            return;
        }
        editor.check();
        editor.save();
        if (!form.isForMachines()) {
            out.println("wrote " + loaded.folder().resolve(file) + " (what was met)");
            boolean base = loaded.alternative().equals("base");
            out.println("next: " + Main.me() + " run " + Main.typed(loaded.folder()) + " -a "
                    + (base ? "" : loaded.alternative() + "+") + write);
        }
    }
}
