package org.ulicarro.files.timing;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Consumer;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.Study;
import org.ulicarro.files.CsvFile;
import org.ulicarro.files.CsvFile.Cell;
import org.ulicarro.files.Message;
import org.ulicarro.files.Spot;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.files.StudyText;

/** A sheet {@code place,object,index,value} as an alternative of a study: of phases, overlaps, detectors and pre-emption that are there already, their times; and patterns. */
public final class TimingImport {

    /** A key of a phase, and by what the standard's number is divided. */
    private record Key(String name, double per) {}

    private static final Map<String, Key> PHASE = Map.ofEntries(
            Map.entry("phaseWalk", new Key("walk", 1)),
            Map.entry("phasePedestrianClear", new Key("clear", 1)),
            Map.entry("phaseMinimumGreen", new Key("min-green", 1)),
            Map.entry("phasePassage", new Key("passage", 10)),
            Map.entry("phaseMaximum1", new Key("max-green", 1)),
            Map.entry("phaseMaximum2", new Key("max-green-2", 1)),
            Map.entry("phaseYellowChange", new Key("yellow", 10)),
            Map.entry("phaseRedClear", new Key("red", 10)),
            Map.entry("phaseRedRevert", new Key("red-revert", 10)));

    private static final Map<String, Key> DENSITY = Map.of(
            "phaseAddedInitial", new Key("per-vehicle", 10),
            "phaseMaximumInitial", new Key("most-initial", 1),
            "phaseTimeBeforeReduction", new Key("reduce-after", 1),
            "phaseTimeToReduce", new Key("reduce-over", 1),
            "phaseMinimumGap", new Key("least-gap", 10));

    private static final Map<String, Key> DYNAMIC =
            Map.of("phaseDynamicMaxLimit", new Key("limit", 1), "phaseDynamicMaxStep", new Key("step", 10));

    private static final List<String> OTHERS = List.of(
            "phaseOptions",
            "phaseConcurrency",
            "sequenceData",
            "patternCycleTime",
            "patternOffsetTime",
            "patternSplitNumber",
            "patternSequenceNumber",
            "splitTime",
            "splitMode",
            "splitCoordPhase",
            "overlapType",
            "overlapIncludedPhases",
            "overlapTrailGreen",
            "overlapTrailYellow",
            "overlapTrailRed",
            "vehicleDetectorCallPhase",
            "vehicleDetectorDelay",
            "vehicleDetectorExtend",
            "vehicleDetectorQueueLimit",
            "vehicleDetectorOptions",
            "preemptDelay",
            "preemptMinimumGreen",
            "preemptMinimumWalk",
            "preemptEnterPedClear",
            "preemptTrackPhase",
            "preemptTrackGreen",
            "preemptDwellPhase",
            "preemptCyclingPhase",
            "preemptDwellGreen",
            "preemptExitPhase",
            "preemptMaximumPresence");

    private final Study study;
    private final List<Message> faults = new ArrayList<>();
    private final List<Message> warnings = new ArrayList<>();
    private final Map<String, Map<String, Map<String, Cell>>> values = new LinkedHashMap<>(); // place, object, index

    private TimingImport(Study study) {
        this.study = study;
    }

    /** The alternative's text. */
    public static String read(Path file, Study study) throws StudyProblem {
        return read(file, study, message -> {});
    }

    /**
     * The same.
     *
     * @param notTaken told of rows of overlaps, detectors and pre-emption that the study does not have
     */
    public static String read(Path file, Study study, Consumer<Message> notTaken) throws StudyProblem {
        TimingImport sheet = new TimingImport(study);
        sheet.rows(CsvFile.read(file, file.getFileName().toString(), sheet.faults));
        String text = sheet.faults.isEmpty() ? sheet.text() : "";
        if (!sheet.faults.isEmpty()) {
            throw new StudyProblem(sheet.faults);
        }
        sheet.warnings.forEach(notTaken);
        return text;
    }

    private void fail(Spot spot, String text) {
        faults.add(new Message(Fault.Severity.ERROR, spot, text));
    }

