package org.ulicarro.core.traffic.state;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.Arrays;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.traffic.lanes.LaneTable;

/**
 * The state of every vehicle on the road. Inside a stage a vehicle is its row, the place of its record, which changes when it or its
 * neighbours come onto another lane; beyond that it is known by its {@code slot}, which it keeps while it is on the road.
 */
public final class Fleet extends RecordedState implements Stateful {

    /** {@code next} of a vehicle that leaves the network at the end of its lane. */
    public static final int EXIT = -2;
    /** {@code next} of a vehicle whose lane does not lead where it wants to go. */
    public static final int WRONG_LANE = -3;

    /** {@code call} of a vehicle that stops nowhere on its way. */
    public static final int NO_CALL = -1;

    /** No decision at a yellow light yet. */
    public static final byte UNDECIDED = 0;

    public static final byte GOES = 1;
    public static final byte STOPS = 2;

    // Values of 'committed'. A decision of this step counts for others from the next stage on, so that it does not
    // matter who decides first.
    public static final byte NO_GAP = 0;
    public static final byte HAS_GAP = 1;
    public static final byte TAKES_GAP = 2; // from this step on
    public static final byte DROPS_GAP = 3; // from this step on
    // The same where the gap is good as far as the median, in which there is room to wait for the rest.
    public static final byte HAS_HALF = 4;
    public static final byte TAKES_HALF = 5;
    public static final byte DROPS_HALF = 6;

    // Bits of 'rare': what few vehicles are about. One look says whether the columns behind it matter.
    public static final int MOVES_OVER = 1; // 'changedFrom' is a lane beside its own
    public static final int LEAVES_ROOM = 2; // 'roomFor' is set
    public static final int CALLS = 4; // 'call' is set
    public static final int HEAVY = 8; // 'power' is set

    private int slots; // slots 0 .. slots-1 have been used; free ones among them are in 'freeSlot'
    private int freeSlots;
    private int[] freeSlot = new int[0];
    private int[] rowAt = new int[0]; // slot -> row, or -1

    private byte[] type;
    private double[] needBy;
    private float[] factor;
    private float[] top;
    private float[] power;
    private float[] reaction;
    private float[] yellowLimit;
    private float[] weariness;
    private float[] caution;
    private int[] call;
    private int[] changedFrom;
    private int[] changedAt;
    private int[] letInAt;
    private int[] roomFor;
    private int[] tail;
    private int[] tail2;
    private int[] tail3;
    private int[] inTheWay;
    private float[] changeLeft;
    private int[] gate;
    private float[] service;
    private float[] lostAtGate;
    private float[] dwell;
    private double[] since;

    public Fleet() {
        rows(0);
        reserve(256);
    }

    /** Gives a newcomer a slot and the row at the door, which still holds what the last one left there. */
    public int take() {
        int given = freeSlots > 0 ? freeSlot[--freeSlots] : slots++;
        reserve(slots);
        slot(DOOR, given);
        rowAt[given] = DOOR;
        return DOOR;
    }

    public void release(int row) {
        id(row, -1);
        freeSlot[freeSlots++] = slot(row);
    }

    /** Whether somebody goes on from where it waited, all the way or to the median. */
    public boolean goes(int v) {
        byte state = committed(v);
        return state == HAS_GAP || state == TAKES_GAP || state == HAS_HALF || state == TAKES_HALF;
    }

    /** Whether it had its gap when the stage that gives way began. */
    public boolean hadGap(int v) {
        byte state = committed(v);
        return state == HAS_GAP || state == DROPS_GAP || state == HAS_HALF || state == DROPS_HALF;
    }

    /** Whether its gap is good as far as the median only. */
    public boolean isHalfWay(int v) {
        byte state = committed(v);
        return state == HAS_HALF || state == TAKES_HALF;
    }

    /** Vehicles on the road. */
    public int count() {
        return slots - freeSlots;
    }

    /** Slots that have been used so far. */
    public int slots() {
        return slots;
    }

