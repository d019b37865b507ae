package org.ulicarro.core.traffic.state;

import org.ulicarro.core.study.DriverNumbers;
import org.ulicarro.core.traffic.lanes.LaneTable;

/** What each step costs a vehicle, against the same vehicle alone: delay of any kind, delay by control, standing, stops. */
public final class Accounts {

    /** Below this a vehicle counts as stopped (m/s): 8 km/h. */
    public static final double STOP_SPEED = 8 / 3.6;

    /** Above this its next fall below the stop speed is a new stop (m/s): 24 km/h. */
    public static final double MOVING_SPEED = 24 / 3.6;

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
        double[] b = f.books;
        int[] s = f.state;
        int i = v << Records.DRIVE;
        int k = v << Records.BOOKS;
        int j = v << Records.STATE;
        int what = s[j + Records.WHAT];
        if ((what & Fleet.CALLS) != 0 && !Float.isNaN(f.dwell(v))) {
            return; // passengers get on and off: that is what it came for, and no delay
        }
        double cruise = d[i + Records.CRUISE];
        double freeTime = moved * (1 / cruise);
        double full = cruise * cruise;
        double desiredSpeed = d[i + Records.DESIRED_SPEED];
        if (desiredSpeed < cruise
                || b[k + Records.ALONE_SQUARED] < full
                || d[i + Records.SLOW_TO] < desiredSpeed && slowsHere(v, pos, full)) {
            double onStraight = freeTime;
            freeTime = timeAlone(v, pos, moved, desiredSpeed * desiredSpeed);
            b[k + Records.GEOMETRIC] += freeTime - onStraight;
        }
        double lost = dt - freeTime;
        d[i + Records.DELAY] += lost;
        double lineTime = b[k + Records.LINE_TIME];
        if (lineTime != lineTime) {
            b[k + Records.LOST] += lost;
        } else {
            b[k + Records.SINCE_LINE] += moved;
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

    /** Time for a stretch near a curve, if the vehicle were alone: it brakes for the curve and picks up speed after it. */
    private double timeAlone(int v, double pos, double moved, double wantSquared) {
        double distance = Math.max(0, f.slowAt(v) - (pos - moved));
        double slow = f.slowTo(v);
        double allowed = Math.min(wantSquared, slow * slow + 2 * curveDeceleration * distance);
        double alone = Math.min(ledger.aloneSquared(v), allowed);
        double share = Math.min(1, alone / wantSquared);
        double reached = Math.min(allowed, alone + 2 * f.maximumAcceleration(v) * (1 - share * share) * moved);
        ledger.aloneSquared(v, reached);
        return moved / Math.sqrt((alone + reached) / 2);
    }
}
