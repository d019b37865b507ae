package org.ulicarro.core.traffic;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.signal.Controller;
import org.ulicarro.core.signal.DetectorBoard;
import org.ulicarro.core.study.Study;

/** The moving traffic of one replication. */
public final class Traffic implements Stateful {

    private final LaneTable table;
    private final Departures departures;
    private final List<Controller> controllers;
    private final Aspects aspects;
    private final Fleet fleet = new Fleet();
    private final Ledger ledger = new Ledger();
    private final LaneQueues queues;
    private final TrafficEvents events = new TrafficEvents();
    private final Entries entries;
    private final LaneChanges laneChanges;
    private final GiveWay giveWay;
    private final Driving driving;
    private final Motion motion;
    private final QueueMarks queueMarks;
    private final TrafficView view;
    private final List<Observer> observers = new ArrayList<>();
    private final int ticksPerStep;
    private int tick;

    /**
     * Traffic at the start of its warm-up, with nobody on the road.
     *
     * @param startTick tick of the day at which it begins
     */
    public Traffic(Study study, LaneTable table, Departures departures, int startTick) {
        this.table = table;
        this.departures = departures;
        ticksPerStep = Clock.ticks(study.step());
        tick = startTick;
        double dt = Clock.seconds(ticksPerStep);
        controllers = table.signals.newControllers();
        aspects = new Aspects(table.signals.groups().size());
        queues = new LaneQueues(table);
        Occupancy occupancy = new Occupancy(table, queues, fleet, departures.routes(), departures.route());
        entries = new Entries(table, queues, fleet, ledger, occupancy, departures, new Traits(study), events, dt);
        laneChanges = new LaneChanges(table, queues, fleet, occupancy, events, dt);
        giveWay = new GiveWay(table, queues, fleet, aspects, occupancy);
        driving = new Driving(table, queues, fleet, ledger, aspects, occupancy, dt);
        motion = new Motion(table, queues, fleet, ledger, entries, occupancy, events, dt);
        queueMarks = new QueueMarks(table, queues, fleet, ledger, events);
        view = new TrafficView(table, queues, fleet, ledger, entries, aspects, departures);
        view.at(tick);
    }

    public void observe(Observer observer) {
        observers.add(observer);
    }

    /** One step. */
    public void step() {
        events.clear();
        double now = now();
        showAspects();
        entries.admit(now);
        laneChanges.step();
        giveWay.decide(now);
        driving.accelerate();
        motion.integrate();
        motion.handOver(now);
        motion.clearGuests();
        motion.closeAccounts();
        motion.depart(now);
        queueMarks.mark();
        tick += ticksPerStep;
        view.at(tick);
        for (int i = 0; i < observers.size(); i++) {
            observers.get(i).afterStep(view, events);
        }
    }

    private void showAspects() {
        for (int t = tick; t < tick + ticksPerStep; t++) {
            for (int i = 0; i < controllers.size(); i++) {
                controllers.get(i).advance(t, DetectorBoard.NONE, aspects);
            }
        }
    }

    /** Time of day (s since midnight). */
    public double now() {
        return Clock.seconds(tick);
    }

    public TrafficView view() {
        return view;
    }

    /** Closes the accounts of all who are still on the road or outside, with their delay so far, and tells the observers. */
    public void finish() {
        events.clear();
        double now = now();
        for (int v = 0; v < fleet.rows; v++) {
            if (fleet.id[v] >= 0 && ledger.ahead[v] != LaneTable.NONE) {
                boolean passed = !Double.isNaN(ledger.lineTime[v]);
                double left = passed ? 0 : Math.max(0, table.end[fleet.lane[v]] - fleet.pos[v]) / fleet.want[v];
                double arrival = (passed ? ledger.lineTime[v] : now + left) - ledger.lost[v];
                events.writeVisits().add(ledger, v, arrival, false);
            }
        }
        for (int lane = 0; lane < table.lanes; lane++) {
            for (int d = entries.firstOutside(lane); d >= 0; d = entries.behind(d)) {
                addOutside(d, lane, now);
            }
        }
        for (Observer observer : observers) {
            observer.afterRun(view, events);
        }
    }

    private void addOutside(int departure, int lane, double now) {
        for (int movement : departures.way(departure)) {
            if (table.measured[movement]) {
                Movement m = table.network.movements().get(movement);
                double wanted = departures.time()[departure];
                double travel = table.network.links().get(m.fromLink()).length() / table.limit[lane];
                events.writeVisits().addOutside(movement, wanted + travel, now - wanted);
                return;
            }
        }
    }

    /**
     * Vehicles that wanted to travel by now: on the road, outside, or through. The three always add up to the demand so far.
     *
     * @throws IllegalStateException when a vehicle was lost or made: a defect
     */
    public void checkConservation() {
        int waiting = 0;
        for (int count : entries.outside) {
            waiting += count;
        }
        int found = fleet.count() + waiting + motion.arrived;
        if (found != entries.wanted() || fleet.count() + motion.arrived != entries.entered) {
            throw new IllegalStateException("vehicles are not conserved at " + Clock.timeOfDay(now()) + ": "
                    + entries.wanted() + " wanted to travel, but " + fleet.count() + " are on the road, " + waiting
                    + " outside and " + motion.arrived + " through");
        }
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeInt(tick);
        out.writeInt(motion.arrived);
        aspects.save(out);
        for (Controller controller : controllers) {
            controller.save(out);
        }
        fleet.save(out);
        ledger.save(out);
        queues.save(out);
        entries.save(out);
        for (Observer observer : observers) {
            observer.save(out);
        }
    }

    @Override
    public void restore(DataInput in) throws IOException {
        tick = in.readInt();
        motion.arrived = in.readInt();
        aspects.restore(in);
        for (Controller controller : controllers) {
            controller.restore(in);
        }
        fleet.restore(in);
        ledger.restore(in);
        queues.restore(in);
        entries.restore(in);
        for (Observer observer : observers) {
            observer.restore(in);
        }
        view.at(tick);
    }
}
