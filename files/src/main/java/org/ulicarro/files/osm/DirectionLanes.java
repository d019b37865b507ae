package org.ulicarro.files.osm;

import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.study.Arrows;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.files.osm.RoadGraph.Edge;
import org.ulicarro.files.osm.RoadGraph.Section;

/** The lanes of one direction of a road as a study has them: those of most of its length, bays where it has more before its end, arrows. */
final class DirectionLanes {

    private static final int MOST_ON_RING = 3; // lanes
    private static final double TAPER = 15; // m
    private static final double LEAST_BAY = 12; // m of full width
    private static final double MOST_OF_IT = 0.5; // a bay longer than this share of the road is a lane of the road
    private static final double LONG_BAY = 40; // m, of a bay that a slip lane is given

    private final List<WayRoad> sections = new ArrayList<>(); // as its drivers see them
    private final List<Double> lengths = new ArrayList<>();
    private final double length;
    private final boolean driveRight;
    private final Set<String> dropped; // what mending took off
    int lanes;
    int left; // bays
    int right;
    double bay; // m of full width
    List<String> arrows = new ArrayList<>();
    List<Integer> buses = List.of();

    /**
     *
     * @param dropped {@code arrows}, {@code bays}; {@code lanes 1} for no more than that
     * @param slip whether a slip lane needs a bay on the kerb side
     */
    DirectionLanes(Edge edge, boolean ahead, boolean driveRight, Set<String> dropped, boolean slip, Losses losses) {
        this.driveRight = driveRight;
        this.dropped = dropped;
        List<Section> all = new ArrayList<>(edge.sections);
        if (!ahead) {
            Collections.reverse(all);
        }
        for (Section s : all) {
            sections.add(ahead ? s.road() : s.road().turned());
            lengths.add(s.length());
        }
        length = edge.length();
        WayRoad last = sections.get(sections.size() - 1);
        int longest = 0;
        for (int i = 1; i < sections.size(); i++) {
            longest = lengths.get(i) > lengths.get(longest) ? i : longest;
        }
        lanes = sections.get(longest).ahead();
        buses = sections.get(longest).busAhead();
        arrows.addAll(last.turnsAhead());
        if (last.ahead() > lanes) {
            widen(last, losses);
        } else if (last.ahead() < lanes) {
            arrows.clear();
            losses.add(Loss.LANE_GOES_ON, "way " + last.way());
        }
        if (slip) {
            slipBay();
        }
        for (int most = 1; most <= MOST_ON_RING; most++) {
            if (dropped.contains("lanes " + most) && lanes + left + right > most) {
                lanes = Math.min(lanes, most);
                left = 0;
                right = 0;
                arrows.clear();
            }
        }
        if (dropped.contains("arrows") || arrows.size() != lanes + left + right) {
            arrows.clear();
        }
        fill();
    }

    private void widen(WayRoad last, Losses losses) {
        double tail = 0;
        for (int i = sections.size() - 1; i >= 0 && sections.get(i).ahead() > lanes; i--) {
            tail += lengths.get(i);
        }
        int extra = last.ahead() - lanes;
        boolean fits = tail < MOST_OF_IT * length && length - tail > 2 * TAPER;
        if (dropped.contains("bays")) {
            arrows.clear();
        } else if (!fits) {
            lanes = last.ahead();
            buses = last.busAhead();
        } else {
            bay = Math.rint(Math.max(LEAST_BAY, tail - TAPER));
            left = leftBays(extra);
            right = extra - left;
            if (arrows.isEmpty()) {
                losses.add(Loss.BAY_SIDE, "way " + last.way());
            }
        }
    }

    private int leftBays(int extra) {
        if (arrows.isEmpty()) {
            return driveRight ? extra : 0;
        }
        int toLeft = 0;
        while (toLeft < arrows.size()
                && !arrows.get(toLeft).isEmpty()
                && arrows.get(toLeft).matches("[UL]+")) {
            toLeft++;
        }
        int toRight = 0;
        while (toRight < arrows.size()
                && arrows.get(arrows.size() - 1 - toRight).equals("R")) {
            toRight++;
        }
        int least = Math.max(0, extra - toRight);
        return Math.max(least, Math.min(extra, toLeft));
    }

    /** The lane of a slip lane: the outer one if only that turn is on it, else a bay. */
    private void slipBay() {
        String turn = driveRight ? "R" : "L";
        if (dropped.contains("bays")) {
            return;
        }
        if (!arrows.isEmpty() && arrows.get(driveRight ? arrows.size() - 1 : 0).equals(turn)) {
            return;
        }
        if ((driveRight ? right : left) == 0) {
            bay = bay > 0 ? bay : Math.min(LONG_BAY, Math.max(LEAST_BAY, Math.rint(length / 3)));
            if (driveRight) {
                right = 1;
            } else {
                left = 1;
            }
            arrows.clear();
        }
    }

    /** Lanes without an arrow among others that have one: straight on, and the outer ones also to their side where no other goes there. */
    private void fill() {
        for (int i = 0; i < arrows.size(); i++) {
            if (arrows.get(i).isEmpty()) {
                boolean noLeft = arrows.stream().noneMatch(a -> a.contains("L"));
                boolean noRight = arrows.stream().noneMatch(a -> a.contains("R"));
                arrows.set(i, (i == 0 && noLeft ? "L" : "") + "T" + (i == arrows.size() - 1 && noRight ? "R" : ""));
            }
        }
    }

    /** As a study has it. */
    Direction direction(Direction.Ramp joins, Direction.Ramp leaves) {
        Map<String, Direction.LaneUse> uses = new LinkedHashMap<>();
        for (int lane : buses) {
            if (lane <= lanes && lanes > buses.size()) {
                uses.put(
                        String.valueOf(lane + left), new Direction.LaneUse(List.of(VehicleType.BUS), null, null, null));
                break;
            }
        }
        Direction.Bay one = new Direction.Bay(bay, TAPER);
        Direction plain = Direction.of(lanes);
        return new Direction(
                lanes,
                plain.width(),
                null,
                new Direction.Bays(Collections.nCopies(left, one), Collections.nCopies(right, one)),
                null,
                arrows.stream().map(Arrows::parse).toList(),
                joins,
                leaves,
                uses,
                null,
                null);
    }
}
