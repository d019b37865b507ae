package org.ulicarro.files;

import java.io.IOException;
import java.io.Writer;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.ulicarro.core.measure.LinkRow;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.RunSummary;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.Polyline;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.run.Model;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonGenerator;
import tools.jackson.databind.json.JsonMapper;

/**
 * A network as GeoJSON (RFC 7946) for map programs: places as points, links, lanes and turning paths as lines, what a run measured as their
 * properties. SI units in the names, longitude before latitude.
 */
public final class GeoJson {

    private final Network network;
    private final GeoReference map;
    private final Map<String, Map<String, Double>> ofLinks = new TreeMap<>();
    private final Map<String, Map<String, Object>> ofMovements = new TreeMap<>();
    private final Map<String, Map<String, Object>> ofPlaces = new TreeMap<>();

    public GeoJson(Model model, GeoReference map) {
        network = model.network();
        this.map = map;
    }

    /** Takes what a run measured over its whole period, the mean over its replications. */
    public GeoJson with(RunSummary summary, List<Observed<LinkRow>> links) {
        for (RunSummary.Row row : summary.wholePeriod()) {
            boolean all = row.movement().equals(MovementRow.ALL);
            if (row.approach().equals(MovementRow.ALL)) {
                ofPlaces.put(row.place(), measured(row));
            } else if (!all) {
                ofMovements.put(row.place() + " " + row.movement(), measured(row));
            }
        }
        double longest = links.stream()
                .mapToDouble(o -> o.row().toS() - o.row().fromS())
                .max()
                .orElse(0);
        Map<String, Integer> counts = new TreeMap<>();
        for (Observed<LinkRow> o : links) {
            LinkRow r = o.row();
            if (r.toS() - r.fromS() > longest - 1) {
                counts.merge(r.link(), 1, Integer::sum);
                Map<String, Double> sums = ofLinks.computeIfAbsent(r.link(), none -> new LinkedHashMap<>());
                sums.merge("flow_vehh", r.vehicles() / (longest / 3600), Double::sum);
                sums.merge("speed_ms", r.speedMs(), Double::sum);
                sums.merge("spillback_share", r.spillbackShare(), Double::sum);
            }
        }
        ofLinks.forEach((link, sums) -> sums.replaceAll((k, v) -> v / counts.get(link)));
        return this;
    }

    private static Map<String, Object> measured(RunSummary.Row row) {
        Map<String, Object> measured = new LinkedHashMap<>();
        measured.put("vehicles", row.vehicles().mean());
        measured.put("control_delay_s", row.controlDelay().mean());
        measured.put("entry_delay_s", row.entryDelay().mean());
        measured.put("stops", row.stops().mean());
        measured.put("los", row.los() == null ? null : row.los().name());
        return measured;
    }

    /** Writes the file, whole or not at all. */
    public void write(Path file) throws IOException {
        Path part = file.resolveSibling("." + file.getFileName() + ".part");
        try {
            try (Writer out = OutputFile.writer(part)) {
                write(out);
            }
            Files.move(part, file, java.nio.file.StandardCopyOption.REPLACE_EXISTING);
        } catch (JacksonException e) { // the disk, since there is nothing to read
            boolean told = e.getCause() instanceof FileSystemException;
            String reason = told ? ((FileSystemException) e.getCause()).getReason() : e.getOriginalMessage();
            throw OutputFile.named(file, new IOException(reason, e));
        } finally {
            Files.deleteIfExists(part);
        }
    }

    /** Writes it elsewhere. */
    void write(Writer out) {
        try (JsonGenerator json = JsonMapper.builder().build().createGenerator(out)) {
            json.writeStartObject();
            json.writeStringProperty("type", "FeatureCollection");
            json.writeArrayPropertyStart("features");
            network.junctions().values().forEach(j -> place(json, j));
            network.links().forEach(l -> link(json, l));
            json.writeEndArray();
            json.writeEndObject();
        }
    }

