package org.ulicarro.core.signal.ring;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.Arrays;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.signal.ControlWatch;
import org.ulicarro.core.signal.DetectorBoard;

/** Requests of buses and trams: who is expected, and for which phases. */
final class Requests implements Stateful {

    private static final int NONE = -1;

    private final Priority[] priority;
    private final ControlWatch watch;
    private final int[] since; // priority -> ticks since it came in, NONE for nobody
    private final int[] pause; // priority -> ticks until the next one is heard
    private final int[] extended; // priority -> ticks by which its green has been held
    private final int[] wasIn; // priority -> 1 while its first detector was occupied
    private final int[] wasOut;
    private final int[] heldAt; // priority -> tick in which it held a green last

    Requests(Priority[] priority, ControlWatch watch) {
        this.priority = priority;
        this.watch = watch;
        since = new int[priority.length];
        pause = new int[priority.length];
        extended = new int[priority.length];
        wasIn = new int[priority.length];
        wasOut = new int[priority.length];
        heldAt = new int[priority.length];
        Arrays.fill(heldAt, NONE);
        Arrays.fill(since, NONE);
    }

    void read(int tick, DetectorBoard board) {
        for (int i = 0; i < priority.length; i++) {
            int in = board.occupied(priority[i].in()) ? 1 : 0;
            int out = priority[i].out() >= 0 && board.occupied(priority[i].out()) ? 1 : 0;
            pause[i] = Math.max(0, pause[i] - 1);
            if (since[i] != NONE) {
                since[i]++;
                // it has gone when the end of it has left the detector behind the line
                if (wasOut[i] == 1 && out == 0 || since[i] >= priority[i].patience()) {
                    end(i, tick);
                }
            } else if (in == 1 && wasIn[i] == 0 && pause[i] == 0) {
                since[i] = 0;
                extended[i] = 0;
                watch.priority(tick, priority[i].id(), true);
            }
            wasIn[i] = in;
            wasOut[i] = out;
        }
    }

    private boolean counts(int i) {
        return since[i] != NONE && since[i] >= priority[i].travel();
    }

    /** Whether somebody is expected who goes with a phase. */
    boolean want(int p) {
        for (int i = 0; i < priority.length; i++) {
            if (counts(i) && Overlap.has(priority[i].phases(), p)) {
                return true;
            }
        }
        return false;
    }

    /** Whether others than a phase are to end as soon as they may. */
    boolean hurry(int p) {
        boolean hurry = false;
        for (int i = 0; i < priority.length; i++) {
            if (counts(i) && priority[i].early()) {
                if (Overlap.has(priority[i].phases(), p)) {
                    return false;
                }
                hurry = true;
            }
        }
        return hurry;
    }

    private void end(int i, int tick) {
        since[i] = NONE;
        pause[i] = priority[i].pause();
        watch.priority(tick, priority[i].id(), false);
    }

    /** Whether a green that would end is held for one more tick. A request whose green has been held for the longest is over. */
    boolean hold(int p, int tick) {
        for (int i = 0; i < priority.length; i++) {
            boolean mine = since[i] != NONE && Overlap.has(priority[i].phases(), p);
            if (mine && (heldAt[i] == tick || extended[i] < priority[i].extend())) {
                extended[i] += heldAt[i] == tick ? 0 : 1;
                heldAt[i] = tick;
                return true;
            }
            if (mine) {
                end(i, tick);
            }
        }
        return false;
    }

    @Override
    public void save(DataOutput out) throws IOException {
        for (int[] column : columns()) {
            SavedArrays.write(out, column, column.length);
        }
    }

    @Override
    public void restore(DataInput in) throws IOException {
        for (int[] column : columns()) {
            SavedArrays.read(in, column);
        }
    }

    private int[][] columns() {
        return new int[][] {since, pause, extended, wasIn, wasOut};
    }
}
