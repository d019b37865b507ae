package org.ulicarro.files.gmns;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.ulicarro.core.study.MovementInput;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Turn;
import org.ulicarro.files.Message;
import org.ulicarro.files.gmns.GmnsTable.Row;

/** What may be driven at nodes, from which lanes, and who goes first there. */
final class GmnsMovements {

    private static final int MOST_LANES = 12;

    /** What the tables say of one node. */
    static final class AtNode {
        final Map<String, MovementInput> movements = new LinkedHashMap<>();
        final Map<String, Place.Bypass> bypass = new LinkedHashMap<>();
        final Map<String, Place.OnRed> onRed = new LinkedHashMap<>();
        final Map<String, Double> saturation = new LinkedHashMap<>();
        final Set<String> yielding = new LinkedHashSet<>(); // roads of which movements stop or yield
        final Set<String> going = new LinkedHashSet<>(); // roads of which some do neither
        private final Set<String> open = new LinkedHashSet<>();
    }

    private final Path folder;
    private final List<Message> faults;
    private final Set<String> notes;
    private final GmnsNetwork network;
    final Map<String, AtNode> nodes = new LinkedHashMap<>();
    final Map<String, String> text = new HashMap<>(); // mvmt_id -> from>to
    final Map<String, String> node = new HashMap<>(); // mvmt_id -> node

    GmnsMovements(Path folder, List<Message> faults, Set<String> notes, GmnsNetwork network) {
        this.folder = folder;
        this.faults = faults;
        this.notes = notes;
        this.network = network;
    }

    void read() {
        GmnsTable table = GmnsTable.read(
                folder, "movement", false, List.of("mvmt_id", "node_id", "ib_link_id", "ob_link_id"), faults);
        for (Row row : table.rows) {
            GmnsLink in = network.links.get(row.text("ib_link_id"));
            GmnsLink out = network.links.get(row.text("ob_link_id"));
            String at = row.text("node_id");
            if (in == null || out == null || !network.nodes.containsKey(at)) {
                row.fail("movement '" + row.text("mvmt_id") + "' leads from '" + row.text("ib_link_id") + "' to '"
                        + row.text("ob_link_id") + "', which are not both links");
            } else if (!in.to.equals(at) || !out.from.equals(at)) {
                row.fail("movement '" + row.text("mvmt_id") + "' is at node '" + at + "', where its links do not meet");
            } else {
                movement(row, in, out);
            }
        }
        Map<String, List<GmnsLink>> into = new HashMap<>();
        Map<String, List<GmnsLink>> outOf = new HashMap<>();
        for (GmnsLink link : network.links.values()) {
            into.computeIfAbsent(link.to, none -> new ArrayList<>()).add(link);
            outOf.computeIfAbsent(link.from, none -> new ArrayList<>()).add(link);
        }
        nodes.forEach((id, at) -> {
            for (GmnsLink in : into.getOrDefault(id, List.of())) {
                for (GmnsLink out : outOf.getOrDefault(id, List.of())) {
                    String movement = in.road + ">" + out.road;
                    if (!in.road.equals(out.road) && !at.open.contains(movement)) {
                        at.movements.put(movement, MovementInput.ofClosed());
                    }
                }
            }
        });
    }

    private void movement(Row row, GmnsLink in, GmnsLink out) {
        String id = in.road + ">" + out.road;
        AtNode at = nodes.computeIfAbsent(row.text("node_id"), none -> new AtNode());
        text.put(row.text("mvmt_id"), id);
        node.put(row.text("mvmt_id"), row.text("node_id"));
        at.open.add(id);
        arrows(in, row);
        String control =
                row.text("ctrl_type") == null ? "" : row.text("ctrl_type").toLowerCase(Locale.ROOT);
        String slip = row.text("slip_lane") == null ? "" : row.text("slip_lane").toLowerCase(Locale.ROOT);
        switch (slip) {
            case "yield" -> at.bypass.put(id, Place.Bypass.YIELD);
            case "free" -> at.bypass.put(id, Place.Bypass.FREE);
            case "" -> (control.matches("(stop|yield).*") ? at.yielding : at.going).add(in.road);
            default -> row.fail("'slip_lane' is yield or free, not '" + slip + "'");
        }
        if (row.text("on_red") != null) {
            at.onRed.put(id, Place.OnRed.AFTER_STOP);
        }
        if (row.text("saturation") != null) {
            at.saturation.put(id, row.number("saturation", 0) / 3600);
        }
        written(row, id, at);
    }

    /** What is written of a movement that would be derived otherwise. */
    private void written(Row row, String id, AtNode at) {
        Turn turn = null;
        if (row.text("turn") != null) {
            turn = Arrays.stream(Turn.values())
                    .filter(t -> t.name().equalsIgnoreCase(row.text("turn")))
                    .findFirst()
                    .orElse(null);
            if (turn == null) {
                row.fail("'turn' is left, through, right or uturn, not '" + row.text("turn") + "'");
            }
        }
        Double radius = row.text("radius") == null ? null : row.number("radius", 0) * network.config.metres;
        Double speed = row.text("speed") == null ? null : row.number("speed", 0) * network.config.metresPerSecond;
        Map<String, Integer> pairs = new LinkedHashMap<>();
        for (String pair : list(row.text("lane_pairs"))) {
            if (pair.matches("\\d{1,2} \\d{1,2}")) {
                pairs.put(pair.split(" ")[0], Integer.parseInt(pair.split(" ")[1]));
            } else {
                row.fail("'lane_pairs' is like '1 2; 2 3', from lane to lane, not '" + pair + "'");
            }
        }
        List<String> yields = list(row.text("yields_to"));
        if (turn != null || radius != null || speed != null || !pairs.isEmpty() || !yields.isEmpty()) {
            at.movements.put(id, new MovementInput(turn, radius, speed, yields, pairs, null, null, null, false));
        }
    }

    private static List<String> list(String text) {
        return text == null
                ? List.of()
                : Arrays.stream(text.split(";"))
                        .map(String::strip)
                        .filter(s -> !s.isEmpty())
                        .toList();
    }

    private void arrows(GmnsLink in, Row row) {
        String type = row.text("type") == null ? "" : row.text("type").toLowerCase(Locale.ROOT);
        char letter = type.startsWith("l")
                ? 'L'
                : type.startsWith("r") ? 'R' : type.startsWith("t") ? 'T' : type.startsWith("u") ? 'U' : ' ';
        int first = (int) row.number("start_ib_lane", Double.valueOf(Integer.MIN_VALUE));
        int last = (int) row.number("end_ib_lane", first);
        if (letter == ' ' || first == Integer.MIN_VALUE || last < first || last - first > MOST_LANES) {
            return;
        }
        Set<Integer> lanes = new TreeSet<>();
        for (int lane = first; lane <= last; lane++) {
            if (lane != 0) {
                lanes.add(in.fromLeft(lane));
            }
        }
        lanes.forEach(lane ->
                in.arrows.computeIfAbsent(lane, none -> new LinkedHashSet<>()).add(letter));
    }
}
