package org.ulicarro.files.osm;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.locationtech.jts.algorithm.locate.IndexedPointInAreaLocator;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.GeometryFactory;
import org.locationtech.jts.geom.Location;
import org.locationtech.jts.geom.Polygon;
import org.ulicarro.files.GeoReference;
import org.ulicarro.files.StudyProblem;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Which part of a map is taken, in degrees. */
public interface Area {

    boolean has(double lat, double lon);

    /** All of it. */
    static Area everything() {
        return (lat, lon) -> true;
    }

    /** Between two parallels and two meridians. */
    static Area box(double south, double west, double north, double east) {
        return (lat, lon) -> lat >= south && lat <= north && lon >= west && lon <= east;
    }

    /** Within so many metres of a point. */
    static Area around(double lat, double lon, double metres) {
        GeoReference plan = GeoReference.at(lat, lon);
        return (atLat, atLon) -> {
            if (Math.abs(atLat - lat) > metres / 110_000 + 0.001) {
                return false;
            }
            double[] p = plan.plan(atLat, atLon);
            return Math.hypot(p[0], p[1]) <= metres;
        };
    }

    /** Inside the polygons of a GeoJSON file (RFC 7946). */
    static Area polygon(Path file) throws IOException, StudyProblem {
        JsonNode root;
        try {
            root = JsonMapper.builder().build().readTree(Files.readString(file));
        } catch (JacksonException e) {
            var at = e.getLocation();
            throw OsmFile.problem(
                    file,
                    at == null ? 1 : Math.max(1, at.getLineNr()),
                    at == null ? 1 : Math.max(1, at.getColumnNr()),
                    "this is no JSON");
        }
        List<IndexedPointInAreaLocator> parts = new ArrayList<>();
        try {
            collect(root, parts);
        } catch (IllegalArgumentException e) {
            throw OsmFile.problem(
                    file, 1, 1, "a polygon of it is no closed ring of four or more points [longitude, latitude]");
        }
        if (parts.isEmpty()) {
            throw OsmFile.problem(file, 1, 1, "there is no polygon in it");
        }
        return (lat, lon) -> parts.stream().anyMatch(p -> p.locate(new Coordinate(lon, lat)) != Location.EXTERIOR);
    }

    private static void collect(JsonNode node, List<IndexedPointInAreaLocator> into) {
        switch (node.path("type").asString("")) {
            case "FeatureCollection" -> node.path("features").forEach(f -> collect(f, into));
            case "Feature" -> collect(node.path("geometry"), into);
            case "GeometryCollection" -> node.path("geometries").forEach(g -> collect(g, into));
            case "Polygon" -> into.add(new IndexedPointInAreaLocator(polygon(node.path("coordinates"))));
            case "MultiPolygon" ->
                node.path("coordinates").forEach(p -> into.add(new IndexedPointInAreaLocator(polygon(p))));
            default -> {} // points and lines bound nothing
        }
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
