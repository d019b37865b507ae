package org.ulicarro.files.osm;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.random.RandomGenerator;
import java.util.random.RandomGeneratorFactory;

/**
 * An invented town as a map draws it: streets of all classes, roundabouts of 13 to 60 m with legs at any angle, an avenue of two
 * carriageways, a motorway on a bridge with ramps, dead ends, signs, and on wish what is wrong in real files. The same number gives
 * the same town.
 */
final class RandomTown {

    private static final double LAT = 44.05;
    private static final double LON = 14.98;
    private static final double METRE = 1 / 111_195.0; // degrees of latitude
    private static final String[] CLASSES = {"primary", "secondary", "tertiary", "unclassified", "residential"};

    /** A point of the map. */
    private record Node(long id, double x, double y, Map<String, String> tags) {}

    /** A line of the map. */
    private record Way(long id, List<Long> nodes, Map<String, String> tags) {}

    private final RandomGenerator random;
    private final List<Node> nodes = new ArrayList<>();
    private final List<Way> ways = new ArrayList<>();
    private final List<String> relations = new ArrayList<>();
    private long next = 100;
    private final int columns;
    private final int rows;
    private final double spacing;
    private final Corner[][] corners;

    /** A junction of the grid: one node, or a ring whose nodes lie at the angles of its legs. */
    private final class Corner {
        final double x;
        final double y;
        final double radius; // 0 for a plain one
        Long plain;
        final List<double[]> legs = new ArrayList<>(); // angle, node
        final String kind;

        Corner(double x, double y, double radius, String kind) {
            this.x = x;
            this.y = y;
            this.radius = radius;
            this.kind = kind;
        }

        /** The node at which a street towards a point begins. */
        long node(double toX, double toY) {
            if (radius == 0) {
                plain = plain == null ? add(x, y) : plain;
                return plain;
            }
            double angle = StrictMath.atan2(toY - y, toX - x);
            long id = add(x + radius * StrictMath.cos(angle), y + radius * StrictMath.sin(angle));
            legs.add(new double[] {angle, id});
            return id;
        }
    }

    /** @param seed which town */
    RandomTown(long seed) {
        random = RandomGeneratorFactory.of("L64X128MixRandom").create(seed);
        columns = 4 + random.nextInt(4);
        rows = 4 + random.nextInt(4);
        spacing = 130 + random.nextInt(120);
        corners = new Corner[columns][rows];
        String[] ofRow = classes(rows);
        String[] ofColumn = classes(columns);
        int avenue = random.nextInt(3) > 0 ? 1 + random.nextInt(rows - 2) : -1;
        for (int c = 0; c < columns; c++) {
            for (int r = 0; r < rows; r++) {
                double jitter = 0.22 * spacing;
                boolean ring = r != avenue && random.nextInt(6) == 0;
                corners[c][r] = new Corner(
                        c * spacing + random.nextDouble(-jitter, jitter),
                        r * spacing + (r == avenue ? 0 : random.nextDouble(-jitter, jitter)),
                        ring ? (13 + random.nextInt(48)) / 2.0 - 2.5 : 0,
                        CLASSES[random.nextInt(CLASSES.length)]);
            }
        }
        for (int r = 0; r < rows; r++) {
            if (r == avenue) {
                avenue(r, ofRow[r]);
                continue;
            }
            for (int c = 0; c + 1 < columns; c++) {
                street(corners[c][r], corners[c + 1][r], ofRow[r], "Row " + r);
            }
        }
        for (int c = 0; c < columns; c++) {
            for (int r = 0; r + 1 < rows; r++) {
                if (r != avenue && r + 1 != avenue) {
                    street(corners[c][r], corners[c][r + 1], ofColumn[c], "Column " + c);
                }
            }
        }
        if (avenue >= 0) {
            crossAvenue(avenue, ofColumn);
        }
        for (Corner[] column : corners) {
            for (Corner corner : column) {
                ring(corner);
                extras(corner);
            }
        }
        motorway();
    }

