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
    final Urgency urgency;
    private final double dt;

    /** The last answer: who stood in the way, as a row, or -1. */
    int inTheWay;

    /** The last answer: the share of the usual gap that there is ahead of the one who changes, at least what it accepts; 1 where nobody is. */
    double easeAhead;

    /** The same for the one behind it. */
    double easeBehind;

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
        urgency = new Urgency(parts);
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
        double urgency = needed ? this.urgency.of(v) : 0;
        double accepted = Urgency.accepted(urgency);
        double share = needed ? Urgency.share(urgency) : 0.9;
        easeAhead = 1;
        easeBehind = 1;
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
        if (ahead >= 0) {
            easeAhead = Math.max(share, shareOf(v, pos, ahead, aheadAt));
        }
        int place = occupancy.place(target, pos);
        if (place < queues.count(target)) {
            int follower = queues.at(target, place);
            if (!canFollow(follower, f.pos(follower), v, pos, accepted, share)) {
                inTheWay = follower;
                behind = true;
                return false;
            }
            easeBehind = Math.max(share, shareOf(follower, f.pos(follower), v, pos));
        } else if (!fitsBeforeNewcomers(v, target, pos, accepted, share)) {
            behind = true;
            return false;
        }
        for (int g = 0; g < queues.guests(target); g++) {
            int u = queues.guest(target, g);
            double there = f.pos(u) + queues.guestOffset(target, g);
            boolean fine = there >= pos
                    ? canFollow(v, pos, u, there, accepted, share)
                    : there < pos - f.length(v) - f.standingGap(u)
                            && (!isStillIn(u, target) || canKeepClear(u, there, v, pos, accepted));
            if (!fine && u != v) {
                inTheWay = u;
                return false;
            }
        }
        return true;
    }

    /** Whether somebody who moves out of a lane is still in it with its body. */
    private boolean isStillIn(int guest, int lane) {
        return (f.rare(guest) & Fleet.MOVES_OVER) != 0
                && f.changedFrom(guest) == lane
                && f.changeLeft(guest) >= LaneChanges.CLEAR_OF_OLD_LANE;
    }

    /** Whether somebody who moves out of a lane can stay clear of one who comes into it ahead, without braking harder than accepted. */
    private boolean canKeepClear(int guest, double guestAt, int v, double pos, double accepted) {
        double gap = pos - f.length(v) - guestAt - LaneChanges.LEFT_TO_OTHERS;
        return SafeSpeed.acceleration(f.speed(guest), gap, f.speed(v), dt) >= -accepted;
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

    /** The gap over the one that a driver usually keeps at its speed, at most 1. */
    private double shareOf(int follower, double followerAt, int ahead, double aheadAt) {
        double usual = f.standingGap(follower) + f.speed(follower) * this.follower.timeGap(follower);
        return Math.min(1, (aheadAt - f.length(ahead) - followerAt) / usual);
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
