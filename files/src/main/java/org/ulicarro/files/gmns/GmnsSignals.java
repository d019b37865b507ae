package org.ulicarro.files.gmns;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.CycleRange;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.core.study.PhaseInput;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.files.Message;
import org.ulicarro.files.gmns.GmnsTable.Row;

/** Controllers of the tables as a study has them: by the clock where every green has one length, by who comes elsewhere. */
final class GmnsSignals {

    private static final double YELLOW = 3; // s
    private static final double LEAST_GREEN = 5; // s
    private static final double LEAST_WALK = 7; // s
    private static final double MOST_RED = 5; // s

    /** A phase in a plan. */
    private record Phase(
            String number,
            String name, // of its group, or null
            double min,
            double max,
            double extension,
            double clearance,
            double yellow,
            double red,
            double begins, // s in the cycle, NaN where rings say it
            double walk,
            double clear,
            int ring,
            int barrier,
            int position,
            List<String> serves,
            List<String> permitted,
            List<String> crosses) {

        boolean forPeople() {
            return serves.isEmpty() && !crosses.isEmpty();
        }
    }

    private final Path folder;
    private final List<Message> faults;
    private final Set<String> notes;
    private final Map<String, String> movements;
    private final Map<String, String> nodeOf;
    private final Map<String, String> placeId;
    private final Map<String, String> legs;
    private final Map<String, Integer> planCounts = new LinkedHashMap<>();

    /**
     * Of a folder of tables.
     *
     * @param movements movement of the tables -> from>to
     * @param nodeOf movement of the tables -> its node
     * @param placeId node -> its place
     * @param legs crossing of the tables -> the road whose leg it crosses
     */
    GmnsSignals(
            Path folder,
            List<Message> faults,
            Set<String> notes,
            Map<String, String> movements,
            Map<String, String> nodeOf,
            Map<String, String> placeId,
            Map<String, String> legs) {
        this.legs = legs;
        this.folder = folder;
        this.faults = faults;
        this.notes = notes;
        this.movements = movements;
        this.nodeOf = nodeOf;
        this.placeId = placeId;
    }

    /** The plan that most controllers have, which gives the period of the study its name. */
    String period() {
        return planCounts.entrySet().stream()
                .max(Map.Entry.comparingByValue())
                .map(Map.Entry::getKey)
                .orElse("trial");
    }

    /** Control by place, in the order of the tables. */
    Map<String, SignalController> read() {
        Map<String, List<Row>> served =
                by("signal_phase_mvmt", "timing_phase_id", List.of("timing_phase_id", "mvmt_id"));
        Map<String, List<Row>> phases = by(
                "signal_timing_phase",
                "timing_plan_id",
                List.of("timing_phase_id", "timing_plan_id", "signal_phase_num"));
        Map<String, List<Row>> plans =
                by("signal_timing_plan", "controller_id", List.of("timing_plan_id", "controller_id"));
        Map<String, List<Row>> coordination = by("signal_coordination", "timing_plan_id", List.of("timing_plan_id"));
        Map<String, SignalController> signals = new LinkedHashMap<>();
        plans.forEach((controller, rows) -> {
            Map<String, List<Phase>> all = new LinkedHashMap<>();
            String node = null;
            for (Row plan : rows) {
                List<Phase> own = new ArrayList<>();
                for (Row phase : phases.getOrDefault(plan.text("timing_plan_id"), List.of())) {
                    Phase p = phase(phase, served.getOrDefault(phase.text("timing_phase_id"), List.of()));
                    own.add(p);
                    for (Row m : served.getOrDefault(phase.text("timing_phase_id"), List.of())) {
                        node = node == null ? nodeOf.get(m.text("mvmt_id")) : node;
                    }
                }
                if (!own.isEmpty()) {
                    all.put(plan.text("timing_plan_id"), own);
                }
            }
            if (node == null || all.isEmpty()) {
                notes.add("controllers that let no movement go, left out");
                return;
            }
            boolean fixed = all.values().stream()
                    .flatMap(List::stream)
                    .allMatch(p -> p.max > 0 && p.min == p.max && p.extension == 0);
            signals.put(
                    placeId.get(node),
                    fixed ? fixed(controller, rows, all, coordination) : actuated(controller, rows, all, coordination));
        });
        return signals;
    }