    /** The row of a slot; of one that became free in this step the row that its vehicle had; else -1. */
    public int rowAt(int which) {
        return rowAt[which];
    }

    /** Moves records by some rows, so that their slots find them there. */
    public void move(int from, int to, int many) {
        copy(from, to, many);
        findAgain(to, many);
    }

    /** Tells the slots of records where these stand now. */
    void findAgain(int first, int many) {
        for (int row = first; row < first + many; row++) {
            rowAt[slot(row)] = row;
        }
    }

    /** Forgets where those stood who have left. */
    void forgetWhoLeft() {
        for (int i = 0; i < freeSlots; i++) {
            rowAt[freeSlot[i]] = -1;
        }
    }

    /** Its reaction time begins anew. */
    public void rest(int row) {
        ready(row, reaction(row));
        unmark(row, REACTING);
    }

    /** Position on its lane by which it must have changed lanes as {@link #need} says (m). */
    public double needBy(int row) {
        return needBy[slot(row)];
    }

    public void needBy(int row, double value) {
        needBy[slot(row)] = value;
    }

    /** Ordinal of its VehicleType. */
    public byte type(int row) {
        return type[slot(row)];
    }

    public void type(int row, int value) {
        type[slot(row)] = (byte) value;
    }

    /** Desired speed as a share of the limit. */
    public float factor(int row) {
        return factor[slot(row)];
    }

    public void factor(int row, float value) {
        factor[slot(row)] = value;
    }

    /** Highest speed (m/s). */
    public float top(int row) {
        return top[slot(row)];
    }

    public void top(int row, float value) {
        top[slot(row)] = value;
    }

    /** Power at the wheels (W/kg), 0 where it never limits. */
    public float power(int row) {
        return power[slot(row)];
    }

    public void power(int row, float value) {
        power[slot(row)] = value;
    }

    /** Reaction time before a standing driver moves off (s). */
    public float reaction(int row) {
        return reaction[slot(row)];
    }

    public void reaction(int row, float value) {
        reaction[slot(row)] = value;
    }

    /** Deceleration above which the driver goes on at yellow (m/s²). */
    /** How much larger than usual a driver's time gap is after a while in dense traffic; a factor in {@code ease}, which is what it keeps. */
    public float weariness(int row) {
        return weariness[slot(row)];
    }

    public void weariness(int row, float value) {
        weariness[slot(row)] = value;
    }

    /** A gap was cut short to a share of the usual, which then grows again; what weariness adds stays. */
    public void cutShort(int row, double share) {
        ease(row, (float) Math.min(ease(row), share * weariness(row)));
    }

    public float yellowLimit(int row) {
        return yellowLimit[slot(row)];
    }

    public void yellowLimit(int row, float value) {
        yellowLimit[slot(row)] = value;
    }

    /** Critical gap and follow-up time as a share of the usual ones. */
    public float caution(int row) {
        return caution[slot(row)];
    }

    public void caution(int row, float value) {
        caution[slot(row)] = value;
    }

    /** Next stop of its service, or {@link #NO_CALL}. */
    public int call(int row) {
        return call[slot(row)];
    }

    public void call(int row, int value) {
        call[slot(row)] = value;
    }

    /** The lane that it is still leaving sideways, or {@link LaneTable#NONE}. */
    public int changedFrom(int row) {
        return changedFrom[slot(row)];
    }

    public void changedFrom(int row, int value) {
        changedFrom[slot(row)] = value;
    }

    /** Tick of its last change of lanes. */
    public int changedAt(int row) {
        return changedAt[slot(row)];
    }

    public void changedAt(int row, int value) {
        changedAt[slot(row)] = value;
    }

    /** Tick at which somebody last moved in ahead of it. */
    public int letInAt(int row) {
        return letInAt[slot(row)];
    }

    public void letInAt(int row, int value) {
        letInAt[slot(row)] = value;
    }

    /** Slot of somebody who it leaves room for in this step, or -1. */
    public int roomFor(int row) {
        return roomFor[slot(row)];
    }

