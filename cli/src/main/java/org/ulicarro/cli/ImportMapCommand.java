package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.files.osm.Area;
import org.ulicarro.files.osm.Loss;
import org.ulicarro.files.osm.Losses;
import org.ulicarro.files.osm.MapImport;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "map",
        mixinStandardHelpOptions = true,
        description =
                "Makes a study of an OpenStreetMap extract: roads with lanes, arrows, limits and who goes first; junctions, roundabouts and"
                        + " ramps as drivers know them; turn restrictions, crossings, bus stops. What the map does not say is guessed,"
                        + " listed, and marked in the files.",
        footer = {
            "",
            "Examples:  ulicarro import map town town.osm.pbf --demand '3000 veh/h'",
            "           ulicarro import map centre town.osm.gz --around 44.05,14.98,800m --from tertiary"
        })
final class ImportMapCommand implements Callable<Integer> {

    private static final int WIDTH = 100;
    private static final String LOSSES = "losses.geojson";

    @Parameters(
            index = "0",
            paramLabel = "DIR",
            description = "the study to write: a folder that does not exist yet or is empty")
    private Path folder;

    @Parameters(index = "1", paramLabel = "MAP", description = "a file .osm, .osm.gz, .osm.bz2 or .osm.pbf")
    private Path map;

    @Option(
            names = "--box",
            paramLabel = "S,W,N,E",
            description = "only what lies between these latitudes and longitudes: 44.04,14.96,44.06,14.99")
    private String box;

    @Option(
            names = "--polygon",
            paramLabel = "FILE",
            description = "only what lies in the polygons of this GeoJSON file")
    private Path polygon;

    @Option(
            names = "--around",
            paramLabel = "LAT,LON,DIST",
            description = "only what lies within a distance of a point: 44.05,14.98,800m")
    private String around;

    @Option(
            names = "--from",
            paramLabel = "CLASS",
            description =
                    "the least important class that is taken: living_street (default), or residential, tertiary, secondary …")
    private String from = "living_street";

    @Option(names = "--drive-on", paramLabel = "SIDE", description = "right (default) or left")
    private String side = "right";

    @Option(names = "--title", paramLabel = "TEXT", description = "of the study; the map's name unless given")
    private String title;

    @Option(
            names = "--demand",
            paramLabel = "FLOW",
            description = "demand for a trial, that much from all ends to all ends: '3000 veh/h'")
    private String demand;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException, StudyProblem {
        if (Stream.of(box, polygon, around).filter(o -> o != null).count() > 1) {
            throw usage("give one of --box, --polygon and --around");
        }
        if (!MapImport.classes().contains(from)) {
            throw usage("--from: there is no class '" + from + "'." + Names.suggestion(from, MapImport.classes()));
        }
        if (!side.equals("right") && !side.equals("left")) {
            throw usage("--drive-on takes right or left, not '" + side + "'");
        }
        if (!Files.isRegularFile(map)) {
            throw new IOException(map + ": there is no such file");
        }
        if (NewCommand.isInUse(folder)) {
            throw new IOException(folder + ": there is something already; give a folder that does not exist yet");
        }
        PrintWriter err = spec.commandLine().getErr();
        MapImport.Wish wish = new MapImport.Wish(area(), from, side.equals("right"), title(), flow(), demand);
        MapImport.Result result = new MapImport(wish, line -> {
                    err.println(line);
                    err.flush();
                })
                .run(map, folder);
        tell(result);
        PrintWriter out = spec.commandLine().getOut();
        try {
            if (result.checked()) {
                StudyFolder.read(folder, List.of()).compile(null).warnings().forEach(err::println);
            }
        } catch (StudyProblem problem) {
            problem.messages().forEach(err::println);
            out.println("It does not run as it is; the messages say where, and 'check " + Main.typed(folder)
                    + "' says so again.");
            return Exit.DOES_NOT_HOLD;
        }
        out.println("next: " + Main.me() + " draw " + Main.typed(folder) + " --over " + LOSSES + " -o losses.png");
        if (demand != null) {
            out.println("      " + Main.me() + " run " + Main.typed(folder));
        } else {
            out.println(
                    "      then write who travels into demand.yaml, or import again with --demand '3000 veh/h' for a trial");
        }
        return tellDetours(result) ? Exit.DOES_NOT_HOLD : Exit.DONE;
    }

