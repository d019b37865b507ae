package org.ulicarro.files.osm;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.files.GeoReference;
import org.ulicarro.files.osm.Marks.Kind;
import org.ulicarro.files.osm.Marks.Mark;
import org.ulicarro.files.osm.Marks.Rule;
import org.ulicarro.files.osm.Marks.TurnRule;
import org.ulicarro.files.osm.RoadGraph.Node;
import org.ulicarro.files.osm.RoadGraph.Section;

/** Stage 1: cuts ways at the nodes that they share. Ways that pass over each other share none, so bridges do not meet what they cross. */
final class WaySplitter {

    private static final double NEAR = 15; // m, of the points that stand for the roads of a turn restriction

    private final OsmMap map;
    private final GeoReference plan;
    private final Clip clip;
    private final Losses losses;
    private final RoadGraph graph = new RoadGraph();
    private final Marks marks;
    private final List<OsmMap.Way> ways = new ArrayList<>();
    private final List<WayRoad> roads = new ArrayList<>();
    private final List<int[]> lines = new ArrayList<>();
    private byte[] uses; // node of the map -> by how many kept ways, up to 2
    private final Map<Integer, Node> nodes = new HashMap<>();

    /** @param clip what of the map lies in the area */
    WaySplitter(OsmMap map, GeoReference plan, Clip clip, Marks marks, Losses losses) {
        this.map = map;
        this.plan = plan;
        this.clip = clip;
        this.marks = marks;
        this.losses = losses;
    }

    /** @param keptLines nodes of each way, as {@link WayLine} has them */
    RoadGraph split(List<OsmMap.Way> kept, List<WayRoad> keptRoads, List<int[]> keptLines) {
        ways.addAll(kept);
        roads.addAll(keptRoads);
        lines.addAll(keptLines);
        uses = new byte[map.nodeCount()];
        List<List<int[]>> runs = new ArrayList<>();
        for (int[] line : lines) {
            List<int[]> own = clip.runs(line);
            own.forEach(this::count);
            runs.add(own);
        }
        for (int w = 0; w < ways.size(); w++) {
            for (int[] run : runs.get(w)) {
                cut(run, roads.get(w));
            }
            readMarks(lines.get(w));
        }
        stopsBesideRoads();
        turnRules();
        return graph;
    }

    /** Stops that the map puts on the pavement. */
    private void stopsBesideRoads() {
        map.told.keySet().stream().sorted().forEach(node -> {
            Map<String, String> says = map.told.get(node);
            int at = map.find(node);
            if (kind(says) == Kind.BUS_STOP && at >= 0 && clip.has(at) && uses[at] == 0) {
                double[] p = at(at);
                marks.marks.add(new Mark(Kind.BUS_STOP, node, p[0], p[1], 0, 0, says.get("name")));
            }
        });
    }

    /** A node inside a way counts once, one at its end and one that it passes again twice: there it is cut. */
    private void count(int[] run) {
        for (int i = 0; i < run.length; i++) {
            if (!clip.isBorder(run[i])) {
                boolean end = i == 0 || i == run.length - 1;
                uses[run[i]] = (byte) Math.min(2, uses[run[i]] + (end ? 2 : 1));
            }
        }
    }

    private void cut(int[] run, WayRoad road) {
        int from = 0;
        for (int i = 1; i < run.length; i++) {
            if (i == run.length - 1 || uses[run[i]] >= 2) {
                List<double[]> shape = new ArrayList<>();
                for (int k = from; k <= i; k++) {
                    double[] p = at(run[k]);
                    if (shape.isEmpty() || Lines.distance(shape.get(shape.size() - 1), p) > 0.05) {
                        shape.add(p);
                    }
                }
                Node a = node(run[from]);
                Node b = node(run[i]);
                if (a != b && shape.size() >= 2) {
                    graph.edge(a, b, shape, new ArrayList<>(List.of(new Section(road, Lines.length(shape)))));
                } else if (a == b && shape.size() > 3) { // a loop that is no ring: two halves with a node between
                    int half = shape.size() / 2;
                    Node middle = graph.node(shape.get(half)[0], shape.get(half)[1]);
                    List<double[]> one = new ArrayList<>(shape.subList(0, half + 1));
                    List<double[]> two = new ArrayList<>(shape.subList(half, shape.size()));
                    graph.edge(a, middle, one, new ArrayList<>(List.of(new Section(road, Lines.length(one)))));
                    graph.edge(middle, b, two, new ArrayList<>(List.of(new Section(road, Lines.length(two)))));
                }
                from = i;
            }
        }
    }

