package org.ulicarro.core.traffic.way;

import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.demand.ServiceLine;
import org.ulicarro.core.network.StopPlace;
import org.ulicarro.core.study.DriverNumbers;
import org.ulicarro.core.traffic.following.Power;
import org.ulicarro.core.traffic.lanes.LaneRules;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.lanes.SpeedStretches;
import org.ulicarro.core.traffic.state.Fleet;

/**
 * What a driver plans when coming onto a lane: by which path to go on, how many lanes to move over and by when, and which slower
 * stretch ahead binds first. Writes only the row of the vehicle it is asked for.
 */
public final class Wayfinding {

    private static final int LINKS_AHEAD = 3;

    /** A change of lanes now weighs less than one later on a short link. */
    private static final double CHANGE_NOW = 0.3;

    private static final double WAY_IS_LOST = 4;

    /** A lane that is kept for others is better than none, and no better than that. */
    private static final double KEPT_FOR_OTHERS = 100;

    private final LaneTable table;
    private final LaneRules rules;
    private final Fleet f;
    private final Routes routes;
    private final Departures departures;

    private final double thinksAhead;
    private final double curveSpread;
    private final double curveDeceleration;
    private int tick; // of the step in hand

    public Wayfinding(
            DriverNumbers numbers,
            LaneTable table,
            LaneRules rules,
            Fleet fleet,
            Routes routes,
            Departures departures) {
        thinksAhead = numbers.thinksAhead();
        curveSpread = numbers.curveSpread();
        curveDeceleration = numbers.curveDeceleration();
        this.table = table;
        this.rules = rules;
        f = fleet;
        this.routes = routes;
        this.departures = departures;
    }

    /** Begins a step. */
    public void at(int newTick) {
        tick = newTick;
    }

    /** The movement at a place of a vehicle's route, or NONE after its end. */
    public int movementOf(int v, int cursor) {
        return routes.movement(f.id(v), cursor);
    }

    /** The first movement under control from a place of a vehicle's route on, or NONE. */
    public int nextControlled(int v, int cursor) {
        for (int c = cursor; ; c++) {
            int movement = movementOf(v, c);
            if (movement == LaneTable.NONE || table.measured[movement]) {
                return movement;
            }
        }
    }

    /** The first movement under control at a place from a place of a vehicle's route on, or NONE. */
    public int movementAt(int v, int cursor, int place) {
        for (int c = cursor; ; c++) {
            int movement = movementOf(v, c);
            if (movement == LaneTable.NONE || table.measured[movement] && table.placeOf[movement] == place) {
                return movement;
            }
        }
    }

    /** Where a vehicle goes on from a lane of a link: a path, or {@link Fleet#EXIT}, or {@link Fleet#WRONG_LANE}. */
    public int wayOn(int v, int lane, int cursor) {
        int movement = movementOf(v, cursor);
        if (movement == LaneTable.NONE) {
            return table.ends[lane] ? Fleet.WRONG_LANE : Fleet.EXIT;
        }
        int path = table.pathFor(lane, movement);
        return path == LaneTable.NONE ? Fleet.WRONG_LANE : path;
    }

    /** The stop that a vehicle calls at next if it lies on the link that the vehicle is on, else null. */
    public StopPlace stopHere(int v) {
        if (f.call(v) == Fleet.NO_CALL || table.path[f.lane(v)]) {
            return null;
        }
        ServiceLine line = departures.lines().get(departures.line()[f.id(v)]);
        return line.leg()[f.call(v)] == f.cursor(v) ? table.network.stops().get(line.stop()[f.call(v)]) : null;
    }

    /** Plans the way on from a lane of a link. */
    public void plan(int v, int lane) {
        f.next(v, wayOn(v, lane, f.cursor(v)));
        f.need(v, 0);
        f.needBy(v, Double.POSITIVE_INFINITY);
        StopPlace stop = stopHere(v);
        if (stop != null) {
            planStop(v, lane, stop);
        } else if (table.first[lane] != table.last[lane] || table.left[lane] != LaneTable.NONE) {
            planLane(v, lane);
        }
        lookForLimits(v, lane);
    }

    /** Looks anew for the lane to be on; all else of the plan stays, since others may be reading it at the same time. */
    public void seekLane(int v, int lane) {
        f.need(v, 0);
        f.needBy(v, Double.POSITIVE_INFINITY);
        planLane(v, lane);
    }

    private void planStop(int v, int lane, StopPlace stop) {
        if (lane == stop.standsOn()) {
            return;
        }
        f.need(v, (byte) (lane == stop.lane() ? 1 : stop.lane() - lane));
        f.needBy(v, Math.min(stop.to(), table.end[lane]));
    }

    private void planLane(int v, int lane) {
        boolean aside = table.first[lane] == table.last[lane]; // inside a lay-by
        int from = aside ? table.left[lane] : lane;
        int movement = movementOf(v, f.cursor(v));
        int best = bestLane(v, from, movement);
        if (best == LaneTable.NONE) {
            return;
        }
        f.need(v, (byte) (aside ? -1 : best - lane));
        if (f.need(v) != 0) {
            boolean here = f.next(v) == Fleet.WRONG_LANE;
            f.needBy(v, here ? table.end[lane] : table.end[lane] + lengthAfter(lane, f.next(v)));
        }
    }

    private double lengthAfter(int lane, int path) {
        return path >= 0 ? table.end[path] + table.end[table.to[path]] : 0;
    }

