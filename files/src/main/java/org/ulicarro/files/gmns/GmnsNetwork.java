package org.ulicarro.files.gmns;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.study.Detector;
import org.ulicarro.core.study.LinkName;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.files.GeoReference;
import org.ulicarro.files.Message;
import org.ulicarro.files.gmns.GmnsTable.Row;

/** Nodes, links, lanes and movements as the tables have them, gathered and checked. */
final class GmnsNetwork {

    private static final Pattern POINT = Pattern.compile("(-?[0-9.eE+]+)\\s+(-?[0-9.eE+]+)");

    private final Path folder;
    private final List<Message> faults;
    private final Set<String> notes;
    final Map<String, Row> nodes = new LinkedHashMap<>();
    final Map<String, double[]> at = new LinkedHashMap<>();
    final Map<String, String> placeId = new LinkedHashMap<>();
    final Map<String, GmnsLink> links = new LinkedHashMap<>();
    final Map<String, Detector> detectors = new LinkedHashMap<>();
    final Map<String, List<String>> closed = new LinkedHashMap<>(); // node -> movements
    final Map<String, String> movementText = new HashMap<>(); // mvmt_id -> from>to
    final Map<String, String> movementNode = new HashMap<>();
    private final Set<String> usedIds = new HashSet<>();
    double metres = 1; // of the unit of short lengths
    private double metresPerSecond = 1;
    private GeoReference plan;
    NetworkInput.Origin origin; // null where the tables give plan coordinates
    String title = "a network of tables";

    /**
     * Of a folder of tables.
     *
     * @param faults receives what is wrong with them
     * @param notes receives what was assumed
     */
    GmnsNetwork(Path folder, List<Message> faults, Set<String> notes) {
        this.folder = folder;
        this.faults = faults;
        this.notes = notes;
    }

    /** Reads all of them, as far as faults let it. */
    void read() {
        config();
        readNodes();
        readLinks();
        readLanes();
        if (faults.isEmpty()) {
            pair();
            movements();
            readDetectors();
        }
    }

