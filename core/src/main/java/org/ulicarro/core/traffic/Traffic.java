package org.ulicarro.core.traffic;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.demand.Walks;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.signal.Control;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.signal.events.SignalRecorder;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.traffic.changing.LaneChanges;
import org.ulicarro.core.traffic.driving.Bodies;
import org.ulicarro.core.traffic.driving.HandOver;
import org.ulicarro.core.traffic.driving.Motion;
import org.ulicarro.core.traffic.entries.Entries;
import org.ulicarro.core.traffic.events.TrafficEvents;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.setup.Behaviour;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.setup.Witness;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.Ledger;
import org.ulicarro.core.traffic.state.Moved;
import org.ulicarro.core.traffic.state.Tally;
import org.ulicarro.core.traffic.watching.Circles;
import org.ulicarro.core.traffic.watching.Detectors;
import org.ulicarro.core.traffic.watching.QueueMarks;
import org.ulicarro.core.traffic.watching.Standstill;
import org.ulicarro.core.traffic.watching.StandstillWatch;

/** The moving traffic of one replication. */
public final class Traffic implements Stateful, AutoCloseable {

    /** Before the id of a place: the name of the part of its signals. */
    public static final String SIGNALS = "signals of ";

    /** Records are put in the order of lanes, and standstills looked for, this often (ticks). */
    private static final int ROUND = 100;

    private final Parts parts;
    private final LaneTable table;
    private final Departures departures;
    private final Fleet fleet;
    private final Ledger ledger;
    private final TrafficEvents events;
    private final Entries entries;
    private final LaneChanges laneChanges;
    private final Motion motion;
    private final Bodies bodies;
    private final HandOver handOver;
    private final Tally behindIt = new Tally(); // slots of who has the control behind it in the step in hand
    private final QueueMarks queueMarks;
    private final StandstillWatch standstills;
    private final Circles circles;
    private final Stages stages;
    private final Detectors detectors;
    private final Control control;
    private final TrafficView view;
    private final List<Observer> observers = new ArrayList<>();
    private int tick;

    private final Stateful accounts = new Stateful() {
        @Override
        public void save(DataOutput out) throws IOException {
            parts.resting.bookAll();
            ledger.save(out);
        }

        @Override
        public void restore(DataInput in) throws IOException {
            ledger.restore(in);
        }
    };

    /** Who is where, and who of them rests. */
    private final Stateful lanes = new Stateful() {
        @Override
        public void save(DataOutput out) throws IOException {
            parts.resting.bookAll();
            parts.queues.save(out);
            parts.resting.save(out);
        }

        @Override
        public void restore(DataInput in) throws IOException {
            parts.queues.restore(in);
            parts.resting.restore(in);
            parts.lights.restart(); // after the aspects
        }
    };

    /** What changes and has no class of its own. */
    private final Stateful clock = new Stateful() {
        @Override
        public void save(DataOutput out) throws IOException {
            out.writeInt(tick);
            out.writeInt(handOver.arrived);
            out.writeInt(laneChanges.missedTurns);
        }

        @Override
        public void restore(DataInput in) throws IOException {
            tick = in.readInt();
            handOver.arrived = in.readInt();
            laneChanges.missedTurns = in.readInt();
            parts.blocks.restart();
            view.at(tick);
        }
    };

    /**
     * Traffic at the start of its warm-up, with nobody on the road.
     *
     * @param startTick tick of the day at which it begins
     */
    public Traffic(Study study, LaneTable table, Departures departures, Walks walks, int startTick) {
        this(study, table, departures, walks, startTick, 1);
    }

    /**
     * The same, worked on by several threads once there are enough vehicles. Their number changes no result.
     *
     * @param threads how many, the caller's own among them
     */
    public Traffic(Study study, LaneTable table, Departures departures, Walks walks, int startTick, int threads) {
        this(Behaviour.of(study, table), table, table.signals, departures, walks, startTick, threads);
    }

