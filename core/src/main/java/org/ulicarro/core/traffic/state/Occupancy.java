package org.ulicarro.core.traffic.state;

import org.ulicarro.core.network.LongBodies;
import org.ulicarro.core.traffic.lanes.LaneTable;

/** Who is where: questions about lanes and the stretches where paths meet that several stages ask. Reads only. */
public final class Occupancy {

    /** So long others wait for one who does not use its turn (ticks). */
    private static final int PATIENT_FOR = 200;

    /** Who comes to a stretch counts on going first from so long before it can hardly stop any more (s). */
    private static final double COUNTS_ON_IT = 1;

    /** Who drives more slowly can still stay where it is (m/s). */
    private static final double ONLY_JUST_MOVES = 1;

    /** Who needs more than this to stop before a stretch does not do so for somebody who is not on it yet (m/s²), and what passes meanwhile (s). */
    private static final double HARDLY = 4.5;

    private static final double STEP = 0.5;

    /** Below this somebody who waits inside a junction holds those behind it (m/s). */
    public static final double STANDS = 0.3;

    public int tick; // of the step
    private final LaneTable table;
    private final LaneQueues queues;
    private final Fleet f;

    public Occupancy(LaneTable table, LaneQueues queues, Fleet fleet) {
        this.table = table;
        this.queues = queues;
        f = fleet;
    }

    public boolean isEmpty(int lane) {
        return queues.count(lane) == 0 && queues.guests(lane) == 0;
    }

    /**
     * How many vehicles of a lane have their front at or ahead of a position. A guess from where it is on the lane comes near, since
     * vehicles are spread; from there steps that double: in a long lane each look is a wait for memory.
     */
    public int place(int lane, double position) {
        int vehicles = queues.count(lane);
        int first = queues.at(lane, 0);
        double end = table.end[lane];
        int guess = (int) ((end - position) / end * vehicles);
        int low = guess < 0 ? 0 : guess > vehicles ? vehicles : guess; // all before it are at or ahead
        int high = low; // all from it on are behind
        int step = 1;
        while (low > 0 && f.pos(first + low - 1) < position) {
            high = low - 1;
            low = low > step ? low - step : 0;
            step *= 2;
        }
        step = 1;
        while (high < vehicles && f.pos(first + high) >= position) {
            low = high + 1;
            high = high + step < vehicles ? high + step : vehicles;
            step *= 2;
        }
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (f.pos(first + middle) >= position) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }

    /** The nearest vehicle on a lane whose front is at or ahead of a position, or -1. */
    public int firstAhead(int lane, double position) {
        int place = place(lane, position);
        return place == 0 ? -1 : queues.at(lane, place - 1);
    }

    /** The nearest vehicle on a lane whose front is behind a position, or -1. */
    public int firstBehind(int lane, double position) {
        int place = place(lane, position);
        return place == queues.count(lane) ? -1 : queues.at(lane, place);
    }

    /** The row of somebody who took a gap and has not cleared the c-th meeting of a path yet, or -1. */
    public int takenBy(int path, int c) {
        int other = table.meets[path][c];
        for (int k = 0; k < queues.count(other); k++) {
            if (takes(queues.at(other, k), path, c)) {
                return queues.at(other, k);
            }
        }
        return rearWithin(path, c);
    }

    /** Whether somebody on the other path took its gap at the c-th meeting of a path and has not cleared it yet. */
    public boolean takes(int u, int path, int c) {
        boolean there = f.pos(u) > table.otherStart[path][c];
        // who took its gap but has stood before the stretch ever since is held up elsewhere
        boolean coming = f.goes(u)
                && !isStuck(u)
                && !(f.isHalfWay(u) && table.otherStart[path][c] > table.gaps.waitAgain[table.meets[path][c]]);
        return (there || coming) && f.pos(u) - f.length(u) < endsFor(u, path, c);
    }

    /**
     * Who makes a vehicle that has no priority leave the c-th meeting of its path free: somebody who is on it, or was inside the
     * junction first.
     *
     * @param at the vehicle's position on the path, negative before the stop line
     * @return a row, or -1
     */
    public int blockedBy(int v, int path, int c, double at) {
        int other = table.meets[path][c];
        for (int k = 0; k < queues.count(other); k++) {
            if (blocks(queues.at(other, k), v, path, c, at)) {
                return queues.at(other, k);
            }
        }
        return rearWithin(path, c);
    }

