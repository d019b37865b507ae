package org.ulicarro.files;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.run.Inputs;
import org.ulicarro.core.study.ClearanceInput;
import org.ulicarro.core.study.Count;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.StageControl;
import org.ulicarro.core.study.StageScript;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.StudyRules;
import org.ulicarro.core.study.TripTable;
import org.ulicarro.core.study.Trips;
import org.ulicarro.core.study.WayRow;
import org.ulicarro.core.study.Written;
import tools.jackson.databind.JsonNode;

/** Reads the folder of a study. */
public final class StudyFolder {

    public static final String MAIN_FILE = "study.yaml";
    private static final String ALTERNATIVES = "alternatives";
    private static final String BASE = "base";
    private static final char ASSIGNMENT = '@';

    private final Path folder;
    private final Map<String, String> drafts; // file to a text that stands for what is in it
    private final List<Message> faults = new ArrayList<>();
    private boolean allFilesRead = true;

    private StudyFolder(Path folder, Map<String, String> drafts) {
        this.folder = folder;
        this.drafts = drafts;
    }

    /**
     * Reads a study, and puts alternatives on it.
     *
     * @param folder the folder that holds study.yaml
     * @param alternatives names of files in {@code alternatives/}, each put on what came before; behind {@code @} the number of an
     *     assignment whose ways are driven, also as {@code base@2}
     * @throws StudyProblem with everything that is wrong with the form of the files
     */
    public static LoadedStudy read(Path folder, List<String> alternatives) throws StudyProblem {
        return read(folder, alternatives, Map.of());
    }

    /** The same as it would be with other texts in some of its files. */
    static LoadedStudy read(Path folder, List<String> alternatives, Map<String, String> drafts) throws StudyProblem {
        return new StudyFolder(folder, drafts).read(alternatives);
    }

    private LocatedTree yaml(Path path, String name) {
        String draft = drafts.get(name);
        return draft == null ? YamlFile.read(path, name) : YamlFile.parse(draft, name);
    }

    private LoadedStudy read(List<String> alternatives) throws StudyProblem {
        Path main = folder.resolve(MAIN_FILE);
        if (!Files.isDirectory(folder) || !Files.exists(main)) {
            String text = Files.isDirectory(folder)
                    ? "this folder is no study: it has no study.yaml. 'ulicarro new' writes one"
                    : "there is no such study folder";
            throw new StudyProblem(List.of(new Message(Fault.Severity.ERROR, new Spot(folder.toString(), 1, 1), text)));
        }
        LocatedTree tree = yaml(main, MAIN_FILE);
        if (tree.root == null) {
            throw new StudyProblem(tree.faults);
        }
        JsonNode[] files = tree.root.path("files").values().toArray(new JsonNode[0]);
        for (int i = 0; i < files.length; i++) {
            joinFile(tree, files[i], "/files/" + i);
        }
        List<String> names = new ArrayList<>();
        for (String alternative : alternatives) {
            names.add(patch(tree, alternative));
        }
        faults.addAll(tree.faults);
        List<Message> warnings = OldKeys.rename(tree);
        StudySchema schema = StudySchema.load();
        schema.complete(tree);
        StandIns standIns = new StandIns(schema, tree.root);
        SchemaCheck form = new SchemaCheck(schema);
        faults.addAll(form.check(tree, standIns, allFilesRead));
        if (!form.isSound()) {
            throw new StudyProblem(Message.sorted(faults));
        }
        schema.complete(tree); // what was mended has usual values, too
        Map<String, Spot> spots = new HashMap<>();
        Study study = withTables(StudyBinder.bind(tree.root), tree, spots);
        List<Count> counts = new ArrayList<>();
        study.demand().volumes().forEach((id, file) -> readCounts(id, file, tree, spots, counts));
        study.observed().forEach((kind, file) -> {
            Path path = table(file, Fault.child("/observed", Written.of(kind)), tree);
            if (path != null) { // read when a run is judged; what is wrong with it is said now
                ObservedTable.read(path, file, kind, faults);
            }
        });
        List<Trips> trips = new ArrayList<>();
        study.demand().trips().forEach((file, table) -> readTrips(file, table, tree, trips));
        List<WayRow> ways = readWays(study.demand().ways(), tree);
        if (!faults.isEmpty()) {
            addRuleFaults(study, tree, standIns, spots);
            throw new StudyProblem(Message.sorted(faults));
        }
        String name = names.isEmpty() ? BASE : String.join("+", names);
        return new LoadedStudy(folder, name, tree, new Inputs(study, counts, trips, ways), spots, warnings);
    }