    /**
     * The same with what a model has compiled, under other control of the same groups.
     *
     * @param behaviour of the drivers on that table
     * @param signals lets go as that of the table does, at other times
     */
    public Traffic(
            Behaviour behaviour,
            LaneTable table,
            SignalSystem signals,
            Departures departures,
            Walks walks,
            int startTick,
            int threads) {
        this.table = table;
        this.departures = departures;
        tick = startTick;
        parts = new Parts(behaviour, table, departures, walks);
        fleet = parts.fleet;
        ledger = parts.ledger;
        events = parts.events;
        entries = new Entries(parts, behaviour.traits);
        laneChanges = new LaneChanges(parts);
        motion = new Motion(parts);
        standstills = new StandstillWatch(parts);
        circles = new Circles(parts, standstills);
        bodies = new Bodies(parts);
        handOver = new HandOver(parts, standstills, behaviour.traits, bodies);
        queueMarks = new QueueMarks(parts);
        stages = new Stages(parts, queueMarks, threads);
        detectors = new Detectors(parts);
        control = new Control(signals, parts.aspects);
        view = new TrafficView(parts, entries, control);
        view.at(tick);
    }

    public void observe(Observer observer) {
        observers.add(observer);
    }

    /** Writes down what signals do. */
    public void record(SignalRecorder recorder) {
        control.record(recorder);
    }

    /** The controllers and what they show. */
    public Control control() {
        return control;
    }

    /** One step. */
    public void step() {
        if (tick % ROUND < parts.ticksPerStep) {
            parts.queues.order();
            standstills.look(tick);
            circles.look(tick);
        }
        events.clear();
        parts.gates.clear();
        parts.witness.begin(parts);
        double now = now();
        showAspects();
        parts.occupancy.tick = tick;
        parts.wayfinding.at(tick);
        parts.blocks.at(tick);
        parts.walkers.step(tick);
        entries.admit(now);
        stages.begin();
        laneChanges.make(stages.wishes(tick), now, tick);
        parts.witness.findAgain(fleet);
        stages.giveWay(now);
        Moved moved = stages.drive(tick + parts.ticksPerStep);
        parts.resting.at(tick + parts.ticksPerStep);
        motion.settle(moved, tick + parts.ticksPerStep, behindIt);
        tellStands(moved.stoodOrWent);
        handOver.run(moved.over, now);
        bodies.clearGuests();
        handOver.closeAccounts(behindIt);
        handOver.depart(moved.over, now);
        queueMarks.tell(stages.markQueues(), events);
        checkCounts();
        tick += parts.ticksPerStep;
        if (parts.informed != null) {
            parts.informed.look(tick, parts.ticksPerStep);
        }
        view.at(tick);
        for (int i = 0; i < observers.size(); i++) {
            observers.get(i).afterStep(view, events);
        }
    }

    private void tellStands(Tally rows) {
        for (int i = 0; i < rows.count(); i++) {
            events.stoodOrWent(rows.at(i));
        }
    }

    private void showAspects() {
        detectors.look(tick);
        control.advance(tick, tick + parts.ticksPerStep, detectors);
        parts.lights.look();
    }

    /** Time of day (s since midnight). */
    public double now() {
        return Clock.seconds(tick);
    }

    public TrafficView view() {
        return view;
    }

    /** Looks over a driver's shoulder: why it drives as it does. */
    public Witness witness() {
        return parts.witness;
    }

    /** Rings of vehicles that block each other, as far as they were found. */
    public List<Standstill> standstills() {
        return List.copyOf(standstills.found());
    }

    /** Vehicles that found no room to change lanes for their movement in time, and drove on another way. */
    public int missedTurns() {
        return laneChanges.missedTurns;
    }

    /** Drivers who moved up into a junction without room behind it, since full roads in a circle held each other. */
    public int movedUp() {
        return circles.movedUp();
    }

    /** How much the step has looked at so far. */
    public StepCounts counts() {
        return stages.counts();
    }

    /** Bytes that the state of one vehicle takes. */
    public int bytesPerVehicle() {
        return fleet.bytesPerVehicle() + ledger.bytesPerRow();
    }

    /** Lets the other threads go; none is left behind. */
    @Override
    public void close() {
        stages.close();
    }

    /** Closes the accounts of all who are still on the road or outside, with their delay so far, and tells the observers. */
    public void finish() {
        events.clear();
        parts.resting.bookAll();
        double now = now();
        for (int lane = 0; lane < table.lanes; lane++) {
            for (int k = 0; k < parts.queues.count(lane); k++) {
                int v = parts.queues.at(lane, k);
                closeUnfinished(v, now);
                events.journeys()
                        .add(fleet.id(v), now - ledger.wanted(v), ledger.delay(v), handOver.drivenBy(v), false);
            }
        }
        for (int lane = 0; lane < table.lanes; lane++) {
            for (int d = entries.firstOutside(lane); d >= 0; d = entries.behind(d)) {
                addOutside(d, lane, now);
                double waits = now - departures.time()[d];
                events.journeys().add(d, waits, waits, 0, false);
            }
        }
        for (Observer observer : observers) {
            observer.afterRun(view, events);
        }
    }

