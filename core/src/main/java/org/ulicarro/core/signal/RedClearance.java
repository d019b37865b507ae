package org.ulicarro.core.signal;

import java.util.function.IntPredicate;
import org.ulicarro.core.network.Conflict;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Network;

/**
 * The red after yellow that lets the last vehicle clear: (W + L) / v - 1 s, W from the line to the far side of those who begin next, L its
 * length. Institute of Transportation Engineers, <i>Guidelines for Determining Traffic Signal Change and Clearance Intervals</i>, 2020.
 */
public final class RedClearance {

    private static final double VEHICLE = 6; // m

    /** So long the next ones take to set off (s). */
    private static final double SETS_OFF = 1;

    private RedClearance() {}

    /**
     * How much red a movement needs (s); negative where nobody is in its way.
     *
     * @param speed with which it drives through (m/s)
     * @param goesTogether whether another movement may have green with it
     */
    public static double of(Network network, Junction junction, int movement, double speed, IntPredicate goesTogether) {
        return (width(network, junction, movement, goesTogether) + VEHICLE) / speed - SETS_OFF;
    }

    /** From the line to the end of the last stretch that others cross who begin when it has ended (m). */
    private static double width(Network network, Junction junction, int movement, IntPredicate goesTogether) {
        double far = 0;
        for (Conflict c : junction.conflicts()) {
            int a = network.movementOfPath(c.pathA());
            int b = network.movementOfPath(c.pathB());
            boolean meets = c.kind() == Conflict.Kind.CROSSING && (a == movement || b == movement);
            if (meets && !goesTogether.test(a == movement ? b : a)) {
                far = a == movement ? Math.max(far, c.endA()) : far;
                far = b == movement ? Math.max(far, c.endB()) : far;
            }
        }
        return far;
    }
}
