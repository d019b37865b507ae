package org.ulicarro.core.measure;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** How far queues reached back, over the cycles of one replication or of several. */
public final class BackOfQueue {

    private final Map<String, Map<String, List<LaneCycle>>> byLane = new TreeMap<>(); // place -> lane -> cycles

    public BackOfQueue(List<LaneCycle> cycles) {
        for (LaneCycle cycle : cycles) {
            byLane.computeIfAbsent(cycle.place(), none -> new TreeMap<>())
                    .computeIfAbsent(cycle.link() + "/" + cycle.lane(), none -> new ArrayList<>())
                    .add(cycle);
        }
    }

    /**
     * Percentile over the cycles that begin in a row's time, of the lane of a movement, an approach or a place that has the longest (m).
     *
     * @param share 0.95 for what only one cycle in twenty exceeds
     * @return NaN where no lane before a control serves it
     */
    public double of(MovementRow row, double share) {
        double longest = Double.NaN;
        for (List<LaneCycle> lane : byLane.getOrDefault(row.place(), Map.of()).values()) {
            if (serves(lane.get(0), row)) {
                double value = Percentile.of(
                        lane.stream()
                                .filter(c -> c.startS() >= row.fromS() && c.startS() < row.toS())
                                .mapToDouble(LaneCycle::backOfQueueM)
                                .toArray(),
                        share);
                longest = Double.isNaN(longest) ? value : Math.max(longest, value);
            }
        }
        return longest;
    }

    /** Whether any lane of a row has greens: only cycles of signals do, elsewhere they are cut by time. */
    boolean hasGreen(MovementRow row) {
        return byLane.getOrDefault(row.place(), Map.of()).values().stream()
                .anyMatch(lane -> serves(lane.get(0), row) && lane.stream().anyMatch(c -> c.greenS() > 0));
    }

    private static boolean serves(LaneCycle cycle, MovementRow row) {
        if (!row.movement().equals(MovementRow.ALL)) {
            return cycle.movements().contains(row.movement());
        }
        return row.approach().equals(MovementRow.ALL) || row.approach().equals(cycle.approach());
    }
}
