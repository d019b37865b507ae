package org.ulicarro.files.cut;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.measure.LinkRow;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.TravelTimeRow;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.LinkCost;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.Router;
import org.ulicarro.core.piece.Joint;
import org.ulicarro.core.piece.Piece;
import org.ulicarro.core.piece.PieceDemand;
import org.ulicarro.core.study.Count;
import org.ulicarro.core.study.ObservedKind;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.WayRow;
import org.ulicarro.files.CopiedCounts;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.OutputFile;
import org.ulicarro.files.OutputFolder;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.files.StudyText;
import org.ulicarro.files.TripsFile;
import org.ulicarro.files.WaysFile;

/** Writes a piece as a study of its own, with what it was made of in {@code cut/}. */
public final class CutFolder {

    private static final String COUNTED = "counted";

    /**
     * What the whole did in one period.
     *
     * @param demand what drove through the piece
     * @param links rows of links of the piece
     * @param movements rows of its places
     * @param times rows of its corridors
     */
    public record Driven(
            PieceDemand demand,
            List<Observed<LinkRow>> links,
            List<Observed<MovementRow>> movements,
            List<Observed<TravelTimeRow>> times) {}

    private final Path home;
    private Path folder; // to write into for now
    private final LoadedStudy whole;
    private final Study study;
    private final Piece piece;
    private final Map<String, Driven> byPeriod;
    private final CutTree tree;
    private final List<Joint> joints;
    private Map<String, Object> network;
    private Map<String, Object> demand;

    /**
     * A piece that is not written yet.
     *
     * @param joints what is known of its cuts; receives what is found while it is written
     */
    public CutFolder(Path folder, LoadedStudy whole, Piece piece, Map<String, Driven> byPeriod, List<Joint> joints) {
        home = folder;
        this.whole = whole;
        study = whole.study();
        this.piece = piece;
        this.byPeriod = byPeriod;
        this.joints = joints;
        tree = new CutTree(piece, study, whole.georeference());
    }

    /**
     * Writes all of it, or nothing.
     *
     * @throws StudyProblem when what is left does not hold as a study
     */
    public void write(CutRecord record) throws IOException, StudyProblem {
        OutputFolder.fill(home, work -> {
            folder = work;
            fill(record);
            return null;
        });
    }

    private void fill(CutRecord record) throws IOException, StudyProblem {
        network = tree.network();
        Map<String, Object> signals = tree.signals();
        for (Map.Entry<String, Driven> one : byPeriod.entrySet()) {
            for (var table : one.getValue().demand().tables().entrySet()) {
                if (!table.getValue().isEmpty()) {
                    Path file = folder.resolve(CutDemand.table(one.getKey(), table.getKey()));
                    Files.createDirectories(file.getParent());
                    TripsFile.write(file, table.getValue());
                }
            }
        }
        writeMain(record, !signals.isEmpty());
        OutputFile.text(
                folder.resolve("network.yaml"),
                "# Places and roads as they are in the whole; roads that are cut end at places named 'cut-…'.\n"
                        + StudyText.of(Map.of("network", network)));
        if (!signals.isEmpty()) {
            OutputFile.text(folder.resolve("signals.yaml"), StudyText.of(Map.of("signals", signals)));
        }
        copyFiles();
        writeDemand(record, false);
        LoadedStudy loaded = StudyFolder.read(folder, List.of());
        Network compiled = loaded.compile(record.periods().get(0)).model().network();
        List<WayRow> ways = PieceDemand.ways(
                byPeriod.values().stream().map(Driven::demand).toList(), (from, to) -> fastest(compiled, from, to));
        if (!ways.isEmpty()) {
            WaysFile.write(folder.resolve("ways.csv"), ways);
            writeDemand(record, true);
        }
        for (String period : record.periods()) {
            StudyFolder.read(folder, List.of()).compile(period);
        }
        counts(record);
        alternatives(record);
        CutStore.keep(folder, record, StudyFolder.read(folder, List.of()).study(), byPeriod);
        told();
        OutputFile.text(folder.resolve("joints.csv"), table(joints));
    }

    private void writeMain(CutRecord record, boolean signals) throws IOException {
        Map<String, Object> main = new LinkedHashMap<>(tree.whole());
        main.keySet().removeAll(List.of("network", "demand", "signals", "files", "observed"));
        main.put("title", study.title() + ", a piece of it");
        Map<String, Object> periods = new LinkedHashMap<>(CutTree.map(main, "periods"));
        periods.keySet().removeIf(period -> !record.periods().contains(period));
        main.put("periods", periods);
        main.put("replications", record.replications());
        Map<String, Object> observed = observed();
        if (!observed.isEmpty()) {
            main.put("observed", observed);
        }
        main.put(
                "files",
                signals
                        ? List.of("network.yaml", "demand.yaml", "signals.yaml")
                        : List.of("network.yaml", "demand.yaml"));
        OutputFile.text(
                folder.resolve(StudyFolder.MAIN_FILE),
                "# A piece of '" + plain(study.title()) + "': " + String.join(", ", record.places()) + ".\n"
                        + "# Ids are those of the whole; 'ulicarro cut' says how it was made (cut/cut.json) and what the cuts do (joints.csv).\n"
                        + StudyText.of(main));
    }

