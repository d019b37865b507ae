package org.ulicarro.files.gmns;

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
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.NetworkCompiler;
import org.ulicarro.core.signal.TrialPlan;
import org.ulicarro.core.study.Study;
import org.ulicarro.files.Message;
import org.ulicarro.files.NewStudyText;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.files.gmns.GmnsTable.Row;

/** Tables of the specification as a study: tables.nodes become places, two tables.links against each other one road, movements arrows and what is closed. */
public final class GmnsImport {

    private final Path folder;
    private final List<Message> faults = new ArrayList<>();
    private final Set<String> notes = new LinkedHashSet<>();
    private final GmnsNetwork tables;
    private final Set<String> waiting = new LinkedHashSet<>(); // places whose signal has no plan yet
    private String period = "trial";

    public GmnsImport(Path folder) {
        this.folder = folder;
        tables = new GmnsNetwork(folder, faults, notes);
    }

    /** What was assumed, and what could not be taken over. */
    public List<String> notes() {
        return List.copyOf(notes);
    }

    /** Reads the tables: the files of a study, by name. */
    private Map<String, String> read() throws StudyProblem {
        tables.read();
        if (!faults.isEmpty()) {
            throw new StudyProblem(faults);
        }
        Map<String, String> files = new LinkedHashMap<>();
        GmnsSignals controllers =
                new GmnsSignals(folder, faults, notes, tables.movementText, tables.movementNode, tables.placeId);
        String signals = controllers.text();
        period = controllers.period();
        if (!faults.isEmpty()) {
            throw new StudyProblem(faults);
        }
        Set<String> controlled = signals.lines()
                .filter(l -> l.matches("  [^ ].*:"))
                .map(l -> l.trim().replace(":", ""))
                .collect(Collectors.toSet());
        files.put("network.yaml", network(controlled));
        if (!controlled.isEmpty()) {
            files.put("signals.yaml", signals);
        }
        return files;
    }

    private String network(Set<String> controlled) {
        StringBuilder text = new StringBuilder("# Of tables of the General Modeling Network Specification.\nnetwork:\n"
                + tables.origin + "  places:\n");
        tables.nodes.forEach((id, row) -> {
            String control = control(id, row, controlled);
            List<String> parts = new ArrayList<>();
            parts.add(String.format(
                    Locale.ROOT,
                    "at: [%.2f, %.2f]",
                    tables.at.get(id)[0],
                    tables.at.get(id)[1]));
            if (!control.equals("none")) {
                parts.add("control: " + control);
            }
            if (control.equals("roundabout") && row.text("outer_diameter") != null) {
                parts.add("outer-diameter: " + GmnsLink.plain(row.number("outer_diameter", 36) * tables.metres) + " m");
            }
            if (control.equals("roundabout") && row.text("ring_lanes") != null) {
                parts.add("lanes: " + (int) row.number("ring_lanes", 1));
            }
            if (tables.closed.containsKey(id)) {
                parts.add("movements: {"
                        + tables.closed.get(id).stream()
                                .map(m -> m + ": {closed: true}")
                                .collect(Collectors.joining(", "))
                        + "}");
            }
            text.append("    ")
                    .append(tables.placeId.get(id))
                    .append(": {")
                    .append(String.join(", ", parts))
                    .append("}\n");
        });
        text.append("  roads:\n");
        Map<String, GmnsLink[]> roads = new LinkedHashMap<>();
        tables.links.values().forEach(l -> roads.computeIfAbsent(l.road, none -> new GmnsLink[2])[l.ahead ? 0 : 1] = l);
        roads.forEach((id, both) ->
                text.append("    ").append(id).append(": ").append(road(both)).append('\n'));
        if (!tables.detectors.isEmpty()) {
            text.append("  detectors:\n");
            tables.detectors.forEach(d -> text.append("    ").append(d).append('\n'));
        }
        return text.toString();
    }

    private String control(String id, Row row, Set<String> controlled) {
        String type = row.text("node_type") == null ? "" : row.text("node_type").toLowerCase(Locale.ROOT);
        String control =
                row.text("ctrl_type") == null ? "" : row.text("ctrl_type").toLowerCase(Locale.ROOT);
        if (type.contains("roundabout")) {
            if (row.text("outer_diameter") == null) {
                notes.add("roundabouts are given the usual diameter and one lane");
            }
            return "roundabout";
        }
        if (control.contains("signal") && !controlled.contains(tables.placeId.get(id))) {
            notes.add("signals without a controller that can be taken over, given a plan to begin with");
            waiting.add(tables.placeId.get(id));
        }
        return control.contains("signal")
                ? "signal"
                : control.matches("4_stop|all_stop|all_way_stop")
                        ? "all-stop"
                        : control.contains("stop") ? "stop" : control.contains("yield") ? "yield" : "none";
    }

