package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Place.Control;

/** Which legs of a place stop or yield: those that are written, or all but the two that make the most important straight way. */
final class MinorLegs {

    private static final double STRAIGHT = StrictMath.toRadians(45);

    private MinorLegs() {}

    static List<String> of(Draft draft, String id, Place place) {
        if (place.control() == Control.SIGNAL) {
            return place.minor(); // those without a signal, at a half-signal
        }
        boolean asked = place.control() == Control.STOP || place.control() == Control.YIELD;
        if (!asked || !place.minor().isEmpty()) {
            return asked ? place.minor() : List.of();
        }
        List<Setbacks.Leg> legs = draft.layouts.get(id).legs();
        if (legs.size() < 3) {
            return List.of(); // nobody meets anybody
        }
        int bestA = -1;
        int bestB = -1;
        double best = Double.NEGATIVE_INFINITY;
        for (int a = 0; a < legs.size(); a++) {
            for (int b = a + 1; b < legs.size(); b++) {
                double bend = StrictMath.PI
                        - Math.abs(legs.get(a).outward().turnTo(legs.get(b).outward()));
                double worth = importance(draft, legs.get(a).road())
                        + importance(draft, legs.get(b).road())
                        - bend;
                if (bend <= STRAIGHT && worth > best) {
                    best = worth;
                    bestA = a;
                    bestB = b;
                }
            }
        }
        if (bestA < 0) {
            draft.report(
                    NetworkFault.NOBODY_GOES_FIRST,
                    Draft.placePointer(id) + "/control",
                    id,
                    place.control() == Control.STOP ? "stop" : "yield");
            return List.of();
        }
        List<String> minor = new ArrayList<>();
        for (int i = 0; i < legs.size(); i++) {
            if (i != bestA && i != bestB) {
                minor.add(legs.get(i).road());
            }
        }
        return minor;
    }

    /** Lanes count most, then the limit. */
    private static double importance(Draft draft, String road) {
        var r = draft.input.roads().get(road);
        int lanes = (r.ahead() == null ? 0 : r.ahead().lanes())
                + (r.back() == null ? 0 : r.back().lanes());
        return 10 * lanes + r.speed();
    }
}
