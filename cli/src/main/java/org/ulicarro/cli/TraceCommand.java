package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.List;
import java.util.OptionalDouble;
import java.util.concurrent.Callable;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.run.Itinerary;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Passages;
import org.ulicarro.core.run.Replication;
import org.ulicarro.files.DayTimes;
import org.ulicarro.files.RunFolder;
import org.ulicarro.files.RunRecord;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.report.DrawingFile;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "trace",
        mixinStandardHelpOptions = true,
        description =
                "Follows one vehicle of a run: when it was where, what it waited for, what it lost. With --why it says what"
                        + " bounded its acceleration at a moment, and why it changed or could not change lanes. Or tells who used"
                        + " a link, how traffic turned at a place, how long it took between two places, in any window. A"
                        + " replication is driven again for that, so nothing need have been recorded.",
        footer = {
            "",
            "Example:  ulicarro trace quayside --vehicle 1200",
            "          ulicarro trace quayside --vehicle 1200 --why 16:52:10",
            "          ulicarro trace quayside --link 'quay-4 ahead' --from 16:45 --to 17:00 --bin 5min",
            "          ulicarro trace quayside --turns market --from 16:45 --to 17:00",
            "          ulicarro trace quayside --between customs,mole"
        })
final class TraceCommand implements Callable<Integer> {

    @Parameters(paramLabel = "RUN", description = "a run's folder, or a study's for its last run, or last, or a number")
    private String run;

    /** What is asked: one of these. */
    private static final class Question {

        @Option(
                names = "--vehicle",
                paramLabel = "N",
                description =
                        "its number, as the replay page shows it: the place in the order of all who wanted to travel")
        private Integer vehicle;

        @Option(
                names = "--link",
                paramLabel = "LINK",
                description = "who used this direction of a road: 'quay-4 ahead'")
        private String link;

        @Option(names = "--turns", paramLabel = "PLACE", description = "how traffic turned at this place")
        private String turns;

        @Option(
                names = "--between",
                paramLabel = "A,B",
                split = ",",
                description = "how long whoever passed both places took from the one to the other")
        private List<String> between;
    }

    @ArgGroup(exclusive = true, multiplicity = "1")
    private Question question;

    @Option(names = "--from", paramLabel = "TIME", description = "begin of the window; of the period unless given")
    private String from;

    @Option(names = "--to", paramLabel = "TIME", description = "end of the window; of the period unless given")
    private String to;

    @Option(names = "--bin", paramLabel = "T", description = "with --link: count in intervals of, such as 5min (15min)")
    private String bin;

    @Option(names = "--each", description = "with --link: a row for each vehicle, its number, type and way")
    private boolean each;

    @Option(
            names = {"-o", "--output"},
            paramLabel = "FILE",
            description = "with --link: draw its volumes by interval as well, .svg or .png")
    private Path output;

    @Mixin
    private OutputForm form;

    @Option(
            names = {"-r", "--replication"},
            paramLabel = "K",
            description = "which replication; 1 unless given")
    private int replication = 1;

    @Option(names = "--why", paramLabel = "TIME", description = "explain how it drove at this moment, such as 16:52:10")
    private String why;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException, StudyProblem {
        OptionalDouble moment = why == null ? OptionalDouble.empty() : DayTimes.parse(why);
        if (why != null && moment.isEmpty()) {
            throw new ParameterException(spec.commandLine(), "'" + why + "' is no time of day; write it like 16:52:10");
        }
        if (question.vehicle == null && why != null) {
            throw new ParameterException(spec.commandLine(), "--why goes with --vehicle");
        }
        if (each && question.link == null) {
            throw new ParameterException(spec.commandLine(), "--each goes with --link");
        }
        if (bin != null && question.link == null) {
            throw new ParameterException(spec.commandLine(), "--bin goes with --link");
        }
        if (output != null && (question.link == null || !DrawingFile.canWrite(output))) {
            throw new ParameterException(
                    spec.commandLine(), "-o goes with --link, and its name ends with .svg or .png: volumes.svg");
        }
        Path folder = RunArgument.find(run);
        RunRecord record = RunFolder.record(folder);
        if (replication < 1 || replication > record.replications()) {
            throw new IOException(
                    folder + ": there is no replication " + replication + "; the run has " + record.replications());
        }
        Model model = RunModel.of(folder);
        if (question.vehicle == null) {
            return passages(model);
        }
        int vehicle = question.vehicle;
        Replication again = new Replication(model, replication);
        int wanted = model.demand().departures(replication).size();
        if (vehicle < 0 || vehicle >= wanted) {
            throw new IOException("there is no vehicle " + vehicle + " in replication " + replication
                    + "; they are numbered 0 to " + (wanted - 1));
        }
        PrintWriter out = spec.commandLine().getOut();
        if (moment.isPresent()) {
            try (again) {
                WhyText text = new WhyText(model, again, vehicle);
                if (form.isForMachines()) {
                    form.print(text.rows(moment.getAsDouble()), out);
                } else {
                    text.print(moment.getAsDouble(), out);
                }
            }
        } else {
            Itinerary itinerary = new Itinerary(vehicle);
            again.observe(itinerary);
            again.result();
            if (form.isForMachines()) {
                form.print(ItineraryText.rows(model, replication, vehicle, itinerary.events()), out);
                return Exit.DONE;
            }
            ItineraryText.print(model, replication, vehicle, itinerary.events(), out);
            if (!itinerary.events().isEmpty()) {
                double at =
                        itinerary.events().get(itinerary.events().size() / 2).time();
                out.println();
                out.println("next: " + Main.me() + " trace " + Main.typed(folder) + " --vehicle " + vehicle + " --why "
                        + Clock.timeOfDay(StrictMath.floor(at)));
            }
        }
        return Exit.DONE;
    }

    private int passages(Model model) throws IOException {
        double begin = time(from, model.period().from());
        double end = time(to, model.period().to());
        if (!(begin < end)) {
            throw new ParameterException(spec.commandLine(), "the window ends before it begins");
        }
        Matcher length = Pattern.compile("([0-9]+)\\s*(s|min)").matcher(bin == null ? "15min" : bin);
        if (!length.matches() || Integer.parseInt(length.group(1)) < 1) {
            throw new ParameterException(
                    spec.commandLine(), "--bin takes a time such as 5min or 30s, not '" + bin + "'");
        }
        double seconds = Integer.parseInt(length.group(1)) * (length.group(2).equals("s") ? 1.0 : 60.0);
        if (question.between != null && question.between.size() != 2) {
            throw new ParameterException(spec.commandLine(), "--between takes two places, such as customs,mole");
        }
        Replication again = new Replication(model, replication);
        Passages passages = new Passages(model.network());
        again.observe(passages);
        again.result();
        PassageSheets sheets = new PassageSheets(
                model,
                passages,
                v -> again.view().departures().kind(v).id(),
                begin,
                end,
                form,
                spec.commandLine().getOut());
        if (question.link != null) {
            sheets.link(question.link, seconds, output, each, bin != null);
        } else if (question.turns != null) {
            sheets.turns(question.turns);
        } else {
            sheets.between(question.between.get(0), question.between.get(1));
        }
        return Exit.DONE;
    }

    private double time(String text, double otherwise) {
        if (text == null) {
            return otherwise;
        }
        return DayTimes.parse(text)
                .orElseThrow(() ->
                        new ParameterException(spec.commandLine(), "'" + text + "' is no time of day such as 16:45"));
    }
}