    private void closeUnfinished(int v, double now) {
        if (ledger.ahead(v) == LaneTable.NONE) {
            return;
        }
        boolean passed = ledger.isPastLine(v);
        double left = passed ? 0 : Math.max(0, table.end[fleet.lane(v)] - fleet.pos(v)) / fleet.desiredSpeed(v);
        double arrival = (passed ? ledger.lineTime(v) : now + left) - ledger.lost(v);
        events.writeVisits().add(ledger, v, fleet.id(v), arrival, false);
        parts.farther.keep(v);
        for (int e = parts.farther.first(v); e != LaneTable.NOBODY; e = parts.farther.after(e)) {
            // stands in a queue that reaches back past the line ahead: it would have been at the next one a little
            // later
            int movement = parts.wayfinding.movementAt(v, fleet.cursor(v), parts.farther.place(e));
            if (movement != LaneTable.NONE) {
                events.writeVisits().addFarther(fleet.id(v), movement, arrival, parts.farther, e);
            }
        }
    }

    private void addOutside(int departure, int lane, double now) {
        for (int movement : departures.way(departure)) {
            if (table.measured[movement]) {
                Movement m = table.network.movements().get(movement);
                double wanted = departures.time()[departure];
                double travel = table.network.links().get(m.fromLink()).length() / table.limit[lane];
                events.writeVisits().addOutside(departure, movement, wanted + travel, now - wanted);
                return;
            }
        }
    }

    /**
     * Who wanted to travel by now is on the road, outside, or through: at every step, and by counting those on the lanes, not only
     * by what was noted when they came and went.
     *
     * @throws IllegalStateException when a vehicle was lost or made: a defect
     */
    public void checkConservation() {
        checkCounts();
        int onLanes = 0;
        for (int lane = 0; lane < table.lanes; lane++) {
            onLanes += parts.queues.count(lane);
        }
        if (onLanes != fleet.count()) {
            throw lost("the lanes hold " + onLanes);
        }
        int[] wanted = new int[table.network.links().size()];
        for (int d = 0; d < entries.wanted(); d++) {
            wanted[departures.entry()[d]]++;
        }
        entries.checkByEntry(wanted);
    }

    private void checkCounts() {
        boolean all = fleet.count() + entries.waiting() + handOver.arrived == entries.wanted();
        if (!all || fleet.count() + handOver.arrived != entries.entered) {
            throw lost("they do not add up");
        }
    }

    private IllegalStateException lost(String how) {
        return new IllegalStateException("vehicles are not conserved at " + Clock.timeOfDay(now()) + ": "
                + entries.wanted() + " wanted to travel, " + fleet.count() + " are on the road, " + entries.waiting()
                + " outside and " + handOver.arrived + " through; " + how);
    }

    /** Everything that changes, in named parts and in the order in which they are put back. */
    public Map<String, Stateful> parts() {
        Map<String, Stateful> named = new LinkedHashMap<>();
        named.put("clock", clock);
        named.put("aspects", parts.aspects);
        List<Stateful> places = control.parts();
        for (int i = 0; i < places.size(); i++) {
            named.put(SIGNALS + table.signals.places().get(i), places.get(i));
        }
        named.put("vehicles", fleet);
        named.put("accounts", accounts);
        named.put("accounts of farther places", parts.farther);
        named.put("lanes", lanes);
        named.put("routes", parts.routes);
        if (parts.informed != null) {
            named.put("news of the road", parts.informed);
        }
        named.put("walkers", parts.walkers);
        named.put("stops", parts.halts);
        named.put("stages", stages);
        named.put("standstills", standstills);
        named.put("circles of full roads", circles);
        named.put("entries", entries);
        for (Observer observer : observers) {
            String name = observer.getClass().getSimpleName();
            named.put(named.containsKey(name) ? name + " " + named.size() : name, observer);
        }
        return named;
    }

    /** The controller of a place starts now, and takes over from the one that showed what is shown. */
    public void changeSignals(String place) {
        control.begin(table.signals.places().indexOf(place), tick);
    }

    @Override
    public void save(DataOutput out) throws IOException {
        for (Stateful part : parts().values()) {
            part.save(out);
        }
    }

    @Override
    public void restore(DataInput in) throws IOException {
        for (Stateful part : parts().values()) {
            part.restore(in);
        }
    }
}
