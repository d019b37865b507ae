package org.ulicarro.files.gmns;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.NetworkCompiler;
import org.ulicarro.core.signal.TrialPlan;
import org.ulicarro.core.study.DemandInput;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.RoadClass;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.Study;
import org.ulicarro.files.Message;
import org.ulicarro.files.NewStudy;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.files.TrialDemandText;
import org.ulicarro.files.gmns.GmnsTable.Row;

/** Tables of the specification as a study: nodes become places, two links against each other one road, movements arrows and what is closed. */
public final class GmnsImport {

    private static final String ABOUT = "Of tables of the General Modeling Network Specification.";

    private static final double OFF = 0.5; // m: nearer than that nodes and shapes are only rounded differently

    private final Path folder;
    private final List<Message> faults = new ArrayList<>();
    private final Set<String> notes = new LinkedHashSet<>();
    private final GmnsNetwork tables;
    private final Set<String> waiting = new LinkedHashSet<>(); // places whose signal has no plan yet

    public GmnsImport(Path folder) {
        this.folder = folder;
        tables = new GmnsNetwork(folder, faults, notes);
    }

    /** What was assumed, and what could not be taken over. */
    public List<String> notes() {
        return List.copyOf(notes);
    }

    /** Reads the tables. */
    private NewStudy read(String side) throws StudyProblem {
        tables.read();
        if (!faults.isEmpty()) {
            throw new StudyProblem(faults);
        }
        GmnsSignals controllers = new GmnsSignals(
                folder,
                faults,
                notes,
                tables.movements.text,
                tables.movements.node,
                tables.placeId,
                tables.locations.roadOf);
        Map<String, SignalController> signals = controllers.read();
        if (!faults.isEmpty()) {
            throw new StudyProblem(faults);
        }
        String said = side == null ? tables.config.driveOn : side;
        NewStudy study = new NewStudy(ABOUT, tables.config.title, !"left".equals(said), controllers.period());
        NetworkInput network = network(signals.keySet());
        study.network(ABOUT, network, Map.of());
        study.demand("", DemandInput.of(TrialDemandText.LIGHT));
        if (!waiting.isEmpty()) {
            waiting.forEach(place -> signals.put(place, NewStudy.standIn()));
            study.signals("", signals);
            plansToBeginWith(study.study()).forEach(plan -> signals.put(plan.place(), NewStudy.control(plan)));
        }
        study.signals("", signals);
        return study;
    }

    private NetworkInput network(Set<String> controlled) {
        Map<String, GmnsLink[]> pairs = new LinkedHashMap<>();
        tables.links.values().forEach(l -> pairs.computeIfAbsent(l.road, none -> new GmnsLink[2])[l.ahead ? 0 : 1] = l);
        Map<String, Road> roads = new LinkedHashMap<>();
        pairs.forEach((id, both) -> roads.put(id, road(both)));
        Map<String, Place> places = new LinkedHashMap<>();
        tables.nodes.forEach((id, row) -> places.put(tables.placeId.get(id), place(id, row, controlled)));
        return new NetworkInput(
                tables.config.origin,
                null,
                null,
                places,
                roads,
                null,
                tables.locations.detectors,
                tables.locations.stops,
                null,
                null,
                null,
                null,
                tables.locations.crossings,
                null);
    }

    private Place place(String id, Row row, Set<String> controlled) {
        Place.Control control = control(id, row, controlled);
        boolean ring = control == Place.Control.ROUNDABOUT;
        GmnsMovements.AtNode at = tables.movements.nodes.getOrDefault(id, new GmnsMovements.AtNode());
        Map<String, String> legs = new LinkedHashMap<>();
        Map<String, Double> setback = new LinkedHashMap<>();
        for (GmnsLink link : tables.links.values()) {
            if (link.to.equals(id) && link.approach != null) {
                legs.put(link.road, link.approach);
            }
            if (link.to.equals(id) && link.setback != null) {
                setback.put(link.road, GmnsLink.rounded(link.setback));
            }
        }
        return new Place(
                point(tables.at.get(id)),
                control,
                minor(id, control, at),
                legs,
                tables.locations.legs.get(id),
                at.bypass,
                at.movements,
                length(row, "corner_radius"),
                setback,
                ring ? length(row, "outer_diameter") : null,
                ring && row.text("ring_lanes") != null ? (int) row.number("ring_lanes", 1) : null,
                arcs(row),
                at.onRed,
                at.saturation);
    }

    /** Roads that stop or yield at a place whose other roads go first; null where what is derived will do. */
    private List<String> minor(String node, Place.Control control, GmnsMovements.AtNode at) {
        boolean signs = control == Place.Control.STOP || control == Place.Control.YIELD;
        if (!signs && control != Place.Control.SIGNAL || at.going.isEmpty()) {
            return null;
        }
        List<String> minor = new ArrayList<>(at.yielding);
        if (!signs) {
            minor.removeAll(at.going);
        }
        if (signs && minor.isEmpty()) { // nobody yields, as where only a road that leads away is a minor one
            tables.links.values().stream()
                    .filter(l -> l.from.equals(node) && !at.going.contains(l.road))
                    .forEach(l -> minor.add(l.road));
        }
        return minor.isEmpty() ? null : minor;
    }

