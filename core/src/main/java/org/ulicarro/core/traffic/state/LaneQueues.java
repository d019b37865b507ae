package org.ulicarro.core.traffic.state;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.Arrays;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.network.LongBodies;
import org.ulicarro.core.traffic.lanes.LaneKinds;
import org.ulicarro.core.traffic.lanes.LaneTable;

/**
 * Which vehicles are on which lane. The records of a lane stand in a slab, one behind the other, furthest downstream first, so that the
 * one ahead of a vehicle is in the row before; behind them is room for those who come. Beside it each lane has a short list of guests,
 * vehicles whose front is elsewhere but whose body is still here: their rear has not left yet, or they are moving sideways.
 */
public final class LaneQueues implements Stateful {

    // A lane has 1 << LANE whole numbers.
    static final int LANE = 4;
    static final int BEGIN = 0; // row of its first vehicle
    static final int COUNT = 1; // vehicles on it
    static final int GUESTS = 2; // guests on it
    static final int KIND = 3; // bits of LaneKinds
    private static final int FLOOR = 4; // first row of its slab
    private static final int CEILING = 5; // first row behind its slab
    private static final int TO = 6; // of a path, the lane it enters
    private static final int GROUP = 7; // of a path, its signal group
    static final int RESTING = 8; // of a lane, how many of its first vehicles rest

    private static final int[] NOBODY = {};

    private final Fleet f;
    private final Junctions junctions;
    private final boolean[] path;
    private final int count;
    final int[] lanes;
    private final int[][] guests; // lane -> slots of its guests
    private final double[][] guestOffset; // lane -> what turns each guest's own position into one on this lane, m
    private Resting resting;
    private int[] was = NOBODY; // while slabs are put in order, the lanes as they were

    private final long[] inUse; // a bit for each lane on which somebody is
    private final long[] withGuests; // a bit for each lane with guests
    private final long[] slow; // a bit for each lane on which somebody may stand in a queue or join it

    public LaneQueues(LaneTable table, LaneKinds kinds, Fleet fleet, Junctions junctions) {
        f = fleet;
        this.junctions = junctions;
        path = table.path;
        count = table.lanes;
        lanes = new int[count << LANE];
        guests = new int[count][];
        guestOffset = new double[count][];
        Arrays.fill(guests, NOBODY);
        int words = (count + 63) / 64;
        inUse = new long[words];
        withGuests = new long[words];
        slow = new long[words];
        for (int lane = 0; lane < count; lane++) {
            lanes[(lane << LANE) + KIND] = kinds.of[lane];
            lanes[(lane << LANE) + TO] = table.to[lane];
            lanes[(lane << LANE) + GROUP] = table.group[lane];
        }
    }

    /** Vehicles on a lane. */
    public int count(int lane) {
        return lanes[(lane << LANE) + COUNT];
    }

    /** Who is told when something happens on a lane; before the first step. */
    public void tell(Resting who) {
        resting = who;
    }

    /** The lanes from 64 times a number on where somebody is, a bit for each. */
    public long inUse(int word) {
        return inUse[word];
    }

    /** Whether somebody is on a lane; asked of many lanes it takes less memory to know than how many there are. */
    public boolean isInUse(int lane) {
        return (inUse[lane >> 6] & 1L << lane) != 0;
    }

    /** Likewise those with guests. */
    public long withGuests(int word) {
        return withGuests[word];
    }

    /** Likewise those on which somebody may stand in a queue or join it. */
    public long slow(int word) {
        return slow[word];
    }

    public void noteSlow(int lane) {
        slow[lane >> 6] |= 1L << lane;
    }

    public void forgetSlow(int word) {
        slow[word] = 0;
    }

    /** What is special about a lane now: bits of {@link LaneKinds}. */
    public int kind(int lane) {
        return lanes[(lane << LANE) + KIND];
    }

    public boolean is(int lane, int kind) {
        return (lanes[(lane << LANE) + KIND] & kind) != 0;
    }

    /** The lane that a path enters. */
    public int to(int path) {
        return lanes[(path << LANE) + TO];
    }

    /** The signal group of a path, or {@link org.ulicarro.core.signal.SignalSystem#NO_GROUP}. */
    public int group(int path) {
        return lanes[(path << LANE) + GROUP];
    }

