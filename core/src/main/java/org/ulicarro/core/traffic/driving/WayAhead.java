package org.ulicarro.core.traffic.driving;

import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.traffic.lanes.LaneKinds;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.Junctions;
import org.ulicarro.core.traffic.state.LaneQueues;
import org.ulicarro.core.traffic.state.Occupancy;

/**
 * Whom the first one of a lane follows beyond its end, where nothing else is to be heeded there: the signal lets go, nobody is on or comes
 * onto the ways that cross, nobody waits for a gap, and there is room behind the junction. It looks into few records; where anything is
 * special it says so, and {@link Driving} takes the long look.
 */
final class WayAhead {

    private static final int SEEN_FROM_AFAR = LaneKinds.WALKED | LaneKinds.BLOCKED | LaneKinds.GATED;

    private final LaneQueues queues;
    private final Junctions junctions;
    private final Fleet f;
    private final Aspects aspects;
    private final Occupancy occupancy;
    private final double[] end;
    int leader; // row of who is followed, or -1
    double offset; // what turns that one's position into one on the lane in hand, m

    WayAhead(Parts parts) {
        queues = parts.queues;
        junctions = parts.junctions;
        f = parts.fleet;
        aspects = parts.aspects;
        occupancy = parts.occupancy;
        end = parts.table.end;
    }

    /**
     * Looks from the lane of a link.
     *
     * @param toEnd distance to its end (m)
     * @param horizon how far ahead anything matters (m)
     * @return whether that is all that there is to heed
     */
    boolean isPlainFromLink(int v, int kind, int next, double toEnd, double horizon) {
        leader = -1;
        if (next < 0) {
            return next == Fleet.EXIT;
        }
        int ahead = queues.kind(next);
        boolean plain = (kind & LaneKinds.RING) == 0
                && (ahead & (SEEN_FROM_AFAR | LaneKinds.AT_LINE | LaneKinds.YIELDS)) == 0
                && letsGo(next)
                && isCalm(v, next, ahead);
        if (!plain) {
            return false;
        }
        int to = queues.to(next);
        boolean keepsClear = (ahead & LaneKinds.MEETS) != 0 && !queues.is(to, LaneKinds.RING);
        if (keepsClear && queues.count(to) > 0 && f.speed(queues.last(to)) <= Occupancy.CREEPS) {
            return false;
        }
        offset = toEnd + f.pos(v);
        if (offset - f.pos(v) >= horizon) {
            return true;
        }
        if (queues.count(next) > 0) {
            leader = queues.last(next);
            return true;
        }
        offset += end[next];
        return isPlainOnto(v, to, horizon);
    }

    /** Whether the first of a lane has made up its mind to stop at its line, and nothing else is to be heeded but whom it sees beyond it. */
    boolean staysAtRed(int v, int next, double toEnd, double horizon) {
        int group = queues.group(next);
        if (group == SignalSystem.NO_GROUP) {
            return false;
        }
        Aspect aspect = aspects.of(group);
        int decision = f.decision(v);
        int ahead = queues.kind(next);
        boolean stops = !aspect.letsGo()
                && !f.goes(v) // who has found a gap may go on red
                && (decision == Fleet.STOPS || decision == Fleet.UNDECIDED && aspect == Aspect.RED)
                && (ahead & (SEEN_FROM_AFAR | LaneKinds.AT_LINE)) == 0
                && ((ahead & LaneKinds.PARTS) == 0 || junctions.isAlone(next))
                && isCalmBesideLong(v, next, ahead);
        if (!stops) {
            return false;
        }
        leader = -1;
        offset = toEnd + f.pos(v);
        if (queues.count(next) > 0) {
            leader = queues.last(next);
            return true;
        }
        offset += end[next];
        return isPlainOnto(v, queues.to(next), horizon);
    }

    /** The same from a path on which nothing but what comes behind its end is to be heeded. */
    boolean isPlainFromPath(int v, int next, double toEnd, double horizon) {
        leader = -1;
        offset = toEnd + f.pos(v);
        return isPlainOnto(v, next, horizon);
    }

    private boolean isPlainOnto(int v, int lane, double horizon) {
        if (offset - f.pos(v) >= horizon) {
            return true;
        }
        if (queues.is(lane, SEEN_FROM_AFAR) || queues.is(lane, LaneKinds.SIDEWAYS) && queues.guests(lane) > 0) {
            return false;
        }
        if (queues.count(lane) > 0) {
            leader = queues.last(lane);
            return true;
        }
        return offset + end[lane] - f.pos(v) >= horizon;
    }

    private boolean letsGo(int path) {
        int group = queues.group(path);
        return group == SignalSystem.NO_GROUP || aspects.of(group).letsGo();
    }

    /** Whether nobody is on or comes onto a path that has to do with one. */
    boolean isCalm(int v, int path, int kind) {
        return ((kind & LaneKinds.MEETS) == 0 || junctions.isQuiet(path))
                && ((kind & LaneKinds.PARTS) == 0 || junctions.isAlone(path))
                && isCalmBesideLong(v, path, kind);
    }

    private boolean isCalmBesideLong(int v, int path, int kind) {
        return (kind & LaneKinds.LONGS) == 0 || !occupancy.isLong(v) && junctions.isFreeOfLong(path);
    }
}