    private Double length(Row row, String column) {
        return row.text(column) == null ? null : GmnsLink.rounded(row.number(column, 0) * tables.config.metres);
    }

    private static Map<String, Integer> arcs(Row row) {
        Map<String, Integer> arcs = new LinkedHashMap<>();
        for (String arc : row.text("ring_arcs") == null
                ? new String[0]
                : row.text("ring_arcs").split(";")) {
            if (arc.strip().matches("\\S+ \\d")) {
                arcs.put(arc.strip().split(" ")[0], Integer.parseInt(arc.strip().split(" ")[1]));
            } else {
                row.fail("'ring_arcs' is like 'north>east 2; east>south 1', not '" + arc.strip() + "'");
            }
        }
        return arcs;
    }

    private static Point point(double[] at) {
        return new Point(StrictMath.rint(at[0] * 1000) / 1000, StrictMath.rint(at[1] * 1000) / 1000);
    }

    private Place.Control control(String id, Row row, Set<String> controlled) {
        String type = row.text("node_type") == null ? "" : row.text("node_type").toLowerCase(Locale.ROOT);
        String control =
                row.text("ctrl_type") == null ? "" : row.text("ctrl_type").toLowerCase(Locale.ROOT);
        if (type.contains("roundabout")) {
            if (row.text("outer_diameter") == null) {
                notes.add("roundabouts are given the usual diameter and one lane");
            }
            return Place.Control.ROUNDABOUT;
        }
        if (control.contains("signal") && !controlled.contains(tables.placeId.get(id))) {
            notes.add("signals without a controller that can be taken over, given a plan to begin with");
            waiting.add(tables.placeId.get(id));
        }
        if (control.contains("signal")) {
            return Place.Control.SIGNAL;
        }
        if (control.matches("(\\d|all|multi)[-_ ]?(way[-_ ]?)?stop")) {
            return Place.Control.ALL_STOP;
        }
        if (control.contains("stop")) {
            return Place.Control.STOP;
        }
        if (control.contains("yield")) {
            return Place.Control.YIELD;
        }
        if (!control.matches("|no[-_ ]?control|none|uncontrolled")) {
            notes.add("control that a study has no word for, taken as none: '" + row.text("ctrl_type") + "'");
        }
        return Place.Control.NONE;
    }

    private Road road(GmnsLink[] both) {
        GmnsLink any = both[0] == null ? both[1] : both[0];
        List<double[]> shape = new ArrayList<>(any.shape);
        if (both[0] == null) {
            Collections.reverse(shape);
        }
        String from = both[0] == null ? any.to : any.from;
        String to = both[0] == null ? any.from : any.to;
        double percent = GmnsLink.rounded(both[0] == null ? -any.grade : any.grade);
        Map<String, Point> ends = new LinkedHashMap<>();
        end(from, shape.get(0), ends);
        end(to, shape.get(shape.size() - 1), ends);
        return new Road(
                any.road.equals(any.name) ? null : any.name,
                roadClass(any),
                List.of(tables.placeId.get(from), tables.placeId.get(to)),
                shape.subList(1, shape.size() - 1).stream()
                        .map(GmnsImport::point)
                        .toList(),
                ends,
                any.speed,
                percent * 0.01,
                GmnsLink.rounded(any.median),
                any.level,
                Uses.closed(any.allowed),
                Uses.only(any.allowed),
                both[0] == null ? null : both[0].direction(),
                both[1] == null ? null : both[1].direction());
    }

    /** Its axis may end beside a node, as where legs are offset. */
    private void end(String node, double[] end, Map<String, Point> ends) {
        double[] at = tables.at.get(node);
        if (StrictMath.hypot(end[0] - at[0], end[1] - at[1]) > OFF) {
            ends.put(tables.placeId.get(node), point(end));
        }
    }

    private static RoadClass roadClass(GmnsLink link) {
        for (RoadClass one : RoadClass.values()) {
            if (one.name().equalsIgnoreCase(link.facility)) {
                return one;
            }
        }
        return link.motorway() ? RoadClass.MOTORWAY : RoadClass.URBAN;
    }

    /**
     * Reads the tables and writes a study, all of it or nothing. Whether it can run is for the study's own check.
     *
     * @param into a folder that does not exist yet, or is empty
     * @param side on which people drive, right or left; null for what the tables say, and right where they do not
     * @return names of what was written
     */
    public List<String> write(Path into, String side) throws IOException, StudyProblem {
        NewStudy study = read(side);
        Path work = into.toAbsolutePath().getParent().resolve("." + into.getFileName() + ".unfinished");
        Files.createDirectories(work);
        try {
            study.write(work);
            Files.deleteIfExists(into); // an empty one
            Files.move(work, into);
            return List.copyOf(study.files().keySet());
        } finally {
            if (Files.isDirectory(work)) {
                try (Stream<Path> left = Files.list(work)) {
                    for (Path file : left.toList()) {
                        Files.delete(file);
                    }
                }
                Files.delete(work);
            }
        }
    }

    /** For signals of which the tables say only that they are there. */
    private List<TrialPlan> plansToBeginWith(Study study) {
        Network network = NetworkCompiler.compile(study.network(), study.driveOn(), new ArrayList<>());
        return network == null
                ? List.of()
                : TrialPlan.of(network).stream()
                        .filter(p -> waiting.contains(p.place()))
                        .toList();
    }
}
