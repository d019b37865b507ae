package org.ulicarro.core.study;

import java.util.Map;
import java.util.TreeMap;
import org.ulicarro.core.base.Clock;

/** Which of its plans a controller runs when a period begins. */
public final class PlanOfPeriod {

    private PlanOfPeriod() {}

    /** @return its id: of the same name, the only one, or that of the schedule; null where none of these is there */
    public static String id(SignalController controller, Study study, String period) {
        Map<String, ?> plans = controller.plans();
        String id = plans.containsKey(period) ? period : null;
        if (id == null && plans.size() == 1) {
            id = plans.keySet().iterator().next();
        }
        Map<String, String> schedule =
                controller.scheduleOn(study.periods().get(period).day());
        if (id == null && !schedule.isEmpty()) {
            String from = Clock.timeOfDay(study.periods().get(period).from());
            TreeMap<String, String> begins = new TreeMap<>(schedule); // HH:MM sorts as it comes
            Map.Entry<String, String> now = begins.floorEntry(from);
            id = now == null ? begins.lastEntry().getValue() : now.getValue();
        }
        return id;
    }

    /** The plan itself, with what it takes from others; null for control that keeps no cycle, and where there is none. */
    public static SignalPlan<?> of(SignalController controller, Study study, String period) {
        String id = id(controller, study, period);
        boolean keepsOne =
                controller.kind() == SignalController.Kind.FIXED || controller.kind() == SignalController.Kind.ACTUATED;
        return keepsOne && id != null ? controller.whole(id) : null;
    }
}