    public void roomFor(int row, int value) {
        roomFor[slot(row)] = value;
    }

    /** The lane behind, where its rear still is, or {@link LaneTable#NONE}. */
    public int tail(int row) {
        return tail[slot(row)];
    }

    public void tail(int row, int value) {
        tail[slot(row)] = value;
    }

    /** The lane behind that one, likewise. */
    public int tail2(int row) {
        return tail2[slot(row)];
    }

    public void tail2(int row, int value) {
        tail2[slot(row)] = value;
    }

    /** The lane behind that one, likewise. */
    public int tail3(int row) {
        return tail3[slot(row)];
    }

    public void tail3(int row, int value) {
        tail3[slot(row)] = value;
    }

    /** Who denied it the gap it looks for, as a number among the departures, or -1. */
    public int inTheWay(int row) {
        return inTheWay[slot(row)];
    }

    public void inTheWay(int row, int value) {
        inTheWay[slot(row)] = value;
    }

    /** Time until it has left the lane that it changed from (s). */
    public float changeLeft(int row) {
        return changeLeft[slot(row)];
    }

    public void changeLeft(int row, float value) {
        changeLeft[slot(row)] = value;
    }

    /** Booth at which it was served last, or -1. */
    public int gate(int row) {
        return gate[slot(row)];
    }

    public void gate(int row, int value) {
        gate[slot(row)] = value;
    }

    /** Time left at the booth where it stands (s), NaN when it stands at none. */
    public float service(int row) {
        return service[slot(row)];
    }

    public void service(int row, float value) {
        service[slot(row)] = value;
    }

    /** Delay that it had when it came onto a lane with a booth (s), NaN elsewhere. */
    public float lostAtGate(int row) {
        return lostAtGate[slot(row)];
    }

    public void lostAtGate(int row, float value) {
        lostAtGate[slot(row)] = value;
    }

    /** Time left at the stop where it stands (s), NaN when it stands at none. */
    public float dwell(int row) {
        return dwell[slot(row)];
    }

    public void dwell(int row, float value) {
        dwell[slot(row)] = value;
    }

    /** When it stopped at a line where it must or at the end of a wrong lane (s since midnight), NaN before; inside a junction when it passed the line. */
    public double since(int row) {
        return since[slot(row)];
    }

    public void since(int row, double value) {
        since[slot(row)] = value;
    }

    /** Bytes that the state of one vehicle takes. */
    public int bytesPerVehicle() {
        return bytesPerRecord() + bytesPerRow() + 2 * Integer.BYTES;
    }

    @Override
    void allocate() {
        freeSlot = Arrays.copyOf(freeSlot, capacity());
        rowAt = Arrays.copyOf(rowAt, capacity());
        type = bytes(type);
        needBy = doubles(needBy);
        factor = floats(factor);
        top = floats(top);
        power = floats(power);
        reaction = floats(reaction);
        yellowLimit = floats(yellowLimit);
        weariness = floats(weariness);
        caution = floats(caution);
        call = ints(call);
        changedFrom = ints(changedFrom);
        changedAt = ints(changedAt);
        letInAt = ints(letInAt);
        roomFor = ints(roomFor);
        tail = ints(tail);
        tail2 = ints(tail2);
        tail3 = ints(tail3);
        inTheWay = ints(inTheWay);
        changeLeft = floats(changeLeft);
        gate = ints(gate);
        service = floats(service);
        lostAtGate = floats(lostAtGate);
        dwell = floats(dwell);
        since = doubles(since);
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeInt(now);
        out.writeInt(slots);
        out.writeInt(freeSlots);
        SavedArrays.write(out, freeSlot, freeSlots);
        saveColumns(out, slots);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        now = in.readInt();
        slots = in.readInt();
        freeSlots = in.readInt();
        reserve(slots);
        SavedArrays.read(in, freeSlot);
        Arrays.fill(rowAt, -1);
        restoreColumns(in, slots);
    }
}