    private Map<String, List<Row>> by(String table, String key, List<String> needed) {
        Map<String, List<Row>> by = new LinkedHashMap<>();
        for (Row row : GmnsTable.read(folder, table, false, needed, faults).rows) {
            if (row.text(key) != null) {
                by.computeIfAbsent(row.text(key), none -> new ArrayList<>()).add(row);
            }
        }
        return by;
    }

    private Phase phase(Row row, List<Row> served) {
        List<String> serves = new ArrayList<>();
        List<String> permitted = new ArrayList<>();
        List<String> crosses = new ArrayList<>();
        for (Row m : served) {
            if (m.text("mvmt_id") == null && legs.containsKey(m.text("loc_id"))) {
                crosses.add(legs.get(m.text("loc_id")));
                continue;
            }
            String text = movements.get(m.text("mvmt_id"));
            if (text == null) {
                m.fail("'" + m.text("mvmt_id") + "' is no movement of these tables");
                continue;
            }
            serves.add(text);
            if (m.text("protection") != null
                    && m.text("protection").toLowerCase(Locale.ROOT).startsWith("permit")) {
                permitted.add(text);
            }
        }
        double clearance = row.number("clearance", 5);
        double yellow = row.number("yellow", YELLOW);
        double red = row.number("red", Math.max(0, clearance - yellow));
        return new Phase(
                row.text("signal_phase_num"),
                row.text("name"),
                row.number("min_green", 5),
                row.number("max_green", 30),
                row.number("extension", 2),
                clearance,
                yellow,
                red,
                row.number("begins", Double.NaN),
                row.number("walk_time", Double.NaN),
                row.number("ped_clearance", Double.NaN),
                (int) row.number("ring", 1),
                (int) row.number("barrier", 1),
                (int) row.number("position", 1),
                serves,
                permitted,
                crosses);
    }

    private String plan(String controller, String id) {
        String own = (id.startsWith(controller + " ") ? id.substring(controller.length() + 1) : id)
                .replaceAll("[^A-Za-z0-9_-]+", "-");
        planCounts.merge(own, 1, Integer::sum);
        return own;
    }

    private static SignalController.Group group(Phase p) {
        if (p.forPeople()) {
            double walk = Double.isNaN(p.walk) ? LEAST_WALK : p.walk;
            return new SignalController.Group(
                    null, null, null, p.crosses, walk, Double.isNaN(p.clear) ? null : p.clear, 3, 2, LEAST_GREEN);
        }
        // the clearance of a phase by the clock goes on until the next green: where nothing says how much is all-red,
        // it is no more than usual
        return SignalController.Group.of(
                p.serves, p.permitted, p.yellow, rounded(Math.min(p.red, MOST_RED)), LEAST_GREEN);
    }

    private static Map<Integer, List<Phase>> rings(List<Phase> phases) {
        Map<Integer, List<Phase>> rings = new TreeMap<>();
        phases.forEach(
                p -> rings.computeIfAbsent(p.ring, none -> new ArrayList<>()).add(p));
        rings.values()
                .forEach(r ->
                        r.sort((a, b) -> a.barrier != b.barrier ? a.barrier - b.barrier : a.position - b.position));
        return rings;
    }

    /** A number is no name of a group. */
    private static String name(Phase p) {
        if (p.name != null) {
            return p.name.replaceAll("[^A-Za-z0-9_-]+", "-");
        }
        return p.number.matches("\\d+") ? "g" + p.number : p.number;
    }

