package org.ulicarro.files.osm;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Which roads hang together on the whole map, whatever part of it is taken. A carriageway that nothing joins, of a motorway whose ramps lie
 * outside of the map, is a road all the same.
 */
final class MapParts {

    /** From this class on a road carries more than those who live there. */
    private static final WayRoad.Kind THROUGH = WayRoad.Kind.SECONDARY;

    private static final double LONG = 300; // m

    private final OsmMap map;
    private final int[] up; // node -> another one of its part
    private final Map<Integer, Double> length = new HashMap<>(); // root -> degrees of road
    private final Set<Integer> ofTheirOwn = new HashSet<>(); // roots of parts that stay
    private int largest = -1;

    /** @param kinds class of each line */
    MapParts(OsmMap map, List<int[]> lines, List<WayRoad.Kind> kinds) {
        this.map = map;
        up = new int[map.nodeCount()];
        for (int i = 0; i < up.length; i++) {
            up[i] = i;
        }
        for (int[] line : lines) {
            for (int i = 1; i < line.length; i++) {
                up[root(line[i])] = root(line[0]);
            }
        }
        for (int[] line : lines) {
            for (int i = 1; i < line.length; i++) {
                int a = line[i - 1];
                int b = line[i];
                length.merge(root(a), Math.hypot(map.lat(a) - map.lat(b), map.lon(a) - map.lon(b)), Double::sum);
            }
        }
        double most = -1;
        for (int i = 0; i < lines.size(); i++) { // in the order of the map
            int[] line = lines.get(i);
            if (line.length > 0 && kinds.get(i).compareTo(THROUGH) >= 0 && metres(line) > LONG) {
                ofTheirOwn.add(root(line[0]));
            }
            int root = line.length == 0 ? -1 : root(line[0]);
            if (root >= 0 && length.getOrDefault(root, 0.0) > most) {
                most = length.getOrDefault(root, 0.0);
                largest = root;
            }
        }
    }

    /** Whether a road hangs together with most of the map, or is one that people drive along all the same. */
    boolean stays(int[] line) {
        return line.length > 0 && (root(line[0]) == largest || ofTheirOwn.contains(root(line[0])));
    }

    /** Length of a line (m). */
    double metres(int[] line) {
        double sum = 0;
        for (int i = 1; i < line.length; i++) {
            double dy = map.lat(line[i]) - map.lat(line[i - 1]);
            double dx =
                    (map.lon(line[i]) - map.lon(line[i - 1])) * StrictMath.cos(StrictMath.toRadians(map.lat(line[i])));
            sum += Math.hypot(dx, dy) * 111_195;
        }
        return sum;
    }

    private int root(int node) {
        int at = node;
        while (up[at] != at) {
            up[at] = up[up[at]];
            at = up[at];
        }
        return at;
    }
}
