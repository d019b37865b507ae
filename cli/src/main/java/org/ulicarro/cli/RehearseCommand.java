package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.run.Change;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.signal.Rehearsal;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.Day;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.SignalPlan;
import org.ulicarro.files.CallsFile;
import org.ulicarro.files.EventFile;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.Message;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.report.DrawingFile;
import org.ulicarro.report.RehearsalDrawing;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

@Command(
        name = "rehearse",
        mixinStandardHelpOptions = true,
        description =
                "Runs the controller of one place alone, without traffic: what each group shows, when, and why it changed.",
        footer = {
            "",
            "CALLS is a CSV table at,who,seconds: 16:31:05,2,3 puts somebody on the detectors of phase 2 for three seconds,",
            "16:32:00,2-people,1 presses its button; a detector's own id does as well. Or random:300 for 300 vehicles an hour",
            "at each detector, which queue and go on green, and a tenth of that at each button. A table time,code,parameter of",
            "high-resolution events that a controller recorded is read as well: its detectors (81, 82) and buttons (90) call.",
            "",
            "Example:  ulicarro rehearse quayside -a actuated --place market --calls random:300 -o rehearsal.svg"
        })
final class RehearseCommand implements Callable<Integer> {

    private static final int WIDTH = 1280;
    private static final double USUAL_LENGTH = 600; // s

    /** The longest that can be asked for (s): a week. */
    private static final double LONGEST = 7 * 86_400;

    @Mixin
    private StudyArguments study;

    @Mixin
    private OneAlternative alternative;

    @Option(names = "--place", required = true, paramLabel = "PLACE", description = "whose controller")
    private String place;

    @Option(names = "--from", paramLabel = "TIME", description = "when it starts; with the period unless given")
    private String from;

    @Option(
            names = "--day",
            paramLabel = "DAY",
            description = "on which day, such as fri or 2027-05-04; the period's unless given")
    private String day;

    @Option(
            names = "--to",
            paramLabel = "TIME",
            description = "when it ends, 30:00 for six the next morning; ten minutes later unless given")
    private String to;

    @Option(
            names = "--calls",
            paramLabel = "CALLS",
            description = "a table of calls, or random:RATE; none unless given")
    private String calls;

    @Option(
            names = "--by",
            paramLabel = "TIME",
            description = "a row for each moment instead, such as 1s, with what every group shows")
    private String by;

    @Option(
            names = {"-o", "--output"},
            paramLabel = "FILE",
            description = "also draw it, as .svg or .png")
    private Path output;

    @Option(
            names = "--events",
            paramLabel = "FILE",
            description = "also write every event as CSV, in the open enumeration of high-resolution controller events")
    private Path events;

    @Mixin
    private OutputForm form;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws StudyProblem, IOException {
        if (output != null && !DrawingFile.canWrite(output)) {
            throw new ParameterException(
                    spec.commandLine(), "'" + output + "' ends in neither .svg nor .png, which is what can be drawn");
        }
        LoadedStudy loaded = study.read(alternative.name);
        Model model = onDay(loaded.compile(study.period).model());
        SignalController controller = model.study().signals().get(place);
        if (controller == null) {
            throw new ParameterException(
                    spec.commandLine(),
                    "there is no signal at '" + place + "'."
                            + Names.suggestion(place, model.study().signals().keySet()));
        }
        double start = from == null ? model.period().from() : time(from, "--from");
        double end = to == null ? start + USUAL_LENGTH : time(to, "--to");
        if (!(end > start) || end - start > LONGEST) {
            throw new ParameterException(spec.commandLine(), "--to must come after --from, within a week");
        }
        Rehearsal rehearsal = run(model, Clock.ticks(start), Clock.ticks(end));
        print(model, rehearsal, Clock.ticks(start), Clock.ticks(end));
        if (events != null) {
            EventFile.write(events, rehearsal.events());
            told("wrote " + events);
        }
        if (output != null) {
            draw(model, controller, rehearsal, Clock.ticks(start), Clock.ticks(end));
        }
        return Exit.DONE;
    }

