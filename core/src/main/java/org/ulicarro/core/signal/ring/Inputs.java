package org.ulicarro.core.signal.ring;

import java.util.List;

/** What detectors tell phases. */
public final class Inputs {

    /**
     * One detector's wire.
     *
     * @param detector its number on the board
     * @param calls phases that it calls, as places in the plan's list
     * @param extend phases whose green it extends
     * @param delay a call counts only after so long on the detector while its phase is not green (ticks)
     * @param stretch so long after a vehicle has left, it still counts as there (ticks)
     */
    public record Wire(int detector, int[] calls, int[] extend, int delay, int stretch) {}

    final List<Wire> wires;

    public Inputs(List<Wire> wires) {
        this.wires = List.copyOf(wires);
    }
}
