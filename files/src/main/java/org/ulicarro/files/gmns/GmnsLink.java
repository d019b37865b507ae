package org.ulicarro.files.gmns;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** A directed link of the tables, while it is gathered from them. */
final class GmnsLink {

    private static final double SAME = 1.0; // m, of shape points of two directions of one road

    String id;
    String name;
    String from;
    String to;
    List<double[]> shape; // with both ends
    double speed;
    double grade;
    int lanes;
    boolean motorway;
    double median;
    double width;
    final List<Double> left = new ArrayList<>(); // lengths of bays, from the through lanes outwards
    final List<Double> right = new ArrayList<>();
    final Map<Integer, String> busLanes = new TreeMap<>();
    String road; // id of its road
    boolean ahead;
    final Map<Integer, Set<Character>> arrows = new TreeMap<>(); // lane from the left, bays included -> letters

    /** Whether two links are the directions of one road: over the same points, the one against the other. */
    static boolean areOneLine(GmnsLink a, GmnsLink b) {
        if (a.shape.size() != b.shape.size()) {
            return a.shape.size() == 2 || b.shape.size() == 2;
        }
        for (int i = 0; i < a.shape.size(); i++) {
            double[] p = a.shape.get(i);
            double[] q = b.shape.get(b.shape.size() - 1 - i);
            if (Math.hypot(p[0] - q[0], p[1] - q[1]) > SAME) {
                return false;
            }
        }
        return true;
    }

    /** Its lanes as a study writes a direction of a road. */
    String direction() {
        List<String> parts = new ArrayList<>(List.of("lanes: " + lanes));
        if (width > 0) {
            parts.add("width: " + plain(Math.max(2, Math.min(6, width))) + " m");
        }
        if (!left.isEmpty() || !right.isEmpty()) {
            List<String> sides = new ArrayList<>();
            if (!left.isEmpty()) {
                sides.add("left: [" + bays(left) + "]");
            }
            if (!right.isEmpty()) {
                sides.add("right: [" + bays(right) + "]");
            }
            parts.add("bays: {" + String.join(", ", sides) + "}");
        }
        int all = lanes + left.size() + right.size();
        boolean marked = arrows.size() == all && arrows.keySet().stream().allMatch(l -> l >= 1 && l <= all);
        if (marked) {
            parts.add("turns: ["
                    + arrows.values().stream()
                            .map(letters -> "ULTR"
                                    .chars()
                                    .filter(c -> letters.contains((char) c))
                                    .mapToObj(c -> String.valueOf((char) c))
                                    .collect(Collectors.joining()))
                            .collect(Collectors.joining(", "))
                    + "]");
        }
        if (!busLanes.isEmpty()) {
            parts.add("lane-use: {"
                    + busLanes.keySet().stream()
                            .map(l -> l + left.size() + ": {only: [bus]}")
                            .collect(Collectors.joining(", "))
                    + "}");
        }
        return "{" + String.join(", ", parts) + "}";
    }

    private static String bays(List<Double> lengths) {
        return lengths.stream()
                .map(l -> String.format(Locale.ROOT, "{full-width: %s m, taper: 15 m}", plain(Math.max(5, l))))
                .collect(Collectors.joining(", "));
    }

    static String plain(double value) {
        return BigDecimal.valueOf(value)
                .setScale(3, RoundingMode.HALF_UP)
                .stripTrailingZeros()
                .toPlainString();
    }
}
