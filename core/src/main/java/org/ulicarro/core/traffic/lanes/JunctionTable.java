package org.ulicarro.core.traffic.lanes;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.IntPredicate;

/**
 * A bit for each path of a place, so that one look tells whether anybody is on any of those that a path has to do with. Immutable.
 *
 * <p>Where a place has more paths than a word has bits, some share one: then somebody is told of where nobody is, and the longer look
 * finds that out.
 */
public final class JunctionTable {

    // A path has 1 << MASKS words.
    public static final int MASKS = 2;
    public static final int MEETS = 0; // the paths that it meets
    public static final int FIRST = 1; // of those the ones before whose vehicles it goes first
    public static final int SIBLINGS = 2; // the paths that leave the same lane
    public static final int LONGS = 3; // the paths on which a long vehicle is in the way of a car on it

    public final int places;
    public final int[] place; // path -> number of its place; -1 on lanes of links
    public final long[] bit; // path -> its own bit
    public final long[] masks;
    public final boolean[] shared; // place -> whether paths share bits
    public final int[][] entering; // place -> the lanes from which its paths leave
    private final int lanes;

    JunctionTable(LaneTable table) {
        place = new int[table.lanes];
        bit = new long[table.lanes];
        masks = new long[table.lanes << MASKS];
        lanes = table.lanes;
        Map<String, Integer> numbers = new LinkedHashMap<>();
        table.network.junctions().keySet().forEach(id -> numbers.put(id, numbers.size()));
        places = numbers.size();
        shared = new boolean[places];
        int[] paths = new int[places];
        for (int lane = 0; lane < table.lanes; lane++) {
            place[lane] = -1;
            if (table.path[lane]) {
                String id = table.network.movements().get(table.movement[lane]).place();
                place[lane] = numbers.get(id);
                int number = paths[place[lane]]++;
                bit[lane] = 1L << (number & 63);
                shared[place[lane]] |= number > 63;
            }
        }
        for (int path = 0; path < table.lanes; path++) {
            readMasks(table, path);
        }
        entering = new int[places][0];
        for (int lane = 0; lane < table.lanes; lane++) {
            if (table.paths[lane].length > 0 && !table.path[lane]) {
                int at = place[table.paths[lane][0]];
                entering[at] = Arrays.copyOf(entering[at], entering[at].length + 1);
                entering[at][entering[at].length - 1] = lane;
            }
        }
    }

    /** The paths of each place that have something in common, in rising order. */
    public int[][] pathsWhere(IntPredicate which) {
        int[][] found = new int[places][0];
        for (int path = 0; path < lanes; path++) {
            if (place[path] >= 0 && which.test(path)) {
                int at = place[path];
                found[at] = Arrays.copyOf(found[at], found[at].length + 1);
                found[at][found[at].length - 1] = path;
            }
        }
        return found;
    }

    private void readMasks(LaneTable table, int path) {
        int at = path << MASKS;
        for (int c = 0; c < table.meets[path].length; c++) {
            masks[at + MEETS] |= bit[table.meets[path][c]];
            if (table.rank[path][c] == LaneTable.GOES_FIRST) {
                masks[at + FIRST] |= bit[table.meets[path][c]];
            }
        }
        for (int sibling : table.siblings[path]) {
            masks[at + SIBLINGS] |= bit[sibling];
        }
        for (int n = 0; n < table.longs.meets[path].length; n++) {
            if (!table.longs.ownIsLong[path][n]) {
                masks[at + LONGS] |= bit[table.longs.meets[path][n]];
            }
        }
    }
}
