package org.ulicarro.core.study;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import org.ulicarro.core.base.Dimension;

/**
 * Control by who comes: phases in rings and barriers, with or without a cycle.
 *
 * @param phases by number
 * @param inputs what detectors tell it
 * @param overlaps groups that have green with several phases, by id
 * @param priority buses and trams that ask for green, by id
 * @param preemption what takes the place of all phases, by id
 * @param failures detectors that fail
 * @param clearance clearances that are given
 * @param schedule plans by the time of day at which they begin
 * @param days plans of days that are not like the others
 * @param transition how a plan gets into step; null for the usual way
 * @param flash when it flashes instead; null for never
 * @param plans by id
 */
public record ActuatedControl(
        @About("Phases by number.") Map<String, PhaseInput> phases,

        @About("What detectors tell it; without any, each lane gets one at the stop line.")
        Map<String, SignalInput> inputs,

        @About("Groups that have green with several phases, by id.")
        Map<String, OverlapInput> overlaps,

        @About("Buses and trams that ask for green, by id.") Map<String, PriorityInput> priority,

        @About("What takes the place of all phases while a detector is occupied, by id.")
        Map<String, PreemptionInput> preemption,

        @About("Detectors that report the same for a time, whatever is on them.")
        List<DetectorFailure> failures,

        @About("Clearances that are given; else they follow from yellow and red.")
        ClearanceInput clearance,

        @KeyForm(KeyForm.TIME)
        @About("Plans by the time of day at which they begin: {06:00: am, 09:30: day}; instead of the period's name.")
        Map<String, String> schedule,

        @KeyForm(value = KeyForm.DAYS, inner = KeyForm.TIME)
        @About("Plans of days that are not like the others: {sat sun: {08:00: day}, 2027-12-24: {00:00: night}}.")
        Map<String, Map<String, String>> days,

        @About("How a plan of the schedule gets into step with its offset.")
        TransitionInput transition,

        @About("When signals flash instead, and how.") FlashInput flash,

        @About("Signal plans by id; the one with the period's name is used, or the only one.")
        Map<String, Plan> plans)
        implements SignalController {

    public ActuatedControl {
        phases = InOrder.map(phases);
        inputs = InOrder.map(inputs);
        overlaps = InOrder.map(overlaps);
        priority = InOrder.map(priority);
        preemption = InOrder.map(preemption);
        failures = failures == null ? List.of() : List.copyOf(failures);
        schedule = InOrder.map(schedule);
        days = InOrder.map(days);
        plans = InOrder.map(plans);
    }

    /** Phases and their plans. */
    public static ActuatedControl of(Map<String, PhaseInput> phases, Map<String, Plan> plans) {
        return new ActuatedControl(phases, null, null, null, null, null, null, null, null, null, null, plans);
    }

    /** The same with other plans. */
    public ActuatedControl withPlans(Map<String, Plan> other) {
        return new ActuatedControl(
                phases,
                inputs,
                overlaps,
                priority,
                preemption,
                failures,
                clearance,
                schedule,
                days,
                transition,
                flash,
                other);
    }

    /** The same with one plan changed. */
    public ActuatedControl withPlan(String id, Plan changed) {
        Map<String, Plan> all = new LinkedHashMap<>(plans);
        all.put(id, changed);
        return withPlans(all);
    }

    @Override
    public List<WrittenGroup> writtenGroups() {
        List<WrittenGroup> all = new ArrayList<>();
        phases.forEach((id, phase) -> Stream.of(phase.vehicles(), phase.people())
                .filter(Objects::nonNull)
                .forEach(group -> all.add(new WrittenGroup("/phases/" + id, id, group))));
        overlaps.forEach((id, o) -> all.add(new WrittenGroup(
                "/overlaps/" + id, id, Group.of(o.serves(), List.of(), o.yellow(), o.red(), o.minGreen()))));
        return all;
    }

    @Override
    public Kind kind() {
        return Kind.ACTUATED;
    }

    @Override
    public Plan whole(String plan) {
        return SignalPlan.whole(plans, plan);
    }

    @Override
    public ActuatedControl withClearance(ClearanceInput given) {
        return new ActuatedControl(
                phases,
                inputs,
                overlaps,
                priority,
                preemption,
                failures,
                given,
                schedule,
                days,
                transition,
                flash,
                plans);
    }

    /** How a coordinated plan ends the greens of other phases. */
    public enum ForceOff {
        FIXED,
        FLOATING
    }

    /**
     * A plan of phases.
     *
     * @param like the plan that this one starts from; null for none
     * @param cycle length (s); null to take it from {@code like}, or where it runs free
     * @param offset time of day, modulo the cycle, of what {@code offsetOf} says (s); null as above
     * @param rings the order of phases ring by ring, {@code 1 2 | 3 4}
     * @param coordinated phases whose green comes round with the cycle
     * @param splits green, yellow and red of each phase together (s)
     * @param forceOff fixed gives what a phase leaves to the next one, floating to the coordinated ones
     * @param offsetOf which moment the offset is of; null for the first coordinated green
     * @param yieldEarly a coordinated green that has gapped out may give way so much earlier (s)
     * @param maxima whether longest greens count beside force-offs
     * @param walkOverSplit whether people may need more than a split has
     * @param maxGreen longest greens of this plan by phase (s)
     * @param recall recalls of this plan by phase
     * @param phases what phases have otherwise in this plan
     * @param secondMax phases whose second longest green counts in this plan
     * @param adapt how splits follow the traffic; null where they do not
     * @param free whether it runs without a cycle
     */
    public record Plan(
            @About("The plan that this one starts from.") String like,
            @Unit(Dimension.TIME) @About("Cycle length.") Double cycle,

            @Unit(Dimension.TIME)
            @About("Time of day, modulo the cycle, of the first coordinated green, or of what offset-of says.")
            Double offset,

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

            @About("What phases have otherwise in this plan: {4: {min-green: 4 s, passage: 3 s, omit-people: true}}.")
            Map<String, OtherPhase> phases,

            @About("Phases whose max-green-2 is their longest green in this plan: [2, 6].")
            List<String> secondMax,

            @About("Splits follow the traffic: {step: 2 s, most: 10 s, every: 3}.")
            AdaptInput adapt,

            @About("Whether it runs without a cycle.") Boolean free)
            implements SignalPlan<Plan> {

        /**
         * What a phase has otherwise in a plan; null for what it has anyway.
         *
         * @param minGreen shortest green (s)
         * @param walk shortest walk (s)
         * @param passage green after the last vehicle left the detector (s)
         * @param omit whether it is left out, whoever calls
         * @param omitPeople whether people beside it are not let go, whoever calls
         */
        public record OtherPhase(
                @Unit(Dimension.TIME) @About("Shortest green.")
                Double minGreen,

                @Unit(Dimension.TIME) @About("Shortest walk.")
                Double walk,

                @Unit(Dimension.TIME) @About("Green after the last vehicle left the detector.")
                Double passage,

                @About("Whether it is left out, whoever calls.")
                boolean omit,

                @About("Whether people beside it are not let go, whoever calls.")
                boolean omitPeople) {

            static final OtherPhase NOTHING = new OtherPhase(null, null, null, false, false);

            /** The same with another passage (s). */
            public OtherPhase withPassage(double seconds) {
                return new OtherPhase(minGreen, walk, seconds, omit, omitPeople);
            }
        }

        /** What a phase has otherwise in this plan. */
        public OtherPhase other(String phase) {
            return phases.getOrDefault(phase, OtherPhase.NOTHING);
        }

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
            rings = rings == null ? List.of() : List.copyOf(rings);
            coordinated = coordinated == null ? List.of() : List.copyOf(coordinated);
            splits = InOrder.map(splits);
            maxGreen = InOrder.map(maxGreen);
            recall = InOrder.map(recall);
            phases = InOrder.map(phases);
            secondMax = secondMax == null ? List.of() : List.copyOf(secondMax);
        }

        /** Phases in an order, without a cycle. */
        public static Plan free(List<String> rings) {
            return new Plan(
                    null, null, null, rings, null, null, null, null, null, null, null, null, null, null, null, null,
                    true);
        }

        /** Phases in an order that comes round with a cycle. */
        public static Plan coordinated(
                List<String> rings, Double cycle, Double offset, List<String> coordinated, Map<String, Double> splits) {
            return new Plan(
                    null,
                    cycle,
                    offset,
                    rings,
                    coordinated,
                    splits,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    false);
        }

        /** Only longest greens: laid over another plan. */
        public static Plan ofMaxima(Map<String, Double> maxGreen) {
            return ofMaxima(maxGreen, Map.of());
        }

        /** Longest greens and what phases have otherwise: laid over another plan. */
        public static Plan ofMaxima(Map<String, Double> maxGreen, Map<String, OtherPhase> phases) {
            return new Plan(
                    null, null, null, null, null, null, null, null, null, null, null, maxGreen, null, phases, null,
                    null, null);
        }

        /** Only a cycle and splits: laid over another plan. */
        public static Plan ofSplits(Double cycle, Map<String, Double> splits) {
            return new Plan(
                    null, cycle, null, null, null, splits, null, null, null, null, null, null, null, null, null, null,
                    null);
        }

        /** The same, taking nothing from another one. */
        public Plan unlike() {
            return new Plan(
                    null,
                    cycle,
                    offset,
                    rings,
                    coordinated,
                    splits,
                    forceOff,
                    offsetOf,
                    yieldEarly,
                    maxima,
                    walkOverSplit,
                    maxGreen,
                    recall,
                    phases,
                    secondMax,
                    adapt,
                    free);
        }

        /** The same with another offset (s). */
        public Plan withOffset(double seconds) {
            return new Plan(
                            null, null, seconds, null, null, null, null, null, null, null, null, null, null, null, null,
                            null, null)
                    .over(this);
        }

        /** Orders of phases in which left turns go before or after the through greens: each pair that holds a coordinated phase, either way round. */
        public List<List<String>> otherOrders() {
            return orders(0).stream().filter(order -> !order.equals(rings)).toList();
        }

        /** All ways to order the pairs of phases of which one is coordinated, ring by ring from one on. */
        private List<List<String>> orders(int from) {
            if (from == rings.size()) {
                return List.of(List.of());
            }
            List<String> own = new ArrayList<>(List.of(rings.get(from)));
            String[] sides = rings.get(from).split("\\|", -1);
            for (int g = 0; g < sides.length; g++) {
                String[] phases = sides[g].trim().split("\\s+");
                boolean pair =
                        phases.length == 2 && (coordinated.contains(phases[0]) || coordinated.contains(phases[1]));
                if (pair) {
                    String[] turned = sides.clone();
                    turned[g] = phases[1] + " " + phases[0];
                    own.add(String.join(
                            " | ", Stream.of(turned).map(String::trim).toList()));
                }
            }
            List<List<String>> all = new ArrayList<>();
            for (List<String> rest : orders(from + 1)) {
                for (String ring : own) {
                    List<String> whole = new ArrayList<>(List.of(ring));
                    whole.addAll(rest);
                    all.add(whole);
                }
            }
            return all;
        }

        /** The same with its phases in another order. */
        public Plan withRings(List<String> order) {
            return new Plan(
                            null, null, null, order, null, null, null, null, null, null, null, null, null, null, null,
                            null, null)
                    .over(this);
        }

        @Override
        public Plan over(Plan base) {
            Map<String, Double> all = new LinkedHashMap<>(base.splits);
            all.putAll(splits);
            Map<String, OtherPhase> others = new LinkedHashMap<>(base.phases);
            others.putAll(phases);
            return new Plan(
                    base.like,
                    or(cycle, base.cycle),
                    or(offset, base.offset),
                    rings.isEmpty() ? base.rings : rings,
                    coordinated.isEmpty() ? base.coordinated : coordinated,
                    all,
                    or(forceOff, base.forceOff),
                    or(offsetOf, base.offsetOf),
                    or(yieldEarly, base.yieldEarly),
                    or(maxima, base.maxima),
                    or(walkOverSplit, base.walkOverSplit),
                    maxGreen.isEmpty() ? base.maxGreen : maxGreen,
                    recall.isEmpty() ? base.recall : recall,
                    others,
                    secondMax.isEmpty() ? base.secondMax : secondMax,
                    or(adapt, base.adapt),
                    or(free, base.free));
        }

        private static <T> T or(T own, T base) {
            return own == null ? base : own;
        }
    }
}
