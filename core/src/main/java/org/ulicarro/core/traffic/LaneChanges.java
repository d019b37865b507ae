package org.ulicarro.core.traffic;

/**
 * Stage 3: changes into the lane that leads where a driver wants to go. All are decided from what stood before, then made in a
 * fixed order, each gap looked at again.
 *
 * <p>From the moment of the change a vehicle belongs to its new lane, and is a guest of the old one until it has moved over.
 */
final class LaneChanges {

    /** How long moving over takes (s). */
    private static final double DURATION = 3.0;

    /** Braking that a driver accepts for itself and for the one behind in the new lane (m/s²). */
    private static final double ACCEPTED = 3.0;

    private final LaneTable table;
    private final LaneQueues queues;
    private final Fleet f;
    private final Occupancy occupancy;
    private final TrafficEvents events;
    private final double dt;
    private int[] wishes = new int[64]; // rows that want to change in this step
    private int wishCount;

    LaneChanges(LaneTable table, LaneQueues queues, Fleet fleet, Occupancy occupancy, TrafficEvents events, double dt) {
        this.table = table;
        this.queues = queues;
        f = fleet;
        this.occupancy = occupancy;
        this.events = events;
        this.dt = dt;
    }

    void step() {
        wishCount = 0;
        for (int lane = 0; lane < table.lanes; lane++) {
            if (table.left[lane] != LaneTable.NONE || table.right[lane] != LaneTable.NONE) {
                wish(lane);
            }
        }
        sortByTarget();
        for (int i = 0; i < wishCount; i++) {
            int v = wishes[i];
            int target = f.beside[v];
            if (fits(v, target)) {
                move(v, target);
            }
        }
    }

    private void wish(int lane) {
        for (int k = queues.count[lane] - 1; k >= 0; k--) {
            int v = queues.at(lane, k);
            if (f.next[v] == Fleet.WRONG_LANE && f.changedFrom[v] == LaneTable.NONE && fits(v, f.beside[v])) {
                if (wishCount == wishes.length) {
                    wishes = java.util.Arrays.copyOf(wishes, wishCount * 2);
                }
                wishes[wishCount++] = v;
            }
        }
    }

    /** By target lane, then from the front, then by id. */
    private void sortByTarget() {
        for (int i = 1; i < wishCount; i++) {
            int v = wishes[i];
            int j = i - 1;
            while (j >= 0 && isLater(wishes[j], v)) {
                wishes[j + 1] = wishes[j];
                j--;
            }
            wishes[j + 1] = v;
        }
    }

    private boolean isLater(int u, int v) {
        int targetU = f.beside[u];
        int targetV = f.beside[v];
        if (targetU != targetV) {
            return targetU > targetV;
        }
        return f.pos[u] != f.pos[v] ? f.pos[u] < f.pos[v] : f.id[u] > f.id[v];
    }

    /** Whether the lane has begun, and both the leader and the follower there can live with the change. */
    private boolean fits(int v, int target) {
        if (f.pos[v] - f.length[v] / 2 < table.start[target]
                || f.pos[v] > table.end[target]
                || table.mayNotCross(f.lane[v], target, f.pos[v])) {
            return false;
        }
        int ahead = occupancy.firstAhead(target, f.pos[v]);
        if (ahead >= 0 && !canFollow(v, ahead, f.pos[ahead])) {
            return false;
        }
        int place = place(target, f.pos[v]);
        if (place < queues.count[target] && !canFollow(queues.at(target, place), v, f.pos[v])) {
            return false;
        }
        for (int g = 0; g < queues.guestCount[target]; g++) {
            int u = queues.guest(target, g);
            double there = f.pos[u] + queues.guestOffset(target, g);
            boolean fine = there >= f.pos[v] ? canFollow(v, u, there) : there < f.pos[v] - f.length[v] - f.space[u];
            if (!fine) {
                return false;
            }
        }
        return true;
    }

    /** Whether one vehicle can follow another, whose front would be at a position, without braking harder than accepted. */
    private boolean canFollow(int behind, int ahead, double aheadAt) {
        double gap = aheadAt - f.length[ahead] - f.pos[behind];
        if (gap < 0.5) {
            return false;
        }
        double speed = f.speed[behind];
        double wanted = Following.towards(
                speed,
                gap,
                f.speed[ahead],
                f.space[behind] * 0.5,
                f.gapTime[behind] * 0.5,
                f.pickup[behind],
                f.closing[behind]);
        double safe = Following.safe(speed, gap, f.speed[ahead], f.hardest[behind], f.hardest[ahead], dt);
        return speed < 0.1 ? safe >= 0 : Math.min(wanted, safe) >= -ACCEPTED;
    }

    /** How many vehicles of a lane are at or ahead of a position. */
    private int place(int lane, double position) {
        int k = 0;
        while (k < queues.count[lane] && f.pos[queues.at(lane, k)] >= position) {
            k++;
        }
        return k;
    }

    private void move(int v, int target) {
        int old = f.lane[v];
        queues.remove(old, v);
        queues.insert(target, place(target, f.pos[v]), v);
        queues.addGuest(old, v, 0);
        f.changedFrom[v] = old;
        f.changeLeft[v] = DURATION;
        f.lane[v] = target;
        events.startedOver(v, target);
        occupancy.plan(v, target);
        f.want[v] = table.limit[target] * f.factor[v];
    }
}
