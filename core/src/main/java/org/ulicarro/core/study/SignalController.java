package org.ulicarro.core.study;

import java.util.LinkedHashMap;
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
 * @param script what decides by stages; null elsewhere
 * @param meter how a meter lets vehicles go; null elsewhere
 * @param outside what is asked outside of this program; null elsewhere
 * @param overlaps groups that have green with several phases, by id
 * @param priority buses and trams that ask for green, by id
 * @param preemption what takes the place of all phases, by id
 * @param failures detectors that fail
 * @param clearance clearances that are given
 * @param schedule plans by the time of day at which they begin
 * @param transition how a plan gets into step
 * @param plans signal plans by id
 */
public record SignalController(
        @Required
        @About(
                "fixed is a plan by the clock, actuated phases in rings by who comes, stages a script, meter lets vehicles go one by one, outside asks another program.")
        Kind kind,

        @About("fixed: signal groups by id.") Map<String, Group> groups,

        @About("actuated: phases by number.") Map<String, PhaseInput> phases,

        @About("actuated: what detectors tell it; without any, each lane gets one at the stop line.")
        Map<String, SignalInput> inputs,

        @About("stages: the script that decides, a file of the study: market.stages.")
        StageScript script,

        @About("meter: how it lets vehicles go.") MeterInput meter,

        @About("outside: what it is told, and what takes over when it does not answer.")
        OutsideInput outside,

        @About("actuated: groups that have green with several phases, by id.")
        Map<String, OverlapInput> overlaps,

        @About("actuated: buses and trams that ask for green, by id.")
        Map<String, PriorityInput> priority,

        @About("actuated: what takes the place of all phases while a detector is occupied, by id.")
        Map<String, PreemptionInput> preemption,

        @About("actuated: detectors that report the same for a time, whatever is on them.")
        List<DetectorFailure> failures,

        @About("Clearances that are given; else they follow from yellow and red.")
        ClearanceInput clearance,

        @KeyForm(KeyForm.TIME)
        @About("Plans by the time of day at which they begin: {06:00: am, 09:30: day}; instead of the period's name.")
        Map<String, String> schedule,

        @About("How a plan of the schedule gets into step with its offset.")
        TransitionInput transition,

        @About("fixed, actuated: signal plans by id; the one with the period's name is used, or the only one.")
        Map<String, Plan> plans) {

    public enum Kind {
        FIXED,
        ACTUATED,
        STAGES,
        METER,
        OUTSIDE
    }

    public SignalController {
        groups = InOrder.map(groups);
        phases = InOrder.map(phases);
        inputs = InOrder.map(inputs);
        overlaps = InOrder.map(overlaps);
        priority = InOrder.map(priority);
        preemption = InOrder.map(preemption);
        failures = failures == null ? List.of() : List.copyOf(failures);
        schedule = InOrder.map(schedule);
        plans = InOrder.map(plans);
    }

    /** Control by the clock. */
    public static SignalController fixed(Map<String, Group> groups, Map<String, Plan> plans) {
        return new SignalController(
                Kind.FIXED, groups, null, null, null, null, null, null, null, null, null, null, null, null, plans);
    }

    /** Control by who comes. */
    public static SignalController actuated(Map<String, PhaseInput> phases, Map<String, Plan> plans) {
        return new SignalController(
                Kind.ACTUATED, null, phases, null, null, null, null, null, null, null, null, null, null, null, plans);
    }

    /** The same with its script read. */
    public SignalController withScript(StageScript read) {
        return new SignalController(
                kind,
                groups,
                phases,
                inputs,
                read,
                meter,
                outside,
                overlaps,
                priority,
                preemption,
                failures,
                clearance,
                schedule,
                transition,
                plans);
    }

    /** The same with other plans. */
    public SignalController withPlans(Map<String, Plan> other) {
        return new SignalController(
                kind,
                groups,
                phases,
                inputs,
                script,
                meter,
                outside,
                overlaps,
                priority,
                preemption,
                failures,
                clearance,
                schedule,
                transition,
                other);
    }

    /** The same with other clearances. */
    public SignalController withClearance(ClearanceInput given) {
        return new SignalController(
                kind,
                groups,
                phases,
                inputs,
                script,
                meter,
                outside,
                overlaps,
                priority,
                preemption,
                failures,
                given,
                schedule,
                transition,
                plans);
    }

    /**
     * How a plan gets into step.
     *
     * @param way what is changed
     * @param most by which share of the cycle, at most
     */
    public record TransitionInput(
            @Required @About("dwell holds the coordinated green, short-way and add-only change whole cycles.")
            Way way,

            @Usual("17 %") @Unit(Dimension.SHARE) @About("By which share a cycle changes, at most.")
            double most) {

        public enum Way {
            DWELL,
            SHORT_WAY,
            ADD_ONLY
        }
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
     * @param offsetOf actuated: which moment the offset is of; null for the first coordinated green
     * @param yieldEarly actuated: a coordinated green that has gapped out may give way so much earlier (s)
     * @param maxima actuated: whether longest greens count beside force-offs
     * @param walkOverSplit actuated: whether people may need more than a split has
     * @param maxGreen actuated: longest greens of this plan by phase (s)
     * @param recall actuated: recalls of this plan by phase
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

            @About(
                    "Which moment of the coordinated greens the offset is of; first-coordinated-green where none is written.")
            Moment offsetOf,

            @Unit(Dimension.TIME) @About("A coordinated green that has gapped out may give way so much earlier.")
            Double yieldEarly,

            @About("Whether longest greens count beside force-offs.")
            Boolean maxima,

            @About("Whether people may need more than a split has: refuse, or allow and begin the next green late.")
            WalkOverSplit walkOverSplit,

            @Unit(Dimension.TIME) @About("Longest greens of this plan by phase: {2: 50 s}.")
            Map<String, Double> maxGreen,

            @About("Recalls of this plan by phase: {2: [max]}.")
            Map<String, List<PhaseInput.Recall>> recall,

            @About("Whether it runs without a cycle.") Boolean free) {

        /** A moment of coordinated greens. */
        public enum Moment {
            FIRST_COORDINATED_GREEN,
            LAST_COORDINATED_GREEN,
            FIRST_YIELD,
            YELLOW
        }

        public enum WalkOverSplit {
            REFUSE,
            ALLOW
        }

        public Plan {
            greens = InOrder.map(greens);
            rings = rings == null ? List.of() : List.copyOf(rings);
            coordinated = coordinated == null ? List.of() : List.copyOf(coordinated);
            splits = InOrder.map(splits);
            maxGreen = InOrder.map(maxGreen);
            recall = InOrder.map(recall);
        }

        /** What another plan says, but for the cycle. */
        public static Plan like(String plan, Double cycle) {
            return new Plan(plan, cycle, null, null, null, null, null, null, null, null, null, null, null, null, null);
        }

        /** Greens by the clock. */
        public static Plan fixed(Double cycle, Double offset, Map<String, List<CycleRange>> greens) {
            return new Plan(
                    null, cycle, offset, greens, null, null, null, null, null, null, null, null, null, null, null);
        }

        /** Phases in an order, without a cycle. */
        public static Plan free(List<String> rings) {
            return new Plan(null, null, null, null, rings, null, null, null, null, null, null, null, null, null, true);
        }

        /** What this one says, and where it says nothing, what another one does; it is like nothing then. */
        public Plan over(Plan base) {
            Map<String, Double> allSplits = new LinkedHashMap<>(base.splits);
            allSplits.putAll(splits);
            Map<String, List<CycleRange>> allGreens = new LinkedHashMap<>(base.greens);
            allGreens.putAll(greens);
            return new Plan(
                    base.like,
                    or(cycle, base.cycle),
                    or(offset, base.offset),
                    allGreens,
                    rings.isEmpty() ? base.rings : rings,
                    coordinated.isEmpty() ? base.coordinated : coordinated,
                    allSplits,
                    or(forceOff, base.forceOff),
                    or(offsetOf, base.offsetOf),
                    or(yieldEarly, base.yieldEarly),
                    or(maxima, base.maxima),
                    or(walkOverSplit, base.walkOverSplit),
                    maxGreen.isEmpty() ? base.maxGreen : maxGreen,
                    recall.isEmpty() ? base.recall : recall,
                    or(free, base.free));
        }

        private static <T> T or(T own, T base) {
            return own == null ? base : own;
        }
    }
}