    private String[] classes(int count) {
        String[] all = new String[count];
        for (int i = 0; i < count; i++) {
            all[i] = CLASSES[random.nextInt(CLASSES.length)];
        }
        return all;
    }

    private long add(double x, double y) {
        nodes.add(new Node(next, x, y, new LinkedHashMap<>()));
        return next++;
    }

    private Node at(long id) {
        return nodes.get((int) (id - 100));
    }

    private Way way(List<Long> along, String... tags) {
        Map<String, String> says = new LinkedHashMap<>();
        for (int i = 0; i < tags.length; i += 2) {
            says.put(tags[i], tags[i + 1]);
        }
        Way way = new Way(5000 + ways.size(), new ArrayList<>(along), says);
        ways.add(way);
        return way;
    }

    /** A street that bends a little; some are missing, some one-way, some have arrows and limits that maps write in odd ways. */
    private void street(Corner a, Corner b, String kind, String name) {
        if (random.nextInt(9) == 0) {
            return;
        }
        List<Long> along = new ArrayList<>();
        along.add(a.node(b.x, b.y));
        int bends = random.nextInt(3);
        for (int i = 1; i <= bends; i++) {
            double share = i / (bends + 1.0);
            along.add(add(
                    a.x + share * (b.x - a.x) + random.nextDouble(-8, 8),
                    a.y + share * (b.y - a.y) + random.nextDouble(-8, 8)));
        }
        along.add(b.node(a.x, a.y));
        Way way = way(along, "highway", kind, "name", name);
        String[] odd = {"50", "30", "30 mph", "RO:urban", "walk", "50;30", "fast", ""};
        if (random.nextInt(3) == 0) {
            way.tags.put("maxspeed", odd[random.nextInt(odd.length)]);
        }
        if (random.nextInt(4) == 0) {
            String[] lanes = {"2", "3", "4", "1", "2.5", "many", "-1", "99"};
            way.tags.put("lanes", lanes[random.nextInt(lanes.length)]);
        }
        if (random.nextInt(12) == 0 && !kind.equals("primary")) {
            way.tags.put("oneway", random.nextBoolean() ? "yes" : "-1");
        }
        if (random.nextInt(8) == 0) {
            String[] arrows = {
                "left|through;right", "left|through|right", "through|right|left", "nonsense", "||", "none|right"
            };
            way.tags.put("turn:lanes:forward", arrows[random.nextInt(arrows.length)]);
            way.tags.put("lanes", "3");
        }
    }

    /** Two carriageways with all cross streets on both; their ends meet in one node, or in none. */
    private void avenue(int r, String kind) {
        double half = 5 + random.nextInt(8);
        double y = corners[0][r].y;
        boolean closed = random.nextBoolean();
        List<Long> east = new ArrayList<>();
        List<Long> west = new ArrayList<>();
        double end = spacing * 0.6;
        long first = closed ? add(-end, y) : 0;
        long last = closed ? add((columns - 1) * spacing + end, y) : 0;
        east.add(closed ? first : add(-end, y - half));
        west.add(closed ? first : add(-end - random.nextInt(30), y + half));
        for (int c = 0; c < columns; c++) {
            Corner corner = corners[c][r];
            east.add(add(corner.x, y - half));
            west.add(add(corner.x, y + half));
            corner.legs.add(new double[] {0, east.get(east.size() - 1)});
            corner.legs.add(new double[] {0, west.get(west.size() - 1)});
        }
        east.add(closed ? last : add((columns - 1) * spacing + end, y - half));
        west.add(closed ? last : add((columns - 1) * spacing + end + random.nextInt(30), y + half));
        java.util.Collections.reverse(west);
        String lanes = String.valueOf(1 + random.nextInt(3));
        way(east, "highway", kind, "name", "Avenue", "oneway", "yes", "lanes", lanes);
        way(west, "highway", kind, "name", "Avenue", "oneway", "yes", "lanes", lanes);
        if (closed) {
            way(List.of(first, add(-end - 200, y)), "highway", kind, "name", "Avenue");
            way(List.of(last, add((columns - 1) * spacing + end + 200, y)), "highway", kind, "name", "Avenue");
        }
    }