    /**
     * The same, but for those who are gone before it gets there whatever they do: they drive too fast to stop on it, and are off it in time
     * even if they brake with all they have.
     *
     * @param distance from the meeting (m)
     * @param hardest braking of anybody (m/s²)
     */
    public int blockedWhenThere(int v, int path, int c, double at, double distance, double hardest) {
        int other = table.meets[path][c];
        double soonest = soonest(v, distance);
        for (int k = 0; k < queues.count(other); k++) {
            int u = queues.at(other, k);
            double left = endsFor(u, path, c) - f.pos(u) + f.length(u);
            if (blocks(u, v, path, c, at) && !isGone(u, left, soonest, hardest)) {
                return u;
            }
        }
        for (int g = 0; g < queues.guests(other); g++) {
            int u = queues.guest(other, g);
            double left = endsFor(u, path, c) - f.pos(u) - queues.guestOffset(other, g) + f.length(u);
            if (left > 0 && !isGone(u, left, soonest, hardest)) {
                return u;
            }
        }
        return -1;
    }

    /** Whether somebody covers what is left of its way off a stretch (m) in a time (s), although it may brake. */
    private boolean isGone(int u, double left, double time, double hardest) {
        double speed = f.speed(u);
        double rest = speed * speed - 2 * hardest * left; // of its speed at the end, squared
        return rest > 0 && (speed - Math.sqrt(rest)) / hardest < time;
    }

    /** Whether somebody on the other path does so. */
    public boolean blocks(int u, int v, int path, int c, double at) {
        if (f.pos(u) - f.length(u) >= endsFor(u, path, c)) {
            return false;
        }
        boolean onIt = f.pos(u) > table.otherStart[path][c];
        boolean inTurn = table.rank[path][c] == LaneTable.IN_TURN;
        return onIt || inTurn && (at < 0 || isBefore(u, v) && !isStuck(u)) || at >= 0 && comesFirst(u, v, path, c);
    }

    /**
     * Whether somebody counts on going first over the c-th meeting of a path: before one who has stood on the way and lost its turn, as soon
     * as it would have to brake for that one; before one who only just moves, when it can hardly stop any more.
     */
    private boolean comesFirst(int u, int v, int path, int c) {
        double speed = f.speed(u);
        if (speed <= STANDS || isStuck(u)) {
            return false;
        }
        double needs = Double.NEGATIVE_INFINITY;
        if (isStuck(v)) {
            needs = speed * (COUNTS_ON_IT + speed / (2 * f.comfortableDeceleration(u)));
        } else if (f.speed(v) < ONLY_JUST_MOVES) {
            needs = speed * (STEP + speed / (2 * HARDLY));
        }
        return table.otherStart[path][c] - f.pos(u) < needs;
    }

    /**
     * Whether somebody who is under way over a shared stretch is off it before another one gets there.
     *
     * @param distance of that one from the stretch (m)
     */
    public boolean isGoneInTime(int u, int v, int path, int c, double distance) {
        int way = table.meets[path][c];
        double front = f.lane(u) == way ? f.pos(u) : table.end[way];
        double left = endsFor(u, path, c) - front + f.length(u);
        return left <= 0 || f.speed(u) > 1 && left / f.speed(u) < soonest(v, distance);
    }

    /** How soon a vehicle can be so far ahead (s). */
    private double soonest(int v, double distance) {
        double speed = f.speed(v);
        return (Math.sqrt(speed * speed + 2 * f.maximumAcceleration(v) * distance) - speed) / f.maximumAcceleration(v);
    }

    /**
     * The same as one with priority sees it who drives on as it likes: somebody who is on the way out of the stretch, or comes to it, goes on
     * speeding up as it does now.
     */
    public boolean leavesInTime(int u, int v, int path, int c, double distance) {
        int way = table.meets[path][c];
        int lane = f.lane(u);
        double front = lane == way ? f.pos(u) : lane == table.from[way] ? f.pos(u) - table.end[lane] : table.end[way];
        double left = endsFor(u, path, c) - front + f.length(u);
        double pull = f.accel(u);
        double speed = f.speed(v);
        if (left <= 0) {
            return true;
        }
        if (pull < 0) {
            return false;
        }
        double over = Math.min(f.desiredSpeed(u), Math.sqrt(f.speed(u) * f.speed(u) + 2 * pull * left));
        double leaves = 2 * left / Math.max(0.1, f.speed(u) + over); // at the mean of the two speeds
        return leaves < distance / Math.max(0.1, speed);
    }

    /** Whose turn it is but who has stood for a while is held up elsewhere: others do not wait for it, or all could wait for each other. */
    public boolean isStuck(int u) {
        return f.stoodSince(u) >= 0 && tick - f.stoodSince(u) > PATIENT_FOR;
    }

    /** Who has found no gap at its line for a minute is not counted on to find one now: others who find one take it. */
    public boolean hasStoodLong(int u) {
        return f.stoodSince(u) >= 0 && tick - f.stoodSince(u) > 3 * PATIENT_FOR;
    }

