package org.ulicarro.files;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToDoubleFunction;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.base.Wording;
import org.ulicarro.core.demand.MovementCounts;
import org.ulicarro.core.demand.Window;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.NetworkCompiler;
import org.ulicarro.core.run.Change;
import org.ulicarro.core.run.Inputs;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.signal.TrialPlan;
import org.ulicarro.core.study.AtPath;
import org.ulicarro.core.study.Kinds;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Period;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.StudyFault;
import org.ulicarro.core.study.StudyRules;
import org.ulicarro.core.study.Trips;
import tools.jackson.databind.node.ObjectNode;

/** A study as it was read: its records, its tables, and where everything stands in its files. */
public final class LoadedStudy {

    private static final String TRIPS = "/demand/trips/";

    private final Path folder;
    private final String alternative;
    private final LocatedTree tree;
    private final Inputs inputs;
    private final Map<String, Spot> cellSpots;
    private final List<Message> warnings; // of reading it

    LoadedStudy(
            Path folder,
            String alternative,
            LocatedTree tree,
            Inputs inputs,
            Map<String, Spot> cellSpots,
            List<Message> warnings) {
        this.folder = folder;
        this.alternative = alternative;
        this.tree = tree;
        this.inputs = inputs;
        this.cellSpots = cellSpots;
        this.warnings = List.copyOf(warnings);
    }

    public Path folder() {
        return folder;
    }

    /** All that a run of it depends on. */
    public Inputs inputs() {
        return inputs;
    }

    /** {@code base}, or the names of the alternatives that were put on it, such as {@code ferry-plan+wide-pier}. */
    public String alternative() {
        return alternative;
    }

    public Study study() {
        return inputs.study();
    }

    /** The tree as it was read, usual values filled in; what a run records. */
    ObjectNode tree() {
        return tree.root;
    }

    /** Where the plan lies on the map, or null when the study does not say. */
    public GeoReference georeference() {
        return GeoReference.of(study().network(), new ArrayList<>());
    }

    /**
     * The picture under the plan, or null when there is none.
     *
     * @throws IOException with words for the user when it cannot be used
     */
    public AerialPicture backdrop() throws IOException {
        NetworkInput.Backdrop backdrop = study().network().backdrop();
        if (backdrop == null) {
            return null;
        }
        Path root = folder.toRealPath();
        return AerialPicture.read(
                inside(root, backdrop.image()),
                backdrop.image(),
                backdrop.worldFile() == null ? null : inside(root, backdrop.worldFile()),
                backdrop.worldFile(),
                backdrop.crs(),
                georeference());
    }

    private static Path inside(Path root, String name) throws IOException {
        Path path = root.resolve(name).normalize();
        if (!Files.exists(path) || !path.toRealPath().startsWith(root)) {
            throw new IOException(name + ": there is no such file in the study's folder");
        }
        return path;
    }

    /** A compiled study with the warnings that came up. */
    public record Compiled(Model model, List<Message> warnings) {}

    /**
     * Compiles one period.
     *
     * @param period its id; null for the only one, or the first
     * @throws StudyProblem with all errors and warnings
     */
    public Compiled compile(String period) throws StudyProblem {
        String chosen = period == null && !study().periods().isEmpty()
                ? study().periods().keySet().iterator().next()
                : period;
        List<Fault> faults = new ArrayList<>();
        if (chosen != null && !study().periods().containsKey(chosen)) {
            String known = Names.suggestion(chosen, study().periods().keySet());
            faults.add(Fault.error("/periods", "there is no period '" + chosen + "'." + known));
            throw new StudyProblem(messages(faults));
        }
        org.ulicarro.core.run.Compiled<Model> compiled = Model.compile(inputs, chosen);
        faults.addAll(compiled.faults());
        Model model = compiled.result().orElse(null);
        if (model != null) {
            GeoReference.of(study().network(), faults);
            checkBackdrop(faults);
        }
        List<Message> messages = new ArrayList<>(messages(faults));
        messages.addAll(warnings);
        messages = Message.sorted(messages);
        if (model == null) {
            throw new StudyProblem(messages);
        }
        return new Compiled(model, messages);
    }

