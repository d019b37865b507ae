package org.ulicarro.core.study;

import java.util.List;
import java.util.Map;

/**
 * Control by another program that is asked in step with simulated time.
 *
 * @param groups signal groups by id
 * @param external what is asked; null where it is missing, which compiling says
 * @param clearance clearances that are given
 * @param plans by the clock, of which one takes over when no answer comes
 */
public record ExternalControl(
        @About("Signal groups by id.") Map<String, Group> groups,

        @About("What it is told, and what takes over when it does not answer.")
        ExternalInput external,

        @About("Clearances that are given; else they follow from yellow and red.")
        ClearanceInput clearance,

        @About("Plans by the clock, of which one takes over when no answer comes.")
        Map<String, FixedControl.Plan> plans)
        implements SignalController {

    public ExternalControl {
        groups = InOrder.map(groups);
        plans = InOrder.map(plans);
    }

    @Override
    public List<WrittenGroup> writtenGroups() {
        return SignalController.written(groups);
    }

    @Override
    public Kind kind() {
        return Kind.EXTERNAL;
    }

    @Override
    public FixedControl.Plan whole(String plan) {
        return SignalPlan.whole(plans, plan);
    }

    @Override
    public ExternalControl withClearance(ClearanceInput given) {
        return new ExternalControl(groups, external, given, plans);
    }
}
