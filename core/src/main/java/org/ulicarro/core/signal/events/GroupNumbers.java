package org.ulicarro.core.signal.events;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.signal.SignalSystem.GroupInfo;

/** Numbers of groups in events: phases that are numbers have their own, overlaps A to P are 1 to 16, all else is counted at its place. */
public final class GroupNumbers {

    private static final String PEOPLE = "-people";

    private final List<GroupInfo> groups;
    private final Map<String, Integer> counted = new LinkedHashMap<>();

    public GroupNumbers(SignalSystem signals) {
        groups = signals.groups();
        Map<String, Integer> perPlace = new LinkedHashMap<>();
        for (GroupInfo group : groups) {
            int number = perPlace.merge(group.place(), 1, Integer::sum);
            counted.put(group.place() + " " + group.id(), number);
        }
    }

    /** The number of a group. */
    public int of(int group) {
        GroupInfo info = groups.get(group);
        String phase =
                info.id().endsWith(PEOPLE) ? info.id().substring(0, info.id().length() - PEOPLE.length()) : info.id();
        if (info.overlap() && info.id().matches("[A-P]")) {
            return info.id().charAt(0) - 'A' + 1;
        }
        return phase.matches("[1-9]\\d{0,2}") ? Integer.parseInt(phase) : counted.get(info.place() + " " + info.id());
    }

    int ofPhase(String place, String phase) {
        for (int g = 0; g < groups.size(); g++) {
            GroupInfo info = groups.get(g);
            if (info.place().equals(place)
                    && (info.id().equals(phase) || info.id().equals(phase + PEOPLE))) {
                return of(g);
            }
        }
        return 0;
    }
}
