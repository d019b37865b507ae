package org.ulicarro.core.traffic.junctions;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.Arrays;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.network.GapTime;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.study.DriverNumbers;
import org.ulicarro.core.traffic.lanes.GapTable;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.Junctions;
import org.ulicarro.core.traffic.state.LaneQueues;
import org.ulicarro.core.traffic.state.Occupancy;
import org.ulicarro.core.traffic.state.Resting;

/**
 * Stage 4: who takes a gap now. For each path that yields, the first vehicle that has not taken one yet looks at everybody who
 * will use the stretches it has to cross. Past the waiting place, a gap that was taken is kept. Where a median has room, half of the
 * way may be taken first.
 */
public final class GiveWay implements Stateful {

    /** Nobody looks for a gap from further away than this many seconds of comfortable braking (s). */
    private static final double LOOKS_AHEAD = 2.0;

    /** Below this a vehicle has come to its stop at a sign (m/s). */
    private static final double STANDS = 0.3;

    /** Longer vehicles are heavy ones, which need larger gaps (m). */
    private static final double HEAVY_FROM = 7.5;

    /**
     * Drivers see a gap at the first step after it has begun, half a step late on average. Critical gaps and follow-up times are those of
     * steps of this length (s).
     */
    private static final double USUAL_STEP = 0.2;

    /** The vehicle before has long gone. */
    private static final double LONG_AGO = -1e9;

    private final LaneTable table;
    private final GapTable gaps;
    private final LaneQueues queues;
    private final Fleet f;
    private final Junctions junctions;
    private final Resting resting;
    private final Aspects aspects;
    private final Occupancy occupancy;
    private final RoundaboutRoom ringRoom;
    private final Streams streams;
    private final AllWay allWay;
    private final Courtesy courtesy;
    private final int[][] yielding; // place -> the paths on which vehicles wait for gaps
    private final int[][] entering; // place -> the lanes that end there
    private final double[]
            lastWent; // lane -> when the last one to take a gap from it came or comes to its waiting place

    private final double patientFor;
    private final double losesPatienceOver;
    private final double givesUp;
    private final double stopsWithin;
    private final double late; // what of a gap is over, on average, when it is seen first, more than at usual steps (s)

    public GiveWay(Parts parts) {
        DriverNumbers numbers = parts.numbers;
        patientFor = numbers.patientFor();
        losesPatienceOver = numbers.losesPatienceOver();
        givesUp = numbers.givesUp();
        stopsWithin = numbers.stopsWithin();
        late = (parts.dt - USUAL_STEP) / 2;
        table = parts.table;
        gaps = table.gaps;
        queues = parts.queues;
        f = parts.fleet;
        junctions = parts.junctions;
        resting = parts.resting;
        aspects = parts.aspects;
        occupancy = parts.occupancy;
        ringRoom = new RoundaboutRoom(parts);
        streams = new Streams(parts, ringRoom);
        allWay = new AllWay(parts);
        courtesy = new Courtesy(parts);
        yielding = table.junctions.pathsWhere(
                path -> !Double.isNaN(table.waitAt[path]) || gaps.onRed[path] || gaps.afterStop[path] != null);
        entering = table.junctions.entering;
        lastWent = new double[table.lanes];
        Arrays.fill(lastWent, LONG_AGO);
    }

    /**
     * Decides at the places from one to before another, by number: notes who is about to come onto which path, and looks for gaps where
     * anybody may want one.
     */
    public void decide(int from, int to, double now) {
        for (int place = from; place < to; place++) {
            long wanted = junctions.busy(place) | look(place);
            int[] paths = yielding[place];
            for (int i = 0; i < paths.length; i++) {
                if (junctions.isAmong(paths[i], wanted)) {
                    decide(paths[i], now);
                }
            }
        }
    }

    /** Who comes first on each lane to a place: onto which paths somebody comes who may look for a gap, as bits. */
    private long look(int place) {
        junctions.clearComing(place);
        long looks = 0;
        int[] lanes = entering[place];
        for (int i = 0; i < lanes.length; i++) {
            if (!queues.isInUse(lanes[i])) {
                continue;
            }
            int v = queues.at(lanes[i], 0);
            int path = f.next(v);
            if (path < 0) {
                continue;
            }
            boolean committed = f.committed(v) != Fleet.NO_GAP;
            if (committed) {
                junctions.comes(path);
            }
            if (occupancy.isLong(v)) {
                junctions.longComes(path);
            }
            double left = table.end[lanes[i]] - f.pos(v);
            if (committed || left < stopsWithin || isNear(v, left)) {
                looks |= junctions.bit(path);
            }
        }
        return looks;
    }

