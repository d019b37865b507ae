package org.ulicarro.files.osm;

import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.ulicarro.files.Message;
import org.ulicarro.files.StudyProblem;

/** The XML form of a map, read as a stream. Document types and entities are refused: a map needs none, and they can do harm. */
final class OsmXml {

    /** Tags of one element; the database itself allows fewer. */
    private static final int MOST_TAGS = 5000;

    private static final int MOST_MEMBERS = 1_000_000;

    private static final int MOST_FAULTS = 50;

    private final XMLStreamReader xml;
    private final Path file;
    private final OsmSink sink;
    private final Map<String, String> tags = new HashMap<>();
    private long[] refs = new long[64];
    private int used;
    private final List<String> roles = new ArrayList<>();
    private final StringBuilder kinds = new StringBuilder();
    private final List<Message> faults = new ArrayList<>();
    private boolean isWhole; // the element that is read

    private OsmXml(XMLStreamReader xml, Path file, OsmSink sink) {
        this.xml = xml;
        this.file = file;
        this.sink = sink;
    }

    static void read(InputStream in, Path file, OsmSink sink) throws IOException, StudyProblem {
        XMLInputFactory factory = XMLInputFactory.newFactory();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        factory.setProperty(XMLInputFactory.IS_REPLACING_ENTITY_REFERENCES, false);
        try {
            // a map is UTF-8; decoded here, bytes that are none come as a failure and not as something printed
            InputStreamReader text = new InputStreamReader(in, StandardCharsets.UTF_8.newDecoder());
            new OsmXml(factory.createXMLStreamReader(text), file, sink).all();
        } catch (XMLStreamException e) {
            if (e.getNestedException() instanceof CharacterCodingException) {
                throw OsmFile.problem(file, 1, 1, "this is no text in UTF-8");
            }
            if (e.getNestedException() instanceof IOException io) {
                throw io;
            }
            int line = e.getLocation() == null ? 1 : Math.max(1, e.getLocation().getLineNumber());
            int column =
                    e.getLocation() == null ? 1 : Math.max(1, e.getLocation().getColumnNumber());
            throw OsmFile.problem(file, line, column, "this is no XML from here on, or the file ends in the middle");
        }
    }

    private StudyProblem problem(String text) {
        return OsmFile.problem(
                file, xml.getLocation().getLineNumber(), xml.getLocation().getColumnNumber(), text);
    }

    /** A value that cannot be taken: what else is wrong is looked for, too, before the file is refused. */
    private void wrong(String text) throws StudyProblem {
        faults.addAll(problem(text).messages());
        isWhole = false;
        if (faults.size() >= MOST_FAULTS) {
            throw new StudyProblem(faults);
        }
    }

    private void all() throws XMLStreamException, StudyProblem {
        boolean found = false;
        while (xml.hasNext()) {
            int event = xml.next();
            if (event == XMLStreamConstants.DTD || event == XMLStreamConstants.ENTITY_REFERENCE) {
                throw problem("a map has no document type and no entities; this file is not read");
            }
            if (event == XMLStreamConstants.START_ELEMENT) {
                String name = xml.getLocalName();
                if (!found && !name.equals("osm")) {
                    throw problem("this is no map: its root is <" + name + ">, not <osm>");
                }
                found = true;
                switch (name) {
                    case "node" -> node();
                    case "way" -> way();
                    case "relation" -> relation();
                    default -> {} // bounds, notes and what others add
                }
            }
        }
        if (!found) {
            throw problem("this file is empty");
        }
        if (!faults.isEmpty()) {
            throw new StudyProblem(faults);
        }
    }

    private void node() throws XMLStreamException, StudyProblem {
        isWhole = true;
        long id = id("id");
        double lat = degrees("lat", 90);
        double lon = degrees("lon", 180);
        inside("node");
        if (isWhole) {
            sink.node(id, lat, lon, tags);
        }
    }

    private void way() throws XMLStreamException, StudyProblem {
        isWhole = true;
        long id = id("id");
        inside("way");
        if (!isWhole) {
            return;
        }
        sink.way(id, Arrays.copyOf(refs, used), tags);
    }

    private void relation() throws XMLStreamException, StudyProblem {
        isWhole = true;
        long id = id("id");
        inside("relation");
        if (!isWhole) {
            return;
        }
        sink.relation(
                id, kinds.toString().toCharArray(), Arrays.copyOf(refs, used), roles.toArray(String[]::new), tags);
    }

    /** Reads what an element holds, to its end. */
    private void inside(String element) throws XMLStreamException, StudyProblem {
        tags.clear();
        used = 0;
        roles.clear();
        kinds.setLength(0);
        while (xml.hasNext()) {
            int event = xml.next();
            if (event == XMLStreamConstants.END_ELEMENT && xml.getLocalName().equals(element)) {
                return;
            }
            if (event == XMLStreamConstants.ENTITY_REFERENCE) {
                throw problem("a map has no entities; this file is not read");
            }
            if (event == XMLStreamConstants.START_ELEMENT) {
                switch (xml.getLocalName()) {
                    case "tag" -> {
                        if (tags.size() >= MOST_TAGS) {
                            throw problem("this " + element + " has more than " + MOST_TAGS + " tags");
                        }
                        tags.put(text("k"), text("v"));
                    }
                    case "nd" -> add(id("ref"));
                    case "member" -> {
                        add(id("ref"));
                        kinds.append(text("type").isEmpty() ? '?' : text("type").charAt(0));
                        String role = xml.getAttributeValue(null, "role");
                        roles.add(role == null ? "" : role);
                    }
                    default -> {}
                }
            }
        }
        throw problem("the file ends in the middle of a " + element);
    }

    private void add(long ref) throws StudyProblem {
        if (used >= MOST_MEMBERS) {
            throw problem("this element has more than " + MOST_MEMBERS + " members");
        }
        if (used == refs.length) {
            refs = Arrays.copyOf(refs, used * 2);
        }
        refs[used++] = ref;
    }

    private String text(String attribute) throws StudyProblem {
        String text = xml.getAttributeValue(null, attribute);
        if (text == null) {
            throw problem("<" + xml.getLocalName() + "> has no '" + attribute + "'");
        }
        return text;
    }

    private long id(String attribute) throws StudyProblem {
        String text = text(attribute);
        try {
            return Long.parseLong(text);
        } catch (NumberFormatException e) {
            wrong("'" + attribute + "' must be a whole number, not '" + text + "'");
            return 0;
        }
    }

    private double degrees(String attribute, double most) throws StudyProblem {
        String text = text(attribute);
        try {
            double value = Double.parseDouble(text);
            if (Math.abs(value) <= most) {
                return value;
            }
        } catch (NumberFormatException e) {
            // told below
        }
        wrong("'" + attribute + "' must be degrees from -" + (int) most + " to " + (int) most + ", not '" + text + "'");
        return 0;
    }
}
