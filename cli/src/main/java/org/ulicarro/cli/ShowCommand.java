package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.Callable;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.run.Model;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.StudyProblem;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "show",
        mixinStandardHelpOptions = true,
        description = "Prints what was derived from a study, and which values somebody wrote instead (marked *).",
        footer = {
            "",
            "WHAT is one of",
            "  places       control, legs, stop lines, and where they are on the map",
            "  points       every point of the plan, with latitude and longitude where there is an origin",
            "  roads        links with their lengths, limits and lanes",
            "  lanes        each lane: where it begins and ends, its width and arrows",
            "  movements    each movement: turn, lanes, length, radius, speed, who holds it",
            "  conflicts    where paths meet, who goes first, and whether they may have green together",
            "  intergreens  seconds from the end of one movement's green to the beginning of another's",
            "  plans        signal plans: when each runs, its cycle and its greens or splits",
            "  transitions  how stages of scripts follow each other: when groups end and begin after a stage is left",
            "  volumes      what is counted: each movement's vehicles in the period and in its busiest quarter",
            "  balance      what leaves one counted place for the next, and what that one counts",
            "  routes       flows between ends, estimated from counts, and how they meet each count",
            "  crossings    marked crossings and what they cross",
            "  runs         what has been run, and what was interrupted",
            "  searches     what has been searched, and what was stopped",
            "  assignments  ways that drivers chose: which assignments there are",
            "  devices      detectors, stops, gates, closures and the like",
            "  near PLACE   what a junction depends on, and what depends on it: neighbours, offsets, lines, counts …",
            "",
            "Example:  ulicarro show quayside conflicts --place market"
        })
final class ShowCommand implements Callable<Integer> {

    private enum What {
        PLACES,
        POINTS,
        ROADS,
        LANES,
        MOVEMENTS,
        CONFLICTS,
        INTERGREENS,
        PLANS,
        TRANSITIONS,
        VOLUMES,
        BALANCE,
        ROUTES,
        CROSSINGS,
        DEVICES,
        NEAR,
        RUNS,
        SEARCHES,
        ASSIGNMENTS
    }

    /** Tables that tell of roads and places alone. */
    private static final Set<What> OF_ROADS = EnumSet.of(
            What.PLACES,
            What.POINTS,
            What.ROADS,
            What.LANES,
            What.MOVEMENTS,
            What.CONFLICTS,
            What.INTERGREENS,
            What.CROSSINGS);

    /** Tables that tell of signal plans themselves. */
    private static final Set<What> OF_PLANS = EnumSet.of(What.PLANS, What.TRANSITIONS, What.DEVICES);

    @Mixin
    private StudyArguments study;

    @Parameters(index = "1", paramLabel = "WHAT", description = "what to print; see below")
    private String what;

    @Parameters(index = "2", arity = "0..1", paramLabel = "PLACE", description = "with near: the place")
    private String middle;

    @Option(names = "--place", paramLabel = "PLACE", description = "of this place only")
    private String place;

    @Mixin
    private OneAlternative alternative;

