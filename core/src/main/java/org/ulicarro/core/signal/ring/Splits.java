package org.ulicarro.core.signal.ring;

import java.util.List;

/** From splits to the points of a background cycle. */
public final class Splits {

    private Splits() {}

    /**
     * When each phase's split begins and its green is forced off. The cycle's clock is zero where the coordinated phases' splits end at
     * their barrier; the offset is that of the first coordinated green.
     *
     * @param rings ring to barrier group to phases in order, as places in {@code phases}, -1 for an empty slot
     * @param offset tick of the day, modulo the cycle, at which the first coordinated green begins
     * @param splits green, yellow and red of each phase together (ticks)
     */
    public static RingPlan.Coordination coordination(
            List<Phase> phases,
            int[][][] rings,
            int cycle,
            int offset,
            boolean[] coordinated,
            int[] splits,
            boolean floating) {
        int home = homeGroup(rings, coordinated);
        int[] start = new int[phases.size()];
        int[] forceOff = new int[phases.size()];
        int first = 0; // of the coordinated greens, before the barrier
        for (int[][] ring : rings) {
            int at = -sum(ring[home], splits);
            for (int i = 0; i < ring.length; i++) {
                for (int p : ring[(home + i) % ring.length]) {
                    if (p >= 0) {
                        start[p] = at;
                        at += splits[p];
                        forceOff[p] =
                                at - phases.get(p).yellow() - phases.get(p).red();
                        first = coordinated[p] ? Math.min(first, start[p]) : first;
                    }
                }
            }
        }
        return new RingPlan.Coordination(
                cycle, Math.floorMod(offset - first, cycle), coordinated, start, forceOff, floating);
    }

    /** The group between barriers with the coordinated phases. */
    public static int homeGroup(int[][][] rings, boolean[] coordinated) {
        for (int[][] ring : rings) {
            for (int g = 0; g < ring.length; g++) {
                for (int p : ring[g]) {
                    if (p >= 0 && coordinated[p]) {
                        return g;
                    }
                }
            }
        }
        return 0;
    }

    /** Of the splits of slots (ticks). */
    public static int sum(int[] slots, int[] splits) {
        int sum = 0;
        for (int p : slots) {
            sum += p < 0 ? 0 : splits[p];
        }
        return sum;
    }
}
