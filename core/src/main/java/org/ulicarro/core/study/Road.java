package org.ulicarro.core.study;

import java.util.List;
import org.ulicarro.core.base.Dimension;

/**
 * A road between two places.
 *
 * @param name as on the street sign; the id where none is written
 * @param roadClass which drivers' behaviour applies
 * @param between the place it starts from and the place it leads to
 * @param via shape points of its axis in between
 * @param speed limit (m/s)
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

        @Required @Unit(Dimension.SPEED) @About("Speed limit.")
        double speed,

        @About("Lanes from the first place to the second.") Direction ahead,

        @About("Lanes from the second place to the first; leave it out for a one-way road.")
        Direction back) {

    public Road {
        between = between == null ? List.of() : List.copyOf(between);
        via = via == null ? List.of() : List.copyOf(via);
    }

    public String from() {
        return between.get(0);
    }

    public String to() {
        return between.get(1);
    }
}
