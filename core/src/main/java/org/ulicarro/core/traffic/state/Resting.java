package org.ulicarro.core.traffic.state;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import org.ulicarro.core.base.Stateful;

/**
 * Who stands at a red signal and will stay: the first ones of a lane, each kept by the one ahead of it and the very first by the signal.
 * Nothing about them changes but what standing costs, so the step leaves them out until something happens on their lane: a signal at its
 * end changes, somebody comes, goes or moves over, or one of them is asked for room or may turn on red. What the time has cost them is
 * booked then, step by step as if it had never been left out.
 */
public final class Resting implements Stateful {

    private final Fleet f;
    private final Ledger ledger;
    private final int[] lanes;
    private final int count;
    private final double dt;
    private final int ticksPerStep;
    private int tick; // at the end of the step that was last booked

    public Resting(LaneQueues queues, Fleet fleet, Ledger ledger, double dt, int ticksPerStep) {
        f = fleet;
        this.ledger = ledger;
        lanes = queues.lanes;
        count = lanes.length >> LaneQueues.LANE;
        this.dt = dt;
        this.ticksPerStep = ticksPerStep;
    }

    /** All steps until then have passed for those who do not rest. */
    public void at(int endTick) {
        tick = endTick;
    }

    /** How many of the first ones of a lane rest. */
    public int of(int lane) {
        return lanes[(lane << LaneQueues.LANE) + LaneQueues.RESTING];
    }

    /** One more rests from the end of a step on: the first one of its lane that did not yet. */
    public void add(int lane, int row, int endTick) {
        f.books[(row << Records.BOOKS) + Records.RESTS_SINCE] = endTick;
        lanes[(lane << LaneQueues.LANE) + LaneQueues.RESTING]++;
    }

    /** Nobody of a lane rests any more. */
    public void wake(int lane) {
        if (of(lane) > 0) {
            book(lane);
            lanes[(lane << LaneQueues.LANE) + LaneQueues.RESTING] = 0;
        }
    }

    /** Books what resting has cost those of a lane so far. */
    public void book(int lane) {
        int l = lane << LaneQueues.LANE;
        int first = lanes[l + LaneQueues.BEGIN];
        for (int row = first; row < first + lanes[l + LaneQueues.RESTING]; row++) {
            bookOne(row);
        }
    }

    /** The same for all lanes. */
    public void bookAll() {
        for (int lane = 0; lane < count; lane++) {
            if (of(lane) > 0) {
                book(lane);
            }
        }
    }

    private void bookOne(int row) {
        int at = (row << Records.BOOKS) + Records.RESTS_SINCE;
        int steps = (tick - (int) f.books[at]) / ticksPerStep;
        f.books[at] = tick;
        if (steps <= 0) {
            return;
        }
        double delay = ledger.delay(row);
        boolean here = ledger.heldBy(row) == ledger.place(row);
        double control = here ? ledger.control(row) : ledger.afarControl(row);
        double stopped = here ? ledger.stopped(row) : ledger.afarStopped(row);
        for (int i = 0; i < steps; i++) { // one by one, so that the sums are the same to the bit however long it was
            delay += dt;
            control += dt;
            stopped += dt;
        }
        ledger.delay(row, delay);
        if (here) {
            ledger.control(row, control);
            ledger.stopped(row, stopped);
        } else {
            ledger.afarControl(row, control);
            ledger.afarStopped(row, stopped);
        }
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeInt(tick);
        for (int lane = 0; lane < count; lane++) {
            out.writeInt(of(lane));
        }
    }

    @Override
    public void restore(DataInput in) throws IOException {
        tick = in.readInt();
        for (int lane = 0; lane < count; lane++) {
            lanes[(lane << LaneQueues.LANE) + LaneQueues.RESTING] = in.readInt();
        }
    }
}
