package org.ulicarro.core.traffic.stops;

import java.util.Arrays;
import java.util.List;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.network.Marking;
import org.ulicarro.core.traffic.lanes.GateTable;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.Ledger;

/**
 * Gates that hold each vehicle for a service time. A gate over several lanes is a booth in each of them. Writes only the row that it is
 * asked for and the booths of its lane, so lanes can be worked on at the same time.
 */
public final class Gates {

    /** Nobody. */
    public static final int NOBODY = -1;

    /** Draws of a vehicle for its service times begin here, after those for stops. */
    private static final int FIRST_DRAW = 500_000;

    /** Nobody is served quicker (s). */
    private static final double SHORTEST = 0.5;

    /** So near to the gate nobody draws up any further (m). */
    private static final double AT_GATE = 2.0;

    /** Below this speed it counts as standing (m/s). */
    private static final double STANDS = 0.4;

    private final Fleet f;
    private final Ledger ledger;
    private final Departures departures;
    private final GateTable table;
    private final int[][] onLane; // lane -> its booths, in the order in which one comes to them

    // what happened in this step, booth by booth
    private final int[] began; // vehicle whose service began, or NOBODY
    private final double[] waited; // s that it lost on the way to the booth since it came onto this lane
    private final double[] serves; // s that its service takes

    public Gates(GateTable table, Fleet fleet, Ledger ledger, Departures departures) {
        f = fleet;
        this.ledger = ledger;
        this.departures = departures;
        this.table = table;
        onLane = table.onLane;
        int booths = table.booths.size();
        began = new int[booths];
        waited = new double[booths];
        serves = new double[booths];
        clear();
    }

    private double at(int booth) {
        return table.at(booth);
    }

    /** Forgets what happened in the step before. */
    public void clear() {
        Arrays.fill(began, NOBODY);
    }

    boolean any(int lane) {
        return onLane[lane].length > 0;
    }

    /** Where the first booth of a lane stands (m); infinite where there is none. */
    public double first(int lane) {
        return onLane[lane].length == 0 ? Double.POSITIVE_INFINITY : at(onLane[lane][0]);
    }

    /**
     * How far a vehicle may drive before it has to stand at a booth of its lane (m); infinite when all are behind it.
     *
     * @param dt step (s)
     */
    public double distance(int v, double dt) {
        int[] booths = onLane[f.lane(v)];
        for (int booth : booths) {
            double left = at(booth) - f.pos(v);
            if (f.gate(v) == booth || left < -1) {
                continue; // it has been served, or came into this lane behind it
            }
            if (Float.isNaN(f.lostAtGate(v))) {
                f.lostAtGate(v, (float) ledger.delay(v));
            }
            if (isServed(v)) {
                f.service(v, f.service(v) - ((float) dt));
                if (f.service(v) > 0) {
                    return 0;
                }
                f.service(v, Float.NaN);
                f.lostAtGate(v, Float.NaN);
                f.gate(v, booth);
                continue;
            }
            if (f.speed(v) < STANDS && left <= AT_GATE && f.changedFrom(v) == LaneTable.NONE) {
                begin(v, booth);
                return 0;
            }
            return Math.max(0, left);
        }
        return Double.POSITIVE_INFINITY;
    }

    private void begin(int v, int booth) {
        Quantity time = table.service[booth][f.type(v)];
        double drawn = Draws.normalWithinTwo(departures.key()[f.id(v)], FIRST_DRAW + booth, time.mean(), time.spread());
        f.service(v, (float) Math.max(SHORTEST, drawn));
        began[booth] = f.id(v);
        waited[booth] = ledger.delay(v) - f.lostAtGate(v);
        serves[booth] = f.service(v);
    }

    public boolean isServed(int v) {
        return !Float.isNaN(f.service(v));
    }

    /** All booths: gates in the order of the study, of each its lanes from the left. */
    public List<Marking> booths() {
        return table.booths;
    }

    /** The vehicle whose service began at a booth in the last step, or {@link #NOBODY}. */
    public int began(int booth) {
        return began[booth];
    }

    /** What that vehicle lost on its way to the booth, since it came onto the lane (s). */
    public double waited(int booth) {
        return waited[booth];
    }

    /** How long its service takes (s). */
    public double serves(int booth) {
        return serves[booth];
    }
}
