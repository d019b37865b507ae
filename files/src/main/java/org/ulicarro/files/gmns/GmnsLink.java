package org.ulicarro.files.gmns;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.ulicarro.core.study.Arrows;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.VehicleType;

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
    final Set<Integer> busLanes = new TreeSet<>();
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

    /** Its lanes as a study has a direction of a road. */
    Direction direction() {
        int all = lanes + left.size() + right.size();
        boolean marked = arrows.size() == all && arrows.keySet().stream().allMatch(l -> l >= 1 && l <= all);
        List<Arrows> turns = new ArrayList<>();
        for (Set<Character> letters : marked ? arrows.values() : List.<Set<Character>>of()) {
            turns.add(new Arrows(
                    letters.contains('U'), letters.contains('L'), letters.contains('T'), letters.contains('R')));
        }
        Map<String, Direction.LaneUse> uses = new LinkedHashMap<>();
        busLanes.forEach(lane -> uses.put(
                String.valueOf(lane + left.size()), new Direction.LaneUse(List.of(VehicleType.BUS), null, null, null)));
        return new Direction(
                lanes,
                width > 0
                        ? rounded(Math.max(2, Math.min(6, width)))
                        : Direction.of(lanes).width(),
                null,
                new Direction.Bays(bays(left), bays(right)),
                null,
                turns,
                null,
                null,
                uses,
                null,
                null);
    }

    private static List<Direction.Bay> bays(List<Double> lengths) {
        return lengths.stream()
                .map(l -> new Direction.Bay(rounded(Math.max(5, l)), 15))
                .toList();
    }

    /** To thousandths. */
    static double rounded(double value) {
        return BigDecimal.valueOf(value).setScale(3, RoundingMode.HALF_UP).doubleValue();
    }
}
