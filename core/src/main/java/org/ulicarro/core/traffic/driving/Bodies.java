package org.ulicarro.core.traffic.driving;

import org.ulicarro.core.traffic.events.TrafficEvents;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.LaneQueues;

/** Which lanes besides its own the body of a vehicle is on: those that its rear has not left, and the one that it is moving out of. */
public final class Bodies {

    /** No change of lanes takes less of the road than this: a lane's width at 35 degrees, as far as wheels turn a car (m). */
    private static final double LEAST_WAY = 5;

    /** Who stands half way over gets over all the same, but slowly, so that nobody stands so for ever (share of the usual). */
    private static final double AT_STAND = 0.05;

    private final LaneTable table;
    private final LaneQueues queues;
    private final Fleet f;
    private final TrafficEvents events;
    private final double dt;
    private final double sideways; // slower than this, moving over takes longer than usual (m/s)

    public Bodies(Parts parts) {
        table = parts.table;
        queues = parts.queues;
        f = parts.fleet;
        events = parts.events;
        dt = parts.dt;
        sideways = LEAST_WAY / parts.numbers.changeDuration();
    }

    /** Takes a vehicle that leaves the network off all lanes but its own. */
    void takeOff(int v) {
        dropSidewaysGuest(v);
        dropTail(f.tail(v), v);
        dropTail(f.tail2(v), v);
        dropTail(f.tail3(v), v);
    }

    void dropSidewaysGuest(int v) {
        if (f.changedFrom(v) != LaneTable.NONE) {
            queues.removeGuest(f.changedFrom(v), v);
            f.changedFrom(v, LaneTable.NONE);
            f.unmark(v, Fleet.MOVES_OVER);
        }
    }

    /** Its body stays a guest of the lanes behind until its rear has left them. Round a ring it may reach over three. */
    void trailBehind(int v, int old) {
        double length = table.end[old];
        if (f.tail3(v) != LaneTable.NONE) {
            queues.removeGuest(f.tail3(v), v);
        }
        shift(f.tail2(v), v, length);
        shift(f.tail(v), v, length);
        f.tail3(v, f.tail2(v));
        f.tail2(v, f.tail(v));
        f.tail(v, old);
        queues.addGuest(old, v, length);
    }

    private void shift(int lane, int v, double metres) {
        if (lane != LaneTable.NONE) {
            queues.shiftGuest(lane, v, metres);
        }
    }

    /** Takes guests off lanes that their rear has left, or that they have moved out of sideways. */
    public void clearGuests() {
        for (int word = 0; word << 6 < table.lanes; word++) {
            for (long bits = queues.withGuests(word); bits != 0; bits &= bits - 1) {
                clearGuests((word << 6) + Long.numberOfTrailingZeros(bits));
            }
        }
    }

    private void clearGuests(int lane) {
        double end = table.end[lane];
        for (int g = queues.guests(lane) - 1; g >= 0; g--) {
            int v = queues.guest(lane, g);
            boolean gone = f.pos(v) + queues.guestOffset(lane, g) - f.length(v) >= end;
            if (f.changedFrom(v) == lane) {
                f.changeLeft(v, f.changeLeft(v) - (float) (dt * pace(v)));
                if (f.changeLeft(v) <= 1e-6 && isInside(v, lane, g) || gone) {
                    queues.removeGuestAt(lane, g);
                    f.changedFrom(v, LaneTable.NONE);
                    if ((f.rare(v) & Fleet.MOVES_OVER) != 0) {
                        f.unmark(v, Fleet.MOVES_OVER);
                        events.movedOver(v);
                    }
                }
            } else if (gone) {
                queues.removeGuestAt(lane, g);
                forgetTail(v, lane);
            }
        }
    }

    /** How fast a vehicle moves over, as a share of the usual; it needs way for it, but for the last bit at a stop beside the lane. */
    private double pace(int v) {
        return isLayby(f.lane(v)) ? 1 : Math.max(AT_STAND, Math.min(1, f.speed(v) / sideways));
    }

    private boolean isLayby(int lane) {
        return !table.path[lane] && table.first[lane] == table.last[lane];
    }

    /** Whether the rear is where the new lane is wide enough for it; in the taper of a bay it is not. */
    private boolean isInside(int v, int old, int g) {
        int lane = table.path[f.lane(v)] ? f.tail(v) : f.lane(v);
        if (lane == LaneTable.NONE || isLayby(lane) || table.linkOf(lane) != table.linkOf(old)) {
            return true;
        }
        double rear = f.pos(v) + queues.guestOffset(old, g) - f.length(v);
        return rear >= table.wideFrom[lane];
    }

    private void forgetTail(int v, int lane) {
        if (f.tail(v) == lane) {
            f.tail(v, LaneTable.NONE);
        } else if (f.tail2(v) == lane) {
            f.tail2(v, LaneTable.NONE);
        } else {
            f.tail3(v, LaneTable.NONE);
        }
    }

    private void dropTail(int lane, int v) {
        if (lane != LaneTable.NONE) {
            queues.removeGuest(lane, v);
        }
    }
}