    private void rows(List<List<Cell>> rows) {
        if (rows.isEmpty()) {
            return;
        }
        List<String> heading = rows.get(0).stream().map(Cell::text).toList();
        for (String column : List.of("place", "object", "index", "value")) {
            if (!heading.contains(column)) {
                fail(
                        rows.get(0).get(0).spot(),
                        "the column '" + column + "' is missing; a sheet has place,object,index,value");
                return;
            }
        }
        List<String> known = new ArrayList<>(PHASE.keySet());
        known.addAll(DENSITY.keySet());
        known.addAll(DYNAMIC.keySet());
        known.addAll(OTHERS);
        for (List<Cell> row : rows.subList(1, rows.size())) {
            if (row.size() != heading.size()) {
                fail(row.get(0).spot(), "this row has " + row.size() + " values, the heading " + heading.size());
                continue;
            }
            Cell place = row.get(heading.indexOf("place"));
            Cell object = row.get(heading.indexOf("object"));
            if (object.text().equals(TimingSheet.NOTE)) {
                continue; // for people
            }
            SignalController controller = study.signals().get(place.text());
            if (!(controller instanceof ActuatedControl)) {
                fail(
                        place.spot(),
                        controller == null
                                ? "'" + place.text() + "' has no controller."
                                        + Names.suggestion(
                                                place.text(), study.signals().keySet())
                                : "the controller of '" + place.text()
                                        + "' is not actuated; a sheet sets times of phases that are there");
            } else if (!known.contains(object.text())) {
                fail(
                        object.spot(),
                        "'" + object.text() + "' is no object that a study can take."
                                + Names.suggestion(object.text(), known));
            } else {
                values.computeIfAbsent(place.text(), none -> new LinkedHashMap<>())
                        .computeIfAbsent(object.text(), none -> new TreeMap<>(TimingImport::byNumber))
                        .put(row.get(heading.indexOf("index")).text(), row.get(heading.indexOf("value")));
            }
        }
    }

    private static int byNumber(String a, String b) {
        String[] p = a.split("\\.");
        String[] q = b.split("\\.");
        for (int i = 0; i < Math.min(p.length, q.length); i++) {
            int order = p[i].length() != q[i].length() ? p[i].length() - q[i].length() : p[i].compareTo(q[i]);
            if (order != 0) {
                return order;
            }
        }
        return p.length - q.length;
    }

    private String text() {
        Map<String, Object> places = new LinkedHashMap<>();
        values.forEach((place, objects) -> {
            ActuatedControl controller = (ActuatedControl) study.signals().get(place);
            Map<String, Object> own = new LinkedHashMap<>();
            own.put("phases", phases(place, controller, objects));
            BesidePhases beside = new BesidePhases(
                    controller,
                    objects,
                    this::number,
                    (cell, text) -> fail(cell.spot(), text),
                    (cell, text) -> warnings.add(new Message(Fault.Severity.WARNING, cell.spot(), text)));
            own.put("overlaps", beside.overlaps());
            own.put("inputs", beside.inputs());
            own.put("preemption", beside.preemption());
            own.put("plans", plans(controller, objects));
            own.values().removeIf(all -> ((Map<?, ?>) all).isEmpty());
            places.put(place, own);
        });
        return "# Of a timing sheet.\n" + StudyText.of(Map.of("signals", places));
    }

    private Map<String, Map<String, Object>> phases(
            String place, ActuatedControl controller, Map<String, Map<String, Cell>> objects) {
        Map<String, Map<String, Object>> keys = new TreeMap<>(TimingImport::byNumber);
        PHASE.forEach((object, key) -> collect(objects, object, key, keys, place, controller));
        Map<String, Map<String, Object>> density = new TreeMap<>();
        DENSITY.forEach((object, key) -> collect(objects, object, key, density, place, controller));
        density.forEach((phase, all) ->
                keys.computeIfAbsent(phase, none -> new TreeMap<>()).put("volume-density", all));
        Map<String, Map<String, Object>> dynamic = new TreeMap<>();
        DYNAMIC.forEach((object, key) -> collect(objects, object, key, dynamic, place, controller));
        dynamic.forEach((phase, all) ->
                keys.computeIfAbsent(phase, none -> new TreeMap<>()).put("dynamic-max", all));
        objects.getOrDefault("phaseOptions", Map.of()).forEach((phase, cell) -> {
            if (isPhase(phase, cell, place, controller)) {
                options(keys.computeIfAbsent(phase, none -> new TreeMap<>()), (int) number(cell));
            }
        });
        return keys;
    }

    private void collect(
            Map<String, Map<String, Cell>> objects,
            String object,
            Key key,
            Map<String, Map<String, Object>> into,
            String place,
            ActuatedControl controller) {
        objects.getOrDefault(object, Map.of()).forEach((phase, cell) -> {
            if (isPhase(phase, cell, place, controller)) {
                into.computeIfAbsent(phase, none -> new TreeMap<>())
                        .put(key.name, StudyText.seconds(rounded(number(cell) / key.per)));
            }
        });
    }

    private boolean isPhase(String phase, Cell cell, String place, ActuatedControl controller) {
        if (!controller.phases().containsKey(phase)) {
            fail(
                    cell.spot(),
                    "'" + place + "' has no phase " + phase + "; it has "
                            + String.join(", ", controller.phases().keySet()));
            return false;
        }
        return true;
    }

