package org.ulicarro.core.traffic;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.base.Stateful;

/**
 * Which vehicles are on which lane: for each lane a ring of rows, furthest downstream first, and beside it a short list of guests,
 * vehicles whose front is elsewhere but whose body is still here: their rear has not left yet, or they are moving sideways.
 */
final class LaneQueues implements Stateful {

    private int[] rows; // the rings of all lanes one behind the other
    private final int[] begin; // lane -> where its ring begins
    private final int[] mask; // lane -> places in its ring less one; the places are a power of two
    private final int[] head; // lane -> place of the first vehicle in its ring
    private int used; // of 'rows'
    final int[] count; // lane -> vehicles in its ring
    private final int[][] guests; // lane -> rows of its guests
    private final double[][] guestOffset; // lane -> what turns each guest's own position into one on this lane, m
    final int[] guestCount; // lane -> guests

    LaneQueues(LaneTable table) {
        int lanes = table.lanes;
        begin = new int[lanes];
        mask = new int[lanes];
        head = new int[lanes];
        count = new int[lanes];
        guests = new int[lanes][4];
        guestOffset = new double[lanes][4];
        guestCount = new int[lanes];
        for (int lane = 0; lane < lanes; lane++) {
            int most = (int) ((table.end[lane] - table.start[lane]) / 5.0) + 4;
            begin[lane] = used;
            mask[lane] = Integer.highestOneBit(most) * 2 - 1;
            used += mask[lane] + 1;
        }
        rows = new int[used];
    }

    /** The k-th vehicle of a lane, 0 the furthest downstream. */
    int at(int lane, int k) {
        return rows[begin[lane] + (head[lane] + k & mask[lane])];
    }

    private void set(int lane, int k, int row) {
        rows[begin[lane] + (head[lane] + k & mask[lane])] = row;
    }

    int last(int lane) {
        return at(lane, count[lane] - 1);
    }

    void append(int lane, int row) {
        insert(lane, count[lane], row);
    }

    /** Puts a vehicle in at the k-th place; those behind move one back. */
    void insert(int lane, int k, int row) {
        if (count[lane] > mask[lane]) {
            enlarge(lane, 2 * (mask[lane] + 1));
        }
        for (int i = count[lane]; i > k; i--) {
            set(lane, i, at(lane, i - 1));
        }
        set(lane, k, row);
        count[lane]++;
    }

    void removeFirst(int lane) {
        head[lane] = head[lane] + 1 & mask[lane];
        count[lane]--;
    }

    void remove(int lane, int row) {
        int k = 0;
        while (at(lane, k) != row) {
            k++;
        }
        for (int i = k; i + 1 < count[lane]; i++) {
            set(lane, i, at(lane, i + 1));
        }
        count[lane]--;
    }

    /** Moves a ring that has become too small behind all others; what it leaves is not used again. */
    private void enlarge(int lane, int places) {
        if (used + places > rows.length) {
            rows = java.util.Arrays.copyOf(rows, Math.max(used + places, rows.length + rows.length / 4));
        }
        for (int k = 0; k < count[lane]; k++) {
            rows[used + k] = at(lane, k);
        }
        begin[lane] = used;
        mask[lane] = places - 1;
        head[lane] = 0;
        used += places;
    }

    /** The g-th guest of a lane. */
    int guest(int lane, int g) {
        return guests[lane][g];
    }

    /** What turns that guest's own position into one on this lane (m). */
    double guestOffset(int lane, int g) {
        return guestOffset[lane][g];
    }

    void addGuest(int lane, int row, double offset) {
        if (guestCount[lane] == guests[lane].length) {
            guests[lane] = java.util.Arrays.copyOf(guests[lane], guestCount[lane] * 2);
            guestOffset[lane] = java.util.Arrays.copyOf(guestOffset[lane], guestCount[lane] * 2);
        }
        guests[lane][guestCount[lane]] = row;
        guestOffset[lane][guestCount[lane]++] = offset;
    }

    /** Takes a guest off a lane, if it is there. */
    void removeGuest(int lane, int row) {
        for (int g = 0; g < guestCount[lane]; g++) {
            if (guests[lane][g] == row) {
                removeGuestAt(lane, g);
                return;
            }
        }
    }

    /** Takes the g-th guest off a lane; the last one takes its place. */
    void removeGuestAt(int lane, int g) {
        int last = --guestCount[lane];
        guests[lane][g] = guests[lane][last];
        guestOffset[lane][g] = guestOffset[lane][last];
    }

    /** The guest's own position begins anew that much further on. */
    void shiftGuest(int lane, int row, double metres) {
        for (int g = 0; g < guestCount[lane]; g++) {
            if (guests[lane][g] == row) {
                guestOffset[lane][g] += metres;
            }
        }
    }

    /** Calls every row by its new number. */
    void renumber(int[] newRow) {
        for (int lane = 0; lane < count.length; lane++) {
            for (int k = 0; k < count[lane]; k++) {
                set(lane, k, newRow[at(lane, k)]);
            }
            for (int g = 0; g < guestCount[lane]; g++) {
                guests[lane][g] = newRow[guests[lane][g]];
            }
        }
    }

    @Override
    public void save(DataOutput out) throws IOException {
        for (int lane = 0; lane < count.length; lane++) {
            out.writeInt(count[lane]);
            for (int k = 0; k < count[lane]; k++) {
                out.writeInt(at(lane, k));
            }
            out.writeInt(guests[lane].length);
            out.writeInt(guestCount[lane]);
            SavedArrays.write(out, guests[lane], guestCount[lane]);
            SavedArrays.write(out, guestOffset[lane], guestCount[lane]);
        }
    }

    @Override
    public void restore(DataInput in) throws IOException {
        for (int lane = 0; lane < count.length; lane++) {
            int vehicles = in.readInt();
            count[lane] = 0;
            head[lane] = 0;
            if (vehicles > mask[lane] + 1) {
                enlarge(lane, Integer.highestOneBit(vehicles) * 2);
            }
            for (int k = 0; k < vehicles; k++) {
                append(lane, in.readInt());
            }
            int room = in.readInt();
            guests[lane] = guests[lane].length == room ? guests[lane] : new int[room];
            guestOffset[lane] = guestOffset[lane].length == room ? guestOffset[lane] : new double[room];
            guestCount[lane] = in.readInt();
            SavedArrays.read(in, guests[lane]);
            SavedArrays.read(in, guestOffset[lane]);
        }
    }
}
