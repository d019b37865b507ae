package org.ulicarro.core.traffic.state;

import org.ulicarro.core.study.DriverNumbers;
import org.ulicarro.core.traffic.lanes.LaneTable;

/** What each step costs a vehicle, against the same vehicle alone: delay of any kind, delay by control, standing, stops. */
public final class Accounts {

    /** Below this a vehicle counts as stopped (m/s): 8 km/h. */
    public static final double STOP_SPEED = 8 / 3.6;

    /** Above this its next fall below the stop speed is a new stop (m/s): 24 km/h. */
    public static final double MOVING_SPEED = 24 / 3.6;

    /** Who alone would drive this share of its cruise, as a square, has it: the rule comes nearer and nearer to it and never there. */
    private static final double CAUGHT_UP = 1 - 1e-5;

    private final Fleet f;
    private final Ledger ledger;
    private final double dt; // s

    private final double curveDeceleration;

    public Accounts(DriverNumbers numbers, Fleet fleet, Ledger ledger, double dt) {
        curveDeceleration = numbers.curveDeceleration();
        f = fleet;
        this.ledger = ledger;
        this.dt = dt;
    }

    /**
     * Books one step.
     *
     * @param v row of the vehicle
     * @param by place that holds it in this step, or {@link LaneTable#NOBODY}
     * @param pos where it is at the end (m)
     * @param moved how far it came (m)
     * @param after its speed at the end (m/s)
     */
    public void keep(int v, int by, double pos, double moved, double after) {
        double[] d = f.drive;
        int[] s = f.state;
        int i = v << Records.DRIVE;
        int j = v << Records.STATE;
        int what = s[j + Records.WHAT];
        if ((what & Fleet.CALLS) != 0 && !Float.isNaN(f.dwell(v))) {
            return; // passengers get on and off: that is what it came for, and no delay
        }
        double cruise = d[i + Records.CRUISE];
        double freeTime = moved * (1 / cruise);
        double desiredSpeed = d[i + Records.DESIRED_SPEED];
        if (desiredSpeed < cruise
                || (what & Records.CATCHES_UP) != 0
                || d[i + Records.SLOW_TO] < desiredSpeed && slowsHere(v, pos, cruise * cruise)) {
            freeTime = awayFromStraight(v, pos, moved, freeTime);
            what = s[j + Records.WHAT];
        }
        double lost = dt - freeTime;
        d[i + Records.DELAY] += lost;
        if ((what & Records.PAST_LINE) != 0) {
            f.books[(v << Records.BOOKS) + Records.SINCE_LINE] += moved;
        }
        int stop = 0;
        if (after < STOP_SPEED) {
            if ((what & Records.ARMED) != 0) {
                stop = 1;
                s[j + Records.WHAT] = what & ~Records.ARMED;
            }
        } else if (after > MOVING_SPEED && (what & Records.ARMED) == 0) {
            s[j + Records.WHAT] = what | Records.ARMED;
        }
        if (by != LaneTable.NOBODY) {
            bookControl(v, by == s[j + Records.PLACE], lost, after < STOP_SPEED ? lost : 0, stop);
        }
    }

    /** To the place that holds it: the one whose account is open, or one further on. */
    private void bookControl(int v, boolean here, double lost, double stopped, int stop) {
        if (here) {
            ledger.control(v, ledger.control(v) + lost);
            ledger.stopped(v, ledger.stopped(v) + stopped);
            ledger.stops(v, ledger.stops(v) + stop);
        } else {
            ledger.afarControl(v, ledger.afarControl(v) + lost);
            ledger.afarStopped(v, ledger.afarStopped(v) + stopped);
            ledger.afarStops(v, ledger.afarStops(v) + stop);
        }
    }

    /** Whether a vehicle alone would have begun to brake for the slower stretch ahead. */
    private boolean slowsHere(int v, double pos, double full) {
        double slow = f.slowTo(v);
        return slow * slow + 2 * curveDeceleration * (f.slowAt(v) - pos) < full;
    }

    /** Time for a stretch on which even a vehicle alone would be slower than its cruise; the difference is the road's. */
    private double awayFromStraight(int v, double pos, double moved, double onStraight) {
        double desired = f.desiredSpeed(v);
        double time = timeAlone(v, pos, moved, desired * desired);
        ledger.geometric(v, ledger.geometric(v) + time - onStraight);
        double full = ledger.cruise(v) * ledger.cruise(v);
        if (ledger.aloneSquared(v) < full && ledger.aloneSquared(v) > full * CAUGHT_UP) {
            ledger.aloneSquared(v, full); // what is missing is less than a tenth of a millisecond in all
        }
        ledger.setCatchesUp(v, ledger.aloneSquared(v) < full);
        return time;
    }

    /** Time for a stretch near a curve, if the vehicle were alone: it brakes for the curve and picks up speed after it. */
    private double timeAlone(int v, double pos, double moved, double wantSquared) {
        double distance = Math.max(0, f.slowAt(v) - (pos - moved));
        double slow = f.slowTo(v);
        double allowed = Math.min(wantSquared, slow * slow + 2 * curveDeceleration * distance);
        double alone = Math.min(ledger.aloneSquared(v), allowed);
        double share = Math.min(1, alone / wantSquared);
        double reached = Math.min(allowed, alone + 2 * f.maximumAcceleration(v) * (1 - share * share) * moved);
        ledger.aloneSquared(v, reached);
        return moved == 0 ? 0 : moved / Math.sqrt((alone + reached) / 2); // who came in standing has no speed yet
    }
}
