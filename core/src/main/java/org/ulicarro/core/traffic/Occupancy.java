package org.ulicarro.core.traffic;

/** Who is where: questions about lanes and the stretches where paths meet that several stages ask. Reads only. */
final class Occupancy {

    private final LaneTable table;
    private final LaneQueues queues;
    private final Fleet f;
    private final int[][] routes; // route -> its movements
    private final int[] routeOf; // departure -> its route

    Occupancy(LaneTable table, LaneQueues queues, Fleet fleet, int[][] routes, int[] routeOf) {
        this.table = table;
        this.queues = queues;
        f = fleet;
        this.routes = routes;
        this.routeOf = routeOf;
    }

    /** The movement at a place of a vehicle's route, or NONE after its end. */
    int movementOf(int v, int cursor) {
        int[] route = routes[routeOf[f.id[v]]];
        return cursor < route.length ? route[cursor] : LaneTable.NONE;
    }

    /** Where a vehicle goes on from a lane of a link: a path, or {@link Fleet#EXIT}, or {@link Fleet#WRONG_LANE}. */
    int wayOn(int v, int lane, int cursor) {
        int movement = movementOf(v, cursor);
        if (movement == LaneTable.NONE) {
            return Fleet.EXIT;
        }
        int path = table.pathFor(lane, movement);
        return path == LaneTable.NONE ? Fleet.WRONG_LANE : path;
    }

    /** Sets where a vehicle goes on from a lane of a link, and the lane beside it that it needs when this one does not lead there. */
    void plan(int v, int lane) {
        f.next[v] = wayOn(v, lane, f.cursor[v]);
        f.beside[v] = LaneTable.NONE;
        if (f.next[v] == Fleet.WRONG_LANE) {
            boolean leftwards = table.lanesTo(lane, movementOf(v, f.cursor[v])) < 0;
            f.beside[v] = leftwards ? table.left[lane] : table.right[lane];
        }
    }

    boolean isEmpty(int lane) {
        return queues.count[lane] == 0 && queues.guestCount[lane] == 0;
    }

    /** The nearest vehicle on a lane whose front is at or ahead of a position, or -1. */
    int firstAhead(int lane, double position) {
        int found = -1;
        for (int k = 0; k < queues.count[lane]; k++) {
            int u = queues.at(lane, k);
            if (f.pos[u] < position) {
                break;
            }
            found = u;
        }
        return found;
    }

    /** The row of somebody who took a gap and has not cleared the c-th meeting of a path yet, or -1. */
    int takenBy(int path, int c) {
        int other = table.meets[path][c];
        for (int k = 0; k < queues.count[other]; k++) {
            int u = queues.at(other, k);
            boolean there = f.pos[u] > table.otherStart[path][c];
            if ((f.committed[u] == 1 || there) && f.pos[u] - f.length[u] < table.otherEnd[path][c]) {
                return u;
            }
        }
        return rearWithin(other, table.otherEnd[path][c]);
    }

    /**
     * Who makes a vehicle that has no priority leave the c-th meeting of its path free: somebody who is on it, or was inside the
     * junction first.
     *
     * @param at the vehicle's position on the path, negative before the stop line
     * @return a row, or -1
     */
    int blockedBy(int v, int path, int c, double at) {
        int other = table.meets[path][c];
        boolean inTurn = table.rank[path][c] == LaneTable.IN_TURN;
        for (int k = 0; k < queues.count[other]; k++) {
            int u = queues.at(other, k);
            if (f.pos[u] - f.length[u] >= table.otherEnd[path][c]) {
                continue;
            }
            boolean onIt = f.pos[u] > table.otherStart[path][c];
            boolean before = inTurn && (at < 0 || isBefore(u, v));
            if (onIt || before) {
                return u;
            }
        }
        return rearWithin(other, table.otherEnd[path][c]);
    }

    /** First come, first served; the earlier departure of two who came at the same instant. */
    private boolean isBefore(int u, int v) {
        return f.insideSince[u] < f.insideSince[v] || f.insideSince[u] == f.insideSince[v] && f.id[u] < f.id[v];
    }

    private int rearWithin(int path, double end) {
        for (int g = 0; g < queues.guestCount[path]; g++) {
            int u = queues.guest(path, g);
            if (f.pos[u] + queues.guestOffset(path, g) - f.length[u] < end) {
                return u;
            }
        }
        return -1;
    }
}
