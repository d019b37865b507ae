package org.ulicarro.core.signal.ring;

import java.util.Arrays;
import java.util.List;
import org.ulicarro.core.signal.Transition;

/**
 * The order of phases, and when they are coordinated.
 *
 * @param id as in the study
 * @param phases all phases, in the order of their numbers, with the times and recalls of this plan
 * @param rings ring to barrier group to the phases in their order, as places in {@code phases}
 * @param coordination null where the plan runs free
 */
public record RingPlan(String id, List<Phase> phases, int[][][] rings, Coordination coordination) {

    /**
     * A background cycle.
     *
     * @param cycle its length (ticks)
     * @param offset tick of the day, modulo the cycle, at which the first coordinated green gives way: the zero of the cycle's clock
     * @param named tick of the day, modulo the cycle, of the moment that the plan's offset is of
     * @param coordinated of each phase, whether it is coordinated
     * @param splits green, yellow and red of each phase together (ticks)
     * @param floating whether a phase has its own split only, so that what others leave goes to the coordinated ones
     * @param earlyYield a coordinated green that has gapped out may give way so long before its yield point (ticks)
     * @param heedsMaxima whether longest greens count beside force-offs
     * @param walkOverSplit whether people may need more than a split has: they are served in full, and the next greens begin late
     * @param transition how it gets into step
     * @param adapt how splits follow the traffic; null where they do not
     */
    public record Coordination(
            int cycle,
            int offset,
            int named,
            boolean[] coordinated,
            int[] splits,
            boolean floating,
            int earlyYield,
            boolean heedsMaxima,
            boolean walkOverSplit,
            Transition transition,
            Adapt adapt) {

        /** The same with other splits. */
        Coordination withSplits(int[] other) {
            return new Coordination(
                    cycle,
                    offset,
                    named,
                    coordinated,
                    other,
                    floating,
                    earlyYield,
                    heedsMaxima,
                    walkOverSplit,
                    transition,
                    adapt);
        }
    }

    /**
     * How splits follow the traffic.
     *
     * @param step by how much they change at a time (ticks)
     * @param most by how much a split differs from the written one, at most (ticks)
     * @param every cycles between two steps
     */
    public record Adapt(int step, int most, int every) {}

    /** Groups of phases between barriers. */
    public int groups() {
        return rings[0].length;
    }

    boolean hasOrderOf(RingPlan other) {
        return Arrays.deepEquals(rings, other.rings);
    }

    /** The ring of a phase, or -1 where the plan does not have it. */
    public int[] ringOf() {
        int[] ringOf = new int[phases.size()];
        Arrays.fill(ringOf, -1);
        forSlots((r, g, p) -> ringOf[p] = r);
        return ringOf;
    }

    /** The group between barriers of each phase. */
    public int[] groupOf() {
        int[] groupOf = new int[phases.size()];
        forSlots((r, g, p) -> groupOf[p] = g);
        return groupOf;
    }

    private interface Slot {
        void of(int ring, int group, int phase);
    }

    private void forSlots(Slot slot) {
        for (int r = 0; r < rings.length; r++) {
            for (int g = 0; g < rings[r].length; g++) {
                for (int p : rings[r][g]) {
                    if (p >= 0) {
                        slot.of(r, g, p);
                    }
                }
            }
        }
    }
}
