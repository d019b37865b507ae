package org.ulicarro.files.gmns;

import java.io.IOException;
import java.nio.file.Files;
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
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.NetworkCompiler;
import org.ulicarro.core.signal.TrialPlan;
import org.ulicarro.core.study.Study;
import org.ulicarro.files.GeoReference;
import org.ulicarro.files.Message;
import org.ulicarro.files.NewStudyText;
import org.ulicarro.files.Spot;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.files.gmns.GmnsTable.Row;

/** Tables of the specification as a study: nodes become places, two links against each other one road, movements arrows and what is closed. */
public final class GmnsImport {

    private static final Pattern POINT = Pattern.compile("(-?[0-9.eE+]+)\\s+(-?[0-9.eE+]+)");
    private static final double SAME = 1.0; // m, of shape points of two directions of one road

    /** A directed link. */
    private static final class GmnsLink {
        String id;
        String name;
        String from;
        String to;
        List<double[]> shape; // with both ends
        double speed;
        double grade;
        int lanes;
        boolean motorway;
        double median;
        double width;
        final List<Double> left = new ArrayList<>(); // lengths of bays, from the through lanes outwards
        final List<Double> right = new ArrayList<>();
        final Map<Integer, String> busLanes = new TreeMap<>();
        String road; // id of its road
        boolean ahead;
        final Map<Integer, Set<Character>> arrows = new TreeMap<>(); // lane from the left, bays included -> letters
    }

    private final Path folder;
    private final List<Message> faults = new ArrayList<>();
    private final Set<String> notes = new LinkedHashSet<>();
    private final Map<String, Row> nodes = new LinkedHashMap<>();
    private final Map<String, double[]> at = new LinkedHashMap<>();
    private final Map<String, String> placeId = new LinkedHashMap<>();
    private final Map<String, GmnsLink> links = new LinkedHashMap<>();
    private final Map<String, List<String>> closed = new LinkedHashMap<>(); // node -> movements
    private final Map<String, String> movementText = new HashMap<>(); // mvmt_id -> from>to
    private final Map<String, String> movementNode = new HashMap<>();
    private final Set<String> waiting = new LinkedHashSet<>(); // places whose signal has no plan yet
    private final Set<String> usedIds = new HashSet<>();
    private double metres = 1; // of the unit of short lengths
    private double metresPerSecond = 1;
    private GeoReference plan;
    private String origin = "";
    private String period = "trial";
    private String title = "a network of tables";

    public GmnsImport(Path folder) {
        this.folder = folder;
    }

    /** What was assumed, and what could not be taken over. */
    public List<String> notes() {
        return List.copyOf(notes);
    }

    /** Reads the tables: the files of a study, by name. */
    private Map<String, String> read() throws StudyProblem {
        config();
        readNodes();
        readLinks();
        readLanes();
        if (faults.isEmpty()) {
            pair();
            movements();
        }
        if (!faults.isEmpty()) {
            throw new StudyProblem(faults);
        }
        Map<String, String> files = new LinkedHashMap<>();
        GmnsSignals controllers = new GmnsSignals(folder, faults, notes, movementText, movementNode, placeId);
        String signals = controllers.text();
        period = controllers.period();
        if (!faults.isEmpty()) {
            throw new StudyProblem(faults);
        }
        Set<String> controlled = signals.lines()
                .filter(l -> l.matches("  [^ ].*:"))
                .map(l -> l.trim().replace(":", ""))
                .collect(Collectors.toSet());
        files.put("network.yaml", network(controlled));
        if (!controlled.isEmpty()) {
            files.put("signals.yaml", signals);
        }
        return files;
    }

