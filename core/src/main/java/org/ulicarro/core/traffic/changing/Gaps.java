package org.ulicarro.core.traffic.changing;

import org.ulicarro.core.traffic.following.Follower;
import org.ulicarro.core.traffic.following.SafeSpeed;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.state.Blocks;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.LaneQueues;
import org.ulicarro.core.traffic.state.Occupancy;
import org.ulicarro.core.traffic.way.Wayfinding;

/** Whether there is room for a change of lanes, and what it would do to those concerned. Reads only, but for what it notes. */
public final class Gaps {

    /** Bodies keep this from each other when somebody moves in (m). */
    private static final double LEAST = 0.5;

    private final LaneTable table;
    private final LaneQueues queues;
    private final Fleet f;
    private final Occupancy occupancy;
    private final Wayfinding wayfinding;
    private final Blocks blocks;
    private final Follower follower;
    private final double dt;

    /** The last answer: who stood in the way, as a row, or -1. */
    int inTheWay;

    /** The last answer: the share of their time gaps that those concerned keep at first. */
    double ease;

    /** Whether that was because of how a vehicle behind would have to brake. */
    boolean behind;

    public Gaps(Parts parts) {
        table = parts.table;
        queues = parts.queues;
        f = parts.fleet;
        occupancy = parts.occupancy;
        wayfinding = parts.wayfinding;
        blocks = parts.blocks;
        follower = parts.follower;
        dt = parts.dt;
    }

    /** The acceleration of a vehicle behind another one, or alone (m/s²). */
    double pull(int v, int leader) {
        double free = follower.free(v);
        if (leader < 0) {
            return free;
        }
        double gap = f.pos(leader) - f.length(leader) - f.pos(v);
        double behindIt = follower.towards(v, Math.max(gap, 0.1), f.speed(leader), 1);
        return Math.max(-SafeSpeed.HARDEST, Math.min(free, behindIt));
    }

    /** How pressing a change is that has to be made: 0 not yet, 1 at the end of what can be used. */
    double urgency(int v) {
        double left = f.needBy(v) - f.pos(v);
        if (blocks.any(f.lane(v))) {
            left = Math.min(left, blocks.ahead(f.lane(v), f.pos(v)) - f.pos(v));
        }
        double room = Math.max(1, Math.abs(f.need(v))) * (40 + 6 * f.desiredSpeed(v));
        return Math.max(0, Math.min(1, 1 - (left - 10) / room));
    }

    /** Whether the lane has begun, and both the leader and the follower there can live with the change. */
    boolean fits(int v, int target, boolean needed) {
        inTheWay = -1;
        behind = false;
        double pos = f.pos(v);
        if (pos - f.length(v) / 2 < table.start[target]
                || pos > table.end[target]
                || table.mayNotCross(f.lane(v), target, pos)
                || blocks.touches(target, pos - f.length(v), pos + 2)) {
            return false;
        }
        double urgency = needed ? urgency(v) : 0;
        double accepted = needed ? 2.0 + 1.5 * urgency : 2.0;
        double share = needed ? 0.7 - 0.3 * urgency : 0.9;
        ease = share;
        int ahead = occupancy.firstAhead(target, pos);
        double aheadAt = ahead < 0 ? 0 : f.pos(ahead);
        if (ahead < 0) {
            int path = wayfinding.wayOn(v, target, f.cursor(v));
            if (path >= 0 && queues.count(path) > 0) {
                ahead = queues.last(path);
                aheadAt = table.end[target] + f.pos(ahead);
            }
        }
        if (ahead >= 0 && !canFollow(v, pos, ahead, aheadAt, accepted, share)) {
            inTheWay = ahead;
            return false;
        }
        int place = occupancy.place(target, pos);
        if (place < queues.count(target)) {
            int follower = queues.at(target, place);
            if (!canFollow(follower, f.pos(follower), v, pos, accepted, share)) {
                inTheWay = follower;
                behind = true;
                return false;
            }
        } else if (!fitsBeforeNewcomers(v, target, pos, accepted, share)) {
            behind = true;
            return false;
        }
        for (int g = 0; g < queues.guests(target); g++) {
            int u = queues.guest(target, g);
            double there = f.pos(u) + queues.guestOffset(target, g);
            boolean fine = there >= pos
                    ? canFollow(v, pos, u, there, accepted, share)
                    : there < pos - f.length(v) - f.standingGap(u);
            if (!fine && u != v) {
                inTheWay = u;
                return false;
            }
        }
        return true;
    }

    /** The same for those who are about to come onto the lane from the ones before it. */
    private boolean fitsBeforeNewcomers(int v, int target, double pos, double accepted, double share) {
        for (int path : table.sources[target]) {
            int u = -1;
            double at = 0;
            if (queues.count(path) > 0) {
                u = queues.at(path, 0);
                at = f.pos(u) - table.end[path];
            } else if (table.path[path] && queues.count(table.from[path]) > 0) {
                u = queues.at(table.from[path], 0);
                at = f.pos(u) - table.end[table.from[path]] - table.end[path];
                u = f.next(u) == path ? u : -1;
            }
            if (u >= 0 && u != v && !canFollow(u, at, v, pos, accepted, share)) {
                inTheWay = u;
                return false;
            }
        }
        return true;
    }

    /** Whether one vehicle can follow another, whose front would be at a position, without braking harder than accepted. */
    private boolean canFollow(
            int follower, double followerAt, int ahead, double aheadAt, double accepted, double share) {
        double gap = aheadAt - f.length(ahead) - followerAt;
        if (gap < LEAST) {
            return false;
        }
        double speed = f.speed(follower);
        double wanted = this.follower.towards(follower, gap, f.speed(ahead), share);
        double safe = SafeSpeed.acceleration(speed, gap, f.speed(ahead), dt);
        return speed < 0.1 ? safe >= 0 : Math.min(wanted, safe) >= -accepted;
    }
}
