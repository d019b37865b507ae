package org.ulicarro.core.traffic;

/**
 * Marks who is in the queue of a controlled line: whoever stopped, or joined those who did by driving slowly behind the last of
 * them. The mark stays until the line is passed.
 */
final class QueueMarks {

    /** Nearer than this to the rear of the queue, a slow vehicle has joined it (m). */
    private static final double JOINS_WITHIN = 15;

    private final LaneTable table;
    private final LaneQueues queues;
    private final Fleet f;
    private final Ledger ledger;
    private final TrafficEvents events;

    QueueMarks(LaneTable table, LaneQueues queues, Fleet fleet, Ledger ledger, TrafficEvents events) {
        this.table = table;
        this.queues = queues;
        f = fleet;
        this.ledger = ledger;
        this.events = events;
    }

    void mark() {
        for (int lane = 0; lane < table.lanes; lane++) {
            int ahead = -1;
            for (int k = 0; k < queues.count[lane]; k++) {
                int v = queues.at(lane, k);
                if (ledger.queued[v] == 0 && f.speed[v] < Motion.MOVING_SPEED && waits(v)) {
                    boolean stopped = f.speed[v] < Motion.STOP_SPEED;
                    boolean joined = ahead >= 0
                            && ledger.queued[ahead] == 1
                            && f.pos[ahead] - f.length[ahead] - f.pos[v] < JOINS_WITHIN;
                    if (stopped || joined) {
                        ledger.queued[v] = 1;
                        events.joinedQueue(lane, table.end[lane] - f.pos[v] + f.length[v]);
                    }
                }
                ahead = v;
            }
        }
    }

    private boolean waits(int v) {
        return ledger.ahead[v] != LaneTable.NONE && Double.isNaN(ledger.lineTime[v]);
    }
}
