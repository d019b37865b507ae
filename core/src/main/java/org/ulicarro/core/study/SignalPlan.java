package org.ulicarro.core.study;

import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;

/**
 * A signal plan, which may start from another one of the same controller.
 *
 * @param <P> its own type
 */
public sealed interface SignalPlan<P extends SignalPlan<P>> permits FixedControl.Plan, ActuatedControl.Plan {

    /** The plan that this one starts from: what is left out here is taken from there; null for none. */
    String like();

    /** Its length (s); null to take it from {@link #like}, or where it has none. */
    Double cycle();

    /** Where in the day its cycle begins, modulo the cycle (s); null to take it from {@link #like}. */
    Double offset();

    /** What this one says, and where it says nothing, what another one does; it is like whatever that one is like. */
    P over(P base);

    /**
     * A plan with everything that it takes from others filled in. What is like a plan that is not there, or like itself, is left as it
     * is; compiling says so.
     *
     * @return null where there is no plan of that name
     */
    static <P extends SignalPlan<P>> P whole(Map<String, P> plans, String id) {
        P plan = plans.get(id);
        Set<String> seen = new LinkedHashSet<>();
        while (plan != null && plan.like() != null && plans.containsKey(plan.like()) && seen.add(plan.like())) {
            plan = plan.over(plans.get(plan.like()));
        }
        return plan;
    }
}
