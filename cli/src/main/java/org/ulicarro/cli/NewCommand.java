package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import org.ulicarro.core.base.Names;
import org.ulicarro.files.Samples;
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
            "  corridor    a main street: two signals, a side street with a stop sign, a crossing, a bus stop",
            "  roundabout  two lanes around, a slip lane, crossings with refuges",
            "  merge       a motorway with an exit and an entry",
            "  fiveways    five streets at odd angles at one signal",
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
            description = "what it is like: crossroads (default), corridor, roundabout, merge, fiveways")
    private String like;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException {
        if (!Samples.starters().contains(like)) {
            throw new ParameterException(
                    spec.commandLine(),
                    "there is no sample '" + like + "'." + Names.suggestion(like, Samples.starters()));
        }
        if (isInUse(folder)) {
            throw new IOException(folder + ": there is something already; give a folder that does not exist yet");
        }
        Samples.write(like, folder);
        PrintWriter out = spec.commandLine().getOut();
        out.println("wrote " + folder + ": " + String.join(", ", Samples.files(like)));
        String me = Main.me();
        out.println("next: " + me + " check " + folder);
        out.println("      " + me + " draw " + folder + " -o plan.svg");
        out.println("      " + me + " run " + folder);
        return Exit.DONE;
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
