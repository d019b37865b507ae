package org.ulicarro.core.demand;

import java.util.LinkedHashMap;
import java.util.Map;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.base.Draws.Purpose;
import org.ulicarro.core.study.Surge;

/** Which vehicles of a replication are those of a surge, by the keys of their draws. */
public final class SurgeKeys {

    private SurgeKeys() {}

    /** @return key to the id of the surge; to look up only */
    public static Map<Long, String> of(Map<String, Surge> surges, long seed, int replication) {
        Map<Long, String> all = new LinkedHashMap<>();
        surges.forEach((id, surge) -> {
            for (int n = 0; n < surge.vehicles(); n++) {
                all.put(key(seed, replication, id, n), id);
            }
        });
        return all;
    }

    static long key(long seed, int replication, String id, int n) {
        return Draws.key(seed, replication, Purpose.VEHICLE, Draws.idOf("surge " + id) + n);
    }
}
