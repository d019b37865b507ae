package org.ulicarro.core.traffic;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.Arrays;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.base.Stateful;

/**
 * The state of every vehicle on the road, row by row. A row is not an identity: rows are put in lane order now and then, and used
 * again when their vehicle has left; {@code id} says whose one is. Outside the step a vehicle is known by its {@code slot}, which it
 * keeps while it is on the road.
 */
final class Fleet extends Columns implements Stateful {

    /** {@code next} of a vehicle that leaves the network at the end of its lane. */
    static final int EXIT = -2;
    /** {@code next} of a vehicle whose lane does not lead where it wants to go. */
    static final int WRONG_LANE = -3;

    /** {@code call} of a vehicle that stops nowhere on its way. */
    static final int NO_CALL = -1;

    /** No decision at a yellow light yet. */
    static final byte UNDECIDED = 0;

    static final byte GOES = 1;
    static final byte STOPS = 2;

    // Values of 'committed'. A decision of this step counts for others from the next stage on, so that it does not
    // matter who
    // decides first.
    static final byte NO_GAP = 0;
    static final byte HAS_GAP = 1;
    static final byte TAKES_GAP = 2; // from this step on
    static final byte DROPS_GAP = 3; // from this step on
    // The same where the gap is good as far as the median, in which there is room to wait for the rest.
    static final byte HAS_HALF = 4;
    static final byte TAKES_HALF = 5;
    static final byte DROPS_HALF = 6;

    // Bits of 'rare': what few vehicles are about. One look says whether the columns behind it matter.
    static final byte MOVES_OVER = 1; // 'changedFrom' is a lane beside its own
    static final byte LEAVES_ROOM = 2; // 'roomFor' is set
    static final byte CALLS = 4; // 'call' is set
    static final byte HEAVY = 8; // 'power' is set

    int rows; // rows 0 .. rows-1 have been used; free ones among them are in 'free'
    private int freeRows;
    private int[] free = new int[0];
    private int slots; // slots 0 .. slots-1 have been used; free ones among them are in 'freeSlot'
    private int freeSlots;
    private int[] freeSlot = new int[0];
    private int[] rowAt = new int[0]; // slot -> row, or -1

    // who and where
    int[] id; // number among the departures
    int[] slot;
    byte[] type; // ordinal of its VehicleType
    int[] lane;
    int[] next; // the lane after this one, or EXIT, or WRONG_LANE
    byte[] need; // lanes to go towards the kerb (negative: the middle) to the one that suits its way best
    double[] needBy; // position on its lane by which it must have done so, m
    int[] cursor; // place of the next movement in its route
    int[] call; // next stop of its service, or NO_CALL
    double[] pos; // front bumper, m along its lane
    double[] speed; // m/s, never negative
    double[] accel; // m/s², written by Driving, read by Motion
    double[] length; // m

    // the driver and what the vehicle can do
    float[] factor; // desired speed as a share of the limit
    float[] top; // highest speed, m/s
    float[] power; // W/kg at the wheels, 0 where it never limits
    double[] desiredSpeed; // desired speed here, m/s
    double[] gapTime; // s
    double[] desiredAcceleration; // maximum acceleration, m/s²
    double[] comfortableDeceleration; // comfortable deceleration, m/s²
    double[] space; // standing distance to the vehicle ahead, m
    double[] closing; // 1 / (2 sqrt(desiredAcceleration * comfortableDeceleration)), s²/m, of the following rule
    float[] reaction; // s, before a standing driver moves off
    float[] yellowLimit; // deceleration above which the driver goes on at yellow, m/s²
    float[] caution; // critical gap and follow-up time as a share of the usual ones
    byte[] lets; // 1 for a driver who leaves room for those who must change lanes
    byte[] blocks; // 1 for a driver who drives into a junction without room behind it

    // what the driver is about
    double[] slowAt; // position on its lane of the slower stretch ahead that binds first, m
    double[] slowTo; // speed there, m/s; at least the desired speed where there is none
    float[] ready; // s of reaction left before moving off
    byte[] rare; // bits of what few vehicles are about, see above
    byte[] decision; // at yellow: UNDECIDED, GOES or STOPS
    byte[] committed; // whether it has taken its gap, see above
    byte[] holds; // 1 while something at or behind its stop line keeps it back
    int[] target; // the lane beside its own that it would change into now, or LaneTable.NONE
    byte[] motive; // ordinal of the Motive of that wish, or of the change it makes
    int[] changedFrom; // lane it is still leaving sideways, or LaneTable.NONE
    int[] changedAt; // tick of its last change
    int[] letInAt; // tick at which somebody last moved in ahead of it
    int[] roomFor; // row of somebody who it leaves room for in this step, or -1
    int[] tail; // lane behind, where its rear still is, or LaneTable.NONE
    int[] tail2; // lane behind that one, likewise
    int[] tail3; // lane behind that one, likewise
    byte[] restraint; // ordinal of the Restraint that set its acceleration in the last step
    int[] restrainedBy; // number among the departures of the vehicle behind that, or -1
    int[] inTheWay; // who denied it the gap it looks for, as a number among the departures, or -1
    int[] stoodSince; // tick at which it came to a stand, or -1 while it moves
    float[] ease; // share of its time gap and standing distance that it keeps: below 1 for a while after somebody moved
    // in, or in a queue with a shorter time gap of its own
    float[] changeLeft; // s until it has left that lane
    int[] gate; // booth at which it was served last, or -1
    float[] service; // s left at the booth where it stands, NaN when it stands at none
    float[] lostAtGate; // delay that it had when it came onto a lane with a booth, s, NaN elsewhere
    float[] dwell; // s left at the stop where it stands, NaN when it stands at none
    double[] since; // s since midnight when it stopped at a line where it must or at the end of a wrong lane, NaN
    // before; inside a
    // junction when it passed the line

