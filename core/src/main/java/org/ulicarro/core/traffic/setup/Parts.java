package org.ulicarro.core.traffic.setup;

import org.ulicarro.core.base.Clock;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.demand.Walks;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.study.DriverNumbers;
import org.ulicarro.core.traffic.events.TrafficEvents;
import org.ulicarro.core.traffic.following.Follower;
import org.ulicarro.core.traffic.lanes.LaneRules;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.people.Approaching;
import org.ulicarro.core.traffic.people.Walkers;
import org.ulicarro.core.traffic.state.Blocks;
import org.ulicarro.core.traffic.state.FartherAccounts;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.Junctions;
import org.ulicarro.core.traffic.state.LaneQueues;
import org.ulicarro.core.traffic.state.Ledger;
import org.ulicarro.core.traffic.state.Lights;
import org.ulicarro.core.traffic.state.Occupancy;
import org.ulicarro.core.traffic.state.Resting;
import org.ulicarro.core.traffic.stops.Gates;
import org.ulicarro.core.traffic.stops.Halts;
import org.ulicarro.core.traffic.way.Informed;
import org.ulicarro.core.traffic.way.Routes;
import org.ulicarro.core.traffic.way.Wayfinding;

/** What the stages of one replication share. */
public final class Parts {

    public final LaneTable table;
    public final LaneRules rules;
    public final DriverNumbers numbers;
    public final LaneQueues queues;
    public final Junctions junctions;
    public final Fleet fleet = new Fleet();
    public final Ledger ledger = new Ledger(fleet);
    public final FartherAccounts farther = new FartherAccounts(ledger);
    public final Aspects aspects;
    public final Departures departures;
    public final Routes routes;
    public final Wayfinding wayfinding;
    public final Occupancy occupancy;
    public final Blocks blocks;
    public final Halts halts;
    public final Gates gates;
    public final Follower follower;
    public final Witness witness = new Witness();
    public final TrafficEvents events;
    public final Walkers walkers;
    public final Lights lights;
    public final Resting resting;
    /** Who changes the way on what is heard of the road; null for nobody. */
    public final Informed informed;

    public final int ticksPerStep;
    public final double dt;

    public Parts(Behaviour behaviour, LaneTable table, Departures departures, Walks walks) {
        this.table = table;
        this.departures = departures;
        ticksPerStep = behaviour.ticksPerStep;
        dt = Clock.seconds(ticksPerStep);
        rules = behaviour.rules;
        numbers = behaviour.numbers;
        follower = new Follower(behaviour.following, fleet, rules, numbers, dt);
        junctions = new Junctions(table.junctions);
        queues = new LaneQueues(table, behaviour.kinds, fleet, junctions);
        resting = new Resting(queues, fleet, ledger, dt, ticksPerStep);
        queues.tell(resting);
        events = new TrafficEvents(fleet);
        aspects = new Aspects(table.signals.groups().size());
        routes = new Routes(departures);
        wayfinding = new Wayfinding(numbers, table, rules, fleet, routes, departures);
        informed = behaviour.informed == null
                ? null
                : new Informed(
                        behaviour.informed,
                        table,
                        queues,
                        fleet,
                        ledger,
                        resting,
                        routes,
                        wayfinding,
                        departures,
                        events);
        occupancy = new Occupancy(table, queues, fleet);
        blocks = new Blocks(behaviour.closures, queues);
        Approaching approaching = new Approaching(table, queues, fleet, aspects, numbers, departures);
        walkers = new Walkers(table, aspects, numbers, approaching, walks, dt);
        gates = new Gates(behaviour.gates, fleet, ledger, departures);
        lights = new Lights(table, aspects, queues, resting);
        halts = new Halts(fleet, departures, wayfinding, occupancy);
    }
}
