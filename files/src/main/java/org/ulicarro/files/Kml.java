package org.ulicarro.files;

import java.io.IOException;
import java.io.StringWriter;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.LinkedHashMap;
import java.util.Map;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * The features of a {@link GeoJson} as KML (OGC 12-007r2, KML 2.3) for globes: a folder for each kind, properties as extended data, lines in the
 * colour of their kind, places in that of their level of service.
 */
public final class Kml {

    private static final String NAMESPACE = "http://www.opengis.net/kml/2.2";

    /** Kind of feature to the name of its folder, its colour (alpha, blue, green, red) and the width of its lines (pixels). */
    private static final Map<String, String[]> KINDS = new LinkedHashMap<>();

    /** Level of service to the colour of a place. */
    private static final Map<String, String> LEVELS = Map.of(
            "A", "ff50b000", "B", "ff50b000", "C", "ff00c8f0", "D", "ff00c8f0", "E", "ff0060ff", "F", "ff2010d0");

    static {
        KINDS.put("place", new String[] {"places", "ffb06020", "1"});
        KINDS.put("link", new String[] {"links", "ffb06020", "4"});
        KINDS.put("lane", new String[] {"lanes", "ff606060", "1"});
        KINDS.put("path", new String[] {"turning paths", "ff9040a0", "1"});
    }

    private Kml() {}

    /** Writes the file, whole or not at all. */
    public static void write(GeoJson features, String title, Path file) throws IOException {
        StringWriter text = new StringWriter();
        features.write(text);
        JsonNode all = JsonMapper.builder().build().readTree(text.toString()).path("features");
        Path part = file.resolveSibling("." + file.getFileName() + ".part");
        try {
            try (Writer out = OutputFile.writer(part)) {
                write(all, title, XMLOutputFactory.newFactory().createXMLStreamWriter(out));
            }
            Files.move(part, file, StandardCopyOption.REPLACE_EXISTING);
        } catch (XMLStreamException e) {
            throw OutputFile.named(file, new IOException(e.getMessage(), e));
        } finally {
            Files.deleteIfExists(part);
        }
    }

    private static void write(JsonNode features, String title, XMLStreamWriter xml) throws XMLStreamException {
        xml.writeStartDocument("UTF-8", "1.0");
        xml.writeStartElement("kml");
        xml.writeDefaultNamespace(NAMESPACE);
        xml.writeStartElement("Document");
        element(xml, "name", title);
        for (Map.Entry<String, String[]> kind : KINDS.entrySet()) {
            style(xml, kind.getKey(), kind.getValue()[1], kind.getValue()[2]);
        }
        for (String level : LEVELS.keySet().stream().sorted().toList()) {
            style(xml, "place-" + level, LEVELS.get(level), "1");
        }
        for (Map.Entry<String, String[]> kind : KINDS.entrySet()) {
            xml.writeStartElement("Folder");
            element(xml, "name", kind.getValue()[0]);
            element(xml, "visibility", kind.getKey().matches("place|link") ? "1" : "0");
            for (JsonNode feature : features) {
                if (feature.path("properties").path("kind").asString("").equals(kind.getKey())) {
                    placemark(xml, feature, kind.getKey());
                }
            }
            xml.writeEndElement();
        }
        xml.writeEndElement();
        xml.writeEndElement();
        xml.writeEndDocument();
        xml.close();
    }

    private static void style(XMLStreamWriter xml, String id, String colour, String width) throws XMLStreamException {
        xml.writeStartElement("Style");
        xml.writeAttribute("id", id);
        xml.writeStartElement("IconStyle");
        element(xml, "color", colour);
        xml.writeEndElement();
        xml.writeStartElement("LineStyle");
        element(xml, "color", colour);
        element(xml, "width", width);
        xml.writeEndElement();
        xml.writeEndElement();
    }

    private static void placemark(XMLStreamWriter xml, JsonNode feature, String kind) throws XMLStreamException {
        JsonNode says = feature.path("properties");
        String level = says.path("los").asString("");
        xml.writeStartElement("Placemark");
        element(xml, "name", name(says, kind));
        element(xml, "visibility", kind.matches("place|link") ? "1" : "0");
        element(xml, "styleUrl", "#" + kind + (kind.equals("place") && LEVELS.containsKey(level) ? "-" + level : ""));
        xml.writeStartElement("ExtendedData");
        for (Map.Entry<String, JsonNode> one : says.properties()) {
            if (!one.getValue().isNull()) {
                xml.writeStartElement("Data");
                xml.writeAttribute("name", one.getKey());
                element(xml, "value", one.getValue().asString());
                xml.writeEndElement();
            }
        }
        xml.writeEndElement();
        JsonNode geometry = feature.path("geometry");
        boolean point = geometry.path("type").asString("").equals("Point");
        xml.writeStartElement(point ? "Point" : "LineString");
        StringBuilder text = new StringBuilder();
        if (point) {
            coordinate(text, geometry.path("coordinates"));
        } else {
            geometry.path("coordinates").forEach(p -> coordinate(text, p));
        }
        element(xml, "coordinates", text.toString().strip());
        xml.writeEndElement();
        xml.writeEndElement();
    }

    private static String name(JsonNode says, String kind) {
        return switch (kind) {
            case "lane" ->
                says.path("link").asString("") + ", lane " + says.path("lane").asString("");
            case "path" ->
                says.path("place").asString("") + " " + says.path("name").asString("");
            default -> says.path("id").asString("");
        };
    }

    private static void coordinate(StringBuilder text, JsonNode point) {
        text.append(point.path(0).asDouble())
                .append(',')
                .append(point.path(1).asDouble())
                .append(' ');
    }

    private static void element(XMLStreamWriter xml, String name, String text) throws XMLStreamException {
        xml.writeStartElement(name);
        xml.writeCharacters(text);
        xml.writeEndElement();
    }
}