    /**
     * What its tables of counts say of the movements of a network, also where only some approaches are counted.
     *
     * @throws StudyProblem with what is wrong with them
     */
    public MovementCounts counts(Network network, Period period) throws StudyProblem {
        List<Fault> faults = new ArrayList<>();
        MovementCounts counts = MovementCounts.of(
                network, study().demand(), Kinds.of(study()), inputs.counts(), Window.of(period), faults);
        if (faults.stream().anyMatch(f -> f.severity() == Fault.Severity.ERROR)) {
            throw new StudyProblem(messages(faults));
        }
        return counts;
    }

    /** What keeps a study from running that can be looked at. */
    public enum Lacking {
        NOTHING,
        SIGNALS,
        DEMAND,
        NETWORK
    }

    /**
     * What can be looked at.
     *
     * @param model with plans to begin with where signal control, or the network, keeps the study from running
     * @param lacking what that is, as far as it concerns what is shown
     * @param problem what is wrong; null where nothing is
     */
    public record Looked(Model model, Lacking lacking, StudyProblem problem) {}

    /**
     * Compiles one period for what does not depend on signal plans: crossings and movements are needed to write one.
     *
     * @throws StudyProblem when more than signal control is wrong
     */
    public Looked compileToLookAt(String period) throws StudyProblem {
        try {
            return new Looked(compile(period).model(), Lacking.NOTHING, null);
        } catch (StudyProblem problem) {
            Network network = network(new ArrayList<>());
            Model model = network == null
                    ? null
                    : modelOf(
                            inputs.with(study().withSignals(trialPlans(network)))
                                    .with(Change.at("demand.walkers", Map.of())), // nobody lets them go there
                            period);
            if (model == null) {
                throw problem;
            }
            return new Looked(model, Lacking.SIGNALS, problem);
        }
    }

    /**
     * Compiles one period for what depends on roads and places alone: a plan is looked at to see what is still wrong with them.
     *
     * @throws StudyProblem when roads cannot be laid out
     */
    public Looked compileRoadsToLookAt(String period) throws StudyProblem {
        try {
            return compileToLookAt(period);
        } catch (StudyProblem problem) {
            Study nobody = AtPath.with(study(), "demand", study().demand().withNobody());
            Model model = modelOf(Inputs.of(nobody), period);
            if (model != null) {
                return new Looked(model, Lacking.DEMAND, problem);
            }
            List<Fault> faults = new ArrayList<>();
            Network network = hasRoads() ? NetworkCompiler.laidOut(study().network(), study().driveOn(), faults) : null;
            if (network != null && chosen(period) != null && study().periods().containsKey(chosen(period))) {
                Inputs roads = Inputs.of(nobody.withSignals(trialPlans(network)));
                model = Model.compileToLookAt(roads, chosen(period)).result().orElse(null);
            }
            if (model == null) {
                throw problem;
            }
            boolean lies = faults.stream().noneMatch(f -> f.severity() == Fault.Severity.ERROR);
            return new Looked(model, lies ? Lacking.SIGNALS : Lacking.NETWORK, problem);
        }
    }

    private boolean hasRoads() {
        List<Fault> faults = new ArrayList<>();
        StudyRules.check(study(), faults);
        return faults.stream()
                .noneMatch(f -> f.severity() == Fault.Severity.ERROR
                        && f.kind() != StudyFault.SIGNAL_WITHOUT_CONTROL
                        && f.pointer().startsWith("/network"));
    }

    private static Map<String, SignalController> trialPlans(Network network) {
        Map<String, SignalController> signals = new LinkedHashMap<>();
        TrialPlan.of(network).forEach(plan -> signals.put(plan.place(), NewStudy.control(plan)));
        return signals;
    }

    private String chosen(String period) {
        return period != null || study().periods().isEmpty()
                ? period
                : study().periods().keySet().iterator().next();
    }

    /** One that can run; null where there is none. */
    private Model modelOf(Inputs changed, String period) {
        String chosen = chosen(period);
        return chosen != null && study().periods().containsKey(chosen)
                ? Model.compile(changed, chosen).result().orElse(null)
                : null;
    }

