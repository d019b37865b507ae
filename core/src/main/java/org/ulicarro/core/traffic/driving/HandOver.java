package org.ulicarro.core.traffic.driving;

import org.ulicarro.core.base.Clock;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.study.RoadClass;
import org.ulicarro.core.traffic.events.TrafficEvents;
import org.ulicarro.core.traffic.following.Traits;
import org.ulicarro.core.traffic.lanes.LaneRules;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.state.FartherAccounts;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.LaneQueues;
import org.ulicarro.core.traffic.state.Ledger;
import org.ulicarro.core.traffic.state.Tally;
import org.ulicarro.core.traffic.watching.StandstillWatch;
import org.ulicarro.core.traffic.way.Wayfinding;

/** Stage 7: hands vehicles over from lane to lane, closes accounts, and lets those go who have arrived. One after the other. */
public final class HandOver {

    private final LaneTable table;
    private final LaneRules rules;
    private final LaneQueues queues;
    private final Fleet f;
    private final Ledger ledger;
    private final FartherAccounts farther;
    private final StandstillWatch standstills;
    private final Wayfinding wayfinding;
    private final TrafficEvents events;
    private final Traits traits;
    private final Departures departures;
    private final double dt;
    private final Bodies bodies;
    private Tally over = new Tally(); // slots of who may be over the end of their lane
    private Tally stillOver = new Tally();
    public int arrived; // vehicles that have left the network

    public HandOver(Parts parts, StandstillWatch standstills, Traits traits, Bodies bodies) {
        table = parts.table;
        rules = parts.rules;
        queues = parts.queues;
        f = parts.fleet;
        ledger = parts.ledger;
        farther = parts.farther;
        this.standstills = standstills;
        this.traits = traits;
        this.bodies = bodies;
        departures = parts.departures;
        wayfinding = parts.wayfinding;
        events = parts.events;
        dt = parts.dt;
    }

    /**
     * Hands over who has come to the end of a lane: by the lane that receives, the one furthest over first, then by id, until nobody
     * is left over.
     *
     * @param found slots, each on the lane whose end it passed, in any order
     */
    public void run(Tally found, double now) {
        over.clear();
        over.addAll(found);
        while (over.count() > 0) {
            stillOver.clear();
            sortByNext(over);
            boolean moved = false;
            for (int i = 0; i < over.count(); i++) {
                int slot = over.at(i);
                int v = f.rowAt(slot);
                int next = f.next(v);
                if (next >= 0 && queues.at(f.lane(v), 0) == v) {
                    if (pull(v, next, now)) {
                        stillOver.add(slot);
                    }
                    moved = true;
                } else if (next >= 0) {
                    stillOver.add(slot); // the one ahead of it on the lane goes first
                }
            }
            if (!moved && stillOver.count() > 0) {
                throw new IllegalStateException("a vehicle has passed the one ahead of it on its lane");
            }
            Tally done = over;
            over = stillOver;
            stillOver = done;
        }
    }

    private void sortByNext(Tally slots) {
        for (int i = 1; i < slots.count(); i++) {
            int slot = slots.at(i);
            int v = f.rowAt(slot);
            int j = i - 1;
            while (j >= 0 && isLater(f.rowAt(slots.at(j)), v)) {
                slots.set(j + 1, slots.at(j));
                j--;
            }
            slots.set(j + 1, slot);
        }
    }

    private boolean isLater(int u, int v) {
        if (f.next(u) != f.next(v)) {
            return f.next(u) > f.next(v);
        }
        double overU = f.pos(u) - table.end[f.lane(u)];
        double overV = f.pos(v) - table.end[f.lane(v)];
        return overU != overV ? overU < overV : f.id(u) > f.id(v);
    }

    /**
     * Takes the first one of a lane to the next lane.
     *
     * @return whether it is over the end of that one, too
     */
    private boolean pull(int from, int lane, double now) {
        int old = f.lane(from);
        double over = f.pos(from) - table.end[old];
        int v = queues.append(lane, from);
        queues.removeFirst(old);
        queues.noteSlow(lane);
        if (f.changedFrom(v) != LaneTable.NONE) { // still moving over: its old lane ends beside the one it leaves
            queues.shiftGuest(f.changedFrom(v), v, table.end[old]);
            f.unmark(v, Fleet.MOVES_OVER);
        }
        bodies.trailBehind(v, old);
        f.lane(v, lane);
        f.pos(v, over);
        f.target(v, LaneTable.NONE);
        events.ontoLane(v, lane);
        if (table.path[lane]) {
            enterJunction(v, lane, over, now);
        } else {
            leaveJunction(v, lane);
            if (rules.tuned[old] && rules.timeGapShare[old] < f.ease(v)) {
                // who came close opens its gap bit by bit: braking for it would send a wave back to the line
                f.ease(v, (float) rules.timeGapShare[old]);
            }
        }
        return over >= table.end[lane];
    }

