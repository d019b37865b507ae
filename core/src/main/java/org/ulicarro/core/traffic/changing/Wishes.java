package org.ulicarro.core.traffic.changing;

import org.ulicarro.core.network.StopPlace;
import org.ulicarro.core.study.DriverNumbers;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.traffic.events.Motive;
import org.ulicarro.core.traffic.lanes.LaneKinds;
import org.ulicarro.core.traffic.lanes.LaneRules;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.state.Blocks;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.LaneQueues;
import org.ulicarro.core.traffic.state.Occupancy;
import org.ulicarro.core.traffic.state.Restraint;
import org.ulicarro.core.traffic.state.Tally;
import org.ulicarro.core.traffic.way.Wayfinding;

/**
 * Stage 3a: which lane each driver would change into now, and why. Needs come first: the way, the end of the lane, a closure, a lane
 * kept for others, a stop. Then gain, by M. Treiber's and A. Kesting's MOBIL: A. Kesting, M. Treiber, D. Helbing, <i>General
 * lane-changing model MOBIL for car-following models</i>, Transportation Research Record 1999, 2007.
 *
 * <p>Reads what stood before; writes only the vehicle it looks at: {@code target} and {@code motive}, and which lane it needs where one has been closed to it since it planned.
 */
public final class Wishes {

    /** Seconds between two looks at whether another lane is better. */
    private static final double LOOKS_EVERY = 1.0;

    /** Nobody looks for a gap on more than this share of a lane: short ones, as maps have them, would be left too late. */
    private static final double SEARCHES_ON = 1.0 / 3;

    private static final byte TRAM = (byte) VehicleType.TRAM.ordinal();

    private final LaneTable table;
    private final LaneRules rules;
    private final LaneQueues queues;
    private final Fleet f;
    private final Occupancy occupancy;
    private final Wayfinding wayfinding;
    private final Blocks blocks;
    private final Gaps gaps;
    private final int looks; // steps between two looks less one, all bits set
    public long lookedAt; // vehicles, one for each step, so far
    private final int ticksPerStep;

    private final double searchTime;
    private final double seesClosure;
    private final double calmFor;
    private final double worthwhile;
    private final double keepOuterBias;
    private final double freeFor;
    private final double laterChange;
    private final double hinderedBelow;

    public Wishes(Parts parts, Gaps gaps) {
        DriverNumbers numbers = parts.numbers;
        searchTime = numbers.searchTime();
        seesClosure = numbers.seesClosure();
        calmFor = numbers.calmFor();
        worthwhile = numbers.worthwhile();
        keepOuterBias = numbers.keepOuterBias();
        freeFor = numbers.freeFor();
        laterChange = numbers.laterChange();
        hinderedBelow = numbers.hinderedBelow();
        table = parts.table;
        rules = parts.rules;
        queues = parts.queues;
        f = parts.fleet;
        occupancy = parts.occupancy;
        wayfinding = parts.wayfinding;
        blocks = parts.blocks;
        this.gaps = gaps;
        ticksPerStep = parts.ticksPerStep;
        looks = Integer.highestOneBit(Math.max(1, (int) Math.rint(LOOKS_EVERY / parts.dt))) - 1;
    }

    /**
     * Collects who wants to change on the lanes from one to before another, as slots; both are multiples of 64, or the last one the number
     * of lanes.
     */
    public void collect(int fromLane, int toLane, int tick, Tally found) {
        for (int word = fromLane + 63 >> 6; word << 6 < toLane; word++) {
            for (long bits = queues.inUse(word); bits != 0; bits &= bits - 1) {
                int lane = (word << 6) + Long.numberOfTrailingZeros(bits);
                if ((queues.kind(lane) & (LaneKinds.SIDEWAYS | LaneKinds.BLOCKED)) != 0) {
                    collect(lane, tick, found);
                }
            }
        }
    }

    private void collect(int lane, int tick, Tally found) {
        int step = tick / ticksPerStep;
        boolean unusual = blocks.any(lane) || rules.isReserved(lane);
        int vehicles = queues.count(lane);
        lookedAt += vehicles;
        for (int k = 0; k < vehicles; k++) { // from the front, nearly in the order that is needed
            int v = queues.at(lane, k);
            if (f.target(v) != LaneTable.NONE) {
                f.target(v, LaneTable.NONE);
            }
            if ((f.rare(v) & Fleet.MOVES_OVER) == 0) {
                if (unusual || f.need(v) != 0) {
                    need(v, lane, tick);
                }
                if (f.target(v) == LaneTable.NONE && (f.id(v) + step & looks) == 0) {
                    gain(v, lane, k, tick);
                }
                if (f.target(v) != LaneTable.NONE) {
                    found.add(f.slot(v));
                }
            }
        }
    }

