package org.ulicarro.core.demand;

import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.IntFunction;

/**
 * Who travels in replications that were drawn not long ago, so that variants of one demand draw each only once. What is given out is shared
 * between threads, and nobody writes to it.
 */
final class KeptDraws {

    /** Vehicles and people of all that is kept, about 60 bytes each; those asked for longest ago are let go first. */
    private static final int MOST = 1_000_000;

    /** Everybody of one replication. */
    record Drawn(Departures departures, Walks walks) {

        private int size() {
            return departures.size() + walks.size();
        }
    }

    private final Map<Integer, Drawn> kept = new LinkedHashMap<>(16, 0.75f, true);
    private int size;

    /** That of a replication, drawn if need be. Two threads that ask at once may both draw, and get equal ones. */
    Drawn of(int replication, IntFunction<Drawn> draw) {
        Drawn known = known(replication);
        if (known != null) {
            return known;
        }
        Drawn made = draw.apply(replication);
        keep(replication, made);
        return made;
    }

    private synchronized Drawn known(int replication) {
        return kept.get(replication);
    }

    private synchronized void keep(int replication, Drawn made) {
        if (kept.putIfAbsent(replication, made) != null) {
            return;
        }
        size += made.size();
        for (Iterator<Drawn> eldest = kept.values().iterator(); size > MOST && eldest.hasNext(); ) {
            size -= eldest.next().size();
            eldest.remove();
        }
    }
}
