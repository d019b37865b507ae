package org.ulicarro.core.network;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.ulicarro.core.study.Place.Control;

/**
 * Lanes of one movement that become one inside a junction. Two abreast then go one after the other, so that they carry little more than one
 * lane does, which nobody expects who counts lanes at the line. Lanes kept for others are not there for what they carry.
 */
final class MergesInside {

    private MergesInside() {}

    static void check(Draft draft) {
        for (Movement m : draft.movements) {
            Control control = draft.place(m.place()).control();
            if (m.isInner() || control == Control.NONE || control == Control.ROUNDABOUT) {
                continue; // there lanes end on the way, or begin on the ring
            }
            List<TurningPath> paths = m.paths().stream()
                    .filter(path -> !draft.isKept(draft.lanes.get(path.fromLane())))
                    .toList();
            Map<Integer, Integer> lanesInto = new TreeMap<>();
            paths.forEach(path -> lanesInto.merge(path.toLane(), 1, Integer::sum));
            if (lanesInto.values().stream().anyMatch(lanes -> lanes > 1)) {
                draft.report(
                        NetworkFault.LANES_MERGE_INSIDE,
                        draft.carriageway(draft.links.get(m.fromLink())).pointer(),
                        m.name(),
                        m.place(),
                        paths.size(),
                        lanesInto.size(),
                        draft.links.get(m.toLink()).id());
            }
        }
    }
}
