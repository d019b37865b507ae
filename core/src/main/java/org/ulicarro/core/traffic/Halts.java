package org.ulicarro.core.traffic;

import org.ulicarro.core.base.Draws;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.demand.ServiceLine;
import org.ulicarro.core.network.StopPlace;

/** Buses and trams at their stops: how far they still may drive, and how long they stand. Writes only the row it is asked for. */
final class Halts {

    /** Draws of a vehicle for its stops begin here, after those for how it drives. */
    private static final int FIRST_DRAW = 1000;

    /** Nobody is quicker at opening and closing doors (s). */
    private static final double SHORTEST = 3;

    /** So near to the head of the stop nobody draws up any further (m). */
    private static final double AT_HEAD = 2.0;

    private final Fleet f;
    private final Departures departures;
    private final Wayfinding wayfinding;

    Halts(Fleet fleet, Departures departures, Wayfinding wayfinding) {
        f = fleet;
        this.departures = departures;
        this.wayfinding = wayfinding;
    }

    /** Whether passengers get on and off. */
    boolean stands(int v) {
        return !Float.isNaN(f.dwell[v]);
    }

    /** How far a vehicle may drive before it has to stand at its next stop (m); infinite when that is not on its link. */
    double distance(int v, double dt) {
        StopPlace stop = wayfinding.stopHere(v);
        if (stop == null) {
            return Double.POSITIVE_INFINITY;
        }
        double left = stop.to() - f.pos[v];
        if (left < -1) { // it could not get there
            leave(v);
            return Double.POSITIVE_INFINITY;
        }
        if (f.lane[v] == stop.standsOn()) {
            if (stands(v)) {
                f.dwell[v] -= (float) dt;
                if (f.dwell[v] <= 0) {
                    leave(v);
                    return Double.POSITIVE_INFINITY;
                }
            } else if (f.speed[v] < Motion.STANDING && f.changedFrom[v] == LaneTable.NONE && isInside(v, stop, left)) {
                f.dwell[v] = (float) dwell(v);
            }
        }
        return Math.max(0, left);
    }

    /** The second and third at a stop open their doors behind the first when most of their body is inside. */
    private boolean isInside(int v, StopPlace stop, double left) {
        return left <= AT_HEAD || f.pos[v] - 0.7 * f.length[v] >= stop.from();
    }

    private double dwell(int v) {
        ServiceLine line = departures.lines().get(departures.line()[f.id[v]]);
        Quantity usual = line.dwell()[f.call[v]];
        double drawn =
                Draws.normalWithinTwo(departures.key()[f.id[v]], FIRST_DRAW + f.call[v], usual.mean(), usual.spread());
        return Math.max(SHORTEST, drawn);
    }

    private void leave(int v) {
        f.dwell[v] = Float.NaN;
        int calls = departures.lines().get(departures.line()[f.id[v]]).stop().length;
        f.call[v] = f.call[v] + 1 < calls ? f.call[v] + 1 : Fleet.NO_CALL;
        if (f.call[v] == Fleet.NO_CALL) {
            f.rare[v] &= ~Fleet.CALLS;
        }
        wayfinding.plan(v, f.lane[v]);
    }
}