    private void need(int v, int lane, int tick) {
        if (blocks.any(lane)) {
            double block = blocks.ahead(lane, f.pos(v));
            if (block - f.pos(v) < seesClosure) {
                leaveClosed(v, lane, block, tick);
                return;
            }
        }
        if (f.need(v) != 0 && f.needBy(v) - f.pos(v) < reach(v, Math.abs(f.need(v)))) {
            needWay(v, lane, tick);
        } else if (!rules.mayUse(lane, f.type(v), tick)
                && !rules.mayTurnIn(lane, f.pos(v))
                && !hasToTurnFrom(v, lane)) {
            leaveReserved(v, lane, tick);
        }
    }

    /** Whether somebody is on a lane kept for others since its way leads on from there alone, and its turn is near. */
    private boolean hasToTurnFrom(int v, int lane) {
        return f.next(v) >= 0 && table.end[lane] - f.pos(v) < reach(v, 1) && wayfinding.hasNoLaneOfItsOwn(v, lane);
    }

    /** Drivers begin to think of their lane this far before they must be on it (m). */
    private double reach(int v, int changes) {
        return changes * (150 + 15 * f.desiredSpeed(v));
    }

    private void needWay(int v, int lane, int tick) {
        StopPlace stop = wayfinding.stopHere(v);
        int target = f.need(v) < 0 ? table.left[lane] : table.right[lane];
        if (stop != null && stop.layby() >= 0 && lane == stop.lane()) {
            target = stop.layby();
        }
        if (target == LaneTable.NONE || isShutAt(v, target) || f.need(v) < 0 && stillSearches(v, lane)) {
            return;
        }
        boolean open = stop != null
                || rules.mayUse(target, f.type(v), tick)
                || rules.mayTurnIn(target, f.pos(v))
                || Math.abs(f.need(v)) > 1;
        if (!open && !rules.mayTurnFrom(target, f.type(v), tick)) {
            open = wayfinding.hasNoLaneOfItsOwn(v, lane);
            if (!open) {
                wayfinding.seekLane(v, lane); // this one is kept for others since it planned; there is another one
            }
        }
        if (open) {
            Motive why = stop != null ? Motive.STOP : table.ends[lane] ? Motive.LANE_END : Motive.WAY;
            f.target(v, target);
            f.motive(v, (byte) why.ordinal());
        }
    }

    /**
     * Whether somebody has just come onto a motorway and looks for a gap among those who are faster. Without this all would move in just
     * behind the nose, before those who leave there are out of the way, and weaves carried a tenth less.
     */
    private boolean stillSearches(int v, int lane) {
        if (!rules.motorway[lane]) {
            return false;
        }
        double within = Math.min(searchTime * f.speed(v), (table.end[lane] - table.start[lane]) * SEARCHES_ON);
        return f.pos(v) - table.start[lane] < within;
    }

    private boolean isShutAt(int v, int target) {
        return blocks.any(target) && blocks.ahead(target, f.pos(v) - f.length(v)) - f.pos(v) < 30;
    }

    private void leaveClosed(int v, int lane, double block, int tick) {
        int best = LaneTable.NONE;
        double furthest = block + 20;
        int first = f.need(v) > 0 ? table.right[lane] : table.left[lane];
        int second = f.need(v) > 0 ? table.left[lane] : table.right[lane];
        for (int i = 0; i < 2; i++) {
            int target = i == 0 ? first : second;
            if (target != LaneTable.NONE && rules.mayUse(target, f.type(v), tick) && reaches(target, block)) {
                double there = blocks.ahead(target, f.pos(v) - f.length(v));
                if (there > furthest) {
                    furthest = there;
                    best = target;
                }
            }
        }
        f.target(v, best);
        f.motive(v, (byte) Motive.CLOSURE.ordinal());
    }

    private boolean reaches(int target, double position) {
        return table.start[target] < position && table.end[target] > position;
    }

    private void leaveReserved(int v, int lane, int tick) {
        for (int away = 1; away <= table.last[lane] - table.first[lane]; away++) {
            for (int side = -1; side <= 1; side += 2) {
                int there = lane + side * away;
                boolean inside = there >= table.first[lane] && there <= table.last[lane];
                if (inside && rules.mayUse(there, f.type(v), tick) && !table.ends[there]) {
                    f.target(v, side < 0 ? table.left[lane] : table.right[lane]);
                    f.motive(v, (byte) Motive.LANE_USE.ordinal());
                    return;
                }
            }
        }
    }

