package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.demand.Volumes;
import org.ulicarro.core.run.Model;
import org.ulicarro.files.AssignmentStore;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.Run;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.report.DrawingFile;
import org.ulicarro.report.Flows;
import org.ulicarro.report.PlanDrawing;
import org.ulicarro.report.SignalPlanDrawing;
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
                        + " also its turning paths and where they cross. With --paths the ways of an assignment.",
        footer = {
            "",
            "Example:  ulicarro draw quayside --place market -o market.png",
            "          ulicarro draw quayside --run last -o speeds.png"
        })
final class DrawCommand implements Callable<Integer> {

    /** Volumes are means of so many drawn replications, so that chance does not show. */
    private static final int DRAWS = 20;

    static final int WIDTH = 1280;
    static final int HEIGHT = 800;

    @Mixin
    private StudyArguments study;

    @Mixin
    private OneAlternative alternative;

    @Option(
            names = {"-o", "--output"},
            required = true,
            paramLabel = "FILE",
            description = "what to write, ending in .svg or .png")
    private Path output;

    @Option(names = "--place", paramLabel = "PLACE", description = "draw this place large")
    private String place;

    @Option(
            names = "--plan",
            description =
                    "with --place: its signal plan instead, as stages or phases with their movements and as a split bar")
    private boolean plan;

    @Option(names = "--reach", paramLabel = "METRES", description = "with --place: show that much each way of it")
    private Double reach;

    @Option(names = "--volumes", description = "bands as wide as the traffic that wants to travel, with its veh/h")
    private boolean volumes;

    @Option(
            names = "--run",
            paramLabel = "RUN",
            description =
                    "bands as wide as what drove in a run, darker the slower; with --place its turns with their delay")
    private String run;

    @Option(
            names = "--over",
            paramLabel = "FILE",
            description =
                    "lines and points of a GeoJSON file in red over the plan, such as losses.geojson of an import")
    private Path over;

    @Option(
            names = "--check-backdrop",
            description = "the edges of roads over the backdrop of the study, to see whether they lie on each other")
    private boolean checkBackdrop;

    @Option(
            names = "--paths",
            paramLabel = "FROM,TO",
            description = "the ways between two ends in an assignment, with their shares and times")
    private String paths;

    @Option(names = "--convergence", description = "how an assignment converged, as a chart")
    private boolean convergence;

    @Option(
            names = "--assignment",
            paramLabel = "N",
            description = "with --paths and --convergence: which one, by its number; the last unless given")
    private String assignment;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws StudyProblem, IOException {
        if (!DrawingFile.canWrite(output)) {
            throw new ParameterException(
                    spec.commandLine(), "'" + output + "' ends in neither .svg nor .png, which is what can be drawn");
        }
        if (run != null) {
            checkRunAlone();
        }
        Run driven = run == null ? null : Run.in(RunArgument.find(runOfStudy()));
        LoadedStudy loaded = driven == null ? study.read(alternative.name) : RunModel.shown(driven.folder());
        LoadedStudy.Looked looked = look(loaded, driven);
        Model model = looked.model();
        if (paths != null || convergence) {
            return assigned(loaded, model);
        }
        if (place != null && !model.network().junctions().containsKey(place)) {
            throw new ParameterException(
                    spec.commandLine(),
                    "there is no place '" + place + "'."
                            + Names.suggestion(
                                    place, model.network().junctions().keySet()));
        }
        if (plan) {
            drawPlan(model);
            return Exit.DONE;
        }
        if (reach != null && (place == null || !(reach > 0 && reach <= 100_000))) {
            throw new ParameterException(
                    spec.commandLine(), "--reach takes the metres to show each way of a --place, such as 300");
        }
        if (checkBackdrop && loaded.study().network().backdrop() == null) {
            throw new IOException(
                    study.folder
                            + " has no backdrop; write network: {backdrop: {image: aerial.png, world-file: aerial.pgw}}, or a GeoTIFF without world-file");
        }
        if (checkBackdrop) {
            loaded.backdrop(); // says why it cannot be used
        }
        Flows flows = driven != null ? DrivenFlows.of(driven, model.network()) : volumes ? wanted(model) : null;
        PlanDrawing drawing = new PlanDrawing(
                model,
                place,
                reach == null ? 0 : reach,
                Backdrops.of(loaded, spec.commandLine().getErr()::println),
                flows,
                over == null ? null : LaidOver.of(loaded, over));
        if (checkBackdrop) {
            drawing.checkingBackdrop();
        }
        DrawingFile.write(output, WIDTH, HEIGHT, g -> drawing.draw(g, WIDTH, HEIGHT));
        spec.commandLine().getOut().println("wrote " + output);
        return Lacks.tell(looked, spec.commandLine().getErr());
    }

    /** A plan of roads shows them also while the study cannot run; whatever else is drawn needs one that can. */
    private LoadedStudy.Looked look(LoadedStudy loaded, Run driven) throws StudyProblem {
        if (driven == null && !plan && !volumes && paths == null && !convergence) {
            return loaded.compileRoadsToLookAt(study.period);
        }
        String period = driven == null ? study.period : driven.record().period();
        return new LoadedStudy.Looked(loaded.compile(period).model(), LoadedStudy.Lacking.NOTHING, null);
    }

    private static Flows wanted(Model model) {
        return Flows.wanted(
                model.network(),
                Volumes.of(model.network(), model.demand(), model.study().seed(), DRAWS));
    }

    /** A run knows its alternative and its period, and is a picture of its own. */
    private void checkRunAlone() {
        if (alternative.name != null || study.period != null) {
            throw new ParameterException(
                    spec.commandLine(), "--run shows the alternative and the period of the run; leave out -a and -p");
        }
        if (volumes || plan || paths != null || convergence || checkBackdrop) {
            throw new ParameterException(
                    spec.commandLine(),
                    "--run is a picture of its own; leave out --volumes, --plan, --paths, --convergence and --check-backdrop");
        }
    }

    /** {@code last}, a number or an alternative is of this study; anything else a path. */
    private String runOfStudy() {
        return run.contains("/") || run.contains("\\")
                ? run
                : study.folder.resolve(run).toString();
    }

    private int assigned(LoadedStudy loaded, Model model) throws IOException {
        AssignmentStore store = new AssignmentStore(loaded.folder());
        AssignmentPictures pictures = new AssignmentPictures(store.find(assignment == null ? "last" : assignment));
        if (paths != null) {
            pictures.ways(output, model, paths);
        } else {
            pictures.convergence(output, model.study().demand().choice().until());
        }
        spec.commandLine().getOut().println("wrote " + output);
        return Exit.DONE;
    }

    private void drawPlan(Model model) throws IOException {
        if (place == null || model.signals().orderAt(place) == null) {
            List<String> known = model.signals().places().stream()
                    .filter(p -> model.signals().orderAt(p) != null)
                    .toList();
            String text = place == null
                    ? "--plan needs a --place with a signal: " + String.join(", ", known)
                    : "there is no signal at '" + place + "'." + Names.suggestion(place, known);
            throw new ParameterException(spec.commandLine(), text);
        }
        SignalPlanDrawing drawing = new SignalPlanDrawing(model, place);
        DrawingFile.write(output, WIDTH, drawing.height(WIDTH), g -> drawing.draw(g, WIDTH));
        spec.commandLine().getOut().println("wrote " + output);
    }
}