    private static void options(Map<String, Object> keys, int bits) {
        List<String> recall = new ArrayList<>();
        String[] names = {"min", "max", "people", "soft"};
        for (int i = 0; i < names.length; i++) {
            if ((bits >> 6 + i & 1) == 1) {
                recall.add(names[i]);
            }
        }
        keys.put("recall", recall);
        keys.put("dual-entry", ((bits >> 10 & 1) == 1));
        if ((bits >> 11 & 1) == 1) {
            keys.put("simultaneous-gap", false);
        }
        keys.put("conditional-service", ((bits >> 14 & 1) == 1));
        keys.put("rest-in-walk", ((bits >> 13 & 1) == 1));
        keys.put("lock", ((bits >> 5 & 1) == 0));
    }

    private double number(Cell cell) {
        try {
            double value = Double.parseDouble(cell.text());
            if (value >= 0 && value < 1e6) {
                return value;
            }
        } catch (NumberFormatException e) {
            // told below
        }
        fail(cell.spot(), "this must be a number from 0 on, not '" + cell.text() + "'");
        return 0;
    }

    /** Patterns are the plans of the controller in their order; those beyond get names of their own. */
    private Map<String, Object> plans(ActuatedControl controller, Map<String, Map<String, Cell>> objects) {
        List<String> ids = List.copyOf(controller.plans().keySet());
        Map<String, Object> plans = new LinkedHashMap<>();
        objects.getOrDefault("patternCycleTime", Map.of()).forEach((pattern, cell) -> {
            int n = (int) number(new Cell(pattern, cell.spot()));
            String id = n >= 1 && n <= ids.size() ? ids.get(n - 1) : "pattern-" + pattern;
            double cycle = number(cell);
            Map<String, Object> plan = new LinkedHashMap<>();
            List<String> rings = rings(objects, other(objects, "patternSequenceNumber", pattern));
            if (!rings.isEmpty()) {
                plan.put("rings", rings);
            }
            plan.put("free", cycle == 0);
            if (cycle != 0) {
                String split = other(objects, "patternSplitNumber", pattern);
                Cell offset =
                        objects.getOrDefault("patternOffsetTime", Map.of()).get(pattern);
                Map<String, Object> splits = new LinkedHashMap<>();
                ofSplit(objects, "splitTime", split)
                        .forEach((phase, time) -> splits.put(phase, StudyText.seconds(rounded(number(time)))));
                plan.put("cycle", StudyText.seconds(rounded(cycle)));
                plan.put("offset", StudyText.seconds(offset == null ? 0 : rounded(number(offset))));
                plan.put("splits", splits);
                plan.put(
                        "coordinated",
                        ofSplit(objects, "splitCoordPhase", split).entrySet().stream()
                                .filter(e -> number(e.getValue()) == 1)
                                .map(Map.Entry::getKey)
                                .toList());
            }
            plans.put(id, plan);
        });
        return plans;
    }

    private static String other(Map<String, Map<String, Cell>> objects, String object, String pattern) {
        Cell cell = objects.getOrDefault(object, Map.of()).get(pattern);
        return cell == null ? pattern : cell.text();
    }

    private static Map<String, Cell> ofSplit(Map<String, Map<String, Cell>> objects, String object, String split) {
        Map<String, Cell> own = new LinkedHashMap<>();
        objects.getOrDefault(object, Map.of()).forEach((index, cell) -> {
            if (index.startsWith(split + ".")) {
                own.put(index.substring(split.length() + 1), cell);
            }
        });
        return own;
    }

    /** Phases of a ring in order; a barrier stands where the phases beside which they may be green change. */
    private static List<String> rings(Map<String, Map<String, Cell>> objects, String sequence) {
        Map<String, Cell> beside = objects.getOrDefault("phaseConcurrency", Map.of());
        return ofSplit(objects, "sequenceData", sequence).values().stream()
                .map(cell -> {
                    StringBuilder ring = new StringBuilder();
                    String before = null;
                    for (String phase : cell.text().trim().split("\\s+")) {
                        String own =
                                beside.containsKey(phase) ? beside.get(phase).text() : null;
                        boolean barrier = before != null && own != null && !own.equals(before);
                        ring.append(ring.isEmpty() ? "" : barrier ? " | " : " ").append(phase);
                        before = own;
                    }
                    return ring.toString();
                })
                .toList();
    }

    /** To hundredths. */
    private static double rounded(double value) {
        return StrictMath.rint(value * 100) / 100;
    }
}
