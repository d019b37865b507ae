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
     * @param pulse whether it tells only that a vehicle comes, not that it stays
     * @param lock whether its calls stay
     * @param queue it extends a green only from its start until nobody is on it, and at most so long (ticks); 0 for always
     * @param failures when it reports something else than what is there
     */
    public record Wire(
            int detector,
            int[] calls,
            int[] extend,
            int delay,
            int stretch,
            boolean pulse,
            Lock lock,
            int queue,
            List<Failure> failures) {

        public Wire(int detector, int[] calls, int[] extend, int delay, int stretch) {
            this(detector, calls, extend, delay, stretch, false, Lock.BY_PHASE, 0, List.of());
        }
    }

    /** When a call stays although the vehicle has left (NTCIP 1202 v03, vehicleDetectorOptions: red lock call, yellow lock call). */
    public enum Lock {
        BY_PHASE,
        NEVER,
        IN_RED,
        IN_YELLOW_AND_RED
    }

    /**
     * A detector that always reports the same.
     *
     * @param occupied what it reports
     * @param from first tick of the day
     * @param to tick after the last
     */
    public record Failure(boolean occupied, int from, int to) {}

    final List<Wire> wires;

    public Inputs(List<Wire> wires) {
        this.wires = List.copyOf(wires);
    }

    public List<Wire> wires() {
        return wires;
    }
}
