package org.ulicarro.core.traffic;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.Arrays;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.base.Stateful;

/**
 * The state of every vehicle on the road. Inside a stage a vehicle is its row, the place of its record, which changes when it or its
 * neighbours come onto another lane; beyond that it is known by its {@code slot}, which it keeps while it is on the road.
 */
final class Fleet extends Records implements Stateful {

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
    // matter who decides first.
    static final byte NO_GAP = 0;
    static final byte HAS_GAP = 1;
    static final byte TAKES_GAP = 2; // from this step on
    static final byte DROPS_GAP = 3; // from this step on
    // The same where the gap is good as far as the median, in which there is room to wait for the rest.
    static final byte HAS_HALF = 4;
    static final byte TAKES_HALF = 5;
    static final byte DROPS_HALF = 6;

    // Bits of 'rare': what few vehicles are about. One look says whether the columns behind it matter.
    static final int MOVES_OVER = 1; // 'changedFrom' is a lane beside its own
    static final int LEAVES_ROOM = 2; // 'roomFor' is set
    static final int CALLS = 4; // 'call' is set
    static final int HEAVY = 8; // 'power' is set

    private int slots; // slots 0 .. slots-1 have been used; free ones among them are in 'freeSlot'
    private int freeSlots;
    private int[] freeSlot = new int[0];
    private int[] rowAt = new int[0]; // slot -> row, or -1

    private byte[] type;
    private float[] factor;
    private float[] top;
    private float[] power;
    private float[] reaction;
    private float[] yellowLimit;
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

    Fleet() {
        rows(0);
        reserve(256);
    }

    /** Gives a newcomer a slot and the row at the door, which still holds what the last one left there. */
    int take() {
        int given = freeSlots > 0 ? freeSlot[--freeSlots] : slots++;
        reserve(slots);
        slot(DOOR, given);
        rowAt[given] = DOOR;
        return DOOR;
    }

    void release(int row) {
        id(row, -1);
        freeSlot[freeSlots++] = slot(row);
    }

    /** Whether somebody goes on from where it waited, all the way or to the median. */
    boolean goes(int v) {
        byte state = committed(v);
        return state == HAS_GAP || state == TAKES_GAP || state == HAS_HALF || state == TAKES_HALF;
    }

    /** Whether it had its gap when the stage that gives way began. */
    boolean hadGap(int v) {
        byte state = committed(v);
        return state == HAS_GAP || state == DROPS_GAP || state == HAS_HALF || state == DROPS_HALF;
    }

    /** Whether its gap is good as far as the median only. */
    boolean isHalfWay(int v) {
        byte state = committed(v);
        return state == HAS_HALF || state == TAKES_HALF;
    }

    /** Vehicles on the road. */
    int count() {
        return slots - freeSlots;
    }

    /** Slots that have been used so far. */
    int slots() {
        return slots;
    }

    /** The row of a slot; of one that became free in this step the row that its vehicle had; else -1. */
    int rowAt(int which) {
        return rowAt[which];
    }

