package org.ulicarro.files.timing;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.BiConsumer;
import java.util.function.ToDoubleFunction;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.SignalInput;
import org.ulicarro.files.CsvFile.Cell;
import org.ulicarro.files.StudyText;

/** What a sheet says of overlaps, detectors and pre-emption that a controller has already, in its order. */
final class BesidePhases {

    private final ActuatedControl controller;
    private final Map<String, Map<String, Cell>> objects;
    private final ToDoubleFunction<Cell> number;
    private final BiConsumer<Cell, String> fail;
    private final BiConsumer<Cell, String> leave;

    /**
     * @param objects object to index to value, of one place
     * @param number reads a value, and says what is wrong with it
     * @param fail says what is wrong with a cell
     * @param leave says why one is not taken
     */
    BesidePhases(
            ActuatedControl controller,
            Map<String, Map<String, Cell>> objects,
            ToDoubleFunction<Cell> number,
            BiConsumer<Cell, String> fail,
            BiConsumer<Cell, String> leave) {
        this.controller = controller;
        this.objects = objects;
        this.number = number;
        this.fail = fail;
        this.leave = leave;
    }

    Map<String, Map<String, Object>> overlaps() {
        Map<String, Map<String, Object>> all = new LinkedHashMap<>();
        List<String> ids = List.copyOf(controller.overlaps().keySet());
        phases(all, "overlapIncludedPhases", "while", ids, "overlap");
        time(all, "overlapTrailGreen", "trail", 1, ids, "overlap");
        time(all, "overlapTrailYellow", "yellow", 10, ids, "overlap");
        time(all, "overlapTrailRed", "red", 10, ids, "overlap");
        objects.getOrDefault("overlapType", Map.of()).forEach((index, cell) -> {
            if (!cell.text().equals("2")) {
                fail.accept(
                        cell,
                        "only overlaps of type 2 (normal) can be taken; write 'yields' and 'not-with' for others");
            }
        });
        return all;
    }

    Map<String, Map<String, Object>> preemption() {
        Map<String, Map<String, Object>> all = new LinkedHashMap<>();
        List<String> ids = List.copyOf(controller.preemption().keySet());
        String what = "pre-emption";
        time(all, "preemptDelay", "delay", 1, ids, what);
        time(all, "preemptMinimumGreen", "enter-green", 1, ids, what);
        time(all, "preemptMinimumWalk", "enter-walk", 1, ids, what);
        time(all, "preemptEnterPedClear", "enter-clear", 1, ids, what);
        phases(all, "preemptTrackPhase", "first", ids, what);
        time(all, "preemptTrackGreen", "first-for", 1, ids, what);
        phases(all, "preemptDwellPhase", "phases", ids, what)
                .forEach(id -> all.get(id).put("turns", false));
        phases(all, "preemptCyclingPhase", "phases", ids, what)
                .forEach(id -> all.get(id).put("turns", true));
        time(all, "preemptDwellGreen", "least", 1, ids, what);
        phases(all, "preemptExitPhase", "exit", ids, what);
        time(all, "preemptMaximumPresence", "most-presence", 1, ids, what);
        return all;
    }

    Map<String, Map<String, Object>> inputs() {
        Map<String, Map<String, Object>> all = new LinkedHashMap<>();
        List<String> ids = List.copyOf(controller.inputs().keySet());
        int[] rows = DetectorNumbers.of(controller);
        Map<String, String> byRow = new TreeMap<>();
        for (int i = 0; i < rows.length; i++) {
            byRow.put(String.valueOf(rows[i]), ids.get(i));
        }
        detector("vehicleDetectorCallPhase", byRow, (id, cell) -> calls(all, id, cell));
        detector("vehicleDetectorDelay", byRow, (id, cell) -> put(all, id, "delay", seconds(cell, 10)));
        detector("vehicleDetectorExtend", byRow, (id, cell) -> put(all, id, "stretch", seconds(cell, 10)));
        detector("vehicleDetectorQueueLimit", byRow, (id, cell) -> put(all, id, "queue", seconds(cell, 1)));
        detector("vehicleDetectorOptions", byRow, (id, cell) -> options(all, id, (int) number.applyAsDouble(cell)));
        return all;
    }

