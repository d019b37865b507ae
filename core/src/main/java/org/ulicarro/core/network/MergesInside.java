package org.ulicarro.core.network;

import java.util.Map;
import java.util.TreeMap;
import org.ulicarro.core.study.Place.Control;

/**
 * Lanes of one movement that become one inside a junction. Two abreast then go one after the other, so that they carry little more than one
 * lane does, which nobody expects who counts lanes at the line.
 */
final class MergesInside {

    private MergesInside() {}

    static void check(Draft draft) {
        for (Movement m : draft.movements) {
            Control control = draft.place(m.place()).control();
            if (m.isInner() || control == Control.NONE || control == Control.ROUNDABOUT) {
                continue; // there lanes end on the way, or begin on the ring
            }
            Map<Integer, Integer> lanesInto = new TreeMap<>();
            m.paths().forEach(path -> lanesInto.merge(path.toLane(), 1, Integer::sum));
            if (lanesInto.values().stream().anyMatch(lanes -> lanes > 1)) {
                draft.report(
                        NetworkFault.LANES_MERGE_INSIDE,
                        draft.carriageway(draft.links.get(m.fromLink())).pointer(),
                        m.name(),
                        m.place(),
                        m.paths().size(),
                        lanesInto.size(),
                        draft.links.get(m.toLink()).id());
            }
        }
    }
}
