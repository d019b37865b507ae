package org.ulicarro.cli;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.signal.SignalSystem.GroupInfo;

/** What a change of the study does to the signal groups: whom they serve now. */
final class SignalChanges {

    private SignalChanges() {}

    static List<String> between(Model before, Model after) {
        Map<String, List<String>> served = served(before);
        List<String> lines = new ArrayList<>();
        served(after).forEach((group, movements) -> {
            List<String> were = served.getOrDefault(group, List.of());
            if (!were.equals(movements)) {
                lines.add("group " + group + ": green for " + text(movements) + ", was for " + text(were));
            }
        });
        return lines;
    }

    private static String text(List<String> movements) {
        return movements.isEmpty() ? "nobody" : String.join(" ", movements);
    }

    private static Map<String, List<String>> served(Model model) {
        Map<String, List<String>> served = new LinkedHashMap<>();
        for (GroupInfo group : model.signals().groups()) {
            served.put(group.id() + " at " + group.place(), new ArrayList<>());
        }
        for (Movement m : model.network().movements()) {
            int group = model.signals().groupOf(m.index());
            if (group >= 0) {
                GroupInfo info = model.signals().groups().get(group);
                served.get(info.id() + " at " + info.place()).add(m.name());
            }
        }
        return served;
    }
}
