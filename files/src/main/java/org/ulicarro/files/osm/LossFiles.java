package org.ulicarro.files.osm;

import java.io.IOException;
import java.io.Writer;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import org.ulicarro.files.CsvTable;
import org.ulicarro.files.GeoReference;
import org.ulicarro.files.OutputFile;
import tools.jackson.core.JsonGenerator;
import tools.jackson.databind.json.JsonMapper;

/** What an import left out, changed or guessed, one by one: as rows, and as GeoJSON (RFC 7946) to lay over a plan or a map. */
final class LossFiles {

    static final String ROWS = "losses.csv";
    static final String MAP = "losses.geojson";

    private LossFiles() {}

    static void write(Losses losses, LossPlaces places, Path folder) throws IOException {
        try (Writer out = OutputFile.writer(folder.resolve(ROWS));
                Writer map = OutputFile.writer(folder.resolve(MAP));
                JsonGenerator json = JsonMapper.builder().build().createGenerator(map)) {
            out.write("grade,loss,item,effect,lat,lon,metres\n");
            json.writeStartObject();
            json.writeStringProperty("type", "FeatureCollection");
            json.writeArrayPropertyStart("features");
            for (Losses.Entry entry : losses.entries()) {
                List<double[]> line = entry.line().isEmpty() ? places.of(entry.item()) : entry.line();
                out.write(row(entry, line, places.plan()));
                if (!line.isEmpty()) {
                    feature(json, entry, line, places.plan());
                }
            }
            json.writeEndArray();
            json.writeEndObject();
        }
    }

    private static String grade(Losses.Entry entry) {
        return entry.loss().grade().name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    private static String row(Losses.Entry entry, List<double[]> line, GeoReference plan) {
        double[] middle = line.isEmpty() ? null : line.get(line.size() / 2);
        return String.join(
                        ",",
                        grade(entry),
                        CsvTable.cell(entry.loss().words()),
                        CsvTable.cell(entry.item()),
                        CsvTable.cell(entry.loss().effect()),
                        middle == null ? "" : degrees(plan.lat(middle[0], middle[1])),
                        middle == null ? "" : degrees(plan.lon(middle[0], middle[1])),
                        entry.metres() == 0 ? "" : String.valueOf(Math.round(entry.metres())))
                + "\n";
    }

    private static String degrees(double value) {
        return String.format(Locale.ROOT, "%.6f", value);
    }

    private static void feature(JsonGenerator json, Losses.Entry entry, List<double[]> line, GeoReference plan) {
        boolean point = line.size() == 1;
        json.writeStartObject();
        json.writeStringProperty("type", "Feature");
        json.writeObjectPropertyStart("geometry");
        json.writeStringProperty("type", point ? "Point" : "LineString");
        json.writeName("coordinates");
        if (!point) {
            json.writeStartArray();
        }
        for (double[] p : line) {
            json.writeStartArray();
            json.writeNumber(Math.rint(plan.lon(p[0], p[1]) * 1e7) / 1e7);
            json.writeNumber(Math.rint(plan.lat(p[0], p[1]) * 1e7) / 1e7);
            json.writeEndArray();
        }
        if (!point) {
            json.writeEndArray();
        }
        json.writeEndObject();
        json.writeObjectPropertyStart("properties");
        json.writeStringProperty("grade", grade(entry));
        json.writeStringProperty("loss", entry.loss().words());
        json.writeStringProperty("item", entry.item());
        json.writeStringProperty("effect", entry.loss().effect());
        json.writeEndObject();
        json.writeEndObject();
    }
}
