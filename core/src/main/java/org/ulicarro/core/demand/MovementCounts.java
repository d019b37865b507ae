package org.ulicarro.core.demand;

import java.util.List;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.study.Count;
import org.ulicarro.core.study.DemandInput;
import org.ulicarro.core.study.Kinds;

/** What was counted of movements in a period, wherever that was: to hold traffic against it, not to make traffic of it. Immutable. */
public final class MovementCounts {

    private final TurningCounts counts;
    private final Window window;

    private MovementCounts(TurningCounts counts, Window window) {
        this.counts = counts;
        this.window = window;
    }

    /**
     * Checks rows against the network.
     *
     * @param demand what it says of counts: how hours swell, growth
     * @param faults receives what is wrong with them
     */
    public static MovementCounts of(
            Network network, DemandInput demand, Kinds kinds, List<Count> rows, Window window, List<Fault> faults) {
        return new MovementCounts(TurningCounts.of(network, demand, kinds, rows, window, faults), window);
    }

    public Window window() {
        return window;
    }

    public boolean isCounted(Movement movement) {
        return counts.counted(movement.index());
    }

    /** Vehicles counted in the period. */
    public double vehicles(Movement movement) {
        return counts.vehicles(movement.index(), window.from(), window.to());
    }
}
