package org.ulicarro.files.osm;

import java.util.Arrays;
import org.ulicarro.files.GeoReference;

/** The nodes of a way in their order; those that the file does not have, or that lie far off the others, are passed by. */
final class WayLine {

    /** Farther than this from the nodes before and after it, which are near to each other, a node is misplaced (m). */
    private static final double FAR = 5_000;

    /** An end of a way is misplaced when it lies so far from its neighbour (m). */
    private static final double FAR_END = 20_000;

    private WayLine() {}

    /** Indices in the map; fewer than two where nothing is left of the way. */
    static int[] of(OsmMap map, OsmMap.Way way, Losses losses) {
        int[] line = new int[way.nodes().length];
        int count = 0;
        for (long node : way.nodes()) {
            int at = map.find(node);
            if (at < 0) {
                losses.add(Loss.NODE_BRIDGED, "node " + node + " of way " + way.id());
            } else {
                line[count++] = at;
            }
        }
        line = Arrays.copyOf(line, count);
        int off = misplaced(map, line);
        while (off >= 0 && line.length > 1) {
            losses.add(Loss.NODE_BRIDGED, "node " + map.id(line[off]) + " of way " + way.id());
            int[] rest = new int[line.length - 1];
            System.arraycopy(line, 0, rest, 0, off);
            System.arraycopy(line, off + 1, rest, off, rest.length - off);
            line = rest;
            off = misplaced(map, line);
        }
        return line;
    }

    /** The first node that cannot be where it is said to be; -1 where none is. */
    private static int misplaced(OsmMap map, int[] line) {
        for (int i = 1; i < line.length; i++) {
            double step = apart(map, line[i - 1], line[i]);
            if (step < FAR) {
                continue;
            }
            boolean inside = i + 1 < line.length;
            if (inside && apart(map, line[i], line[i + 1]) > FAR && apart(map, line[i - 1], line[i + 1]) < FAR) {
                return i;
            }
            if (step > FAR_END) {
                return i == 1 && line.length > 2 && apart(map, line[1], line[2]) < FAR ? 0 : i;
            }
        }
        return -1;
    }

    private static double apart(OsmMap map, int a, int b) {
        if (Math.abs(map.lat(a) - map.lat(b)) > 1 || Math.abs(map.lon(a) - map.lon(b)) > 2) {
            return Double.POSITIVE_INFINITY; // no plan reaches that far
        }
        double[] p = GeoReference.at(map.lat(a), map.lon(a)).plan(map.lat(b), map.lon(b));
        return Math.hypot(p[0], p[1]);
    }
}