    /**
     * Whether somebody who came from the same lane stands in the way and waits for a gap there, as a left turn does before those
     * behind it. Without this two such left turns would wait for each other's followers for ever.
     *
     * @param at position on the path, negative before its line
     */
    public boolean isHeld(double at, int path) {
        int[] siblings = table.siblings[path];
        for (int i = 0; i < siblings.length; i++) {
            int other = siblings[i];
            for (int k = 0; k < queues.count(other) && !Double.isNaN(table.waitAt[other]); k++) {
                int w = queues.at(other, k);
                boolean ahead = f.pos(w) > at && f.pos(w) - f.length(w) < table.partsAt[path][i];
                if (ahead && f.speed(w) < STANDS && !f.hadGap(w) && f.pos(w) <= table.waitAt[other] + 1) {
                    return true;
                }
            }
        }
        return false;
    }

    /** First come, first served; the earlier departure of two who came at the same instant. */
    private boolean isBefore(int u, int v) {
        return f.since(u) < f.since(v) || f.since(u) == f.since(v) && f.id(u) < f.id(v);
    }

    /** A driver who cannot count on clearing a junction moves slower than this behind it (m/s). */
    public static final double CREEPS = 5;

    /** No vehicle takes more of a lane than this when it stands (m). */
    private static final double LONGEST = 40;

    /** Deceleration with which the last one behind a junction may still come to rest (m/s²). */
    private static final double COMES_TO_REST = 1.5;

    /**
     * Who keeps a vehicle from standing clear of the junction at the end of a path: the last one on the lane beyond, when what is left of
     * that lane is taken by those who are under way to it. While that one drives, the lane counts as free as long as it holds them all.
     *
     * @return a row, or -1 where there is room
     */
    public int noRoomBehind(int v, int path) {
        int to = table.to[path];
        if (queues.count(to) == 0) {
            return -1;
        }
        int last = queues.last(to);
        if (f.speed(last) > CREEPS && holdsAll(v, to)) {
            return -1;
        }
        double front = f.pos(last) + f.speed(last) * f.speed(last) / (2 * COMES_TO_REST);
        if (queues.count(to) > 1) {
            int ahead = queues.at(to, queues.count(to) - 2);
            double most = f.pos(ahead) - f.length(ahead) - f.standingGap(last);
            front = f.speed(ahead) < CREEPS && most < front ? most : front;
        }
        double room = front - f.length(last) - f.length(v) - f.standingGap(v);
        return room - underWay(v, to) >= 0 ? -1 : last;
    }

    /** Whether all on a lane, those under way to it and one more can stand on it one behind the other. */
    private boolean holdsAll(int v, int lane) {
        double room = table.end[lane] - f.length(v) - f.standingGap(v) - underWay(v, lane);
        if (queues.count(lane) * LONGEST <= room) {
            return true;
        }
        for (int k = 0; k < queues.count(lane) && room >= 0; k++) {
            int u = queues.at(lane, k);
            room -= f.length(u) + f.standingGap(u);
        }
        return room >= 0;
    }

    /** What those on the paths to a lane will take of it when they stand, but for one of them (m). */
    private double underWay(int v, int lane) {
        int[] sources = table.sources[lane];
        double taken = 0;
        for (int i = 0; i < sources.length; i++) {
            for (int k = 0; k < queues.count(sources[i]); k++) {
                int u = queues.at(sources[i], k);
                taken += u == v ? 0 : f.length(u) + f.standingGap(u);
            }
        }
        return taken;
    }

    /** Whether anybody long is on a lane, or its rear is there still. */
    public boolean hasLong(int lane) {
        for (int k = 0; k < queues.count(lane); k++) {
            if (isLong(queues.at(lane, k))) {
                return true;
            }
        }
        for (int g = 0; g < queues.guests(lane); g++) {
            if (isLong(queues.guest(lane, g))) {
                return true;
            }
        }
        return false;
    }

    public boolean isLong(int v) {
        return f.length(v) > LongBodies.FROM;
    }

    /** Where the c-th meeting of a path ends on the other one for somebody there (m along it). */
    private double endsFor(int u, int path, int c) {
        return isLong(u) ? table.otherEnd[path][c] + table.longs.late[path][c] : table.otherEnd[path][c];
    }

    /** Whether a rear (m along the other path) is before the end of the c-th meeting of a path there. */
    public boolean isWithin(int u, double rear, int path, int c) {
        return rear < endsFor(u, path, c);
    }

    /** Somebody whose front is beyond the other path but whose rear is before the end of the c-th meeting there, or -1. */
    public int rearWithin(int path, int c) {
        int other = table.meets[path][c];
        for (int g = 0; g < queues.guests(other); g++) {
            int u = queues.guest(other, g);
            if (f.pos(u) + queues.guestOffset(other, g) - f.length(u) < endsFor(u, path, c)) {
                return u;
            }
        }
        return -1;
    }

    /** Somebody whose front is beyond a path but whose rear is before a position on it, or -1. */
    public int rearBefore(int path, double end) {
        for (int g = 0; g < queues.guests(path); g++) {
            int u = queues.guest(path, g);
            if (f.pos(u) + queues.guestOffset(path, g) - f.length(u) < end) {
                return u;
            }
        }
        return -1;
    }
}
