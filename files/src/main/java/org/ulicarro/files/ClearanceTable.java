package org.ulicarro.files;

import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Fault;
import org.ulicarro.files.CsvFile.Cell;

/** Reads a matrix of clearances: a row for each group that ends, a column for each that begins, seconds in the cells. */
final class ClearanceTable {

    private static final double LONGEST = 60;

    private ClearanceTable() {}

    /**
     * Seconds by pair, {@code NB>EB}. Empty cells are pairs that do not conflict.
     *
     * @param faults receives what is wrong
     */
    static Map<String, Double> read(Path path, String name, List<Message> faults) {
        Map<String, Double> needs = new LinkedHashMap<>();
        List<List<Cell>> rows = CsvFile.read(path, name, faults);
        List<Cell> head = rows.isEmpty() ? List.of() : rows.get(0);
        for (int r = 1; r < rows.size(); r++) {
            List<Cell> row = rows.get(r);
            if (row.size() > head.size()) {
                fail(row.get(head.size()), "this row has more cells than the first one names groups", faults);
            }
            for (int c = 1; c < Math.min(row.size(), head.size()); c++) {
                Double seconds = seconds(row.get(c), faults);
                if (seconds != null) {
                    needs.put(row.get(0).text() + ">" + head.get(c).text(), seconds);
                }
            }
        }
        return needs;
    }

    private static Double seconds(Cell cell, List<Message> faults) {
        String text = cell.text().strip();
        if (text.isEmpty() || text.equals("-")) {
            return null;
        }
        try {
            double seconds = Double.parseDouble(text);
            if (seconds >= 0 && seconds <= LONGEST) {
                return seconds;
            }
        } catch (NumberFormatException e) {
            // said below
        }
        fail(cell, "'" + cell.text() + "' is no clearance; write seconds from 0 to 60, or nothing", faults);
        return null;
    }

    private static void fail(Cell cell, String text, List<Message> faults) {
        faults.add(new Message(Fault.Severity.ERROR, cell.spot(), text));
    }
}
