package org.ulicarro.core.study;

import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Dimension;

/**
 * The signal control of one place.
 *
 * @param kind what decides
 * @param groups signal groups of a fixed plan by id
 * @param phases phases of actuated control by number
 * @param inputs what detectors tell it
 * @param plans signal plans by id
 */
public record SignalController(
        @Required @About("What decides: fixed is a plan by the clock, actuated phases in rings by who comes.")
        Kind kind,

        @About("fixed: signal groups by id.") Map<String, Group> groups,

        @About("actuated: phases by number.") Map<String, PhaseInput> phases,

        @About("actuated: what detectors tell it; without any, each lane gets one at the stop line.")
        Map<String, SignalInput> inputs,

        @Required @About("Signal plans by id; the one with the period's name is used, or the only one.")
        Map<String, Plan> plans) {

    public enum Kind {
        FIXED,
        ACTUATED
    }

    public SignalController {
        groups = InOrder.map(groups);
        phases = InOrder.map(phases);
        inputs = InOrder.map(inputs);
        plans = InOrder.map(plans);
    }

    /** Control by the clock. */
    public static SignalController fixed(Map<String, Group> groups, Map<String, Plan> plans) {
        return new SignalController(Kind.FIXED, groups, null, null, plans);
    }

    /**
     * Movements, or people on a crossing, that always see the same display.
     *
     * @param serves movements with green when the group has green
     * @param yields those of them that go in gaps while a conflicting movement has green too
     * @param crosses crossings of its legs whose people it lets go, by road; with a refuge also one half, {@code pier.near}
     * @param walk shortest walk (s)
     * @param clear how long people have to finish after walk (s)
     * @param yellow how long yellow lasts after green (s)
     * @param red how long all others wait after that (s)
     * @param minGreen shortest green (s)
     */
    public record Group(
            @About("Movements served, such as [EBT, EBR, EBL] or [quay-1>mill].")
            List<String> serves,

            @About("Those of them that go in gaps (permissive).")
            List<String> yields,

            @About("People let go instead: crossings of the legs of its place, by road, [pier].")
            List<String> crosses,

            @Usual("5 s") @Unit(Dimension.TIME) @About("People: shortest walk.")
            double walk,

            @Unit(Dimension.TIME)
            @About("People: time to finish after walk; for the whole crossing at 1.2 m/s where none is written.")
            Double clear,

            @Usual("3 s") @Unit(Dimension.TIME) @About("Yellow after green.")
            double yellow,

            @Usual("2 s") @Unit(Dimension.TIME) @About("All-red after yellow.")
            double red,

            @Usual("5 s") @Unit(Dimension.TIME) @About("Shortest green.")
            double minGreen) {

        public Group {
            serves = serves == null ? List.of() : List.copyOf(serves);
            yields = yields == null ? List.of() : List.copyOf(yields);
            crosses = crosses == null ? List.of() : List.copyOf(crosses);
        }

        /** A group for vehicles. */
        public static Group of(List<String> serves, List<String> yields, double yellow, double red, double minGreen) {
            return new Group(serves, yields, null, 5, null, yellow, red, minGreen);
        }

        /** Whether it is people whom it lets go. */
        public boolean forPeople() {
            return !crosses.isEmpty();
        }
    }

    /** How a coordinated plan ends the greens of other phases. */
    public enum ForceOff {
        FIXED,
        FLOATING
    }

    /**
     * A signal plan.
     *
     * @param like the plan that this one starts from: what is left out here is taken from there; null for none
     * @param cycle length (s); null to take it from {@code like}
     * @param offset where in the day cycle second 0 falls, or the first coordinated green begins, modulo the cycle (s); null as above
     * @param greens fixed: green ranges in cycle seconds by group
     * @param rings actuated: the order of phases ring by ring, {@code 1 2 | 3 4}
     * @param coordinated actuated: phases whose green comes round with the cycle
     * @param splits actuated: green, yellow and red of each phase together (s)
     * @param forceOff actuated: fixed gives what a phase leaves to the next one, floating to the coordinated ones
     * @param free actuated: whether it runs without a cycle
     */
    public record Plan(
            @About("The plan that this one starts from.") String like,
            @Unit(Dimension.TIME) @About("Cycle length.") Double cycle,

            @Unit(Dimension.TIME)
            @About("Time of day, modulo the cycle, of cycle second 0; of the first coordinated green.")
            Double offset,

            @About("Green by group, in seconds of the cycle: {EB: [0-38], NB: [43-60, 66-85]}.")
            Map<String, List<CycleRange>> greens,

            @About(
                    "Order of phases, ring by ring, with barriers: [\"1 2 | 3 4\", \"5 6 | 7 8\"]; '-' is an empty slot.")
            List<String> rings,

            @About("Phases whose green comes round with the cycle: [2, 6].")
            List<String> coordinated,

            @Unit(Dimension.TIME) @About("Green, yellow and red of each phase together: {1: 15 s, 2: 35 s}.")
            Map<String, Double> splits,

            @Key("force-off")
            @About("fixed gives what a phase leaves to the next one, floating to the coordinated ones.")
            ForceOff forceOff,

            @About("Whether it runs without a cycle.") Boolean free) {

        public Plan {
            greens = InOrder.map(greens);
            rings = rings == null ? List.of() : List.copyOf(rings);
            coordinated = coordinated == null ? List.of() : List.copyOf(coordinated);
            splits = InOrder.map(splits);
        }

        /** What another plan says, but for the cycle. */
        public static Plan like(String plan, Double cycle) {
            return new Plan(plan, cycle, null, null, null, null, null, null, null);
        }

        /** Greens by the clock. */
        public static Plan fixed(Double cycle, Double offset, Map<String, List<CycleRange>> greens) {
            return new Plan(null, cycle, offset, greens, null, null, null, null, null);
        }
    }
}
