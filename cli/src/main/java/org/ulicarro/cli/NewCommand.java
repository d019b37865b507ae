package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.demand.TrialDemand;
import org.ulicarro.core.network.Network;
import org.ulicarro.files.OutputFile;
import org.ulicarro.files.Samples;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.files.TrialDemandText;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "new",
        mixinStandardHelpOptions = true,
        description = "Writes a study to start from, which runs as it is.",
        footer = {
            "",
            "  crossroads  a signal with left-turn bays",
            "  market      the same with people, articulated vehicles and an alternative: one crossroads of the demo",
            "  corridor    a main street: two signals, a side street with a stop sign, a crossing, a bus stop",
            "  roundabout  two lanes around, a slip lane, crossings with refuges",
            "  merge       a motorway with an exit and an entry",
            "  fiveways    five streets at odd angles at one signal",
            "  ropelane    the main street with a lane behind it: a way to choose, see 'assign'",
            "",
            "Example:  ulicarro new my-roundabout --like roundabout"
        })
final class NewCommand implements Callable<Integer> {

    @Parameters(paramLabel = "DIR", description = "the folder to write, which must not exist yet or be empty")
    private Path folder;

    @Option(
            names = "--like",
            defaultValue = "crossroads",
            paramLabel = "SAMPLE",
            description =
                    "what it is like: crossroads (default), market, corridor, roundabout, merge, fiveways, ropelane")
    private String like;

    @Option(
            names = "--demand",
            paramLabel = "FLOW",
            description = "instead of the sample's own demand, that much from all ends to all ends: '1200 veh/h'")
    private String demand;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException, StudyProblem {
        if (!Samples.starters().contains(like)) {
            throw new ParameterException(
                    spec.commandLine(),
                    "there is no sample '" + like + "'." + Names.suggestion(like, Samples.starters()));
        }
        if (isInUse(folder)) {
            throw new IOException(folder + ": there is something already; give a folder that does not exist yet");
        }
        double perSecond = demand == null ? 0 : flow();
        Samples.write(like, folder);
        if (demand != null) {
            Network network =
                    StudyFolder.read(folder, List.of()).compile(null).model().network();
            OutputFile.text(
                    folder.resolve("demand.yaml"),
                    TrialDemandText.text(TrialDemand.of(network, perSecond), demand, TrialDemandText.ALL));
        }
        PrintWriter out = spec.commandLine().getOut();
        out.println("wrote " + folder + ": " + String.join(", ", Samples.files(like)));
        String me = Main.me();
        out.println("next: " + me + " check " + Main.typed(folder));
        out.println("      " + me + " draw " + Main.typed(folder) + " -o plan.svg");
        boolean chooses = like.equals(Samples.ROPELANE) && demand == null;
        if (chooses) { // without ways everybody takes the fastest one, and it jams
            out.println("      " + me + " assign " + Main.typed(folder) + "    lets drivers choose their ways");
        }
        out.println("      " + me + " run " + Main.typed(folder) + (chooses ? " --assignment last" : ""));
        return Exit.DONE;
    }

    private double flow() {
        try {
            double perSecond = Quantity.parse(demand, Dimension.FLOW).mean();
            if (perSecond > 0) {
                return perSecond;
            }
        } catch (Quantity.Unreadable e) {
            // told below, as a flow that is none
        }
        throw new ParameterException(spec.commandLine(), "--demand takes a flow above 0, such as '1200 veh/h'");
    }

    static boolean isInUse(Path folder) throws IOException {
        if (!Files.isDirectory(folder)) {
            return Files.exists(folder);
        }
        try (Stream<Path> content = Files.list(folder)) {
            return content.findAny().isPresent();
        }
    }
}
