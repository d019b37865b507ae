package org.ulicarro.files.osm;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.locationtech.jts.algorithm.locate.IndexedPointInAreaLocator;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.Envelope;
import org.locationtech.jts.geom.GeometryFactory;
import org.locationtech.jts.geom.Location;
import org.locationtech.jts.geom.Polygon;
import org.ulicarro.files.GeoReference;
import org.ulicarro.files.InputFile;
import org.ulicarro.files.StudyProblem;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Which part of a map is taken, in degrees. */
public interface Area {

    boolean has(double lat, double lon);

    /** South, west, north and east of it, or of more. */
    default double[] bounds() {
        return new double[] {-90, -180, 90, 180};
    }

    /** An area with its bounds. */
    private static Area within(double[] bounds, Area exact) {
        return new Area() {
            @Override
            public boolean has(double lat, double lon) {
                return lat >= bounds[0]
                        && lon >= bounds[1]
                        && lat <= bounds[2]
                        && lon <= bounds[3]
                        && exact.has(lat, lon);
            }

            @Override
            public double[] bounds() {
                return bounds.clone();
            }
        };
    }

    /** All of it. */
    static Area everything() {
        return (lat, lon) -> true;
    }

    /** Between two parallels and two meridians. */
    static Area box(double south, double west, double north, double east) {
        return within(new double[] {south, west, north, east}, everything());
    }

    /** Within so many metres of a point. */
    static Area around(double lat, double lon, double metres) {
        GeoReference plan = GeoReference.at(lat, lon);
        double high = metres / 110_000 + 0.001; // degrees, more than needed
        double wide = high / Math.max(0.01, StrictMath.cos(StrictMath.toRadians(Math.min(89, Math.abs(lat) + high))));
        return within(new double[] {lat - high, lon - wide, lat + high, lon + wide}, (atLat, atLon) -> {
            double[] p = plan.plan(atLat, atLon);
            return Math.hypot(p[0], p[1]) <= metres;
        });
    }

    /** Inside the polygons of a GeoJSON file (RFC 7946). */
    static Area polygon(Path file) throws IOException, StudyProblem {
        JsonNode root;
        try {
            root = JsonMapper.builder().build().readTree(InputFile.text(file, InputFile.SMALL));
        } catch (JacksonException e) {
            var at = e.getLocation();
            throw OsmFile.problem(
                    file,
                    at == null ? 1 : Math.max(1, at.getLineNr()),
                    at == null ? 1 : Math.max(1, at.getColumnNr()),
                    "this is no JSON");
        }
        List<IndexedPointInAreaLocator> parts = new ArrayList<>();
        Envelope box = new Envelope();
        try {
            collect(root, parts, box);
        } catch (IllegalArgumentException
                | JacksonException e) { // other things than numbers among its coordinates, too
            throw OsmFile.problem(
                    file, 1, 1, "a polygon of it is no closed ring of four or more points [longitude, latitude]");
        }
        if (parts.isEmpty()) {
            throw OsmFile.problem(file, 1, 1, "there is no polygon in it");
        }
        return within(
                new double[] {box.getMinY(), box.getMinX(), box.getMaxY(), box.getMaxX()},
                (lat, lon) -> parts.stream().anyMatch(p -> p.locate(new Coordinate(lon, lat)) != Location.EXTERIOR));
    }

    private static void collect(JsonNode node, List<IndexedPointInAreaLocator> into, Envelope box) {
        switch (node.path("type").asString("")) {
            case "FeatureCollection" -> node.path("features").forEach(f -> collect(f, into, box));
            case "Feature" -> collect(node.path("geometry"), into, box);
            case "GeometryCollection" -> node.path("geometries").forEach(g -> collect(g, into, box));
            case "Polygon" -> add(node.path("coordinates"), into, box);
            case "MultiPolygon" -> node.path("coordinates").forEach(p -> add(p, into, box));
            default -> {} // points and lines bound nothing
        }
    }

    private static void add(JsonNode rings, List<IndexedPointInAreaLocator> into, Envelope box) {
        Polygon polygon = polygon(rings);
        box.expandToInclude(polygon.getEnvelopeInternal());
        into.add(new IndexedPointInAreaLocator(polygon));
    }

    private static Polygon polygon(JsonNode rings) {
        GeometryFactory geometry = new GeometryFactory();
        List<org.locationtech.jts.geom.LinearRing> all = new ArrayList<>();
        for (JsonNode ring : rings) {
            List<Coordinate> points = new ArrayList<>();
            ring.forEach(p ->
                    points.add(new Coordinate(p.path(0).asDouble(), p.path(1).asDouble())));
            all.add(geometry.createLinearRing(points.toArray(Coordinate[]::new)));
        }
        if (all.isEmpty()) {
            throw new IllegalArgumentException("no ring");
        }
        return geometry.createPolygon(
                all.get(0), all.subList(1, all.size()).toArray(org.locationtech.jts.geom.LinearRing[]::new));
    }
}
