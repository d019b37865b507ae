package org.ulicarro.core.signal;

import java.io.DataInput;
import java.io.DataOutput;

/** A fixed plan: what each group shows is a function of the clock alone, so there is nothing to save. */
final class FixedTime implements Controller {

    private final int firstGroup;
    private final Aspect[][] shown; // group of this controller -> tick of the cycle -> aspect
    private final int cycleTicks;
    private final int offsetTicks;

    FixedTime(int firstGroup, Aspect[][] shown, int cycleTicks, int offsetTicks) {
        this.firstGroup = firstGroup;
        this.shown = shown;
        this.cycleTicks = cycleTicks;
        this.offsetTicks = offsetTicks;
    }

    @Override
    public void advance(int tick, DetectorBoard detectors, Aspects aspects) {
        int second = Math.floorMod(tick - offsetTicks, cycleTicks);
        for (int g = 0; g < shown.length; g++) {
            aspects.show(firstGroup + g, shown[g][second], tick);
        }
    }

    @Override
    public void save(DataOutput out) {
        // a function of the clock
    }

    @Override
    public void restore(DataInput in) {
        // a function of the clock
    }
}