    /** The lane of a link on which a vehicle gets on with the fewest changes, those on the next short links included. */
    private int bestLane(int v, int lane, int movement) {
        int best = LaneTable.NONE;
        double least = Double.POSITIVE_INFINITY;
        for (int l = table.first[lane]; l <= table.last[lane]; l++) {
            if (table.serves(l, movement)) {
                double cost = CHANGE_NOW * Math.abs(l - lane) + changesAfter(v, l);
                cost += rules.mayTurnFrom(l, f.type(v), tick) ? 0 : KEPT_FOR_OTHERS;
                if (cost < least) {
                    least = cost;
                    best = l;
                }
            }
        }
        return best;
    }

    /** Whether every lane of a link from which a vehicle can go on is kept for others, so that it has to use one of those. */
    public boolean hasNoLaneOfItsOwn(int v, int lane) {
        int movement = movementOf(v, f.cursor(v));
        for (int l = table.first[lane]; l <= table.last[lane]; l++) {
            if (table.serves(l, movement) && rules.mayTurnFrom(l, f.type(v), tick)) {
                return false;
            }
        }
        return true;
    }

    /** Changes of lanes that a lane costs on the short links after it, weighted by how little room there is for them. */
    public double changesAfter(int v, int lane) {
        int movement = movementOf(v, f.cursor(v));
        return movement == LaneTable.NONE ? 0 : changesAfter(v, lane, f.cursor(v), thinksAhead, LINKS_AHEAD);
    }

    private double changesAfter(int v, int lane, int cursor, double reach, int links) {
        int path = table.pathFor(lane, movementOf(v, cursor));
        if (path == LaneTable.NONE || links == 0) {
            return path == LaneTable.NONE ? WAY_IS_LOST : 0;
        }
        int there = table.to[path];
        double length = table.end[there];
        if (length >= reach) {
            return 0;
        }
        int movement = movementOf(v, cursor + 1);
        double weight = 1 - length / thinksAhead;
        if (movement == LaneTable.NONE) {
            return table.ends[there] ? weight : 0;
        }
        double least = Double.POSITIVE_INFINITY;
        for (int l = table.first[there]; l <= table.last[there]; l++) {
            if (table.serves(l, movement)) {
                double cost = weight * Math.abs(l - there) + changesAfter(v, l, cursor + 1, reach - length, links - 1);
                least = Math.min(least, cost);
            }
        }
        return Math.min(least, WAY_IS_LOST);
    }

    /**
     * Sets the desired speed here and the slower stretch ahead that binds first. All are braked for alike, so the one that allows
     * the least at this point does so until it is reached.
     */
    public void lookForLimits(int v, int lane) {
        double pos = f.pos(v);
        double desiredSpeed = desiredSpeedAt(v, lane, pos);
        f.desiredSpeed(v, desiredSpeed);
        f.slowAt(v, Double.POSITIVE_INFINITY);
        f.slowTo(v, desiredSpeed);
        double least = Double.POSITIVE_INFINITY;
        least = heedStretches(v, lane, pos, 0, least);
        double offset = table.end[lane];
        int cursor = f.cursor(v) + (table.path[lane] ? 1 : 0);
        int at = f.next(v);
        double reach = offset + desiredSpeed * desiredSpeed / (2 * curveDeceleration);
        while (at >= 0 && offset < reach) {
            least = heed(v, offset, desiredSpeedAt(v, at, 0), least);
            least = heedStretches(v, at, Double.NEGATIVE_INFINITY, offset, least);
            offset += table.end[at];
            if (table.path[at]) {
                at = table.to[at];
                cursor++;
            } else {
                at = wayOn(v, at, cursor);
            }
        }
    }

    private double heedStretches(int v, int lane, double beyond, double offset, double least) {
        SpeedStretches.Along zones = rules.speeds.zones;
        SpeedStretches.Along bends = rules.speeds.bends;
        double bound = least;
        for (int z = 0; z < zones.count(lane); z++) {
            if (zones.from(lane, z) > beyond) {
                bound = heed(v, offset + zones.from(lane, z), desiredSpeedOn(v, lane, zones.speed(lane, z)), bound);
            }
        }
        for (int b = 0; b < bends.count(lane); b++) {
            if (bends.from(lane, b) > beyond) {
                bound = heed(v, offset + bends.from(lane, b), bends.speed(lane, b) * inCurves(v), bound);
            }
        }
        return bound;
    }

    private double heed(int v, double at, double speed, double least) {
        double bound = speed * speed + 2 * curveDeceleration * at;
        if (speed < f.desiredSpeed(v) && bound < least) {
            f.slowAt(v, at);
            f.slowTo(v, speed);
            return bound;
        }
        return least;
    }

    /** How fast a driver takes curves, beside the one in the middle. */
    private double inCurves(int v) {
        return 1 + curveSpread * (f.factor(v) - 1);
    }

    /** The desired speed of a vehicle at a position of a lane (m/s). */
    public double desiredSpeedAt(int v, int lane, double position) {
        double desired = desiredSpeedOn(v, lane, rules.speeds.limitAt(lane, position));
        double bend = rules.speeds.inBendAt(lane, position);
        return bend < Double.POSITIVE_INFINITY ? Math.min(desired, bend * inCurves(v)) : desired;
    }

    /** The desired speed of a vehicle at a limit on a lane (m/s): what its driver, the vehicle and the grade allow. */
    private double desiredSpeedOn(int v, int lane, double limit) {
        double factor = table.curved[lane] ? inCurves(v) : f.factor(v);
        double desiredSpeed = Math.min(limit * factor, f.top(v));
        boolean climbs = f.power(v) > 0 && rules.grade[lane] > 0.005;
        return climbs
                ? Math.min(desiredSpeed, Power.crawlSpeed(f.power(v), Power.drag(f.type(v)), rules.grade[lane]))
                : desiredSpeed;
    }
}
