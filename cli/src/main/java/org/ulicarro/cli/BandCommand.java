package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import org.ulicarro.core.analysis.band.Corridor;
import org.ulicarro.core.analysis.band.CorridorReader;
import org.ulicarro.core.analysis.band.NoCorridor;
import org.ulicarro.core.analysis.band.Objective;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.measure.CorridorTraces;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.Period;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.report.DrawingFile;
import org.ulicarro.report.band.ArrivalDrawing;
import org.ulicarro.report.band.BandDrawing;
import org.ulicarro.report.band.BandPage;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

@Command(
        name = "band",
        mixinStandardHelpOptions = true,
        description =
                "Greens along a corridor in time and distance, and the bands that pass them all: how wide they are, where they break, which"
                        + " speeds successive greens invite. Finds offsets by distance and speed or the best ones for both directions,"
                        + " tries shifts by hand, draws the picture, makes a page on which signals are dragged.",
        footer = {
            "",
            "Examples:  ulicarro band quayside",
            "           ulicarro band quayside --best larger-smaller --write waves -o after.png",
            "           ulicarro band quayside --shift market=+8s,gate=-3s",
            "           ulicarro band quayside --run quayside/2 -o driven.svg"
        })
final class BandCommand implements Callable<Integer> {

    private static final int WIDTH = 1280;
    private static final int HEIGHT = 800;
    private static final double CYCLES = 3; // shown

    @Mixin
    private StudyArguments study;

    @Option(
            names = {"-a", "--alternative"},
            paramLabel = "ALT",
            description = "an alternative of the study; the base unless given")
    private String alternative;

    @Option(names = "--corridor", paramLabel = "CORRIDOR", description = "the corridor; the only one unless given")
    private String corridorId;

    @Option(
            names = "--plan",
            paramLabel = "PLAN",
            description = "a plan to look at instead of the period's, where fixed controllers have it")
    private String plan;

    @Option(names = "--speed", paramLabel = "SPEED", description = "at which everybody drives; the limits unless given")
    private String speed;

    @Option(
            names = "--queue",
            paramLabel = "TIME",
            description = "what a standing queue takes to clear ahead of the platoon, at each signal: '4 s'")
    private String queue;

    @Option(
            names = "--best",
            paramLabel = "OBJECTIVE",
            description = "best offsets for both directions: larger-smaller, weighted (by volumes) or sum")
    private String best;

    @Option(
            names = "--sequences",
            description =
                    "with --best: left turns of coordinated rings may also go after the through greens, or before")
    private boolean sequences;

    @Option(names = "--one-way", paramLabel = "DIRECTION", description = "offsets from distance and speed: out or in")
    private String oneWay;

    @Option(
            names = "--cycles",
            paramLabel = "FROM-TO",
            description =
                    "best bands of these cycle lengths, every 5 s, greens in their proportions: 60-110; --write takes the best row")
    private String cycles;

    @Option(
            names = "--take",
            paramLabel = "SECONDS",
            description = "with --cycles and --write: this row; the best one unless given")
    private Integer take;

    @Option(names = "--shift", paramLabel = "SHIFTS", description = "offsets by hand: market=+8s,gate=-3s")
    private String shift;

    @Option(
            names = "--write",
            paramLabel = "ALT",
            description =
                    "write the offsets, and with --cycles the plans, to STUDY/alternatives/ALT.yaml, which must not exist")
    private String write;

    @Option(
            names = "--run",
            paramLabel = "RUN",
            description = "draw what vehicles did in its first replication, and the greens that were shown")
    private String run;

    @Option(
            names = "--from",
            paramLabel = "TIME",
            description = "with --run: where the picture begins; the middle of the period unless given")
    private String from;

    @Option(
            names = "--arrivals",
            paramLabel = "FILE",
            description = "with --run: a picture of every arrival in the cycle against green, .svg or .png")
    private Path arrivals;

    @Option(
            names = "--tall",
            paramLabel = "LENGTH",
            description = "length of the distance axis, so that several corridors print at one scale: '3 km'")
    private String tall;

    @Option(names = "-o", paramLabel = "FILE", description = "the picture, .svg or .png, or the page, .html")
    private Path output;

    @Option(
            names = "--serve",
            description =
                    "serve the page on this machine, so that it can save offsets as an alternative; Ctrl-C ends it")
    private boolean serve;

    @Spec
    private CommandSpec spec;

    private LoadedStudy loaded;
    private Model model;
    private CorridorReader reader;
    private Corridor before;
    private Corridor after;
    private final Map<String, List<String>> rings = new TreeMap<>(); // of signals whose sequence was changed