    private void crossAvenue(int r, String[] ofColumn) {
        for (int c = 0; c < columns; c++) {
            Corner corner = corners[c][r];
            long south = (long) corner.legs.get(0)[1];
            long north = (long) corner.legs.get(1)[1];
            corner.legs.clear();
            boolean signal = random.nextInt(3) == 0;
            int what = random.nextInt(5); // mostly through, sometimes only from one side
            if (what > 0) {
                way(List.of(south, north), "highway", ofColumn[c], "name", "Column " + c);
            }
            if (what != 1) {
                way(
                        List.of(corners[c][r - 1].node(corner.x, corner.y), south),
                        "highway",
                        ofColumn[c],
                        "name",
                        "Column " + c);
            }
            if (what != 2) {
                way(
                        List.of(north, corners[c][r + 1].node(corner.x, corner.y)),
                        "highway",
                        ofColumn[c],
                        "name",
                        "Column " + c);
            }
            if (signal) {
                at(south).tags.put("highway", "traffic_signals");
                at(north).tags.put("highway", "traffic_signals");
            }
        }
    }

    private void ring(Corner corner) {
        if (corner.radius == 0 || corner.legs.size() < 2) {
            return;
        }
        List<double[]> round = new ArrayList<>(corner.legs);
        for (int i = 0; i < 10; i++) {
            double angle = -StrictMath.PI + 2 * StrictMath.PI * i / 10;
            if (corner.legs.stream().noneMatch(l -> Math.abs(l[0] - angle) < 0.25)) {
                round.add(new double[] {
                    angle,
                    add(
                            corner.x + corner.radius * StrictMath.cos(angle),
                            corner.y + corner.radius * StrictMath.sin(angle))
                });
            }
        }
        round.sort((p, q) -> Double.compare(p[0], q[0]));
        List<Long> closed = new ArrayList<>();
        round.forEach(p -> closed.add((long) p[1]));
        closed.add(closed.get(0));
        int half = closed.size() / 2;
        if (random.nextBoolean()) { // drawn as one way or as two
            way(closed, "highway", corner.kind, "junction", "roundabout");
        } else {
            way(closed.subList(0, half + 1), "highway", corner.kind, "junction", "roundabout");
            way(closed.subList(half, closed.size()), "highway", corner.kind, "junction", "roundabout", "lanes", "1");
        }
    }

    /** Dead ends, side streets at odd angles, signs, crossings. */
    private void extras(Corner corner) {
        int what = random.nextInt(10);
        double angle = random.nextDouble(2 * StrictMath.PI);
        double far = 30 + random.nextInt(80);
        double x = corner.x + far * StrictMath.cos(angle);
        double y = corner.y + far * StrictMath.sin(angle);
        if (corner.radius > 0 || corner.plain == null || isNearOther(corner, angle)) {
            return;
        }
        if (what < 2) {
            way(List.of(corner.plain, add(x, y)), "highway", what == 0 ? "residential" : "tertiary", "name", "Lane");
        } else if (what == 2) {
            at(corner.plain).tags.put("highway", "traffic_signals");
        } else if (what == 3) {
            at(corner.plain).tags.put("highway", "mini_roundabout");
        } else if (what == 4) {
            way(List.of(corner.plain, add(x, y)), "highway", "footway");
        }
    }

