package org.ulicarro.core.signal;

import java.util.Arrays;

/**
 * How one set of greens follows another when all minimums are over. People end at once, since what they need to finish is longest; vehicles
 * keep green until what follows could not begin sooner anyway. All in ticks from the moment at which the first set is left.
 *
 * @param ends of each group that ends, when its green does; -1 for others
 * @param begins of each group that begins, when its green does; -1 for others
 * @param waitsFor of each group that begins, the one whose clearance it waits for longest; -1 for none
 */
public record StageChange(int[] ends, int[] begins, int[] waitsFor) {

    /** Longer than any minimum or clearance (ticks). */
    private static final int LONG = 6000;

    /** From what {@code from} shows to what {@code to} shows. */
    public static StageChange of(Guard.Group[] groups, boolean[] from, boolean[] to) {
        Guard guard = new Guard(groups, 0);
        int[] wanted = new int[groups.length];
        for (int g = 0; g < groups.length; g++) {
            guard.follow(g, from[g] ? Aspect.GREEN.ordinal() : Aspect.RED.ordinal());
            wanted[g] = (to[g] ? Aspect.GREEN : Aspect.RED).ordinal();
        }
        guard.rest(LONG);
        int[] ends = new int[groups.length];
        int[] begins = new int[groups.length];
        int[] waitsFor = new int[groups.length];
        Arrays.fill(ends, -1);
        Arrays.fill(begins, -1);
        Arrays.fill(waitsFor, -1);
        for (int tick = 0; tick < LONG; tick++) {
            boolean arrived = guard.approachLate(wanted);
            for (int g = 0; g < groups.length; g++) {
                ends[g] = from[g] && !to[g] && ends[g] < 0 && !guard.isGreen(g) ? tick : ends[g];
                begins[g] = to[g] && !from[g] && begins[g] < 0 && guard.isGreen(g) ? tick : begins[g];
            }
            if (arrived) {
                break;
            }
        }
        for (int g = 0; g < groups.length; g++) {
            int latest = -1;
            int longest = -1;
            for (int i = 0; begins[g] >= 0 && i < groups[g].never().length; i++) {
                int other = groups[g].never()[i];
                int clears = groups[g].clears()[i];
                int cleared = ends[other] < 0 ? -1 : ends[other] + clears;
                if (cleared > latest || cleared == latest && cleared >= 0 && clears > longest) {
                    waitsFor[g] = other;
                    latest = cleared;
                    longest = clears;
                }
            }
        }
        return new StageChange(ends, begins, waitsFor);
    }
}
