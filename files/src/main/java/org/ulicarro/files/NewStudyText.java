package org.ulicarro.files;

import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.ulicarro.core.signal.TrialPlan;

/** Files of a study that is made of something else: its main file, and signal plans to begin with. */
public final class NewStudyText {

    private NewStudyText() {}

    /**
     * The main file.
     *
     * @param comment stands on top of it
     * @param period its id, which plans of the same name are for
     * @param files the others
     */
    public static String main(String comment, String title, boolean driveRight, String period, List<String> files) {
        return String.format(
                Locale.ROOT,
                """
                # %s
                format: ulicarro/1
                title: "%s"
                drive-on: %s
                periods:
                  %s: {from: "08:00", to: "09:00"}
                step: 0.2 s
                replications: 5
                seed: 1
                files: [%s]
                """,
                comment,
                title.replace("\\", "\\\\").replace("\"", "\\\"").replaceAll("\\p{Cntrl}", " "),
                driveRight ? "right" : "left",
                period,
                String.join(", ", files));
    }

    /** Controllers by plans to begin with, without the heading {@code signals:}. */
    public static String signals(List<TrialPlan> plans) {
        StringBuilder text = new StringBuilder();
        for (TrialPlan plan : plans) {
            text.append("  ").append(plan.place()).append(":\n    kind: fixed\n    groups:\n");
            plan.groups()
                    .forEach((id, group) -> text.append(String.format(
                            Locale.ROOT,
                            "      %s: {serves: [%s]%s}%n",
                            id,
                            String.join(", ", group.serves()),
                            group.yields().isEmpty() ? "" : ", yields: [" + String.join(", ", group.yields()) + "]")));
            String greens = plan.greens().entrySet().stream()
                    .map(e -> e.getKey() + ": [" + e.getValue()[0] + "-" + e.getValue()[1] + "]")
                    .collect(Collectors.joining(", "));
            text.append(String.format(
                    Locale.ROOT,
                    "    plans:%n      trial: {cycle: %d s, offset: 0 s, greens: {%s}}%n",
                    plan.cycle(),
                    greens));
        }
        return text.toString();
    }

    /** A controller that only keeps the place of one to come. */
    public static String standIn(String place) {
        return "  " + place + ": {kind: fixed, groups: {}, plans: {}}\n";
    }
}
