package org.ulicarro.core.network;

import org.ulicarro.core.study.Arrows;

/**
 * A lane of a link, or a turning path, which vehicles use alike.
 *
 * @param index number in the network; the lanes of a link follow each other from the middle of the road to the kerb
 * @param link index of its link, or -1 on a turning path
 * @param number place in its link from the left, 1 first; 0 on a turning path
 * @param start first position at which a vehicle may be on it (m): above 0 for a bay
 * @param end last position (m): the stop line's, where it ends on the way, or the path's length
 * @param ends whether it ends on the way, with no path that leads on
 * @param taper length over which it opens or closes (m), half of it inside its ends; 0 for a lane of the whole road
 * @param speed highest speed on it: the limit, or what a path's curve allows (m/s)
 * @param width metres
 * @param arrows what is painted on it; null where nothing is
 * @param line its axis; measured along the line, position {@code start} is 0 and {@code end} is its length, about
 */
public record Lane(
        int index,
        int link,
        int number,
        double start,
        double end,
        boolean ends,
        double taper,
        double speed,
        double width,
        Arrows arrows,
        Polyline line) {

    /** The same, ending on the way. */
    Lane thatEnds() {
        return new Lane(index, link, number, start, end, true, taper, speed, width, null, line);
    }

    /** The same with other arrows. */
    Lane painted(Arrows other) {
        return new Lane(index, link, number, start, end, ends, taper, speed, width, other, line);
    }

    /** The same as driving on the left sees it. */
    Lane mirrored(Hand hand) {
        return new Lane(
                index, link, number, start, end, ends, taper, speed, width, hand.arrows(arrows), hand.out(line));
    }

    public boolean isPath() {
        return link < 0;
    }

    /** The inside of a lay-by, which only those who stop there use; its number is 0. */
    public boolean isLayby() {
        return link >= 0 && number == 0;
    }

    /** A bay: it begins somewhere along its link. */
    public boolean isBay() {
        return start > 0;
    }

    /** The place on the plan of a position on this lane. */
    public Pose at(double position) {
        return line.at((position - start) / (end - start) * line.length());
    }
}
