package org.ulicarro.core.network;

/**
 * Intergreens from distances: how long after the end of one movement's green another one may begin.
 *
 * <p>Source: FGSV, <i>Richtlinien für Lichtsignalanlagen</i> (RiLSA), 2015, section 2.5: crossing time + clearing time − entering
 * time, with 3 s of crossing time for traffic straight on and 2 s for turning traffic, vehicles of 6 m that clear at 10 m/s and
 * 7 m/s, and others that enter at 40 km/h without having stopped.
 */
public final class Intergreens {

    private static final double CROSSING_STRAIGHT = 3;
    private static final double CROSSING_TURNING = 2;
    private static final double CLEARING_STRAIGHT = 10;
    private static final double CLEARING_TURNING = 7;
    private static final double VEHICLE = 6;
    private static final double ENTERING = 40 / 3.6;

    private Intergreens() {}

    /**
     * The longest intergreen over the conflict points of two movements.
     *
     * @return seconds, not below 0; NaN when their paths do not meet
     */
    public static double between(Network network, Movement ends, Movement begins) {
        double longest = Double.NaN;
        for (Conflict c : network.junctions().get(ends.place()).conflicts()) {
            int a = network.movementOfPath(c.pathA());
            int b = network.movementOfPath(c.pathB());
            if (a == ends.index() && b == begins.index()) {
                longest = larger(longest, at(ends, c.startA(), c.startB()));
            } else if (b == ends.index() && a == begins.index()) {
                longest = larger(longest, at(ends, c.startB(), c.startA()));
            }
        }
        return longest;
    }

    private static double at(Movement ends, double clearing, double entering) {
        boolean straight = ends.turn() == org.ulicarro.core.study.Turn.THROUGH;
        double crossing = straight ? CROSSING_STRAIGHT : CROSSING_TURNING;
        double speed = straight ? CLEARING_STRAIGHT : CLEARING_TURNING;
        // the middle of what two vehicles 2.6 m wide share lies half of that behind its start
        double half = ConflictFinder.TOUCHING / 2;
        return Math.max(0, crossing + (clearing + half + VEHICLE) / speed - (entering + half) / ENTERING);
    }

    private static double larger(double a, double b) {
        return Double.isNaN(a) || b > a ? b : a;
    }
}
