package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.OptionalDouble;
import java.util.concurrent.Callable;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.run.Itinerary;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.files.DayTimes;
import org.ulicarro.files.RunFolder;
import org.ulicarro.files.RunRecord;
import org.ulicarro.files.StudyProblem;
import picocli.CommandLine.Command;
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
                        + " bounded its acceleration at a moment, and why it changed or could not change lanes. The run is driven"
                        + " again for that, so nothing need have been recorded.",
        footer = {
            "",
            "Example:  ulicarro trace quayside --vehicle 1200",
            "          ulicarro trace quayside --vehicle 1200 --why 16:52:10"
        })
final class TraceCommand implements Callable<Integer> {

    @Parameters(paramLabel = "RUN", description = "a run's folder, or a study's for its last run, or last, or a number")
    private String run;

    @Option(
            names = "--vehicle",
            required = true,
            paramLabel = "N",
            description = "its number, as the replay page shows it: the place in the order of all who wanted to travel")
    private int vehicle;

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
        Path folder = RunArgument.find(run);
        RunRecord record = RunFolder.record(folder);
        if (replication < 1 || replication > record.replications()) {
            throw new IOException(
                    folder + ": there is no replication " + replication + "; the run has " + record.replications());
        }
        Model model = RunModel.of(folder);
        Replication again = new Replication(model, replication);
        int wanted = model.demand().draw(model.study().seed(), replication).size();
        if (vehicle < 0 || vehicle >= wanted) {
            throw new IOException("there is no vehicle " + vehicle + " in replication " + replication
                    + "; they are numbered 0 to " + (wanted - 1));
        }
        PrintWriter out = spec.commandLine().getOut();
        if (moment.isPresent()) {
            new WhyText(model, again, vehicle).print(moment.getAsDouble(), out);
        } else {
            Itinerary itinerary = new Itinerary(vehicle);
            again.observe(itinerary);
            again.result();
            ItineraryText.print(model, replication, vehicle, itinerary.events(), out);
            if (!itinerary.events().isEmpty()) {
                double at =
                        itinerary.events().get(itinerary.events().size() / 2).time();
                out.println();
                out.println("next: " + Main.me() + " trace " + folder + " --vehicle " + vehicle + " --why "
                        + Clock.timeOfDay(StrictMath.floor(at)));
            }
        }
        return Exit.DONE;
    }
}