    private void gain(int v, int lane, int k, int tick) {
        if (f.type(v) == TRAM) {
            return; // it keeps to its track as far as it can
        }
        boolean byOthers = f.restraint(v) == VEHICLE || f.restraint(v) == ROOM;
        boolean hindered = byOthers && f.speed(v) < hinderedBelow * f.desiredSpeed(v);
        boolean outward = rules.keepOuter[lane] && table.right[lane] != LaneTable.NONE;
        // who keeps others up moves over for them, if politely asked
        boolean pressed = k + 1 < queues.count(lane) && isPressedBy(queues.at(lane, k + 1), v);
        if (!hindered && !outward && !pressed || tick - f.changedAt(v) < calmFor * 10) {
            return;
        }
        if ((f.rare(v) & Fleet.CALLS) != 0 && wayfinding.stopHere(v) != null) {
            return;
        }
        int leader = k > 0 ? queues.at(lane, k - 1) : -1;
        int follower = k + 1 < queues.count(lane) ? queues.at(lane, k + 1) : -1;
        double now = gaps.pull(v, leader);
        double best = 0;
        for (int side = -1; side <= 1; side += 2) {
            int target = side < 0 ? table.left[lane] : table.right[lane];
            if (target == LaneTable.NONE) {
                continue;
            }
            double worth = worth(v, target, now, leader, follower);
            boolean keeps = false;
            if (rules.keepOuter[lane]) {
                keeps = side > 0 && isFreeThere(v, target);
                worth += side < 0 ? -keepOuterBias : keeps ? 2 * keepOuterBias : 0;
            }
            // whether the way leads on from there is looked at last, since that is what takes longest to find out
            if (worth > worthwhile && worth > best && isFit(v, lane, target, tick)) {
                worth -= laterChange * (wayfinding.changesAfter(v, target) - wayfinding.changesAfter(v, lane));
                if (worth > worthwhile && worth > best) {
                    best = worth;
                    f.target(v, target);
                    f.motive(v, (byte) (keeps && !hindered ? Motive.KEEP_OUTER : Motive.GAIN).ordinal());
                }
            }
        }
    }

    private boolean isPressedBy(int follower, int v) {
        return f.restraint(follower) == VEHICLE
                && f.desiredSpeed(follower) > 1.1 * f.desiredSpeed(v)
                && f.pos(v) - f.length(v) - f.pos(follower) < 3 * f.speed(follower);
    }

    /** Whether the way still leads on from there, with time enough to come back where it does not. */
    private boolean isFit(int v, int lane, int target, int tick) {
        double pos = f.pos(v);
        if (pos - f.length(v) < table.start[target]
                || !rules.mayUse(target, f.type(v), tick)
                || blocks.any(target) && blocks.ahead(target, pos - f.length(v)) - pos < seesClosure) {
            return false;
        }
        int movement = wayfinding.movementOf(v, f.cursor(v));
        int back = table.changesTo(target, movement);
        double left = Math.min(table.end[target], table.end[lane]) - pos;
        return back == 0 ? left > 4 * f.speed(v) + 5 : left > back * (200 + 25 * f.desiredSpeed(v));
    }

    /** Gain for the driver and, by politeness, for those behind in both lanes (m/s²); low where the change is not safe. */
    private double worth(int v, int target, double now, int leader, int follower) {
        int place = occupancy.place(target, f.pos(v));
        int ahead = place > 0 ? queues.at(target, place - 1) : -1;
        int behind = place < queues.count(target) ? queues.at(target, place) : -1;
        double gap = ahead < 0 ? Double.POSITIVE_INFINITY : f.pos(ahead) - f.length(ahead) - f.pos(v);
        if (gap < 2 || f.speed(v) < 1 && gap < 12) {
            return Double.NEGATIVE_INFINITY;
        }
        double own = gaps.pull(v, ahead) - now;
        double others = 0;
        if (behind >= 0) {
            others += gaps.pull(behind, v) - gaps.pull(behind, ahead);
        }
        if (follower >= 0) {
            others += gaps.pull(follower, leader) - gaps.pull(follower, v);
        }
        return own + rules.politeness[f.lane(v)] * others;
    }

    private boolean isFreeThere(int v, int target) {
        int ahead = occupancy.firstAhead(target, f.pos(v));
        return ahead < 0
                || f.speed(ahead) >= 0.98 * f.desiredSpeed(v)
                || f.pos(ahead) - f.length(ahead) - f.pos(v) > freeFor * f.desiredSpeed(v);
    }

    private static final byte ROOM = (byte) Restraint.ROOM.ordinal();
    private static final byte VEHICLE = (byte) Restraint.VEHICLE.ordinal();
}
