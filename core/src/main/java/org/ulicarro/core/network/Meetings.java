package org.ulicarro.core.network;

import java.util.List;

/**
 * Where the paths of one place meet and part, to be found once all of them lie.
 *
 * @param near paths that may come near to each other, in groups; a path may be in several
 * @param priorities who goes first
 */
record Meetings(List<List<TurningPath>> near, Priorities priorities) {

    /** Finds them for all places, on all processors: what is found at one place hangs on nothing found at another. */
    static void findAll(Draft draft) {
        List<Junction> found = draft.junctions.values().parallelStream()
                .map(junction -> draft.meetings.get(junction.id()).find(draft, junction))
                .toList();
        found.forEach(junction -> draft.junctions.put(junction.id(), junction));
    }

    /** Whether lanes only join and part there, other than those of ramps, which come in by lanes of their own. */
    private static boolean isFree(Draft draft, Junction junction) {
        return !junction.controlled()
                && draft.arriving(junction.id()).stream().noneMatch(link -> draft.joined.containsKey(link.id()));
    }

    private Junction find(Draft draft, Junction junction) {
        ConflictFinder finder = new ConflictFinder(draft, priorities, isFree(draft, junction));
        near.forEach(finder::add);
        return junction.with(finder.conflicts, finder.longBodies, finder.divergences);
    }
}
