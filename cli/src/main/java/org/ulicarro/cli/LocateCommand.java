package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.NetworkInput.LatLon;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Point;
import org.ulicarro.files.GeoFit;
import org.ulicarro.files.GeoReference;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.StudyEditor;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "locate",
        mixinStandardHelpOptions = true,
        description =
                "Puts a plan on the map: finds origin and turn from places whose latitude and longitude are known (two or more, by least"
                        + " squares; nothing is stretched), or moves a plan that lies there already. What each place misses by is printed, and"
                        + " network.origin written into the study.",
        footer = {
            "",
            "Example:  ulicarro locate quayside --at market=44.0500,14.9800 --at west=44.0509,14.9661",
            "          ulicarro locate quayside --turn 3deg --shift 12m,-4m",
            "Then:     ulicarro export quayside --geojson plan.geojson, or --kml plan.kml"
        })
final class LocateCommand implements Callable<Integer> {

    /** Known points that are nearer to each other say nothing of the turn (m). */
    private static final double APART = 20;

    /** Beyond this the plan's own [0, 0] is no point to hang it up by (m). */
    private static final double FAR = 50_000;

    /** A stretch that distances read off a map do not explain. */
    private static final double STRETCHED = 0.005;

    @Parameters(paramLabel = "STUDY", description = "the folder with study.yaml")
    private Path folder;

    @Option(
            names = "--at",
            paramLabel = "PLACE=LAT,LON",
            description = "where a place lies, in degrees north and east (WGS84); give two or more")
    private List<String> at = new ArrayList<>();

    @Option(names = "--turn", paramLabel = "ANGLE", description = "turn the plan, clockwise as seen from above: 3deg")
    private String turn;

    @Option(
            names = "--about",
            paramLabel = "PLACE",
            description = "with --turn: this place stays; the middle of the plan unless given")
    private String about;

    @Option(names = "--shift", paramLabel = "EAST,NORTH", description = "move the plan on the ground: 12m,-4m")
    private String shift;

    @Option(names = "--anyway", description = "write it although places miss by more than reading a map explains")
    private boolean anyway;

    @Option(names = "--dry-run", description = "print what comes of it, and write nothing")
    private boolean dryRun;

    @Mixin
    private OutputForm form;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws StudyProblem, IOException {
        need(
                !at.isEmpty() || turn != null || shift != null,
                "say where places lie with --at, or move the plan with --turn or --shift");
        need(about == null || turn != null, "--about goes with --turn");
        if (!Files.exists(folder.resolve(StudyFolder.MAIN_FILE))) {
            StudyFolder.read(folder, List.of()); // says why
        }
        LoadedStudy loaded = StudyFolder.read(folder, List.of());
        NetworkInput network = loaded.study().network();
        Map<String, LatLon> known = known(network);
        GeoReference map = loaded.georeference();
        GeoFit fit = null;
        if (known.size() > 1) {
            apart(network, known);
            fit = GeoFit.of(points(network, known), known);
            map = fit.map();
        } else if (map == null) {
            throw new IOException(
                    folder
                            + (known.isEmpty()
                                    ? " does not lie on the map yet; say where two or more of its places do with --at"
                                    : " does not lie on the map yet, and one place says nothing of its turn; give two or more"));
        } else if (known.size() == 1) {
            map = hung(map, network, known);
        }
        map = moved(map, network);
        Map<String, Object> origin = origin(map, network, known);
        GeoReference written = reference(origin, network);
        boolean fits = print(network, known, fit, written);
        if (!fits && !anyway) {
            spec.commandLine()
                    .getErr()
                    .println(
                            "nothing was written; correct what is wrong, or take --anyway where the plan is meant as a sketch");
            return Exit.DOES_NOT_HOLD;
        }
        StudyEditor editor = StudyEditor.open(folder, null);
        PrintWriter out = form.isForMachines()
                ? spec.commandLine().getErr()
                : spec.commandLine().getOut();
        String value = org.ulicarro.files.StudyText.line(origin);
        String file = editor.set("network.origin", value);
        out.println(file + ": network.origin = " + value);
        editor.check().compile(null).warnings().stream()
                .filter(m -> m.text().contains("origin"))
                .forEach(out::println);
        if (dryRun) {
            out.println("nothing was written (--dry-run)");
        } else {
            editor.save();
        }
        return Exit.DONE;
    }

    private void need(boolean holds, String otherwise) {
        if (!holds) {
            throw new ParameterException(spec.commandLine(), otherwise);
        }
    }

    private Map<String, LatLon> known(NetworkInput network) {
        Map<String, LatLon> known = new LinkedHashMap<>();
        for (String one : at) {
            String[] parts = one.split("=", 2);
            String[] degrees = parts.length == 2 ? parts[1].split(",") : new String[0];
            need(degrees.length == 2, "--at takes a place and its degrees, market=44.0503,14.9812, not '" + one + "'");
            place(network, parts[0]);
            need(!known.containsKey(parts[0]), "'" + parts[0] + "' is given twice");
            try {
                double lat = Double.parseDouble(degrees[0].strip());
                double lon = Double.parseDouble(degrees[1].strip());
                need(
                        Math.abs(lat) <= 85 && Math.abs(lon) <= 180,
                        "'" + one + "': latitude comes first, from -85 to 85, then longitude, from -180 to 180");
                known.put(parts[0], new LatLon(lat, lon));
            } catch (NumberFormatException e) {
                throw new ParameterException(
                        spec.commandLine(),
                        "--at takes degrees with a point, market=44.0503,14.9812, not '" + one + "'");
            }
        }
        return known;
    }

