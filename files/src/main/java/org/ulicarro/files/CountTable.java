package org.ulicarro.files;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.regex.Pattern;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.study.Count;
import org.ulicarro.files.CsvFile.Cell;

/**
 * Reads turning counts from CSV, long ({@code place,movement,from,to,vehicles}) or wide as count sheets come ({@code
 * place,from,to,NBL,NBT,…}).
 */
final class CountTable {

    private static final List<String> LONG = List.of("place", "movement", "from", "to", "vehicles");
    private static final List<String> WIDE = List.of("place", "from", "to");
    private static final String TYPE = "type";
    private static final String QUEUE_START = "queue_start";
    private static final String QUEUE_END = "queue_end";

    /** Columns that may be there, too; queues only in a long table, where each row is one movement. */
    private static final List<String> MORE_LONG = List.of(TYPE, QUEUE_START, QUEUE_END);

    private static final List<String> MORE_WIDE = List.of(TYPE);
    private static final Pattern MOVEMENT = Pattern.compile("[A-Z0-9-]{1,8}[LTRU]|[A-Za-z0-9_-]+>[A-Za-z0-9_-]+");

    private final String name;
    private final String origin;
    private final Map<String, Spot> spots;
    private final List<Message> faults;
    private final List<Count> counts = new ArrayList<>();

    private CountTable(String name, String origin, Map<String, Spot> spots, List<Message> faults) {
        this.name = name;
        this.origin = origin;
        this.spots = spots;
        this.faults = faults;
    }

    /**
     * Reads a table.
     *
     * @param path the file
     * @param name how messages call it
     * @param origin pointer of the table in the study tree; cells get pointers under it
     * @param spots receives the place of every cell that gave a count
     * @param faults receives what is wrong with the table
     */
    static List<Count> read(Path path, String name, String origin, Map<String, Spot> spots, List<Message> faults) {
        CountTable table = new CountTable(name, origin, spots, faults);
        List<List<Cell>> rows = CsvFile.read(path, name, faults);
        if (!rows.isEmpty()) {
            table.read(rows);
        }
        return table.counts;
    }

    private void read(List<List<Cell>> rows) {
        List<Cell> header = rows.get(0);
        List<String> columns = header.stream().map(Cell::text).toList();
        boolean wide = !columns.contains("movement")
                && columns.stream().anyMatch(c -> MOVEMENT.matcher(c).matches());
        if (!checkHeader(header, columns, wide)) {
            return;
        }
        for (int r = 1; r < rows.size(); r++) {
            List<Cell> row = rows.get(r);
            if (row.size() != header.size()) {
                fail(
                        row.get(0).spot(),
                        "this row has " + row.size() + " values, the heading " + header.size()
                                + "; a decimal comma or a thousands mark splits a number");
            } else if (wide) {
                readWide(header, columns, row, r);
            } else {
                readLong(columns, row, r);
            }
        }
    }

    private boolean checkHeader(List<Cell> header, List<String> columns, boolean wide) {
        List<String> needed = wide ? WIDE : LONG;
        List<String> allowed = new ArrayList<>(needed);
        allowed.addAll(wide ? MORE_WIDE : MORE_LONG);
        int before = faults.size();
        for (Cell cell : header) {
            boolean known = allowed.contains(cell.text())
                    || wide && MOVEMENT.matcher(cell.text()).matches();
            if (!known) {
                fail(
                        cell.spot(),
                        "no column is called '" + cell.text() + "'." + Names.suggestion(cell.text(), allowed));
            } else if (columns.indexOf(cell.text()) != columns.lastIndexOf(cell.text())) {
                fail(cell.spot(), "column '" + cell.text() + "' stands here twice");
            }
        }
        for (String column : needed) {
            if (!columns.contains(column)) {
                fail(
                        new Spot(name, 1, 1),
                        "column '" + column + "' is missing; a count table begins with " + String.join(",", LONG)
                                + " or, wide, " + String.join(",", WIDE) + ",NBL,NBT,…");
            }
        }
        return faults.size() == before;
    }

    private void readLong(List<String> columns, List<Cell> row, int r) {
        Cell movement = row.get(columns.indexOf("movement"));
        add(columns, row, movement, row.get(columns.indexOf("vehicles")), r);
    }

    private void readWide(List<Cell> header, List<String> columns, List<Cell> row, int r) {
        for (int c = 0; c < row.size(); c++) {
            boolean count = !WIDE.contains(columns.get(c)) && !TYPE.equals(columns.get(c));
            if (count && !row.get(c).text().isEmpty()) {
                add(columns, row, header.get(c), row.get(c), r);
            }
        }
    }

    private void add(List<String> columns, List<Cell> row, Cell movement, Cell vehicles, int r) {
        OptionalDouble from = time(row.get(columns.indexOf("from")));
        OptionalDouble to = time(row.get(columns.indexOf("to")));
        double count = number(vehicles);
        double queueStart = queue(columns, row, QUEUE_START);
        double queueEnd = queue(columns, row, QUEUE_END);
        String type = type(columns, row);
        boolean sound = !Double.isNaN(count + queueStart + queueEnd);
        if (sound && from.isPresent() && to.isPresent()) {
            Cell place = row.get(columns.indexOf("place"));
            String pointer =
                    origin + "/" + r + "/" + movement.text().replace("~", "~0").replace("/", "~1");
            spots.put(pointer, vehicles.spot());
            spots.put(pointer + Count.PLACE, place.spot());
            spots.put(pointer + Count.MOVEMENT, movement.spot());
            counts.add(new Count(
                    place.text(),
                    movement.text(),
                    from.getAsDouble(),
                    to.getAsDouble(),
                    count,
                    queueStart,
                    queueEnd,
                    type,
                    pointer));
        }
    }

    private double number(Cell cell) {
        double number = Numbers.parse(cell.text());
        if (Double.isNaN(number)) {
            fail(cell.spot(), Numbers.problem(cell.text(), "vehicles"));
        }
        return number;
    }

    /** Vehicles in a queue, none where nothing is written. */
    private double queue(List<String> columns, List<Cell> row, String column) {
        int at = columns.indexOf(column);
        return at < 0 || row.get(at).text().isEmpty() ? 0 : number(row.get(at));
    }

    /** As it is written; whether there is such a type is known with the study. */
    private static String type(List<String> columns, List<Cell> row) {
        int at = columns.indexOf(TYPE);
        return at < 0 || row.get(at).text().isEmpty() ? null : row.get(at).text();
    }

    private OptionalDouble time(Cell cell) {
        OptionalDouble time = DayTimes.parse(cell.text());
        boolean told = faults.stream().anyMatch(f -> f.spot().equals(cell.spot()));
        if (time.isEmpty() && !told) {
            fail(cell.spot(), "'" + cell.text() + "' is no time of day; write for example 16:30");
        }
        return time;
    }

    private void fail(Spot spot, String text) {
        faults.add(new Message(Fault.Severity.ERROR, spot, text));
    }
}
