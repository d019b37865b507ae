package org.ulicarro.core.traffic.lanes;

import java.util.ArrayList;
import java.util.List;

/**
 * The closed ways round roundabouts: arcs and paths past legs on which one can go round and come back. Where such a way is full, nobody on it can
 * move any more, though every exit is free. Flat arrays by lane, compiled once for a model.
 */
public final class RingTable {

    public final int[] way; // arc, or path from one to the next -> number of the closed way that it belongs to, or NONE
    public final int[][] parts; // way -> its arcs and paths past legs
    public final int[][] entering; // way -> paths that lead onto it from elsewhere
    public final double[] length; // way -> length of all of its parts, m

    RingTable(LaneTable table) {
        way = new int[table.lanes];
        java.util.Arrays.fill(way, LaneTable.NONE);
        List<int[]> found = new ArrayList<>();
        for (int arc = 0; arc < table.lanes; arc++) {
            if (table.onRing[arc] && way[arc] == LaneTable.NONE && leadsTo(table, arc, arc)) {
                int number = found.size();
                List<Integer> own = new ArrayList<>();
                for (int other = arc; other < table.lanes; other++) {
                    if (table.onRing[other]
                            && (other == arc || leadsTo(table, arc, other) && leadsTo(table, other, arc))) {
                        way[other] = number;
                        own.add(other);
                    }
                }
                addPaths(table, own, number);
                found.add(own.stream().mapToInt(i -> i).toArray());
            }
        }
        parts = found.toArray(int[][]::new);
        entering = new int[parts.length][];
        length = new double[parts.length];
        for (int i = 0; i < parts.length; i++) {
            List<Integer> paths = new ArrayList<>();
            for (int part : parts[i]) {
                length[i] += table.end[part];
                for (int source : table.path[part] ? new int[0] : table.sources[part]) {
                    if (way[source] != i) {
                        paths.add(source);
                    }
                }
            }
            entering[i] = paths.stream().mapToInt(p -> p).toArray();
        }
    }

    private void addPaths(LaneTable table, List<Integer> own, int number) {
        for (int arc : List.copyOf(own)) {
            for (int path : table.paths[arc]) {
                if (way[table.to[path]] == number) {
                    way[path] = number;
                    own.add(path);
                }
            }
        }
    }

    /** Whether one comes from one arc to another by going round, past one leg at least. */
    private static boolean leadsTo(LaneTable table, int from, int to) {
        boolean[] seen = new boolean[table.lanes];
        List<Integer> open = new ArrayList<>(List.of(from));
        for (int i = 0; i < open.size(); i++) {
            for (int path : table.paths[open.get(i)]) {
                int next = table.to[path];
                if (next == to) {
                    return true;
                }
                if (table.onRing[next] && !seen[next]) {
                    seen[next] = true;
                    open.add(next);
                }
            }
        }
        return false;
    }
}
