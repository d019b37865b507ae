package org.ulicarro.core.study;

import java.util.List;
import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.study.SignalController.Group;

/**
 * A phase of actuated control: movements that get green together, and people beside them. Times in s.
 *
 * @param serves movements with green
 * @param yields those of them that go in gaps
 * @param byRight those of them that turn by right
 * @param crosses crossings whose people it lets go
 * @param walk shortest walk
 * @param clear how long people have after it; null for the whole crossing
 * @param walkLead how much earlier people start
 * @param minGreen shortest green
 * @param maxGreen longest green once somebody else calls
 * @param passage green after the last vehicle left its detector
 * @param yellow after green
 * @param red after yellow
 * @param recall calls that stand by themselves
 * @param dualEntry whether it goes with a called phase of another ring
 * @param lock whether a call stays when the vehicle has left the detector
 * @param restInWalk whether people keep walk while nobody else calls
 * @param dropLateCalls whether a button pressed after walk, while others finish, is no call
 * @param conditionalService whether a ring that waits for others at a barrier may come back to it
 * @param redRevert shortest red
 * @param volumeDensity how shortest green and passage follow the traffic; null where they do not
 * @param secondMax longest green in plans that say so; null for none
 * @param dynamicMax how the longest green follows the traffic; null where it does not
 * @param simultaneousGap whether one that has gapped out is extended again while it waits for other rings at a barrier; null for yes
 * @param clearIntoYellow how much of the time to finish may run in yellow and red
 */