    /** The same on the day that is asked for. */
    private Model onDay(Model model) throws StudyProblem {
        if (day == null) {
            return model;
        }
        try {
            Day on = Day.parse(day);
            if (!on.exists()) {
                throw new IllegalArgumentException(day);
            }
            return model.with(Change.at("periods." + model.periodId() + ".day", on))
                    .get();
        } catch (IllegalArgumentException e) {
            throw new ParameterException(
                    spec.commandLine(), "--day takes a day such as fri or 2027-05-04, not '" + day + "'");
        }
    }

    private double time(String text, String option) {
        if (!text.matches("\\d{1,3}:\\d{2}(:\\d{2})?")) {
            throw new ParameterException(
                    spec.commandLine(), option + " takes a time of day such as 16:30, not '" + text + "'");
        }
        String[] parts = text.split(":");
        return Integer.parseInt(parts[0]) * 3600
                + Integer.parseInt(parts[1]) * 60
                + (parts.length > 2 ? Integer.parseInt(parts[2]) : 0);
    }

    private Rehearsal run(Model model, int start, int end) throws StudyProblem, IOException {
        if (calls != null && calls.startsWith("random:")) {
            double rate = rate(calls.substring("random:".length()));
            return Rehearsal.random(
                    model.signals(), place, start, end, rate, model.study().seed());
        }
        List<Message> faults = new ArrayList<>();
        List<Rehearsal.Call> typed = List.of();
        if (calls != null) {
            Path file = Path.of(calls);
            if (!Files.exists(file)) {
                throw new IOException(calls + ": there is no such file; write random:300 for random calls");
            }
            typed = CallsFile.read(file, model.signals(), place, faults);
        }
        if (!faults.isEmpty()) {
            throw new StudyProblem(faults);
        }
        return Rehearsal.of(model.signals(), place, start, end, typed);
    }

    private double rate(String text) {
        try {
            double rate = Double.parseDouble(text);
            if (rate >= 0 && rate <= 4000) {
                return rate;
            }
        } catch (NumberFormatException e) {
            // said below
        }
        throw new ParameterException(
                spec.commandLine(),
                "--calls random:RATE takes vehicles an hour at each detector, 0 to 4000, not '" + text + "'");
    }

    private void print(Model model, Rehearsal rehearsal, int start, int end) throws IOException {
        PrintWriter out = spec.commandLine().getOut();
        if (by == null) {
            RehearsalSheets.changes(model, rehearsal, !form.isForMachines()).print(form, out);
            return;
        }
        boolean letters = !form.isForMachines();
        RehearsalSheets.moments(model, rehearsal, place, start, end, every(), letters)
                .print(form, out);
        if (letters) {
            out.println();
            out.println(RehearsalSheets.LETTERS);
        }
    }

    private int every() {
        try {
            int ticks = Clock.ticks(Quantity.parse(by.strip(), Dimension.TIME).mean());
            if (ticks >= 1) {
                return ticks;
            }
        } catch (Quantity.Unreadable e) {
            // said below
        }
        throw new ParameterException(
                spec.commandLine(), "--by takes a time of at least 0.1 s, such as 1s, not '" + by + "'");
    }

    private void draw(Model model, SignalController controller, Rehearsal rehearsal, int start, int end)
            throws IOException {
        SignalPlan<?> plan = controller.whole(
                controller.plans().size() == 1
                        ? controller.plans().keySet().iterator().next()
                        : model.periodId());
        boolean free = plan instanceof ActuatedControl.Plan phases && Boolean.TRUE.equals(phases.free());
        int cycle = plan == null || free || plan.cycle() == null ? 0 : Clock.ticks(plan.cycle());
        int offset = plan == null || free || plan.offset() == null ? 0 : Clock.ticks(plan.offset());
        String subject = "the controller of '" + place + "' alone"
                + (calls == null ? ", without calls" : ", calls: " + calls)
                + (cycle == 0 ? "" : "; dashed: the cycle of " + cycle / 10 + " s");
        RehearsalDrawing drawing = new RehearsalDrawing(
                model, rehearsal, place, model.study().title(), subject, start, end, cycle, offset);
        int height = drawing.height();
        DrawingFile.write(output, WIDTH, height, g -> drawing.draw(g, WIDTH, height));
        told("wrote " + output);
    }

    private void told(String what) {
        if (!form.isForMachines()) {
            spec.commandLine().getOut().println();
            spec.commandLine().getOut().println(what);
        }
    }
}
