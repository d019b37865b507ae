package org.ulicarro.core.traffic;

/** Stage 6: moves everybody along their lanes, books what the step has cost, and finds those for whom there is more to do. */
final class Motion {

    /** Below this a vehicle stands (m/s). */
    static final double STANDING = 0.01;

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

    Motion(Parts parts) {
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

    /**
     * Moves the vehicles on the lanes from one to before another, and notes for whom there is more to do; both are multiples of 64, or the
     * last one the number of lanes.
     */
    void integrate(int fromLane, int toLane, int tick, Moved moved) {
        for (int word = fromLane + 63 >> 6; word << 6 < toLane; word++) {
            for (long bits = queues.inUse(word); bits != 0; bits &= bits - 1) {
                moveAlong((word << 6) + Long.numberOfTrailingZeros(bits), tick, moved);
            }
        }
    }

    private void moveAlong(int lane, int tick, Moved moved) {
        double end = table.end[lane];
        boolean zones = (queues.kind(lane) & LaneKinds.ZONED) != 0;
        int vehicles = queues.count(lane);
        int rest = queues.resting(lane);
        if (rest == vehicles) {
            return;
        }
        int first = queues.at(lane, 0);
        int behind = first + vehicles;
        double[] d = f.drive;
        int[] s = f.state;
        boolean slow = false;
        boolean mayRest = queues.is(lane, LaneKinds.SHUT)
                && !queues.is(lane, LaneKinds.UNUSUAL | LaneKinds.MOTORWAY | LaneKinds.PATH)
                && queues.guests(lane) == 0;
        for (int v = first + rest; v < behind; v++) {
            int i = v << Records.DRIVE;
            int j = v << Records.STATE;
            double before = d[i + Records.SPEED];
            double accel = d[i + Records.ACCEL];
            double after = before + accel * dt;
            double metres;
            if (after < 0) { // comes to rest within the step
                metres = -before * before / (2 * accel);
                after = 0;
            } else {
                metres = (before + after) / 2 * dt; // mean speed: exact for a constant acceleration
            }
            d[i + Records.SPEED] = after;
            double pos = d[i + Records.POS] + metres;
            d[i + Records.POS] = pos;
            if (before < STANDING != after < STANDING) {
                f.stoodSince(v, after < STANDING ? tick : -1);
                f.rest(v);
                moved.stoodOrWent.add(v);
            }
            int what = s[j + Records.WHAT];
            if ((what & Records.COMMITTED) != 0 || s[j + Records.HELD_BY] != s[j + Records.HELD_BY_NOW]) {
                settle(v, moved);
            }
            accounts.keep(v, metres, after);
            slow |= after < Accounts.MOVING_SPEED || (what & Records.QUEUED) != 0;
            if (pos >= end) {
                moved.over.add(s[j + Records.SLOT]);
            }
            if (zones) {
                passZones(v, lane);
            }
            if (ledger.isPastLine(v) && isBehindIt(v, lane)) {
                moved.behindIt.add(s[j + Records.SLOT]);
            }
            mayRest = mayRest && before == 0 && after == 0 && stays(j, v > first);
            if (mayRest) {
                resting.add(lane, v, tick);
            }
        }
        if (slow) {
            queues.noteSlow(lane);
        }
    }

    /** Whether somebody who stands will do so until something happens on its lane. */
    private boolean stays(int j, boolean follows) {
        int[] s = f.state;
        int what = s[j + Records.WHAT] & WHAT_MATTERS;
        return what == (follows ? STAYS_BEHIND : STAYS_AT_RED)
                && s[j + Records.NEXT] >= 0
                && s[j + Records.HELD_BY] == s[j + Records.HELD_BY_NOW]
                && s[j + Records.HELD_BY] != Ledger.NOBODY
                && s[j + Records.EASE] == UNEASED;
    }

    /** What was decided in this step counts for everybody from now on. */
    private void settle(int v, Moved moved) {
        byte committed = f.committed(v);
        if (committed != Fleet.NO_GAP) {
            // a gap taken before the line is void once the light stops it there
            boolean lost = committed == Fleet.DROPS_GAP || committed == Fleet.DROPS_HALF || f.holds(v) == 1;
            boolean half = committed == Fleet.HAS_HALF || committed == Fleet.TAKES_HALF;
            f.committed(v, lost ? Fleet.NO_GAP : half ? Fleet.HAS_HALF : Fleet.HAS_GAP);
        }
        if (ledger.heldBy(v) != ledger.heldByNow(v)) {
            if (ledger.afarControl(v) != 0 || ledger.afarStops(v) != 0) {
                moved.heldElsewhere.add(v);
            } else {
                ledger.heldBy(v, ledger.heldByNow(v));
            }
        }
    }

    private void passZones(int v, int lane) {
        double limit = wayfinding.desiredSpeedOn(v, lane, rules.limitAt(lane, f.pos(v)));
        if (limit != f.desiredSpeed(v)) {
            wayfinding.lookForLimits(v, lane);
            ledger.cruiseAt(v, limit);
        }
    }

    /** Held by the next control, or back at speed, or far enough; not inside the place, nor before people on its way out. */
    private boolean isBehindIt(int v, int lane) {
        if (table.path[lane] || table.onRing[lane]) {
            return false;
        }
        int by = ledger.heldBy(v);
        if (by != Ledger.NOBODY && by != ledger.place(v) || ledger.sinceLine(v) >= CONTROL_REACH) {
            return true;
        }
        return f.speed(v) >= RECOVERED * ledger.cruise(v) && !table.foot.isBefore(lane, f.pos(v));
    }

    /** Keeps apart what the place that held vehicles until now has cost them. */
    void holdElsewhere(Tally rows) {
        for (int i = 0; i < rows.count(); i++) {
            int v = rows.at(i);
            farther.keep(v);
            ledger.heldBy(v, ledger.heldByNow(v));
        }
    }
}
