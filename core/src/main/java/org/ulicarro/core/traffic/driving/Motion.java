package org.ulicarro.core.traffic.driving;

import org.ulicarro.core.traffic.lanes.LaneKinds;
import org.ulicarro.core.traffic.lanes.LaneRules;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.state.Accounts;
import org.ulicarro.core.traffic.state.FartherAccounts;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.LaneQueues;
import org.ulicarro.core.traffic.state.Ledger;
import org.ulicarro.core.traffic.state.Moved;
import org.ulicarro.core.traffic.state.Records;
import org.ulicarro.core.traffic.state.Resting;
import org.ulicarro.core.traffic.state.Restraint;
import org.ulicarro.core.traffic.state.Tally;
import org.ulicarro.core.traffic.way.Wayfinding;

/** Stage 6: moves everybody along their lanes, books what the step has cost, and finds those for whom there is more to do. */
public final class Motion {

    /** Past the line, the delay of a control ends at the latest here (m). */
    private static final double CONTROL_REACH = 150;

    /** Back at this share of its desired speed a vehicle has the control behind it. */
    private static final double RECOVERED = 0.95;

    private static final int WHAT_MATTERS = Records.RARE & ~Fleet.HEAVY
            | Records.HOLDS
            | Records.QUEUED
            | Records.ARMED
            | Records.REACTING
            | Records.COMMITTED
            | 15 << Records.RESTRAINT_AT;
    private static final int STAYS_AT_RED =
            Records.HOLDS | Records.QUEUED | Restraint.SIGNAL.ordinal() << Records.RESTRAINT_AT;
    private static final int STAYS_BEHIND =
            Records.HOLDS | Records.QUEUED | Restraint.VEHICLE.ordinal() << Records.RESTRAINT_AT;
    private static final int RESTS_ON = LaneKinds.SHUT | LaneKinds.UNUSUAL | LaneKinds.MOTORWAY | LaneKinds.PATH;
    private static final int UNEASED = Float.floatToRawIntBits(1);

    private final LaneTable table;
    private final LaneRules rules;
    private final LaneQueues queues;
    private final Fleet f;
    private final Ledger ledger;
    private final FartherAccounts farther;
    private final Resting resting;
    private final Wayfinding wayfinding;
    private final Accounts accounts;
    private final double dt;
    private final Moved moved = new Moved();
    private int endTick; // of the step in hand

    // the lane in hand
    private int lane;
    private int first;
    private double end;
    private boolean zones;
    private boolean slow;
    private boolean mayRest;

    public Motion(Parts parts) {
        table = parts.table;
        rules = parts.rules;
        queues = parts.queues;
        f = parts.fleet;
        ledger = parts.ledger;
        farther = parts.farther;
        resting = parts.resting;
        wayfinding = parts.wayfinding;
        accounts = new Accounts(parts.numbers, parts.fleet, parts.ledger, parts.dt);
        dt = parts.dt;
    }

    /** Begins a step that ends at a tick. */
    void begin(int tick) {
        endTick = tick;
        moved.clear();
    }

    /** For whom there is more to do. */
    Moved moved() {
        return moved;
    }

    /** Begins to move those of a lane that do not rest, from the front. */
    void begin(int which, int kind, int firstRow, boolean guests) {
        lane = which;
        first = firstRow;
        end = table.end[which];
        zones = (kind & LaneKinds.ZONED) != 0;
        slow = false;
        mayRest = !guests && (kind & RESTS_ON) == LaneKinds.SHUT;
    }

    /** Moves the next one; what others have to see in this step stays as it is until {@link Records#turn}. */
    void move(int v) {
        double[] d = f.drive;
        int[] s = f.state;
        int i = v << Records.DRIVE;
        int j = v << Records.STATE;
        int now = f.now;
        double before = d[i + now + Records.SPEED];
        double accel = d[i + Records.ACCEL];
        double after = before + accel * dt;
        double metres;
        if (after < 0) { // comes to rest within the step
            metres = -before * before / (2 * accel);
            after = 0;
        } else {
            metres = (before + after) / 2 * dt; // mean speed: exact for a constant acceleration
        }
        double pos = d[i + now + Records.POS] + metres;
        d[i + 2 - now + Records.SPEED] = after;
        d[i + 2 - now + Records.POS] = pos;
        if (before < Fleet.STANDING != after < Fleet.STANDING) {
            moved.stoodOrWent.add(v);
        }
        int what = s[j + Records.WHAT];
        if ((what & Records.COMMITTED) != 0) {
            moved.decided.add(v);
        }
        int by = s[j + Records.HELD_BY];
        if (by != s[j + Records.HELD_BY_NOW]) {
            by = holdAnew(v, by);
        }
        accounts.keep(v, by, pos, metres, after);
        slow |= after < Accounts.MOVING_SPEED || (what & Records.QUEUED) != 0;
        if (pos >= end) {
            moved.over.add(s[j + Records.SLOT]);
        }
        if (zones) {
            moved.zoned.add(v);
        }
        if (ledger.isPastLine(v)) {
            moved.pastLine.add(v);
        }
        mayRest = mayRest && before == 0 && after == 0 && stays(j, v > first);
        if (mayRest) {
            resting.add(lane, v, endTick);
        }
    }

