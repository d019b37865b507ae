package org.ulicarro.core.traffic.stops;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.Arrays;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.demand.ServiceLine;
import org.ulicarro.core.network.StopPlace;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.Occupancy;
import org.ulicarro.core.traffic.way.Wayfinding;

/** Buses and trams at their stops: how far they still may drive, and how long they stand. Writes only the row it is asked for. */
public final class Halts implements Stateful {

    /** Draws of a vehicle for its stops begin here, after those for how it drives. */
    private static final int FIRST_DRAW = 1000;

    /** Nobody is quicker at opening and closing doors (s). */
    private static final double SHORTEST = 3;

    /** So near to the head of the stop nobody draws up any further (m). */
    private static final double AT_HEAD = 2.0;

    /** Nobody creeps the last hand's breadth: below this it comes to rest at once and opens its doors (m/s). */
    private static final double DOORS_OPEN = 0.4;

    /** Draws of who boards begin here. */
    private static final int BOARDING_DRAWS = 2000;

    /** Nobody waits for a line longer than this before they give up (s). */
    private static final double LONGEST_WAIT = 3600;

    private final Fleet f;
    private final Occupancy occupancy;
    private final Departures departures;
    private final Wayfinding wayfinding;

    private final double[][]
            lastLeft; // line -> call -> when the last vehicle left it (s since midnight), NaN for none yet

    public Halts(Fleet fleet, Departures departures, Wayfinding wayfinding, Occupancy occupancy) {
        f = fleet;
        this.occupancy = occupancy;
        lastLeft = new double[departures.lines().size()][];
        for (int line = 0; line < lastLeft.length; line++) {
            lastLeft[line] = new double[departures.lines().get(line).stop().length];
            Arrays.fill(lastLeft[line], Double.NaN);
        }
        this.departures = departures;
        this.wayfinding = wayfinding;
    }

    /** Whether passengers get on and off. */
    public boolean stands(int v) {
        return !Float.isNaN(f.dwell(v));
    }

    /** How far a vehicle may drive before it has to stand at its next stop (m); infinite when that is not on its link. */
    public double distance(int v, double dt) {
        StopPlace stop = wayfinding.stopHere(v);
        if (stop == null) {
            return Double.POSITIVE_INFINITY;
        }
        double left = stop.to() - f.pos(v);
        if (left < -1) { // it could not get there
            leave(v);
            return Double.POSITIVE_INFINITY;
        }
        if (f.lane(v) == stop.standsOn()) {
            if (stands(v)) {
                f.dwell(v, f.dwell(v) - ((float) dt));
                if (f.dwell(v) <= 0 && Clock.seconds(occupancy.tick) >= earliest(v)) {
                    lastLeft[departures.line()[f.id(v)]][f.call(v)] = Clock.seconds(occupancy.tick);
                    leave(v);
                    return Double.POSITIVE_INFINITY;
                }
            } else if (f.speed(v) < DOORS_OPEN && f.changedFrom(v) == LaneTable.NONE && isInside(v, stop, left)) {
                f.dwell(v, (float) dwell(v));
            }
        }
        return stands(v) ? 0 : Math.max(0, left);
    }

    /** The second and third at a stop open their doors behind the first when most of their body is inside. */
    private boolean isInside(int v, StopPlace stop, double left) {
        return left <= AT_HEAD || f.pos(v) - 0.7 * f.length(v) >= stop.from();
    }

    private double dwell(int v) {
        ServiceLine line = departures.lines().get(departures.line()[f.id(v)]);
        Quantity usual = line.dwell()[f.call(v)];
        double drawn =
                Draws.normalWithinTwo(departures.key()[f.id(v)], FIRST_DRAW + f.call(v), usual.mean(), usual.spread());
        return Math.max(SHORTEST, drawn) + boarders(v, line) * line.boardingTime();
    }

    /** Before this it does not leave its stop (s since midnight). */
    private double earliest(int v) {
        ServiceLine line = departures.lines().get(departures.line()[f.id(v)]);
        double wait = line.leaves()[f.call(v)];
        return wait > 0 ? departures.time()[f.id(v)] + wait : 0;
    }

    /** How many came to the stop since the last vehicle of the line left: a Poisson number, so that late ones get later. */
    private int boarders(int v, ServiceLine line) {
        double rate = line.boardings()[f.call(v)];
        if (rate <= 0) {
            return 0;
        }
        double now = Clock.seconds(occupancy.tick);
        double last = lastLeft[departures.line()[f.id(v)]][f.call(v)];
        double since = Double.isNaN(last) ? usualHeadway(line) : now - last;
        double mean = rate * Math.min(LONGEST_WAIT, since);
        // exponential steps up to the mean: a Poisson number by its arrivals
        long key = departures.key()[f.id(v)];
        int count = -1;
        for (double sum = 0; sum < mean; count++) {
            sum += Draws.exponential(key, BOARDING_DRAWS + 1000L * f.call(v) + count + 1);
        }
        return Math.max(0, count);
    }

    private static double usualHeadway(ServiceLine line) {
        double[] departs = line.departs();
        return departs.length < 2 ? 0 : (departs[departs.length - 1] - departs[0]) / (departs.length - 1);
    }

    private void leave(int v) {
        f.dwell(v, Float.NaN);
        int calls = departures.lines().get(departures.line()[f.id(v)]).stop().length;
        f.call(v, f.call(v) + 1 < calls ? f.call(v) + 1 : Fleet.NO_CALL);
        if (f.call(v) == Fleet.NO_CALL) {
            f.unmark(v, Fleet.CALLS);
        }
        wayfinding.plan(v, f.lane(v));
    }

    @Override
    public void save(DataOutput out) throws IOException {
        for (double[] line : lastLeft) {
            SavedArrays.write(out, line, line.length);
        }
    }

    @Override
    public void restore(DataInput in) throws IOException {
        for (double[] line : lastLeft) {
            SavedArrays.read(in, line);
        }
    }
}