    private static String plain(String title) {
        return title.replaceAll("\\p{Cntrl}", " ");
    }

    private void writeDemand(CutRecord record, boolean ways) throws IOException {
        Map<String, PieceDemand> driven = new LinkedHashMap<>();
        byPeriod.forEach((period, one) -> driven.put(period, one.demand()));
        demand = new CutDemand(study, tree, piece.network(), driven).keys(ways);
        String how = record.slice() == 0
                ? "every vehicle at the moment at which it came to the border, replication by replication"
                : String.format(
                        Locale.ROOT,
                        "the mean of %d replications in slices of %.0f s",
                        record.replications(),
                        record.slice());
        OutputFile.text(
                folder.resolve("demand.yaml"),
                "# Who drove through the piece in " + plain(record.source()) + ": " + how + ".\n"
                        + StudyText.of(Map.of("demand", demand)));
    }

    /** Scripts and tables that signals and the network name. */
    private void copyFiles() throws IOException {
        Set<String> names = new LinkedHashSet<>();
        study.signals().forEach((place, control) -> {
            if (piece.places().contains(place)) {
                if (control instanceof org.ulicarro.core.study.StageControl stages && stages.script() != null) {
                    names.add(stages.script().file());
                }
                if (control.clearance() != null && control.clearance().file() != null) {
                    names.add(control.clearance().file());
                }
            }
        });
        if (study.network().backdrop() != null) {
            names.add(study.network().backdrop().image());
            if (study.network().backdrop().worldFile() != null) {
                names.add(study.network().backdrop().worldFile());
            }
        }
        for (String name : names) {
            copy(name);
        }
    }

    private void copy(String name) throws IOException {
        Path from = whole.folder().resolve(name);
        if (name != null && !name.isBlank() && Files.exists(from)) {
            Path to = folder.resolve(name);
            Files.createDirectories(to.getParent());
            if (!Files.exists(to)) {
                Files.copy(from, to);
            }
        }
    }

    private static List<String> fastest(Network network, String from, String to) {
        for (Link entry : network.entries()) {
            if (entry.from().equals(from)) {
                List<Integer> way = new Router(network, LinkCost.freeTime())
                        .way(entry.index(), link -> link.to().equals(to));
                if (way != null) {
                    List<String> links = new ArrayList<>();
                    links.add(entry.id());
                    for (int m : way) {
                        Movement movement = network.movements().get(m);
                        if (!movement.isInner()) {
                            links.add(network.links().get(movement.toLink()).id());
                        }
                    }
                    return links;
                }
            }
        }
        return List.of();
    }

    /** Counts of its places, and an alternative that drives them: they are what a piece can be fitted to. */
    private void counts(CutRecord record) throws IOException {
        List<Count> here = whole.inputs().counts().stream()
                .filter(count -> piece.places().contains(count.place()))
                .filter(count -> record.periods().stream()
                        .map(study.periods()::get)
                        .anyMatch(p -> count.to() > p.from() && count.from() < p.to()))
                .toList();
        if (here.isEmpty()) {
            return;
        }
        Path file = folder.resolve("counts/" + COUNTED + ".csv");
        Files.createDirectories(file.getParent());
        OutputFile.text(file, CopiedCounts.text(here, 0, 1));
        Path alternative = folder.resolve("alternatives/" + COUNTED + ".yaml");
        Files.createDirectories(alternative.getParent());
        Map<String, Object> counted = new LinkedHashMap<>();
        counted.put("trips", null);
        counted.put("ways", null);
        counted.put("arrivals", null);
        counted.put("volumes", Map.of(COUNTED, "counts/" + COUNTED + ".csv"));
        Map<String, Object> before = CutTree.map(tree.whole(), "demand");
        List.of("arrivals", "routes", "peak", "balance", "growth").stream()
                .filter(before::containsKey)
                .forEach(key -> counted.put(key, before.get(key)));
        OutputFile.text(
                alternative,
                "# Traffic by the counts of these places, in place of what drove in the whole; also for 'assign --fit counted'.\n"
                        + StudyText.of(Map.of("demand", counted)));
        try {
            StudyFolder.read(folder, List.of(COUNTED)).compile(record.periods().get(0));
        } catch (StudyProblem problem) {
            Files.delete(alternative);
            joints.add(new Joint(
                    "",
                    "counts/counted.csv holds the counts of its places; they cannot be driven by themselves: "
                            + first(problem),
                    ""));
        }
    }

