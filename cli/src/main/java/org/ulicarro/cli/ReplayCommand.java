package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Locale;
import java.util.OptionalDouble;
import java.util.concurrent.Callable;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.tracks.TrackFile;
import org.ulicarro.files.DayTimes;
import org.ulicarro.report.replay.Moment;
import org.ulicarro.report.replay.MomentFrames;
import org.ulicarro.report.replay.Scene;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "replay",
        mixinStandardHelpOptions = true,
        description =
                "Makes a page that plays a recorded run, one file that opens anywhere; or with --at a picture of one"
                        + " moment, and with --for an animated picture or numbered frames.",
        footer = {
            "",
            "Example:  ulicarro replay quayside -o replay.html",
            "          ulicarro replay quayside --at 16:52:10 --place market -o moment.png",
            "          ulicarro replay quayside --at 16:52:10 --place market --for 20s -o moment.gif"
        })
final class ReplayCommand implements Callable<Integer> {

    private static final int MOST_FRAMES = 600;

    @Parameters(paramLabel = "RUN", description = "a run's folder, or a study's for its last run, or last, or a number")
    private String run;

    @Option(
            names = {"-o", "--output"},
            required = true,
            paramLabel = "FILE",
            description = "what to write: .html; with --at .png or .svg, with --for .gif or .png")
    private Path output;

    @Option(
            names = {"-r", "--replication"},
            paramLabel = "N",
            description = "which recorded replication; the last one unless given")
    private Integer replication;

    @Option(names = "--at", paramLabel = "TIME", description = "the moment, such as 16:52:10")
    private String at;

    @Option(names = "--place", paramLabel = "PLACE", description = "with --at: show this place large")
    private String place;

    @Option(names = "--reach", paramLabel = "METRES", description = "with --place: show that much each way of it (60)")
    private Double reach;

    @Option(names = "--for", paramLabel = "SECONDS", description = "with --at: from then on for so long, such as 20s")
    private String length;

    @Option(
            names = "--every",
            paramLabel = "SECONDS",
            description = "with --for: time between frames, such as 0.5s (0.5s)")
    private String every;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException {
        String ending = ending();
        if (at == null && !ending.equals("html")) {
            throw usage("'" + output + "': a picture needs --at, such as --at 16:52:10; a page ends in .html");
        }
        if (at != null && !(length == null ? ending.matches("png|svg") : ending.matches("png|gif"))) {
            throw usage(
                    "'" + output + "': a moment is written as .png or .svg, with --for as .gif or as frames in .png");
        }
        if (at == null && (place != null || reach != null || length != null || every != null)) {
            throw usage("--place, --reach, --for and --every belong to a moment; say which with --at");
        }
        RecordedRun recorded = new RecordedRun(RunArgument.find(run), replication);
        if (at == null) {
            recorded.writePage(output, spec.commandLine().getErr()::println);
            spec.commandLine().getOut().println("wrote " + output + "   open it in a browser; it needs no network");
        } else {
            picture(recorded);
        }
        return Exit.DONE;
    }

    private String ending() {
        String name = output.getFileName() == null ? "" : output.getFileName().toString();
        return name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
    }

    private void picture(RecordedRun recorded) throws IOException {
        OptionalDouble time = DayTimes.parse(at);
        if (time.isEmpty()) {
            throw usage("'" + at + "' is no time of day; write it like 16:52:10");
        }
        Scene scene = recorded.scene();
        if (place != null && scene.place(place) == null) {
            throw usage("there is no place '" + place + "'." + Names.suggestion(place, scene.placeIds()));
        }
        if (reach != null && (place == null || !(reach >= 5 && reach <= 100_000))) {
            throw usage("--reach takes the metres to show each way of a --place, such as 60");
        }
        TrackFile tracks = recorded.tracks();
        Moment moment = new Moment(scene, tracks, place, reach == null ? Moment.USUAL_REACH : reach)
                .over(recorded.backdrop(spec.commandLine().getErr()::println));
        double seconds = length == null ? 0 : seconds("--for", length);
        double step = every == null ? 0.5 : seconds("--every", every);
        if (seconds / step > MOST_FRAMES) {
            throw usage("that would be more than " + MOST_FRAMES + " frames; take a shorter --for or a longer --every");
        }
        moment.check(time.getAsDouble(), seconds);
        MomentFrames frames = new MomentFrames(moment, DrawCommand.WIDTH, DrawCommand.HEIGHT);
        for (Path written : frames.write(output, time.getAsDouble(), seconds, step)) {
            spec.commandLine().getOut().println("wrote " + written);
        }
    }

    private double seconds(String option, String text) {
        if (!text.matches("\\d{1,4}(\\.\\d)?\\s*s?") || Double.parseDouble(text.replaceAll("[s ]", "")) <= 0) {
            throw usage(option + " takes seconds, in tenths, such as 20s or 0.5s; not '" + text + "'");
        }
        return Double.parseDouble(text.replaceAll("[s ]", ""));
    }

    private ParameterException usage(String message) {
        return new ParameterException(spec.commandLine(), message);
    }
}
