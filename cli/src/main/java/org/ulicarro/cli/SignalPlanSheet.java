package org.ulicarro.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.CycleRange;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.SignalController.Plan;

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
                controller.plans().forEach((id, written) -> {
                    Plan plan = filled(controller, written);
                    boolean free = plan.free() != null && plan.free();
                    sheet.add(
                            place,
                            id,
                            runs(model, controller, id),
                            controller.kind().name().toLowerCase(Locale.ROOT),
                            free ? null : plan.cycle(),
                            free ? null : plan.offset(),
                            greens(plan));
                });
            }
        });
        return sheet;
    }

    private static Plan filled(SignalController controller, Plan written) {
        Plan plan = written;
        while (plan.like() != null) { // it has been checked that this ends
            plan = plan.over(controller.plans().get(plan.like()));
        }
        return plan;
    }

    private static String runs(Model model, SignalController controller, String id) {
        List<String> times = new ArrayList<>();
        controller.schedule().forEach((time, plan) -> {
            if (plan.equals(id)) {
                times.add("from " + time);
            }
        });
        boolean chosen = controller.plans().size() == 1 || id.equals(model.periodId());
        return controller.schedule().isEmpty() ? chosen ? "now" : "-" : String.join(", ", times);
    }

    private static String greens(Plan plan) {
        List<String> words = new ArrayList<>();
        plan.rings().forEach(words::add);
        for (Map.Entry<String, Double> split : plan.splits().entrySet()) {
            words.add(split.getKey() + " " + Math.round(split.getValue()) + " s");
        }
        for (Map.Entry<String, List<CycleRange>> green : plan.greens().entrySet()) {
            words.add(green.getKey() + " "
                    + String.join(
                            "+",
                            green.getValue().stream().map(CycleRange::toString).toList()));
        }
        return String.join(", ", words);
    }
}
