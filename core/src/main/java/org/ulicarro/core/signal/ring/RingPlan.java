package org.ulicarro.core.signal.ring;

import java.util.List;

/**
 * The order of phases, and when they are coordinated.
 *
 * @param phases all phases, in the order of their numbers
 * @param rings ring to barrier group to the phases in their order, as places in {@code phases}
 * @param coordination null where the plan runs free
 */
public record RingPlan(List<Phase> phases, int[][][] rings, Coordination coordination) {

    /**
     * A background cycle. Times in ticks of the cycle's own clock, whose zero is the end of the barrier group with the coordinated
     * phases.
     *
     * @param cycle its length
     * @param offset tick of the day, modulo the cycle, at which that clock is zero
     * @param coordinated of each phase, whether it is coordinated
     * @param start of each phase's split
     * @param forceOff of each phase: when its green must end for its yellow and red to fit into its split
     * @param floating whether a phase has its own split only, so that what others leave goes to the coordinated ones
     */
    public record Coordination(
            int cycle, int offset, boolean[] coordinated, int[] start, int[] forceOff, boolean floating) {

        int clock(int tick) {
            return Math.floorMod(tick - offset, cycle);
        }
    }

    /** Groups of phases between barriers. */
    public int groups() {
        return rings[0].length;
    }
}
