package org.ulicarro.core.demand;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.study.VehicleKind;
import org.ulicarro.core.study.VehicleType;

/** What became of those in one replication who would have come to a closed road, cause by cause. */
final class Detours {

    private record Cause(TreeMap<VehicleType, Integer> round, TreeMap<VehicleType, Integer> none) {}

    private final ClosedRoads closed;
    private final Map<String, int[]> known = new LinkedHashMap<>();
    private final Map<Ban, Cause> causes = new LinkedHashMap<>();
    private int round;
    private int none;

    Detours(ClosedRoads closed) {
        this.closed = closed;
    }

    /**
     * The way that a vehicle takes where some road on its own is closed to it.
     *
     * @param fixed whether it must keep its way, as a bus on its line does
     */
    int[] way(int entry, int[] way, VehicleKind kind, double departure, boolean fixed) {
        Ban ban = closed.inTheWay(entry, way, kind.base(), departure);
        if (ban == null) {
            return way;
        }
        int[] detour = fixed ? null : closed.detour(entry, way, kind.base(), departure, known);
        Cause cause = causes.computeIfAbsent(ban, first -> new Cause(new TreeMap<>(), new TreeMap<>()));
        (detour == null ? cause.none : cause.round).merge(kind.base(), 1, Integer::sum);
        round += detour == null ? 0 : 1;
        none += detour == null ? 1 : 0;
        return detour == null ? way : detour;
    }

    List<Ban> bans() {
        return closed.bans();
    }

    /** Vehicles that take another way. */
    int round() {
        return round;
    }

    /** Vehicles that have no other way. */
    int none() {
        return none;
    }

    /**
     * Says cause by cause what closed roads do to the demand; of roads closed to types only where somebody has no other way. A turn whose
     * lanes are all kept for others is seldom meant, so it is always told.
     */
    void warn(List<Fault> faults) {
        Map<String, Cause> byPointer = new LinkedHashMap<>();
        Map<String, Boolean> shut = new LinkedHashMap<>();
        Map<String, Set<String>> turns = new LinkedHashMap<>();
        causes.forEach((ban, cause) -> {
            Cause all = byPointer.computeIfAbsent(ban.pointer(), first -> new Cause(new TreeMap<>(), new TreeMap<>()));
            cause.round.forEach((type, n) -> all.round.merge(type, n, Integer::sum));
            cause.none.forEach((type, n) -> all.none.merge(type, n, Integer::sum));
            shut.put(ban.pointer(), ban.types() == -1);
            turns.computeIfAbsent(ban.pointer(), first -> new TreeSet<>()).add(closed.turn(ban));
        });
        byPointer.forEach((pointer, cause) -> {
            if (pointer.endsWith(ClosedRoads.LANE_USE)) {
                faults.add(DemandFault.LANES_OF_OTHERS.at(
                        pointer, String.join(", ", turns.get(pointer)), said(cause.round), said(cause.none)));
            } else if (shut.get(pointer)) {
                faults.add(DemandFault.ROAD_SHUT.at(pointer, said(cause.round), said(cause.none)));
            } else if (!cause.none.isEmpty()) {
                faults.add(DemandFault.NO_WAY_ROUND.at(pointer, said(cause.none), said(cause.round)));
            }
        });
    }

    private static String said(TreeMap<VehicleType, Integer> by) {
        int all = by.values().stream().mapToInt(Integer::intValue).sum();
        if (all == 0) {
            return "none";
        }
        List<String> parts = by.entrySet().stream()
                .map(e -> e.getKey().name().toLowerCase(Locale.ROOT) + " " + e.getValue())
                .toList();
        return all + " (" + String.join(", ", parts) + ")";
    }
}