    private FixedControl fixed(
            String controller, List<Row> rows, Map<String, List<Phase>> all, Map<String, List<Row>> coordination) {
        Map<String, SignalController.Group> groups = new LinkedHashMap<>();
        for (Phase p : all.values().stream().flatMap(List::stream).toList()) {
            groups.putIfAbsent(name(p), group(p));
        }
        Map<String, FixedControl.Plan> plans = new LinkedHashMap<>();
        for (Row row : rows) {
            List<Phase> phases = all.get(row.text("timing_plan_id"));
            if (phases == null) {
                continue;
            }
            double cycle = row.number("cycle_length", 0);
            Map<String, List<CycleRange>> greens = new LinkedHashMap<>();
            for (List<Phase> ring : rings(phases).values()) {
                double at = 0;
                for (Phase p : ring) {
                    at = Double.isNaN(p.begins) ? at : p.begins;
                    double end = at + p.max;
                    double ends = cycle > 0 && end > cycle ? end - cycle : end;
                    greens.computeIfAbsent(name(p), none -> new ArrayList<>())
                            .add(new CycleRange(tenth(at), tenth(ends)));
                    at = end + p.clearance;
                }
                cycle = cycle > 0 ? cycle : at;
            }
            double offset = coordination.getOrDefault(row.text("timing_plan_id"), List.of()).stream()
                    .findFirst()
                    .map(r -> r.number("offset", 0))
                    .orElse(0.0);
            plans.put(
                    plan(controller, row.text("timing_plan_id")),
                    FixedControl.Plan.of(rounded(cycle), rounded(offset), greens));
        }
        return FixedControl.of(groups, plans);
    }

    private ActuatedControl actuated(
            String controller, List<Row> rows, Map<String, List<Phase>> all, Map<String, List<Row>> coordination) {
        Map<String, PhaseInput> written = new LinkedHashMap<>();
        for (List<Phase> phases : all.values()) {
            for (Phase p : phases) {
                if (!written.containsKey(p.number)) {
                    written.put(p.number, phase(p));
                    if (!Double.isNaN(p.walk) && p.crosses.isEmpty()) {
                        notes.add("walks beside phases, whose crossings the tables do not name, left out");
                    }
                }
            }
        }
        Map<String, ActuatedControl.Plan> plans = new LinkedHashMap<>();
        for (Row row : rows) {
            List<Phase> phases = all.get(row.text("timing_plan_id"));
            if (phases != null) {
                List<Row> coordinated = coordination.getOrDefault(row.text("timing_plan_id"), List.of());
                plans.put(plan(controller, row.text("timing_plan_id")), plan(row, phases, coordinated));
            }
        }
        return ActuatedControl.of(written, plans);
    }

    private static PhaseInput phase(Phase p) {
        PhaseInput phase = PhaseInput.of(
                        p.serves,
                        p.permitted,
                        rounded(p.min),
                        rounded(Math.max(p.min, p.max)),
                        rounded(p.extension),
                        p.yellow,
                        rounded(p.red))
                .withRecall(List.of(PhaseInput.Recall.MIN));
        return p.crosses.isEmpty()
                ? phase
                : phase.withPeople(
                        p.crosses, Double.isNaN(p.walk) ? LEAST_WALK : p.walk, Double.isNaN(p.clear) ? null : p.clear);
    }

    private static ActuatedControl.Plan plan(Row row, List<Phase> phases, List<Row> coordinated) {
        int barriers = phases.stream().mapToInt(Phase::barrier).max().orElse(1);
        List<String> rings = new ArrayList<>();
        for (List<Phase> ring : rings(phases).values()) {
            List<String> groups = new ArrayList<>();
            for (int b = 1; b <= barriers; b++) {
                int barrier = b;
                String own = ring.stream()
                        .filter(p -> p.barrier == barrier)
                        .map(Phase::number)
                        .collect(Collectors.joining(" "));
                groups.add(own.isEmpty() ? "-" : own);
            }
            rings.add(String.join(" | ", groups));
        }
        double cycle = row.number("cycle_length", 0);
        if (!(cycle > 0) || coordinated.isEmpty()) {
            return ActuatedControl.Plan.free(rings);
        }
        Map<String, Double> splits = new LinkedHashMap<>();
        phases.forEach(p -> splits.put(p.number, rounded(p.max + p.clearance)));
        return ActuatedControl.Plan.coordinated(
                rings,
                rounded(cycle),
                rounded(coordinated.get(0).number("offset", 0)),
                coordinated.stream().map(r -> r.text("coord_phase")).toList(),
                splits);
    }

    /** To hundredths. */
    private static double rounded(double value) {
        return BigDecimal.valueOf(value).setScale(2, RoundingMode.HALF_UP).doubleValue();
    }

    /** To tenths, in which greens by the clock are written. */
    private static double tenth(double value) {
        return BigDecimal.valueOf(value).setScale(1, RoundingMode.HALF_UP).doubleValue();
    }
}