    private void decide(int path, double now) {
        boolean red = isRed(path);
        if (!Double.isNaN(gaps.waitAgain[path])) {
            decideInMedian(path, now);
        }
        int v = candidate(path, red);
        if (v >= 0) {
            double at = f.lane(v) == path ? f.pos(v) : f.pos(v) - table.end[table.from[path]];
            decide(v, path, at, red && at < 0, now);
        }
    }

    /** Whether a turn that goes in gaps at other times has a green arrow now. */
    private boolean isByRight(int path) {
        return table.protectedPermissive[path] && aspects.of(table.group[path]) == Aspect.GREEN;
    }

    private boolean isRed(int path) {
        return (gaps.onRed[path] || flashesRed(path))
                && !aspects.of(table.group[path]).letsGo();
    }

    private boolean flashesRed(int path) {
        return gaps.afterStop[path] != null && aspects.of(table.group[path]) == Aspect.FLASHING_RED;
    }

    private void decide(int v, int path, double at, boolean red, double now) {
        if (isByRight(path)) {
            return; // it waits for nobody, and needs no gap
        }
        double waitAt = red ? 0 : table.waitAt[path];
        if ((red || table.stops[path]) && !hasStopped(v, at, now)) {
            return;
        }
        byte took = Fleet.NO_GAP;
        if (isNear(v, waitAt - at)
                && hasRoomBehind(v, path)
                && follows(v, path, waitAt - at, now)
                && isOpen(v, path, at)) {
            boolean turn = table.inOrder[path] || !table.atLine[path] || streams.isItsTurn(v, path, at);
            took = !turn || table.inOrder[path] && !allWay.isItsTurn(v, path, at, now)
                    ? Fleet.NO_GAP
                    : take(v, path, at, red, now);
        }
        boolean had = f.committed(v) == Fleet.HAS_GAP || f.committed(v) == Fleet.HAS_HALF;
        if (took != Fleet.NO_GAP) {
            if (!had) {
                f.committed(v, took);
                resting.wake(f.lane(v));
                junctions.comes(path);
                lastWent[table.from[path]] = now + streams.seconds(v, Math.max(0, waitAt - at), table.limit[path]);
            }
        } else if (had && canStillWait(v, waitAt - at)) {
            f.committed(v, f.isHalfWay(v) ? Fleet.DROPS_HALF : Fleet.DROPS_GAP);
        }
    }

    private boolean isOpen(int v, int path, double at) {
        boolean open = table.foot.ofLane[path].length == 0 || courtesy.isOpen(v, path, at);
        if (!open) {
            f.inTheWay(v, -1);
        }
        return open;
    }

    /** The whole way, or half of it, or nothing. */
    private byte take(int v, int path, double at, boolean red, double now) {
        double patience = patience(v, now);
        if (red && flashesRed(path)) {
            GapTime gap = gaps.afterStop[path];
            double more = f.length(v) > HEAVY_FROM ? gap.heavyCritical() : 0;
            double whole = (gap.critical() * f.caution(v) + more) * patience - late;
            return streams.leave(v, path, at, Double.POSITIVE_INFINITY, whole, true) ? Fleet.TAKES_GAP : Fleet.NO_GAP;
        }
        double heavy = f.length(v) > HEAVY_FROM ? gaps.heavyCritical[path] : 0;
        double middle = gaps.waitAgain[path];
        boolean halves = middle == middle && f.length(v) <= gaps.storage[path];
        double half = (gaps.inHalves[path] * f.caution(v) + heavy) * patience - late;
        if (!halves) {
            double whole = (gaps.critical[path] * f.caution(v) + heavy) * patience - late;
            return streams.leave(v, path, at, Double.POSITIVE_INFINITY, whole, red) ? Fleet.TAKES_GAP : Fleet.NO_GAP;
        }
        if (!streams.leave(v, path, at, middle, half, red) || isTaken(path)) {
            return Fleet.NO_GAP;
        }
        return streams.leaveBeyond(v, path, at, middle, half) ? Fleet.TAKES_GAP : Fleet.TAKES_HALF;
    }

