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
import org.ulicarro.core.study.MovementInput;
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
    private NewStudy read(boolean driveRight) throws StudyProblem {
        tables.read();
        if (!faults.isEmpty()) {
            throw new StudyProblem(faults);
        }
        GmnsSignals controllers =
                new GmnsSignals(folder, faults, notes, tables.movementText, tables.movementNode, tables.placeId);
        Map<String, SignalController> signals = controllers.read();
        if (!faults.isEmpty()) {
            throw new StudyProblem(faults);
        }
        NewStudy study = new NewStudy(ABOUT, tables.title, driveRight, controllers.period());
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
        Map<String, Place> places = new LinkedHashMap<>();
        tables.nodes.forEach((id, row) -> {
            Place.Control control = control(id, row, controlled);
            boolean ring = control == Place.Control.ROUNDABOUT;
            Map<String, MovementInput> movements = new LinkedHashMap<>();
            tables.closed.getOrDefault(id, List.of()).forEach(m -> movements.put(m, MovementInput.ofClosed()));
            places.put(
                    tables.placeId.get(id),
                    new Place(
                            point(tables.at.get(id)),
                            control,
                            null,
                            null,
                            null,
                            null,
                            movements,
                            null,
                            null,
                            ring && row.text("outer_diameter") != null
                                    ? GmnsLink.rounded(row.number("outer_diameter", 36) * tables.metres)
                                    : null,
                            ring && row.text("ring_lanes") != null ? (int) row.number("ring_lanes", 1) : null,
                            null,
                            null,
                            null));
        });
        Map<String, GmnsLink[]> pairs = new LinkedHashMap<>();
        tables.links.values().forEach(l -> pairs.computeIfAbsent(l.road, none -> new GmnsLink[2])[l.ahead ? 0 : 1] = l);
        Map<String, Road> roads = new LinkedHashMap<>();
        pairs.forEach((id, both) -> roads.put(id, road(both)));
        return new NetworkInput(
                tables.origin, null, null, places, roads, null, tables.detectors, null, null, null, null, null);
    }

    private static Point point(double[] at) {
        return new Point(StrictMath.rint(at[0] * 100) / 100, StrictMath.rint(at[1] * 100) / 100);
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
        if (control.matches("4_stop|all_stop|all_way_stop")) {
            return Place.Control.ALL_STOP;
        }
        return control.contains("stop")
                ? Place.Control.STOP
                : control.contains("yield") ? Place.Control.YIELD : Place.Control.NONE;
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
        return new Road(
                any.name,
                any.motorway ? RoadClass.MOTORWAY : RoadClass.URBAN,
                List.of(tables.placeId.get(from), tables.placeId.get(to)),
                shape.subList(1, shape.size() - 1).stream()
                        .map(GmnsImport::point)
                        .toList(),
                null,
                GmnsLink.rounded(any.speed * 3.6) * (1 / 3.6),
                percent * 0.01,
                GmnsLink.rounded(any.median),
                null,
                null,
                both[0] == null ? null : both[0].direction(),
                both[1] == null ? null : both[1].direction());
    }

    /**
     * Reads the tables and writes a study, all of it or nothing. Whether it can run is for the study's own check.
     *
     * @param into a folder that does not exist yet, or is empty
     * @param driveRight on which side people drive
     * @return names of what was written
     */
    public List<String> write(Path into, boolean driveRight) throws IOException, StudyProblem {
        NewStudy study = read(driveRight);
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
