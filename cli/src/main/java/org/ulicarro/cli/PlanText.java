package org.ulicarro.cli;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.SignalPlan;
import org.ulicarro.core.study.Study;
import org.ulicarro.files.StudyText;

/** The alternative that a found plan is: its changes as a search keeps them, {@code signals."market".plans."pm"} to what stands there. */
final class PlanText {

    private static final Pattern PATH = Pattern.compile("signals\\.\"(.+)\"\\.plans\\.\"(.+)\"");

    private PlanText() {}

    /**
     * The text of the alternative.
     *
     * @param study that it lies on; other plans that are like a changed one are written out, so that they stay what they are
     * @param comment what it is, one line or more
     */
    static String of(Study study, Map<String, String> change, String comment) {
        Map<String, Map<String, String>> places = new LinkedHashMap<>();
        change.forEach((path, value) -> {
            Matcher m = PATH.matcher(path);
            if (m.matches()) {
                places.computeIfAbsent(m.group(1), none -> new LinkedHashMap<>())
                        .put(m.group(2), value);
            }
        });
        places.forEach((place, plans) -> keepOthers(study.signals().get(place), plans));
        StringBuilder text = new StringBuilder();
        comment.lines().forEach(line -> text.append("# ").append(line).append('\n'));
        text.append("signals:\n");
        places.forEach((place, plans) -> {
            text.append("  ").append(StudyText.line(place)).append(":\n    plans:\n");
            plans.forEach((plan, value) -> text.append("      ")
                    .append(StudyText.line(plan))
                    .append(": ")
                    .append(value)
                    .append('\n'));
        });
        return text.toString();
    }

    private static void keepOthers(SignalController controller, Map<String, String> plans) {
        for (String id : controller == null
                ? java.util.List.<String>of()
                : java.util.List.copyOf(controller.plans().keySet())) {
            boolean follows = !plans.containsKey(id) && leansOn(controller, id, plans);
            if (follows) {
                Map<String, Object> keys = new LinkedHashMap<>();
                keys.put("like", null);
                keys.putAll(StudyText.keys(unlike(controller.whole(id))));
                plans.put(id, StudyText.line(keys));
            }
        }
    }

    private static boolean leansOn(SignalController controller, String id, Map<String, String> changed) {
        String at = id;
        for (int step = 0; step < 20 && at != null; step++) {
            SignalPlan<?> plan = controller.plans().get(at);
            at = plan == null ? null : plan.like();
            if (at != null && changed.containsKey(at)) {
                return true;
            }
        }
        return false;
    }

    private static Record unlike(SignalPlan<?> plan) {
        return plan instanceof FixedControl.Plan fixed
                ? FixedControl.Plan.of(fixed.cycle(), fixed.offset(), fixed.greens())
                : ((ActuatedControl.Plan) plan).unlike();
    }
}