    /** Whether somebody stands in the median, or is about to. */
    private boolean isTaken(int path) {
        int n = queues.count(path);
        for (int k = 0; k < n; k++) {
            int u = queues.at(path, k);
            if (f.isHalfWay(u) && f.pos(u) <= gaps.waitAgain[path]) {
                return true;
            }
        }
        return false;
    }

    private void decideInMedian(int path, double now) {
        for (int k = 0; k < queues.count(path); k++) {
            int v = queues.at(path, k);
            if (f.committed(v) == Fleet.HAS_HALF && f.pos(v) <= gaps.waitAgain[path] && f.pos(v) > table.waitAt[path]) {
                double heavy = f.length(v) > HEAVY_FROM ? gaps.heavyCritical[path] : 0;
                double half = (gaps.inHalves[path] * f.caution(v) + heavy) * patience(v, now) - late;
                if (hasRoomBehind(v, path)
                        && isOpen(v, path, f.pos(v))
                        && streams.leaveBeyond(v, path, f.pos(v), gaps.waitAgain[path], half)) {
                    f.committed(v, Fleet.TAKES_GAP);
                }
                return;
            }
        }
    }

    /** Share of the critical gap that is left after waiting. */
    private double patience(int v, double now) {
        if (f.stoodSince(v) < 0) {
            return 1;
        }
        double impatient = (now - f.stoodSince(v) * 0.1 - patientFor) / losesPatienceOver;
        return 1 - givesUp * Math.max(0, Math.min(1, impatient));
    }

    /** Whether a vehicle comes to the waiting place no sooner after the one before than drivers follow each other. */
    private boolean follows(int v, int path, double metres, double now) {
        if (f.goes(v) || gaps.onlyBeside[path] && !isRed(path)) {
            return true;
        }
        GapTime flashing = flashesRed(path) ? gaps.afterStop[path] : null;
        double more = flashing == null ? gaps.heavyFollowUp[path] : flashing.heavyFollowUp();
        double heavy = f.length(v) > HEAVY_FROM ? more : 0;
        double followUp = flashing == null ? gaps.followUp[path] : flashing.followUp();
        double earliest = lastWent[table.from[path]] + followUp * f.caution(v) + heavy - late;
        return earliest <= now || now + streams.seconds(v, Math.max(0, metres), table.limit[path]) >= earliest;
    }

    /** The first vehicle of a path's stream that has not passed the waiting place, or -1. */
    private int candidate(int path, boolean red) {
        for (int k = 0; k < queues.count(path); k++) {
            int v = queues.at(path, k);
            if (f.pos(v) <= table.waitAt[path]) {
                return v;
            }
        }
        int lane = table.from[path];
        if (queues.count(lane) == 0 || Double.isNaN(table.waitAt[path]) && !red) {
            return -1;
        }
        int v = queues.at(lane, 0);
        return f.next(v) == path && (red || streams.mayPassLine(v, path)) ? v : -1;
    }

    /** Notes when a vehicle comes to its full stop at the line. */
    private boolean hasStopped(int v, double at, double now) {
        if (Double.isNaN(f.since(v)) && f.speed(v) < STANDS && at > -stopsWithin) {
            f.since(v, now);
        }
        return !Double.isNaN(f.since(v));
    }

    /** A gap that closes again is let go as long as a comfortable stop is possible. */
    private boolean canStillWait(int v, double room) {
        return room > 0 && f.speed(v) * f.speed(v) <= 2 * f.comfortableDeceleration(v) * room;
    }

    private boolean isNear(int v, double distance) {
        double braking = f.speed(v) * f.speed(v) / (2 * f.comfortableDeceleration(v));
        return distance <= braking + LOOKS_AHEAD * f.speed(v) + 3;
    }

    /** There must be room to stand clear of the junction, or clear of those behind on a ring. */
    private boolean hasRoomBehind(int v, int path) {
        boolean ring = table.onRing[table.to[path]];
        if (ring && table.onRing[table.from[path]] || !ring && f.blocks(v) == 1) {
            return true;
        }
        int last = ring ? ringRoom.missing(v, path) : occupancy.noRoomBehind(v, path);
        if (last >= 0) {
            f.inTheWay(v, f.id(last));
        }
        return last < 0;
    }

    @Override
    public void save(DataOutput out) throws IOException {
        SavedArrays.write(out, lastWent, lastWent.length);
        allWay.save(out);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        SavedArrays.read(in, lastWent);
        allWay.restore(in);
    }
}