    /** What is wrong between values, too, so that a person need not come back for it. */
    private void addRuleFaults(Study study, LocatedTree tree, StandIns standIns, Map<String, Spot> spots) {
        List<Fault> found = new ArrayList<>();
        StudyRules.check(study, found);
        for (Fault fault : found) {
            if (!standIns.mayCause(fault)) {
                faults.add(new Message(
                        fault.severity(),
                        LoadedStudy.spot(fault.pointer(), spots, tree),
                        fault.message(study.units().wording())));
            }
        }
    }

    private Study withTables(Study written, LocatedTree tree, Map<String, Spot> spots) {
        Study study = withScripts(withClearances(written, tree), tree);
        NetworkInput.Tables tables = study.network().tables();
        if (tables == null) {
            return study;
        }
        Path places = table(tables.places(), "/network/tables/places", tree);
        Path roads = table(tables.roads(), "/network/tables/roads", tree);
        return study.withNetwork(NetworkTables.read(study.network(), places, roads, spots, faults));
    }

    private Study withScripts(Study study, LocatedTree tree) {
        Map<String, SignalController> signals = new LinkedHashMap<>(study.signals());
        study.signals().forEach((place, controller) -> {
            if (controller instanceof StageControl stages && stages.script() != null) {
                String file = stages.script().file();
                Path path = table(file, Fault.child("/signals", place) + "/script", tree);
                if (path != null) {
                    signals.put(place, stages.withScript(new StageScript(file, ScriptFile.read(path, file, faults))));
                }
            }
        });
        return study.withSignals(signals);
    }

    private Study withClearances(Study study, LocatedTree tree) {
        Map<String, SignalController> signals = new LinkedHashMap<>(study.signals());
        study.signals().forEach((place, controller) -> {
            ClearanceInput given = controller.clearance();
            String pointer = Fault.child("/signals", place) + "/clearance/file";
            Path path = given == null ? null : table(given.file(), pointer, tree);
            if (path != null) {
                Map<String, Double> needs = ClearanceTable.read(path, given.file(), faults);
                needs.putAll(given.needs());
                signals.put(
                        place,
                        controller.withClearance(
                                new ClearanceInput(given.from(), given.file(), given.tooShort(), needs)));
            }
        });
        return study.withSignals(signals);
    }

    /** Where a table of the study lies, or null, with the reason among the faults. */
    private Path table(String file, String pointer, LocatedTree tree) {
        if (file == null || file.isEmpty()) {
            return null;
        }
        Path path = inside(file);
        if (path == null) {
            faults.add(outside(tree.spot(pointer), file));
        } else if (!Files.exists(path)) {
            faults.add(new Message(
                    Fault.Severity.ERROR, tree.spot(pointer), "there is no file '" + file + "' in the study's folder"));
            return null;
        }
        return path;
    }

    private void joinFile(LocatedTree tree, JsonNode written, String pointer) {
        String name = written.asString("");
        Path path = inside(name);
        if (path == null) {
            allFilesRead = false;
            faults.add(outside(tree.spot(pointer), name));
        } else if (!Files.exists(path)) {
            allFilesRead = false;
            faults.add(new Message(
                    Fault.Severity.ERROR, tree.spot(pointer), "there is no file '" + name + "' in the study's folder"));
        } else {
            LocatedTree file = yaml(path, name);
            allFilesRead &= file.root != null;
            tree.join(file);
        }
    }

    private void readCounts(String id, String file, LocatedTree tree, Map<String, Spot> spots, List<Count> counts) {
        String pointer = Fault.child("/demand/volumes", id);
        Path path = table(file, pointer, tree);
        if (path != null) {
            counts.addAll(CountTable.read(path, file, pointer, spots, faults));
        }
    }

