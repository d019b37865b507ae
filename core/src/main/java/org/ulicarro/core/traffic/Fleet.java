package org.ulicarro.core.traffic;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.Arrays;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.base.Stateful;

/**
 * The state of every vehicle on the road, row by row. A row is not an identity: it is used again when its vehicle has left; {@code
 * id} says whose it is.
 */
final class Fleet extends Columns implements Stateful {

    /** {@code next} of a vehicle that leaves the network at the end of its lane. */
    static final int EXIT = -2;
    /** {@code next} of a vehicle whose lane does not lead where it wants to go. */
    static final int WRONG_LANE = -3;

    /** No decision at a yellow light yet. */
    static final int UNDECIDED = 0;

    static final int GOES = 1;
    static final int STOPS = 2;

    int rows; // rows 0 .. rows-1 have been used; free ones among them are in 'free'
    private int freeRows;
    private int[] free = new int[0];

    // who and where
    int[] id; // number among the departures
    int[] type; // ordinal of its VehicleType
    int[] lane;
    int[] next; // the lane after this one, or EXIT, or WRONG_LANE
    int[] beside; // neighbouring lane to change into when in the wrong one, else LaneTable.NONE
    int[] cursor; // place of the next movement in its route
    double[] pos; // front bumper, m along its lane
    double[] speed; // m/s, never negative
    double[] accel; // m/s², written by Driving, read by Motion
    double[] length; // m

    // the driver
    double[] factor; // desired speed as a share of the limit
    double[] want; // desired speed on this lane, m/s
    double[] gapTime; // s
    double[] pickup; // maximum acceleration, m/s²
    double[] comfort; // comfortable deceleration, m/s²
    double[] space; // standing distance to the vehicle ahead, m
    double[] reaction; // s, before a standing driver moves off
    double[] hardest; // strongest braking, m/s²
    double[] closing; // 1 / (2 sqrt(pickup * comfort)), s²/m, of the following rule
    double[] stopping; // 1 / (2 hardest), s²/m: times speed squared the shortest way to a stop
    double[] yellowLimit; // deceleration above which the driver goes on at yellow, m/s²
    double[] criticalGap; // s, in the stream it yields to

    // what the driver is about
    double[] ready; // s of reaction left before moving off
    int[] decision; // at yellow: UNDECIDED, GOES or STOPS
    int[] committed; // 1 once it has taken its gap
    int[] holds; // 1 while something at or behind its stop line keeps it back
    int[] changedFrom; // lane it is still leaving sideways, or LaneTable.NONE
    int[] tail; // lane behind, where its rear still is, or LaneTable.NONE
    int[] tail2; // lane behind that one, likewise
    int[] tail3; // lane behind that one, likewise
    int[] restraint; // ordinal of the Restraint that set its acceleration in the last step
    int[] restrainedBy; // number among the departures of the vehicle behind that, or -1
    int[] inTheWay; // who denied it the gap it looks for, as a number among the departures, or -1
    double[] changeLeft; // s until it has left that lane
    double[] waitingSince; // s since midnight when it stopped at a line where it must, NaN before
    double[] insideSince; // s since midnight when it passed the stop line of the junction that it is in

    Fleet() {
        reserve(256);
    }

    /** A free row; its arrays still hold what the last vehicle left. */
    int take() {
        if (freeRows > 0) {
            return free[--freeRows];
        }
        reserve(rows + 1);
        return rows++;
    }

    void release(int row) {
        id[row] = -1;
        free[freeRows++] = row;
    }

    /** Vehicles on the road. */
    int count() {
        return rows - freeRows;
    }

    @Override
    void allocate() {
        free = Arrays.copyOf(free, capacity());
        id = ints(id);
        type = ints(type);
        lane = ints(lane);
        next = ints(next);
        beside = ints(beside);
        cursor = ints(cursor);
        decision = ints(decision);
        committed = ints(committed);
        holds = ints(holds);
        changedFrom = ints(changedFrom);
        tail = ints(tail);
        tail2 = ints(tail2);
        tail3 = ints(tail3);
        restraint = ints(restraint);
        restrainedBy = ints(restrainedBy);
        inTheWay = ints(inTheWay);
        pos = doubles(pos);
        speed = doubles(speed);
        accel = doubles(accel);
        length = doubles(length);
        factor = doubles(factor);
        want = doubles(want);
        gapTime = doubles(gapTime);
        pickup = doubles(pickup);
        comfort = doubles(comfort);
        space = doubles(space);
        reaction = doubles(reaction);
        hardest = doubles(hardest);
        closing = doubles(closing);
        stopping = doubles(stopping);
        yellowLimit = doubles(yellowLimit);
        criticalGap = doubles(criticalGap);
        ready = doubles(ready);
        changeLeft = doubles(changeLeft);
        waitingSince = doubles(waitingSince);
        insideSince = doubles(insideSince);
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeInt(rows);
        out.writeInt(freeRows);
        SavedArrays.write(out, free, freeRows);
        saveColumns(out, rows);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        rows = in.readInt();
        freeRows = in.readInt();
        reserve(rows);
        SavedArrays.read(in, free);
        restoreColumns(in);
    }
}
