package org.ulicarro.core.signal.ring;

import org.ulicarro.core.base.Clock;
import org.ulicarro.core.study.ActuatedControl.Plan.OtherPhase;

/**
 * One phase. Times in ticks of 0.1 s.
 *
 * @param id as engineers number it
 * @param group index of the signal group that it shows green to, or -1 where it lets only people go
 * @param footGroup index of the group of people beside it, or -1
 * @param minGreen shortest green
 * @param maxGreen longest green once somebody else calls
 * @param passage green after the last vehicle left the detector
 * @param yellow after green
 * @param red after yellow
 * @param walk shortest walk
 * @param clear how long people have after walk
 * @param walkLead how much earlier people start than vehicles
 * @param recall which calls stand by themselves
 * @param locks whether a call stays when the vehicle has left the detector during red
 * @param dualEntry whether it goes with a phase of another ring that is called when nobody calls in its own
 * @param restsInWalk whether people keep walk while nobody else calls
 * @param dropsLate whether a button that is pressed after walk, while others finish, is no call
 * @param conditional whether a ring that waits for the others at a barrier may come back to it while they have time left
 * @param keepsOrder whether its ring may not go back from it to an earlier phase between the same barriers: who turns in gaps during
 *     it would see their green end while the opposing one goes on
 * @param redRevert shortest red
 * @param permits phases whose turns may go in gaps during it: their own signals flash yellow
 * @param omitted whether it is left out, whoever calls (NTCIP 1202, phaseControlGroupPhaseOmit)
 * @param omitsPeople whether people beside it are not let go (NTCIP 1202, phaseControlGroupPedOmit)
 * @param volume how minimum and passage follow from the traffic; null where they do not
 * @param dynamic how the longest green follows from the traffic; null where it does not
 * @param keepsGap whether a gap that has come counts although vehicles come again while other rings are not ready for the barrier (NTCIP
 *     1202 v03, phaseOptions: simultaneous gap disable)
 * @param intoYellow how much of what people have to finish may run in yellow and red (NTCIP 1202 v03,
 *     phaseYellowandRedChangeTimeBeforeEndPedClear)
 */
public record Phase(
        String id,
        int group,
        int footGroup,
        int minGreen,
        int maxGreen,
        int passage,
        int yellow,
        int red,
        int walk,
        int clear,
        int walkLead,
        Recall recall,
        boolean locks,
        boolean dualEntry,
        boolean restsInWalk,
        boolean dropsLate,
        boolean conditional,
        boolean keepsOrder,
        int redRevert,
        int[] permits,
        boolean omitted,
        boolean omitsPeople,
        VolumeDensity volume,
        DynamicMax dynamic,
        boolean keepsGap,
        int intoYellow) {

    /**
     * Calls that stand without anybody on a detector.
     *
     * @param min one for the minimum green
     * @param max one that also extends it to its maximum
     * @param people one of people
     * @param soft one for the minimum green, only while no other phase is called
     */
    public record Recall(boolean min, boolean max, boolean people, boolean soft) {

        public static final Recall NONE = new Recall(false, false, false, false);
    }

    /**
     * Added initial and gap reduction.
     *
     * @param perActuation added to the minimum for each vehicle that came during yellow and red
     * @param mostInitial the minimum grows to this at most
     * @param reduceAfter the passage begins to shrink so long after somebody else called
     * @param reduceOver and has shrunk to its least so long after that
     * @param leastGap to this
     */
    public record VolumeDensity(int perActuation, int mostInitial, int reduceAfter, int reduceOver, int leastGap) {}

    /**
     * A longest green that goes between the phase's own and a limit, by a step each time that it maxed out, or gapped out, twice or more in
     * a row (NTCIP 1202 v03, phaseDynamicMaxLimit and phaseDynamicMaxStep).
     *
     * @param limit above or below the phase's own longest green
     */
    public record DynamicMax(int limit, int step) {}

    /**
     * The same as a plan has it.
     *
     * @param longest green
     * @param calls that stand
     * @param other what else is different; times in seconds
     */
    Phase with(int longest, Recall calls, OtherPhase other) {
        return new Phase(
                id,
                group,
                footGroup,
                ticks(other.minGreen(), minGreen),
                longest,
                ticks(other.passage(), passage),
                yellow,
                red,
                footGroup < 0 ? walk : ticks(other.walk(), walk),
                clear,
                walkLead,
                calls,
                locks,
                dualEntry,
                restsInWalk,
                dropsLate,
                conditional,
                keepsOrder,
                redRevert,
                permits,
                other.omit(),
                other.omitPeople(),
                volume,
                dynamic,
                keepsGap,
                intoYellow);
    }

    private static int ticks(Double seconds, int otherwise) {
        return seconds == null ? otherwise : Clock.ticks(seconds);
    }

    /** Walk and clearance, less what of it may run in yellow and red: what people need of the green, from when their walk begins. */
    public int peopleNeed() {
        return walk + clear - intoYellow;
    }
}
