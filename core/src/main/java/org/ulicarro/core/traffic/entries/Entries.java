package org.ulicarro.core.traffic.entries;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.demand.ServiceLine;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.study.RoadClass;
import org.ulicarro.core.study.VehicleKind;
import org.ulicarro.core.traffic.events.TrafficEvents;
import org.ulicarro.core.traffic.following.Follower;
import org.ulicarro.core.traffic.following.SafeSpeed;
import org.ulicarro.core.traffic.following.Traits;
import org.ulicarro.core.traffic.lanes.LaneRules;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.LaneQueues;
import org.ulicarro.core.traffic.state.Ledger;
import org.ulicarro.core.traffic.state.Restraint;
import org.ulicarro.core.traffic.stops.Gates;
import org.ulicarro.core.traffic.way.Wayfinding;

/**
 * Stage 2: vehicles that want to come in. Each takes its place in an unbounded queue outside the lane that it chooses, and enters
 * when there is room. What waits there is demand that the network does not serve; it is never dropped.
 */
public final class Entries implements Stateful {

    private final LaneTable table;
    private final LaneRules rules;
    private final LaneQueues queues;
    private final Fleet f;
    private final Follower follower;
    private final Ledger ledger;
    private final Wayfinding wayfinding;
    private final Departures departures;
    private final Traits traits;
    private final TrafficEvents events;

    /** Who has more than this before it, for each lane to change, comes in on any lane (m, s). */
    private static final double LEAVES = 200;

    private static final double LEAVES_FOR = 25;

    /** Nobody tries to come in behind a rear that is nearer than this (m). */
    private static final double LEAST_ROOM = 2.0;

    /** Behind a standing queue a vehicle comes in once it can do so at this speed (m/s). */
    private static final double SLOWEST_ENTRY = 0.5;

    /** A tick before every run. */
    private static final int LONG_AGO = -1_000_000;

    private final double dt;
    private int nextDeparture; // departures before this one have chosen their lane
    private final int[] following; // departure -> the one behind it outside the same lane, or -1
    private final int[] firstOutside; // lane -> departure at the head of the queue outside, or -1
    private final int[] lastOutside; // lane -> departure at its end
    private final int[] entryLanes; // lanes on which vehicles come in
    public final int[] outside; // lane -> vehicles waiting outside
    public int entered;
    private int waiting; // vehicles outside

    public Entries(Parts parts, Traits traits) {
        table = parts.table;
        rules = parts.rules;
        queues = parts.queues;
        f = parts.fleet;
        follower = parts.follower;
        ledger = parts.ledger;
        wayfinding = parts.wayfinding;
        departures = parts.departures;
        this.traits = traits;
        events = parts.events;
        dt = parts.dt;
        following = new int[departures.size()];
        firstOutside = new int[table.lanes];
        lastOutside = new int[table.lanes];
        outside = new int[table.lanes];
        entryLanes = java.util.Arrays.stream(departures.entry())
                .distinct()
                .sorted()
                .mapToObj(table.network.links()::get)
                .flatMapToInt(
                        link -> java.util.stream.IntStream.range(link.firstLane(), link.firstLane() + link.lanes()))
                .toArray();
        java.util.Arrays.fill(following, -1);
        java.util.Arrays.fill(firstOutside, -1);
        java.util.Arrays.fill(lastOutside, -1);
    }

    public void admit(double now) {
        while (nextDeparture < departures.size() && departures.time()[nextDeparture] <= now) {
            queueUp(nextDeparture++);
        }
        for (int lane : entryLanes) {
            while (firstOutside[lane] >= 0 && enter(firstOutside[lane], lane, now)) {
                leaveQueue(lane);
            }
        }
    }

    /** Vehicles that wait outside. */
    public int waiting() {
        return waiting;
    }

    /** Vehicles that wanted to come in by now. */
    public int wanted() {
        return nextDeparture;
    }

    /** By entry, those outside never outnumber those who wanted to come in there. */
    public void checkByEntry(int[] wanted) {
        int[] outsideOf = new int[wanted.length];
        int listed = 0;
        for (int lane : entryLanes) {
            for (int d = firstOutside[lane]; d >= 0; d = following[d]) {
                outsideOf[departures.entry()[d]]++;
                listed++;
            }
        }
        for (int link = 0; link < wanted.length; link++) {
            if (outsideOf[link] > wanted[link]) {
                throw new IllegalStateException("more wait outside '"
                        + table.network.links().get(link).id() + "' than wanted to come in there");
            }
        }
        if (listed != waiting) {
            throw new IllegalStateException(
                    listed + " vehicles are in queues outside, but " + waiting + " were counted");
        }
    }

    /** The departure at the head of the queue outside a lane, or -1. */
    public int firstOutside(int lane) {
        return firstOutside[lane];
    }

