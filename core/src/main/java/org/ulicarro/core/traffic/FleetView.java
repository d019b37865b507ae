package org.ulicarro.core.traffic;

import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.Ledger;
import org.ulicarro.core.traffic.state.Resting;
import org.ulicarro.core.traffic.state.Restraint;

/**
 * Read-only sight of the vehicles on the road row by row. Rows from 0 to {@link #count()}, some of them empty; a vehicle keeps its
 * row until it leaves, then another one may get it. These are not the rows of {@link Fleet}, which are put in order now and then.
 */
public final class FleetView {

    private final LaneTable table;
    private final Fleet f;
    private final Ledger ledger;
    private final Resting resting;

    FleetView(LaneTable table, Fleet fleet, Ledger ledger, Resting resting) {
        this.table = table;
        f = fleet;
        this.ledger = ledger;
        this.resting = resting;
    }

    public int count() {
        return f.slots();
    }

    /** Number among the departures, or -1 in an empty row. */
    public int vehicle(int row) {
        int at = f.rowAt(row);
        return at < 0 || f.slot(at) != row ? -1 : f.id(at);
    }

    public int lane(int row) {
        return f.lane(f.rowAt(row));
    }

    /** Front bumper, m along the lane. */
    public double position(int row) {
        return f.pos(f.rowAt(row));
    }

    /** m/s */
    public double speed(int row) {
        return f.speed(f.rowAt(row));
    }

    /** Whether it stands still, but for a last creeping. */
    public boolean stands(int row) {
        return f.speed(f.rowAt(row)) < Fleet.STANDING;
    }

    /** m/s² in the last step */
    public double acceleration(int row) {
        return f.accel(f.rowAt(row));
    }

    /** m */
    public double length(int row) {
        return f.length(f.rowAt(row));
    }

    /** Time gap that its driver wants (s). */
    public double timeGap(int row) {
        return f.timeGap(f.rowAt(row));
    }

    /** Its desired speed as a share of the limit. */
    public double desiredSpeed(int row) {
        return f.factor(f.rowAt(row));
    }

    /** Lane beside its own that it is still leaving sideways, or -1. */
    public int changedFrom(int row) {
        int v = f.rowAt(row);
        return (f.rare(v) & Fleet.MOVES_OVER) == 0 ? LaneTable.NONE : f.changedFrom(v);
    }

    /** s until it has left that lane */
    public double changeLeft(int row) {
        return f.changeLeft(f.rowAt(row));
    }

    /** Lanes that its body still lies on behind its own, nearest first: the n-th, or -1. */
    public int laneBehind(int row, int n) {
        return n == 0
                ? f.tail(f.rowAt(row))
                : n == 1 ? f.tail2(f.rowAt(row)) : n == 2 ? f.tail3(f.rowAt(row)) : LaneTable.NONE;
    }

    /** The lane after its own, or a negative number at the end of its journey or in a lane that does not lead on. */
    public int nextLane(int row) {
        return f.next(f.rowAt(row));
    }

    /** Towards the kerb (1) or the middle (-1) when it wants to change lanes, else 0. */
    public int wantsTo(int row) {
        int v = f.rowAt(row);
        return f.target(v) == LaneTable.NONE ? 0 : f.target(v) > f.lane(v) ? 1 : -1;
    }

    /** Whether it stopped or joined the queue for the line ahead and has not passed it. */
    public boolean queued(int row) {
        return ledger.queued(f.rowAt(row)) == 1;
    }

    /** Delay of any kind since it wanted to enter (s). */
    public double delay(int row) {
        resting.book(f.lane(f.rowAt(row)));
        return ledger.delay(f.rowAt(row));
    }

    /** Ordinal of its {@link Restraint}. */
    public int restraint(int row) {
        return f.restraint(f.rowAt(row));
    }

    /** The vehicle behind that restraint, or -1. */
    public int restrainedBy(int row) {
        return f.restrainedBy(f.rowAt(row));
    }
}
