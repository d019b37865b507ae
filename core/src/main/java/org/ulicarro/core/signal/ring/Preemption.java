package org.ulicarro.core.signal.ring;

/**
 * What takes the place of all phases while a detector is occupied, as for an emergency vehicle or a train. Times in ticks. The objects named
 * are those of NTCIP 1202 v03, section 5.7.
 *
 * @param id as in the study
 * @param detector that starts it
 * @param rank one with a smaller rank breaks off one with a greater
 * @param delay the detector must be occupied for so long (preemptDelay)
 * @param mostPresence after so long the detector counts as failed, until it is free again (preemptMaximumPresence); 0 for never
 * @param enter how what has green ends
 * @param first phases that have green first, to clear what stands in the way (preemptTrackPhase); may be none
 * @param firstFor for so long (preemptTrackGreen)
 * @param phases that have green while it lasts (preemptDwellPhase, preemptCyclingPhase)
 * @param turns whether these take turns, by who calls; else all have green together
 * @param least how long that lasts at least (preemptDwellGreen)
 * @param exit phases that have green first afterwards (preemptExitPhase); may be none
 */
public record Preemption(
        String id,
        int detector,
        int rank,
        int delay,
        int mostPresence,
        Enter enter,
        int[] first,
        int firstFor,
        int[] phases,
        boolean turns,
        int least,
        int[] exit) {

    /**
     * How what has green ends: a phase or its people that have less of their own keep that.
     *
     * @param green shortest green (preemptMinimumGreen)
     * @param walk shortest walk (preemptMinimumWalk)
     * @param clear how long people have to finish (preemptEnterPedClear)
     */
    public record Enter(int green, int walk, int clear) {

        private static final int AS_PHASES = Integer.MAX_VALUE;

        /** Greens and people's time to finish in full, walk cut at once. */
        public static final Enter USUAL = new Enter(AS_PHASES, 0, AS_PHASES);
    }

    /** One without delay, rank and exit: phases have green together while the detector is occupied. */
    static Preemption of(String id, int detector, int[] first, int firstFor, int[] phases, int least) {
        return new Preemption(id, detector, 1, 0, 0, Enter.USUAL, first, firstFor, phases, false, least, new int[0]);
    }
}
