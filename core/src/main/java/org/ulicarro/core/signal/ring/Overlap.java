package org.ulicarro.core.signal.ring;

/**
 * A signal group that has green with any of several phases, and through the clearance from one of them to the next. Times in ticks.
 *
 * @param id as in the study
 * @param group index of its signal group
 * @param parents phases that it has green with
 * @param yellow after green
 * @param red after yellow
 * @param minGreen shortest green
 * @param lateStart how much later than its phase's green it begins
 * @param trail how much longer it lasts than the green of its last phase
 * @param notWith phases beside whose people it may not have green
 */
public record Overlap(
        String id,
        int group,
        int[] parents,
        int yellow,
        int red,
        int minGreen,
        int lateStart,
        int trail,
        int[] notWith) {

    /** Whether a phase is one of some. */
    public static boolean has(int[] phases, int p) {
        for (int one : phases) {
            if (one == p) {
                return true;
            }
        }
        return false;
    }
}