    private static String first(StudyProblem problem) {
        return problem.messages().stream()
                .filter(m -> m.severity() == org.ulicarro.core.base.Fault.Severity.ERROR)
                .map(m -> m.text())
                .findFirst()
                .orElse("");
    }

    private Map<String, Object> observed() throws IOException {
        Map<String, Object> files = new LinkedHashMap<>();
        for (Map.Entry<ObservedKind, String> one : study.observed().entrySet()) {
            Path table = whole.folder().resolve(one.getValue());
            String text = org.ulicarro.files.ObservedTable.only(table, one.getValue(), one.getKey(), this::isOfPiece);
            if (text != null) {
                Path to = folder.resolve(one.getValue());
                Files.createDirectories(to.getParent());
                OutputFile.text(to, text);
                files.put(org.ulicarro.core.study.Written.of(one.getKey()), one.getValue());
            }
        }
        return files;
    }

    /** Of a place, a link, or a stretch of a corridor between two places of the piece. */
    private boolean isOfPiece(List<String> of) {
        return switch (of.size()) {
            case 1 ->
                piece.links().stream()
                        .anyMatch(l -> l.id().equals(of.get(0)) && piece.cut(l).isEmpty());
            case 2 -> piece.places().contains(of.get(0));
            default ->
                CutTree.map(network == null ? tree.network() : network, "corridors")
                                .containsKey(of.get(0))
                        && places().contains(of.get(1))
                        && places().contains(of.get(2));
        };
    }

    private Set<String> places() {
        Set<String> all = new LinkedHashSet<>(piece.places());
        all.addAll(piece.ends());
        return all;
    }

    private void alternatives(CutRecord record) throws IOException {
        List<String> elsewhere = new ArrayList<>();
        CutAlternatives cutter = new CutAlternatives(piece, study, tree, network, demand);
        for (String name : StudyFolder.alternatives(whole.folder())) {
            Path file = folder.resolve("alternatives/" + name + ".yaml");
            if (Files.exists(file)) {
                continue; // the whole has one called 'counted'
            }
            CutAlternatives.Left left = cutter.left(whole.folder(), name);
            if (left.text() == null) {
                elsewhere.add(name);
                continue;
            }
            Files.createDirectories(file.getParent());
            OutputFile.text(file, left.text());
            for (String script : scripts(left.text(), name)) {
                copy(script);
            }
            try {
                StudyFolder.read(folder, List.of(name)).compile(record.periods().get(0));
                if (!left.gone().isEmpty()) {
                    joints.add(new Joint(
                            "",
                            "alternative '" + name + "' is there without " + String.join(", ", left.gone()),
                            "what it does outside the piece is not seen"));
                }
            } catch (StudyProblem problem) {
                Files.delete(file);
                joints.add(new Joint(
                        "",
                        "alternative '" + name + "' does not hold in the piece and is left out: " + first(problem),
                        ""));
            }
        }
        if (!elsewhere.isEmpty()) {
            joints.add(new Joint(
                    "",
                    "alternatives that are left out, since they change only what lies outside, or who comes: "
                            + String.join(", ", elsewhere),
                    ""));
        }
    }

    /** Files that an alternative names. */
    private static List<String> scripts(String text, String name) throws IOException {
        List<String> found = new ArrayList<>();
        words(org.ulicarro.files.AlternativeText.parse(text, name), found);
        found.removeIf(word -> !word.matches("[A-Za-z0-9_./ -]+[.](stages|csv)"));
        return found;
    }

    private static void words(Object value, List<String> into) {
        if (value instanceof Map<?, ?> map) {
            map.values().forEach(one -> words(one, into));
        } else if (value instanceof List<?> list) {
            list.forEach(one -> words(one, into));
        } else if (value != null) {
            into.add(String.valueOf(value));
        }
    }

    private void told() {
        if (!tree.gone().isEmpty()) {
            joints.add(
                    new Joint("", "gone with the ends of roads that are cut: " + String.join(", ", tree.gone()), ""));
        }
        tree.shortened()
                .forEach(corridor -> joints.add(new Joint(
                        "",
                        "corridor '" + corridor + "' ends at the border",
                        "its travel times are of the stretch that is left")));
    }

    private static String table(List<Joint> joints) {
        StringBuilder text = new StringBuilder("at,what,effect\n");
        for (Joint joint : joints) {
            text.append(String.join(",", List.of(quoted(joint.at()), quoted(joint.what()), quoted(joint.effect()))))
                    .append('\n');
        }
        return text.toString();
    }

    private static String quoted(String text) {
        return org.ulicarro.files.CsvTable.cell(text);
    }
}
