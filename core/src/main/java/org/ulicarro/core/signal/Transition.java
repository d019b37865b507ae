package org.ulicarro.core.signal;

import org.ulicarro.core.study.SignalController;

/**
 * How a plan that has just begun gets into step with its offset.
 *
 * @param way which cycles may be changed, and where
 * @param most by which share of the cycle, at most
 */
public record Transition(Way way, double most) {

    /** What is changed. */
    public enum Way {
        /** Coordinated greens are held, as long as it takes. */
        DWELL,
        /** Cycles are lengthened or shortened, whichever takes less. */
        SHORT_WAY,
        /** Cycles are lengthened. */
        ADD_ONLY
    }

    /** The usual one: a sixth of the cycle at most. */
    public static final Transition USUAL = new Transition(Way.SHORT_WAY, 1 / 6.0);

    /** As a study says it; null for the usual one. */
    public static Transition of(SignalController.TransitionInput input) {
        return input == null ? USUAL : new Transition(Way.valueOf(input.way().name()), input.most());
    }

    /**
     * By how much the next cycle is changed.
     *
     * @param late how long after the moment it ought to have, modulo the cycle, a cycle begins (ticks)
     * @param cycle its length (ticks)
     * @param slack by how much it can be shortened at most (ticks)
     * @return ticks that it is lengthened by; negative where it is shortened
     */
    public int change(int late, int cycle, int slack) {
        if (late == 0) {
            return 0;
        }
        int longer = cycle - late;
        if (way == Way.DWELL) {
            return longer;
        }
        int step = Math.max(1, (int) (most * cycle));
        int shorter = Math.min(step, slack);
        int add = Math.min(longer, step);
        if (way == Way.ADD_ONLY || shorter <= 0) {
            return add;
        }
        int cyclesLonger = (longer + step - 1) / step;
        int cyclesShorter = (late + shorter - 1) / shorter;
        return cyclesShorter < cyclesLonger || cyclesShorter == cyclesLonger && late < longer
                ? -Math.min(late, shorter)
                : add;
    }
}
