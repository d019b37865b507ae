package org.ulicarro.core.traffic.driving;

import org.ulicarro.core.traffic.junctions.RoundaboutRoom;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.Ledger;
import org.ulicarro.core.traffic.state.Occupancy;
import org.ulicarro.core.traffic.way.Wayfinding;

/**
 * Which control holds a driver back, so that each second of delay is booked where it comes from. It is the control of the line ahead, or
 * of one further on whose queue reaches back this far; who brakes or stands behind somebody is held by what holds that one. Writes only
 * what is decided about the vehicle in hand.
 */
final class HeldBy {

    /** Braking harder than this is for something (m/s²). */
    static final double BRAKES = -0.1;

    /** Who stands and wants to speed up by no more than this stays where it is (m/s²). */
    static final double STAYS = 0.02;

    private final LaneTable table;
    private final Fleet f;
    private final Ledger ledger;
    private final Wayfinding wayfinding;
    private final Occupancy occupancy;
    private final RoundaboutRoom ringRoom;

    HeldBy(Parts parts) {
        table = parts.table;
        f = parts.fleet;
        ledger = parts.ledger;
        wayfinding = parts.wayfinding;
        occupancy = parts.occupancy;
        ringRoom = new RoundaboutRoom(parts);
    }

    /**
     * Notes who holds a vehicle from now on. Whoever moves is held until another control does so or until it is behind the line; who stands
     * is held only by what keeps it standing: at a stop or a closure that is no control.
     *
     * @param why what bounds its acceleration in this step
     */
    void note(int v, Pedals why) {
        boolean stands = f.speed(v) < Fleet.STANDING && why.accel <= STAYS;
        if (why.accel >= BRAKES && !stands) {
            return;
        }
        int by = LaneTable.NOBODY;
        if (why.byControl) {
            by = control(v, why);
        } else if (why.byVehicle >= 0) {
            by = handedOn(v, why.byVehicle);
        } else if (why.restraint == Pedals.LANE) {
            return; // the end of its lane and the queue beside it both keep it there
        }
        if (by != LaneTable.NOBODY || stands) {
            ledger.heldByNow(v, by);
        }
    }

    private int control(int v, Pedals why) {
        if (why.restraint == Pedals.WALKERS) {
            int place = why.crossingPlace;
            return place == ledger.place(v) || isAhead(v, place) ? place : LaneTable.NOBODY;
        }
        int blocker = why.restraint == Pedals.GAP ? behindGap(v) : why.blocker;
        if (blocker >= 0) {
            // who stands where it has to go may itself be held further on
            int by = ledger.heldBy(blocker);
            if (by != LaneTable.NOBODY && !ledger.isHeldFromBehind(blocker) && isAhead(v, by)) {
                return by;
            }
        }
        int way = table.path[f.lane(v)] ? f.lane(v) : f.next(v);
        return way >= 0 ? table.controlOf[way] : table.placeOf(wayfinding.movementOf(v, f.cursor(v)));
    }

    /** Who takes the room behind the gap that a standing vehicle waits for, or -1. */
    private int behindGap(int v) {
        int lane = f.lane(v);
        int way = table.path[lane] ? lane : f.next(v);
        if (f.speed(v) >= Fleet.STANDING || way < 0) {
            return -1;
        }
        if (table.onRing[table.to[way]]) {
            return ringRoom.missing(v, way);
        }
        return f.blocks(v) == 0 ? occupancy.noRoomBehind(v, way) : -1;
    }

    /** What holds the one ahead holds this one; those ahead on the same lane have been looked at already in this step. */
    int handedOn(int v, int u) {
        int by = f.lane(u) == f.lane(v) ? ledger.heldByNow(u) : ledger.heldBy(u);
        if (by == LaneTable.NOBODY || by == ledger.place(v) || by == ledger.heldByNow(v)) {
            return by;
        }
        if (by == ledger.place(u) && ledger.isPastLine(u)) {
            return LaneTable.NOBODY; // still picking up speed after a line that does not concern this one
        }
        if (isAhead(v, by)) {
            return by;
        }
        // it turns off to where it is held, and stands in the way to the next line until then
        return ledger.isPastLine(v) ? table.placeOf(wayfinding.nextControlled(v, onward(v))) : ledger.place(v);
    }

    private boolean isAhead(int v, int place) {
        return place != LaneTable.NOBODY && wayfinding.movementAt(v, onward(v), place) != LaneTable.NONE;
    }

    /** Place on its route of the first line that it has not passed. */
    private int onward(int v) {
        return f.cursor(v) + (table.path[f.lane(v)] ? 1 : 0);
    }
}
