package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.function.ToDoubleFunction;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.demand.Volumes;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.run.Change;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.Kinds;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.timing.Flows;
import org.ulicarro.core.timing.PlaceTiming;
import org.ulicarro.core.timing.Timed;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.files.TimedPlans;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

@Command(
        name = "time",
        mixinStandardHelpOptions = true,
        description =
                "Signal timing by formula, without simulation, for all who want to travel: critical movements, cycles and"
                        + " what binds them, greens, load, delay and level of service.",
        footer = {
            "",
            "Without --place: a row for each place with a signal, and delays for a range of cycles to choose a common one.",
            "",
            "Example:  ulicarro time quayside --place market --what-if NBT"
        })
final class TimeCommand implements Callable<Integer> {

    /** Volumes that are not counted are means of so many drawn replications, so that chance hardly shows. */
    private static final int DRAWS = 20;

    /** Tables for machines. */
    enum Table {
        PLACES,
        CYCLES,
        MOVEMENTS;

        @Override
        public String toString() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    @Mixin
    private StudyArguments study;

    @Mixin
    private OneAlternative alternative;

    @Option(names = "--place", paramLabel = "PLACE", description = "only this one, with its movements")
    private String place;

    @Option(
            names = "--plan",
            paramLabel = "PLAN",
            description = "this plan, where a place has it; the one that the period starts with unless given")
    private String plan;

    @Option(names = "--cycle", paramLabel = "SECONDS", description = "time for this cycle; the optimum unless given")
    private Double cycle;

    @Option(
            names = "--saturation",
            paramLabel = "VEH/H",
            defaultValue = "1900",
            description = "saturation flow of a lane straight on without heavy vehicles (${DEFAULT-VALUE})")
    private double saturation;

    @Option(
            names = "--load",
            paramLabel = "SHARE",
            defaultValue = "0.9",
            description = "volume over capacity that no critical movement should exceed (${DEFAULT-VALUE})")
    private double load;

    @Option(
            names = "--longest",
            paramLabel = "SECONDS",
            defaultValue = "180",
            description = "no cycle beyond it is proposed (${DEFAULT-VALUE})")
    private double longest;

    @Option(
            names = "--what-if",
            paramLabel = "MOVEMENT[=VEH/H]",
            description =
                    "with --place: cycles and load for other volumes of a movement; with a volume, all else for that one")
    private String whatIf;

    @Option(
            names = "--write",
            paramLabel = "plan:NAME",
            description = "write the greens into alternatives/NAME.yaml; what is there is kept unless --force")
    private String write;

    @Option(
            names = "--first",
            paramLabel = "plan:NAME",
            description =
                    "for signals that have no controller yet: groups and stages from lanes, conflicts and crossings, greens by formula, into alternatives/NAME.yaml")
    private String first;

    @Option(names = "--force", description = "with --write and --first: replace the alternative")
    private boolean force;

    @Option(names = "--table", paramLabel = "TABLE", description = "print only this table: ${COMPLETION-CANDIDATES}")
    private Table table;

    @Mixin
    private OutputForm form;

    @Spec
    private CommandSpec spec;

    private Model model;
    private Volumes volumes;