    @Override
    public Integer call() throws IOException, StudyProblem {
        checkWords();
        loaded = study.read(alternative);
        model = loaded.compile(study.period).model();
        try {
            reader = new CorridorReader(
                    model.study(), model.network(), model.signals(), model.periodId(), id(), metresPerSecond(), plan);
        } catch (NoCorridor e) {
            throw new IOException(study.folder + ": " + e.getMessage());
        }
        before = reader.corridor();
        after = changed();
        BandText text = new BandText(spec.commandLine().getOut(), reader, model);
        reader.notes().forEach(note -> spec.commandLine().getErr().println("note: " + note));
        text.corridor(after, before);
        rings.forEach((place, order) -> spec.commandLine()
                .getOut()
                .println("'" + place + "' in another sequence: " + String.join("; ", order)));
        text.bands(planned(before), after == null ? null : planned(after));
        if (cycles != null) {
            cycles(text);
        }
        if (write != null && cycles == null) {
            write(OffsetWords.alternative(after, reader, rings));
        }
        if (output != null) {
            draw();
            spec.commandLine().getOut().println("wrote " + output);
        }
        if (arrivals != null) {
            arrivals();
            spec.commandLine().getOut().println("wrote " + arrivals);
        }
        if (serve) {
            serve();
        }
        return Exit.DONE;
    }

    private void checkWords() {
        NewAlternative.check(write, spec);
        long ways = java.util.stream.Stream.of(best, oneWay, shift)
                .filter(o -> o != null)
                .count();
        if (ways > 1) {
            throw usage("give one of --best, --one-way and --shift");
        }
        if (write != null && ways == 0 && cycles == null) {
            throw usage("--write writes offsets of --best, --one-way or --shift, or a row of --cycles");
        }
        if (cycles != null && (oneWay != null || shift != null || sequences)) {
            throw usage(
                    "--cycles looks for the best bands of each cycle; of --one-way, --shift and --sequences it takes none");
        }
        if (take != null && (cycles == null || write == null)) {
            throw usage("--take goes with --cycles and --write");
        }
        if (arrivals != null && run == null) {
            throw usage("--arrivals goes with --run: arrivals are those of a run");
        }
        if (arrivals != null && !DrawingFile.canWrite(arrivals)) {
            throw usage("'" + arrivals + "' ends in neither .svg nor .png");
        }
        if (plan != null && run != null) {
            throw usage("--plan is for the plan's own picture; a run showed the plans of its period");
        }
        if (sequences && best == null) {
            throw usage("--sequences goes with --best");
        }
        if (from != null && run == null) {
            throw usage("--from goes with --run");
        }
        boolean page =
                output != null && output.toString().toLowerCase(Locale.ROOT).endsWith(".html");
        if (output != null && !page && !DrawingFile.canWrite(output)) {
            throw usage("'" + output + "' ends in none of .svg, .png and .html");
        }
    }

    private ParameterException usage(String message) {
        return new ParameterException(spec.commandLine(), message);
    }

    private String id() {
        List<String> all = List.copyOf(model.study().network().corridors().keySet());
        if (corridorId == null && all.size() > 1) {
            throw usage("--corridor says which: " + String.join(", ", all));
        }
        return corridorId != null ? corridorId : all.isEmpty() ? "main-street" : all.get(0);
    }

    private double quantity(String text, Dimension dimension, String wrong) {
        try {
            return Quantity.parse(text, dimension).mean();
        } catch (Quantity.Unreadable e) {
            throw usage(wrong);
        }
    }

    private double metresPerSecond() {
        return speed == null
                ? Double.NaN
                : quantity(speed, Dimension.SPEED, "--speed takes a speed with its unit, such as '45 km/h'");
    }

    /** Greens as the platoon finds them: later by what the queue takes. */
    private Corridor planned(Corridor corridor) {
        double seconds = queueSeconds();
        return seconds == 0 ? corridor : corridor.withQueues(seconds, seconds);
    }

    private double queueSeconds() {
        return queue == null ? 0 : quantity(queue, Dimension.TIME, "--queue takes a time with its unit, such as '4 s'");
    }

    /** The corridor with what was asked for; null where nothing was. */
    private Corridor changed() {
        BandOffsets offsets = new BandOffsets(model, reader, queueSeconds(), this::usage);
        Corridor found = null;
        if (best != null) {
            found = offsets.best(best, sequences);
        } else if (oneWay != null) {
            found = offsets.oneWay(oneWay);
        } else if (shift != null) {
            found = before.withOffsets(OffsetWords.shifted(before, shift, this::usage));
        }
        rings.putAll(offsets.rings());
        return found;
    }

    private void cycles(BandText text) throws IOException, StudyProblem {
        String[] parts = cycles.split("-");
        if (parts.length != 2 || !parts[0].matches("[0-9]+") || !parts[1].matches("[0-9]+")) {
            throw usage("--cycles takes two lengths in seconds: 60-110");
        }
        int first = Integer.parseInt(parts[0]);
        int last = Integer.parseInt(parts[1]);
        if (first < 30 || last > 240 || last < first) {
            throw usage("--cycles: lengths are 30 to 240 s, the shorter one first");
        }
        Objective objective = best == null ? Objective.LARGER_SMALLER : OffsetWords.objective(best, this::usage);
        BandCycles all = new BandCycles(
                model, reader, objective, OffsetWords.outboundShare(model, before, reader), this::planned);
        List<BandCycles.Row> rows = all.rows(first, last);
        BandCycles.Row chosen = all.best(rows);
        text.cycles(rows, chosen, objective);
        if (write != null) {
            if (take != null) {
                chosen = rows.stream()
                        .filter(row -> row.cycle() == take)
                        .findFirst()
                        .orElseThrow(() -> usage("--take: there is no row of " + take + " s"));
            }
            if (chosen == null || chosen.corridor() == null) {
                throw new IOException(study.folder + ": no cycle of these holds; nothing was written");
            }
            write(all.alternative(chosen));
        }
    }

