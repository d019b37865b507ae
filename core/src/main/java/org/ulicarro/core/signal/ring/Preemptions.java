package org.ulicarro.core.signal.ring;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.signal.ControlWatch;
import org.ulicarro.core.signal.DetectorBoard;

/**
 * Which pre-emption is on: of those that are called the one with the smallest rank, and of these the first. One with a smaller rank breaks
 * it off. It goes from clearing the way over its stay to the phases of its exit, and is over when these have green.
 */
final class Preemptions implements Stateful {

    private static final int NONE = -1;

    private static final int CLEARS_THE_WAY = 0;
    private static final int STAYS = 1;
    private static final int LEAVES = 2;

    private final Preemption[] preemption;
    private final Rings rings;
    private final ControlWatch watch;
    private final int[] occupiedFor; // pre-emption -> ticks for which its detector has been occupied
    private int active = NONE;
    private int stage;
    private int held; // ticks for which the phases have had green

    Preemptions(Preemption[] preemption, Rings rings, ControlWatch watch) {
        this.preemption = preemption;
        this.rings = rings;
        this.watch = watch;
        occupiedFor = new int[preemption.length];
    }

    /** What has happened in a tick. */
    enum News {
        NOTHING,
        BEGINS,
        /** Everybody is to be served again. */
        ENDS
    }

    News read(int tick, DetectorBoard board) {
        int called = NONE;
        for (int i = 0; i < preemption.length; i++) {
            boolean on = board.occupied(preemption[i].detector());
            occupiedFor[i] = on ? occupiedFor[i] + 1 : 0;
            if (isCalled(i) && (called == NONE || preemption[i].rank() < preemption[called].rank())) {
                called = i;
            }
        }
        boolean breaksOff = active == NONE
                ? called != NONE
                : called != NONE && preemption[called].rank() < preemption[active].rank()
                        || stage == LEAVES && called != NONE;
        if (breaksOff) {
            if (active != NONE && stage != LEAVES) {
                watch.preemption(tick, preemption[active].id(), false);
            }
            begin(called, tick);
            return News.BEGINS;
        }
        return active == NONE ? News.NOTHING : goOn(tick, called);
    }

    private boolean isCalled(int i) {
        Preemption one = preemption[i];
        boolean failed = one.mostPresence() > 0 && occupiedFor[i] > one.mostPresence();
        return occupiedFor[i] > one.delay() && !failed;
    }

    private void begin(int which, int tick) {
        active = which;
        stage = preemption[which].first().length > 0 ? CLEARS_THE_WAY : STAYS;
        held = 0;
        watch.preemption(tick, preemption[which].id(), true);
    }

    private News goOn(int tick, int called) {
        Preemption one = preemption[active];
        held = stage == STAYS && one.turns()
                ? held + (held > 0 || isAnyGreen(one.phases()) ? 1 : 0)
                : areGreen(targets()) ? held + 1 : 0;
        if (stage == CLEARS_THE_WAY && held >= one.firstFor()) {
            stage = STAYS;
            held = 0;
        } else if (stage == STAYS && held >= one.least() && !isCalled(active)) {
            watch.preemption(tick, one.id(), false);
            if (called != NONE) {
                begin(called, tick);
                return News.BEGINS;
            }
            held = 0;
            stage = LEAVES;
            if (one.exit().length == 0) {
                active = NONE;
            }
            return News.ENDS;
        } else if (stage == LEAVES && held > 0) {
            active = NONE;
        }
        return News.NOTHING;
    }

    private boolean areGreen(int[] phases) {
        for (int p : phases) {
            if (!rings.hasGreen[p]) {
                return false;
            }
        }
        return true;
    }

    private boolean isAnyGreen(int[] phases) {
        for (int p : phases) {
            if (rings.hasGreen[p]) {
                return true;
            }
        }
        return false;
    }

    private int[] targets() {
        Preemption one = preemption[active];
        return stage == CLEARS_THE_WAY ? one.first() : stage == STAYS ? one.phases() : one.exit();
    }

    boolean isOn() {
        return active != NONE;
    }

    /** Whether its phases take turns by who calls, just now. */
    boolean takeTurns() {
        return active != NONE && stage == STAYS && preemption[active].turns();
    }

    /** Whether it wants a phase to have green, or lets it have its turn. */
    boolean wants(int p) {
        return Overlap.has(targets(), p);
    }

    /** How greens end for it. */
    Preemption.Enter enter() {
        return active == NONE ? Preemption.Enter.USUAL : preemption[active].enter();
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeInt(active);
        out.writeInt(stage);
        out.writeInt(held);
        SavedArrays.write(out, occupiedFor, occupiedFor.length);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        active = in.readInt();
        stage = in.readInt();
        held = in.readInt();
        SavedArrays.read(in, occupiedFor);
    }
}
