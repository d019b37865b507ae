package org.ulicarro.core.traffic;

/**
 * Marks who is in the queue of a controlled line: whoever a control stopped, or who joined those by driving slowly behind the last of
 * them. The mark stays until the line is passed, or something else than a control keeps the vehicle standing.
 */
final class QueueMarks {

    /** Nearer than this to the rear of the queue, a slow vehicle has joined it (m). */
    private static final double JOINS_WITHIN = 15;

    private final LaneTable table;
    private final LaneQueues queues;
    private final Fleet f;
    private final Ledger ledger;

    QueueMarks(Parts parts) {
        table = parts.table;
        queues = parts.queues;
        f = parts.fleet;
        ledger = parts.ledger;
    }

    /** Marks on the lanes from one to before another, and collects the rows of who joined a queue now. */
    void mark(int fromLane, int toLane, Tally joins) {
        for (int lane = fromLane; lane < toLane; lane++) {
            int ahead = -1;
            for (int k = 0; k < queues.count(lane); k++) {
                int v = queues.at(lane, k);
                if (ledger.queued(v) == 1) {
                    boolean heldOtherwise = ledger.heldBy(v) == Ledger.NOBODY && f.speed(v) < Motion.STANDING;
                    ledger.queued(v, (byte) (heldOtherwise ? 0 : 1));
                } else if (f.speed(v) < Accounts.MOVING_SPEED && waits(v)) {
                    boolean stopped = f.speed(v) < Accounts.STOP_SPEED;
                    boolean joined = ahead >= 0
                            && ledger.queued(ahead) == 1
                            && f.pos(ahead) - f.length(ahead) - f.pos(v) < JOINS_WITHIN;
                    if (stopped || joined) {
                        ledger.queued(v, 1);
                        joins.add(v);
                    }
                }
                ahead = v;
            }
        }
    }

    /** Tells the observers. */
    void tell(Tally joins, TrafficEvents events) {
        for (int i = 0; i < joins.count(); i++) {
            int v = joins.at(i);
            events.joinedQueue(f.lane(v), table.end[f.lane(v)] - f.pos(v) + f.length(v));
        }
    }

    private boolean waits(int v) {
        return ledger.heldBy(v) != Ledger.NOBODY && ledger.ahead(v) != LaneTable.NONE && !ledger.isPastLine(v);
    }
}
