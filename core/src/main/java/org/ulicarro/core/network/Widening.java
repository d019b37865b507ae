package org.ulicarro.core.network;

import java.util.List;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.Direction.Bay;

/**
 * How far the through lanes of a direction move sideways where short lanes open or close on the left, its own or those of the other direction:
 * the road widens about its axis by what its median does not give.
 *
 * @param lanes the direction
 * @param opposite the other one; null where there is none
 * @param median width between them (m)
 */
record Widening(Direction lanes, Direction opposite, double median) {

    /** What is left of a median beside a bay (m). */
    private static final double LEAST_DIVIDER = 1.2;

    /** Metres at a station of a direction that is so long. */
    double at(double station, double length) {
        double toEnd = length - station;
        double most = Math.max(
                of(lanes, lanes.bays()) * opening(lanes.bays().left(), toEnd),
                of(lanes, lanes.ends()) * opening(lanes.ends().left(), station));
        if (opposite == null) {
            return most;
        }
        double theirs = Math.max(
                of(opposite, opposite.bays()) * opening(opposite.bays().left(), station),
                of(opposite, opposite.ends()) * opening(opposite.ends().left(), toEnd));
        return Math.max(most, theirs);
    }

    /** At the stop line (m). */
    double atEnd() {
        double own = of(lanes, lanes.bays());
        return opposite == null ? own : Math.max(own, of(opposite, opposite.ends()));
    }

    /** Where the direction begins (m). */
    double atStart() {
        double own = of(lanes, lanes.ends());
        return opposite == null ? own : Math.max(own, of(opposite, opposite.bays()));
    }

    /** Half of what left lanes need beyond the median. */
    private double of(Direction direction, Direction.Bays bays) {
        double needed = leftOf(direction, bays);
        double found = opposite == null ? 0 : Math.max(0, median - LEAST_DIVIDER);
        return Math.max(0, needed - found) / 2;
    }

    /** Width of short lanes on the left (m): those of a side either begin or end on the way, so that they are all of one kind. */
    static double leftOf(Direction direction, Direction.Bays shorts) {
        double sum = 0;
        for (int lane = 0; lane < shorts.left().size(); lane++) {
            sum += Carriageway.width(direction, lane);
        }
        return sum;
    }

    /** How far lanes have opened at a distance from where they have their full width: 0 not at all, 1 fully. */
    private static double opening(List<Bay> bays, double distance) {
        double opened = 0;
        for (Bay bay : bays) {
            opened = Math.max(opened, Carriageway.step((bay.fullWidth() + bay.taper() - distance) / bay.taper()));
        }
        return opened;
    }
}