    private void enterJunction(int v, int path, double over, double now) {
        double at = now + dt - timeFor(over, f.speed(v), f.accel(v));
        f.next(v, table.to[path]);
        f.since(v, at);
        f.decision(v, Fleet.UNDECIDED);
        wayfinding.lookForLimits(v, path);
        standstills.passes(path, Clock.ticks(at));
        events.passedLine(f.id(v), table.movement[path], table.from[path], at);
        if (ledger.isPastLine(v) && !isWithin(path, ledger.place(v))) {
            close(v, f.cursor(v)); // the last place was so near that its account is still open
        }
        if (ledger.ahead(v) == table.movement[path]) {
            ledger.passLine(v, at);
            ledger.queued(v, 0);
        }
    }

    /** Whether a path leads on within a place: round its ring, or out of it. */
    private boolean isWithin(int path, int place) {
        return table.controlOf[path] == place && !table.measured[table.movement[path]];
    }

    private void leaveJunction(int v, int lane) {
        int path = f.tail(v);
        if (rules.motorway[lane]
                != rules.motorway[table.from[path]]) { // drivers drive as one does on the road they are on
            int d = f.id(v);
            RoadClass roadClass = rules.motorway[lane] ? RoadClass.MOTORWAY : RoadClass.URBAN;
            traits.draw(f, v, departures.kind()[d], roadClass, departures.key()[d]);
        }
        f.cursor(v, f.cursor(v) + 1);
        f.committed(v, Fleet.NO_GAP);
        f.since(v, Double.NaN);
        wayfinding.plan(v, lane);
        ledger.cruiseAt(v, f.desiredSpeed(v));
    }

    /** Seconds since a vehicle was that far back, at the speed and acceleration that it has at the end of the step. */
    private double timeFor(double metres, double speed, double accel) {
        double before = speed * speed - 2 * accel * metres;
        double mean = (speed + Math.sqrt(Math.max(0, before))) / 2;
        return mean > 0 ? Math.min(dt, metres / mean) : 0;
    }

    /** Closes the accounts of those who have the control behind them. */
    public void closeAccounts(Tally slots) {
        for (int i = 0; i < slots.count(); i++) {
            int v = f.rowAt(slots.at(i));
            if (ledger.isPastLine(v)) { // else the next line has closed it already
                close(v, f.cursor(v) + (table.path[f.lane(v)] ? 1 : 0));
            }
        }
    }

    /** Closes the account of the last controlled place and opens that of the next one from a place of the route on. */
    private void close(int v, int cursor) {
        farther.keep(v);
        int next = wayfinding.nextControlled(v, cursor);
        if (next == LaneTable.NONE) {
            farther.takeAll(v);
        }
        events.writeVisits().add(ledger, v, f.id(v), ledger.lineTime(v) - ledger.lost(v), true);
        ledger.outside(v, 0);
        if (ledger.heldBy(v) == ledger.place(v)) {
            ledger.heldBy(v, LaneTable.NOBODY);
            ledger.heldByNow(v, LaneTable.NOBODY);
        }
        ledger.begin(v, next, table.placeOf(next));
        farther.take(v);
    }

    /** Lets those go who have come to the end of their journey. */
    public void depart(Tally found, double now) {
        for (int i = 0; i < found.count(); i++) {
            leaveFrom(f.rowAt(found.at(i)), now);
        }
    }

    private void leaveFrom(int candidate, double now) {
        // an earlier departure from the same lane may have been its own already
        if (f.id(candidate) < 0 || f.next(candidate) != Fleet.EXIT) {
            return;
        }
        int lane = f.lane(candidate);
        while (queues.count(lane) > 0) {
            int v = queues.at(lane, 0);
            double beyond = f.pos(v) - table.end[lane];
            if (f.next(v) != Fleet.EXIT || beyond < 0) {
                return;
            }
            if (ledger.isPastLine(v)) {
                close(v, f.cursor(v));
            }
            queues.removeFirst(lane);
            bodies.takeOff(v);
            double at = now + dt - timeFor(beyond, f.speed(v), f.accel(v));
            events.left(f.id(v), v, at);
            events.journeys().add(f.id(v), at - ledger.wanted(v), ledger.delay(v), drivenBy(v), true);
            f.release(v);
            arrived++;
        }
    }

    /** How far a vehicle has driven, by the first path of each movement (m). */
    public double drivenBy(int v) {
        int lane = f.lane(v);
        double metres = Math.min(f.pos(v), table.end[lane]) + (table.path[lane] ? table.end[table.from[lane]] : 0);
        for (int c = 0; c < f.cursor(v); c++) {
            Movement movement = table.network.movements().get(wayfinding.movementOf(v, c));
            int path = movement.paths().get(0).lane();
            metres += table.end[table.from[path]] + table.end[path];
        }
        return metres;
    }
}