    private void place(NetworkInput network, String id) {
        need(
                network.places().containsKey(id),
                "there is no place '" + id + "'."
                        + Names.suggestion(id, network.places().keySet()));
    }

    private static Map<String, Point> points(NetworkInput network, Map<String, LatLon> known) {
        Map<String, Point> points = new LinkedHashMap<>();
        known.keySet().forEach(id -> points.put(id, network.places().get(id).at()));
        return points;
    }

    /** Points on one spot, on the plan or on the map, give no turn. */
    private void apart(NetworkInput network, Map<String, LatLon> known) throws IOException {
        double onPlan = 0;
        double onMap = 0;
        LatLon first = known.values().iterator().next();
        Point firstAt = network.places().get(known.keySet().iterator().next()).at();
        GeoReference ground = GeoReference.at(first.lat(), first.lon());
        for (Map.Entry<String, LatLon> one : known.entrySet()) {
            Point p = network.places().get(one.getKey()).at();
            onPlan = Math.max(onPlan, Math.hypot(p.x() - firstAt.x(), p.y() - firstAt.y()));
            double[] g = ground.plan(one.getValue().lat(), one.getValue().lon());
            onMap = Math.max(onMap, Math.hypot(g[0], g[1]));
        }
        if (onPlan < APART || onMap < APART) {
            throw new IOException(String.format(
                    Locale.ROOT,
                    "these places lie within %.0f m of each other %s, which says nothing of the plan's turn; give places far from each other",
                    Math.min(onPlan, onMap),
                    onMap < APART ? "by their coordinates" : "on the plan"));
        }
    }

    /** One known place moves the plan without turning it. */
    private static GeoReference hung(GeoReference map, NetworkInput network, Map<String, LatLon> known) {
        Map.Entry<String, LatLon> one = known.entrySet().iterator().next();
        Point p = network.places().get(one.getKey()).at();
        double[] where = map.plan(one.getValue().lat(), one.getValue().lon());
        double dx = where[0] - p.x();
        double dy = where[1] - p.y();
        return GeoReference.at(map.lat(dx, dy), map.lon(dx, dy), bearing(map, dx, dy));
    }

    private GeoReference moved(GeoReference map, NetworkInput network) {
        GeoReference now = map;
        if (turn != null) {
            if (about != null) {
                place(network, about);
            }
            Point middle = about == null
                    ? middle(network)
                    : network.places().get(about).at();
            GeoReference there = GeoReference.at(
                    now.lat(middle.x(), middle.y()),
                    now.lon(middle.x(), middle.y()),
                    bearing(now, middle.x(), middle.y()) + angle());
            now = GeoReference.at(
                    there.lat(-middle.x(), -middle.y()),
                    there.lon(-middle.x(), -middle.y()),
                    bearing(there, -middle.x(), -middle.y()));
        }
        if (shift != null) {
            String[] parts = shift.split(",");
            need(parts.length == 2, "--shift takes two lengths, east and north: 12m,-4m");
            GeoReference ground = GeoReference.at(now.lat(0, 0), now.lon(0, 0));
            double east = length(parts[0]);
            double north = length(parts[1]);
            now = GeoReference.at(ground.lat(east, north), ground.lon(east, north), bearing(now, 0, 0));
        }
        return now;
    }

    private double angle() {
        try {
            return Quantity.parse(spaced(turn), Dimension.ANGLE).mean();
        } catch (Quantity.Unreadable e) {
            throw new ParameterException(
                    spec.commandLine(), "--turn takes an angle such as 3deg or -1.5deg, not '" + turn + "'");
        }
    }

    private double length(String text) {
        try {
            return Quantity.parse(spaced(text.strip()), Dimension.LENGTH).mean();
        } catch (Quantity.Unreadable e) {
            throw new ParameterException(spec.commandLine(), "--shift takes two lengths, east and north: 12m,-4m");
        }
    }

    private static String spaced(String text) {
        return text.replaceFirst("(?<=[0-9])(?=[a-z])", " ");
    }

    private static Point middle(NetworkInput network) {
        double x = network.places().values().stream()
                .map(Place::at)
                .mapToDouble(Point::x)
                .average()
                .orElse(0);
        double y = network.places().values().stream()
                .map(Place::at)
                .mapToDouble(Point::y)
                .average()
                .orElse(0);
        return new Point(x, y);
    }

    /** Bearing of the plan's y axis from true north at a point of it, clockwise (rad): meridians are not parallel. */
    private static double bearing(GeoReference map, double x, double y) {
        GeoReference here = GeoReference.at(map.lat(x, y), map.lon(x, y));
        double[] up = here.plan(map.lat(x, y + 100), map.lon(x, y + 100));
        return Math.atan2(up[0], up[1]);
    }

