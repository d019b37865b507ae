package org.ulicarro.core.traffic.state;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.Arrays;

/**
 * Records of vehicles, one behind the other: what the step reads and writes of everybody lies in a few lines of the processor's cache. A
 * row is the place of a record. Which rows belong to which lane, and in what order, is the matter of {@link LaneQueues}; a record moves
 * when its vehicle comes onto another lane.
 *
 * <p>What few vehicles need, or few steps, stands in columns by slot ({@link Columns}), which a vehicle keeps while it is on the road.
 */
public abstract class Records extends Columns {

    /** The row of who is about to come in and stands on no lane yet. */
    static final int DOOR = 0;

    // A record is 1 << DRIVE doubles about how it drives, 1 << BOOKS doubles of its accounts and 1 << STATE whole
    // numbers.
    public static final int DRIVE = 4;
    static final int BOOKS = 3;
    public static final int STATE = 4;

    // places in 'drive'; the first two stand twice: as they are, and as the step makes them
    public static final int POS = 0;
    public static final int SPEED = 1;
    public static final int ACCEL = 4;
    public static final int LENGTH = 5;
    public static final int DESIRED_SPEED = 6;
    public static final int TIME_GAP = 7;
    public static final int MAXIMUM_ACCELERATION = 8;
    public static final int COMFORTABLE_DECELERATION = 9;
    public static final int STANDING_GAP = 10;
    public static final int RULE_CONSTANT = 11;
    public static final int SLOW_AT = 12;
    public static final int SLOW_TO = 13;
    static final int CRUISE = 14;
    static final int DELAY = 15;

    // places in 'books'
    static final int CONTROL = 0;
    static final int STOPPED = 1;
    static final int SINCE_LINE = 2;
    static final int LINE_TIME = 3;
    static final int ALONE_SQUARED = 4;
    static final int GEOMETRIC = 5;
    static final int LOST = 6;
    static final int RESTS_SINCE = 7;

    // places in 'state'
    public static final int SLOT = 0;
    public static final int ID = 1;
    public static final int NEXT = 2;
    public static final int WHAT = 3;
    public static final int HELD_BY = 4;
    public static final int HELD_BY_NOW = 5;
    public static final int PLACE = 6;
    static final int STOOD_SINCE = 7;
    public static final int RESTRAINED_BY = 8;
    static final int READY = 9;
    public static final int EASE = 10;
    public static final int TARGET = 11;
    static final int NEED = 12;
    static final int CURSOR = 13;
    static final int LANE = 14;
    static final int STOPS = 15;

    // bits of what stands at WHAT: first those of what few vehicles are about, then the rest
    public static final int RARE = 255;
    public static final int HOLDS = 1 << 8;
    public static final int QUEUED = 1 << 9;
    public static final int ARMED = 1 << 10;
    static final int LETS = 1 << 11;
    static final int BLOCKS = 1 << 12;
    public static final int REACTING = 1 << 25; // its reaction time has begun to run
    static final int PAST_LINE = 1 << 26; // of the place that its account is of
    static final int CATCHES_UP = 1 << 27; // even alone it would be slower here than it wishes
    public static final int DECISION_AT = 13; // two bits
    public static final int COMMITTED_AT = 15; // three bits
    public static final int COMMITTED = 7 << COMMITTED_AT;
    static final int MOTIVE_AT = 18; // three bits
    public static final int RESTRAINT_AT = 21; // four bits

    public double[] drive = new double[0];
    double[] books = new double[0];
    public int[] state = new int[0];
    public int
            now; // what to add to POS and SPEED for those that hold; 2 less that for those that the step in hand makes
    public int used = DOOR + 1; // rows that have been given to lanes, and the door
    private double[] spareDrive = new double[0];
    private double[] spareBooks = new double[0];
    private int[] spareState = new int[0];

    /** Gives out rows that nobody has used since the records were last put in order. */
    public final int rows(int many) {
        int first = used;
        used += many;
        if (used << STATE > state.length) {
            int room = Math.max(256, used + used / 2);
            drive = Arrays.copyOf(drive, room << DRIVE);
            books = Arrays.copyOf(books, room << BOOKS);
            state = Arrays.copyOf(state, room << STATE);
        }
        return first;
    }

    /** What the step has made of positions and speeds holds from now on. */
    public final void turn() {
        now = 2 - now;
    }

    /** Copies records to other rows; the two stretches may overlap. */
    final void copy(int from, int to, int many) {
        System.arraycopy(drive, from << DRIVE, drive, to << DRIVE, many << DRIVE);
        System.arraycopy(books, from << BOOKS, books, to << BOOKS, many << BOOKS);
        System.arraycopy(state, from << STATE, state, to << STATE, many << STATE);
    }

    /** Begins to put all records in another order: {@link #keep} brings over those that stay. */
    final void beginOrder() {
        double[] d = drive;
        double[] b = books;
        int[] s = state;
        if (spareState.length < s.length) {
            spareDrive = new double[d.length];
            spareBooks = new double[b.length];
            spareState = new int[s.length];
        }
        drive = spareDrive;
        books = spareBooks;
        state = spareState;
        spareDrive = d;
        spareBooks = b;
        spareState = s;
        used = DOOR + 1;
    }

    /** Copies records from where they stood before {@link #beginOrder}. */
    final void keep(int from, int to, int many) {
        System.arraycopy(spareDrive, from << DRIVE, drive, to << DRIVE, many << DRIVE);
        System.arraycopy(spareBooks, from << BOOKS, books, to << BOOKS, many << BOOKS);
        System.arraycopy(spareState, from << STATE, state, to << STATE, many << STATE);
    }

    final void save(DataOutput out, int row) throws IOException {
        for (int i = row << DRIVE; i < row + 1 << DRIVE; i++) {
            out.writeDouble(drive[i]);
        }
        for (int i = row << BOOKS; i < row + 1 << BOOKS; i++) {
            out.writeDouble(books[i]);
        }
        for (int i = row << STATE; i < row + 1 << STATE; i++) {
            out.writeInt(state[i]);
        }
    }

    final void restore(DataInput in, int row) throws IOException {
        for (int i = row << DRIVE; i < row + 1 << DRIVE; i++) {
            drive[i] = in.readDouble();
        }
        for (int i = row << BOOKS; i < row + 1 << BOOKS; i++) {
            books[i] = in.readDouble();
        }
        for (int i = row << STATE; i < row + 1 << STATE; i++) {
            state[i] = in.readInt();
        }
    }

    /** Bytes of a record. */
    static int bytesPerRecord() {
        return (8 << DRIVE) + (8 << BOOKS) + (4 << STATE);
    }
}
