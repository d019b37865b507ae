package org.ulicarro.files.osm;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.LongConsumer;
import org.ulicarro.files.StudyProblem;

/** What a map file holds that matters to roads: places of all nodes, ways with a highway, turn restrictions, and nodes that say something. */
final class OsmMap implements OsmSink {

    /** A map of more nodes is no town; cut it first. */
    private static final int MOST_NODES = 60_000_000;

    /** Tags of nodes that are kept. */
    private static final Set<String> NODE_TAGS = Set.of(
            "highway",
            "crossing",
            "direction",
            "traffic_signals:direction",
            "public_transport",
            "name",
            "bus",
            "tram",
            "crossing:island",
            "stop");

    /**
     * A way with a highway.
     *
     * @param nodes their ids in order
     */
    record Way(long id, long[] nodes, Map<String, String> tags) {}

    /**
     * A turn restriction.
     *
     * @param kind {@code no_left_turn}, {@code only_straight_on} …
     * @param via the node, 0 where it is ways
     */
    record Restriction(long id, String kind, long from, long to, long via) {}

    private long[] ids = new long[1 << 16];
    private int[] lat = new int[1 << 16]; // 1e-7 degrees
    private int[] lon = new int[1 << 16];
    private int count;
    private boolean sorted = true;
    final List<Way> ways = new ArrayList<>();
    final List<Restriction> restrictions = new ArrayList<>();
    final Map<Long, Map<String, String>> told = new HashMap<>(); // node -> what it says
    private final Map<String, String> words = new HashMap<>(); // the same text only once
    private final Losses losses;
    private long allWays;

    private OsmMap(Losses losses) {
        this.losses = losses;
    }

    static OsmMap read(Path file, Losses losses, LongConsumer progress) throws IOException, StudyProblem {
        OsmMap map = new OsmMap(losses);
        OsmFile.read(file, map, progress);
        map.sort();
        return map;
    }

    int nodeCount() {
        return count;
    }

    long wayCount() {
        return allWays;
    }

    @Override
    public void node(long id, double atLat, double atLon, Map<String, String> tags) {
        if (count == MOST_NODES) {
            throw new IllegalStateException(
                    "it has more than " + MOST_NODES + " nodes; cut it to the town that you need");
        }
        if (count == ids.length) {
            ids = Arrays.copyOf(ids, count * 2);
            lat = Arrays.copyOf(lat, count * 2);
            lon = Arrays.copyOf(lon, count * 2);
        }
        sorted &= count == 0 || ids[count - 1] < id;
        ids[count] = id;
        lat[count] = (int) Math.round(atLat * 1e7);
        lon[count++] = (int) Math.round(atLon * 1e7);
        if (!tags.isEmpty() && (tags.containsKey("highway") || tags.containsKey("public_transport"))) {
            Map<String, String> kept = new HashMap<>();
            tags.forEach((k, v) -> {
                if (NODE_TAGS.contains(k)) {
                    kept.put(word(k), word(v));
                }
            });
            told.put(id, kept);
        }
    }

    @Override
    public void way(long id, long[] nodes, Map<String, String> tags) {
        allWays++;
        if (!tags.containsKey("highway")) {
            return;
        }
        if (nodes.length < 2) {
            losses.add(Loss.SHORT_WAY, "way " + id);
            return;
        }
        Map<String, String> kept = new HashMap<>();
        tags.forEach((k, v) -> kept.put(word(k), word(v)));
        ways.add(new Way(id, nodes, kept));
    }

    private String word(String text) {
        return words.size() > 200_000 ? text : words.computeIfAbsent(text, t -> t);
    }

    @Override
    public void relation(long id, char[] kinds, long[] members, String[] roles, Map<String, String> tags) {
        String kind = tags.getOrDefault("restriction", tags.get("restriction:motorcar"));
        if (!"restriction".equals(tags.get("type")) || kind == null) {
            return;
        }
        long from = 0;
        long to = 0;
        long via = 0;
        int vias = 0;
        for (int i = 0; i < members.length; i++) {
            switch (roles[i]) {
                case "from" -> from = members[i];
                case "to" -> to = members[i];
                case "via" -> {
                    via = kinds[i] == 'n' ? members[i] : 0;
                    vias++;
                }
                default -> {}
            }
        }
        if (from == 0 || to == 0 || vias == 0) {
            losses.add(Loss.RULE_INCOMPLETE, "relation " + id);
        } else {
            restrictions.add(new Restriction(id, kind, from, to, vias == 1 ? via : 0));
        }
    }

    /** Files are usually in order; those that are not are put in it. */
    private void sort() {
        if (sorted) {
            return;
        }
        Integer[] order = new Integer[count];
        Arrays.setAll(order, i -> i);
        Arrays.sort(order, (a, b) -> Long.compare(ids[a], ids[b]));
        long[] newIds = new long[count];
        int[] newLat = new int[count];
        int[] newLon = new int[count];
        for (int i = 0; i < count; i++) {
            newIds[i] = ids[order[i]];
            newLat[i] = lat[order[i]];
            newLon[i] = lon[order[i]];
        }
        ids = newIds;
        lat = newLat;
        lon = newLon;
    }

    /** Place of a node in the arrays; negative where the file does not have it. */
    int find(long node) {
        return Arrays.binarySearch(ids, 0, count, node);
    }

    long id(int node) {
        return ids[node];
    }

    double lat(int node) {
        return lat[node] * 1e-7;
    }

    double lon(int node) {
        return lon[node] * 1e-7;
    }
}
