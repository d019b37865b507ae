package org.ulicarro.core.traffic.watching;

import org.ulicarro.core.traffic.events.TrafficEvents;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.state.Accounts;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.LaneQueues;
import org.ulicarro.core.traffic.state.Ledger;
import org.ulicarro.core.traffic.state.Tally;

/**
 * Marks who is in the queue of a controlled line: whoever a control stopped, or who joined those by driving slowly behind the last of
 * them. The mark stays until the line is passed, or something else than a control keeps the vehicle standing.
 */
public final class QueueMarks {

    /** Nearer than this to the rear of the queue, a slow vehicle has joined it (m). */
    private static final double JOINS_WITHIN = 15;

    private final LaneTable table;
    private final LaneQueues queues;
    private final Fleet f;
    private final Ledger ledger;

    public QueueMarks(Parts parts) {
        table = parts.table;
        queues = parts.queues;
        f = parts.fleet;
        ledger = parts.ledger;
    }

    /**
     * Marks on the lanes from one to before another, and collects the rows of who joined a queue now; both are multiples of 64, or the last
     * one the number of lanes.
     *
     * @return how many vehicles it has looked at
     */
    public long mark(int fromLane, int toLane, Tally joins) {
        long vehicles = 0;
        for (int word = fromLane + 63 >> 6; word << 6 < toLane; word++) {
            for (long bits = queues.slow(word); bits != 0; bits &= bits - 1) {
                vehicles += mark((word << 6) + Long.numberOfTrailingZeros(bits), joins);
            }
            queues.forgetSlow(word);
        }
        return vehicles;
    }

    private int mark(int lane, Tally joins) {
        int first = queues.at(lane, 0);
        int behind = first + queues.count(lane);
        for (int v = first; v < behind; v++) {
            if (ledger.queued(v) == 1) {
                if (ledger.heldBy(v) == LaneTable.NOBODY && f.speed(v) < Fleet.STANDING) {
                    ledger.queued(v, 0); // something else than a control keeps it
                }
            } else if (f.speed(v) < Accounts.MOVING_SPEED && waits(v)) {
                boolean stopped = f.speed(v) < Accounts.STOP_SPEED;
                boolean joined = v > first
                        && ledger.queued(v - 1) == 1
                        && f.pos(v - 1) - f.length(v - 1) - f.pos(v) < JOINS_WITHIN;
                if (stopped || joined) {
                    ledger.queued(v, 1);
                    joins.add(v);
                }
            }
        }
        return behind - first;
    }

    /** Tells the observers. */
    public void tell(Tally joins, TrafficEvents events) {
        for (int i = 0; i < joins.count(); i++) {
            int v = joins.at(i);
            events.joinedQueue(f.lane(v), table.end[f.lane(v)] - f.pos(v) + f.length(v));
        }
    }

    private boolean waits(int v) {
        return ledger.heldBy(v) != LaneTable.NOBODY && ledger.place(v) != LaneTable.NOBODY && !ledger.isPastLine(v);
    }
}