    /** As the study keeps it: by its [0, 0], or by known places where that is far away. */
    private Map<String, Object> origin(GeoReference map, NetworkInput network, Map<String, LatLon> known) {
        Point middle = middle(network);
        Map<String, Object> origin = new LinkedHashMap<>();
        if (Math.hypot(middle.x(), middle.y()) > FAR && known.size() > 1 && turn == null && shift == null) {
            Map<String, Object> places = new LinkedHashMap<>();
            known.forEach((id, where) -> {
                Map<String, Object> degrees = new LinkedHashMap<>();
                degrees.put("lat", where.lat());
                degrees.put("lon", where.lon());
                places.put(id, degrees);
            });
            origin.put("places", places);
            return origin;
        }
        origin.put("lat", rounded(map.lat(0, 0), 1e8));
        origin.put("lon", rounded(map.lon(0, 0), 1e8));
        origin.put("bearing", plain(rounded(Math.toDegrees(bearing(map, 0, 0)), 1e4)) + " deg");
        return origin;
    }

    private static double rounded(double value, double by) {
        return Math.rint(value * by) / by;
    }

    private static String plain(double value) {
        return java.math.BigDecimal.valueOf(value).stripTrailingZeros().toPlainString();
    }

    private static GeoReference reference(Map<String, Object> origin, NetworkInput network) {
        if (origin.get("places") instanceof Map<?, ?> places) {
            Map<String, LatLon> known = new LinkedHashMap<>();
            places.forEach((id, where) ->
                    known.put((String) id, new LatLon((Double) ((Map<?, ?>) where).get("lat"), (Double)
                            ((Map<?, ?>) where).get("lon"))));
            return GeoFit.of(points(network, known), known).map();
        }
        double bearing = Double.parseDouble(((String) origin.get("bearing")).replace(" deg", ""));
        return GeoReference.at((Double) origin.get("lat"), (Double) origin.get("lon"), Math.toRadians(bearing));
    }

    /** What each known place misses by, of what is written; whether all is within what reading a map explains. */
    private boolean print(NetworkInput network, Map<String, LatLon> known, GeoFit fit, GeoReference written)
            throws IOException {
        Sheet sheet = new Sheet()
                .words("place", "place")
                .numbers("lat", "latitude", 6)
                .numbers("lon", "longitude", 6)
                .numbers("east_m", "off east m", 2)
                .numbers("north_m", "north m", 2)
                .numbers("off_m", "in all m", 2);
        known.forEach((id, where) -> {
            Point p = network.places().get(id).at();
            double[] off = GeoReference.at(where.lat(), where.lon())
                    .plan(written.lat(p.x(), p.y()), written.lon(p.x(), p.y()));
            sheet.add(id, where.lat(), where.lon(), off[0], off[1], Math.hypot(off[0], off[1]));
        });
        PrintWriter out = spec.commandLine().getOut();
        if (sheet.size() > 0 || form.isForMachines()) {
            sheet.print(form, out);
        }
        if (fit == null) {
            return true;
        }
        PrintWriter says = form.isForMachines() ? spec.commandLine().getErr() : out;
        double stretch = fit.stretch() - 1;
        if (Math.abs(stretch) > STRETCHED / 10) {
            says.printf(
                    Locale.ROOT,
                    "distances on the map are %.2f %% %s than on the plan; nothing was stretched%s%n",
                    Math.abs(100 * stretch),
                    stretch > 0 ? "longer" : "shorter",
                    Math.abs(stretch) > STRETCHED
                            ? ", and lengths of the plan should be looked at: a picture that was traced at a wrong scale?"
                            : "");
        }
        List<GeoFit.Miss> far =
                fit.misses().stream().filter(GeoFit.Miss::tooFar).toList();
        if (!far.isEmpty()) {
            PrintWriter err = spec.commandLine().getErr();
            far.forEach(miss -> err.printf(
                    Locale.ROOT,
                    "'%s' misses by %.0f m, more than reading a map explains (2 m + 0.5 %% of its distance from the middle)%n",
                    miss.id(),
                    miss.distance()));
            culprit(network, known, err);
        }
        return far.isEmpty();
    }

    /** The place without which all others agree, if there is one. */
    private void culprit(NetworkInput network, Map<String, LatLon> known, PrintWriter err) {
        if (known.size() < 4) {
            err.println(
                    "these coordinates contradict each other or the plan; with four places it would show which of them is wrong");
            return;
        }
        for (String id : known.keySet()) {
            Map<String, LatLon> others = new LinkedHashMap<>(known);
            others.remove(id);
            if (GeoFit.of(points(network, others), others).misses().stream().noneMatch(GeoFit.Miss::tooFar)) {
                err.println(
                        "without '" + id + "' all others agree: its coordinates are wrong, or its point on the plan");
                return;
            }
        }
        err.println("these coordinates contradict each other or the plan, and no single one of them can be the reason");
    }
}
