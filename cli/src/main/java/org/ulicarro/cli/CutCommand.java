package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Callable;
import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.piece.Chosen;
import org.ulicarro.core.piece.Joint;
import org.ulicarro.core.piece.Piece;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.files.cut.CutFolder;
import org.ulicarro.files.cut.CutRecord;
import org.ulicarro.files.cut.CutStore;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

@Command(
        name = "cut",
        mixinStandardHelpOptions = true,
        description = {
            "Writes a part of a network as a study of its own, whose demand is what really drove there: in a run, with an assignment, or in"
                    + " the study as it stands, which is driven again for that. Ids, plans and offsets stay. A road that leads out is cut where"
                    + " the next junction begins. What the cuts do to results is listed. -p takes several periods, such as am,pm.",
            "",
            "With --prove the piece is run and held against the whole; with --back what was changed in it becomes an alternative of the whole."
        },
        footer = {
            "",
            "Example:  ulicarro cut quayside --around market --reach 450m -o market-area --prove",
            "          ulicarro cut quayside --places gate,market,nets --run 1 -o middle",
            "          ulicarro cut quayside --prove market-area",
            "          ulicarro cut quayside --back market-area --write tried-at-market"
        })
final class CutCommand implements Callable<Integer> {

    @Mixin
    private StudyArguments study;

    @ArgGroup(exclusive = true, multiplicity = "0..1")
    private CutPlaces where;

    @Option(names = "--reach", paramLabel = "LENGTH", description = "with --around: as the crow flies, such as 400m")
    private String reach;

    @Option(
            names = "--approach",
            paramLabel = "LENGTH",
            description = "leave so much of a road that is cut, at most: 500m. Up to the next junction unless given")
    private String approach;

    @Mixin
    private OneAlternative alternative;

    @Option(names = "--run", paramLabel = "RUN", description = "what drove in this run: its number, or last")
    private String run;

    @Option(
            names = "--assignment",
            paramLabel = "N",
            description = "drive the ways of this assignment: its number, or last")
    private String assignment;

    @Option(
            names = {"-n", "--replications"},
            paramLabel = "N",
            description = "drive so many replications; those of the run, or of the study, unless given")
    private Integer replications;

    @Option(
            names = "--slice",
            paramLabel = "T",
            description =
                    "write the mean of all replications in slices of, such as 5min; unless given, every vehicle stands in the table at the"
                            + " moment at which it came, so that platoons stay what they are")
    private String slice;

    @Option(
            names = {"-o", "--output"},
            paramLabel = "FOLDER",
            description = "the folder of the piece; it must be new")
    private Path output;

    @Option(
            names = "--prove",
            paramLabel = "PIECE",
            arity = "0..1",
            fallbackValue = "",
            description = "run the piece and hold it against the whole: the new one, or one that is there")
    private String prove;

    @Option(
            names = "--back",
            paramLabel = "PIECE",
            description =
                    "make an alternative of STUDY of what was changed in this piece; -a then names an alternative of the piece")
    private Path back;

    @Option(names = "--write", paramLabel = "ALT", description = "with --back: the name of the alternative")
    private String write;

    @Mixin
    private OutputForm form;

    @Spec
    private CommandSpec spec;

    private PrintWriter out;
    private PrintWriter err;

    @Override
    public Integer call() throws StudyProblem, IOException, InterruptedException {
        out = spec.commandLine().getOut();
        err = spec.commandLine().getErr();
        check();
        if (back != null) {
            return new CutBack(study, back, alternative.name, write, spec).write();
        }
        if (where == null) {
            Path piece = Path.of(prove);
            CutStore.record(piece);
            return new CutProof(piece, study.folder, form, spec).run();
        }
        cut();
        return prove == null ? Exit.DONE : new CutProof(output, study.folder, form, spec).run();
    }