    private String road(GmnsLink[] both) {
        GmnsLink any = both[0] == null ? both[1] : both[0];
        List<double[]> shape = new ArrayList<>(any.shape);
        if (both[0] == null) {
            java.util.Collections.reverse(shape);
        }
        String from = both[0] == null ? any.to : any.from;
        String to = both[0] == null ? any.from : any.to;
        List<String> parts = new ArrayList<>();
        if (any.name != null) {
            parts.add("name: \"" + any.name.replace("\\", "\\\\").replace("\"", "\\\"") + '"');
        }
        if (any.motorway) {
            parts.add("class: motorway");
        }
        parts.add("between: [" + tables.placeId.get(from) + ", " + tables.placeId.get(to) + "]");
        if (shape.size() > 2) {
            parts.add("via: ["
                    + shape.subList(1, shape.size() - 1).stream()
                            .map(p -> String.format(Locale.ROOT, "[%.2f, %.2f]", p[0], p[1]))
                            .collect(Collectors.joining(", "))
                    + "]");
        }
        parts.add(String.format(Locale.ROOT, "speed: %s km/h", GmnsLink.plain(any.speed * 3.6)));
        if (Math.abs(any.grade) > 1e-9) {
            parts.add(String.format(
                    Locale.ROOT, "grade: %s %%", GmnsLink.plain(both[0] == null ? -any.grade : any.grade)));
        }
        if (any.median > 0) {
            parts.add("median: " + GmnsLink.plain(any.median) + " m");
        }
        if (both[0] != null) {
            parts.add("ahead: " + both[0].direction());
        }
        if (both[1] != null) {
            parts.add("back: " + both[1].direction());
        }
        return "{" + String.join(", ", parts) + "}";
    }

    /**
     * Reads the tables and writes a study, all of it or nothing. Whether it can run is for the study's own check.
     *
     * @param into a folder that does not exist yet, or is empty
     * @param driveRight on which side people drive
     * @return names of what was written
     */
    public List<String> write(Path into, boolean driveRight) throws IOException, StudyProblem {
        Map<String, String> files = read();
        Path work = into.toAbsolutePath().getParent().resolve("." + into.getFileName() + ".unfinished");
        Files.createDirectories(work);
        try {
            List<String> names = new ArrayList<>(List.of("network.yaml"));
            Files.writeString(work.resolve("network.yaml"), files.get("network.yaml"));
            Files.writeString(work.resolve("demand.yaml"), "demand:\n  mix: {car: 95 %, van: 5 %}\n");
            names.add("demand.yaml");
            String signals = files.getOrDefault("signals.yaml", "");
            if (!signals.isEmpty() || !waiting.isEmpty()) {
                String known = signals.isEmpty() ? "signals:\n" : signals;
                names.add("signals.yaml");
                Files.writeString(work.resolve("study.yaml"), main(driveRight, names));
                Files.writeString(
                        work.resolve("signals.yaml"),
                        known + waiting.stream().map(NewStudyText::standIn).collect(Collectors.joining()));
                Files.writeString(work.resolve("signals.yaml"), known + NewStudyText.signals(plansToBeginWith(work)));
            }
            Files.writeString(work.resolve("study.yaml"), main(driveRight, names));
            Files.deleteIfExists(into); // an empty one
            Files.move(work, into);
            names.add(0, "study.yaml");
            return names;
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

    private String main(boolean driveRight, List<String> files) {
        return NewStudyText.main(
                "Of tables of the General Modeling Network Specification.", tables.title, driveRight, period, files);
    }

    /** For signals of which the tables say only that they are there. */
    private List<TrialPlan> plansToBeginWith(Path work) throws StudyProblem {
        Study study = StudyFolder.read(work, List.of()).study();
        Network network = NetworkCompiler.compile(study.network(), study.driveOn(), new ArrayList<>());
        return network == null
                ? List.of()
                : TrialPlan.of(network).stream()
                        .filter(p -> waiting.contains(p.place()))
                        .toList();
    }
}
