package org.ulicarro.files.gmns;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.study.Direction;
import org.ulicarro.files.Message;
import org.ulicarro.files.gmns.GmnsTable.Row;

/** Lanes of links, and what differs along a link: bays, lanes that end, limits, unbroken lines. */
final class GmnsLanes {

    private static final double AT_END = 25; // m: a segment that ends within this of its link's end goes up to it

    private final Path folder;
    private final List<Message> faults;
    private final Set<String> notes;
    private final Map<String, GmnsLink> links;
    private final GmnsConfig config;

    GmnsLanes(Path folder, List<Message> faults, Set<String> notes, Map<String, GmnsLink> links, GmnsConfig config) {
        this.folder = folder;
        this.faults = faults;
        this.notes = notes;
        this.links = links;
        this.config = config;
    }

    void read() {
        for (Row row : GmnsTable.read(folder, "lane", false, List.of("lane_id", "link_id", "lane_num"), faults).rows) {
            GmnsLink link = links.get(row.text("link_id"));
            if (link == null) {
                row.fail("lane '" + row.text("lane_id") + "' is of link '" + row.text("link_id") + "', which is none");
                continue;
            }
            lane(link, row);
        }
        Map<String, List<Row>> lanes = new HashMap<>();
        List<Row> segmentLanes = GmnsTable.read(
                        folder, "segment_lane", false, List.of("segment_lane_id", "segment_id", "lane_num"), faults)
                .rows;
        segmentLanes.forEach(row -> lanes.computeIfAbsent(row.text("segment_id"), none -> new ArrayList<>())
                .add(row));
        List<Row> segments = GmnsTable.read(
                        folder, "segment", false, List.of("segment_id", "link_id", "start_lr", "end_lr"), faults)
                .rows;
        for (Row segment : segments) {
            GmnsLink link = links.get(segment.text("link_id"));
            List<Row> own = lanes.remove(segment.text("segment_id"));
            if (link == null) {
                segment.fail("segment '" + segment.text("segment_id") + "' is of link '" + segment.text("link_id")
                        + "', which is none");
            } else {
                segment(link, segment, own == null ? List.of() : own);
            }
        }
        lanes.values()
                .forEach(rows -> rows.forEach(
                        row -> row.fail("'" + row.text("segment_id") + "' is no segment of these tables")));
    }

    /** Its width, and who may use it. */
    private void lane(GmnsLink link, Row row) {
        int number = (int) row.number("lane_num", 1);
        double width = row.number("width", 0) * config.metres;
        if (width > 0) {
            link.widths.put(number, width);
        }
        var uses = Uses.read(row.text("allowed_uses"), notes);
        if (!uses.isEmpty()) {
            link.uses.put(number, List.copyOf(uses));
        }
    }

    private void segment(GmnsLink link, Row row, List<Row> lanes) {
        double length = link.length();
        double start = row.number("start_lr", 0) * config.metres;
        double end = row.number("end_lr", length) * config.metres;
        if (!(start < end) || start < -1 || end > length + AT_END) {
            row.fail("segment '" + row.text("segment_id") + "' goes from " + row.text("start_lr") + " to "
                    + row.text("end_lr") + " of a link of " + Tables.number(length / config.metres));
            return;
        }
        boolean said = false;
        double speed = row.number("free_speed", 0) * config.metresPerSecond;
        if (speed > 0 && Math.abs(speed - link.speed) > 0.01) {
            link.zones.add(new Direction.SpeedZone(
                    GmnsLink.rounded(Math.max(0, start)), GmnsLink.rounded(end - start), speed));
            said = true;
        }
        for (Row lane : lanes) {
            said |= lane(link, lane, row, start, end);
        }
        int more = (int) row.number("lanes", link.lanes) - link.lanes;
        if (lanes.isEmpty() && more > 0 && end > length - AT_END) {
            for (int i = 0; i < more; i++) {
                link.right.put(link.lanes + 1 + i, new Direction.Bay(GmnsLink.rounded(end - start), GmnsLink.TAPER));
            }
            notes.add(
                    "segments with more lanes than their link up to its end, but without lanes of their own: the lanes are taken"
                            + " as bays on the right");
        } else if (!said) {
            notes.add("segments that say nothing that a study has words for, left out, as '" + row.text("segment_id")
                    + "'");
        }
    }

    private boolean lane(GmnsLink link, Row lane, Row segment, double start, double end) {
        int number = (int) lane.number("lane_num", 0);
        if (number >= 1 && number <= link.lanes) {
            boolean line = lane.text("r_barrier") != null
                    && lane.text("r_barrier").toLowerCase(Locale.ROOT).startsWith("reg");
            if (line) {
                link.lines.add(new GmnsLink.Line(number, Math.max(0, link.length() - end), end - start));
            }
            return line;
        }
        if (number == 0) {
            lane.fail("lanes are numbered from the left, 1 first; those left of it are -1, -2 …");
            return true;
        }
        String barrier = lane.text("r_barrier");
        if (barrier != null && !barrier.equalsIgnoreCase("none")) {
            link.lines.add(new GmnsLink.Line(number, Math.max(0, link.length() - end), end - start));
            return true;
        }
        lane(link, lane);
        double taper = segment.text("taper") == null ? GmnsLink.TAPER : segment.number("taper", 0) * config.metres;
        if (segment.text("taper") == null) {
            notes.add("bays are given tapers of " + (int) GmnsLink.TAPER + " m");
        }
        Direction.Bay bay = new Direction.Bay(GmnsLink.rounded(Math.max(5, end - start)), GmnsLink.rounded(taper));
        boolean ends = start < 1 && end < link.length() - AT_END;
        Map<Integer, Direction.Bay> side =
                number < 0 ? (ends ? link.leftEnds : link.left) : ends ? link.rightEnds : link.right;
        side.put(number, bay);
        return true;
    }

    /** Short lanes in the order of a study: the one beside the through lanes first. */
    static List<Direction.Bay> inOrder(Map<Integer, Direction.Bay> lanes) {
        Map<Integer, Direction.Bay> sorted = new LinkedHashMap<>();
        lanes.keySet().stream()
                .sorted((a, b) -> Math.abs(a) - Math.abs(b))
                .forEach(lane -> sorted.put(lane, lanes.get(lane)));
        return List.copyOf(sorted.values());
    }
}
