package org.ulicarro.core.signal.ring;

import java.util.List;

/** From splits to the points of a background cycle. */
public final class Splits {

    /**
     * Points of one cycle, on a clock whose zero is where the first coordinated green gives way.
     *
     * @param length of the cycle (ticks)
     * @param start of each phase's split
     * @param forceOff of each phase: when its green must end for its yellow and red to fit into its split
     */
    record Points(int length, int[] start, int[] forceOff) {}

    /** Moments of the coordinated greens that an offset can be meant to be of. */
    public enum Moment {
        FIRST_COORDINATED_GREEN,
        LAST_COORDINATED_GREEN,
        FIRST_YIELD,
        YELLOW
    }

    private Splits() {}

    /** When each phase's split begins and its green is forced off. */
    static Points points(List<Phase> phases, int[][][] rings, boolean[] coordinated, int[] splits) {
        int home = homeGroup(rings, coordinated);
        int[] start = new int[phases.size()];
        int[] forceOff = new int[phases.size()];
        int length = 0;
        int zero = Integer.MAX_VALUE;
        for (int[][] ring : rings) {
            int whole = 0;
            int at = -longest(rings, home, splits);
            for (int i = 0; i < ring.length; i++) {
                int g = (home + i) % ring.length;
                int begins = at;
                for (int p : ring[g]) {
                    if (p >= 0) {
                        start[p] = at;
                        at += splits[p];
                        forceOff[p] =
                                at - phases.get(p).yellow() - phases.get(p).red();
                        zero = coordinated[p] ? Math.min(zero, forceOff[p]) : zero;
                    }
                }
                at = begins + longest(rings, g, splits);
                whole += longest(rings, g, splits);
            }
            length = Math.max(length, whole);
        }
        for (int p = 0; p < start.length; p++) {
            start[p] -= zero;
            forceOff[p] -= zero;
        }
        return new Points(length, start, forceOff);
    }

    /**
     * When the cycle's clock is zero, for an offset that is meant to be of a moment.
     *
     * @param offset tick of the day, modulo the cycle, of that moment
     */
    public static int zero(
            List<Phase> phases, int[][][] rings, boolean[] coordinated, int[] splits, int offset, Moment moment) {
        Points points = points(phases, rings, coordinated, splits);
        int first = Integer.MAX_VALUE;
        int last = Integer.MIN_VALUE;
        for (int p = 0; p < coordinated.length; p++) {
            if (coordinated[p]) {
                first = Math.min(first, points.start[p]);
                last = Math.max(last, points.start[p]);
            }
        }
        int at = switch (moment) {
            case FIRST_COORDINATED_GREEN -> first;
            case LAST_COORDINATED_GREEN -> last;
            case FIRST_YIELD, YELLOW -> 0; // a green that gives way shows yellow at once
        };
        return Math.floorMod(offset - at, points.length);
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

    private static int longest(int[][][] rings, int group, int[] splits) {
        int longest = 0;
        for (int[][] ring : rings) {
            longest = Math.max(longest, sum(ring[group], splits));
        }
        return longest;
    }

    /** The least that a split can be: shortest green, and people where they may not exceed it (ticks). */
    public static int least(Phase p, boolean walkOverSplit) {
        int green = p.minGreen() + p.walkLead();
        int people = p.footGroup() >= 0 && !p.omitsPeople() && !walkOverSplit ? p.peopleNeed() : 0;
        return Math.max(green, people) + p.yellow() + p.red();
    }

    /** By how much a cycle can be shortened (ticks). */
    static int slack(List<Phase> phases, int[][][] rings, int[] splits, boolean walkOverSplit) {
        int slack = 0;
        for (int g = 0; g < rings[0].length; g++) {
            slack += slack(phases, rings, g, splits, walkOverSplit);
        }
        return slack;
    }

    private static int slack(List<Phase> phases, int[][][] rings, int group, int[] splits, boolean walkOverSplit) {
        int least = Integer.MAX_VALUE;
        for (int[][] ring : rings) {
            int mine = 0;
            boolean any = false;
            for (int p : ring[group]) {
                if (p >= 0) {
                    any = true;
                    mine += Math.max(0, splits[p] - least(phases.get(p), walkOverSplit));
                }
            }
            least = any ? Math.min(least, mine) : least;
        }
        return least == Integer.MAX_VALUE ? 0 : least;
    }

    /**
     * Splits of a cycle that is longer or shorter, equal between barriers as before.
     *
     * @param change ticks; not below minus the {@link #slack}
     * @param onlyCoordinated whether all of it goes to the coordinated phases
     */
    static int[] changed(
            List<Phase> phases, int[][][] rings, RingPlan.Coordination c, int change, boolean onlyCoordinated) {
        int[] splits = c.splits().clone();
        int home = homeGroup(rings, c.coordinated());
        int groups = rings[0].length;
        long[] share = new long[groups];
        for (int g = 0; g < groups; g++) {
            share[g] = onlyCoordinated
                    ? (g == home ? 1 : 0)
                    : change < 0 ? slack(phases, rings, g, splits, c.walkOverSplit()) : longest(rings, g, splits);
        }
        int[] ofGroup = divided(change, share);
        for (int g = 0; g < groups; g++) {
            for (int[][] ring : rings) {
                long[] parts = new long[ring[g].length];
                for (int i = 0; i < parts.length; i++) {
                    int p = ring[g][i];
                    parts[i] = p < 0
                            ? 0
                            : onlyCoordinated
                                    ? (c.coordinated()[p] ? 1 : 0)
                                    : change < 0
                                            ? Math.max(0, splits[p] - least(phases.get(p), c.walkOverSplit()))
                                            : splits[p];
                }
                int[] ofPhase = divided(ofGroup[g], parts);
                for (int i = 0; i < parts.length; i++) {
                    if (ring[g][i] >= 0) {
                        splits[ring[g][i]] += ofPhase[i];
                    }
                }
            }
        }
        return splits;
    }

    /** A number of ticks in parts like given ones that add up to it. */
    private static int[] divided(int ticks, long[] parts) {
        long whole = 0;
        for (long part : parts) {
            whole += part;
        }
        int[] divided = new int[parts.length];
        long before = 0;
        for (int i = 0; i < parts.length && whole > 0; i++) {
            long from = ticks * before / whole;
            before += parts[i];
            divided[i] = (int) (ticks * before / whole - from);
        }
        return divided;
    }
}
