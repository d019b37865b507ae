package org.ulicarro.bench;

import java.io.BufferedWriter;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.zip.GZIPOutputStream;

/**
 * Draws an invented town as an OpenStreetMap file: a bent grid of streets with avenues of two carriageways, roundabouts, signals, one-way
 * streets, dead ends, paths, and buildings that nobody drives on. For measuring how long maps take.
 *
 * <p>{@code MapTown FILE BLOCKS BUILDINGS SEED [METRES]}, such as {@code town.osm.gz 40 2000 1}; with blocks of 92 m, unless said.
 */
public final class MapTown {

    private static final double LAT = 44.05;
    private static final double LON = 14.98;

    private final Writer out;
    private final Random random;
    private final int blocks;
    private final double block; // m
    private long nextId = 1;
    private final StringBuilder ways = new StringBuilder();
    private final List<String> relations = new ArrayList<>();
    private int wayCount;

    private MapTown(Writer out, int blocks, double block, long seed) {
        this.out = out;
        this.blocks = blocks;
        this.block = block;
        random = new Random(seed);
    }

    public static void main(String[] words) throws IOException {
        Path file = Path.of(words[0]);
        try (Writer out = new BufferedWriter(new OutputStreamWriter(
                file.toString().endsWith(".gz")
                        ? new GZIPOutputStream(Files.newOutputStream(file))
                        : Files.newOutputStream(file),
                StandardCharsets.UTF_8))) {
            MapTown town = new MapTown(
                    out,
                    Integer.parseInt(words[1]),
                    words.length > 4 ? Double.parseDouble(words[4]) : 92,
                    Long.parseLong(words[3]));
            town.draw(Integer.parseInt(words[2]));
            System.out.println(file + ": " + (town.nextId - 1) + " elements, " + town.wayCount + " ways");
        }
    }

    private long node(double x, double y, String... tags) throws IOException {
        long id = nextId++;
        double lat = LAT + y / 111130.0;
        double lon = LON + x / (111320.0 * Math.cos(Math.toRadians(LAT)));
        out.write(String.format(Locale.ROOT, "<node id=\"%d\" lat=\"%.7f\" lon=\"%.7f\"", id, lat, lon));
        out.write(tags.length == 0 ? "/>\n" : ">" + tags(tags) + "</node>\n");
        return id;
    }

    private static String tags(String... tags) {
        StringBuilder text = new StringBuilder();
        for (int i = 0; i < tags.length; i += 2) {
            text.append("<tag k=\"")
                    .append(tags[i])
                    .append("\" v=\"")
                    .append(tags[i + 1])
                    .append("\"/>");
        }
        return text.toString();
    }

    private long way(List<Long> nodes, String... tags) {
        long id = nextId++;
        wayCount++;
        ways.append("<way id=\"").append(id).append("\">");
        nodes.forEach(n -> ways.append("<nd ref=\"").append(n).append("\"/>"));
        ways.append(tags(tags)).append("</way>\n");
        return id;
    }

    private double bent(double along, double across) {
        return 14 * Math.sin(along / 310 + across / 170) + 6 * Math.sin(along / 97 + across / 53);
    }

    private double x(int i, int j) {
        return (i - blocks / 2.0) * block + bent(j * block, i * 71.0);
    }

    private double y(int i, int j) {
        return (j - blocks / 2.0) * block + bent(i * block, j * 113.0);
    }

    private static boolean isAvenue(int line) {
        return line % 16 == 8;
    }

    private static boolean isMain(int line) {
        return line % 4 == 0;
    }

    private void draw(int buildings) throws IOException {
        out.write("<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<osm version=\"0.6\" generator=\"Ulicarro bench\">\n");
        long[][] corner = new long[blocks + 1][blocks + 1];
        long[][][] split = new long[blocks + 1][blocks + 1][];
        for (int i = 0; i <= blocks; i++) {
            for (int j = 0; j <= blocks; j++) {
                corner(i, j, corner, split);
            }
        }
        for (int line = 0; line <= blocks; line++) {
            street(line, true, corner, split);
            street(line, false, corner, split);
        }
        for (int line = 0; line <= blocks; line += 4) {
            if (!isAvenue(line)) {
                outwards(line, corner);
            }
        }
        for (int i = 1; i < blocks; i++) {
            for (int j = 1; j < blocks; j++) {
                if (corner[i][j] != 0 && !isMain(i) && !isMain(j) && random.nextInt(5) == 0) {
                    way( // a close of a few houses
                            List.of(corner[i][j], node(x(i, j) + 47, y(i, j) + 44)),
                            "highway",
                            "residential",
                            "name",
                            "Close " + i + "-" + j);
                }
            }
        }
        for (int b = 0; b < buildings; b++) {
            building();
        }
        out.write(ways.toString());
        for (String relation : relations) {
            out.write(relation);
        }
        out.write("</osm>\n");
    }

