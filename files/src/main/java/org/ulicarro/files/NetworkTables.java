package org.ulicarro.files;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.study.Arrows;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.RoadClass;
import org.ulicarro.core.study.Written;
import org.ulicarro.files.CsvFile.Cell;

/** Reads places and roads from the CSV tables of a network too big for text, and joins them with those that are written. */
final class NetworkTables {

    private static final List<String> PLACES = List.of("id", "x_m", "y_m");
    private static final List<String> PLACES_ALSO = List.of("control");
    private static final List<String> ROADS = List.of("id", "from", "to", "lanes_ahead", "lanes_back", "speed_kmh");
    private static final List<String> ROADS_ALSO =
            List.of("name", "class", "width_m", "median_m", "turns_ahead", "turns_back");
    private static final double USUAL_WIDTH = 3.25;

    private final Map<String, Spot> spots;
    private final List<Message> faults;
    private final Map<String, Place> places;
    private final Map<String, Road> roads;
    private Map<String, Integer> column = Map.of();

    private NetworkTables(NetworkInput written, Map<String, Spot> spots, List<Message> faults) {
        this.spots = spots;
        this.faults = faults;
        places = new LinkedHashMap<>(written.places());
        roads = new LinkedHashMap<>(written.roads());
    }

    /**
     * Reads the tables of a network.
     *
     * @param placesFile path of the table of places, or null
     * @param roadsFile path of the table of roads, or null
     * @param spots receives where each row stands, by its pointer in the study tree
     * @param faults receives what is wrong with them
     */
    static NetworkInput read(
            NetworkInput written, Path placesFile, Path roadsFile, Map<String, Spot> spots, List<Message> faults) {
        NetworkTables tables = new NetworkTables(written, spots, faults);
        if (placesFile != null) {
            String name = written.tables().places();
            tables.each(CsvFile.read(placesFile, name, faults), PLACES, PLACES_ALSO, tables::addPlace);
        }
        if (roadsFile != null) {
            String name = written.tables().roads();
            tables.each(CsvFile.read(roadsFile, name, faults), ROADS, ROADS_ALSO, tables::addRoad);
        }
        return written.with(tables.places, tables.roads);
    }

    private interface RowReader {
        void read(List<Cell> row);
    }

    private void each(List<List<Cell>> rows, List<String> needed, List<String> also, RowReader reader) {
        if (rows.isEmpty() || !readHeading(rows.get(0), needed, also)) {
            return;
        }
        for (List<Cell> row : rows.subList(1, rows.size())) {
            if (row.size() == rows.get(0).size()) {
                reader.read(row);
            } else {
                fail(
                        row.get(0).spot(),
                        "this row has " + row.size() + " values, the heading "
                                + rows.get(0).size());
            }
        }
    }

    private boolean readHeading(List<Cell> heading, List<String> needed, List<String> also) {
        column = new HashMap<>();
        int before = faults.size();
        List<String> known = new ArrayList<>(needed);
        known.addAll(also);
        for (Cell cell : heading) {
            if (!known.contains(cell.text())) {
                fail(cell.spot(), "column '" + cell.text() + "' is not known." + Names.suggestion(cell.text(), known));
            } else if (column.putIfAbsent(cell.text(), column.size()) != null) {
                fail(cell.spot(), "column '" + cell.text() + "' stands here a second time");
            }
        }
        for (String name : needed) {
            if (!column.containsKey(name)) {
                fail(heading.get(0).spot(), "the column '" + name + "' is missing");
            }
        }
        return faults.size() == before;
    }

    private void addPlace(List<Cell> row) {
        String id = id(row, "/network/places", places);
        double x = number(row, "x_m", 0);
        double y = number(row, "y_m", 0);
        Place.Control control = constant(row, "control", Place.Control.NONE);
        if (id != null) {
            places.put(id, Place.of(new Point(x, y), control));
        }
    }

