package org.ulicarro.files.osm;

import java.util.ArrayList;
import java.util.List;

/**
 * What of the map lies in the area. A road that crosses its border ends there, at a point of its own, whose index is that of no node: so what
 * is inside does not depend on where a way has its nodes.
 */
final class Clip {

    private static final int HALVINGS = 24;
    private static final double PROBE = 2e-4; // degrees, some 20 m: no nearer are two borders told apart
    private static final int MOST_PROBES = 200;

    private final OsmMap map;
    private final Area area;
    private final boolean[] inside;
    private final List<double[]> border = new ArrayList<>(); // latitude and longitude

    Clip(OsmMap map, Area area) {
        this.map = map;
        this.area = area;
        inside = new boolean[map.nodeCount()];
        for (int i = 0; i < inside.length; i++) {
            inside[i] = area.has(map.lat(i), map.lon(i));
        }
    }

    /** Whether a point is a node of the map, and in the area. */
    boolean has(int point) {
        return point >= 0 && point < inside.length && inside[point];
    }

    boolean isBorder(int point) {
        return point >= inside.length;
    }

    double lat(int point) {
        return isBorder(point) ? border.get(point - inside.length)[0] : map.lat(point);
    }

    double lon(int point) {
        return isBorder(point) ? border.get(point - inside.length)[1] : map.lon(point);
    }

    /** The stretches of a line that lie in the area. */
    List<int[]> runs(int[] line) {
        List<int[]> runs = new ArrayList<>();
        List<Integer> run = new ArrayList<>();
        for (int i = 0; i < line.length; i++) {
            if (i > 0) {
                cross(line[i - 1], line[i], run, runs);
            }
            if (inside[line[i]]) {
                run.add(line[i]);
            }
        }
        end(run, runs);
        return runs;
    }

    private static void end(List<Integer> run, List<int[]> runs) {
        if (run.size() >= 2) {
            runs.add(run.stream().mapToInt(i -> i).toArray());
        }
        run.clear();
    }

    /** Ends and begins runs where the stretch between two nodes crosses the border. */
    private void cross(int from, int to, List<Integer> run, List<int[]> runs) {
        boolean in = inside[from];
        if (in && inside[to]) {
            return;
        }
        if (!in && !inside[to] && !mayCross(from, to)) {
            return;
        }
        double length = Math.hypot(map.lat(to) - map.lat(from), map.lon(to) - map.lon(from));
        int probes = (int) Math.min(MOST_PROBES, 1 + length / PROBE);
        double before = 0;
        for (int k = 1; k <= probes; k++) {
            double here = (double) k / probes;
            boolean now = k == probes ? inside[to] : isIn(from, to, here);
            if (now != in) {
                run.add(border(from, to, before, here, in));
                if (in) {
                    end(run, runs);
                }
                in = now;
            }
            before = here;
        }
    }

    private boolean mayCross(int from, int to) {
        double[] box = area.bounds();
        return Math.max(map.lat(from), map.lat(to)) >= box[0]
                && Math.min(map.lat(from), map.lat(to)) <= box[2]
                && Math.max(map.lon(from), map.lon(to)) >= box[1]
                && Math.min(map.lon(from), map.lon(to)) <= box[3];
    }

    private double[] between(int from, int to, double share) {
        return new double[] {
            map.lat(from) + share * (map.lat(to) - map.lat(from)), map.lon(from) + share * (map.lon(to) - map.lon(from))
        };
    }

    private boolean isIn(int from, int to, double share) {
        double[] p = between(from, to, share);
        return area.has(p[0], p[1]);
    }

    private int border(int from, int to, double low, double high, boolean inAtLow) {
        double a = low;
        double b = high;
        for (int i = 0; i < HALVINGS; i++) {
            double middle = (a + b) / 2;
            if (isIn(from, to, middle) == inAtLow) {
                a = middle;
            } else {
                b = middle;
            }
        }
        border.add(between(from, to, inAtLow ? a : b));
        return inside.length + border.size() - 1;
    }
}