    /** An avenue's carriageways run 8 m off its axis, so that a crossing of two has four corners and one with a street two. */
    private void corner(int i, int j, long[][] corner, long[][][] split) throws IOException {
        boolean ns = isAvenue(i);
        boolean ew = isAvenue(j);
        boolean signal =
                ns || ew ? isMain(i) && isMain(j) || ns && ew : isMain(i) && isMain(j) && random.nextInt(2) == 0;
        String[] tags = signal ? new String[] {"highway", "traffic_signals"} : new String[0];
        double x = x(i, j);
        double y = y(i, j);
        if (ns || ew) {
            double dx = ns ? 8 : 0;
            double dy = ew ? 8 : 0;
            long sw = node(x - dx, y - dy, tags);
            long se = ns ? node(x + dx, y - dy, tags) : sw;
            long nw = ew ? node(x - dx, y + dy, tags) : sw;
            long ne = ns && ew ? node(x + dx, y + dy, tags) : ns ? se : nw;
            split[i][j] = new long[] {sw, se, nw, ne};
        } else {
            corner[i][j] = node(x, y, tags);
        }
    }

    private void street(int line, boolean northSouth, long[][] corner, long[][][] split) throws IOException {
        String name = (northSouth ? "Row " : "Quay ") + (line + 1);
        boolean avenue = isAvenue(line);
        String kind =
                avenue ? "primary" : isMain(line) ? "secondary" : random.nextInt(5) == 0 ? "tertiary" : "residential";
        boolean oneWay = kind.equals("residential") && random.nextInt(6) == 0;
        int from = 0;
        while (from < blocks) {
            int to = Math.min(blocks, from + 1 + random.nextInt(6));
            boolean gap = kind.equals("residential") && random.nextInt(9) == 0;
            if (!gap) {
                String[] common = tagsOf(kind, name, oneWay, avenue);
                if (avenue) {
                    way(nodes(line, from, to, northSouth, corner, split, 1), common);
                    List<Long> back = nodes(line, from, to, northSouth, corner, split, -1);
                    java.util.Collections.reverse(back);
                    way(back, common);
                } else {
                    way(nodes(line, from, to, northSouth, corner, split, 0), common);
                }
            }
            from = to;
        }
    }

    /** The main streets lead out of the town. */
    private void outwards(int line, long[][] corner) throws IOException {
        for (int end : new int[] {0, blocks}) {
            double off = end == 0 ? -350 : 350;
            if (corner[line][end] == 0 || corner[end][line] == 0) {
                continue; // an avenue ends there
            }
            way(
                    List.of(corner[line][end], node(x(line, end), y(line, end) + off)),
                    "highway",
                    "secondary",
                    "name",
                    "Row " + (line + 1),
                    "maxspeed",
                    "70");
            way(
                    List.of(corner[end][line], node(x(end, line) + off, y(end, line))),
                    "highway",
                    "secondary",
                    "name",
                    "Quay " + (line + 1),
                    "maxspeed",
                    "70");
        }
    }

    private String[] tagsOf(String kind, String name, boolean oneWay, boolean avenue) {
        List<String> tags = new ArrayList<>(List.of("highway", kind, "name", name));
        if (oneWay || avenue) {
            tags.addAll(List.of("oneway", "yes"));
        }
        if (avenue) {
            tags.addAll(List.of("lanes", "2", "maxspeed", "50"));
        } else if (kind.equals("secondary") && random.nextInt(3) == 0) {
            tags.addAll(List.of("lanes", "4", "maxspeed", "50"));
        } else if (random.nextInt(2) == 0) {
            tags.addAll(List.of("maxspeed", kind.equals("residential") ? "30" : "50"));
        }
        return tags.toArray(String[]::new);
    }

    private List<Long> nodes(
            int line, int from, int to, boolean northSouth, long[][] corner, long[][][] split, int side)
            throws IOException {
        List<Long> nodes = new ArrayList<>();
        for (int k = from; k <= to; k++) {
            int i = northSouth ? line : k;
            int j = northSouth ? k : line;
            if (k > from) { // a shape point half way
                double t = 0.35 + 0.3 * random.nextDouble();
                int pi = northSouth ? line : k - 1;
                int pj = northSouth ? k - 1 : line;
                double px = x(pi, pj) + t * (x(i, j) - x(pi, pj));
                double py = y(pi, pj) + t * (y(i, j) - y(pi, pj));
                double off = side * 8.0;
                nodes.add(node(
                        px + (northSouth ? off : 0) + random.nextGaussian(),
                        py - (northSouth ? 0 : off) + random.nextGaussian()));
            }
            long[] four = split[i][j];
            if (four == null) {
                nodes.add(corner[i][j]);
            } else if (side == 0) { // a street over an avenue passes both of its carriageways
                long first = four[0];
                long second = northSouth ? four[2] : four[1];
                nodes.add(first);
                if (second != first) {
                    nodes.add(second);
                }
            } else if (northSouth) {
                nodes.add(side > 0 ? four[1] : four[0]);
                long up = side > 0 ? four[3] : four[2];
                if (up != nodes.get(nodes.size() - 1)) {
                    nodes.add(up);
                }
            } else {
                nodes.add(side > 0 ? four[0] : four[2]);
                long right = side > 0 ? four[1] : four[3];
                if (right != nodes.get(nodes.size() - 1)) {
                    nodes.add(right);
                }
            }
        }
        return nodes;
    }

    private void building() throws IOException {
        double x = (random.nextDouble() - 0.5) * blocks * block;
        double y = (random.nextDouble() - 0.5) * blocks * block;
        List<Long> ring = new ArrayList<>();
        int corners = 4 + random.nextInt(4);
        for (int c = 0; c < corners; c++) {
            ring.add(node(x + 8 * Math.cos(2 * Math.PI * c / corners), y + 6 * Math.sin(2 * Math.PI * c / corners)));
        }
        ring.add(ring.get(0));
        way(ring, "building", "yes");
    }
}