    /** Moves records by some rows, so that their slots find them there. */
    void move(int from, int to, int many) {
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

    /** Front bumper, m along its lane. */
    double pos(int row) {
        return drive[(row << DRIVE) + POS];
    }

    void pos(int row, double value) {
        drive[(row << DRIVE) + POS] = value;
    }

    /** m/s, never negative */
    double speed(int row) {
        return drive[(row << DRIVE) + SPEED];
    }

    void speed(int row, double value) {
        drive[(row << DRIVE) + SPEED] = value;
    }

    /** m/s², written by {@link Driving}, read by {@link Motion} */
    double accel(int row) {
        return drive[(row << DRIVE) + ACCEL];
    }

    void accel(int row, double value) {
        drive[(row << DRIVE) + ACCEL] = value;
    }

    /** m */
    double length(int row) {
        return drive[(row << DRIVE) + LENGTH];
    }

    void length(int row, double value) {
        drive[(row << DRIVE) + LENGTH] = value;
    }

    /** Desired speed here (m/s). */
    double desiredSpeed(int row) {
        return drive[(row << DRIVE) + DESIRED_SPEED];
    }

    void desiredSpeed(int row, double value) {
        drive[(row << DRIVE) + DESIRED_SPEED] = value;
    }

    /** Time gap (s). */
    double gapTime(int row) {
        return drive[(row << DRIVE) + GAP_TIME];
    }

    void gapTime(int row, double value) {
        drive[(row << DRIVE) + GAP_TIME] = value;
    }

    /** Maximum acceleration (m/s²). */
    double desiredAcceleration(int row) {
        return drive[(row << DRIVE) + DESIRED_ACCELERATION];
    }

    void desiredAcceleration(int row, double value) {
        drive[(row << DRIVE) + DESIRED_ACCELERATION] = value;
    }

    /** Comfortable deceleration (m/s²). */
    double comfortableDeceleration(int row) {
        return drive[(row << DRIVE) + COMFORTABLE_DECELERATION];
    }

    void comfortableDeceleration(int row, double value) {
        drive[(row << DRIVE) + COMFORTABLE_DECELERATION] = value;
    }

    /** Standing distance to the vehicle ahead (m). */
    double space(int row) {
        return drive[(row << DRIVE) + SPACE];
    }

    void space(int row, double value) {
        drive[(row << DRIVE) + SPACE] = value;
    }

    /** 1 / (2 sqrt(desiredAcceleration * comfortableDeceleration)) of the following rule (s²/m). */
    double closing(int row) {
        return drive[(row << DRIVE) + CLOSING];
    }

    void closing(int row, double value) {
        drive[(row << DRIVE) + CLOSING] = value;
    }

    /** Position on its lane of the slower stretch ahead that binds first (m). */
    double slowAt(int row) {
        return drive[(row << DRIVE) + SLOW_AT];
    }

    void slowAt(int row, double value) {
        drive[(row << DRIVE) + SLOW_AT] = value;
    }

    /** Speed there (m/s); at least the desired speed where there is none. */
    double slowTo(int row) {
        return drive[(row << DRIVE) + SLOW_TO];
    }

    void slowTo(int row, double value) {
        drive[(row << DRIVE) + SLOW_TO] = value;
    }

    /** Position on its lane by which it must have changed lanes as {@link #need} says (m). */
    double needBy(int row) {
        return books[(row << BOOKS) + NEED_BY];
    }

    void needBy(int row, double value) {
        books[(row << BOOKS) + NEED_BY] = value;
    }

    /** What it is known by outside of the step. */
    int slot(int row) {
        return state[(row << STATE) + SLOT];
    }

    void slot(int row, int value) {
        state[(row << STATE) + SLOT] = value;
    }

    /** Number among the departures; -1 once it has left. */
    int id(int row) {
        return state[(row << STATE) + ID];
    }

    void id(int row, int value) {
        state[(row << STATE) + ID] = value;
    }

    /** The lane after this one, or {@link #EXIT}, or {@link #WRONG_LANE}. */
    int next(int row) {
        return state[(row << STATE) + NEXT];
    }

    void next(int row, int value) {
        state[(row << STATE) + NEXT] = value;
    }

    /** Tick at which it came to a stand, or -1 while it moves. */
    int stoodSince(int row) {
        return state[(row << STATE) + STOOD_SINCE];
    }

    void stoodSince(int row, int value) {
        state[(row << STATE) + STOOD_SINCE] = value;
    }

    /** Number among the departures of the vehicle behind its restraint, or -1. */
    int restrainedBy(int row) {
        return state[(row << STATE) + RESTRAINED_BY];
    }

    void restrainedBy(int row, int value) {
        state[(row << STATE) + RESTRAINED_BY] = value;
    }

    /** The lane beside its own that it would change into now, or {@link LaneTable#NONE}. */
    int target(int row) {
        return state[(row << STATE) + TARGET];
    }

    void target(int row, int value) {
        state[(row << STATE) + TARGET] = value;
    }

    /** Lanes to go towards the kerb (negative: the middle) to the one that suits its way best. */
    int need(int row) {
        return state[(row << STATE) + NEED];
    }

    void need(int row, int value) {
        state[(row << STATE) + NEED] = value;
    }

    /** Place of the next movement in its route. */
    int cursor(int row) {
        return state[(row << STATE) + CURSOR];
    }

    void cursor(int row, int value) {
        state[(row << STATE) + CURSOR] = value;
    }

    /** The lane on which its front is. */
    int lane(int row) {
        return state[(row << STATE) + LANE];
    }

    void lane(int row, int value) {
        state[(row << STATE) + LANE] = value;
    }

    /** Reaction left before it moves off (s). */
    float ready(int row) {
        return Float.intBitsToFloat(state[(row << STATE) + READY]);
    }

    void ready(int row, float value) {
        mark(row, REACTING);
        state[(row << STATE) + READY] = Float.floatToRawIntBits(value);
    }

    /** Whether some of its reaction time has run off. */
    boolean isReacting(int row) {
        return (state[(row << STATE) + WHAT] & REACTING) != 0;
    }

    /** Its reaction time begins anew. */
    void rest(int row) {
        ready(row, reaction(row));
        unmark(row, REACTING);
    }

    /** Share of its time gap and standing distance that it keeps: below 1 for a while after somebody moved in, or in a queue with a shorter time gap of its own. */
    float ease(int row) {
        return Float.intBitsToFloat(state[(row << STATE) + EASE]);
    }

    void ease(int row, float value) {
        state[(row << STATE) + EASE] = Float.floatToRawIntBits(value);
    }

    private void set(int row, int bits, int values) {
        int at = (row << STATE) + WHAT;
        state[at] = state[at] & ~bits | values;
    }

    /** Bits of what few vehicles are about. */
    int rare(int row) {
        return state[(row << STATE) + WHAT] & RARE;
    }

    void rare(int row, int bits) {
        set(row, RARE, bits);
    }

    /** Sets some of the bits of {@link #rare}. */
    void mark(int row, int bits) {
        state[(row << STATE) + WHAT] |= bits;
    }

    void unmark(int row, int bits) {
        state[(row << STATE) + WHAT] &= ~bits;
    }

    /** 1 while something at or behind its stop line keeps it back. */
    int holds(int row) {
        return (state[(row << STATE) + WHAT] & HOLDS) == 0 ? 0 : 1;
    }

    void holds(int row, int value) {
        set(row, HOLDS, value == 0 ? 0 : HOLDS);
    }

    /** 1 for a driver who leaves room for those who must change lanes. */
    int lets(int row) {
        return (state[(row << STATE) + WHAT] & LETS) == 0 ? 0 : 1;
    }

    void lets(int row, int value) {
        set(row, LETS, value == 0 ? 0 : LETS);
    }

    /** 1 for a driver who drives into a junction without room behind it. */
    int blocks(int row) {
        return (state[(row << STATE) + WHAT] & BLOCKS) == 0 ? 0 : 1;
    }

    void blocks(int row, int value) {
        set(row, BLOCKS, value == 0 ? 0 : BLOCKS);
    }

    /** At yellow: UNDECIDED, GOES or STOPS. */
    byte decision(int row) {
        return (byte) (state[(row << STATE) + WHAT] >> DECISION_AT & 3);
    }

    void decision(int row, int value) {
        set(row, 3 << DECISION_AT, value << DECISION_AT);
    }

    /** Whether it has taken its gap, see above. */
    byte committed(int row) {
        return (byte) (state[(row << STATE) + WHAT] >> COMMITTED_AT & 7);
    }

    void committed(int row, int value) {
        set(row, 7 << COMMITTED_AT, value << COMMITTED_AT);
    }

    /** Ordinal of the {@link Motive} of its wish to change lanes, or of the change that it makes. */
    byte motive(int row) {
        return (byte) (state[(row << STATE) + WHAT] >> MOTIVE_AT & 7);
    }

    void motive(int row, int value) {
        set(row, 7 << MOTIVE_AT, value << MOTIVE_AT);
    }

    /** Ordinal of the {@link Restraint} that set its acceleration in the last step. */
    byte restraint(int row) {
        return (byte) (state[(row << STATE) + WHAT] >> RESTRAINT_AT & 15);
    }

    void restraint(int row, int value) {
        set(row, 15 << RESTRAINT_AT, value << RESTRAINT_AT);
    }

    /** Ordinal of its VehicleType. */
    byte type(int row) {
        return type[slot(row)];
    }

    void type(int row, int value) {
        type[slot(row)] = (byte) value;
    }

    /** Desired speed as a share of the limit. */
    float factor(int row) {
        return factor[slot(row)];
    }

    void factor(int row, float value) {
        factor[slot(row)] = value;
    }

    /** Highest speed (m/s). */
    float top(int row) {
        return top[slot(row)];
    }

    void top(int row, float value) {
        top[slot(row)] = value;
    }

    /** Power at the wheels (W/kg), 0 where it never limits. */
    float power(int row) {
        return power[slot(row)];
    }

    void power(int row, float value) {
        power[slot(row)] = value;
    }

    /** Reaction time before a standing driver moves off (s). */
    float reaction(int row) {
        return reaction[slot(row)];
    }

    void reaction(int row, float value) {
        reaction[slot(row)] = value;
    }

    /** Deceleration above which the driver goes on at yellow (m/s²). */
    float yellowLimit(int row) {
        return yellowLimit[slot(row)];
    }

    void yellowLimit(int row, float value) {
        yellowLimit[slot(row)] = value;
    }

    /** Critical gap and follow-up time as a share of the usual ones. */
    float caution(int row) {
        return caution[slot(row)];
    }

    void caution(int row, float value) {
        caution[slot(row)] = value;
    }

    /** Next stop of its service, or {@link #NO_CALL}. */
    int call(int row) {
        return call[slot(row)];
    }

    void call(int row, int value) {
        call[slot(row)] = value;
    }

    /** The lane that it is still leaving sideways, or {@link LaneTable#NONE}. */
    int changedFrom(int row) {
        return changedFrom[slot(row)];
    }

    void changedFrom(int row, int value) {
        changedFrom[slot(row)] = value;
    }

    /** Tick of its last change of lanes. */
    int changedAt(int row) {
        return changedAt[slot(row)];
    }

    void changedAt(int row, int value) {
        changedAt[slot(row)] = value;
    }

    /** Tick at which somebody last moved in ahead of it. */
    int letInAt(int row) {
        return letInAt[slot(row)];
    }

    void letInAt(int row, int value) {
        letInAt[slot(row)] = value;
    }

    /** Slot of somebody who it leaves room for in this step, or -1. */
    int roomFor(int row) {
        return roomFor[slot(row)];
    }

    void roomFor(int row, int value) {
        roomFor[slot(row)] = value;
    }

    /** The lane behind, where its rear still is, or {@link LaneTable#NONE}. */
    int tail(int row) {
        return tail[slot(row)];
    }

    void tail(int row, int value) {
        tail[slot(row)] = value;
    }

    /** The lane behind that one, likewise. */
    int tail2(int row) {
        return tail2[slot(row)];
    }

    void tail2(int row, int value) {
        tail2[slot(row)] = value;
    }

    /** The lane behind that one, likewise. */
    int tail3(int row) {
        return tail3[slot(row)];
    }

    void tail3(int row, int value) {
        tail3[slot(row)] = value;
    }

    /** Who denied it the gap it looks for, as a number among the departures, or -1. */
    int inTheWay(int row) {
        return inTheWay[slot(row)];
    }

    void inTheWay(int row, int value) {
        inTheWay[slot(row)] = value;
    }

    /** Time until it has left the lane that it changed from (s). */
    float changeLeft(int row) {
        return changeLeft[slot(row)];
    }

    void changeLeft(int row, float value) {
        changeLeft[slot(row)] = value;
    }

    /** Booth at which it was served last, or -1. */
    int gate(int row) {
        return gate[slot(row)];
    }

    void gate(int row, int value) {
        gate[slot(row)] = value;
    }

    /** Time left at the booth where it stands (s), NaN when it stands at none. */
    float service(int row) {
        return service[slot(row)];
    }

    void service(int row, float value) {
        service[slot(row)] = value;
    }

    /** Delay that it had when it came onto a lane with a booth (s), NaN elsewhere. */
    float lostAtGate(int row) {
        return lostAtGate[slot(row)];
    }

    void lostAtGate(int row, float value) {
        lostAtGate[slot(row)] = value;
    }

    /** Time left at the stop where it stands (s), NaN when it stands at none. */
    float dwell(int row) {
        return dwell[slot(row)];
    }

    void dwell(int row, float value) {
        dwell[slot(row)] = value;
    }

    /** When it stopped at a line where it must or at the end of a wrong lane (s since midnight), NaN before; inside a junction when it passed the line. */
    double since(int row) {
        return since[slot(row)];
    }

    void since(int row, double value) {
        since[slot(row)] = value;
    }

    /** Bytes that the state of one vehicle takes. */
    int bytesPerVehicle() {
        return bytesPerRecord() + bytesPerRow() + 2 * Integer.BYTES;
    }

    @Override
    void allocate() {
        freeSlot = Arrays.copyOf(freeSlot, capacity());
        rowAt = Arrays.copyOf(rowAt, capacity());
        type = bytes(type);
        factor = floats(factor);
        top = floats(top);
        power = floats(power);
        reaction = floats(reaction);
        yellowLimit = floats(yellowLimit);
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
        out.writeInt(slots);
        out.writeInt(freeSlots);
        SavedArrays.write(out, freeSlot, freeSlots);
        saveColumns(out, slots);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        slots = in.readInt();
        freeSlots = in.readInt();
        reserve(slots);
        SavedArrays.read(in, freeSlot);
        Arrays.fill(rowAt, -1);
        restoreColumns(in, slots);
    }
}
