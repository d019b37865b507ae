package org.ulicarro.core.signal;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.Marking;
import org.ulicarro.core.network.Network;

/** Finds detectors that a study has written down, for controllers that ask them by name. */
public final class MarkedDetectors {

    private final SignalDraft draft;
    private final Network network;
    private final List<Fault> faults;

    public MarkedDetectors(SignalDraft draft, Network network, List<Fault> faults) {
        this.draft = draft;
        this.network = network;
        this.faults = faults;
    }

    /** Their numbers on the board; those that there are not are faults. */
    public int[] find(String place, List<String> ids, String pointer) {
        List<Integer> found = new ArrayList<>();
        for (int i = 0; i < ids.size(); i++) {
            String id = ids.get(i);
            List<Marking> known = network.markings().stream()
                    .filter(m -> m.kind() == Marking.Kind.DETECTOR)
                    .toList();
            Marking marking =
                    known.stream().filter(m -> m.id().equals(id)).findFirst().orElse(null);
            if (marking == null) {
                faults.add(Fault.unknown(
                        pointer + "/" + i,
                        "detector",
                        id,
                        known.stream().map(Marking::id).toList()));
                continue;
            }
            found.add(draft.detector(new DetectorPlace(
                    place, 0, id, marking.lane(), marking.from(), marking.to(), List.of(), false, marking.only())));
        }
        return found.stream().mapToInt(d -> d).toArray();
    }
}
