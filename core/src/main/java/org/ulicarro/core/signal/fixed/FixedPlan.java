package org.ulicarro.core.signal.fixed;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.signal.SignalFault;
import org.ulicarro.core.study.CycleRange;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.core.study.FixedControl.Plan;

/**
 * A plan by the clock, with what it takes from others filled in.
 *
 * @param cycle its length (s)
 * @param offset time of day, modulo the cycle, of its second 0 (s)
 * @param greens stretches of green by group
 */
record FixedPlan(String id, double cycle, double offset, Map<String, List<CycleRange>> greens) {

    /**
     * A plan of a control.
     *
     * @param pointer of the controller
     * @param faults receives why there is none
     * @return null when it cannot be
     */
    static FixedPlan of(FixedControl control, String id, String pointer, List<Fault> faults) {
        String here = Fault.child(pointer + "/plans", id);
        Double cycle = null;
        Double offset = null;
        Map<String, List<CycleRange>> greens = new LinkedHashMap<>();
        List<String> seen = new ArrayList<>();
        for (String at = id; at != null; at = control.plans().get(at).like()) {
            if (seen.contains(at) || !control.plans().containsKey(at)) {
                String known = Names.suggestion(at, control.plans().keySet());
                faults.add(Fault.error(
                        here + "/like",
                        seen.contains(at) ? "plan '" + id + "' is like itself" : "no plan '" + at + "'." + known));
                return null;
            }
            seen.add(at);
            Plan plan = control.plans().get(at);
            cycle = cycle == null ? plan.cycle() : cycle;
            offset = offset == null ? plan.offset() : offset;
            plan.greens().forEach(greens::putIfAbsent);
        }
        if (cycle == null || !(cycle >= 10 && cycle <= 600)) {
            faults.add(SignalFault.CYCLE_BOUNDS.at(here, id));
            return null;
        }
        return new FixedPlan(id, cycle, offset == null ? 0 : offset, greens);
    }
}