    private double[] at(int node) {
        return plan.plan(clip.lat(node), clip.lon(node));
    }

    private Node node(int at) {
        return nodes.computeIfAbsent(at, n -> {
            double[] p = at(n);
            return graph.node(p[0], p[1]);
        });
    }

    private void readMarks(int[] at) {
        for (int i = 0; i < at.length; i++) {
            Map<String, String> says = clip.has(at[i]) ? map.told.get(map.id(at[i])) : null;
            Kind kind = says == null ? null : kind(says);
            if (kind == null) {
                continue;
            }
            double[] p = at(at[i]);
            int before = Math.max(0, i - 1);
            int after = Math.min(at.length - 1, i + 1);
            double[] a = at(at[before]);
            double[] b = at(at[after]);
            double length = Lines.distance(a, b);
            String direction = says.getOrDefault("direction", says.getOrDefault("traffic_signals:direction", ""));
            double sign = direction.equals("forward") ? 1 : direction.equals("backward") ? -1 : 0;
            double dx = length == 0 ? 0 : sign * (b[0] - a[0]) / length;
            double dy = length == 0 ? 0 : sign * (b[1] - a[1]) / length;
            marks.marks.add(new Mark(kind, map.id(at[i]), p[0], p[1], dx, dy, says.get("name")));
        }
    }

    private static Kind kind(Map<String, String> says) {
        String crossing = says.getOrDefault("crossing", "");
        return switch (says.getOrDefault("highway", "")) {
            case "traffic_signals" -> Kind.SIGNAL;
            case "stop" -> "all".equals(says.get("stop")) ? Kind.ALL_STOP : Kind.STOP;
            case "give_way" -> Kind.GIVE_WAY;
            case "crossing" ->
                crossing.equals("traffic_signals")
                        ? Kind.CROSSING_SIGNAL
                        : crossing.equals("unmarked") || crossing.equals("no") ? null : Kind.CROSSING;
            case "bus_stop" -> Kind.BUS_STOP;
            case "mini_roundabout" -> Kind.MINI_ROUNDABOUT;
            default ->
                "stop_position".equals(says.get("public_transport")) && "yes".equals(says.getOrDefault("bus", "yes"))
                        ? Kind.BUS_STOP
                        : null;
        };
    }

    private void turnRules() {
        Map<Long, OsmMap.Way> byId = new HashMap<>();
        ways.forEach(w -> byId.put(w.id(), w));
        for (OsmMap.Restriction r : map.restrictions) {
            OsmMap.Way from = byId.get(r.from());
            OsmMap.Way to = byId.get(r.to());
            if (from == null || to == null) {
                continue; // of roads that are not taken
            }
            String name = "relation " + r.id();
            boolean only = r.kind().startsWith("only_");
            if (r.via() == 0 || !only && !r.kind().startsWith("no_")) {
                losses.add(Loss.RULE_UNKNOWN, name);
                continue;
            }
            double[] a = beside(from, r.via());
            double[] b = beside(to, r.via());
            int via = map.find(r.via());
            if (a == null || b == null || via < 0) {
                losses.add(Loss.RULE_APART, name);
            } else {
                marks.rules.add(new TurnRule(only ? Rule.ONLY : Rule.NO, a, at(via), b, name));
            }
        }
    }

    /** A point on a way some metres from a node at its end. */
    private double[] beside(OsmMap.Way way, long node) {
        int last = way.nodes().length - 1;
        boolean atStart = way.nodes()[0] == node;
        if (!atStart && way.nodes()[last] != node) {
            return null;
        }
        List<double[]> line = new ArrayList<>();
        for (long id : way.nodes()) {
            int at = map.find(id);
            if (at >= 0) {
                line.add(at(at));
            }
        }
        return line.size() < 2 ? null : Lines.at(atStart ? line : Lines.reversed(line), NEAR);
    }
}
