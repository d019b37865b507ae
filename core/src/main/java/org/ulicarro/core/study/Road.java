package org.ulicarro.core.study;

import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Dimension;

/**
 * A road between two places.
 *
 * @param name as on the street sign; the id where none is written
 * @param roadClass which drivers' behaviour applies
 * @param between the place it starts from and the place it leads to
 * @param via shape points of its axis in between
 * @param meetsAt where the axis ends, by place, when not at the place's own point
 * @param speed limit (m/s)
 * @param grade uphill in the direction of {@code ahead}, as a share
 * @param median width between the two directions (m)
 * @param closedTo types that may not use it
 * @param only the only types that may use it; empty for all
 * @param level 0 on the ground; roads of different levels cross without meeting
 * @param ahead lanes from the first place to the second, null for none
 * @param back lanes from the second place to the first, null for none
 */
public record Road(
        @About("As on the street sign.") String name,

        @Usual("urban") @Key("class") @About("Which drivers' behaviour applies.")
        RoadClass roadClass,

        @Required @Items(2) @About("The place it starts from and the place it leads to.")
        List<String> between,

        @About("Shape points of its axis, from the first place to the second.")
        List<Point> via,

        @Key("meets-at") @About("Where the axis ends, by place, when not at the place's own point: {gate: [4, 0]}.")
        Map<String, Point> meetsAt,

        @Required @Unit(Dimension.SPEED) @About("Speed limit.")
        double speed,

        @Usual("0 %") @Unit(Dimension.SHARE) @About("Uphill from the first place to the second; negative is downhill.")
        double grade,

        @Usual("0 m") @Unit(Dimension.LENGTH) @About("Width of the median between the two directions.")
        double median,

        @Usual("0")
        @About("0 on the ground, 1 for a road that passes over others without meeting them, -1 for one below.")
        int level,

        @Key("closed-to") @About("Types of vehicle that may not use it: [truck].")
        List<VehicleType> closedTo,

        @About("The only types of vehicle that may use it: [bus].")
        List<VehicleType> only,

        @About("Lanes from the first place to the second.") Direction ahead,

        @About("Lanes from the second place to the first; leave it out for a one-way road.")
        Direction back) {

    public Road {
        between = between == null ? List.of() : List.copyOf(between);
        via = via == null ? List.of() : List.copyOf(via);
        meetsAt = InOrder.map(meetsAt);
        closedTo = closedTo == null ? List.of() : List.copyOf(closedTo);
        only = only == null ? List.of() : List.copyOf(only);
    }

    /** A straight urban road with lanes and nothing else. */
    public static Road of(String from, String to, double speed, Direction ahead, Direction back) {
        return new Road(null, RoadClass.URBAN, List.of(from, to), null, null, speed, 0, 0, 0, null, null, ahead, back);
    }

    public String from() {
        return between.get(0);
    }

    public String to() {
        return between.get(1);
    }

    public Direction direction(boolean isAhead) {
        return isAhead ? ahead : back;
    }

    /** The same with other lanes. */
    public Road withLanes(Direction otherAhead, Direction otherBack) {
        return new Road(
                name,
                roadClass,
                between,
                via,
                meetsAt,
                speed,
                grade,
                median,
                level,
                closedTo,
                only,
                otherAhead,
                otherBack);
    }

    /** The same along another axis. */
    public Road withAxis(List<Point> otherVia, Map<String, Point> otherEnds) {
        return new Road(
                name, roadClass, between, otherVia, otherEnds, speed, grade, median, level, closedTo, only, ahead,
                back);
    }
}
