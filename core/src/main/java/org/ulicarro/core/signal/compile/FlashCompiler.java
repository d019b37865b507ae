package org.ulicarro.core.signal.compile;

import java.util.List;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.SignalDraft;
import org.ulicarro.core.signal.SignalFault;
import org.ulicarro.core.study.FlashInput;

/** What groups show while a place flashes, and what is wrong with that. */
final class FlashCompiler {

    private FlashCompiler() {}

    /** @param pointer of the flash */
    static void add(SignalDraft draft, Junction junction, FlashInput flash, String pointer) {
        List<Fault> faults = draft.faults();
        List<String> ids = draft.groupsAt(junction.id());
        List<String> vehicles =
                ids.stream().filter(id -> !draft.isForPeople(junction.id(), id)).toList();
        int before = faults.size();
        for (int i = 0; i < flash.yellow().size(); i++) {
            String id = flash.yellow().get(i);
            String here = pointer + "/yellow/" + i;
            if (!vehicles.contains(id)) {
                faults.add(SignalFault.NOTHING_TO_FLASH.at(here, id, Names.suggestion(id, vehicles)));
                continue;
            }
            for (String other : flash.yellow().subList(0, i)) {
                int a = draft.groupAt(junction.id(), id);
                int b = draft.groupAt(junction.id(), other);
                String[] pair = b < 0 ? null : draft.neverTogether(junction, a, b);
                if (pair != null) {
                    faults.add(SignalFault.FLASH_CONFLICT.at(here, other, id, pair[0], pair[1]));
                }
            }
        }
        if (!(flash.red() >= 0 && flash.red() <= 60)) {
            faults.add(SignalFault.FLASH_RED.at(pointer + "/red"));
        }
        if (faults.size() > before || ids.isEmpty()) {
            return;
        }
        Aspect[] shows = new Aspect[ids.size()];
        for (int g = 0; g < shows.length; g++) {
            String id = ids.get(g);
            shows[g] = draft.isForPeople(junction.id(), id)
                    ? Aspect.DARK
                    : flash.yellow().contains(id) ? Aspect.FLASHING_YELLOW : Aspect.FLASHING_RED;
        }
        draft.flash(junction.id(), shows, flash);
    }
}
