package org.ulicarro.core.traffic;

/**
 * Puts the rows of the fleet in the order in which the lanes hold their vehicles, so that those who look at each other stand near
 * each other in memory: in large networks that is worth more than anything else. What the rows are called changes no result.
 */
final class Renumbering {

    private final LaneQueues queues;
    private final Fleet f;
    private final Ledger ledger;
    private final int lanes;
    private int[] order = new int[0]; // new row -> old row
    private int[] newRow = new int[0]; // old row -> new row

    Renumbering(Parts parts) {
        queues = parts.queues;
        f = parts.fleet;
        ledger = parts.ledger;
        lanes = parts.table.lanes;
    }

    void run() {
        if (order.length < f.capacity()) {
            order = new int[f.capacity()];
            newRow = new int[f.capacity()];
        }
        int n = 0;
        for (int lane = 0; lane < lanes; lane++) {
            for (int k = 0; k < queues.count[lane]; k++) {
                int row = queues.at(lane, k);
                order[n] = row;
                newRow[row] = n++;
            }
        }
        f.renumber(order, n);
        ledger.renumber(order, n);
        queues.renumber(newRow);
    }
}