    /** Sets or clears what changes of it; who rests there wakes. */
    void set(int lane, int bit, boolean is) {
        if (is(lane, bit) != is) {
            resting.wake(lane);
            see(lane, bit, is);
        }
    }

    /** The same for what is so already, and only not known here yet. */
    void see(int lane, int bit, boolean is) {
        int at = (lane << LANE) + KIND;
        lanes[at] = is ? lanes[at] | bit : lanes[at] & ~bit;
    }

    /** The k-th vehicle of a lane, 0 the furthest downstream. */
    public int at(int lane, int k) {
        return lanes[(lane << LANE) + BEGIN] + k;
    }

    public int last(int lane) {
        int l = lane << LANE;
        return lanes[l + BEGIN] + lanes[l + COUNT] - 1;
    }

    /**
     * Takes a record to the end of a lane.
     *
     * @return where it stands now
     */
    public int append(int lane, int row) {
        return insert(lane, count(lane), row);
    }

    /**
     * Takes a record to the k-th place of a lane; those behind move one back. It must not be on that lane.
     *
     * @return where it stands now
     */
    public int insert(int lane, int k, int row) {
        resting.wake(lane);
        int l = lane << LANE;
        int vehicles = lanes[l + COUNT];
        int from = row;
        if (lanes[l + BEGIN] + vehicles == lanes[l + CEILING]) {
            makeRoom(l);
        }
        int place = lanes[l + BEGIN] + k;
        if (k < vehicles) {
            f.move(place, place + 1, vehicles - k);
        }
        f.move(from, place, 1);
        lanes[l + COUNT]++;
        note(lane);
        return place;
    }

    /** Room behind the last one: in front of the slab, or where nobody has been. What the slab leaves is not used until slabs are put in order. */
    private void makeRoom(int l) {
        int begin = lanes[l + BEGIN];
        int vehicles = lanes[l + COUNT];
        int free = begin - lanes[l + FLOOR];
        if (free > vehicles / 4) {
            lanes[l + BEGIN] = lanes[l + FLOOR];
        } else {
            int room = Math.max(1, 2 * vehicles);
            int first = f.rows(room);
            lanes[l + FLOOR] = first;
            lanes[l + CEILING] = first + room;
            lanes[l + BEGIN] = first;
        }
        if (vehicles > 0) {
            f.move(begin, lanes[l + BEGIN], vehicles);
        }
    }

    public void removeFirst(int lane) {
        resting.wake(lane);
        int l = lane << LANE;
        lanes[l + BEGIN]++;
        lanes[l + COUNT]--;
        note(lane);
    }

    /** Takes a record out of its lane; those behind it move up. It still stands in its old row when it is the last one. */
    public void remove(int lane, int row) {
        resting.wake(lane);
        int l = lane << LANE;
        int behind = lanes[l + BEGIN] + lanes[l + COUNT] - 1 - row;
        if (behind > 0) {
            f.move(row + 1, row, behind);
        }
        lanes[l + COUNT]--;
        note(lane);
    }

    /** How many of the first vehicles of a lane rest. */
    public int resting(int lane) {
        return lanes[(lane << LANE) + RESTING];
    }

    /** Guests of a lane. */
    public int guests(int lane) {
        return lanes[(lane << LANE) + GUESTS];
    }

    /** The g-th guest of a lane. */
    public int guest(int lane, int g) {
        return f.rowAt(guests[lane][g]);
    }

    /** What turns that guest's own position into one on this lane (m). */
    public double guestOffset(int lane, int g) {
        return guestOffset[lane][g];
    }

    public void addGuest(int lane, int row, double offset) {
        resting.wake(lane);
        int n = guests(lane);
        if (n == guests[lane].length) {
            guests[lane] = Arrays.copyOf(guests[lane], Math.max(2, 2 * n));
            guestOffset[lane] = n == 0 ? new double[2] : Arrays.copyOf(guestOffset[lane], 2 * n);
        }
        guests[lane][n] = f.slot(row);
        guestOffset[lane][n] = offset;
        lanes[(lane << LANE) + GUESTS] = n + 1;
        note(lane);
    }

    /** Takes a guest off a lane, if it is there. */
    public void removeGuest(int lane, int row) {
        int slot = f.slot(row);
        for (int g = 0; g < guests(lane); g++) {
            if (guests[lane][g] == slot) {
                removeGuestAt(lane, g);
                return;
            }
        }
    }