    @Mixin
    private OutputForm form;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws StudyProblem, IOException {
        What chosen = chosen();
        if (middle != null && chosen != What.NEAR) {
            throw new ParameterException(
                    spec.commandLine(), "only 'near' takes a place behind it; for others write --place " + middle);
        }
        if (chosen == What.NEAR && (middle == null) == (place == null)) {
            throw new ParameterException(spec.commandLine(), "near takes a place: show STUDY near market");
        }
        place = middle == null ? place : middle;
        if (chosen == What.RUNS) {
            RunSheet.of(study.folder).print(form, spec.commandLine().getOut());
            return Exit.DONE;
        }
        if (chosen == What.SEARCHES) {
            SearchSheet.list(study.folder).print(form, spec.commandLine().getOut());
            return Exit.DONE;
        }
        if (chosen == What.ASSIGNMENTS) {
            AssignmentSheets.list(study.folder).print(form, spec.commandLine().getOut());
            return Exit.DONE;
        }
        LoadedStudy loaded = study.read(alternative.name);
        LoadedStudy.Looked looked = OF_PLANS.contains(chosen)
                ? new LoadedStudy.Looked(loaded.compile(study.period).model(), LoadedStudy.Lacking.NOTHING, null)
                : OF_ROADS.contains(chosen)
                        ? loaded.compileRoadsToLookAt(study.period)
                        : loaded.compileToLookAt(study.period);
        Model model = looked.model();
        Network network = model.network();
        if (place != null && !network.junctions().containsKey(place)) {
            throw new ParameterException(
                    spec.commandLine(),
                    "there is no place '" + place + "'."
                            + Names.suggestion(place, network.junctions().keySet()));
        }
        PlaceSheets places = new PlaceSheets(model, loaded.georeference(), place);
        RoadSheets roads = new RoadSheets(model, place);
        DemandSheets demand = new DemandSheets(model, place);
        if (chosen == What.NEAR) {
            new NearSheets(model, loaded, place).print(form, spec.commandLine().getOut());
            return Exit.DONE;
        }
        if (chosen == What.ROUTES && model.demand().estimate() == null) {
            throw new ParameterException(
                    spec.commandLine(),
                    "this study draws routes turn by turn; write demand: {routes: estimated} to estimate them from its counts");
        }
        MovementSheets movements = new MovementSheets(model, place);
        PrintWriter out = spec.commandLine().getOut();
        Sheet sheet = switch (chosen) {
            case PLACES -> places.places(form.isForMachines());
            case POINTS -> places.points();
            case ROADS -> roads.roads();
            case LANES -> roads.lanes();
            case MOVEMENTS -> movements.movements();
            case CONFLICTS -> movements.conflicts();
            case INTERGREENS -> movements.intergreens(form.isForMachines());
            case TRANSITIONS -> transitions(model);
            case PLANS -> SignalPlanSheet.of(model, place);
            case VOLUMES -> demand.volumes();
            case BALANCE -> demand.balance();
            case ROUTES -> demand.routes();
            case CROSSINGS -> roads.crossings();
            case DEVICES -> roads.devices();
            case NEAR, RUNS, SEARCHES, ASSIGNMENTS -> throw new IllegalStateException("told already");
        };
        sheet.print(form, out);
        if (!form.isForMachines()) {
            notes(chosen, demand).forEach(out::println);
        }
        return Lacks.tell(looked, spec.commandLine().getErr());
    }

    private Sheet transitions(Model model) {
        Sheet sheet = new Sheet()
                .words("place", "place")
                .words("from", "from")
                .words("to", "to")
                .words("group", "group")
                .numbers("ends_s", "ends s", 1)
                .numbers("begins_s", "begins s", 1)
                .words("waits_for", "waits for");
        for (String one : model.signals().places()) {
            if (place == null || place.equals(one)) {
                model.signals()
                        .waysAt(one)
                        .forEach(w -> sheet.add(
                                one,
                                w.from(),
                                w.to(),
                                w.group(),
                                w.ends(),
                                w.begins(),
                                w.waitsFor().isEmpty() ? "-" : w.waitsFor()));
            }
        }
        return sheet;
    }

    /** What to read below a table. */
    private static List<String> notes(What table, DemandSheets demand) {
        return switch (table) {
            case PLACES, MOVEMENTS, LANES -> List.of("", "* as somebody wrote it; all else is derived");
            case CONFLICTS ->
                List.of(
                        "",
                        "Metres along each path, from its line, over which vehicles 2.6 m wide would touch. Movements that are not listed",
                        "together do not meet. 'together': whether both may have green at once, as the signal's groups are written.");
            case INTERGREENS ->
                List.of(
                        "",
                        "Seconds from the end of green of the row to the beginning of green of the column: crossing time + clearing",
                        "time - entering time (RiLSA 2015), longest over their conflict points; '-' where paths do not meet.");
            case BALANCE -> demand.balanceNotes();
            case ROUTES -> demand.fitNotes();
            case TRANSITIONS ->
                List.of(
                        "",
                        "Seconds from when the stage is left, longer where a green has not had its minimum. Vehicles end when those who",
                        "wait for them could not begin sooner: people before them still finish.");
            case PLANS ->
                List.of("", "Plans as they are written; 'draw --place PLACE --plan' shows them, 'rehearse' runs them.");
            case POINTS, ROADS, CROSSINGS, DEVICES, NEAR, RUNS, SEARCHES, ASSIGNMENTS, VOLUMES -> List.of();
        };
    }

    /** The table of that name, or the only one that begins with it. */
    private What chosen() {
        List<What> meant = List.of(What.values()).stream()
                .filter(w -> w.name().toLowerCase(Locale.ROOT).startsWith(what))
                .toList();
        if (meant.size() == 1) {
            return meant.get(0);
        }
        List<String> known = List.of(What.values()).stream()
                .map(w -> w.name().toLowerCase(Locale.ROOT))
                .toList();
        throw new ParameterException(
                spec.commandLine(), "there is no table '" + what + "' to show." + Names.suggestion(what, known));
    }
}