    private void fail(String file, String text) {
        faults.add(new Message(Fault.Severity.ERROR, new Spot(file, 1, 1), text));
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
                origin = String.format(Locale.ROOT, "  origin: {lat: %.5f, lon: %.5f}%n", south, west);
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
                link.busLanes.put((int) row.number("lane_num", 1), "bus");
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
                    .filter(o ->
                            o.road == null && o != link && (base(o.id).equals(base(link.id)) || areOneLine(link, o)))
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

    private static boolean areOneLine(GmnsLink a, GmnsLink b) {
        if (a.shape.size() != b.shape.size()) {
            return a.shape.size() == 2 || b.shape.size() == 2;
        }
        for (int i = 0; i < a.shape.size(); i++) {
            double[] p = a.shape.get(i);
            double[] q = b.shape.get(b.shape.size() - 1 - i);
            if (Math.hypot(p[0] - q[0], p[1] - q[1]) > SAME) {
                return false;
            }
        }
        return true;
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

    private String network(Set<String> controlled) {
        StringBuilder text = new StringBuilder(
                "# Of tables of the General Modeling Network Specification.\nnetwork:\n" + origin + "  places:\n");
        nodes.forEach((id, row) -> {
            String control = control(id, row, controlled);
            List<String> parts = new ArrayList<>();
            parts.add(String.format(Locale.ROOT, "at: [%.2f, %.2f]", at.get(id)[0], at.get(id)[1]));
            if (!control.equals("none")) {
                parts.add("control: " + control);
            }
            if (control.equals("roundabout") && row.text("outer_diameter") != null) {
                parts.add("outer-diameter: " + plain(row.number("outer_diameter", 36) * metres) + " m");
            }
            if (control.equals("roundabout") && row.text("ring_lanes") != null) {
                parts.add("lanes: " + (int) row.number("ring_lanes", 1));
            }
            if (closed.containsKey(id)) {
                parts.add("movements: {"
                        + closed.get(id).stream()
                                .map(m -> m + ": {closed: true}")
                                .collect(Collectors.joining(", ")) + "}");
            }
            text.append("    ")
                    .append(placeId.get(id))
                    .append(": {")
                    .append(String.join(", ", parts))
                    .append("}\n");
        });
        text.append("  roads:\n");
        Map<String, GmnsLink[]> roads = new LinkedHashMap<>();
        links.values().forEach(l -> roads.computeIfAbsent(l.road, none -> new GmnsLink[2])[l.ahead ? 0 : 1] = l);
        roads.forEach((id, both) ->
                text.append("    ").append(id).append(": ").append(road(both)).append('\n'));
        return text.toString();
    }

    private String control(String id, Row row, Set<String> controlled) {
        String type = row.text("node_type") == null ? "" : row.text("node_type").toLowerCase(Locale.ROOT);
        String control =
                row.text("ctrl_type") == null ? "" : row.text("ctrl_type").toLowerCase(Locale.ROOT);
        if (type.contains("roundabout")) {
            if (row.text("outer_diameter") == null) {
                notes.add("roundabouts are given the usual diameter and one lane");
            }
            return "roundabout";
        }
        if (control.contains("signal") && !controlled.contains(placeId.get(id))) {
            notes.add("signals without a controller that can be taken over, given a plan to begin with");
            waiting.add(placeId.get(id));
        }
        return control.contains("signal")
                ? "signal"
                : control.matches("4_stop|all_stop|all_way_stop")
                        ? "all-stop"
                        : control.contains("stop") ? "stop" : control.contains("yield") ? "yield" : "none";
    }

    private String road(GmnsLink[] both) {
        GmnsLink any = both[0] == null ? both[1] : both[0];
        List<double[]> shape = new ArrayList<>(any.shape);
        if (both[0] == null) {
            java.util.Collections.reverse(shape);
        }
        String from = both[0] == null ? any.to : any.from;
        String to = both[0] == null ? any.from : any.to;
        List<String> parts = new ArrayList<>();
        if (any.name != null) {
            parts.add("name: \"" + any.name.replace("\\", "\\\\").replace("\"", "\\\"") + '"');
        }
        if (any.motorway) {
            parts.add("class: motorway");
        }
        parts.add("between: [" + placeId.get(from) + ", " + placeId.get(to) + "]");
        if (shape.size() > 2) {
            parts.add("via: ["
                    + shape.subList(1, shape.size() - 1).stream()
                            .map(p -> String.format(Locale.ROOT, "[%.2f, %.2f]", p[0], p[1]))
                            .collect(Collectors.joining(", "))
                    + "]");
        }
        parts.add(String.format(Locale.ROOT, "speed: %s km/h", plain(any.speed * 3.6)));
        if (Math.abs(any.grade) > 1e-9) {
            parts.add(String.format(Locale.ROOT, "grade: %s %%", plain(both[0] == null ? -any.grade : any.grade)));
        }
        if (any.median > 0) {
            parts.add("median: " + plain(any.median) + " m");
        }
        if (both[0] != null) {
            parts.add("ahead: " + direction(both[0]));
        }
        if (both[1] != null) {
            parts.add("back: " + direction(both[1]));
        }
        return "{" + String.join(", ", parts) + "}";
    }

    private static String plain(double value) {
        return java.math.BigDecimal.valueOf(value)
                .setScale(3, java.math.RoundingMode.HALF_UP)
                .stripTrailingZeros()
                .toPlainString();
    }

    private static String direction(GmnsLink link) {
        List<String> parts = new ArrayList<>(List.of("lanes: " + link.lanes));
        if (link.width > 0) {
            parts.add("width: " + plain(Math.max(2, Math.min(6, link.width))) + " m");
        }
        if (!link.left.isEmpty() || !link.right.isEmpty()) {
            List<String> sides = new ArrayList<>();
            if (!link.left.isEmpty()) {
                sides.add("left: [" + bays(link.left) + "]");
            }
            if (!link.right.isEmpty()) {
                sides.add("right: [" + bays(link.right) + "]");
            }
            parts.add("bays: {" + String.join(", ", sides) + "}");
        }
        int all = link.lanes + link.left.size() + link.right.size();
        boolean marked =
                link.arrows.size() == all && link.arrows.keySet().stream().allMatch(l -> l >= 1 && l <= all);
        if (marked) {
            parts.add("turns: ["
                    + link.arrows.values().stream()
                            .map(letters -> "ULTR"
                                    .chars()
                                    .filter(c -> letters.contains((char) c))
                                    .mapToObj(c -> String.valueOf((char) c))
                                    .collect(Collectors.joining()))
                            .collect(Collectors.joining(", "))
                    + "]");
        }
        if (!link.busLanes.isEmpty()) {
            parts.add("lane-use: {"
                    + link.busLanes.keySet().stream()
                            .map(l -> l + link.left.size() + ": {only: [bus]}")
                            .collect(Collectors.joining(", "))
                    + "}");
        }
        return "{" + String.join(", ", parts) + "}";
    }

    private static String bays(List<Double> lengths) {
        return lengths.stream()
                .map(l -> String.format(Locale.ROOT, "{full-width: %s m, taper: 15 m}", plain(Math.max(5, l))))
                .collect(Collectors.joining(", "));
    }

    /**
     * Reads the tables and writes a study, all of it or nothing. Whether it can run is for the study's own check.
     *
     * @param into a folder that does not exist yet, or is empty
     * @param driveRight on which side people drive
     * @return names of what was written
     */
    public List<String> write(Path into, boolean driveRight) throws IOException, StudyProblem {
        Map<String, String> files = read();
        Path work = into.toAbsolutePath().getParent().resolve("." + into.getFileName() + ".unfinished");
        Files.createDirectories(work);
        try {
            List<String> names = new ArrayList<>(List.of("network.yaml"));
            Files.writeString(work.resolve("network.yaml"), files.get("network.yaml"));
            Files.writeString(work.resolve("demand.yaml"), "demand:\n  mix: {car: 95 %, van: 5 %}\n");
            names.add("demand.yaml");
            String signals = files.getOrDefault("signals.yaml", "");
            if (!signals.isEmpty() || !waiting.isEmpty()) {
                String known = signals.isEmpty() ? "signals:\n" : signals;
                names.add("signals.yaml");
                Files.writeString(work.resolve("study.yaml"), main(driveRight, names));
                Files.writeString(
                        work.resolve("signals.yaml"),
                        known + waiting.stream().map(NewStudyText::placeholder).collect(Collectors.joining()));
                Files.writeString(work.resolve("signals.yaml"), known + NewStudyText.signals(plansToBeginWith(work)));
            }
            Files.writeString(work.resolve("study.yaml"), main(driveRight, names));
            Files.deleteIfExists(into); // an empty one
            Files.move(work, into);
            names.add(0, "study.yaml");
            return names;
        } finally {
            if (Files.isDirectory(work)) {
                try (Stream<Path> left = Files.list(work)) {
                    for (Path file : left.toList()) {
                        Files.delete(file);
                    }
                }
                Files.delete(work);
            }
        }
    }

    private String main(boolean driveRight, List<String> files) {
        return NewStudyText.main(
                "Of tables of the General Modeling Network Specification.", title, driveRight, period, files);
    }

    /** For signals of which the tables say only that they are there. */
    private List<TrialPlan> plansToBeginWith(Path work) throws StudyProblem {
        Study study = StudyFolder.read(work, List.of()).study();
        Network network = NetworkCompiler.compile(study.network(), study.driveOn(), new ArrayList<>());
        return network == null
                ? List.of()
                : TrialPlan.of(network).stream()
                        .filter(p -> waiting.contains(p.place()))
                        .toList();
    }
}
