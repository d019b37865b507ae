package org.ulicarro.files.gmns;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.ulicarro.core.study.Arrows;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.VehicleType;

/** A directed link of the tables, while it is gathered from them. */
final class GmnsLink {

    /** The length over which a bay opens where nothing says it (m). */
    static final double TAPER = 15;

    private static final double SAME = 1.0; // m, of shape points of two directions of one road

    /** A stretch with an unbroken line on the right of a lane, before the link's end (m). */
    record Line(int lane, double beforeEnd, double length) {}

    String id;
    String name;
    String from;
    String to;
    List<double[]> shape; // with both ends
    double speed;
    double grade;
    int lanes;
    String facility = "";
    double median;
    int level;
    Set<VehicleType> allowed = Set.of(); // empty where all are
    String approach; // its name on the count sheet, or null
    Double setback; // of its line (m), or null
    Direction.Ramp joins;
    Direction.Ramp leaves;
    String ringArrows;
    final Map<Integer, Double> widths = new TreeMap<>(); // by number as the tables count
    final Map<Integer, List<VehicleType>> uses = new TreeMap<>();
    final Map<Integer, Direction.Bay> left = new TreeMap<>(); // bays, by number as the tables count
    final Map<Integer, Direction.Bay> right = new TreeMap<>();
    final Map<Integer, Direction.Bay> leftEnds = new TreeMap<>(); // lanes that end on the way
    final Map<Integer, Direction.Bay> rightEnds = new TreeMap<>();
    final List<Direction.SpeedZone> zones = new ArrayList<>();
    final List<Line> lines = new ArrayList<>();
    String road; // id of its road
    boolean ahead;
    final Map<Integer, Set<Character>> arrows = new TreeMap<>(); // lane from the left, bays included -> letters

    double length() {
        double length = 0;
        for (int i = 1; i < shape.size(); i++) {
            length += StrictMath.hypot(shape.get(i)[0] - shape.get(i - 1)[0], shape.get(i)[1] - shape.get(i - 1)[1]);
        }
        return length;
    }

    boolean motorway() {
        return facility.contains("motorway") || facility.contains("freeway") || facility.contains("interstate");
    }

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

    /** A lane from the left, 1 first, as a study counts, of its number in the tables. */
    int fromLeft(int number) {
        int before = left.size() + leftEnds.size();
        return number < 0 ? before + number + 1 : before + number;
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
        if (ringArrows != null) {
            turns.clear();
            for (String word : ringArrows.trim().split("\\s+")) {
                turns.add(Arrows.parse(word));
            }
        }
        Map<String, Direction.LaneUse> laneUse = new LinkedHashMap<>();
        uses.forEach((lane, types) ->
                laneUse.put(String.valueOf(fromLeft(lane)), new Direction.LaneUse(types, null, null, null)));
        double usual = widths.containsKey(1)
                ? width(widths.get(1))
                : Direction.of(lanes).width();
        Map<String, Double> others = new LinkedHashMap<>();
        widths.forEach((lane, width) -> {
            if (Math.abs(width(width) - usual) > 1e-6) {
                others.put(String.valueOf(fromLeft(lane)), width(width));
            }
        });
        List<Direction.NoChanging> noChanging = lines.stream()
                .map(l -> new Direction.NoChanging(fromLeft(l.lane()), rounded(l.beforeEnd()), rounded(l.length())))
                .toList();
        return new Direction(
                lanes,
                usual,
                others,
                new Direction.Bays(GmnsLanes.inOrder(left), GmnsLanes.inOrder(right)),
                new Direction.Bays(GmnsLanes.inOrder(leftEnds), GmnsLanes.inOrder(rightEnds)),
                turns,
                joins,
                leaves,
                laneUse,
                noChanging,
                zones);
    }

    private static double width(double metres) {
        return rounded(Math.max(0.8, Math.min(6, metres)));
    }

    /** To hundredths of a millimetre: feet and miles come back as they were. */
    static double rounded(double value) {
        return BigDecimal.valueOf(value).setScale(5, RoundingMode.HALF_UP).doubleValue();
    }
}