    /** Takes the g-th guest off a lane; the last one takes its place. */
    public void removeGuestAt(int lane, int g) {
        int last = guests(lane) - 1;
        lanes[(lane << LANE) + GUESTS] = last;
        guests[lane][g] = guests[lane][last];
        guestOffset[lane][g] = guestOffset[lane][last];
        note(lane);
    }

    /** Notes that there is somebody, and tells the place of a path who it is. */
    private void note(int lane) {
        int vehicles = count(lane);
        int rears = guests(lane);
        long bit = 1L << lane;
        int word = lane >> 6;
        inUse[word] = vehicles > 0 ? inUse[word] | bit : inUse[word] & ~bit;
        withGuests[word] = rears > 0 ? withGuests[word] | bit : withGuests[word] & ~bit;
        if (path[lane]) {
            boolean anyLong = false;
            for (int k = 0; k < vehicles; k++) {
                anyLong |= f.length(at(lane, k)) > LongBodies.FROM;
            }
            for (int g = 0; g < rears; g++) {
                anyLong |= f.length(guest(lane, g)) > LongBodies.FROM;
            }
            junctions.set(lane, vehicles > 0 || rears > 0, anyLong);
        }
    }

    /** The guest's own position begins anew that much further on. */
    public void shiftGuest(int lane, int row, double metres) {
        int slot = f.slot(row);
        for (int g = 0; g < guests(lane); g++) {
            if (guests[lane][g] == slot) {
                guestOffset[lane][g] += metres;
            }
        }
    }

    /**
     * Puts all slabs in the order of the lanes, each with some room: those who look at each other stand near each other in memory, which
     * in large networks is worth more than anything else. No result depends on where anybody stands.
     */
    public void order() {
        if (was.length == 0) {
            was = new int[lanes.length];
        }
        System.arraycopy(lanes, 0, was, 0, lanes.length);
        f.beginOrder();
        for (int l = 0; l < lanes.length; l += 1 << LANE) {
            int vehicles = was[l + COUNT];
            int first = slab(l, vehicles);
            if (vehicles > 0) {
                f.keep(was[l + BEGIN], first, vehicles);
                f.findAgain(first, vehicles);
            }
        }
        f.forgetWhoLeft();
    }

    /** A slab for some vehicles and those who may come soon. Where nobody is none is kept. */
    private int slab(int l, int vehicles) {
        int room = vehicles == 0 ? 0 : vehicles + 1 + vehicles / 4;
        int first = f.rows(room);
        lanes[l + FLOOR] = first;
        lanes[l + CEILING] = first + room;
        lanes[l + BEGIN] = first;
        return first;
    }

    @Override
    public void save(DataOutput out) throws IOException {
        for (int lane = 0; lane < count; lane++) {
            int vehicles = count(lane);
            out.writeInt(vehicles);
            for (int k = 0; k < vehicles; k++) {
                f.save(out, at(lane, k));
            }
            out.writeInt(guests(lane));
            for (int g = 0; g < guests(lane); g++) {
                out.writeInt(guests[lane][g]);
                out.writeDouble(guestOffset[lane][g]);
            }
        }
    }

    @Override
    public void restore(DataInput in) throws IOException {
        f.beginOrder();
        for (int lane = 0; lane < count; lane++) {
            lanes[(lane << LANE) + RESTING] = 0;
            lanes[(lane << LANE) + KIND] &= ~(LaneKinds.SHUT | LaneKinds.BLOCKED);
            int vehicles = in.readInt();
            int first = slab(lane << LANE, vehicles);
            lanes[(lane << LANE) + COUNT] = vehicles;
            for (int row = first; row < first + vehicles; row++) {
                f.restore(in, row);
            }
            f.findAgain(first, vehicles);
            int here = in.readInt();
            if (here > guests[lane].length) {
                guests[lane] = new int[here];
                guestOffset[lane] = new double[here];
            }
            lanes[(lane << LANE) + GUESTS] = here;
            for (int g = 0; g < here; g++) {
                guests[lane][g] = in.readInt();
                guestOffset[lane][g] = in.readDouble();
            }
        }
        junctions.restart();
        for (int lane = 0; lane < count; lane++) {
            note(lane); // once the records of guests are there, too
        }
    }
}