public record PhaseInput(
        @About("Movements served, such as [EBT, EBR] or [quay-1>mill].")
        List<String> serves,

        @About("Those of them that go in gaps (permissive).")
        List<String> yields,

        @Key("protected")
        @About("Turns that go by right: nobody may walk meanwhile on the crossing that they turn over, [NBR].")
        List<String> byRight,

        @About("Crossings whose people it lets go beside them, by road, [pier].")
        List<String> crosses,

        @Usual("7 s") @Unit(Dimension.TIME) @About("People: shortest walk.")
        double walk,

        @Unit(Dimension.TIME)
        @About("People: time to finish after walk; for the whole crossing at 1.2 m/s where none is written.")
        Double clear,

        @Usual("0 s")
        @Key("walk-lead")
        @Unit(Dimension.TIME)
        @About("How much earlier people start than the vehicles of the phase.")
        double walkLead,

        @Usual("5 s") @Key("min-green") @Unit(Dimension.TIME) @About("Shortest green.")
        double minGreen,

        @Usual("30 s")
        @Key("max-green")
        @Unit(Dimension.TIME)
        @About("Longest green once somebody else calls; without coordination.")
        double maxGreen,

        @Usual("2 s") @Unit(Dimension.TIME) @About("Green after the last vehicle left the detector.")
        double passage,

        @Usual("3 s") @Unit(Dimension.TIME) @About("Yellow after green.")
        double yellow,

        @Usual("2 s") @Unit(Dimension.TIME) @About("All-red after yellow.")
        double red,

        @About("Calls that stand without anybody on a detector: [min], [max], [people], [soft].")
        List<Recall> recall,

        @Key("dual-entry") @About("Whether it goes with a called phase of another ring.")
        boolean dualEntry,

        @About("Whether a call stays when the vehicle has left the detector.")
        boolean lock,

        @Key("rest-in-walk") @About("Whether people keep walk while nobody else calls.")
        boolean restInWalk,

        @Key("drop-late-calls") @About("Whether a button pressed after walk, while others finish, is no call.")
        boolean dropLateCalls,

        @About("Whether a ring that waits for others at a barrier may come back to it.")
        boolean conditionalService,

        @Usual("2 s") @Unit(Dimension.TIME) @About("Shortest red.")
        double redRevert,

        @Key("volume-density") @About("Shortest green and passage that follow the traffic.")
        VolumeDensity volumeDensity,

        @Key("max-green-2") @Unit(Dimension.TIME) @About("Longest green in plans that name the phase in second-max.")
        Double secondMax,

        @About("Longest green that follows the traffic.") DynamicMax dynamicMax,

        @About("Whether one that has gapped out is extended again while it waits for other rings at a barrier; it is.")
        Boolean simultaneousGap,

        @Usual("0 s")
        @Unit(Dimension.TIME)
        @About("People: how much of their time to finish may run in yellow and red.")
        double clearIntoYellow) {

    public enum Recall {
        MIN,
        MAX,
        PEOPLE,
        SOFT
    }

    /**
     * Added initial and gap reduction. Times in s.
     *
     * @param perVehicle added to the shortest green for each vehicle that came during red
     * @param mostInitial it grows to this at most
     * @param reduceAfter the passage begins to shrink so long after somebody else called
     * @param reduceOver and has shrunk so long after that
     * @param leastGap to this
     */
    public record VolumeDensity(
            @Usual("0 s")
            @Key("per-vehicle")
            @Unit(Dimension.TIME)
            @About("Added to the shortest green for each vehicle that came during red.")
            double perVehicle,

            @Usual("0 s") @Key("most-initial") @Unit(Dimension.TIME) @About("It grows to this at most.")
            double mostInitial,

            @Usual("0 s")
            @Key("reduce-after")
            @Unit(Dimension.TIME)
            @About("The passage begins to shrink so long after somebody else called.")
            double reduceAfter,

            @Usual("0 s") @Key("reduce-over") @Unit(Dimension.TIME) @About("And has shrunk so long after that.")
            double reduceOver,

            @Required @Key("least-gap") @Unit(Dimension.TIME) @About("To this.")
            double leastGap) {}

    /**
     * A longest green that grows while a phase keeps needing all of it. Times in s.
     *
     * @param limit to which it goes; below the phase's own longest green it is the least
     * @param step by which it goes
     */
    public record DynamicMax(
            @Required @Unit(Dimension.TIME) @About("To which it goes, up from max-green or down to less.")
            double limit,

            @Usual("5 s")
            @Unit(Dimension.TIME)
            @About("By so much, from the second time on that the phase maxed or gapped out.")
            double step) {}

    public PhaseInput {
        serves = serves == null ? List.of() : List.copyOf(serves);
        yields = yields == null ? List.of() : List.copyOf(yields);
        byRight = byRight == null ? List.of() : List.copyOf(byRight);
        crosses = crosses == null ? List.of() : List.copyOf(crosses);
        recall = recall == null ? List.of() : List.copyOf(recall);
    }

    /** Vehicles, called by whoever is on a detector; all goes with any other phase's call. */
    public static PhaseInput of(
            List<String> serves,
            List<String> yields,
            double minGreen,
            double maxGreen,
            double passage,
            double yellow,
            double red) {
        return new PhaseInput(
                serves, yields, null, null, 7, null, 0, minGreen, maxGreen, passage, yellow, red, null, true, false,
                false, false, false, 2, null, null, null, null, 0);
    }

    /** The same with other recalls. */
    public PhaseInput withRecall(List<Recall> others) {
        return new PhaseInput(
                serves,
                yields,
                byRight,
                crosses,
                walk,
                clear,
                walkLead,
                minGreen,
                maxGreen,
                passage,
                yellow,
                red,
                others,
                dualEntry,
                lock,
                restInWalk,
                dropLateCalls,
                conditionalService,
                redRevert,
                volumeDensity,
                secondMax,
                dynamicMax,
                simultaneousGap,
                clearIntoYellow);
    }

    /** The same that lets people go, too. */
    public PhaseInput withPeople(List<String> crossings, double shortestWalk, Double finish) {
        return new PhaseInput(
                serves,
                yields,
                byRight,
                crossings,
                shortestWalk,
                finish,
                walkLead,
                minGreen,
                maxGreen,
                passage,
                yellow,
                red,
                recall,
                dualEntry,
                lock,
                restInWalk,
                dropLateCalls,
                conditionalService,
                redRevert,
                volumeDensity,
                secondMax,
                dynamicMax,
                simultaneousGap,
                clearIntoYellow);
    }

    /** Its vehicles as a signal group; null where it serves none. */
    public Group vehicles() {
        return serves.isEmpty() ? null : new Group(serves, yields, byRight, null, 0, null, yellow, red, minGreen);
    }

    /** Its people as one; null where it lets none go. */
    public Group people() {
        return crosses.isEmpty() ? null : new Group(null, null, null, crosses, walk, clear, yellow, red, minGreen);
    }
}
