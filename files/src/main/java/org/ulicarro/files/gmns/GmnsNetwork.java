package org.ulicarro.files.gmns;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.study.Direction;
import org.ulicarro.files.Message;
import org.ulicarro.files.gmns.GmnsTable.Row;

/** Nodes, links, lanes and movements as the tables have them, gathered and checked. */
final class GmnsNetwork {

    /** No two places of a network are farther from each other (m). */
    private static final double FARTHEST = 1e7;

    private static final Pattern POINT = Pattern.compile("(-?[0-9.eE+]+)\\s+(-?[0-9.eE+]+)");

    private static final Pattern RAMP = Pattern.compile("(left|right) (\\d+(?:\\.\\d+)?) (\\d+(?:\\.\\d+)?)");

    private final Path folder;
    private final List<Message> faults;
    private final Set<String> notes;
    final Map<String, Row> nodes = new LinkedHashMap<>();
    final Map<String, double[]> at = new LinkedHashMap<>();
    final Map<String, String> placeId = new LinkedHashMap<>();
    final Map<String, GmnsLink> links = new LinkedHashMap<>();
    private final Set<String> usedIds = new HashSet<>();
    final GmnsConfig config;
    final GmnsMovements movements;
    final GmnsLocations locations;

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
        config = new GmnsConfig(folder, faults, notes);
        movements = new GmnsMovements(folder, faults, notes, this);
        locations = new GmnsLocations(folder, faults, notes, this);
    }

    /** Reads all of them, as far as faults let it. */
    void read() {
        readNodes();
        readLinks();
        new GmnsLanes(folder, faults, notes, links, config).read();
        if (faults.isEmpty()) {
            pair();
            movements.read();
            locations.read();
        }
    }

    private void readNodes() {
        GmnsTable table = GmnsTable.read(folder, "node", true, List.of("node_id", "x_coord", "y_coord"), faults);
        if (!faults.isEmpty()) {
            return;
        }
        config.lay(table.rows);
        for (Row row : table.rows) {
            String id = row.text("node_id");
            if (id == null) {
                row.fail("a node without 'node_id'");
            } else if (nodes.putIfAbsent(id, row) != null) {
                row.fail("node '" + id + "' stands here a second time");
            } else {
                double[] point = config.point(row.number("x_coord", 0), row.number("y_coord", 0));
                if (!isOnEarth(point)) {
                    row.fail("node '" + id + "' lies nowhere: " + row.text("x_coord") + ", " + row.text("y_coord"));
                }
                at.put(id, point);
                placeId.put(id, id(id, "place"));
            }
        }
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
            link.speed = row.number("free_speed", 0) * config.metresPerSecond;
            if (link.speed < 1.2) {
                link.speed = 50 / 3.6;
                noSpeed++;
            }
            link.grade = row.number("grade", 0);
            link.median = row.number("median", 0) * config.metres;
            link.facility = row.text("facility_type") == null
                    ? ""
                    : row.text("facility_type").toLowerCase(Locale.ROOT);
            link.level = (int) Math.max(-9, Math.min(9, row.number("level", 0)));
            link.allowed = Uses.read(row.text("allowed_uses"), notes);
            link.approach = row.text("approach");
            link.setback = row.text("setback") == null ? null : row.number("setback", 0) * config.metres;
            link.joins = ramp(row, "joins");
            link.leaves = ramp(row, "leaves");
            link.ringArrows = row.text("ring_arrows");
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

    /** An acceleration or deceleration lane: its side, and its lengths beside the main road and over which it closes or opens. */
    private Direction.Ramp ramp(Row row, String column) {
        if (row.text(column) == null) {
            return null;
        }
        Matcher m = RAMP.matcher(row.text(column));
        if (!m.matches()) {
            row.fail("'" + column + "' is like 'right 220 60': side, length beside the main road, taper; not '"
                    + row.text(column) + "'");
            return null;
        }
        return new Direction.Ramp(
                m.group(1).equals("left") ? Direction.Side.LEFT : Direction.Side.RIGHT,
                GmnsLink.rounded(Double.parseDouble(m.group(2)) * config.metres),
                GmnsLink.rounded(Double.parseDouble(m.group(3)) * config.metres));
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
        back.facility = link.facility;
        back.level = link.level;
        back.allowed = link.allowed;
        links.putIfAbsent(back.id, back);
    }

    private static boolean isOnEarth(double[] point) {
        return Math.abs(point[0]) <= FARTHEST && Math.abs(point[1]) <= FARTHEST;
    }

    private List<double[]> shape(String wkt) {
        List<double[]> shape = new ArrayList<>();
        Matcher m = POINT.matcher(wkt);
        while (m.find()) {
            try {
                double[] point = config.point(Double.parseDouble(m.group(1)), Double.parseDouble(m.group(2)));
                if (!isOnEarth(point)) {
                    return List.of();
                }
                shape.add(point);
            } catch (NumberFormatException e) {
                return List.of();
            }
        }
        return shape;
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
            link.ahead = !link.id.endsWith(" back");
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
}