    /** The departure behind another one outside the same lane, or -1. */
    public int behind(int departure) {
        return following[departure];
    }

    private void queueUp(int departure) {
        int lane = chooseLane(departure);
        if (firstOutside[lane] < 0) {
            firstOutside[lane] = departure;
        } else {
            following[lastOutside[lane]] = departure;
        }
        lastOutside[lane] = departure;
        outside[lane]++;
        waiting++;
    }

    private void leaveQueue(int lane) {
        int departure = firstOutside[lane];
        firstOutside[lane] = following[departure];
        following[departure] = -1;
        outside[lane]--;
        waiting--;
    }

    /**
     * The lane that is written for it; else the lane that its type may use with the fewest changes to its stop on this road, or to the movement ahead; of those the one with the fewest vehicles; then
     * the one nearest to the kerb where drivers keep to it or the vehicle is slow, else the one nearest to the middle.
     */
    private int chooseLane(int departure) {
        Link link = table.network.links().get(departures.entry()[departure]);
        int given = departures.lane()[departure];
        for (int lane = link.firstLane(); given > 0 && lane < link.firstLane() + link.lanes(); lane++) {
            if (table.network.lanes().get(lane).number() == given && table.start[lane] == 0) {
                return lane;
            }
        }
        int[] way = departures.way(departure);
        VehicleKind kind = departures.kind()[departure];
        boolean outer =
                rules.keepOuter[link.firstLane()] || kind.vehicle().power().mean() > 0;
        int movement = way.length == 0 ? LaneTable.NONE : way[0];
        int stop = laneOfStop(departure);
        int best = -1;
        int bestChanges = Integer.MAX_VALUE;
        int bestCrowd = Integer.MAX_VALUE;
        for (int lane = link.firstLane(); lane < link.firstLane() + link.lanes(); lane++) {
            if (table.start[lane] > 0) {
                continue;
            }
            // as far from where it matters as for a change that drivers make to get on faster, nobody thinks of the way
            // yet
            int changes = table.changesTo(lane, movement);
            changes = table.end[lane] > changes * (LEAVES + LEAVES_FOR * table.limit[lane]) ? 0 : changes;
            changes = stop == LaneTable.NONE ? changes : Math.abs(stop - lane);
            if (!rules.mayUse(
                    lane, kind.base().ordinal(), Clock.ticks(departures.time()[departure]))) {
                changes += 100; // only where nothing else is left
            }
            int crowd = queues.count(lane) + outside[lane];
            boolean better = changes < bestChanges
                    || changes == bestChanges && (crowd < bestCrowd || crowd == bestCrowd && outer);
            if (better) {
                best = lane;
                bestChanges = changes;
                bestCrowd = crowd;
            }
        }
        return best;
    }

    /** The lane at the first stop of its line, if that is on the road where it comes in: a tram could not get there from another track. */
    private int laneOfStop(int departure) {
        if (departures.line()[departure] < 0) {
            return LaneTable.NONE;
        }
        ServiceLine line = departures.lines().get(departures.line()[departure]);
        boolean here = line.stop().length > 0 && line.leg()[0] == 0;
        return here ? table.network.stops().get(line.stop()[0]).lane() : LaneTable.NONE;
    }

    /** Lets a vehicle in if there is room for it; a vehicle that need not wait comes in at the instant at which it wanted to. */
    private boolean enter(int departure, int lane, double now) {
        int leader = lastOn(lane);
        if (leader >= 0 && rearOf(leader, lane) < LEAST_ROOM) {
            return false;
        }
        int row = f.take();
        ledger.reserve(f.slots());
        RoadClass roadClass =
                table.network.links().get(departures.entry()[departure]).roadClass();
        traits.draw(f, row, departures.kind()[departure], roadClass, departures.key()[departure]);
        double wanted = departures.time()[departure];
        double desiredSpeed = wayfinding.desiredSpeedAt(row, lane, 0);
        boolean atOnce = now - wanted <= dt * 1.0001;
        double given = atOnce ? departures.speed()[departure] : Double.NaN;
        boolean isGiven = given == given;
        double most = isGiven ? given : desiredSpeed;
        double room =
                leader < 0 ? Double.POSITIVE_INFINITY : rearOf(leader, lane) - (atOnce ? most * (now - wanted) : 0);
        double speed = leader < 0
                ? most
                : isGiven ? safeSpeed(given, leader, room) : speedBehind(row, lane, leader, room, desiredSpeed);
        if (speed < 0) {
            f.release(row);
            return false;
        }
        row = place(row, departure, lane, speed, atOnce ? speed * (now - wanted) : 0, desiredSpeed);
        double at = atOnce ? wanted : now;
        int next = wayfinding.nextControlled(row, 0);
        ledger.open(row, wanted, at, isGiven ? speed : desiredSpeed, desiredSpeed, next, table.placeOf(next));
        entered++;
        events.entered(departure, row, at);
        return true;
    }

