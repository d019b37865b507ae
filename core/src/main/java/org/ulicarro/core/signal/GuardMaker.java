package org.ulicarro.core.signal;

import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.study.SignalController.Group;

/** From groups as they are written to what a {@link Guard} has to heed. */
public final class GuardMaker {

    private final SignalDraft draft;
    private final Clearances clearances;

    public GuardMaker(SignalDraft draft, Clearances clearances) {
        this.draft = draft;
        this.clearances = clearances;
    }

    /**
     * What a guard heeds of the groups of a place.
     *
     * @param written by id, in their order
     * @param firstGroup number of the first of them
     */
    public Guard.Group[] groups(Junction junction, Map<String, Group> written, int firstGroup) {
        List<String> ids = List.copyOf(written.keySet());
        Guard.Group[] groups = new Guard.Group[ids.size()];
        for (int g = 0; g < groups.length; g++) {
            Group group = written.get(ids.get(g));
            int own = g;
            int[] never = IntStream.range(0, groups.length)
                    .filter(h -> h != own && draft.neverTogether(junction, firstGroup + own, firstGroup + h) != null)
                    .toArray();
            int[] clears = IntStream.of(never)
                    .map(h -> clears(junction, written, ids.get(h), ids.get(own)))
                    .toArray();
            groups[g] = new Guard.Group(
                    group.forPeople(),
                    Clock.ticks(group.forPeople() ? group.walk() : group.minGreen()),
                    yellow(junction, group),
                    group.forPeople() ? 0 : Clock.ticks(group.red()),
                    never,
                    clears,
                    host(junction, firstGroup + g) - firstGroup);
        }
        return groups;
    }

    private int yellow(Junction junction, Group group) {
        return Clock.ticks(group.forPeople() ? draft.clearance(junction, group) : group.yellow());
    }

    /** Ticks from the end of one group's green to the beginning of another's: what is given, and never less than its yellow. */
    int clears(Junction junction, Map<String, Group> written, String ends, String begins) {
        Group group = written.get(ends);
        int yellow = yellow(junction, group);
        int usual = yellow + (group.forPeople() ? 0 : Clock.ticks(group.red()));
        return Math.max(yellow, Clock.ticks(clearances.between(ends, begins, Clock.seconds(usual))));
    }

    /** The group beside which turns of another one go in gaps, or less than any group. */
    private int host(Junction junction, int group) {
        Served served = draft.served();
        for (int m : junction.movements()) {
            if (served.groupOf(m) == group && served.hostOf(m) != SignalSystem.NO_GROUP) {
                return served.hostOf(m);
            }
        }
        return -1;
    }
}
