package org.ulicarro.core.traffic.setup;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import org.ulicarro.core.traffic.events.Motive;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.Restraint;

/**
 * Looks over the shoulder of one driver: everything that bounded its acceleration in the last step, and its wish to change lanes. It
 * changes nothing; when nobody is watched it costs a comparison.
 */
public final class Witness {

    /**
     * One thing that a driver heeded.
     *
     * @param restraint what it was
     * @param vehicle number among the departures of the vehicle behind it, or -1
     * @param distance to it (m): the gap to a vehicle, the way to a line; NaN where it has none
     * @param speed of that vehicle, or the speed to be reached (m/s); NaN where there is none
     * @param acceleration the most that it left (m/s²)
     */
    public record Bound(Restraint restraint, int vehicle, double distance, double speed, double acceleration) {}

    /**
     * A wish to change lanes.
     *
     * @param motive why
     * @param lane the lane it wanted to change into
     * @param made whether it began to move over
     * @param vehicle number among the departures of who stood in the way, or -1 where the lane itself did
     * @param behind whether that vehicle would have had to brake too hard behind it
     */
    public record Change(Motive motive, int lane, boolean made, int vehicle, boolean behind) {}

    private int vehicle = -1;
    public int slot = -1; // of the watched vehicle, or -1
    public int row = -1; // its row, or -1
    private boolean rests;

    private final List<Bound> bounds = new ArrayList<>();
    private Change change;

    /** Watches a vehicle from the next step on. */
    public void watch(int departure) {
        vehicle = departure;
    }

    /** What bounded its acceleration in the last step, strictest first; empty while it is not on the road. */
    public List<Bound> bounds() {
        return bounds.stream()
                .distinct() // two stretches that begin at the same place ask for the same
                .sorted(Comparator.comparingDouble(Bound::acceleration))
                .toList();
    }

    /** Its wish to change lanes in the last step, or null when it had none. */
    public Change change() {
        return change;
    }

    /** Looks for the watched vehicle at the start of a step. While it rests, what bounded it last still does. */
    public void begin(Parts parts) {
        change = null;
        if (vehicle < 0) {
            return;
        }
        slot = -1;
        Fleet f = parts.fleet;
        for (int lane = 0; lane < parts.table.lanes; lane++) {
            for (int k = 0; k < parts.queues.count(lane); k++) {
                if (f.id(parts.queues.at(lane, k)) == vehicle) {
                    slot = f.slot(parts.queues.at(lane, k));
                    rests = k < parts.resting.of(lane);
                    if (rests && bounds.isEmpty()) { // nobody has seen yet what it heeded when it came to rest
                        parts.resting.wake(lane);
                        rests = false;
                    }
                }
            }
        }
        if (slot < 0 || !rests) {
            bounds.clear();
        }
        findAgain(f);
    }

    /** Its record may have moved. */
    public void findAgain(Fleet f) {
        row = slot < 0 ? -1 : f.rowAt(slot);
    }

    public void free(double desiredSpeed, double wanted) {
        bounds.add(new Bound(Restraint.NOTHING, -1, Double.NaN, desiredSpeed, wanted));
    }

    public void vehicle(byte restraint, int other, double gap, double speed, double wanted) {
        bounds.add(new Bound(of(restraint), other, gap, speed, wanted));
    }

    public void point(byte restraint, int whom, double distance, double wanted) {
        bounds.add(new Bound(of(restraint), whom, distance, Double.NaN, wanted));
    }

    public void slower(double distance, double speed, double wanted) {
        bounds.add(new Bound(Restraint.CURVE, -1, distance, speed, wanted));
    }

    public void change(Motive motive, int lane, boolean made, int other, boolean behind) {
        change = new Change(motive, lane, made, other, behind);
    }

    private static Restraint of(byte ordinal) {
        return Arrays.asList(Restraint.values()).get(ordinal);
    }
}