    private void addRoad(List<Cell> row) {
        String id = id(row, "/network/roads", roads);
        int ahead = lanes(row, "lanes_ahead");
        int back = lanes(row, "lanes_back");
        double width = number(row, "width_m", USUAL_WIDTH);
        Road road = new Road(
                text(row, "name"),
                constant(row, "class", RoadClass.URBAN),
                List.of(cell(row, "from").text(), cell(row, "to").text()),
                null,
                null,
                number(row, "speed_kmh", 50) / 3.6,
                0,
                number(row, "median_m", 0),
                0,
                null,
                null,
                direction(row, ahead, width, "turns_ahead"),
                direction(row, back, width, "turns_back"));
        if (id != null) {
            roads.put(id, road);
        }
    }

    private Direction direction(List<Cell> row, int lanes, double width, String turnsColumn) {
        if (lanes == 0) {
            return null;
        }
        List<Arrows> turns = new ArrayList<>();
        String written = text(row, turnsColumn);
        for (String one : written == null ? new String[0] : written.split(" +")) {
            if (one.matches("[ULTR]{1,4}")) {
                turns.add(Arrows.parse(one));
            } else {
                fail(cell(row, turnsColumn).spot(), "'" + one + "' are no arrows; write for example 'L T TR'");
            }
        }
        return new Direction(lanes, width, null, null, null, turns, null, null, null, null, null);
    }

    private String id(List<Cell> row, String map, Map<String, ?> seen) {
        Cell cell = cell(row, "id");
        String pointer = Fault.child(map, cell.text());
        if (!cell.text().matches("[A-Za-z0-9_-]+")) {
            fail(cell.spot(), "the id '" + cell.text() + "' may hold letters, digits, '-' and '_' only");
            return null;
        }
        if (seen.containsKey(cell.text())) {
            Spot first = spots.get(pointer);
            fail(
                    cell.spot(),
                    "'" + cell.text() + "' is given here a second time; the first is "
                            + (first == null ? "in the study's YAML files" : "at " + first));
            return null;
        }
        spots.put(pointer, cell.spot());
        return cell.text();
    }

    private int lanes(List<Cell> row, String name) {
        double lanes = number(row, name, 0);
        if (lanes != StrictMath.rint(lanes) || lanes < 0 || lanes > 8) {
            fail(cell(row, name).spot(), "'" + text(row, name) + "' is no number of lanes; write 0 to 8");
            return 1;
        }
        return (int) lanes;
    }

    private double number(List<Cell> row, String name, double usual) {
        String text = text(row, name);
        if (text == null) {
            if (column.containsKey(name) && usual == 0 && !name.startsWith("lanes")) {
                fail(cell(row, name).spot(), "'" + name + "' is missing");
            }
            return usual;
        }
        try {
            double value = Double.parseDouble(text);
            if (Double.isFinite(value) && text.matches("[-+0-9.eE]+")) {
                return value;
            }
        } catch (NumberFormatException e) {
            // said below
        }
        fail(cell(row, name).spot(), "'" + text + "' is no number; the heading '" + name + "' says the unit");
        return usual;
    }

    private <E extends Enum<E>> E constant(List<Cell> row, String name, E usual) {
        String text = text(row, name);
        if (text == null) {
            return usual;
        }
        List<String> known = new ArrayList<>();
        for (E constant : usual.getDeclaringClass().getEnumConstants()) {
            known.add(Written.of(constant));
            if (Written.of(constant).equals(text)) {
                return constant;
            }
        }
        fail(cell(row, name).spot(), "'" + text + "' cannot stand for '" + name + "'." + Names.suggestion(text, known));
        return usual;
    }

    private Cell cell(List<Cell> row, String name) {
        return row.get(column.get(name));
    }

    private String text(List<Cell> row, String name) {
        Integer at = column.get(name);
        return at == null || row.get(at).text().isEmpty() ? null : row.get(at).text();
    }

    private void fail(Spot spot, String text) {
        faults.add(new Message(Fault.Severity.ERROR, spot, text));
    }
}
