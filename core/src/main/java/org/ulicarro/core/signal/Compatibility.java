package org.ulicarro.core.signal;

import org.ulicarro.core.network.Conflict;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Network;

/** Whether two movements may have green together. */
public enum Compatibility {
    /** Their paths meet, and neither goes in gaps. */
    NEVER,
    /** Their paths meet, and at least one of them goes in gaps. */
    YIELDS,
    /** Their paths do not meet. */
    FREE;

    /**
     * From geometry, and from what the study permits to go in gaps.
     *
     * @param yields whether one of them goes in gaps
     */
    static Compatibility of(Network network, Junction junction, int a, int b, boolean yields) {
        boolean meet = false;
        boolean others = false; // whether not only beside a kept lane, to whose users one gives way with any signal
        for (Conflict conflict : junction.conflicts()) {
            int first = network.movementOfPath(conflict.pathA());
            int second = network.movementOfPath(conflict.pathB());
            if (first == a && second == b || first == b && second == a) {
                meet = true;
                others |= !network.isBesideKeptLane(conflict);
            }
        }
        return !meet ? FREE : yields || !others ? YIELDS : NEVER;
    }
}
