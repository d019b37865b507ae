package org.ulicarro.files;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.signal.Rehearsal;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.files.CsvFile.Cell;

/**
 * Reads typed-in calls for a rehearsal, {@code at,who,seconds}: when, a detector or all detectors of a phase or {@code 4-people} for a
 * button, and for how long.
 */
public final class CallsFile {

    private static final List<String> COLUMNS = List.of("at", "who", "seconds");

    private CallsFile() {}

    /**
     * Reads a table.
     *
     * @param place whose controller is rehearsed
     * @param faults receives what is wrong with it
     */
    public static List<Rehearsal.Call> read(Path path, SignalSystem signals, String place, List<Message> faults) {
        String name = path.getFileName().toString();
        List<Rehearsal.Call> calls = new ArrayList<>();
        Map<String, List<int[]>> wires = wires(signals, place);
        List<List<Cell>> rows = CsvFile.read(path, name, faults);
        if (!rows.isEmpty() && EventFile.isOne(rows.get(0))) {
            return EventFile.calls(rows, signals, place, faults);
        }
        for (int i = 0; i < rows.size(); i++) {
            List<Cell> row = rows.get(i);
            if (i == 0) {
                List<String> header = row.stream().map(Cell::text).toList();
                if (!header.equals(COLUMNS)) {
                    fail(faults, row.get(0), "the table begins with at,who,seconds, not " + String.join(",", header));
                    return calls;
                }
            } else if (row.size() != COLUMNS.size()) {
                fail(faults, row.get(0), "this row has " + row.size() + " values, the heading 3");
            } else {
                add(row, wires, calls, faults);
            }
        }
        return calls;
    }

    private static void add(
            List<Cell> row, Map<String, List<int[]>> wires, List<Rehearsal.Call> calls, List<Message> faults) {
        OptionalDouble at = DayTimes.parse(row.get(0).text());
        double seconds = Numbers.parse(row.get(2).text());
        List<int[]> who = wires.get(row.get(1).text());
        if (at.isEmpty()) {
            fail(faults, row.get(0), "'" + row.get(0).text() + "' is no time of day; write for example 16:31:05");
        }
        if (who == null) {
            String near = Names.suggestion(row.get(1).text(), wires.keySet());
            fail(faults, row.get(1), "nobody calls from '" + row.get(1).text() + "'." + near);
        }
        if (!(seconds > 0)) {
            fail(faults, row.get(2), Numbers.problem(row.get(2).text(), "seconds"));
        }
        if (at.isPresent() && who != null && seconds > 0) {
            int from = Clock.ticks(at.getAsDouble());
            for (int[] wire : who) {
                calls.add(new Rehearsal.Call(wire[0] == 1, wire[1], from, from + Math.max(1, Clock.ticks(seconds))));
            }
        }
    }

    /** Names of what may call: 1 for people and their group, or 0 and the detector. */
    private static Map<String, List<int[]>> wires(SignalSystem signals, String place) {
        Map<String, List<int[]>> wires = new LinkedHashMap<>();
        for (int d = 0; d < signals.detectors().size(); d++) {
            if (signals.detectors().get(d).place().equals(place)) {
                put(wires, signals.detectors().get(d).id(), 0, d);
            }
            for (int group : signals.detectors().get(d).groups()) {
                if (signals.groups().get(group).place().equals(place)) {
                    put(wires, signals.groups().get(group).id(), 0, d);
                }
            }
        }
        for (int g = 0; g < signals.groups().size(); g++) {
            if (signals.groups().get(g).people()
                    && signals.groups().get(g).place().equals(place)) {
                put(wires, signals.groups().get(g).id(), 1, g);
            }
        }
        return wires;
    }

    private static void put(Map<String, List<int[]>> wires, String name, int people, int wire) {
        wires.computeIfAbsent(name, first -> new ArrayList<>()).add(new int[] {people, wire});
    }

    private static void fail(List<Message> faults, Cell cell, String text) {
        faults.add(new Message(Fault.Severity.ERROR, cell.spot(), text));
    }
}