    private void check() throws IOException {
        boolean makes = where != null;
        need(!makes || output != null, "-o takes the new folder of the piece");
        need(makes || output == null, "say what to cut out: --around, --places, --box or --polygon");
        need(
                makes || back != null || prove != null,
                "say what to cut out: --around PLACE --reach 400m, --places A,B, --box or --polygon");
        need(!makes || back == null, "--back goes without cutting anything");
        need(makes || back != null || !prove.isEmpty(), "--prove takes the folder of a piece where none is cut");
        need(!makes || prove == null || prove.isEmpty(), "--prove takes no folder where a piece is cut");
        need(back == null == (write == null), "--back takes a piece, and --write the name of the alternative");
        need((reach != null) == (makes && where.around != null), "--around takes a place, and --reach how far: 400m");
        need(run == null || assignment == null, "give --run or --assignment");
        need(run == null || alternative.name == null, "a run has its alternative: leave -a out");
        need(run == null || study.period == null, "a run has its period: leave -p out");
        need(replications == null || replications >= 1 && replications <= 1000, "--replications takes 1 to 1000");
        if (makes && NewCommand.isInUse(output)) {
            throw new IOException(output + " exists already; give a new folder");
        }
    }

    private void need(boolean holds, String otherwise) {
        if (!holds) {
            throw new ParameterException(spec.commandLine(), otherwise);
        }
    }

    private void cut() throws StudyProblem, IOException, InterruptedException {
        CutSource source = source();
        Model model = source.model();
        NetworkInput network = model.study().network();
        ControlWords words = new ControlWords(source.study());
        Chosen chosen = new Chosen(
                network,
                where.of(source.study(), this::reachInMetres, spec),
                place -> detectorRoads(source, words, place));
        connected(chosen);
        Piece piece = Piece.of(
                model.network(),
                network,
                chosen.places(),
                approach == null ? Double.MAX_VALUE : length("--approach", approach));
        heading(model, piece, chosen);
        int count = replications == null ? source.replications() : replications;
        Map<String, Model> models = models(source);
        Map<String, CutFolder.Driven> driven = new LinkedHashMap<>();
        List<Joint> joints = new ArrayList<>();
        for (Map.Entry<String, Model> one : models.entrySet()) {
            CutWork work = new CutWork(one.getValue(), piece, seconds(), err);
            driven.put(one.getKey(), work.drive(count));
            String when = models.size() == 1 ? "" : "in '" + one.getKey() + "': ";
            work.joints().forEach(joint -> joints.add(new Joint(joint.at(), when + joint.what(), joint.effect())));
        }
        model.study().periods().keySet().stream()
                .filter(period -> !models.containsKey(period))
                .forEach(period -> joints.add(
                        new Joint("", "period '" + period + "' is not in the piece, since nobody drove in it", "")));
        CutRecord record = record(source, models.keySet(), piece, count);
        new CutFolder(output, source.study(), piece, driven, joints).write(record);
        models.forEach((period, of) -> CutSheets.demand(driven.get(period).demand(), of, count, out));
        CutSheets.joints(joints, out);
        next();
    }

    /** Of each period that is driven; the roads of all are the same. */
    private Map<String, Model> models(CutSource source) throws StudyProblem {
        Map<String, Model> models = new LinkedHashMap<>();
        models.put(source.model().periodId(), source.model());
        for (String period : periods()) {
            if (!models.containsKey(period)) {
                models.put(period, source.study().compile(period).model());
            }
        }
        return models;
    }

    private List<String> periods() {
        return study.period == null ? List.of() : List.of(study.period.split(","));
    }

    private CutSource source() throws StudyProblem, IOException {
        need(assignment == null || periods().size() <= 1, "--assignment is of one period");
        if (run != null) {
            return CutSource.ofRun(study.folder, run);
        }
        String name = alternative.name;
        if (assignment != null) {
            name = (name == null ? "base" : name) + "@" + assignment;
        }
        LoadedStudy loaded = study.read(name);
        LoadedStudy.Compiled compiled =
                loaded.compile(periods().isEmpty() ? null : periods().get(0));
        String text = assignment != null
                ? "the ways of assignment " + loaded.alternative().replaceFirst(".*@", "")
                : "the study as it stands" + (name == null ? "" : " with " + name);
        return new CutSource(
                loaded, compiled.model(), text, compiled.model().study().replications());
    }