    private void place(JsonGenerator json, Junction junction) {
        Map<String, Object> says = new LinkedHashMap<>();
        says.put("kind", "place");
        says.put("id", junction.id());
        says.put(
                "control",
                junction.place()
                        .control()
                        .name()
                        .toLowerCase(java.util.Locale.ROOT)
                        .replace("_", "-"));
        says.putAll(ofPlaces.getOrDefault(junction.id(), Map.of()));
        json.writeStartObject();
        json.writeStringProperty("type", "Feature");
        json.writeObjectPropertyStart("geometry");
        json.writeStringProperty("type", "Point");
        json.writeName("coordinates");
        point(json, junction.place().at().x(), junction.place().at().y());
        json.writeEndObject();
        properties(json, says);
        json.writeEndObject();
        for (int m : junction.movements()) {
            Movement movement = network.movements().get(m);
            for (TurningPath path : movement.paths()) {
                Map<String, Object> of = new LinkedHashMap<>();
                of.put("kind", "path");
                of.put("place", junction.id());
                of.put("movement", movement.id());
                of.put("name", movement.name());
                of.put("from_lane", network.lanes().get(path.fromLane()).number());
                of.put("to_lane", network.lanes().get(path.toLane()).number());
                of.putAll(ofMovements.getOrDefault(junction.id() + " " + movement.id(), Map.of()));
                line(json, network.lanes().get(path.lane()).line(), of);
            }
        }
    }

    private void link(JsonGenerator json, Link link) {
        List<Lane> lanes = network.lanesOf(link);
        Map<String, Object> says = new LinkedHashMap<>();
        says.put("kind", "link");
        says.put("id", link.id());
        says.put("road", link.road());
        says.put("from_place", link.from());
        says.put("to_place", link.to());
        says.put("approach", link.approach());
        says.put("lanes", link.lanes());
        says.put("length_m", link.length());
        says.put("limit_ms", link.speed());
        says.putAll(ofLinks.getOrDefault(link.id(), Map.of()));
        line(json, lanes.get(lanes.size() / 2).line(), says);
        for (Lane lane : lanes) {
            Map<String, Object> of = new LinkedHashMap<>();
            of.put("kind", "lane");
            of.put("link", link.id());
            of.put("lane", lane.number());
            of.put("from_m", lane.start());
            of.put("to_m", lane.end());
            of.put("width_m", lane.width());
            of.put("arrows", lane.arrows() == null ? null : lane.arrows().toString());
            line(json, lane.line(), of);
        }
    }

    private void line(JsonGenerator json, Polyline line, Map<String, Object> says) {
        json.writeStartObject();
        json.writeStringProperty("type", "Feature");
        json.writeObjectPropertyStart("geometry");
        json.writeStringProperty("type", "LineString");
        json.writeArrayPropertyStart("coordinates");
        for (int i = 0; i < line.size(); i++) {
            point(json, line.x(i), line.y(i));
        }
        json.writeEndArray();
        json.writeEndObject();
        properties(json, says);
        json.writeEndObject();
    }

    private void point(JsonGenerator json, double x, double y) {
        json.writeStartArray();
        json.writeNumber(rounded(map.lon(x, y), 1e8));
        json.writeNumber(rounded(map.lat(x, y), 1e8));
        json.writeEndArray();
    }

    private static double rounded(double value, double by) {
        return Math.rint(value * by) / by;
    }

    private static void properties(JsonGenerator json, Map<String, Object> says) {
        json.writeObjectPropertyStart("properties");
        says.forEach((k, v) -> {
            if (v instanceof Double d && !d.isNaN()) {
                json.writeNumberProperty(k, rounded(d, 1e4));
            } else if (v instanceof Integer i) {
                json.writeNumberProperty(k, i);
            } else if (v instanceof String s) {
                json.writeStringProperty(k, s);
            } else {
                json.writeNullProperty(k);
            }
        });
        json.writeEndObject();
    }
}