    Fleet() {
        reserve(256);
    }

    /** A free row; its arrays still hold what the last vehicle left. */
    int take() {
        int row = freeRows > 0 ? free[--freeRows] : rows;
        if (row == rows) {
            reserve(rows + 1);
            rows++;
        }
        int given = freeSlots > 0 ? freeSlot[--freeSlots] : slots++;
        slot[row] = given;
        rowAt[given] = row;
        return row;
    }

    void release(int row) {
        id[row] = -1;
        free[freeRows++] = row;
        freeSlot[freeSlots++] = slot[row];
    }

    /** Whether somebody goes on from where it waited, all the way or to the median. */
    boolean goes(int v) {
        byte state = committed[v];
        return state == HAS_GAP || state == TAKES_GAP || isHalfWay(v);
    }

    /** Whether it had its gap when the stage that gives way began. */
    boolean hadGap(int v) {
        byte state = committed[v];
        return state == HAS_GAP || state == DROPS_GAP || state == HAS_HALF || state == DROPS_HALF;
    }

    /** Whether its gap is good as far as the median only. */
    boolean isHalfWay(int v) {
        return committed[v] == HAS_HALF || committed[v] == TAKES_HALF;
    }

    /** Vehicles on the road. */
    int count() {
        return rows - freeRows;
    }

    /** Slots that have been used so far. */
    int slots() {
        return slots;
    }

    /** The row of a slot; of one that became free in this step the row that its vehicle had; else -1. */
    int rowAt(int which) {
        return rowAt[which];
    }

    /** Puts the vehicles in the given order of their rows, without holes. */
    void renumber(int[] order, int count) {
        reorder(order, count);
        rows = count;
        freeRows = 0;
        for (int i = 0; i < freeSlots; i++) {
            rowAt[freeSlot[i]] = -1;
        }
        for (int row = 0; row < count; row++) {
            rowAt[slot[row]] = row;
        }
    }

    @Override
    void allocate() {
        free = Arrays.copyOf(free, capacity());
        freeSlot = Arrays.copyOf(freeSlot, capacity());
        rowAt = Arrays.copyOf(rowAt, capacity());
        type = bytes(type);
        need = bytes(need);
        lets = bytes(lets);
        blocks = bytes(blocks);
        rare = bytes(rare);
        decision = bytes(decision);
        committed = bytes(committed);
        holds = bytes(holds);
        motive = bytes(motive);
        restraint = bytes(restraint);
        id = ints(id);
        target = ints(target);
        slot = ints(slot);
        lane = ints(lane);
        next = ints(next);
        cursor = ints(cursor);
        call = ints(call);
        gate = ints(gate);
        changedFrom = ints(changedFrom);
        changedAt = ints(changedAt);
        letInAt = ints(letInAt);
        roomFor = ints(roomFor);
        tail = ints(tail);
        tail2 = ints(tail2);
        tail3 = ints(tail3);
        restrainedBy = ints(restrainedBy);
        inTheWay = ints(inTheWay);
        stoodSince = ints(stoodSince);
        factor = floats(factor);
        top = floats(top);
        power = floats(power);
        reaction = floats(reaction);
        yellowLimit = floats(yellowLimit);
        caution = floats(caution);
        ready = floats(ready);
        ease = floats(ease);
        changeLeft = floats(changeLeft);
        dwell = floats(dwell);
        service = floats(service);
        lostAtGate = floats(lostAtGate);
        needBy = doubles(needBy);
        pos = doubles(pos);
        speed = doubles(speed);
        accel = doubles(accel);
        length = doubles(length);
        desiredSpeed = doubles(desiredSpeed);
        gapTime = doubles(gapTime);
        desiredAcceleration = doubles(desiredAcceleration);
        comfortableDeceleration = doubles(comfortableDeceleration);
        space = doubles(space);
        closing = doubles(closing);
        slowAt = doubles(slowAt);
        slowTo = doubles(slowTo);
        since = doubles(since);
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeInt(rows);
        out.writeInt(freeRows);
        SavedArrays.write(out, free, freeRows);
        out.writeInt(slots);
        out.writeInt(freeSlots);
        SavedArrays.write(out, freeSlot, freeSlots);
        SavedArrays.write(out, rowAt, slots);
        saveColumns(out, rows);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        rows = in.readInt();
        freeRows = in.readInt();
        reserve(rows);
        SavedArrays.read(in, free);
        slots = in.readInt();
        freeSlots = in.readInt();
        reserve(slots);
        SavedArrays.read(in, freeSlot);
        SavedArrays.read(in, rowAt);
        restoreColumns(in, rows);
    }
}