    private void config() {
        GmnsTable config = GmnsTable.read(folder, "config", false, List.of(), faults);
        if (config.rows.isEmpty()) {
            notes.add("no config table: lengths are taken as metres, speeds as km/h");
            metresPerSecond = 1 / 3.6;
            return;
        }
        Row row = config.rows.get(0);
        title = row.text("dataset_name") == null ? title : row.text("dataset_name");
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

    private void readNodes() {
        GmnsTable table = GmnsTable.read(folder, "node", true, List.of("node_id", "x_coord", "y_coord"), faults);
        if (!faults.isEmpty()) {
            return;
        }
        boolean degrees = table.rows.stream()
                .allMatch(r -> Math.abs(r.number("x_coord", 0)) <= 180 && Math.abs(r.number("y_coord", 0)) <= 90);
        if (degrees && !table.rows.isEmpty()) {
            double lat = table.rows.stream()
                    .mapToDouble(r -> r.number("y_coord", 0))
                    .average()
                    .orElseThrow();
            double lon = table.rows.stream()
                    .mapToDouble(r -> r.number("x_coord", 0))
                    .average()
                    .orElseThrow();
            double spread = table.rows.stream()
                    .mapToDouble(r -> Math.abs(r.number("y_coord", 0) - lat))
                    .max()
                    .orElse(0);
            if (spread < 2) {
                double south = Math.rint(lat * 1e5) / 1e5;
                double west = Math.rint(lon * 1e5) / 1e5;
                plan = GeoReference.at(south, west);
                origin = new NetworkInput.Origin(fifth(south), fifth(west), 0, null);
                notes.add("coordinates taken as degrees of longitude and latitude");
            }
        }
        for (Row row : table.rows) {
            String id = row.text("node_id");
            if (id == null) {
                row.fail("a node without 'node_id'");
            } else if (nodes.putIfAbsent(id, row) != null) {
                row.fail("node '" + id + "' stands here a second time");
            } else {
                at.put(id, point(row.number("x_coord", 0), row.number("y_coord", 0)));
                placeId.put(id, id(row.text("name") != null && row.text("name").equals(id) ? id : id, "place"));
            }
        }
    }

    private double[] point(double x, double y) {
        return plan == null ? new double[] {x * metres, y * metres} : plan.plan(y, x);
    }

    /** An id that a study takes. */
    private String id(String text, String kind) {
        String plain = text.replaceAll("[^A-Za-z0-9_-]+", "-").replaceAll("^-+|-+$", "");
        plain = plain.isEmpty() ? kind : plain;
        String id = plain;
        for (int n = 2; !usedIds.add(kind + " " + id); n++) {
            id = plain + "-" + n;
        }
        return id;
    }

    private void readLinks() {
        GmnsTable table =
                GmnsTable.read(folder, "link", true, List.of("link_id", "from_node_id", "to_node_id"), faults);
        Map<String, List<double[]>> shapes = new HashMap<>();
        for (Row row : GmnsTable.read(folder, "geometry", false, List.of("geometry_id", "geometry"), faults).rows) {
            if (row.text("geometry_id") != null && row.text("geometry") != null) {
                shapes.put(row.text("geometry_id"), shape(row.text("geometry")));
            }
        }
        int noLanes = 0;
        int noSpeed = 0;
        for (Row row : table.rows) {
            GmnsLink link = new GmnsLink();
            link.id = row.text("link_id");
            link.from = row.text("from_node_id");
            link.to = row.text("to_node_id");
            link.name = row.text("name");
            boolean known = true;
            for (String end : new String[] {link.from, link.to}) {
                if (end == null || !nodes.containsKey(end)) {
                    row.fail("link '" + link.id + "' ends at '" + end + "', which is no node."
                            + (end == null ? "" : Names.suggestion(end, nodes.keySet())));
                    known = false;
                }
            }
            if (link.id == null || !known) {
                continue;
            }
            if (link.from.equals(link.to)) {
                row.fail("link '" + link.id + "' leads from '" + link.from + "' to itself");
                continue;
            }
            link.lanes = (int) row.number("lanes", 0);
            if (link.lanes < 1) {
                link.lanes = 1;
                noLanes++;
            }
            link.speed = row.number("free_speed", 0) * metresPerSecond;
            if (link.speed < 1.2) {
                link.speed = 50 / 3.6;
                noSpeed++;
            }
            link.grade = row.number("grade", 0);
            link.median = row.number("median", 0) * metres;
            String type = row.text("facility_type") == null
                    ? ""
                    : row.text("facility_type").toLowerCase(Locale.ROOT);
            link.motorway = type.contains("motorway") || type.contains("freeway") || type.contains("interstate");
            List<double[]> shape = shapes.getOrDefault(
                    row.text("geometry_id"), row.text("geometry") == null ? List.of() : shape(row.text("geometry")));
            if (row.number("dir_flag", 1) < 0) {
                shape = new ArrayList<>(shape);
                java.util.Collections.reverse(shape);
            }
            link.shape = shape.size() < 2 ? List.of(at.get(link.from), at.get(link.to)) : shape;
            if (links.putIfAbsent(link.id, link) != null) {
                row.fail("link '" + link.id + "' stands here a second time");
            }
            if ("false".equalsIgnoreCase(row.text("directed")) || "0".equals(row.text("directed"))) {
                both(link);
            }
        }
        if (noLanes > 0) {
            notes.add(noLanes + " links without lanes, given one");
        }
        if (noSpeed > 0) {
            notes.add(noSpeed + " links without a free speed, given 50 km/h");
        }
    }

    private void both(GmnsLink link) {
        GmnsLink back = new GmnsLink();
        back.id = link.id + " back";
        back.name = link.name;
        back.from = link.to;
        back.to = link.from;
        back.shape = new ArrayList<>(link.shape);
        java.util.Collections.reverse(back.shape);
        back.speed = link.speed;
        back.grade = -link.grade;
        back.lanes = link.lanes;
        back.motorway = link.motorway;
        links.putIfAbsent(back.id, back);
    }

    private List<double[]> shape(String wkt) {
        List<double[]> shape = new ArrayList<>();
        Matcher m = POINT.matcher(wkt);
        while (m.find()) {
            try {
                shape.add(point(Double.parseDouble(m.group(1)), Double.parseDouble(m.group(2))));
            } catch (NumberFormatException e) {
                return List.of();
            }
        }
        return shape;
    }

    private void readLanes() {
        for (Row row : GmnsTable.read(folder, "lane", false, List.of("lane_id", "link_id", "lane_num"), faults).rows) {
            GmnsLink link = links.get(row.text("link_id"));
            if (link == null) {
                row.fail("lane '" + row.text("lane_id") + "' is of link '" + row.text("link_id") + "', which is none");
                continue;
            }
            double width = row.number("width", 0) * metres;
            link.width = width > 0 ? width : link.width;
            String uses = row.text("allowed_uses");
            if (uses != null && uses.toLowerCase(Locale.ROOT).matches("bus|transit|psv")) {
                link.busLanes.add((int) row.number("lane_num", 1));
            }
        }
        Map<String, Row> segments = new HashMap<>();
        for (Row row : GmnsTable.read(
                        folder, "segment", false, List.of("segment_id", "link_id", "start_lr", "end_lr"), faults)
                .rows) {
            segments.put(row.text("segment_id"), row);
        }
        Set<String> used = new HashSet<>();
        for (Row row : GmnsTable.read(
                        folder, "segment_lane", false, List.of("segment_lane_id", "segment_id", "lane_num"), faults)
                .rows) {
            Row segment = segments.get(row.text("segment_id"));
            GmnsLink link = segment == null ? null : links.get(segment.text("link_id"));
            if (link == null) {
                row.fail("segment '" + row.text("segment_id") + "' is of no link");
                continue;
            }
            used.add(row.text("segment_id"));
            double length = (segment.number("end_lr", 0) - segment.number("start_lr", 0)) * metres;
            int lane = (int) row.number("lane_num", 0);
            if (lane < 0) {
                link.left.add(length);
            } else if (lane > link.lanes) {
                link.right.add(length);
            }
        }
        if (used.size() < segments.size()) {
            notes.add(segments.size() - used.size() + " segments without lanes of their own, left out");
        }
        if (!used.isEmpty()) {
            notes.add("bays are given tapers of 15 m");
        }
    }

    /** Two links against each other over the same points are one road. */
    private void pair() {
        Map<String, List<GmnsLink>> byEnds = new HashMap<>();
        links.values()
                .forEach(l -> byEnds.computeIfAbsent(l.from + "\t" + l.to, none -> new ArrayList<>())
                        .add(l));
        for (GmnsLink link : links.values()) {
            if (link.road != null) {
                continue;
            }
            GmnsLink other = byEnds.getOrDefault(link.to + "\t" + link.from, List.of()).stream()
                    .filter(o -> o.road == null
                            && o != link
                            && (base(o.id).equals(base(link.id)) || GmnsLink.areOneLine(link, o)))
                    .min((a, b) -> Boolean.compare(
                            !base(a.id).equals(base(link.id)), !base(b.id).equals(base(link.id))))
                    .orElse(null);
            link.ahead = other == null || !link.id.endsWith(" back");
            link.road = id(other == null ? base(link.id) : base(link.ahead ? link.id : other.id), "road");
            if (other != null) {
                other.road = link.road;
                other.ahead = !link.ahead;
            }
        }
    }

    private static String base(String id) {
        return id.replaceAll(" (ahead|back)$", "");
    }

    private void movements() {
        GmnsTable table = GmnsTable.read(
                folder, "movement", false, List.of("mvmt_id", "node_id", "ib_link_id", "ob_link_id"), faults);
        Map<String, Set<String>> allowed = new LinkedHashMap<>();
        for (Row row : table.rows) {
            GmnsLink in = links.get(row.text("ib_link_id"));
            GmnsLink out = links.get(row.text("ob_link_id"));
            if (in == null || out == null || !nodes.containsKey(row.text("node_id"))) {
                row.fail("movement '" + row.text("mvmt_id") + "' leads from '" + row.text("ib_link_id") + "' to '"
                        + row.text("ob_link_id") + "', which are not both links");
                continue;
            }
            if (!in.to.equals(row.text("node_id")) || !out.from.equals(row.text("node_id"))) {
                row.fail("movement '" + row.text("mvmt_id") + "' is at node '" + row.text("node_id")
                        + "', where its links do not meet");
                continue;
            }
            String text = in.road + ">" + out.road;
            movementText.put(row.text("mvmt_id"), text);
            movementNode.put(row.text("mvmt_id"), row.text("node_id"));
            allowed.computeIfAbsent(row.text("node_id"), none -> new LinkedHashSet<>())
                    .add(text);
            arrows(in, row);
        }
        allowed.forEach((node, open) -> {
            for (GmnsLink in : links.values()) {
                for (GmnsLink out : links.values()) {
                    boolean meet = in.to.equals(node) && out.from.equals(node) && !in.road.equals(out.road);
                    if (meet && !open.contains(in.road + ">" + out.road)) {
                        closed.computeIfAbsent(node, none -> new ArrayList<>()).add(in.road + ">" + out.road);
                    }
                }
            }
        });
    }

    /** A degree to about a metre. */
    private static double fifth(double degree) {
        return StrictMath.rint(degree * 1e5) / 1e5;
    }

    /** A loop in a lane before a line; its zone runs back from the node that it is measured from. */
    private void readDetectors() {
        for (Row row :
                GmnsTable.read(folder, "signal_detector", false, List.of("detector_id", "link_id"), faults).rows) {
            GmnsLink link = links.get(row.text("link_id"));
            double front = row.number("det_zone_front", Double.NaN) * metres;
            double back = row.number("det_zone_back", Double.NaN) * metres;
            if (link == null) {
                row.fail("detector '" + row.text("detector_id") + "' lies in link '" + row.text("link_id")
                        + "', which is none");
            } else if (Double.isNaN(front) || Double.isNaN(back) || back <= front) {
                notes.add("detectors without a zone, left out");
            } else {
                detectors.put(
                        row.text("detector_id").replaceAll("[^A-Za-z0-9_.-]+", "-"),
                        new Detector(
                                new LinkName(link.road, link.ahead),
                                Math.max(1, (int) row.number("start_lane", 1)),
                                GmnsLink.rounded(Math.max(0, front)),
                                null,
                                GmnsLink.rounded(back - front),
                                null));
            }
        }
    }

    private void arrows(GmnsLink in, Row row) {
        String type = row.text("type") == null ? "" : row.text("type").toLowerCase(Locale.ROOT);
        char letter = type.startsWith("l")
                ? 'L'
                : type.startsWith("r") ? 'R' : type.startsWith("t") ? 'T' : type.startsWith("u") ? 'U' : ' ';
        int first = (int) row.number("start_ib_lane", Double.valueOf(Integer.MIN_VALUE));
        int last = (int) row.number("end_ib_lane", first);
        if (letter == ' ' || first == Integer.MIN_VALUE || last < first || last - first > 12) {
            return;
        }
        for (int lane = first; lane <= last; lane++) {
            if (lane != 0) {
                int place = lane < 0 ? in.left.size() + lane + 1 : in.left.size() + lane;
                in.arrows.computeIfAbsent(place, none -> new LinkedHashSet<>()).add(letter);
            }
        }
    }
}