    @Override
    public Integer call() throws StudyProblem, IOException {
        check(saturation >= 500 && saturation <= 3000, "--saturation takes 500 to 3000 veh/h");
        check(load > 0 && load <= 1.5, "--load takes a share above 0, such as 0.9");
        check(cycle == null || cycle >= 10 && cycle <= 600, "--cycle takes 10 to 600 seconds");
        check(longest >= 10 && longest <= 600, "--longest takes 10 to 600 seconds");
        check(whatIf == null || place != null, "--what-if needs --place");
        check(write == null || write.matches("plan:[A-Za-z0-9_-]+"), "--write takes plan:NAME");
        check(first == null || first.matches("plan:[A-Za-z0-9_-]+"), "--first takes plan:NAME");
        check(first == null || write == null && plan == null, "--first goes with neither --write nor --plan");
        LoadedStudy loaded = study.read(alternative.name);
        LoadedStudy written = loaded;
        if (first != null) {
            loaded = loaded.withFirstPlans(period(loaded));
            check(loaded != written, "every signal has a controller already; --write plan:NAME times them");
        }
        model = onPlan(loaded.compile(study.period).model());
        volumes = Volumes.counted(model.network(), model.demand(), model.study().seed(), DRAWS);
        if (first != null) { // now that volumes are known
            Volumes known = volumes;
            loaded = written.withFirstPlans(period(written), m -> known.movement(m.index()));
            model = loaded.compile(study.period).model();
        }
        List<String> places = first == null ? places() : without(written);
        Map<String, Double> changed = changedVolume();
        Map<String, PlaceTiming> timings = new LinkedHashMap<>();
        places.forEach(one -> timings.put(one, timing(one, changed)));
        TimingSheets sheets = new TimingSheets(model, timings, load, longest, cycle, first != null);
        PrintWriter out = spec.commandLine().getOut();
        if (form.isForMachines() || table != null) {
            Table wanted = table != null ? table : place == null ? Table.PLACES : Table.MOVEMENTS;
            switch (wanted) {
                case PLACES -> sheets.places().print(form, out);
                case CYCLES -> sheets.cycles().print(form, out);
                case MOVEMENTS -> sheets.movements().print(form, out);
            }
        } else if (first != null) {
            sheets.printAll(form, out);
        } else if (place == null) {
            sheets.printAll(form, out);
            out.println();
            String again = Main.me() + " time " + study(loaded);
            out.println(
                    "next:  " + again + " --place " + places.get(0) + "     its movements and what binds its cycle");
            out.println("       " + again + " --cycle 70 --write plan:seventy     an alternative with these greens");
        } else {
            sheets.printPlace(form, out);
            if (whatIf != null && changed.isEmpty()) {
                printSeries(out);
            }
        }
        if (first != null) {
            writeFirst(written, places, sheets.chosen(), out);
        }
        if (write != null) {
            write(loaded, timings, out);
        }
        return tellWhatDoesNotHold(sheets.notHeld()) ? Exit.DOES_NOT_HOLD : Exit.DONE;
    }

    /** The same with the plan that is asked for, wherever there is one of that name. */
    private Model onPlan(Model asWritten) throws StudyProblem {
        if (plan == null) {
            return asWritten;
        }
        Change change = Change.study(s -> s);
        List<String> known = new ArrayList<>();
        boolean any = false;
        for (Map.Entry<String, SignalController> entry :
                asWritten.study().signals().entrySet()) {
            SignalController controller = entry.getValue();
            known.addAll(controller.plans().keySet());
            if (controller.plans().containsKey(plan)) {
                String at = "signals.\"" + entry.getKey() + "\".";
                change = change.then(Change.at(at + "plans", Map.of(plan, controller.whole(plan))))
                        .then(Change.at(at + "schedule", Map.of()))
                        .then(Change.at(at + "days", Map.of()));
                any = true;
            }
        }
        if (!any) {
            throw new ParameterException(
                    spec.commandLine(), "no place has a plan '" + plan + "'." + Names.suggestion(plan, known));
        }
        return asWritten.with(change).get();
    }

    private String period(LoadedStudy loaded) {
        return study.period != null
                ? study.period
                : loaded.study().periods().keySet().stream().findFirst().orElse("plan");
    }

    /** Places with a signal that the study has no controller for. */
    private List<String> without(LoadedStudy written) {
        return model.signals().places().stream()
                .filter(p -> !written.study().signals().containsKey(p) && (place == null || place.equals(p)))
                .toList();
    }

    private void writeFirst(LoadedStudy written, List<String> places, Map<String, Timed> timed, PrintWriter out)
            throws IOException {
        String name = first.substring("plan:".length());
        Path file = TimedPlans.writeFirst(written, model, places, name, timed, force);
        if (form.isForMachines()) {
            return;
        }
        out.println();
        out.println("wrote " + file);
        String with = (written.alternative().equals("base") ? "" : written.alternative() + "+") + name;
        String again = written.folder() + " -a " + with;
        out.println("next:  " + Main.me() + " draw " + again + " --place " + places.get(0) + " --plan -o plan.svg");
        out.println("       " + Main.me() + " run " + again);
    }