    /** All of the lane have moved. */
    void finish() {
        if (slow) {
            queues.noteSlow(lane);
        }
    }

    private int holdAnew(int v, int by) {
        if (ledger.afarControl(v) != 0 || ledger.afarStops(v) != 0) {
            moved.heldElsewhere.add(v);
            return by;
        }
        moved.held.add(v);
        return ledger.heldByNow(v);
    }

    /** Whether somebody who stands will do so until something happens on its lane. */
    private boolean stays(int j, boolean follows) {
        int[] s = f.state;
        int what = s[j + Records.WHAT] & WHAT_MATTERS;
        return what == (follows ? STAYS_BEHIND : STAYS_AT_RED)
                && s[j + Records.NEXT] >= 0
                && s[j + Records.HELD_BY] == s[j + Records.HELD_BY_NOW]
                && s[j + Records.HELD_BY] != LaneTable.NOBODY
                && s[j + Records.EASE] == UNEASED;
    }

    /**
     * What was decided in this step counts for everybody from now on, and all have moved.
     *
     * @param all of all shares
     * @param behindIt gets the slots of those who have the control that they passed behind them
     */
    public void settle(Moved all, int tick, Tally behindIt) {
        for (int i = 0; i < all.stoodOrWent.count(); i++) {
            int v = all.stoodOrWent.at(i);
            f.stoodSince(v, f.speed(v) < Fleet.STANDING ? tick : -1);
            f.rest(v);
        }
        for (int i = 0; i < all.decided.count(); i++) {
            settle(all.decided.at(i));
        }
        for (int i = 0; i < all.held.count(); i++) {
            ledger.heldBy(all.held.at(i), ledger.heldByNow(all.held.at(i)));
        }
        for (int i = 0; i < all.zoned.count(); i++) {
            passZones(all.zoned.at(i), f.lane(all.zoned.at(i)));
        }
        behindIt.clear();
        for (int i = 0; i < all.pastLine.count(); i++) {
            int v = all.pastLine.at(i);
            if (isBehindIt(v, f.lane(v))) {
                behindIt.add(f.slot(v));
            }
        }
        holdElsewhere(all.heldElsewhere);
    }

    private void settle(int v) {
        byte committed = f.committed(v);
        // a gap taken before the line is void once the light stops it there
        boolean lost = committed == Fleet.DROPS_GAP || committed == Fleet.DROPS_HALF || f.holds(v) == 1;
        boolean half = committed == Fleet.HAS_HALF || committed == Fleet.TAKES_HALF;
        f.committed(v, lost ? Fleet.NO_GAP : half ? Fleet.HAS_HALF : Fleet.HAS_GAP);
    }

    private void passZones(int v, int on) {
        double limit = wayfinding.desiredSpeedAt(v, on, f.pos(v));
        if (limit != f.desiredSpeed(v)) {
            wayfinding.lookForLimits(v, on);
            ledger.cruiseAt(v, limit);
        }
    }

    /** Held by the next control, or back at speed, or far enough; not inside the place, nor before people on its way out. */
    private boolean isBehindIt(int v, int on) {
        if (table.path[on] || table.onRing[on]) {
            return false;
        }
        int by = ledger.heldBy(v);
        if (by != LaneTable.NOBODY && by != ledger.place(v) || ledger.sinceLine(v) >= CONTROL_REACH) {
            return true;
        }
        return f.speed(v) >= RECOVERED * ledger.cruise(v) && !table.foot.isBefore(on, f.pos(v));
    }

    /** Keeps apart what the place that held vehicles until now has cost them. */
    private void holdElsewhere(Tally rows) {
        for (int i = 0; i < rows.count(); i++) {
            int v = rows.at(i);
            farther.keep(v);
            ledger.heldBy(v, ledger.heldByNow(v));
        }
    }
}
