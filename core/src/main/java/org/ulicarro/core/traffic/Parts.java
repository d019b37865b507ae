package org.ulicarro.core.traffic;

import org.ulicarro.core.base.Clock;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.demand.Walks;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.study.DriverNumbers;

/** What the stages of one replication share. */
final class Parts {

    final LaneTable table;
    final LaneRules rules;
    final DriverNumbers numbers;
    final LaneQueues queues;
    final Junctions junctions;
    final Fleet fleet = new Fleet();
    final Ledger ledger = new Ledger(fleet);
    final FartherAccounts farther = new FartherAccounts(ledger);
    final Aspects aspects;
    final Departures departures;
    final Routes routes;
    final Wayfinding wayfinding;
    final Occupancy occupancy;
    final Blocks blocks;
    final Halts halts;
    final Gates gates;
    final Follower follower;
    final Witness witness = new Witness();
    final TrafficEvents events;
    final Walkers walkers;
    final StandstillWatch standstills;
    final Lights lights;
    final Resting resting;
    final int ticksPerStep;
    final double dt;

    Parts(Behaviour behaviour, LaneTable table, Departures departures, Walks walks) {
        this.table = table;
        this.departures = departures;
        ticksPerStep = behaviour.ticksPerStep;
        dt = Clock.seconds(ticksPerStep);
        follower = new Follower(behaviour.following, fleet, dt);
        rules = behaviour.rules;
        numbers = behaviour.numbers;
        junctions = new Junctions(table.junctions);
        queues = new LaneQueues(table, behaviour.kinds, fleet, junctions);
        resting = new Resting(queues, fleet, ledger, dt, ticksPerStep);
        queues.tell(resting);
        events = new TrafficEvents(fleet);
        aspects = new Aspects(table.signals.groups().size());
        routes = new Routes(departures);
        wayfinding = new Wayfinding(numbers, table, rules, fleet, routes, departures);
        occupancy = new Occupancy(table, queues, fleet);
        blocks = new Blocks(behaviour.closures, queues);
        walkers = new Walkers(this, walks);
        gates = new Gates(behaviour.gates, fleet, ledger, departures);
        standstills = new StandstillWatch(this);
        lights = new Lights(table, aspects, queues, resting);
        halts = new Halts(fleet, departures, wayfinding, occupancy);
    }
}