    private void write(String text) throws IOException, StudyProblem {
        NewAlternative target = new NewAlternative(study.folder, alternative, write);
        target.write(text);
        PrintWriter out = spec.commandLine().getOut();
        out.println("wrote " + target.file());
        out.println("next: " + Main.me() + " run " + Main.typed(study.folder) + " -a "
                + (alternative == null ? "base" : alternative) + " -a " + target.stacked()
                + ", then compare --corridor " + before.id());
    }

    private double length() {
        return CYCLES * before.cycle()
                + Math.max(before.travel(true, before.stops().size() - 1), 0);
    }

    private double start() {
        if (run == null) {
            return 0;
        }
        if (from == null) {
            return Math.floor((model.period().from() + model.period().to()) / 2 / 60) * 60;
        }
        if (!from.matches("\\d{1,2}:\\d{2}(:\\d{2})?")) {
            throw usage("--from takes a time of day such as 16:50, not '" + from + "'");
        }
        String[] parts = from.split(":");
        return Integer.parseInt(parts[0]) * 3600
                + Integer.parseInt(parts[1]) * 60
                + (parts.length > 2 ? Integer.parseInt(parts[2]) : 0);
    }

    private CorridorTraces traces(double begins, double ends) throws IOException, StudyProblem {
        DrivenAgain driven = new DrivenAgain(RunArgument.find(run), before, reader);
        Period period = driven.model().period();
        if (begins < period.from() - period.warmUp().length() || ends > period.to()) {
            throw usage("--from: the run is of " + Clock.timeOfDay(period.from()) + " to "
                    + Clock.timeOfDay(period.to()) + ", and the picture shows " + Math.round(ends - begins) + " s");
        }
        return driven.traces(begins, ends);
    }

    private void arrivals() throws IOException, StudyProblem {
        ArrivalDrawing drawing = new DrivenAgain(RunArgument.find(run), before, reader)
                .arrivals(model.study().title() + ": arrivals in the cycle, "
                        + (alternative == null ? "base" : alternative));
        DrawingFile.write(arrivals, WIDTH, HEIGHT, g -> drawing.draw(g, WIDTH, HEIGHT));
    }

    private Corridor shownCorridor() {
        return after == null ? before : after;
    }

    private String title() {
        return model.study().title() + ": corridor " + before.id() + ", " + (after == null ? "" : "other offsets for ")
                + (alternative == null ? "base" : alternative);
    }

    private void draw() throws IOException, StudyProblem {
        double begins = start();
        double ends = begins + length();
        CorridorTraces traces = run == null ? null : traces(begins, ends);
        if (output.toString().toLowerCase(Locale.ROOT).endsWith(".html")) {
            String json = BandData.json(
                    title(), planned(shownCorridor()), reader, begins, length(), run != null, traces, null);
            DrawingFile.save(output, BandPage.html(json).getBytes(StandardCharsets.UTF_8));
            return;
        }
        BandDrawing drawing = new BandDrawing(
                planned(shownCorridor()),
                reader.way(),
                title(),
                begins,
                length(),
                run != null,
                traces == null
                        ? BandDrawing.Driven.NOTHING
                        : new DrivenCorridor(before, reader, model).of(traces, RunArgument.find(run)),
                tall(),
                model.study().units());
        DrawingFile.write(output, WIDTH, HEIGHT, g -> drawing.draw(g, WIDTH, HEIGHT));
    }

    private double tall() {
        return tall == null
                ? 0
                : quantity(tall, Dimension.LENGTH, "--tall takes a length with its unit, such as '3 km'");
    }

    private void serve() throws IOException, StudyProblem {
        double begins = start();
        CorridorTraces traces = run == null ? null : traces(begins, begins + length());
        BandServer server = BandServer.open(
                path -> BandPage.html(BandData.json(
                        title(), planned(shownCorridor()), reader, begins, length(), run != null, traces, path)),
                offsets -> {
                    after = before.withOffsets(before.stops().stream()
                            .mapToDouble(s -> offsets.getOrDefault(s.place(), s.offset()))
                            .toArray());
                    NewAlternative target = new NewAlternative(study.folder, alternative, free());
                    target.write(OffsetWords.alternative(after, reader, rings));
                    return target.file();
                },
                before.stops().stream().map(Corridor.Stop::place).collect(Collectors.toSet()));
        PrintWriter out = spec.commandLine().getOut();
        out.println("open " + server.address() + "   Ctrl-C ends it");
        out.flush();
        try {
            server.await();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** The first name that no alternative has yet. */
    private String free() {
        for (int n = 1; ; n++) {
            if (!StudyFolder.alternatives(study.folder).contains("offsets-" + n)) {
                return "offsets-" + n;
            }
        }
    }
}