    private double reachInMetres() {
        return length("--reach", reach);
    }

    private double length(String option, String text) {
        try {
            double metres = Quantity.parse(text.replaceFirst("(?<=[0-9])(?=[a-z])", " "), Dimension.LENGTH)
                    .mean();
            need(metres > 0, option + " takes a length above 0");
            return metres;
        } catch (Quantity.Unreadable e) {
            throw new ParameterException(
                    spec.commandLine(), option + " takes a length such as 400m, not '" + text + "'");
        }
    }

    private double seconds() {
        if (slice == null) {
            return 0;
        }
        try {
            double seconds = Quantity.parse(slice.replaceFirst("(?<=[0-9])(?=[a-z])", " "), Dimension.TIME)
                    .mean();
            need(seconds >= 1 && seconds <= 3600 && seconds == Math.rint(seconds), "--slice takes 1s to 60min");
            return seconds;
        } catch (Quantity.Unreadable e) {
            throw new ParameterException(spec.commandLine(), "--slice takes a time such as 5min, not '" + slice + "'");
        }
    }

    /** Roads of detectors that the control of a place reads. */
    private static Set<String> detectorRoads(CutSource source, ControlWords words, String place) {
        Set<String> roads = new LinkedHashSet<>();
        for (String detector : words.detectors(place)) {
            roads.add(source.model()
                    .study()
                    .network()
                    .detectors()
                    .get(detector)
                    .road()
                    .road());
        }
        return roads;
    }

    private void connected(Chosen chosen) throws IOException {
        if (chosen.places().isEmpty()) {
            throw new IOException("only ends of roads are meant, which make no piece; name a junction");
        }
        List<Set<String>> parts = chosen.parts();
        if (parts.size() > 1) {
            List<String> named = parts.stream()
                    .map(part -> String.join(", ", part.stream().limit(4).toList()) + (part.size() > 4 ? ", …" : ""))
                    .toList();
            throw new IOException("these places do not hang together: " + String.join("; and ", named)
                    + ". Name what lies between them, or cut them out one by one");
        }
    }

    private void heading(Model model, Piece piece, Chosen chosen) {
        out.printf(
                Locale.ROOT,
                "%d of %d places, %d of %d roads; %d roads are cut%n",
                piece.places().size() + piece.ends().size(),
                model.study().network().places().size(),
                piece.roads().size(),
                model.study().network().roads().size(),
                piece.cuts().size());
        chosen.told().forEach(line -> Wrapped.print(line, "", out));
        out.flush();
    }

    private CutRecord record(CutSource source, Set<String> periods, Piece piece, int count) {
        Path whole = study.folder.toAbsolutePath().normalize();
        Path home = output.toAbsolutePath().normalize();
        String way;
        try {
            way = home.relativize(whole).toString();
        } catch (IllegalArgumentException otherDrive) {
            way = whole.toString();
        }
        return new CutRecord(
                Main.version(),
                way,
                source.study().alternative(),
                source.model().inputs().digest(),
                List.copyOf(periods),
                source.text(),
                count,
                seconds(),
                List.copyOf(piece.places()),
                piece.cuts().values().stream()
                        .map(cut -> new CutRecord.Road(
                                cut.road(), cut.end(), cut.outside(), cut.first(), cut.at(), cut.inFrom()))
                        .toList());
    }

    private void next() {
        String piece = Main.typed(output);
        String whole = Main.typed(study.folder);
        out.println();
        out.println("wrote " + output + "; the cuts stand in " + output.resolve("joints.csv"));
        if (prove == null) {
            out.println(
                    "next: " + Main.me() + " cut " + whole + " --prove " + piece + "    holds it against the whole");
            out.println("      " + Main.me() + " run " + piece);
            out.println("      " + Main.me() + " cut " + whole + " --back " + piece
                    + " --write tried    makes an alternative of what you change there");
        }
        out.flush();
    }
}
