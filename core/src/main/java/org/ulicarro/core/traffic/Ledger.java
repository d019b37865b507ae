package org.ulicarro.core.traffic;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import org.ulicarro.core.base.Stateful;

/**
 * What each vehicle's journey has cost it so far, row by row as in {@link Fleet}.
 *
 * <p>Delay needs the same vehicle alone on the same road. Its speed there at the point where the real vehicle is now is carried
 * along as {@code aloneSquared}, so travel time minus the sum of dx / (speed alone) is the delay, exactly and without a second
 * simulation.
 */
final class Ledger extends Columns implements Stateful {

    /** No control holds the vehicle. */
    static final int NOBODY = -1;

    double[] wanted; // s since midnight when it wanted to enter
    double[] outside; // s it waited outside
    double[] delay; // s of delay of any kind since it wanted to enter
    double[] aloneSquared; // (m/s)², what its speed would be here if it were alone
    double[] cruise; // m/s, its desired speed on the straight of this road
    double[] pace; // s/m, the inverse of that

    // since the last controlled place
    int[] ahead; // the next movement under control, or LaneTable.NONE
    int[] place; // its place, or NOBODY
    int[] heldBy; // place whose control or queue holds it, from the first braking for that on, or NOBODY
    int[] heldByNow; // the same as decided in this step; counts for other lanes from the next step on, so that it does
    // not matter which is decided first
    byte[] queued; // 1 once it stopped or joined the queue, until it passes the line
    byte[] armed; // 1 when a fall below the stop speed counts as a stop
    double[] control; // s lost to the control of its place
    double[] geometric; // s that curves cost even a vehicle alone
    double[] stopped; // s of that below the stop speed
    int[] stops;
    double[] lineTime; // s since midnight when it passed the line, NaN before
    double[] sinceLine; // m since the line
    double[] lost; // s of delay of any kind until the line

    // what a place further on than the next one has cost since it holds the vehicle: its queue reaches back past a line
    double[] afarControl; // s
    double[] afarStopped; // s
    int[] afarStops;
    int[] farther; // the first of its entries in FartherAccounts, or NOBODY

    private int rows; // rows 0 .. rows-1 have been used

    @Override
    void allocate() {
        wanted = doubles(wanted);
        outside = doubles(outside);
        delay = doubles(delay);
        aloneSquared = doubles(aloneSquared);
        cruise = doubles(cruise);
        pace = doubles(pace);
        ahead = ints(ahead);
        place = ints(place);
        heldBy = ints(heldBy);
        heldByNow = ints(heldByNow);
        queued = bytes(queued);
        armed = bytes(armed);
        control = doubles(control);
        geometric = doubles(geometric);
        stopped = doubles(stopped);
        stops = ints(stops);
        lineTime = doubles(lineTime);
        sinceLine = doubles(sinceLine);
        lost = doubles(lost);
        afarControl = doubles(afarControl);
        afarStopped = doubles(afarStopped);
        afarStops = ints(afarStops);
        farther = ints(farther);
    }

    /** Puts the accounts in the given order of their rows, as {@link Fleet#renumber} does. */
    void renumber(int[] order, int count) {
        reorder(order, count);
        rows = count;
    }

    void open(int row, double wantedAt, double enteredAt, double desired, int movementAhead, int placeAhead) {
        reserve(row + 1);
        wanted[row] = wantedAt;
        outside[row] = enteredAt - wantedAt;
        delay[row] = outside[row];
        aloneSquared[row] = desired * desired;
        cruiseAt(row, desired);
        rows = Math.max(rows, row + 1);
        heldBy[row] = NOBODY;
        heldByNow[row] = NOBODY;
        farther[row] = NOBODY;
        clearAfar(row);
        begin(row, movementAhead, placeAhead);
    }

    void clearAfar(int row) {
        afarControl[row] = 0;
        afarStopped[row] = 0;
        afarStops[row] = 0;
    }

    /** Whether it has passed the line of the place that its account is of. */
    boolean isPastLine(int row) {
        double at = lineTime[row];
        return at == at;
    }

    /** Whether the place that holds it is one whose line it has passed. */
    boolean isHeldFromBehind(int row) {
        return heldBy[row] == place[row] && isPastLine(row);
    }

    /** Sets the desired speed on the straight of the road that a vehicle is on now. */
    void cruiseAt(int row, double desired) {
        cruise[row] = desired;
        pace[row] = 1 / desired;
    }

    /** Starts the account of the next controlled place. */
    void begin(int row, int movementAhead, int placeAhead) {
        ahead[row] = movementAhead;
        place[row] = placeAhead;
        queued[row] = 0;
        armed[row] = 1;
        control[row] = 0;
        geometric[row] = 0;
        stopped[row] = 0;
        stops[row] = 0;
        lineTime[row] = Double.NaN;
        sinceLine[row] = 0;
        lost[row] = 0;
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeInt(rows);
        saveColumns(out, rows);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        rows = in.readInt();
        reserve(rows);
        restoreColumns(in, rows);
    }
}