    /** One row holds one phase: what is called beside it stays. */
    private void calls(Map<String, Map<String, Object>> all, String id, Cell cell) {
        List<String> calls = controller.inputs().get(id).calls();
        if (cell.text().equals("0")) {
            put(all, id, "calls", List.of());
        } else if (!isPhase(cell.text(), cell)
                || !calls.isEmpty() && calls.get(0).equals(cell.text())) {
            return;
        } else {
            put(all, id, "calls", List.of(cell.text()));
        }
    }

    /** Bits of the standard: 2 yellow lock, 3 red lock, 4 passage, 6 queue, 7 call. */
    private void options(Map<String, Map<String, Object>> all, String id, int bits) {
        SignalInput input = controller.inputs().get(id);
        if ((bits >> 2 & 3) != 0) {
            put(all, id, "lock", (bits >> 2 & 1) == 1 ? "yellow" : "red");
        }
        boolean extend = (bits >> 4 & 1) == 1 || (bits >> 6 & 1) == 1;
        if (extend && input.extend().isEmpty() && !input.calls().isEmpty()) {
            put(all, id, "extends", input.calls());
        } else if (!extend && !input.extend().isEmpty()) {
            put(all, id, "extends", List.of());
        }
        if ((bits >> 7 & 1) == 0 && !input.calls().isEmpty()) {
            put(all, id, "calls", List.of());
        }
    }

    private void detector(String object, Map<String, String> byRow, BiConsumer<String, Cell> take) {
        objects.getOrDefault(object, Map.of()).forEach((index, cell) -> {
            if (byRow.containsKey(index)) {
                take.accept(byRow.get(index), cell);
            } else {
                leave.accept(
                        cell,
                        "not taken: no detector of '" + object + "' has row " + index
                                + (byRow.isEmpty()
                                        ? "; this place has no inputs"
                                        : "; there are " + String.join(", ", byRow.keySet())));
            }
        });
    }

    private void time(
            Map<String, Map<String, Object>> all,
            String object,
            String key,
            double per,
            List<String> ids,
            String what) {
        objects.getOrDefault(object, Map.of()).forEach((index, cell) -> {
            String id = named(ids, index, cell, what);
            if (id != null) {
                put(all, id, key, seconds(cell, per));
            }
        });
    }

    /** The same of a list of phases; the ids that have one. */
    private List<String> phases(
            Map<String, Map<String, Object>> all, String object, String key, List<String> ids, String what) {
        return objects.getOrDefault(object, Map.of()).entrySet().stream()
                .map(e -> {
                    String id = named(ids, e.getKey(), e.getValue(), what);
                    List<String> phases = List.of(e.getValue().text().trim().split("\\s+"));
                    if (id != null && phases.stream().allMatch(p -> isPhase(p, e.getValue()))) {
                        put(all, id, key, phases);
                    }
                    return id;
                })
                .filter(all::containsKey)
                .toList();
    }

    private String named(List<String> ids, String index, Cell cell, String what) {
        int n = index.matches("\\d{1,4}") ? Integer.parseInt(index) : 0;
        if (n < 1 || n > ids.size()) {
            leave.accept(cell, "not taken: there is no " + what + " " + index + " here; the study has " + ids.size());
            return null;
        }
        return ids.get(n - 1);
    }

    private boolean isPhase(String phase, Cell cell) {
        boolean known = controller.phases().containsKey(phase);
        if (!known) {
            fail.accept(
                    cell,
                    "there is no phase " + phase + "; there are "
                            + String.join(", ", controller.phases().keySet()));
        }
        return known;
    }

    private String seconds(Cell cell, double per) {
        return StudyText.seconds(StrictMath.rint(number.applyAsDouble(cell) / per * 100) / 100);
    }

    private static void put(Map<String, Map<String, Object>> all, String id, String key, Object value) {
        all.computeIfAbsent(id, none -> new LinkedHashMap<>()).put(key, value);
    }
}