    private int place(int row, int departure, int lane, double speed, double pos, double desiredSpeed) {
        f.id(row, departure);
        f.lane(row, lane);
        f.cursor(row, 0);
        f.pos(row, pos);
        f.speed(row, speed);
        f.accel(row, 0);
        f.desiredSpeed(row, desiredSpeed);
        f.rare(row, 0);
        f.rest(row);
        f.decision(row, Fleet.UNDECIDED);
        f.committed(row, Fleet.NO_GAP);
        f.holds(row, 0);
        f.call(
                row,
                departures.line()[departure] < 0
                                || departures
                                                .lines()
                                                .get(departures.line()[departure])
                                                .stop()
                                                .length
                                        == 0
                        ? Fleet.NO_CALL
                        : 0);
        f.dwell(row, Float.NaN);
        f.gate(row, Gates.NOBODY);
        f.service(row, Float.NaN);
        f.lostAtGate(row, Float.NaN);
        f.ease(row, 1);
        f.weariness(row, 1);
        f.target(row, LaneTable.NONE);
        f.changedAt(row, LONG_AGO);
        f.letInAt(row, LONG_AGO);
        f.roomFor(row, -1);
        f.rare(row, (byte) ((f.call(row) == Fleet.NO_CALL ? 0 : Fleet.CALLS) | (f.power(row) > 0 ? Fleet.HEAVY : 0)));
        f.stoodSince(row, -1);
        f.changedFrom(row, LaneTable.NONE);
        f.tail(row, LaneTable.NONE);
        f.tail2(row, LaneTable.NONE);
        f.tail3(row, LaneTable.NONE);
        f.restraint(row, (byte) Restraint.NOTHING.ordinal());
        f.restrainedBy(row, -1);
        f.inTheWay(row, -1);
        f.since(row, Double.NaN);
        wayfinding.plan(row, lane);
        return queues.append(lane, row);
    }

    /** The vehicle on a lane whose rear is furthest back, guests included, or -1. */
    private int lastOn(int lane) {
        int last = queues.count(lane) > 0 ? queues.last(lane) : -1;
        for (int g = 0; g < queues.guests(lane); g++) {
            int u = queues.guest(lane, g);
            if (last < 0 || rearOf(u, lane) < rearOf(last, lane)) {
                last = u;
            }
        }
        return last;
    }

    /** Where a vehicle's rear is on a lane (m). */
    private double rearOf(int v, int lane) {
        double offset = 0;
        for (int g = 0; f.lane(v) != lane && g < queues.guests(lane); g++) {
            if (queues.guest(lane, g) == v) {
                offset = queues.guestOffset(lane, g);
            }
        }
        return f.pos(v) + offset - f.length(v);
    }

    /**
     * A speed at which a vehicle can come in behind the last one: as if it had followed it all along.
     *
     * @return m/s, or -1 when there is no room
     */
    private double speedBehind(int row, int lane, int leader, double room, double desiredSpeed) {
        double leaderSpeed = f.speed(leader);
        double spare = room - f.standingGap(row);
        double comfortable = follower.speedAt(row, lane, spare);
        if (comfortable < Math.min(desiredSpeed, Math.max(leaderSpeed, SLOWEST_ENTRY))) {
            return -1;
        }
        double stoppable = Math.sqrt(2 * f.comfortableDeceleration(row) * spare + leaderSpeed * leaderSpeed);
        return Math.min(desiredSpeed, Math.min(comfortable, stoppable));
    }

    /**
     * A written speed, as far as it is safe behind the last one: who comes out of a junction beyond the network has followed that one in there.
     *
     * @return m/s, or -1 when there is no room
     */
    private double safeSpeed(double given, int leader, double room) {
        double safe = given + SafeSpeed.acceleration(given, room, f.speed(leader), dt) * dt;
        return safe < given / 2 ? -1 : Math.min(given, safe);
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeInt(nextDeparture);
        out.writeInt(entered);
        out.writeInt(waiting);
        SavedArrays.write(out, following, following.length);
        SavedArrays.write(out, firstOutside, firstOutside.length);
        SavedArrays.write(out, lastOutside, lastOutside.length);
        SavedArrays.write(out, outside, outside.length);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        nextDeparture = in.readInt();
        entered = in.readInt();
        waiting = in.readInt();
        SavedArrays.read(in, following);
        SavedArrays.read(in, firstOutside);
        SavedArrays.read(in, lastOutside);
        SavedArrays.read(in, outside);
    }
}
