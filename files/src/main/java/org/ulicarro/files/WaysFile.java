package org.ulicarro.files;

import java.io.IOException;
import java.io.Writer;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalDouble;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.study.WayRow;
import org.ulicarro.files.CsvFile.Cell;

/**
 * Ways between ends as CSV: {@code from,to,types,links,16:30,16:45}, with the share of each way in each slice below the time at which it begins,
 * or {@code from,to,types,links,share} for the whole day; {@code factor} scales how many travel between the ends. Roads of a way are joined by {@code >}.
 */
public final class WaysFile {

    private static final List<String> COLUMNS = List.of("from", "to", "types", "links");
    private static final String SHARE = "share";
    private static final String FACTOR = "factor";
    private static final String JOINT = " > ";
    private static final double MOST_FACTOR = 10;
    private static final int MOST_FAULTS = 50;

    private final String name;
    private final List<Message> faults;
    private final List<WayRow> rows = new ArrayList<>();
    private final Map<String, String> known = new HashMap<>(); // each name once, however many rows have it
    private List<String> columns;
    private final List<Integer> shares = new ArrayList<>(); // columns that hold shares
    private final List<Double> starts = new ArrayList<>(); // when each begins
    private boolean complete;
    private int bad;

    private WaysFile(String name, List<Message> faults) {
        this.name = name;
        this.faults = faults;
    }

    /**
     * Reads a table.
     *
     * @param name how messages call it
     * @param faults receives what is wrong with it
     */
    static List<WayRow> read(Path path, String name, List<Message> faults) {
        WaysFile file = new WaysFile(name, faults);
        CsvFile.each(path, name, faults, file::row);
        return file.rows;
    }

    private void row(List<Cell> row) {
        if (columns == null) {
            heading(row);
        } else if (complete) {
            read(row);
        }
    }

    private void heading(List<Cell> header) {
        int before = faults.size();
        columns = header.stream().map(c -> c.text().toLowerCase(Locale.ROOT)).toList();
        for (int i = 0; i < header.size(); i++) {
            String column = columns.get(i);
            OptionalDouble time = DayTimes.parse(column);
            if (columns.indexOf(column) != i) {
                fail(header.get(i).spot(), "column '" + column + "' stands here twice");
            } else if (column.equals(SHARE) || time.isPresent()) {
                double start = column.equals(SHARE) ? 0 : time.getAsDouble();
                if (!starts.isEmpty() && start <= starts.get(starts.size() - 1)) {
                    fail(
                            header.get(i).spot(),
                            "shares stand in one column 'share', or in columns by the time at which they begin, in order");
                }
                shares.add(i);
                starts.add(start);
            } else if (!COLUMNS.contains(column) && !column.equals(FACTOR)) {
                List<String> all = new ArrayList<>(COLUMNS);
                all.add(SHARE);
                all.add(FACTOR);
                fail(
                        header.get(i).spot(),
                        "no column is called '" + header.get(i).text() + "'." + Names.suggestion(column, all));
            }
        }
        for (String column : COLUMNS) {
            if (!columns.contains(column) && !column.equals("types")) {
                fail(
                        new Spot(name, 1, 1),
                        "column '" + column + "' is missing; a table of ways begins with " + String.join(",", COLUMNS));
            }
        }
        if (shares.isEmpty()) {
            fail(new Spot(name, 1, 1), "column 'share' is missing, or columns by time of day such as 16:30");
        }
        complete = faults.size() == before;
    }

    private void read(List<Cell> row) {
        if (row.size() != columns.size()) {
            fail(
                    row.get(0).spot(),
                    "this row has " + row.size() + " values, the heading " + columns.size()
                            + "; a decimal comma or a thousands mark splits a number");
            return;
        }
        List<Double> values = new ArrayList<>();
        for (int column : shares) {
            Cell cell = row.get(column);
            double value = cell.text().isEmpty() ? 0 : Numbers.parse(cell.text());
            if (Double.isNaN(value)) {
                fail(cell.spot(), Numbers.problem(cell.text(), SHARE));
                return;
            }
            values.add(value);
        }
        List<String> links = new ArrayList<>();
        for (String link : cell(row, "links").text().split(">", -1)) {
            links.add(once(link.strip()));
        }
        if (links.get(0).isEmpty()) {
            fail(cell(row, "links").spot(), "a way needs its roads, such as quay-1 ahead > quay-2 ahead");
            return;
        }
        double factor = 1;
        if (columns.contains(FACTOR)) {
            Cell cell = cell(row, FACTOR);
            factor = cell.text().isEmpty() ? 1 : Numbers.parse(cell.text());
            if (!(factor >= 0 && factor <= MOST_FACTOR)) {
                fail(
                        cell.spot(),
                        "a factor is a number from 0 to " + (int) MOST_FACTOR + ", not '" + cell.text() + "'");
                return;
            }
        }
        String types = columns.contains("types") ? cell(row, "types").text() : "";
        rows.add(new WayRow(
                once(cell(row, "from").text()),
                once(cell(row, "to").text()),
                types.isBlank() ? List.of() : List.of(types.strip().split("\\s+")),
                links,
                starts,
                values,
                factor,
                row.get(0).spot().line()));
    }

    private Cell cell(List<Cell> row, String column) {
        return row.get(columns.indexOf(column));
    }

    private String once(String text) {
        return known.computeIfAbsent(text, same -> same);
    }

    private void fail(Spot spot, String text) {
        if (bad++ < MOST_FAULTS) {
            faults.add(new Message(Fault.Severity.ERROR, spot, text));
        } else if (bad == MOST_FAULTS + 1) {
            faults.add(new Message(Fault.Severity.ERROR, spot, "more is wrong from here on; mend the above first"));
        }
    }

    /**
     * Writes a table, whole or not at all.
     *
     * @param rows all with shares of the same slices
     */
    public static void write(Path file, List<WayRow> rows) throws IOException {
        try (Writer out = OutputFile.writer(file, StandardOpenOption.CREATE, StandardOpenOption.TRUNCATE_EXISTING)) {
            boolean scaled = rows.stream().anyMatch(row -> row.factor() != 1);
            out.write(String.join(",", COLUMNS) + (scaled ? "," + FACTOR : ""));
            for (double start : rows.isEmpty() ? List.<Double>of() : rows.get(0).starts()) {
                out.write("," + Clock.timeOfDay(start));
            }
            out.write('\n');
            for (WayRow row : rows) {
                out.write(CsvTable.cell(row.from()) + "," + CsvTable.cell(row.to()) + ","
                        + String.join(" ", row.types()) + "," + CsvTable.cell(String.join(JOINT, row.links()))
                        + (scaled ? "," + row.factor() : ""));
                for (double share : row.shares()) {
                    out.write("," + (share == 0 ? "0" : String.valueOf(share)));
                }
                out.write('\n');
            }
        }
    }
}
