package org.ulicarro.core.traffic;

import java.util.List;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.demand.DeparturesView;
import org.ulicarro.core.signal.AspectsView;
import org.ulicarro.core.signal.Control;
import org.ulicarro.core.signal.MeterState;
import org.ulicarro.core.signal.StageAccount;
import org.ulicarro.core.traffic.entries.Entries;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.people.Walkers;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.LaneQueues;
import org.ulicarro.core.traffic.state.Ledger;
import org.ulicarro.core.traffic.stops.Gates;

/**
 * Read-only sight of the traffic between two steps. Vehicles of a lane are counted from its downstream end, from 0. {@link #rows()}
 * gives the same vehicles one by one.
 */
public final class TrafficView {

    private final LaneTable table;
    private final LaneQueues queues;
    private final Fleet f;
    private final Ledger ledger;
    private final Entries entries;
    private final AspectsView aspects;
    private final DeparturesView departures;
    private final FleetView rows;
    private final Walkers walkers;
    private final Gates gates;
    private final List<MeterState> meters;
    private final Control control;
    private final double dt;
    private int tick;

    TrafficView(Parts parts, Entries entries, Control control) {
        table = parts.table;
        dt = parts.dt;
        queues = parts.queues;
        f = parts.fleet;
        ledger = parts.ledger;
        this.entries = entries;
        aspects = new AspectsView(parts.aspects);
        departures = new DeparturesView(parts.departures);
        walkers = parts.walkers;
        gates = parts.gates;
        meters = control.meters();
        this.control = control;
        rows = new FleetView(table, f, ledger, parts.resting);
    }

    void at(int now) {
        tick = now;
    }

    /** Time of day in ticks of {@link Clock}. */
    public int tick() {
        return tick;
    }

    /** Time of day (s since midnight). */
    public double now() {
        return Clock.seconds(tick);
    }

    /**
     * The middle of the whole second that has ended within the last step (s since midnight), NaN for none. What is looked at once a
     * second is looked at then, so that it does not depend on the step.
     */
    public double secondEnded() {
        int whole = Math.floorDiv(tick, Clock.TICKS_PER_SECOND);
        int before = Math.floorDiv(tick - Clock.ticks(dt), Clock.TICKS_PER_SECOND);
        return whole == before ? Double.NaN : whole - 0.5;
    }

    /** How long a step takes (s). */
    public double stepSeconds() {
        return dt;
    }

    public LaneTable table() {
        return table;
    }

    public AspectsView aspects() {
        return aspects;
    }

    public DeparturesView departures() {
        return departures;
    }

    /** Vehicles whose front is on a lane. */
    public int vehiclesOn(int lane) {
        return queues.count(lane);
    }

    /** Number among the departures of the k-th vehicle on a lane. */
    public int vehicle(int lane, int k) {
        return f.id(queues.at(lane, k));
    }

    /** Its front bumper (m along the lane). */
    public double position(int lane, int k) {
        return f.pos(queues.at(lane, k));
    }

    public double length(int lane, int k) {
        return f.length(queues.at(lane, k));
    }

    /** m/s */
    public double speed(int lane, int k) {
        return f.speed(queues.at(lane, k));
    }

    /** m/s² in the last step */
    public double acceleration(int lane, int k) {
        return f.accel(queues.at(lane, k));
    }

    /** Vehicles whose body is partly on a lane though their front is elsewhere. */
    public int guestsOn(int lane) {
        return queues.guests(lane);
    }

    /** Where a guest's front would be on this lane (m along it); beyond its end when it has passed that. */
    public double guestPosition(int lane, int g) {
        return f.pos(queues.guest(lane, g)) + queues.guestOffset(lane, g);
    }

    public double guestLength(int lane, int g) {
        return f.length(queues.guest(lane, g));
    }

    public int guestVehicle(int lane, int g) {
        return f.id(queues.guest(lane, g));
    }

    /** Whether a vehicle stopped or joined the queue for the line ahead and has not passed it. */
    public boolean queued(int lane, int k) {
        return ledger.queued(queues.at(lane, k)) == 1;
    }

    /** Number of the controlled place, in the order of the network's places, that holds the k-th vehicle on a lane, or -1. */
    public int heldBy(int lane, int k) {
        return ledger.heldBy(queues.at(lane, k));
    }

    /** Whether the way of the k-th vehicle on a lane goes on from another one beside it, and not from its own. */
    public boolean wantsInto(int lane, int k, int beside) {
        int v = queues.at(lane, k);
        return f.next(v) == Fleet.WRONG_LANE && f.target(v) == beside;
    }

    /** People at crossings. */
    public Walkers walkers() {
        return walkers;
    }

    /** Gates that hold vehicles. */
    public Gates gates() {
        return gates;
    }

    /** What the script of a place saw and decided in the last step; null where it has none. */
    public StageAccount account(String place) {
        return control.account(place);
    }

    /** Meters, in the order of the study. */
    public List<MeterState> meters() {
        return meters;
    }

    /** Every vehicle on the road, by row. */
    public FleetView rows() {
        return rows;
    }

    /** Vehicles waiting outside for room on a lane. */
    public int outside(int lane) {
        return entries.outside[lane];
    }

    /** Vehicles on the road. */
    public int onRoad() {
        return f.count();
    }

    /** Vehicles that wanted to enter by now. */
    public int wanted() {
        return entries.wanted();
    }

    /** Vehicles that have entered. */
    public int entered() {
        return entries.entered;
    }
}
