package org.ulicarro.core.assign;

import java.io.DataInput;
import java.io.DataOutput;
import java.util.Arrays;
import org.ulicarro.core.demand.DeparturesView;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.traffic.FleetView;
import org.ulicarro.core.traffic.Observer;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/**
 * Takes the time of every vehicle from line to line, and how long it waited outside. Who stands on the way at the end has taken at least the
 * time so far, which counts for the turn that it wanted where that is more than the road takes without traffic: a road that is jammed for good
 * is not to look quick because nobody came through.
 */
final class TimesMeter implements Observer {

    private static final double OUTSIDE = -1;

    private final Network network;
    private final Times free;
    private final Loaded loaded;
    private double[] since = {}; // vehicle -> when it came onto the road it is on (s since midnight), or OUTSIDE
    private int[] on = {}; // vehicle -> that road

    TimesMeter(Network network, Times free) {
        this.network = network;
        this.free = free;
        loaded = new Loaded(network, free.slices);
    }

    Loaded loaded() {
        return loaded;
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        begin(view);
        for (int e = 0; e < events.enteredCount(); e++) {
            int v = events.enteredVehicle(e);
            since[v] = events.enteredAt(e);
            on[v] = view.departures().entry(v);
            double wanted = view.departures().time(v);
            loaded.entered(on[v], wanted, Math.max(0, since[v] - wanted), 1);
        }
        for (int e = 0; e < events.lineCount(); e++) {
            Movement turn = network.movements().get(events.lineMovement(e));
            if (!turn.isInner()) {
                int v = events.lineVehicle(e);
                loaded.turned(turn.index(), since[v], events.lineAt(e) - since[v], 1);
                since[v] = events.lineAt(e);
                on[v] = turn.toLink();
            }
        }
        for (int e = 0; e < events.leftCount(); e++) {
            int v = events.leftVehicle(e);
            loaded.left(on[v], since[v], events.leftAt(e) - since[v], 1);
        }
    }

    private void begin(TrafficView view) {
        if (since.length == 0 && view.departures().size() > 0) {
            since = new double[view.departures().size()];
            Arrays.fill(since, OUTSIDE);
            on = new int[since.length];
        }
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        begin(view);
        FleetView rows = view.rows();
        for (int row = 0; row < rows.count(); row++) {
            int v = rows.vehicle(row);
            if (v >= 0 && since[v] != OUTSIDE) {
                unfinished(view.departures(), v, view.now() - since[v]);
            }
        }
        for (int v = 0; v < since.length; v++) {
            double wanted = view.departures().time(v);
            if (since[v] == OUTSIDE && wanted < view.now()) {
                loaded.entered(view.departures().entry(v), wanted, view.now() - wanted, 1);
            }
        }
    }

    private void unfinished(DeparturesView all, int v, double seconds) {
        Movement next = null;
        for (int i = 0; i < all.movements(v) && next == null; i++) {
            Movement one = network.movements().get(all.movement(v, i));
            next = !one.isInner() && one.fromLink() == on[v] ? one : null;
        }
        if (next != null && seconds > free.turn(next.index(), since[v])) {
            loaded.turned(next.index(), since[v], seconds, 1);
        } else if (next == null && network.movementsFrom(on[v]).isEmpty() && seconds > free.out(on[v], since[v])) {
            loaded.left(on[v], since[v], seconds, 1);
        }
    }

    @Override
    public void save(DataOutput out) {
        throw new IllegalStateException("times of ways are taken over whole replications only");
    }

    @Override
    public void restore(DataInput in) {
        throw new IllegalStateException("times of ways are taken over whole replications only");
    }
}
