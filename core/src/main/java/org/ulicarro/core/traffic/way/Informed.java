package org.ulicarro.core.traffic.way;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.demand.Ban;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.TurnCost;
import org.ulicarro.core.network.WayTree;
import org.ulicarro.core.study.InformedInput;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.traffic.events.TrafficEvents;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.LaneQueues;
import org.ulicarro.core.traffic.state.Ledger;
import org.ulicarro.core.traffic.state.Resting;

/**
 * Drivers who hear of the state of the road: now and then those who belong to it compare what is left of their way, near a line from the end of
 * the next road on, with the best one by the times of the last minutes, and take it where it is enough quicker. A road takes its length over the mean
 * speed of all on it (space mean speed, so that those who wait count with the time for which they do), and no less than at the limit.
 */
public final class Informed implements Stateful {

    private static final int LOOKS_EVERY = Clock.ticks(10);
    private static final double SLOWEST = 0.3; // m/s

    /** Nearer to the line than this the next turn is decided already (m). */
    private static final double DECIDED = 60;

    private static final long BELONGS = Draws.idOf("informed");

    private final InformedInput input;
    private final LaneTable table;
    private final LaneQueues queues;
    private final Fleet f;
    private final Ledger ledger;
    private final Resting resting;
    private final Routes routes;
    private final Wayfinding wayfinding;
    private final Departures departures;
    private final TrafficEvents events;
    private final double[] speeds; // link -> sum of what was seen since the last news (m/s)
    private final int[] seen; // link -> how many
    private final double[] seconds; // link -> by the last news

    public Informed(
            InformedInput input,
            LaneTable table,
            LaneQueues queues,
            Fleet fleet,
            Ledger ledger,
            Resting resting,
            Routes routes,
            Wayfinding wayfinding,
            Departures departures,
            TrafficEvents events) {
        this.input = input;
        this.table = table;
        this.queues = queues;
        f = fleet;
        this.ledger = ledger;
        this.resting = resting;
        this.routes = routes;
        this.wayfinding = wayfinding;
        this.departures = departures;
        this.events = events;
        int links = table.network.links().size();
        speeds = new double[links];
        seen = new int[links];
        seconds = new double[links];
    }

    /** Looks at the road, and tells the news when they are due. */
    public void look(int tick, int ticksPerStep) {
        if (Math.floorMod(tick, LOOKS_EVERY) < ticksPerStep) {
            for (Link link : table.network.links()) {
                for (int lane = link.firstLane(); lane < link.firstLane() + link.lanes(); lane++) {
                    for (int k = 0; k < queues.count(lane); k++) {
                        speeds[link.index()] += f.speed(queues.at(lane, k));
                        seen[link.index()]++;
                    }
                }
            }
        }
        if (Math.floorMod(tick, Clock.ticks(input.every())) < ticksPerStep) {
            tell(Clock.seconds(tick));
        }
    }

    private void tell(double now) {
        for (Link link : table.network.links()) {
            int i = link.index();
            double speed = seen[i] == 0 ? link.speed() : Math.min(link.speed(), speeds[i] / seen[i]);
            seconds[i] = link.length() / Math.max(SLOWEST, speed);
            speeds[i] = 0;
            seen[i] = 0;
        }
        Map<Long, WayTree> known = new LinkedHashMap<>();
        for (Link link : table.network.links()) {
            for (int lane = link.firstLane(); lane < link.firstLane() + link.lanes() && !link.ring(); lane++) {
                for (int k = 0; k < queues.count(lane); k++) {
                    hear(queues.at(lane, k), now, known);
                }
            }
        }
    }

    private void hear(int v, double now, Map<Long, WayTree> known) {
        int id = f.id(v);
        boolean belongs = departures.ends()[id] >= 0
                && departures.line()[id] < 0
                && Draws.uniform(departures.key()[id], BELONGS) < input.share();
        int next = belongs ? wayfinding.movementOf(v, f.cursor(v)) : LaneTable.NONE;
        if (next == LaneTable.NONE) {
            return;
        }
        Movement turn = table.network.movements().get(next);
        if (turn.isInner()) {
            return;
        }
        boolean early = table.end[f.lane(v)] - f.pos(v) > DECIDED;
        int after = early ? f.cursor(v) : f.cursor(v) + 1 + turn.onward().size();
        int from = early ? turn.fromLink() : turn.toLink();
        int[] way = routes.of(id);
        if (after >= way.length) {
            return;
        }
        int goal = table.network.movements().get(way[way.length - 1]).toLink();
        double left = seconds[goal];
        for (int i = after; i < way.length; i++) {
            Movement one = table.network.movements().get(way[i]);
            left += one.isInner() ? 0 : seconds[one.fromLink()];
        }
        VehicleType type = departures.kind()[id].base();
        long key = (long) from * VehicleType.values().length + type.ordinal();
        WayTree tree = known.computeIfAbsent(key, none -> WayTree.from(table.network, from, now, new News(type)));
        if (tree.cost(goal) < left * (1 - input.gain())) {
            take(v, after, tree.way(goal), early);
        }
    }

    private void take(int v, int from, List<Integer> onward, boolean early) {
        routes.replace(f.id(v), from, onward);
        events.changedWay(f.id(v));
        if (!ledger.isPastLine(v)) { // what is controlled next may be on the part that is new
            ledger.ahead(v, wayfinding.nextControlled(v, f.cursor(v)));
            ledger.place(v, table.placeOf(ledger.ahead(v)));
        }
        if (early) {
            resting.wake(f.lane(v));
            wayfinding.plan(v, f.lane(v));
        }
    }

    /** Times by the last news, for a type of vehicle. */
    private final class News implements TurnCost {

        private final VehicleType type;

        private News(VehicleType type) {
            this.type = type;
        }

        @Override
        public double along(Link link, Movement turn, double at) {
            for (Ban ban : departures.bans()) {
                boolean here = ban.movement() == turn.index() || ban.link() == turn.toLink();
                if (here && ban.concerns(type) && ban.holds(at, at + seconds[link.index()])) {
                    return Double.POSITIVE_INFINITY;
                }
            }
            return seconds[link.index()];
        }

        @Override
        public double out(Link link, double at) {
            return seconds[link.index()];
        }
    }

    @Override
    public void save(DataOutput out) throws IOException {
        SavedArrays.write(out, speeds, speeds.length);
        SavedArrays.write(out, seen, seen.length);
        SavedArrays.write(out, seconds, seconds.length);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        SavedArrays.read(in, speeds);
        SavedArrays.read(in, seen);
        SavedArrays.read(in, seconds);
    }
}
