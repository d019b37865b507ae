package org.ulicarro.core.measure;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.signal.SignalSystem;

/**
 * Lanes that lead to a control.
 *
 * @param lanes numbers in the network
 * @param groups of each the signal group whose light it heeds, or {@link SignalSystem#NO_GROUP}
 */
record ControlledLanes(int[] lanes, int[] groups) {

    static ControlledLanes of(Fitting at) {
        Set<Integer> lanes = new LinkedHashSet<>();
        List<Integer> groups = new ArrayList<>();
        for (Movement movement : at.network().movements()) {
            for (var path : movement.paths()) {
                boolean measured = !movement.isInner()
                        && at.network().junctions().get(movement.place()).controlled();
                if (measured && lanes.add(path.fromLane())) {
                    groups.add(at.signals().groupOf(movement.index(), path.fromLane()));
                }
            }
        }
        return new ControlledLanes(
                lanes.stream().mapToInt(i -> i).toArray(),
                groups.stream().mapToInt(i -> i).toArray());
    }

    /** Only those before a signal. */
    ControlledLanes signalled() {
        int[] with = IntStream.range(0, lanes.length)
                .filter(i -> groups[i] != SignalSystem.NO_GROUP)
                .toArray();
        return new ControlledLanes(
                IntStream.of(with).map(i -> lanes[i]).toArray(),
                IntStream.of(with).map(i -> groups[i]).toArray());
    }
}