    private boolean tellWhatDoesNotHold(List<String> places) {
        places.forEach(one -> spec.commandLine().getErr().println(one));
        return !places.isEmpty();
    }

    /** The study as it was named, with the alternative. */
    private static String study(LoadedStudy loaded) {
        return Main.typed(loaded.folder()) + (loaded.alternative().equals("base") ? "" : " -a " + loaded.alternative());
    }

    private void check(boolean holds, String otherwise) {
        if (!holds) {
            throw new ParameterException(spec.commandLine(), otherwise);
        }
    }

    private List<String> places() {
        List<String> known = model.signals().places().stream()
                .filter(p -> model.signals().orderAt(p) != null) // a script has no order that a formula could use
                .toList();
        if (model.signals().places().isEmpty()) {
            throw new ParameterException(
                    spec.commandLine(), "there is no signal in this study, and nothing that a formula could time");
        }
        List<String> untimed = new ArrayList<>(model.signals().places());
        untimed.removeAll(known);
        if (untimed.contains(place) || known.isEmpty() && !untimed.isEmpty()) {
            throw new ParameterException(
                    spec.commandLine(),
                    "at " + (place == null ? String.join(", ", untimed) : place)
                            + " a script, a meter or an external controller decides: there is no plan that a formula could time");
        }
        if (place != null && !known.contains(place)) {
            throw new ParameterException(
                    spec.commandLine(), "there is no signal at '" + place + "'." + Names.suggestion(place, known));
        }
        return place == null ? known : List.of(place);
    }

    private PlaceTiming timing(String one, Map<String, Double> changed) {
        ToDoubleFunction<Movement> volume = m -> changed.getOrDefault(m.id(), volumes.movement(m.index()));
        double heavy = Kinds.of(model.study()).heavyShare(model.study().demand().mix());
        return PlaceTiming.of(
                model.network(),
                model.signals(),
                model.keptLanes(),
                one,
                new Flows(volume, model.demand()::peopleRate),
                saturation,
                heavy);
    }

    /** The volume that {@code --what-if} gives, by the id of its movement. */
    private Map<String, Double> changedVolume() {
        if (whatIf == null || !whatIf.contains("=")) {
            return Map.of();
        }
        String[] parts = whatIf.split("=", 2);
        try {
            double volume = Double.parseDouble(parts[1].replace("veh/h", "").strip());
            if (volume >= 0 && volume <= 20_000) {
                return Map.of(movement(parts[0]).id(), volume);
            }
        } catch (NumberFormatException e) {
            // said below
        }
        throw new ParameterException(
                spec.commandLine(),
                "--what-if takes MOVEMENT or MOVEMENT=VEH/H, such as NBT=450, not '" + whatIf + "'");
    }

    private Movement movement(String name) {
        Network.Lookup lookup = model.network().movement(place, name);
        if (lookup.movement() == null) {
            throw new ParameterException(spec.commandLine(), lookup.problem());
        }
        return lookup.movement();
    }

    private void printSeries(PrintWriter out) throws IOException {
        Movement movement = movement(whatIf);
        double volume = volumes.movement(movement.index());
        List<Double> volumes = new ArrayList<>();
        for (int percent = 60; percent <= 160; percent += 10) {
            volumes.add(volume * percent / 100);
        }
        out.println();
        out.println("What if " + movement.name() + " were not " + Math.round(volume) + " veh/h:");
        out.println();
        TimingSheets.series(volumes, v -> timing(place, Map.of(movement.id(), v)), load, longest)
                .print(form, out);
    }

    private void write(LoadedStudy loaded, Map<String, PlaceTiming> timings, PrintWriter out) throws IOException {
        String name = write.substring("plan:".length());
        Path file = TimedPlans.write(
                loaded, model, name, new TimingSheets(model, timings, load, longest, cycle, false).chosen(), force);
        if (!form.isForMachines()) {
            out.println();
            out.println("wrote " + file);
            out.println("next: " + Main.me() + " run " + Main.typed(loaded.folder()) + " -a " + loaded.alternative()
                    + " -a " + (loaded.alternative().equals("base") ? "" : loaded.alternative() + "+") + name);
        }
    }
}
