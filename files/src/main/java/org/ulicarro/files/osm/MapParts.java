package org.ulicarro.files.osm;

import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Which roads hang together on the whole map, whatever part of it is taken. */
final class MapParts {

    private final OsmMap map;
    private final int[] up; // node -> another one of its part
    private final Map<Integer, Double> length = new HashMap<>(); // root -> degrees of road
    private int largest = -1;

    MapParts(OsmMap map, List<int[]> lines) {
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
        for (int[] line : lines) { // in the order of the map
            int root = line.length == 0 ? -1 : root(line[0]);
            if (root >= 0 && length.getOrDefault(root, 0.0) > most) {
                most = length.getOrDefault(root, 0.0);
                largest = root;
            }
        }
    }

    /** Whether a road hangs together with most of the map. */
    boolean isOfTheLargest(int[] line) {
        return line.length > 0 && root(line[0]) == largest;
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
