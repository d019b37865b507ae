package org.ulicarro.files;

import io.jhdf.HdfFile;
import io.jhdf.api.Dataset;
import io.jhdf.api.Group;
import io.jhdf.api.Node;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.study.TripTable;
import org.ulicarro.core.study.Trips;

/**
 * Reads trips from an open matrix file: HDF5 with square matrices under {@code /data} and numbers of zones under {@code /lookup} (the open
 * matrix specification 0.2). A cell's line is its row.
 */
final class MatrixFile {

    private static final long LARGEST = 512L * 1024 * 1024;
    private static final int MOST_ZONES = 8000;

    private final String name;
    private final TripTable table;
    private final List<Message> faults;
    private final List<Trips> rows = new ArrayList<>();
    private final Map<String, Double> unplaced = new LinkedHashMap<>(); // zone without a place -> its vehicles

    private MatrixFile(String name, TripTable table, List<Message> faults) {
        this.name = name;
        this.table = table;
        this.faults = faults;
    }

    /**
     * Reads the matrices that a study asks for.
     *
     * @param name how messages call the file
     * @param faults receives what is wrong with it
     */
    static List<Trips> read(Path path, String name, TripTable table, List<Message> faults) {
        MatrixFile file = new MatrixFile(name, table, faults);
        try {
            if (Files.size(path) > LARGEST) {
                file.fail(1, 1, "this file is larger than 512 MB");
            } else {
                file.read(path);
            }
        } catch (IOException e) {
            file.fail(1, 1, "this file cannot be read: " + e.getMessage());
        } catch (RuntimeException e) { // the library's own, of many kinds, for files that are none or damaged
            file.fail(1, 1, "this is no open matrix file, or it is damaged");
        }
        return file.rows;
    }

    private void read(Path path) {
        if (table.matrices().isEmpty()) {
            fail(1, 1, "say which matrices are read: matrices: {PM: {from: \"16:30\", to: \"17:30\"}}");
            return;
        }
        try (HdfFile file = new HdfFile(path)) {
            if (!(file.getChild("data") instanceof Group data)) {
                fail(1, 1, "this file has no group 'data' with matrices");
                return;
            }
            List<String> names = new ArrayList<>(data.getChildren().keySet());
            for (Map.Entry<String, TripTable.Matrix> one : table.matrices().entrySet()) {
                Node node = data.getChild(one.getKey());
                if (node instanceof Dataset matrix) {
                    read(file, one.getKey(), matrix, one.getValue());
                } else {
                    fail(1, 1, "there is no matrix '" + one.getKey() + "'." + Names.suggestion(one.getKey(), names));
                }
            }
        }
        unplaced.forEach((zone, vehicles) -> fail(
                1,
                1,
                String.format(
                        Locale.ROOT,
                        "zone %s has %.0f vehicles, but no place; write it under zones: {%s: PLACE}",
                        zone,
                        vehicles,
                        zone)));
    }

    private void read(HdfFile file, String matrixName, Dataset matrix, TripTable.Matrix slice) {
        int[] size = matrix.getDimensions();
        if (size.length != 2 || size[0] != size[1] || size[0] < 1 || size[0] > MOST_ZONES) {
            fail(1, 1, "matrix '" + matrixName + "' must be square, of 1 to " + MOST_ZONES + " zones");
            return;
        }
        String[] zones = zones(file, size[0]);
        double[][] cells = zones == null ? null : doubles(matrix.getData());
        if (cells == null) {
            if (zones != null) {
                fail(1, 1, "matrix '" + matrixName + "' holds no numbers");
            }
            return;
        }
        Map<String, Map<String, Trips>> sums = new LinkedHashMap<>(); // several zones may share a place
        for (int i = 0; i < cells.length; i++) {
            for (int j = 0; j < cells.length; j++) {
                add(matrixName, slice, zones, i, j, cells[i][j], sums);
            }
        }
        sums.values().forEach(to -> rows.addAll(to.values()));
    }

    private void add(
            String matrixName,
            TripTable.Matrix slice,
            String[] zones,
            int i,
            int j,
            double vehicles,
            Map<String, Map<String, Trips>> sums) {
        if (!(vehicles >= 0) || Double.isInfinite(vehicles)) {
            fail(
                    i + 1,
                    j + 1,
                    "matrix '" + matrixName + "' has " + vehicles + " vehicles from zone " + zones[i] + " to "
                            + zones[j]);
            return;
        }
        if (vehicles == 0) {
            return;
        }
        String from = place(zones[i], vehicles);
        String to = place(zones[j], vehicles);
        if (from != null && to != null) {
            Trips here = new Trips(from, to, slice.from(), slice.to(), vehicles, slice.type(), name, i + 1);
            sums.computeIfAbsent(from, none -> new LinkedHashMap<>()).merge(to, here, MatrixFile::sum);
        }
    }

    private static Trips sum(Trips a, Trips b) {
        double vehicles = a.vehicles() + b.vehicles();
        return new Trips(a.from(), a.to(), a.departFrom(), a.departTo(), vehicles, a.type(), a.table(), a.line());
    }

    /** The place of a zone; where a study writes none for any, zones are places themselves. */
    private String place(String zone, double vehicles) {
        String place = table.zones().isEmpty() ? zone : table.zones().get(zone);
        if (place == null) {
            unplaced.merge(zone, vehicles, Double::sum);
        }
        return place;
    }

    private String[] zones(HdfFile file, int count) {
        String[] zones = new String[count];
        if (table.lookup() == null) {
            for (int i = 0; i < count; i++) {
                zones[i] = Integer.toString(i + 1);
            }
            return zones;
        }
        Node lookups = file.getChildren().get("lookup");
        Node lookup = lookups instanceof Group group ? group.getChild(table.lookup()) : null;
        if (!(lookup instanceof Dataset numbers)
                || numbers.getDimensions().length != 1
                || numbers.getDimensions()[0] != count) {
            List<String> known = lookups instanceof Group group
                    ? new ArrayList<>(group.getChildren().keySet())
                    : List.of();
            fail(
                    1,
                    1,
                    "there is no lookup '" + table.lookup() + "' of " + count + " zones."
                            + Names.suggestion(table.lookup(), known));
            return null;
        }
        Object data = numbers.getData();
        for (int i = 0; i < count; i++) {
            Object one = java.lang.reflect.Array.get(data, i);
            zones[i] = one instanceof Number number && number.doubleValue() == Math.rint(number.doubleValue())
                    ? Long.toString(number.longValue())
                    : String.valueOf(one).trim();
        }
        return zones;
    }

    private static double[][] doubles(Object data) {
        if (data instanceof double[][] cells) {
            return cells;
        }
        if (!data.getClass().isArray() || !data.getClass().getComponentType().isArray()) {
            return null;
        }
        int n = java.lang.reflect.Array.getLength(data);
        double[][] cells = new double[n][n];
        for (int i = 0; i < n; i++) {
            Object row = java.lang.reflect.Array.get(data, i);
            for (int j = 0; j < n; j++) {
                if (!(java.lang.reflect.Array.get(row, j) instanceof Number number)) {
                    return null;
                }
                cells[i][j] = number.doubleValue();
            }
        }
        return cells;
    }

    private void fail(int row, int column, String text) {
        faults.add(new Message(Fault.Severity.ERROR, new Spot(name, row, column), text));
    }
}