    private void readTrips(String file, TripTable table, LocatedTree tree, List<Trips> trips) {
        Path path = table(file, Fault.child("/demand/trips", file), tree);
        if (path != null) {
            trips.addAll(
                    file.endsWith(".omx")
                            ? MatrixFile.read(path, file, table, faults)
                            : TripsFile.read(path, file, faults));
        }
    }

    private List<WayRow> readWays(String file, LocatedTree tree) {
        Path path = table(file, "/demand/" + WayRow.TABLE, tree);
        return path == null ? List.of() : WaysFile.read(path, file, faults);
    }

    /**
     * Puts an alternative on the study, {@code wide-pier}, and then the ways of an assignment, {@code wide-pier@2}.
     *
     * @return its name, with the number of the assignment that {@code last} means
     */
    private String patch(LocatedTree tree, String written) {
        int at = written.lastIndexOf(ASSIGNMENT);
        String alternative = at < 0 ? written : written.substring(0, at);
        if (at < 0 || !alternative.equals(BASE)) {
            patchFile(tree, alternative);
        }
        return at < 0 ? written : alternative + ASSIGNMENT + patchWays(tree, written.substring(at + 1));
    }

    private String patchWays(LocatedTree tree, String assignment) {
        Spot spot = new Spot(folder.resolve(AssignmentStore.FOLDER).toString(), 1, 1);
        try {
            Path found = new AssignmentStore(folder).find(assignment);
            AssignmentFolder.checkWays(found);
            String file = AssignmentStore.FOLDER + "/" + found.getFileName() + "/" + AssignmentFolder.WAYS;
            tree.patch(YamlFile.parse("demand: {ways: '" + file + "'}", "assignment " + assignment));
            return String.valueOf(AssignmentStore.number(found));
        } catch (IOException e) {
            faults.add(new Message(Fault.Severity.ERROR, spot, e.getMessage()));
            return assignment;
        }
    }

    private void patchFile(LocatedTree tree, String alternative) {
        boolean isName = alternative.matches("[A-Za-z0-9_-]+");
        Path path = isName ? inside(ALTERNATIVES + "/" + alternative + ".yaml") : null;
        String name = ALTERNATIVES + "/" + alternative + ".yaml";
        if (path == null || !Files.exists(path) && !drafts.containsKey(name)) {
            faults.add(new Message(
                    Fault.Severity.ERROR,
                    new Spot(ALTERNATIVES + "/" + alternative + ".yaml", 1, 1),
                    "there is no alternative '" + alternative + "'."
                            + Names.suggestion(alternative, alternatives(folder))));
        } else {
            tree.patch(yaml(path, name));
        }
    }

    /** Names of the alternatives of a study, sorted. */
    public static List<String> alternatives(Path folder) {
        Path alternatives = folder.resolve(ALTERNATIVES);
        if (!Files.isDirectory(alternatives)) {
            return List.of();
        }
        try (Stream<Path> files = Files.list(alternatives)) {
            return files.map(f -> f.getFileName().toString())
                    .filter(f -> f.endsWith(".yaml"))
                    .map(f -> f.substring(0, f.length() - ".yaml".length()))
                    .sorted()
                    .toList();
        } catch (IOException e) {
            return List.of();
        }
    }

    /** A path of the study, or null when it leads out of its folder, by dots or by a link. */
    private Path inside(String name) {
        return inside(folder, name);
    }

    /** A file of a study by the name that is written for it; null where it would lie outside of it. */
    static Path inside(Path folder, String name) {
        try {
            Path root = folder.toRealPath();
            Path path = root.resolve(name).normalize();
            Path real = Files.exists(path) ? path.toRealPath() : path;
            return real.startsWith(root) && !name.isBlank() ? real : null;
        } catch (IOException | java.nio.file.InvalidPathException e) {
            return null;
        }
    }

    private static Message outside(Spot spot, String name) {
        return new Message(
                Fault.Severity.ERROR,
                spot,
                "'" + name + "' is not inside the study's folder; files of a study stay in it");
    }
}
