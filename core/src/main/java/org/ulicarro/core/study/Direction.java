package org.ulicarro.core.study;

import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Dimension;

/**
 * One direction of a road.
 *
 * @param lanes lanes that run its whole length
 * @param width of each lane (m)
 * @param widths of single lanes (m), by number from the left
 * @param bays lanes that begin only ahead of the junction
 * @param ends lanes that begin at the junction behind and end on the way
 * @param turns arrows, lane by lane from the left, bays included; empty where the usual ones are meant
 * @param joins how a ramp joins the road at its end; null where it ends at a junction
 * @param leaves how a ramp leaves the road at its start
 * @param laneUse who may use single lanes, by number from the left
 * @param noChanging stretches with an unbroken line
 * @param speedZones stretches with another limit
 */
public record Direction(
        @Required @About("Lanes over the whole length, bays not included.")
        int lanes,

        @Usual("3.25 m") @Unit(Dimension.LENGTH) @About("Width of each lane.")
        double width,

        @KeyForm(KeyForm.LANE)
        @Unit(Dimension.LENGTH)
        @About("Widths of single lanes, by number from the left: {3: 1.8 m}.")
        Map<String, Double> widths,

        @About("Lanes that begin only ahead of the junction.")
        Bays bays,

        @About("Lanes that begin at the junction behind and end on the way: a lane drop.")
        Bays ends,

        @About("Arrows lane by lane from the left, bays included: [L, T, TR].")
        List<Arrows> turns,

        @About("How a ramp joins the road at its end: {side: right, parallel: 220 m, taper: 60 m}.")
        Ramp joins,

        @About("How a ramp leaves the road at its start: {side: right, parallel: 150 m, taper: 60 m}.")
        Ramp leaves,

        @Key("lane-use")
        @KeyForm(KeyForm.LANE)
        @About("Who may use single lanes, by number from the left: {3: {only: [bus]}}.")
        Map<String, LaneUse> laneUse,

        @Key("no-changing") @About("Stretches with an unbroken line between lanes.")
        List<NoChanging> noChanging,

        @Key("speed-zones") @About("Stretches with another limit.")
        List<SpeedZone> speedZones) {

    public Direction {
        widths = InOrder.map(widths);
        bays = bays == null ? new Bays(null, null) : bays;
        ends = ends == null ? new Bays(null, null) : ends;
        turns = turns == null ? List.of() : List.copyOf(turns);
        laneUse = InOrder.map(laneUse);
        noChanging = noChanging == null ? List.of() : List.copyOf(noChanging);
        speedZones = speedZones == null ? List.of() : List.copyOf(speedZones);
    }

    /** Lanes of the usual width over the whole length. */
    public static Direction of(int lanes) {
        return new Direction(lanes, 3.25, null, null, null, null, null, null, null, null, null);
    }

    public Direction withBays(Bays other) {
        return new Direction(lanes, width, widths, other, ends, turns, joins, leaves, laneUse, noChanging, speedZones);
    }

    public Direction withEnds(Bays other) {
        return new Direction(lanes, width, widths, bays, other, turns, joins, leaves, laneUse, noChanging, speedZones);
    }

    public Direction withTurns(List<Arrows> other) {
        return new Direction(lanes, width, widths, bays, ends, other, joins, leaves, laneUse, noChanging, speedZones);
    }

    /** Lanes at the downstream end, bays included. */
    public int lanesAtEnd() {
        return lanes + bays.left().size() + bays.right().size();
    }

    /** All lanes, those that end on the way included. */
    public int allLanes() {
        return lanesAtEnd() + ends.left().size() + ends.right().size();
    }

    /**
     * Short lanes, one entry for each, the one beside the through lanes first.
     *
     * @param left on the left of the through lanes
     * @param right on the right of them
     */
    public record Bays(
            @About("On the left, one entry for each lane, the one beside the through lanes first.")
            List<Bay> left,

            @About("On the right, one entry for each lane, the one beside the through lanes first.")
            List<Bay> right) {

        public Bays {
            left = left == null ? List.of() : List.copyOf(left);
            right = right == null ? List.of() : List.copyOf(right);
        }
    }

    /**
     * A short lane.
     *
     * @param fullWidth length over which it has its full width (m): up to the stop line, or from the junction behind
     * @param taper length over which it opens or closes (m)
     */
    public record Bay(
            @Required @Unit(Dimension.LENGTH) @About("Length at full width.")
            double fullWidth,

            @Usual("20 m") @Unit(Dimension.LENGTH) @About("Length over which it opens or closes.")
            double taper) {}

    /**
     * An acceleration or deceleration lane.
     *
     * @param side of the main road on which it lies
     * @param parallel length beside the main road at full width, from or to the painted nose (m)
     * @param taper length over which it closes or opens (m)
     */
    public record Ramp(
            @Usual("right") @About("The side of the main road: right or left.")
            Side side,

            @Required
            @Unit(Dimension.LENGTH)
            @About("Length beside the main road at full width, from the painted nose.")
            double parallel,

            @Usual("60 m") @Unit(Dimension.LENGTH) @About("Length over which it closes or opens.")
            double taper) {}

    public enum Side {
        LEFT,
        RIGHT;

        public Side other() {
            return this == LEFT ? RIGHT : LEFT;
        }
    }

    /**
     * Who may use a lane.
     *
     * @param only types that may use it
     * @param from time of day it begins to hold (s since midnight), or null for the whole day
     * @param to time of day it ends to hold (s since midnight), or null
     * @param turnIn how far before the stop line others may move in to turn (m), or null
     */
    public record LaneUse(
            @Required @About("Types of vehicle that may use it: [bus].")
            List<VehicleType> only,

            @DayTime @About("From when it holds; the whole day where none is written.")
            Double from,

            @DayTime @About("Until when it holds.") Double to,

            @Key("turn-in") @Unit(Dimension.LENGTH) @About("How far before the stop line others may move in to turn.")
            Double turnIn) {

        public LaneUse {
            only = only == null ? List.of() : List.copyOf(only);
        }
    }

    /**
     * A stretch that nobody may change lanes on.
     *
     * @param rightOf the lane on the left of the line; null for all lines
     * @param beforeEnd where it ends, from the stop line back (m)
     * @param length of the stretch (m)
     */
    public record NoChanging(
            @Key("right-of") @About("The lane on the left of the unbroken line; all lines where none is written.")
            Integer rightOf,

            @Key("before-end") @Usual("0 m") @Unit(Dimension.LENGTH) @About("From the stretch's end to the stop line.")
            double beforeEnd,

            @Required @Unit(Dimension.LENGTH) @About("Length of the stretch.")
            double length) {}

    /**
     * A stretch with another limit.
     *
     * @param at where it begins, from the start of the link (m)
     * @param length of the stretch (m)
     * @param speed limit (m/s)
     */
    public record SpeedZone(
            @Required @Unit(Dimension.LENGTH) @About("From the start of the road to where it begins.")
            double at,

            @Required @Unit(Dimension.LENGTH) @About("Length of the stretch.")
            double length,

            @Required @Unit(Dimension.SPEED) @About("Limit on it.")
            double speed) {}
}
