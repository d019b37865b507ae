package org.ulicarro.files.gmns;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.ulicarro.files.Message;
import org.ulicarro.files.gmns.GmnsTable.Row;

/** Controllers of the tables as text of a study: by the clock where every green has one length, by who comes elsewhere. */
final class GmnsSignals {

    private static final double YELLOW = 3;

    /** A phase in a plan. */
    private record Phase(
            String number,
            double min,
            double max,
            double extension,
            double clearance,
            double walk,
            double clear,
            int ring,
            int barrier,
            int position,
            List<String> serves,
            List<String> permitted) {}

    private final Path folder;
    private final List<Message> faults;
    private final Set<String> notes;
    private final Map<String, String> movements;
    private final Map<String, String> nodeOf;
    private final Map<String, String> placeId;
    private final Map<String, Integer> planCounts = new LinkedHashMap<>();

    GmnsSignals(
            Path folder,
            List<Message> faults,
            Set<String> notes,
            Map<String, String> movements,
            Map<String, String> nodeOf,
            Map<String, String> placeId) {
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

    String text() {
        Map<String, List<Row>> served =
                by("signal_phase_mvmt", "timing_phase_id", List.of("timing_phase_id", "mvmt_id"));
        Map<String, List<Row>> phases = by(
                "signal_timing_phase",
                "timing_plan_id",
                List.of("timing_phase_id", "timing_plan_id", "signal_phase_num"));
        Map<String, List<Row>> plans =
                by("signal_timing_plan", "controller_id", List.of("timing_plan_id", "controller_id"));
        Map<String, List<Row>> coordination = by("signal_coordination", "timing_plan_id", List.of("timing_plan_id"));
        StringBuilder text = new StringBuilder("signals:\n");
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
            text.append("  ").append(placeId.get(node)).append(":\n");
            boolean fixed = all.values().stream()
                    .flatMap(List::stream)
                    .allMatch(p -> p.max > 0 && p.min == p.max && p.extension == 0);
            Phase first = all.values().iterator().next().get(0);
            if (fixed && first != null) {
                fixed(text, controller, rows, all, coordination);
            } else {
                actuated(text, controller, rows, all, coordination);
            }
        });
        return text.toString();
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
        for (Row m : served) {
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
        return new Phase(
                row.text("signal_phase_num"),
                row.number("min_green", 5),
                row.number("max_green", 30),
                row.number("extension", 2),
                clearance,
                row.number("walk_time", Double.NaN),
                row.number("ped_clearance", Double.NaN),
                (int) row.number("ring", 1),
                (int) row.number("barrier", 1),
                (int) row.number("position", 1),
                serves,
                permitted);
    }

    private String plan(String controller, String id) {
        String own = (id.startsWith(controller + " ") ? id.substring(controller.length() + 1) : id)
                .replaceAll("[^A-Za-z0-9_-]+", "-");
        planCounts.merge(own, 1, Integer::sum);
        return own;
    }

    private static String lists(Phase p) {
        return "serves: [" + String.join(", ", p.serves) + "]"
                + (p.permitted.isEmpty() ? "" : ", yields: [" + String.join(", ", p.permitted) + "]");
    }

    private static double red(Phase p) {
        return Math.max(0, Math.min(2, p.clearance - YELLOW));
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

    private void fixed(
            StringBuilder text,
            String controller,
            List<Row> rows,
            Map<String, List<Phase>> all,
            Map<String, List<Row>> coordination) {
        text.append("    kind: fixed\n    groups:\n");
        for (Phase p : all.values().iterator().next()) {
            text.append(String.format(
                    Locale.ROOT, "      g%s: {%s, yellow: 3 s, red: %s s}%n", p.number, lists(p), plain(red(p))));
        }
        text.append("    plans:\n");
        for (Row row : rows) {
            List<Phase> phases = all.get(row.text("timing_plan_id"));
            if (phases == null) {
                continue;
            }
            double cycle = row.number("cycle_length", 0);
            List<String> greens = new ArrayList<>();
            for (List<Phase> ring : rings(phases).values()) {
                double at = 0;
                for (Phase p : ring) {
                    double end = at + p.max;
                    greens.add("g" + p.number + ": [" + plain(at) + "-"
                            + plain(cycle > 0 && end > cycle ? end - cycle : end) + "]");
                    at = end + p.clearance;
                }
                cycle = cycle > 0 ? cycle : at;
            }
            double offset = coordination.getOrDefault(row.text("timing_plan_id"), List.of()).stream()
                    .findFirst()
                    .map(r -> r.number("offset", 0))
                    .orElse(0.0);
            text.append(String.format(
                    Locale.ROOT,
                    "      %s: {cycle: %s s, offset: %s s, greens: {%s}}%n",
                    plan(controller, row.text("timing_plan_id")),
                    plain(cycle),
                    plain(offset),
                    String.join(", ", greens)));
        }
    }

    private void actuated(
            StringBuilder text,
            String controller,
            List<Row> rows,
            Map<String, List<Phase>> all,
            Map<String, List<Row>> coordination) {
        text.append("    kind: actuated\n    phases:\n");
        Set<String> written = new LinkedHashSet<>();
        for (List<Phase> phases : all.values()) {
            for (Phase p : phases) {
                if (written.add(p.number)) {
                    text.append(String.format(
                            Locale.ROOT,
                            "      %s: {%s, min-green: %s s, max-green: %s s, passage: %s s, yellow: 3 s, red: %s s, recall: [min]}%n",
                            p.number,
                            lists(p),
                            plain(p.min),
                            plain(Math.max(p.min, p.max)),
                            plain(p.extension),
                            plain(Math.max(0, p.clearance - YELLOW))));
                    if (!Double.isNaN(p.walk)) {
                        notes.add("walks beside phases, whose crossings the tables do not name, left out");
                    }
                }
            }
        }
        text.append("    plans:\n");
        for (Row row : rows) {
            List<Phase> phases = all.get(row.text("timing_plan_id"));
            if (phases == null) {
                continue;
            }
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
                rings.add('"' + String.join(" | ", groups) + '"');
            }
            List<Row> coordinated = coordination.getOrDefault(row.text("timing_plan_id"), List.of());
            double cycle = row.number("cycle_length", 0);
            String rest = cycle > 0 && !coordinated.isEmpty()
                    ? String.format(
                            Locale.ROOT,
                            "cycle: %s s, offset: %s s, coordinated: [%s], splits: {%s}",
                            plain(cycle),
                            plain(coordinated.get(0).number("offset", 0)),
                            coordinated.stream().map(r -> r.text("coord_phase")).collect(Collectors.joining(", ")),
                            phases.stream()
                                    .map(p -> p.number + ": " + plain(p.max + p.clearance) + " s")
                                    .collect(Collectors.joining(", ")))
                    : "free: true";
            text.append(String.format(
                    Locale.ROOT,
                    "      %s: {rings: [%s], %s}%n",
                    plan(controller, row.text("timing_plan_id")),
                    String.join(", ", rings),
                    rest));
        }
    }

    private static String plain(double value) {
        return java.math.BigDecimal.valueOf(value)
                .setScale(2, java.math.RoundingMode.HALF_UP)
                .stripTrailingZeros()
                .toPlainString();
    }
}
