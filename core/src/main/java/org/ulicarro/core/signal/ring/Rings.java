package org.ulicarro.core.signal.ring;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.Arrays;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.base.Stateful;

/** What each ring does, and where all of them are. Timers count ticks that are over. */
final class Rings implements Stateful {

    static final int NONE = -1;
    private static final int LONG_AGO = -1_000_000;

    /** In red: it has no phase in this barrier group, or waits to go over the barrier. */
    static final int RESTS = 0;

    /** People walk already, vehicles wait for the end of the lead. */
    static final int LEADS = 1;

    static final int GREEN = 2;
    static final int YELLOW = 3;
    static final int CLEARS = 4;

    final int count;
    final int[] state; // ring -> what it does
    final int[] at; // ring -> its phase, the one it comes from while it rests, or NONE
    final int[] next; // ring -> phase that it goes to after its clearance, NONE for over the barrier
    final int[] promised; // ring -> phase beyond the barrier that was called when its green ended
    final int[] timer; // ring -> ticks in its state
    final int[] green; // ring -> ticks of green so far
    final int[] maxTimer; // ring -> ticks since somebody else called in its green
    final int[] needed; // ring -> its shortest green this time
    final int[] again; // ring -> 1 once it has gone back to an earlier phase while it waited for others
    final int[] gapped; // ring -> 1 once its green has gapped out for good
    final int[] lasts; // ring -> ticks that its green goes on, so that all have cleared at the same time to go over the
    // barrier
    final int[] because; // ring -> ordinal of the reason for which it ends then
    final boolean[] hasGreen; // phase -> whether it shows green
    final int[] redSince; // phase -> tick at which its yellow ended
    int barrier; // group of phases between barriers in which all rings are
    int target; // group they go to
    boolean crossing; // all rings end their phases to go over the barrier

    Rings(int count, int phases) {
        this.count = count;
        state = new int[count];
        at = new int[count];
        next = new int[count];
        promised = new int[count];
        timer = new int[count];
        green = new int[count];
        maxTimer = new int[count];
        needed = new int[count];
        again = new int[count];
        gapped = new int[count];
        lasts = new int[count];
        because = new int[count];
        hasGreen = new boolean[phases];
        redSince = new int[phases];
        Arrays.fill(at, NONE);
        Arrays.fill(next, NONE);
        Arrays.fill(promised, NONE);
        Arrays.fill(redSince, LONG_AGO);
        crossing = true;
    }

    void enter(int r, int what) {
        state[r] = what;
        timer[r] = 0;
    }

    /** The ring whose phase one is, or that comes from it; NONE for none. */
    int ringAt(int p) {
        for (int r = 0; r < count; r++) {
            if (at[r] == p) {
                return r;
            }
        }
        return NONE;
    }

    /** Ticks for which a phase has had green; 0 where it has none. */
    int greenOf(int p) {
        int r = hasGreen[p] ? ringAt(p) : NONE;
        return r == NONE ? 0 : green[r] + 1;
    }

    boolean hasYellow(int p) {
        int r = ringAt(p);
        return r != NONE && state[r] == YELLOW;
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeInt(barrier);
        out.writeBoolean(crossing);
        out.writeInt(target);
        for (int[] column : columns()) {
            SavedArrays.write(out, column, column.length);
        }
    }

    @Override
    public void restore(DataInput in) throws IOException {
        barrier = in.readInt();
        crossing = in.readBoolean();
        target = in.readInt();
        for (int[] column : columns()) {
            SavedArrays.read(in, column);
        }
        Arrays.fill(hasGreen, false);
        for (int r = 0; r < count; r++) {
            if (state[r] == GREEN) {
                hasGreen[at[r]] = true;
            }
        }
    }

    private int[][] columns() {
        return new int[][] {
            state, at, next, promised, timer, green, maxTimer, needed, again, gapped, lasts, because, redSince
        };
    }
}
