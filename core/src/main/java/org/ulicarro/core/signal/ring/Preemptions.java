package org.ulicarro.core.signal.ring;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.signal.ControlWatch;
import org.ulicarro.core.signal.DetectorBoard;

/** Which pre-emption is on. The first of those that are called; it is not broken off by another. */
final class Preemptions implements Stateful {

    private static final int NONE = -1;

    private final Preemption[] preemption;
    private final Rings rings;
    private final ControlWatch watch;
    private int active = NONE;
    private boolean clearing; // the phases that come first
    private int held; // ticks for which the phases have had green

    Preemptions(Preemption[] preemption, Rings rings, ControlWatch watch) {
        this.preemption = preemption;
        this.rings = rings;
        this.watch = watch;
    }

    /** Reads the board; whether one has ended, so that everybody is to be served again. */
    boolean read(int tick, DetectorBoard board) {
        if (active == NONE) {
            for (int i = 0; i < preemption.length && active == NONE; i++) {
                if (board.occupied(preemption[i].detector())) {
                    active = i;
                    clearing = preemption[i].first().length > 0;
                    held = 0;
                    watch.preemption(tick, preemption[i].id(), true);
                }
            }
            return false;
        }
        held = areGreen(targets()) ? held + 1 : 0;
        if (clearing && held >= preemption[active].firstFor()) {
            clearing = false;
            held = 0;
        } else if (!clearing && held >= preemption[active].least() && !board.occupied(preemption[active].detector())) {
            watch.preemption(tick, preemption[active].id(), false);
            active = NONE;
            return true;
        }
        return false;
    }

    private boolean areGreen(int[] phases) {
        for (int p : phases) {
            if (!rings.hasGreen[p]) {
                return false;
            }
        }
        return true;
    }

    private int[] targets() {
        return clearing ? preemption[active].first() : preemption[active].phases();
    }

    boolean isOn() {
        return active != NONE;
    }

    /** Whether it wants a phase to have green. */
    boolean wants(int p) {
        return Overlap.has(targets(), p);
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeInt(active);
        out.writeBoolean(clearing);
        out.writeInt(held);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        active = in.readInt();
        clearing = in.readBoolean();
        held = in.readInt();
    }
}
