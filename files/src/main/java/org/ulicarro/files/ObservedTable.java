package org.ulicarro.files;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;
import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.study.ObservedKind;
import org.ulicarro.files.CsvFile.Cell;

/** Reads what was measured in the field: {@code corridor,from,to,value,within} and the like, values with their units. */
public final class ObservedTable {

    /**
     * A value from the field.
     *
     * @param kind what it is
     * @param of what it is of, column by column of its kind
     * @param value SI
     * @param within share of it by which a run may differ
     */
    public record Value(ObservedKind kind, List<String> of, double value, double within) {}

    private ObservedTable() {}

    /**
     * A table with fewer rows.
     *
     * @param keeps whether a row stays, by what it is of, column by column
     * @return null where none does
     */
    public static String only(Path path, String name, ObservedKind kind, Predicate<List<String>> keeps) {
        List<List<Cell>> rows = CsvFile.read(path, name, new ArrayList<>());
        int columns = kind.columns().size();
        StringBuilder text = new StringBuilder();
        boolean any = false;
        for (int i = 0; i < rows.size(); i++) {
            List<String> cells = rows.get(i).stream().map(Cell::text).toList();
            boolean stays = i > 0 && cells.size() >= columns && keeps.test(cells.subList(0, columns));
            any |= stays;
            if (i == 0 || stays) {
                text.append(String.join(",", cells.stream().map(CsvTable::cell).toList()))
                        .append('\n');
            }
        }
        return any ? text.toString() : null;
    }

    static List<Value> read(Path path, String name, ObservedKind kind, List<Message> faults) {
        List<Value> values = new ArrayList<>();
        List<List<Cell>> rows = CsvFile.read(path, name, faults);
        List<String> wanted = new ArrayList<>(kind.columns());
        wanted.add("value");
        int columns = wanted.size();
        for (int i = 0; i < rows.size(); i++) {
            List<Cell> row = rows.get(i);
            if (i == 0) {
                List<String> header = row.stream().map(Cell::text).toList();
                boolean is = header.equals(wanted)
                        || header.size() == columns + 1
                                && header.subList(0, columns).equals(wanted)
                                && header.get(columns).equals("within");
                if (!is) {
                    fail(
                            faults,
                            row.get(0),
                            "the table begins with " + String.join(",", wanted) + "[,within], not "
                                    + String.join(",", header));
                    return values;
                }
            } else if (row.size() < columns) {
                fail(faults, row.get(0), "this row has " + row.size() + " values, at least " + columns + " are due");
            } else {
                Double value = quantity(row.get(columns - 1), kind.dimension(), faults);
                Double within = row.size() > columns && !row.get(columns).text().isBlank()
                        ? quantity(row.get(columns), Dimension.SHARE, faults)
                        : Double.valueOf(kind.within());
                if (value != null && within != null) {
                    values.add(new Value(
                            kind,
                            row.subList(0, columns - 1).stream().map(Cell::text).toList(),
                            value,
                            within));
                }
            }
        }
        return values;
    }

    private static Double quantity(Cell cell, Dimension dimension, List<Message> faults) {
        try {
            double value = Quantity.parse(cell.text(), dimension).mean();
            if (value > 0) {
                return value;
            }
            fail(faults, cell, "'" + cell.text() + "' must be above 0");
        } catch (Quantity.Unreadable e) {
            fail(faults, cell, e.getMessage());
        }
        return null;
    }

    private static void fail(List<Message> faults, Cell cell, String text) {
        faults.add(new Message(Fault.Severity.ERROR, cell.spot(), text));
    }
}
