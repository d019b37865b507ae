package org.ulicarro.core.traffic.people;

import org.ulicarro.core.base.Draws;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.study.DriverNumbers;
import org.ulicarro.core.traffic.lanes.FootTable;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.LaneQueues;

/** What somebody at a crossing sees of the vehicles that come to it. Reads only. */
public final class Approaching {

    /** Distance to a body at the front and at the rear (m). */
    private static final double ROOM = 0.3;

    private static final double MOVES = 0.5;
    private static final double STANDS = 0.1;

    /** A vehicle's draws for whether it gives way at crossings begin here. */
    private static final int YIELD_DRAWS = 1000;

    boolean byStanding; // whether somebody who stands on the crossing was in the way since this was last cleared
    private final LaneTable table;
    private final FootTable foot;
    private final LaneQueues queues;
    private final Fleet f;
    private final Aspects aspects;
    private final Departures departures;

    private final double walkerSees;
    private final double walkerTrusts;
    private final double walkerReaction;
    private final double walkerMargin;

    public Approaching(
            LaneTable table,
            LaneQueues queues,
            Fleet fleet,
            Aspects aspects,
            DriverNumbers numbers,
            Departures departures) {
        walkerSees = numbers.walkerSees();
        walkerTrusts = numbers.walkerTrusts();
        walkerReaction = numbers.walkerReaction();
        walkerMargin = numbers.walkerMargin();
        this.table = table;
        foot = table.foot;
        this.queues = queues;
        f = fleet;
        this.aspects = aspects;
        this.departures = departures;
    }

    /** Whether a driver gives way to people at a crossing. */
    public static boolean yields(FootTable foot, Departures departures, int vehicle, int crossing) {
        double share = foot.zebra[crossing] ? foot.yielding[crossing] : 1;
        return share >= 1 || Draws.uniform(departures.key()[vehicle], YIELD_DRAWS + crossing) < share;
    }

    /**
     * Whether the vehicles on a strip and those that come leave it to somebody.
     *
     * @param size 0 looks at cars, 1 at long vehicles
     * @param in seconds until that one is on it
     * @param out seconds until that one has left it
     * @param clear the same where drivers do not give way: who sets off wants all it has to cross to itself until then
     * @param priority whether vehicles that can stop have to
     */
    boolean leave(int strip, int size, double in, double out, double clear, boolean priority) {
        int lane = foot.lane[strip];
        for (int g = 0; g < queues.guests(lane); g++) {
            int u = queues.guest(lane, g);
            double front = f.pos(u) + queues.guestOffset(lane, g);
            boolean counts = FootTable.sizeOf(f.length(u)) == size && front >= foot.from[strip] - ROOM;
            if (counts && !isGone(u, front, strip, in)) {
                return false;
            }
        }
        return leave(strip, size, lane, 0, in, out, clear, priority);
    }

    /** The same for those on a lane, whose positions are that much further back, and those behind it. */
    private boolean leave(
            int strip, int size, int lane, double back, double in, double out, double clear, boolean priority) {
        for (int k = 0; k < queues.count(lane); k++) {
            int u = queues.at(lane, k);
            double distance = foot.from[strip] - (f.pos(u) - back);
            if (distance > walkerSees) {
                return true;
            }
            if (FootTable.sizeOf(f.length(u)) != size) {
                continue;
            }
            if (distance <= ROOM) {
                if (!isGone(u, f.pos(u) - back, strip, in)) {
                    return false;
                }
            } else if (!lets(u, strip, distance, in, out, clear, priority)) {
                return false;
            }
        }
        int[] sources = table.sources[lane];
        for (int i = 0; i < sources.length; i++) {
            if (foot.from[strip] + back > walkerSees) {
                return true;
            }
            boolean leaves = table.path[sources[i]]
                    ? leave(strip, size, sources[i], back + table.end[sources[i]], in, out, clear, priority)
                    : leaveFrom(strip, size, sources[i], lane, back + table.end[sources[i]], in, out, clear, priority);
            if (!leaves) {
                return false;
            }
        }
        return true;
    }

    /** Those who will come onto a path from the lane before it. */
    private boolean leaveFrom(
            int strip,
            int size,
            int lane,
            int path,
            double back,
            double in,
            double out,
            double clear,
            boolean priority) {
        for (int k = 0; k < queues.count(lane); k++) {
            int u = queues.at(lane, k);
            double distance = foot.from[strip] - (f.pos(u) - back);
            if (distance > walkerSees || f.next(u) == path && isHeld(u, path)) {
                return true;
            }
            if (f.next(u) == path
                    && FootTable.sizeOf(f.length(u)) == size
                    && !lets(u, strip, distance, in, out, clear, priority)) {
                return false;
            }
        }
        return true;
    }

    private boolean isHeld(int u, int path) {
        int group = table.group[path];
        boolean stop = group != SignalSystem.NO_GROUP && !aspects.of(group).letsGo();
        return stop && f.decision(u) != Fleet.GOES && !f.goes(u);
    }

    private boolean isGone(int u, double front, int strip, double in) {
        double left = foot.to[strip] + ROOM - (front - f.length(u));
        byStanding |= left > 0 && f.speed(u) <= MOVES;
        return left <= 0 || f.speed(u) > MOVES && left / f.speed(u) < in;
    }

    private boolean lets(int u, int strip, double distance, double in, double out, double clear, boolean priority) {
        double speed = f.speed(u);
        if (speed < STANDS) {
            return true; // before a vehicle that stands anyway one goes, whoever has priority
        }
        boolean canStop = distance > speed * walkerReaction + speed * speed / (2 * walkerTrusts) + ROOM;
        boolean givesWay = priority && yields(foot, departures, f.id(u), foot.crossing[strip]);
        if (givesWay && canStop) {
            return true;
        }
        double arrives =
                (Math.sqrt(speed * speed + 2 * f.maximumAcceleration(u) * distance) - speed) / f.maximumAcceleration(u);
        arrives = Math.max(arrives, distance / Math.max(speed, f.desiredSpeed(u)));
        if (arrives > (givesWay ? out : clear) + walkerMargin) {
            return true;
        }
        if (!givesWay && clear > out) {
            return false; // nobody sets off to pass behind one who will not stop
        }
        double over = distance + foot.to[strip] - foot.from[strip] + f.length(u);
        return speed > 1 && over / speed < in - ROOM;
    }
}
