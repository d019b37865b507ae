package org.ulicarro.files.gmns;

import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.files.GeoReference;
import org.ulicarro.files.MapProjection;
import org.ulicarro.files.Message;
import org.ulicarro.files.gmns.GmnsTable.Row;

/** What tables say of themselves: units, and what their coordinates mean. */
final class GmnsConfig {

    private static final double ONE_PLAN = 2; // degrees: nodes further apart than this are on no one plan

    private final Set<String> notes;
    String title = "a network of tables";
    String driveOn; // right or left, null where nothing says so
    double metres = 1; // of the unit of short lengths
    double metresPerSecond = 1 / 3.6;
    private MapProjection projection; // null where coordinates are those of a plan
    private String crs = "";
    private Double planLat; // where the plan's [0, 0] lies, if the tables say so
    private Double planLon;
    private double planBearing; // degrees
    private GeoReference plan;
    NetworkInput.Origin origin; // null where the tables give plan coordinates

    GmnsConfig(Path folder, List<Message> faults, Set<String> notes) {
        this.notes = notes;
        GmnsTable config = GmnsTable.read(folder, "config", false, List.of(), faults);
        if (config.rows.isEmpty()) {
            notes.add("no config table: lengths are taken as metres, speeds as km/h");
            return;
        }
        Row row = config.rows.get(0);
        title = row.text("dataset_name") == null ? title : row.text("dataset_name");
        driveOn = row.text("drive_on");
        if (driveOn != null && !driveOn.matches("right|left")) {
            row.fail("'drive_on' is right or left, not '" + driveOn + "'");
        }
        units(row);
        crs = row.text("crs") == null ? "" : row.text("crs");
        projection = MapProjection.of(crs);
        if (row.text("plan_lat") != null && row.text("plan_lon") != null) {
            planLat = row.number("plan_lat", 0);
            planLon = row.number("plan_lon", 0);
            planBearing = row.number("plan_bearing", 0);
            if (Math.abs(planLat) > 90 || Math.abs(planLon) > 180) {
                row.fail("'plan_lat' and 'plan_lon' are degrees, not " + planLat + " and " + planLon);
            }
        }
    }

    private void units(Row row) {
        String length = row.text("short_length") == null
                ? "m"
                : row.text("short_length").toLowerCase(Locale.ROOT);
        switch (length) {
            case "m", "meter", "meters", "metre", "metres" -> metres = 1;
            case "ft", "foot", "feet" -> metres = 0.3048;
            default -> row.fail("'short_length' is m or ft, not '" + length + "'");
        }
        String speed = row.text("speed") == null ? "km/h" : row.text("speed").toLowerCase(Locale.ROOT);
        switch (speed) {
            case "m/s", "mps" -> metresPerSecond = 1;
            case "km/h", "kph", "kmh", "km/hr" -> metresPerSecond = 1 / 3.6;
            case "mph", "mi/h", "miles/hr", "mi/hr" -> metresPerSecond = 1609.344 / 3600;
            default -> row.fail("'speed' is m/s, km/h or mph, not '" + speed + "'");
        }
    }

    /** Finds out what coordinates mean, from those of all nodes. */
    void lay(List<Row> nodes) {
        boolean likeDegrees = !nodes.isEmpty()
                && nodes.stream()
                        .allMatch(
                                r -> Math.abs(r.number("x_coord", 0)) <= 180 && Math.abs(r.number("y_coord", 0)) <= 90);
        if (projection == null && crs.isBlank() && likeDegrees && spread(nodes) < ONE_PLAN) {
            projection = MapProjection.of("EPSG:4326");
            notes.add("coordinates taken as degrees of longitude and latitude");
        } else if (projection == null
                && !crs.isBlank()
                && !crs.toLowerCase(Locale.ROOT).contains("local")) {
            notes.add("the coordinate system '" + crs
                    + "' is not known, coordinates are taken as those of a plan; an EPSG code of a UTM zone or a PROJ string"
                    + " ('+proj=…') as crs in config.csv says where it lies");
        }
        if (projection == null || nodes.isEmpty()) {
            projection = null;
            return;
        }
        double lat = planLat == null ? mean(nodes, 0) : planLat;
        double lon = planLat == null ? mean(nodes, 1) : planLon;
        if (Double.isNaN(lat) || Double.isNaN(lon) || Math.abs(lat) > 90 || Math.abs(lon) > 180) {
            nodes.get(0).fail("the coordinates lie outside of what '" + crs + "' is for");
            projection = null;
            return;
        }
        double bearing = Math.toRadians(planBearing);
        plan = GeoReference.at(lat, lon, bearing);
        origin = new NetworkInput.Origin(lat, lon, bearing, null);
    }

    private static double spread(List<Row> nodes) {
        return nodes.stream().mapToDouble(r -> r.number("y_coord", 0)).max().orElse(0)
                - nodes.stream().mapToDouble(r -> r.number("y_coord", 0)).min().orElse(0);
    }

    /** To about a metre. */
    private double mean(List<Row> nodes, int which) {
        double mean = nodes.stream()
                .mapToDouble(r -> projection.latLon(r.number("x_coord", 0), r.number("y_coord", 0))[which])
                .average()
                .orElseThrow();
        return StrictMath.rint(mean * 1e5) / 1e5;
    }

    /** Where coordinates of the tables lie on the plan (m). */
    double[] point(double x, double y) {
        if (plan == null) {
            return new double[] {x * metres, y * metres};
        }
        double[] at = projection.latLon(x, y);
        return plan.plan(at[0], at[1]);
    }
}
