package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.study.Arrows;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.Study.DriveOn;
import org.ulicarro.core.study.Turn;

/**
 * The side of the road people drive on. Networks are compiled for driving on the right; one for driving on the left goes in and
 * comes out through a mirror, x turned to −x, so that the two are alike to the last digit.
 */
enum Hand {
    RIGHT,
    LEFT;

    static Hand of(DriveOn side) {
        return side == DriveOn.LEFT ? LEFT : RIGHT;
    }

    private boolean isMirror() {
        return this == LEFT;
    }

    /** Places and roads as the compiler wants them. */
    NetworkInput in(NetworkInput input) {
        if (!isMirror()) {
            return input;
        }
        Map<String, Place> places = new LinkedHashMap<>();
        input.places().forEach((id, place) -> places.put(id, place.movedTo(in(place.at()))));
        Map<String, Road> roads = new LinkedHashMap<>();
        input.roads().forEach((id, road) -> roads.put(id, in(road)));
        return input.with(places, roads);
    }

    private static Point in(Point point) {
        return new Point(-point.x(), point.y());
    }

    private static Road in(Road road) {
        Map<String, Point> ends = new LinkedHashMap<>();
        road.meetsAt().forEach((place, point) -> ends.put(place, in(point)));
        Road turned = road.withAxis(road.via().stream().map(Hand::in).toList(), ends);
        return turned.withLanes(in(road.ahead()), in(road.back()));
    }

    private static Direction in(Direction d) {
        if (d == null) {
            return null;
        }
        Map<String, Double> widths = new LinkedHashMap<>();
        d.widths()
                .forEach((lane, width) -> widths.put(String.valueOf(d.allLanes() + 1 - Integer.parseInt(lane)), width));
        List<Arrows> turns = new ArrayList<>(d.turns().stream().map(Hand::swap).toList());
        Collections.reverse(turns);
        return new Direction(
                d.lanes(),
                d.width(),
                widths,
                swap(d.bays()),
                swap(d.ends()),
                turns,
                swap(d.joins()),
                swap(d.leaves()),
                d.laneUse(),
                d.noChanging(),
                d.speedZones());
    }

    private static Direction.Bays swap(Direction.Bays bays) {
        return new Direction.Bays(bays.right(), bays.left());
    }

    private static Direction.Ramp swap(Direction.Ramp ramp) {
        return ramp == null ? null : new Direction.Ramp(ramp.side().other(), ramp.parallel(), ramp.taper());
    }

    private static Arrows swap(Arrows arrows) {
        return new Arrows(arrows.uturn(), arrows.right(), arrows.through(), arrows.left());
    }

    /** A turn as the study calls it from one as the compiler calls it, and the other way. */
    Turn turn(Turn turn) {
        if (!isMirror()) {
            return turn;
        }
        return switch (turn) {
            case LEFT -> Turn.RIGHT;
            case RIGHT -> Turn.LEFT;
            case THROUGH, UTURN -> turn;
        };
    }

    Arrows arrows(Arrows arrows) {
        return isMirror() && arrows != null ? swap(arrows) : arrows;
    }

    Pose out(Pose pose) {
        return isMirror() ? new Pose(-pose.x(), pose.y(), -pose.dx(), pose.dy()) : pose;
    }

    Polyline out(Polyline line) {
        return isMirror() ? line.mirrored() : line;
    }

    /** From a place counted from the inside, 0 first, to a number from the left, 1 first. */
    int number(int fromInside, int lanes) {
        return isMirror() ? lanes - fromInside : fromInside + 1;
    }

    /** From a number from the left, 1 first, to a place counted from the inside, 0 first. */
    int fromInside(int number, int lanes) {
        return isMirror() ? lanes - number : number - 1;
    }
}
