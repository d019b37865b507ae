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
import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.study.Trips;
import org.ulicarro.files.CsvFile.Cell;

/** Reads trips between places from CSV, {@code from,to,depart_from,depart_to,vehicles[,type][,lane][,speed][,replication][,driver]}, row by row: such tables are long. */
public final class TripsFile {

    static final List<String> COLUMNS = List.of("from", "to", "depart_from", "depart_to", "vehicles");
    private static final String TYPE = "type";
    private static final String REPLICATION = "replication";
    private static final String LANE = "lane";
    private static final String SPEED = "speed";
    private static final String DRIVER = "driver";

    private static final double FASTEST = 250 / 3.6; // m/s

    /** More faults than this of one table help nobody. */
    private static final int MOST_FAULTS = 50;

    private final String name;
    private final List<Message> faults;
    private final List<Trips> rows = new ArrayList<>();
    private final Map<String, String> places = new HashMap<>(); // each name once, however many rows have it
    private final Map<String, Double> times = new HashMap<>();
    private final Map<String, Integer> at = new HashMap<>(); // column -> its place
    private List<String> columns;
    private boolean complete; // whether all columns are there
    private int bad;

    private TripsFile(String name, List<Message> faults) {
        this.name = name;
        this.faults = faults;
    }

    /**
     * Reads a table.
     *
     * @param name how messages call it, which is its key in the study, too
     * @param faults receives what is wrong with it
     */
    static List<Trips> read(Path path, String name, List<Message> faults) {
        TripsFile file = new TripsFile(name, faults);
        CsvFile.each(path, name, faults, file::row);
        return file.rows;
    }

    /**
     * Writes a table, whole or not at all.
     *
     * @param rows in the order in which they shall stand
     */
    public static void write(Path file, List<Trips> rows) throws IOException {
        boolean told = rows.stream().anyMatch(row -> row.replication() != 0);
        boolean drivers = rows.stream().anyMatch(row -> row.driver() != 0);
        boolean lanes = rows.stream().anyMatch(row -> row.lane() != 0);
        boolean speeds = rows.stream().anyMatch(row -> !Double.isNaN(row.speed()));
        try (Writer out = OutputFile.writer(file, StandardOpenOption.CREATE, StandardOpenOption.TRUNCATE_EXISTING)) {
            out.write(String.join(",", COLUMNS) + "," + TYPE + (lanes ? "," + LANE : "") + (speeds ? "," + SPEED : "")
                    + (told ? "," + REPLICATION : "") + (drivers ? "," + DRIVER : "") + "\n");
            for (Trips row : rows) {
                String vehicles = row.vehicles() == Math.rint(row.vehicles())
                        ? String.valueOf((long) row.vehicles())
                        : String.valueOf(row.vehicles());
                out.write(CsvTable.cell(row.from()) + "," + CsvTable.cell(row.to()) + ","
                        + time(row.departFrom()) + "," + time(row.departTo()) + "," + vehicles
                        + "," + (row.type() == null ? "" : CsvTable.cell(row.type()))
                        + (lanes ? "," + (row.lane() == 0 ? "" : row.lane()) : "")
                        + (speeds ? "," + speed(row.speed()) : "")
                        + (told ? "," + (row.replication() == 0 ? "" : row.replication()) : "")
                        + (drivers ? "," + (row.driver() == 0 ? "" : Long.toHexString(row.driver())) : "") + "\n");
            }
        }
    }

    private static String speed(double metresPerSecond) {
        return Double.isNaN(metresPerSecond) ? "" : StrictMath.round(metresPerSecond * 36) / 10.0 + " km/h";
    }

    private static String time(double seconds) {
        return seconds == Math.rint(seconds)
                ? Clock.timeOfDay(seconds)
                : Clock.timeOfDayToTenth(StrictMath.round(seconds * 10));
    }

    private void row(List<Cell> row) {
        if (columns == null) {
            columns = row.stream().map(c -> c.text().toLowerCase(Locale.ROOT)).toList();
            checkHeader(row);
            columns.forEach(column -> at.putIfAbsent(column, columns.indexOf(column)));
            complete = at.keySet().containsAll(COLUMNS);
        } else if (complete) {
            read(row);
        }
    }

    private void checkHeader(List<Cell> header) {
        List<String> known = new ArrayList<>(COLUMNS);
        known.add(TYPE);
        known.add(REPLICATION);
        known.add(LANE);
        known.add(SPEED);
        known.add(DRIVER);
        for (int i = 0; i < header.size(); i++) {
            if (!known.contains(columns.get(i))) {
                fail(
                        header.get(i).spot(),
                        "no column is called '" + header.get(i).text() + "'."
                                + Names.suggestion(columns.get(i), known));
            } else if (columns.indexOf(columns.get(i)) != i) {
                fail(header.get(i).spot(), "column '" + columns.get(i) + "' stands here twice");
            }
        }
        for (String column : COLUMNS) {
            if (!columns.contains(column)) {
                fail(
                        new Spot(name, 1, 1),
                        "column '" + column + "' is missing; a table of trips begins with "
                                + String.join(",", COLUMNS));
            }
        }
    }

