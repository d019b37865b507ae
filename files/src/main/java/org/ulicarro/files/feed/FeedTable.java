package org.ulicarro.files.feed;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.files.CsvFile;
import org.ulicarro.files.CsvFile.Cell;
import org.ulicarro.files.Message;
import org.ulicarro.files.Spot;

/** One table of a schedule, read row by row by the names of its columns. */
final class FeedTable {

    /** More faults than this of one table help nobody. */
    private static final int MOST_FAULTS = 20;

    /** A row, by column; what a column does not have is empty. */
    final class Row {

        private final List<Cell> cells;

        private Row(List<Cell> cells) {
            this.cells = cells;
        }

        String text(String column) {
            Integer i = at.get(column);
            return i == null || i >= cells.size() ? "" : cells.get(i).text();
        }

        /** A decimal number, or NaN with the reason among the faults. */
        double number(String column) {
            try {
                return Double.parseDouble(text(column));
            } catch (NumberFormatException e) {
                fail(column, "'" + text(column) + "' is no number");
                return Double.NaN;
            }
        }

        void fail(String column, String text) {
            Integer i = at.get(column);
            Spot spot = i == null || i >= cells.size()
                    ? cells.get(0).spot()
                    : cells.get(i).spot();
            FeedTable.this.fail(spot, text);
        }
    }

    private final String name;
    private final List<String> needed;
    private final List<Message> faults;
    private final Map<String, Integer> at = new LinkedHashMap<>(); // column -> its place
    private boolean headed;
    private boolean complete;
    private int bad;

    private FeedTable(String name, List<String> needed, List<Message> faults) {
        this.name = name;
        this.needed = needed;
        this.faults = faults;
    }

    /**
     * Reads a table that must be there.
     *
     * @param feed how messages call the schedule
     * @param needed columns without which it says nothing
     */
    static void each(
            Path folder, String feed, String table, List<String> needed, List<Message> faults, Consumer<Row> sink) {
        FeedTable reader = new FeedTable(feed + "/" + table, needed, faults);
        if (!Files.exists(folder.resolve(table))) {
            faults.add(new Message(
                    Fault.Severity.ERROR, new Spot(feed, 1, 1), "there is no table '" + table + "' in this schedule"));
            return;
        }
        CsvFile.each(folder.resolve(table), reader.name, faults, cells -> reader.read(cells, sink));
    }

    private void read(List<Cell> cells, Consumer<Row> sink) {
        if (headed) {
            if (complete) {
                sink.accept(new Row(cells));
            }
            return;
        }
        headed = true;
        for (int i = 0; i < cells.size(); i++) {
            at.putIfAbsent(cells.get(i).text(), i);
        }
        List<String> missing = new ArrayList<>(needed);
        missing.removeAll(at.keySet());
        complete = missing.isEmpty();
        for (String column : missing) {
            fail(cells.get(0).spot(), "column '" + column + "' is missing." + Names.suggestion(column, at.keySet()));
        }
    }

    private void fail(Spot spot, String text) {
        if (bad++ < MOST_FAULTS) {
            faults.add(new Message(Fault.Severity.ERROR, spot, text));
        }
    }
}
