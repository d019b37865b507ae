package org.ulicarro.files;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.base.Fault;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Lines and points of a GeoJSON file (RFC 7946) in the plan of a study. */
public final class GeoMarks {

    private static final long LARGEST = 256L << 20;

    /**
     * One of them.
     *
     * @param points x and y in the plan (m); one for a point
     * @param grade what the file says of it under that name, or empty
     */
    public record Mark(List<double[]> points, String grade) {}

    private final GeoReference map;
    private final List<Mark> marks = new ArrayList<>();

    private GeoMarks(GeoReference map) {
        this.map = map;
    }

    /**
     * Reads a file.
     *
     * @param map where the study lies
     * @throws StudyProblem when it is no GeoJSON
     */
    public static List<Mark> read(Path file, GeoReference map) throws IOException, StudyProblem {
        if (Files.size(file) > LARGEST) {
            throw problem(file, 1, 1, "this file is larger than 256 MB");
        }
        GeoMarks marks = new GeoMarks(map);
        try {
            marks.add(JsonMapper.builder().build().readTree(InputFile.text(file, InputFile.SMALL)), "");
        } catch (JacksonException e) {
            var at = e.getLocation();
            throw problem(
                    file,
                    at == null ? 1 : Math.max(1, at.getLineNr()),
                    at == null ? 1 : Math.max(1, at.getColumnNr()),
                    "this is no JSON");
        }
        if (marks.marks.isEmpty()) {
            throw problem(file, 1, 1, "there is no point, line or polygon in it, as GeoJSON has them");
        }
        return marks.marks;
    }

    private static StudyProblem problem(Path file, int line, int column, String text) {
        Spot spot = new Spot(file.getFileName().toString(), line, column);
        return new StudyProblem(List.of(new Message(Fault.Severity.ERROR, spot, text)));
    }

    private void add(JsonNode node, String grade) {
        JsonNode at = node.path("coordinates");
        switch (node.path("type").asString("")) {
            case "FeatureCollection" -> node.path("features").forEach(f -> add(f, grade));
            case "Feature" ->
                add(node.path("geometry"), node.path("properties").path("grade").asString(""));
            case "GeometryCollection" -> node.path("geometries").forEach(g -> add(g, grade));
            case "Point" -> line(List.of(at), grade);
            case "MultiPoint" -> at.forEach(p -> line(List.of(p), grade));
            case "LineString" -> line(at, grade);
            case "MultiLineString", "Polygon" -> at.forEach(l -> line(l, grade));
            case "MultiPolygon" -> at.forEach(p -> p.forEach(l -> line(l, grade)));
            default -> {} // what has no place
        }
    }

    private void line(Iterable<JsonNode> points, String grade) {
        List<double[]> line = new ArrayList<>();
        for (JsonNode p : points) {
            if (p.path(0).isNumber() && p.path(1).isNumber()) {
                double lon = p.path(0).asDouble();
                double lat = p.path(1).asDouble();
                if (Math.abs(lat) <= 90 && Math.abs(lon) <= 180) {
                    line.add(map.plan(lat, lon));
                }
            }
        }
        if (!line.isEmpty()) {
            marks.add(new Mark(line, grade));
        }
    }
}
