package org.ulicarro.core.timing;

import java.util.List;
import java.util.Optional;

/**
 * What people on foot leave of the saturation flow of lanes whose vehicles turn over a crossing that has green at the same time.
 *
 * <p>Source: Highway Capacity Manual 2000, exhibit 16-7 and chapter 16, appendix D, without bicycles. People are taken to have green as
 * long as the vehicles that turn.
 *
 * @param turns those who meet people, each with what it meets
 */
record PeopleInTheWay(List<Turning> turns) {

    static final PeopleInTheWay NONE = new PeopleInTheWay(List.of());

    /**
     * A turn over a crossing.
     *
     * @param share of the vehicles of its lane group
     * @param people over the crossing, both ways (persons/h)
     * @param roomBeside whether its paths lead into more lanes than those from which it comes, so that some pass beside those who wait
     * @param inGaps whether it goes in gaps of oncoming traffic, too
     */
    record Turning(double share, double people, boolean roomBeside, boolean inGaps) {

        /** What people leave to these alone, before greens are known; those in gaps wait for oncoming vehicles in the first place. */
        double alone() {
            return inGaps ? 1 : 1 - lost(occupied(people / USUAL_GREEN));
        }

        /** Share of the green that they lose where people are in the way for another share. */
        private double lost(double occupied) {
            return (roomBeside ? WITH_ROOM : 1) * occupied;
        }
    }

    /** Green of a turn as a share of the cycle, where lanes are told apart before greens are known. */
    private static final double USUAL_GREEN = 0.4;

    /** Most people in an hour of green that the method holds for. */
    private static final double MOST = 5000;

    /** Of the time in which people are on the crossing, vehicles that can go around those who wait lose this. */
    private static final double WITH_ROOM = 0.6;

    /** An oncoming vehicle keeps a turn in gaps away from the crossing for so long anyway (s). */
    private static final double ONCOMING = 5;

    boolean isEmpty() {
        return turns.isEmpty();
    }

    /**
     * Share of the saturation flow that is left.
     *
     * @param gaps what turns in gaps of this group meet
     */
    double share(double green, double cycle, Optional<TurnsInGaps> gaps) {
        double factor = 1;
        for (Turning turn : turns) {
            double occupied = occupied(turn.people * cycle / green);
            if (turn.inGaps && gaps.isPresent()) {
                double queue = gaps.get().queueTime(green, cycle);
                occupied = queue >= green
                        ? 0
                        : occupied
                                * (1 - 0.5 * queue / green)
                                * StrictMath.exp(-ONCOMING / 3600 * gaps.get().opposing());
            }
            factor *= 1 - turn.share * turn.lost(occupied);
        }
        return factor;
    }

    /** Share of the green in which people are where vehicles want to turn, by how many come in an hour of it. */
    private static double occupied(double peopleOfGreen) {
        double flow = Math.min(MOST, peopleOfGreen);
        return flow <= 1000 ? flow / 2000 : 0.4 + flow / 10_000;
    }
}
