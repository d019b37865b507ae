package org.ulicarro.core.signal.ring;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.signal.ControlWatch;

/** The groups that have green with several phases. */
final class Overlaps implements Stateful {

    private static final int RED = 0;
    private static final int GREEN = 1;
    private static final int TRAILS = 2;
    private static final int YELLOW = 3;
    private static final int CLEARS = 4;

    private final Overlap[] overlap;
    private final Rings rings;
    private final ControlWatch watch;
    private final int[] state; // overlap -> one of the above
    private final int[] timer; // overlap -> ticks of it

    Overlaps(Overlap[] overlap, Rings rings, ControlWatch watch) {
        this.overlap = overlap;
        this.rings = rings;
        this.watch = watch;
        state = new int[overlap.length];
        timer = new int[overlap.length];
    }

    /** Whether people beside a phase, or whose lead holds it back, have to wait for a group that is not red yet. */
    boolean block(int p, boolean lead) {
        for (int o = 0; o < overlap.length; o++) {
            if (!isRed(o) && (Overlap.has(overlap[o].notWith(), p) || lead && Overlap.has(overlap[o].parents(), p))) {
                return true;
            }
        }
        return false;
    }

    /** Whether its red after yellow is over, or is with this tick. */
    private boolean isRed(int o) {
        return state[o] == RED || state[o] == CLEARS && timer[o] + 1 >= overlap[o].red();
    }

    /** Whether a group that has green with a phase is about to end, so that what follows has to wait. */
    boolean isClearing(int p) {
        for (int o = 0; o < overlap.length; o++) {
            if (state[o] >= TRAILS && !isRed(o) && Overlap.has(overlap[o].parents(), p)) {
                return true;
            }
        }
        return false;
    }

    /** Whether one that is not red yet has none of the phases that are to begin. */
    boolean areInTheWayOf(int[] begin) {
        for (int o = 0; o < overlap.length; o++) {
            boolean with = false;
            for (int p : begin) {
                with |= p != Rings.NONE && state[o] == GREEN && Overlap.has(overlap[o].parents(), p);
            }
            if (!isRed(o) && !with) {
                return true;
            }
        }
        return false;
    }

    /** Whether a group that has green with a phase has not had its shortest green. */
    boolean needs(int p) {
        for (int o = 0; o < overlap.length; o++) {
            if (state[o] == GREEN && timer[o] + 1 < overlap[o].minGreen() && Overlap.has(overlap[o].parents(), p)) {
                return true;
            }
        }
        return false;
    }

    /**
     * Moves on by a tick, after the rings have.
     *
     * @param walks of each phase, whether people beside it have walk or clearance, or are about to
     * @param carried of each ring, whether overlaps of the phase that it goes to have green until then
     */
    void advance(int tick, boolean[] walks, boolean[] carried) {
        for (int o = 0; o < overlap.length; o++) {
            timer[o]++;
            boolean held = isHeld(o, walks);
            switch (state[o]) {
                case RED -> to(o, !held && hasPhase(o, overlap[o].lateStart()) ? GREEN : RED, tick);
                case GREEN -> {
                    if (held || !hasPhase(o, 0) && !isCarried(o, carried)) {
                        to(o, overlap[o].trail() > 0 && !held ? TRAILS : YELLOW, tick);
                    }
                }
                case TRAILS -> to(o, timer[o] >= overlap[o].trail() ? YELLOW : TRAILS, tick);
                case YELLOW -> to(o, timer[o] >= overlap[o].yellow() ? CLEARS : YELLOW, tick);
                default -> to(o, timer[o] >= overlap[o].red() ? RED : CLEARS, tick);
            }
        }
    }

    private void to(int o, int what, int tick) {
        if (state[o] != what) {
            Aspect before = aspect(o);
            state[o] = what;
            timer[o] = 0;
            if (aspect(o) != before) {
                watch.overlap(tick, overlap[o].id(), aspect(o));
            }
        }
    }

    private boolean isHeld(int o, boolean[] walks) {
        for (int p : overlap[o].notWith()) {
            if (walks[p]) {
                return true;
            }
        }
        return false;
    }

    /** Whether one of its phases has had green for so long. */
    private boolean hasPhase(int o, int since) {
        for (int r = 0; r < rings.count; r++) {
            if (rings.state[r] == Rings.GREEN
                    && rings.green[r] >= since
                    && Overlap.has(overlap[o].parents(), rings.at[r])) {
                return true;
            }
        }
        return false;
    }

    /** Whether one of its phases comes next, in any ring (NTCIP 1202 v03, overlapIncludedPhases: green while one of them is on or next). */
    private boolean isCarried(int o, boolean[] carried) {
        for (int r = 0; r < rings.count; r++) {
            int to = rings.next[r] == Rings.NONE ? rings.promised[r] : rings.next[r];
            if (carried[r] && to != Rings.NONE && Overlap.has(overlap[o].parents(), to)) {
                return true;
            }
        }
        return false;
    }

    private Aspect aspect(int o) {
        return state[o] == GREEN || state[o] == TRAILS ? Aspect.GREEN : state[o] == YELLOW ? Aspect.YELLOW : Aspect.RED;
    }

    void show(int tick, Aspects aspects) {
        for (int o = 0; o < overlap.length; o++) {
            aspects.show(overlap[o].group(), aspect(o), tick);
        }
    }

    @Override
    public void save(DataOutput out) throws IOException {
        SavedArrays.write(out, state, state.length);
        SavedArrays.write(out, timer, timer.length);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        SavedArrays.read(in, state);
        SavedArrays.read(in, timer);
    }
}
