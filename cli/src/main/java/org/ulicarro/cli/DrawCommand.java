package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.run.Model;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.report.DrawingFile;
import org.ulicarro.report.PlanDrawing;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

@Command(
        name = "draw",
        mixinStandardHelpOptions = true,
        description =
                "Draws the plan of a study to scale: roads, lanes, arrows, stop lines and signal groups; around one place"
                        + " also its turning paths and where they cross.",
        footer = {"", "Example:  ulicarro draw quayside --place market -o market.png"})
final class DrawCommand implements Callable<Integer> {

    static final int WIDTH = 1280;
    static final int HEIGHT = 800;

    @Mixin
    private StudyArguments study;

    @Option(
            names = {"-a", "--alternative"},
            paramLabel = "ALT",
            description = "put this alternative on it")
    private String alternative;

    @Option(
            names = {"-o", "--output"},
            required = true,
            paramLabel = "FILE",
            description = "what to write, ending in .svg or .png")
    private Path output;

    @Option(names = "--place", paramLabel = "PLACE", description = "draw this place large")
    private String place;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws StudyProblem, IOException {
        if (!DrawingFile.canWrite(output)) {
            throw new ParameterException(
                    spec.commandLine(), "'" + output + "' ends in neither .svg nor .png, which is what can be drawn");
        }
        Model model = study.read(alternative).compile(study.period).model();
        if (place != null && !model.network().junctions().containsKey(place)) {
            throw new ParameterException(
                    spec.commandLine(),
                    "there is no place '" + place + "'."
                            + Names.suggestion(
                                    place, model.network().junctions().keySet()));
        }
        PlanDrawing plan = new PlanDrawing(model, place, null);
        DrawingFile.write(output, WIDTH, HEIGHT, g -> plan.draw(g, WIDTH, HEIGHT));
        spec.commandLine().getOut().println("wrote " + output);
        return Exit.DONE;
    }
}
