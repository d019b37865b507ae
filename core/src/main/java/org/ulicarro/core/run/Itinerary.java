package org.ulicarro.core.run;

import java.io.DataInput;
import java.io.DataOutput;
import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.traffic.FleetView;
import org.ulicarro.core.traffic.Observer;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.Motive;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** The journey of one vehicle. */
public final class Itinerary implements Observer {

    /** What happened to it. */
    public enum What {
        CAME_IN,
        PASSED_LINE,
        CHANGED_LANES,
        MISSED_TURN,
        STOPPED,
        MOVED_ON,
        LEFT,
        STILL_THERE
    }

    /**
     * One event.
     *
     * @param time s since midnight
     * @param what happened
     * @param lane on which, -1 where it has none any more
     * @param movement passed or missed, -1 for others
     * @param motive of a change of lanes, else null
     * @param delay of any kind since it wanted to come in (s)
     */
    public record Event(double time, What what, int lane, int movement, Motive motive, double delay) {}

    private final int vehicle;
    private final List<Event> events = new ArrayList<>();
    private double delay;
    private int lane = -1;
    private boolean onRoad;

    public Itinerary(int vehicle) {
        this.vehicle = vehicle;
    }

    /** In order of time; empty when it did not come in. */
    public List<Event> events() {
        return List.copyOf(events);
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents all) {
        FleetView rows = view.rows();
        int row = row(view, all, rows);
        if (row < 0 && !onRoad) {
            return;
        }
        for (int i = 0; i < all.enteredCount(); i++) {
            if (all.enteredVehicle(i) == vehicle) {
                add(all.enteredAt(i), What.CAME_IN, -1, null);
            }
        }
        for (int i = 0; i < all.lineCount(); i++) {
            if (all.lineVehicle(i) == vehicle) {
                add(all.lineAt(i), What.PASSED_LINE, all.lineMovement(i), null);
            }
        }
        for (int i = 0; i < all.missedCount(); i++) {
            if (all.missedVehicle(i) == vehicle) {
                add(view.now(), What.MISSED_TURN, all.missedMovement(i), null);
            }
        }
        for (int i = 0; row >= 0 && i < all.moveCount(); i++) {
            if (all.moveRow(i) == row && all.moveKind(i) == TrafficEvents.STARTED_OVER) {
                lane = all.moveLane(i);
                add(view.now(), What.CHANGED_LANES, -1, all.moveMotive(i));
            }
        }
        for (int i = 0; row >= 0 && i < all.standCount(); i++) {
            if (all.standRow(i) == row) {
                add(view.now(), rows.stands(row) ? What.STOPPED : What.MOVED_ON, -1, null);
            }
        }
        for (int i = 0; i < all.leftCount(); i++) {
            if (all.leftVehicle(i) == vehicle) {
                add(all.leftAt(i), What.LEFT, -1, null);
                onRoad = false;
            }
        }
    }

    /** Its row while it is on the road, or -1. */
    private int row(TrafficView view, TrafficEvents all, FleetView rows) {
        for (int i = 0; !onRoad && i < all.enteredCount(); i++) {
            onRoad = all.enteredVehicle(i) == vehicle;
        }
        for (int row = 0; onRoad && row < rows.count(); row++) {
            if (rows.vehicle(row) == vehicle) {
                delay = rows.delay(row);
                lane = rows.lane(row);
                return row;
            }
        }
        return -1;
    }

    private void add(double time, What what, int movement, Motive motive) {
        events.add(new Event(time, what, lane, movement, motive, delay));
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents all) {
        if (onRoad) {
            add(view.now(), What.STILL_THERE, -1, null);
        }
    }

    /** Saves nothing: a journey is followed from its beginning. */
    @Override
    public void save(DataOutput out) {
        // told anew by whoever drives the run again
    }

    @Override
    public void restore(DataInput in) {
        events.clear();
        onRoad = false;
    }
}