    /**
     * The same with a plan to begin with at each place whose signal nobody has described.
     *
     * @param period after which the plans are called
     * @return itself where there is none
     * @throws StudyProblem when something else is wrong with the network
     */
    public LoadedStudy withFirstPlans(String period) throws StudyProblem {
        return withFirstPlans(period, m -> Double.NaN);
    }

    /**
     * The same, with arrows for turns across where volumes ask for them.
     *
     * @param volume of a movement (veh/h)
     */
    public LoadedStudy withFirstPlans(String period, ToDoubleFunction<Movement> volume) throws StudyProblem {
        List<Fault> faults = new ArrayList<>();
        Network network = network(faults);
        if (network == null) {
            throw new StudyProblem(messages(faults));
        }
        Map<String, SignalController> signals = new LinkedHashMap<>(study().signals());
        TrialPlan.of(network, volume)
                .forEach(plan -> signals.putIfAbsent(plan.place(), NewStudy.control(plan, period)));
        return signals.size() == study().signals().size()
                ? this
                : new LoadedStudy(
                        folder, alternative, tree, inputs.with(study().withSignals(signals)), cellSpots, warnings);
    }

    /**
     * The network alone; null where something is wrong with it.
     *
     * @param faults gets what is wrong with it, and with the study but for its signals
     */
    private Network network(List<Fault> faults) {
        StudyRules.check(study(), faults);
        faults.removeIf(f -> f.pointer().startsWith("/signals") || f.kind() == StudyFault.SIGNAL_WITHOUT_CONTROL);
        Network network = faults.stream().anyMatch(f -> f.severity() == Fault.Severity.ERROR)
                ? null
                : NetworkCompiler.compile(study().network(), study().driveOn(), faults);
        return faults.stream().anyMatch(f -> f.severity() == Fault.Severity.ERROR) ? null : network;
    }

    private void checkBackdrop(List<Fault> faults) {
        NetworkInput.Backdrop backdrop = study().network().backdrop();
        if (backdrop == null) {
            return;
        }
        try {
            Path root = folder.toRealPath();
            inside(root, backdrop.image());
            if (backdrop.worldFile() != null) {
                inside(root, backdrop.worldFile());
            } else if (!backdrop.image().toLowerCase(java.util.Locale.ROOT).matches(".*\\.tiff?")) {
                throw new IOException(backdrop.image() + " needs its world file, which says where it lies: world-file: "
                        + backdrop.image().replaceFirst("\\.[^.]*$", "") + ".pgw");
            }
        } catch (IOException | java.nio.file.InvalidPathException e) {
            faults.add(Fault.warning("/network/backdrop", e.getMessage() + "; plans are drawn without it"));
        }
    }

    private List<Message> messages(List<Fault> faults) {
        Wording wording = study().units().wording();
        return Message.sorted(faults.stream()
                .map(fault -> new Message(fault.severity(), spot(fault.pointer()), fault.message(wording)))
                .toList());
    }

    private Spot spot(String pointer) {
        return spot(pointer, cellSpots, tree);
    }

    private static final Pattern SCRIPT = Pattern.compile("(.*)/script@(\\d+):(\\d+)");

    /** The row of a table that a pointer is about, or the place in the tree. */
    static Spot spot(String pointer, Map<String, Spot> cells, LocatedTree tree) {
        int line = pointer.indexOf(Trips.LINE);
        if (line >= 0) { // a row of a table whose cells are too many to be kept
            String table = pointer.startsWith(TRIPS)
                    ? pointer.substring(TRIPS.length(), line).replace("~1", "/").replace("~0", "~")
                    : tree.root.at(pointer.substring(0, line)).asString("");
            return new Spot(table, Integer.parseInt(pointer.substring(line + Trips.LINE.length())), 1);
        }
        Matcher script = SCRIPT.matcher(pointer);
        if (script.matches()) { // a place in a stage script
            String file = tree.root.at(script.group(1) + "/script").asString("");
            return new Spot(file, Integer.parseInt(script.group(2)), Integer.parseInt(script.group(3)));
        }
        for (String at = pointer;
                !at.isEmpty() && tree.root.at(at).isMissingNode();
                at = at.substring(0, at.lastIndexOf('/'))) {
            Spot cell = cells.get(at);
            if (cell != null) {
                return cell;
            }
        }
        return tree.spot(pointer);
    }
}