    private void tell(MapImport.Result result) {
        PrintWriter out = spec.commandLine().getOut();
        out.printf(
                Locale.ROOT,
                "wrote %s%n      %s%n%d places, %d of them with signals; %d roads, %.1f km%n",
                folder,
                String.join(", ", result.files()),
                result.places(),
                result.signals(),
                result.roads(),
                result.kilometres());
        if (!result.checked()) {
            out.println(
                    "Too large to be looked through junction by junction: it was not checked, and has no signal plans and no demand.");
        }
        for (Loss.Grade grade : Loss.Grade.values()) {
            tell(result.losses().kinds().stream()
                    .filter(k -> k.loss().grade() == grade)
                    .toList());
        }
        out.println();
    }

    /** The kinds of one grade, each with what it does. */
    private void tell(List<Losses.Kind> kinds) {
        PrintWriter out = spec.commandLine().getOut();
        if (kinds.isEmpty()) {
            return;
        }
        out.println();
        out.println(
                switch (kinds.get(0).loss().grade()) {
                    case LEFT_OUT -> "Left out:";
                    case CHANGED -> "Changed:";
                    case GUESSED -> "Guessed:";
                });
        for (Losses.Kind kind : kinds) {
            String head = String.format(Locale.ROOT, "%7d  ", kind.count());
            String length = kind.metres() < 50 ? "" : String.format(Locale.ROOT, ", %.1f km", kind.metres() / 1000);
            String more = kind.count() > kind.examples().size() ? ", …" : "";
            String text = kind.loss().words().replaceAll(", left out$", "") + length + " ("
                    + String.join(", ", kind.examples()) + more + ")";
            List<String> lines = Wrapped.lines(List.of(text.split(" ")), WIDTH - head.length());
            out.println(head + lines.get(0));
            lines.stream().skip(1).forEach(l -> out.println(" ".repeat(head.length()) + l));
        }
    }

    /** Whether neighbours of the map have come apart: then the import has not kept what it was for. */
    private boolean tellDetours(MapImport.Result result) {
        long detours = result.losses().entries().stream()
                .filter(e -> e.loss() == Loss.DETOUR)
                .count();
        if (detours > 0) {
            spec.commandLine()
                    .getErr()
                    .println("error: " + detours
                            + (detours == 1 ? " junction is" : " junctions are")
                            + " much further from a neighbour of the map than they were; see the first rows of "
                            + folder.resolve("losses.csv"));
        }
        return detours > 0;
    }

    private Area area() throws IOException, StudyProblem {
        if (polygon != null) {
            return Area.polygon(polygon);
        }
        if (box != null) {
            double[] d = numbers(box, 4, "--box takes south,west,north,east in degrees: 44.04,14.96,44.06,14.99");
            if (d[0] >= d[2] || d[1] >= d[3]) {
                throw usage("--box: south and west come first, then north and east");
            }
            return Area.box(d[0], d[1], d[2], d[3]);
        }
        if (around != null) {
            String wrong = "--around takes latitude,longitude,distance: 44.05,14.98,800m";
            int last = around.lastIndexOf(',');
            double[] d = numbers(last < 0 ? around : around.substring(0, last), 2, wrong);
            try {
                return Area.around(
                        d[0],
                        d[1],
                        Quantity.parse(around.substring(last + 1), Dimension.LENGTH)
                                .mean());
            } catch (Quantity.Unreadable e) {
                throw usage(wrong);
            }
        }
        return Area.everything();
    }

    private double[] numbers(String text, int count, String wrong) {
        String[] parts = text.split(",");
        double[] numbers = new double[count];
        if (parts.length != count) {
            throw usage(wrong);
        }
        for (int i = 0; i < count; i++) {
            try {
                numbers[i] = Double.parseDouble(parts[i].trim());
            } catch (NumberFormatException e) {
                throw usage(wrong);
            }
        }
        return numbers;
    }

    private String title() {
        String name = map.getFileName().toString().replaceAll("\\.(osm|xml|gz|bz2|pbf)\\b", "");
        return title == null ? name.replace('-', ' ').replace('_', ' ') : title;
    }

    private double flow() {
        if (demand == null) {
            return 0;
        }
        try {
            double perSecond = Quantity.parse(demand, Dimension.FLOW).mean();
            if (perSecond > 0) {
                return perSecond;
            }
        } catch (Quantity.Unreadable e) {
            // told below, as a flow that is none
        }
        throw usage("--demand takes a flow above 0, such as '1200 veh/h'");
    }

    private ParameterException usage(String message) {
        return new ParameterException(spec.commandLine(), message);
    }
}