    /** Whether another street leaves within 30 degrees of that. */
    private boolean isNearOther(Corner corner, double angle) {
        for (Way way : ways) {
            for (int i = 0; i < way.nodes.size(); i++) {
                for (int k = i - 1; way.nodes.get(i).equals(corner.plain) && k <= i + 1; k += 2) {
                    if (k >= 0 && k < way.nodes.size()) {
                        Node other = at(way.nodes.get(k));
                        double own = StrictMath.atan2(other.y - corner.y, other.x - corner.x);
                        if (StrictMath.cos(own - angle) > 0.866) {
                            return true;
                        }
                    }
                }
            }
        }
        return false;
    }

    /** A motorway over everything, with an exit and an entry on the right of the near carriageway that meet streets of the town. */
    private void motorway() {
        double y = -spacing;
        double last = (columns - 1) * spacing;
        way(
                List.of(add(-600, y - 20), add(last + 700, y - 20)),
                "highway",
                "motorway",
                "oneway",
                "yes",
                "lanes",
                "2",
                "bridge",
                "yes",
                "name",
                "Coast motorway");
        long off = add(last + 150, y);
        long on = add(-150, y);
        way(
                List.of(add(last + 700, y), off, on, add(-600, y)),
                "highway",
                "motorway",
                "oneway",
                "yes",
                "lanes",
                "2",
                "name",
                "Coast motorway");
        Corner left = corners[0][0];
        Corner right = corners[columns - 1][0];
        if (right.plain != null) {
            way(List.of(off, add(last + 60, y + 35), right.plain), "highway", "motorway_link", "oneway", "yes");
        }
        if (left.plain != null) {
            way(List.of(left.plain, add(-60, y + 35), on), "highway", "motorway_link", "oneway", "yes");
        }
    }

    /** Puts in what is wrong in real files: coordinates the wrong way round, nodes that are missing, ways drawn twice. */
    RandomTown spoiled() {
        Node swapped = nodes.get(random.nextInt(nodes.size()));
        nodes.set(nodes.indexOf(swapped), new Node(swapped.id, 1e9, 1e9, swapped.tags)); // written as (lon, lat)
        Way hole = ways.get(random.nextInt(ways.size()));
        hole.nodes.add(1 + random.nextInt(hole.nodes.size() - 1), 999_999_999L);
        Way twice = ways.get(random.nextInt(ways.size()));
        ways.add(new Way(5000 + ways.size(), twice.nodes, twice.tags));
        Way stutter = ways.get(random.nextInt(ways.size()));
        stutter.nodes.add(1, stutter.nodes.get(0));
        way(List.of(nodes.get(0).id), "highway", "residential");
        way(List.of(add(9000, 9000), add(9100, 9000)), "highway", "residential", "name", "Island");
        return this;
    }

    /** The file. */
    String xml() {
        StringBuilder xml = new StringBuilder("<?xml version='1.0' encoding='UTF-8'?>\n<osm version=\"0.6\">\n");
        double cos = StrictMath.cos(StrictMath.toRadians(LAT));
        for (Node n : nodes) {
            double lat = n.x > 1e8 ? LON : LAT + n.y * METRE;
            double lon = n.x > 1e8 ? LAT : LON + n.x * METRE / cos;
            xml.append(String.format(Locale.ROOT, " <node id=\"%d\" lat=\"%.7f\" lon=\"%.7f\"", n.id, lat, lon));
            xml.append(n.tags.isEmpty() ? "/>\n" : ">" + tags(n.tags) + "</node>\n");
        }
        for (Way w : ways) {
            xml.append(" <way id=\"").append(w.id).append("\">");
            w.nodes.forEach(n -> xml.append("<nd ref=\"").append(n).append("\"/>"));
            xml.append(tags(w.tags)).append("</way>\n");
        }
        relations.forEach(xml::append);
        return xml.append("</osm>\n").toString();
    }

    private static String tags(Map<String, String> tags) {
        StringBuilder text = new StringBuilder();
        tags.forEach((k, v) ->
                text.append("<tag k=\"").append(k).append("\" v=\"").append(v).append("\"/>"));
        return text.toString();
    }
}
