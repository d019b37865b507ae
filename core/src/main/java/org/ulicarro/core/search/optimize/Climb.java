package org.ulicarro.core.search.optimize;

import java.util.List;

/** Climbs by a screen from a plan to one that has no better neighbour: coarse moves first, finer ones where these bring nothing. */
final class Climb {

    /** A gain below this is none (s a journey). */
    private static final double TINY = 1e-4;

    private static final int PASSES = 12;

    private final Screen screen;
    private final List<Neighbourhood> grains;

    Climb(Screen screen, List<Neighbourhood> grains) {
        this.screen = screen;
        this.grains = grains;
    }

    SignalTimes from(SignalTimes start) {
        SignalTimes best = start;
        double least = screen.index(start);
        for (Neighbourhood grain : grains) {
            for (int pass = 0; pass < PASSES; pass++) {
                SignalTimes found = null;
                for (SignalTimes near : grain.of(best)) {
                    double index = screen.index(near);
                    if (index < least - TINY) {
                        least = index;
                        found = near;
                    }
                }
                if (found == null) {
                    break;
                }
                best = found;
            }
        }
        return best;
    }
}
