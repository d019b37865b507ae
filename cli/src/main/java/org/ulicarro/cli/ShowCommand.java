package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.List;
import java.util.Locale;
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
            "  crossings    marked crossings and what they cross",
            "  devices      detectors, stops, gates, closures and the like",
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
        CROSSINGS,
        DEVICES
    }

    @Mixin
    private StudyArguments study;

    @Parameters(index = "1", paramLabel = "WHAT", description = "what to print; see below")
    private String what;

    @Option(names = "--place", paramLabel = "PLACE", description = "of this place only")
    private String place;

    @Option(
            names = {"-a", "--alternative"},
            paramLabel = "ALT",
            description = "put this alternative on the study first")
    private String alternative;

    @Mixin
    private OutputForm form;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws StudyProblem, IOException {
        What chosen = chosen();
        LoadedStudy loaded = study.read(alternative);
        Model model = loaded.compile(study.period).model();
        Network network = model.network();
        if (place != null && !network.junctions().containsKey(place)) {
            throw new ParameterException(
                    spec.commandLine(),
                    "there is no place '" + place + "'."
                            + Names.suggestion(place, network.junctions().keySet()));
        }
        NetworkSheets sheets = new NetworkSheets(model, loaded.georeference(), place);
        PrintWriter out = spec.commandLine().getOut();
        Sheet sheet = switch (chosen) {
            case PLACES -> sheets.places();
            case POINTS -> sheets.points();
            case ROADS -> sheets.roads();
            case LANES -> sheets.lanes();
            case MOVEMENTS -> sheets.movements();
            case CONFLICTS -> sheets.conflicts();
            case INTERGREENS -> sheets.intergreens(form.isForMachines());
            case CROSSINGS -> sheets.crossings();
            case DEVICES -> sheets.devices();
        };
        sheet.print(form, out);
        if (!form.isForMachines()) {
            sheets.notes(chosen.name().toLowerCase(Locale.ROOT)).forEach(out::println);
        }
        return Exit.DONE;
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