    private void read(List<Cell> row) {
        if (row.size() != columns.size()) {
            fail(
                    row.get(0).spot(),
                    "this row has " + row.size() + " values, the heading " + columns.size()
                            + "; a decimal comma or a thousands mark splits a number");
            return;
        }
        double from = time(cell(row, "depart_from"));
        double to = time(cell(row, "depart_to"));
        Cell count = cell(row, "vehicles");
        double vehicles = Numbers.parse(count.text());
        if (Double.isNaN(vehicles)) {
            fail(count.spot(), Numbers.problem(count.text(), "vehicles"));
        }
        String type = at.containsKey(TYPE) ? type(cell(row, TYPE)) : null;
        int replication = number(row, REPLICATION, "no number of a replication: 1, 2, … or nothing for all of them");
        int lane = number(row, LANE, "no number of a lane: 1 is the left one, and nothing where drivers choose it");
        if (!Double.isNaN(from) && !Double.isNaN(to) && !Double.isNaN(vehicles)) {
            String start = place(cell(row, "from"));
            String end = place(cell(row, "to"));
            rows.add(new Trips(
                    start,
                    end,
                    from,
                    to,
                    vehicles,
                    type,
                    replication,
                    lane,
                    at.containsKey(SPEED) ? speed(cell(row, SPEED)) : Double.NaN,
                    at.containsKey(DRIVER) ? driver(cell(row, DRIVER)) : 0,
                    name,
                    row.get(0).spot().line()));
        }
    }

    private Cell cell(List<Cell> row, String column) {
        return row.get(at.get(column));
    }

    private String place(Cell cell) {
        return places.computeIfAbsent(cell.text(), text -> text);
    }

    private double time(Cell cell) {
        return times.computeIfAbsent(cell.text(), text -> {
            boolean tenths = text.matches(".*:\\d\\d:\\d\\d\\.\\d");
            OptionalDouble time = DayTimes.parse(tenths ? text.substring(0, text.length() - 2) : text);
            if (time.isPresent() && tenths) {
                return time.getAsDouble() + (text.charAt(text.length() - 1) - '0') / 10.0;
            }
            if (time.isEmpty()) {
                fail(cell.spot(), "'" + text + "' is no time of day; write for example 16:30");
            }
            return time.orElse(Double.NaN);
        });
    }

    /** As it is written; whether there is such a type is known with the study. */
    private static String type(Cell cell) {
        return cell.text().isEmpty() ? null : cell.text();
    }

    /** A number from 1; 0 where nothing is written. */
    private int number(List<Cell> row, String column, String otherwise) {
        if (!at.containsKey(column)) {
            return 0;
        }
        Cell cell = cell(row, column);
        if (cell.text().isEmpty() || cell.text().matches("[1-9][0-9]{0,4}")) {
            return cell.text().isEmpty() ? 0 : Integer.parseInt(cell.text());
        }
        fail(cell.spot(), "'" + cell.text() + "' is " + otherwise);
        return 0;
    }

    private double speed(Cell cell) {
        if (cell.text().isEmpty()) {
            return Double.NaN;
        }
        try {
            double speed = Quantity.parse(cell.text(), Dimension.SPEED).mean();
            if (speed >= 0 && speed <= FASTEST) {
                return speed;
            }
            fail(cell.spot(), "nobody comes in at " + cell.text() + ": between 0 and 250 km/h");
        } catch (Quantity.Unreadable e) {
            fail(cell.spot(), e.getMessage());
        }
        return Double.NaN;
    }

    private long driver(Cell cell) {
        try {
            return cell.text().isEmpty() ? 0 : Long.parseUnsignedLong(cell.text(), 16);
        } catch (NumberFormatException e) {
            fail(
                    cell.spot(),
                    "'" + cell.text()
                            + "' names no driver: up to 16 digits 0-9 and a-f, or nothing for one that is drawn");
            return 0;
        }
    }

    private void fail(Spot spot, String text) {
        if (bad++ < MOST_FAULTS) {
            faults.add(new Message(Fault.Severity.ERROR, spot, text));
        } else if (bad == MOST_FAULTS + 1) {
            faults.add(new Message(Fault.Severity.ERROR, spot, "more is wrong from here on; mend the above first"));
        }
    }
}
