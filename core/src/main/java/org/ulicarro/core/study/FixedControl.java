package org.ulicarro.core.study;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Dimension;

/**
 * Control by the clock.
 *
 * @param groups signal groups by id
 * @param clearance clearances that are given
 * @param schedule plans by the time of day at which they begin
 * @param days plans of days that are not like the others
 * @param transition how a plan gets into step; null for the usual way
 * @param flash when it flashes instead; null for never
 * @param plans by id
 */
public record FixedControl(
        @About("Signal groups by id.") Map<String, Group> groups,

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

    public FixedControl {
        groups = InOrder.map(groups);
        schedule = InOrder.map(schedule);
        days = InOrder.map(days);
        plans = InOrder.map(plans);
    }

    /** Groups and their plans. */
    public static FixedControl of(Map<String, Group> groups, Map<String, Plan> plans) {
        return new FixedControl(groups, null, null, null, null, null, plans);
    }

    /** The same with other plans. */
    public FixedControl withPlans(Map<String, Plan> other) {
        return new FixedControl(groups, clearance, schedule, days, transition, flash, other);
    }

    @Override
    public List<WrittenGroup> writtenGroups() {
        return SignalController.written(groups);
    }

    @Override
    public Kind kind() {
        return Kind.FIXED;
    }

    @Override
    public Plan whole(String plan) {
        return SignalPlan.whole(plans, plan);
    }

    @Override
    public FixedControl withClearance(ClearanceInput given) {
        return new FixedControl(groups, given, schedule, days, transition, flash, plans);
    }

    /**
     * A plan by the clock.
     *
     * @param like the plan that this one starts from; null for none
     * @param cycle length (s); null to take it from {@code like}
     * @param offset time of day, modulo the cycle, of cycle second 0 (s); null as above
     * @param greens green ranges in cycle seconds by group
     */
    public record Plan(
            @About("The plan that this one starts from.") String like,
            @Unit(Dimension.TIME) @About("Cycle length.") Double cycle,

            @Unit(Dimension.TIME) @About("Time of day, modulo the cycle, of cycle second 0.")
            Double offset,

            @About("Green by group, in seconds of the cycle: {EB: [0-38], NB: [43-60, 66-85]}.")
            Map<String, List<CycleRange>> greens)
            implements SignalPlan<Plan> {

        public Plan {
            greens = InOrder.map(greens);
        }

        /** Greens of a cycle. */
        public static Plan of(Double cycle, Double offset, Map<String, List<CycleRange>> greens) {
            return new Plan(null, cycle, offset, greens);
        }

        @Override
        public Plan over(Plan base) {
            Map<String, List<CycleRange>> all = new LinkedHashMap<>(base.greens);
            all.putAll(greens);
            return new Plan(base.like, cycle == null ? base.cycle : cycle, offset == null ? base.offset : offset, all);
        }
    }
}
