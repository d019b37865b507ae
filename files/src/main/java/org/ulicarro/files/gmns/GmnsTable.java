package org.ulicarro.files.gmns;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Fault;
import org.ulicarro.files.CsvFile;
import org.ulicarro.files.CsvFile.Cell;
import org.ulicarro.files.Message;
import org.ulicarro.files.Spot;

/** One table as it was read. Columns that are not known are left alone: the specification lets everybody add some. */
final class GmnsTable {

    /** A row; empty cells count as missing. */
    final class Row {
        private final List<Cell> cells;

        private Row(List<Cell> cells) {
            this.cells = cells;
        }

        Spot spot() {
            return cells.get(0).spot();
        }

        /** Its text, or null. */
        String text(String name) {
            Integer at = column.get(name);
            String text = at == null || at >= cells.size() ? "" : cells.get(at).text();
            return text.isBlank() ? null : text;
        }

        /** A number, or another one where none is given; a fault where it is none. */
        double number(String name, double otherwise) {
            String text = text(name);
            if (text == null) {
                return otherwise;
            }
            try {
                double value = Double.parseDouble(text);
                if (!Double.isNaN(value) && !Double.isInfinite(value)) {
                    return value;
                }
            } catch (NumberFormatException e) {
                // told below
            }
            GmnsTable.this.fail(
                    cells.get(column.get(name)).spot(), "'" + name + "' must be a number, not '" + text + "'");
            return otherwise;
        }

        void fail(String text) {
            GmnsTable.this.fail(spot(), text);
        }
    }

    final List<Row> rows = new ArrayList<>();
    private final Map<String, Integer> column = new HashMap<>();
    private final List<Message> faults;

    private GmnsTable(List<Message> faults) {
        this.faults = faults;
    }

    private void fail(Spot spot, String text) {
        faults.add(new Message(Fault.Severity.ERROR, spot, text));
    }

    /**
     * Reads a table.
     *
     * @param needed columns without which it is of no use
     * @return empty where there is no such file and it is not required
     */
    static GmnsTable read(Path folder, String name, boolean required, List<String> needed, List<Message> faults) {
        GmnsTable table = new GmnsTable(faults);
        Path file = folder.resolve(name + ".csv");
        if (!Files.exists(file) && !required) {
            return table;
        }
        List<List<Cell>> all = CsvFile.read(file, name + ".csv", faults);
        if (all.isEmpty()) {
            return table;
        }
        for (Cell cell : all.get(0)) {
            if (table.column.putIfAbsent(cell.text(), table.column.size()) != null) {
                table.fail(cell.spot(), "column '" + cell.text() + "' stands here a second time");
            }
        }
        for (String one : needed) {
            if (!table.column.containsKey(one)) {
                table.fail(all.get(0).get(0).spot(), "the column '" + one + "' is missing");
            }
        }
        if (!table.column.keySet().containsAll(needed)) {
            return table; // its rows say nothing without it
        }
        for (List<Cell> row : all.subList(1, all.size())) {
            table.rows.add(table.new Row(row));
        }
        return table;
    }
}
