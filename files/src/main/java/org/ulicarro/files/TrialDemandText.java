package org.ulicarro.files;

import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.ulicarro.core.demand.TrialDemand;

/** Demand for a trial, as a file of a study. */
public final class TrialDemandText {

    private TrialDemandText() {}

    /** Cars and vans, for streets of which nobody knows yet whether a lorry gets round their corners. */
    public static final String LIGHT = "{car: 95 %, van: 5 %}";

    /** Whatever uses main roads. */
    public static final String ALL = "{car: 92 %, van: 4 %, truck: 3 %, bus: 1 %}";

    /**
     * A file of a study.
     *
     * @param asked how much was asked for, {@code 1200 veh/h}
     * @param mix of types
     */
    public static String of(List<TrialDemand> entries, String asked, String mix) {
        StringBuilder text = new StringBuilder("# A trial: " + asked
                + " from all ends to all ends alike, shared among them by their lanes.\ndemand:\n"
                + "  mix: " + mix + "\n"
                + (entries.isEmpty() ? "  # no road ends where somebody could come in\n" : "  entries:\n"));
        for (TrialDemand entry : entries) {
            String routes = entry.ends().stream()
                    .map(end -> "to-" + end + ": {via: [" + end + "]}")
                    .collect(Collectors.joining(", "));
            text.append(String.format(
                    Locale.ROOT,
                    "    %s: {vehicles: %.1f veh/h, routes: {%s}}%n",
                    entry.place(),
                    entry.vehicles() * 3600,
                    routes));
        }
        return text.toString();
    }
}
