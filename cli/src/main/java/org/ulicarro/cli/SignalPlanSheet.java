package org.ulicarro.cli;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.CycleRange;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.SignalPlan;
import org.ulicarro.core.study.Written;

/** The signal plans of a study, one to a row, with what they take from others filled in. */
final class SignalPlanSheet {

    private SignalPlanSheet() {}

    static Sheet of(Model model, String only) {
        Sheet sheet = new Sheet()
                .words("place", "place")
                .words("plan", "plan")
                .words("runs", "runs")
                .words("kind", "kind")
                .numbers("cycle_s", "cycle", 0)
                .numbers("offset_s", "offset", 0)
                .words("greens", "greens, or rings with splits");
        model.study().signals().forEach((place, controller) -> {
            if (only == null || only.equals(place)) {
                controller.plans().keySet().forEach(id -> {
                    SignalPlan<?> plan = controller.whole(id);
                    boolean free = plan instanceof ActuatedControl.Plan phases && Boolean.TRUE.equals(phases.free());
                    sheet.add(
                            place,
                            id,
                            runs(model, controller, id),
                            Written.of(controller.kind()),
                            free ? null : plan.cycle(),
                            free ? null : plan.offset(),
                            greens(plan));
                });
            }
        });
        return sheet;
    }

    private static String runs(Model model, SignalController controller, String id) {
        List<String> times = new ArrayList<>();
        controller.schedule().forEach((time, plan) -> {
            if (plan.equals(id)) {
                times.add("from " + time);
            }
        });
        controller
                .days()
                .forEach((days, schedule) -> schedule.forEach((time, plan) -> {
                    if (plan.equals(id)) {
                        times.add(days + " from " + time);
                    }
                }));
        boolean chosen = controller.plans().size() == 1 || id.equals(model.periodId());
        return controller.schedule().isEmpty() ? chosen ? "now" : "-" : String.join(", ", times);
    }

    private static String greens(SignalPlan<?> plan) {
        List<String> words = new ArrayList<>();
        if (plan instanceof ActuatedControl.Plan phases) {
            words.addAll(phases.rings());
            phases.splits().forEach((phase, split) -> words.add(phase + " " + Math.round(split) + " s"));
        } else if (plan instanceof FixedControl.Plan fixed) {
            fixed.greens()
                    .forEach((group, ranges) -> words.add(group + " "
                            + String.join(
                                    "+",
                                    ranges.stream().map(CycleRange::toString).toList())));
        }
        return String.join(", ", words);
    }
}
