package org.ulicarro.core.traffic.events;

import java.util.Arrays;
import org.ulicarro.core.traffic.state.FartherAccounts;
import org.ulicarro.core.traffic.state.Ledger;

/** What controlled places cost vehicles: one entry for each vehicle whose account of one place was closed. Times in seconds. */
public final class Visits {

    private static final int FIGURES = 7;

    private int[] vehicle = new int[16];
    private int[] movement = new int[16];
    private int[] stops = new int[16];
    private int[] finished = new int[16];
    private double[] figures = new double[16 * FIGURES];
    private int count;

    void clear() {
        count = 0;
    }

    /** Adds the account that the ledger holds for a row. */
    public void add(Ledger ledger, int row, int who, double arrival, boolean complete) {
        add(
                who,
                ledger.ahead(row),
                arrival,
                ledger.lineTime(row),
                ledger.control(row),
                ledger.outside(row),
                ledger.geometric(row),
                ledger.stopped(row),
                ledger.lost(row),
                ledger.stops(row),
                complete);
    }

    /** Adds somebody who never came in. */
    public void addOutside(int who, int movementAhead, double arrival, double waited) {
        add(who, movementAhead, arrival, Double.NaN, 0, waited, 0, 0, 0, 0, false);
    }

    /** Adds what a place costs somebody who never came to it, since its queue reaches back past another line. */
    public void addFarther(int who, int movementAhead, double arrival, FartherAccounts from, int entry) {
        add(
                who,
                movementAhead,
                arrival,
                Double.NaN,
                from.control(entry),
                0,
                0,
                from.stopped(entry),
                from.control(entry),
                from.stops(entry),
                false);
    }

    private void add(
            int who,
            int movementAhead,
            double arrival,
            double lineTime,
            double control,
            double outside,
            double geometric,
            double stopped,
            double lost,
            int stopCount,
            boolean complete) {
        if (count == movement.length) {
            vehicle = Arrays.copyOf(vehicle, count * 2);
            movement = Arrays.copyOf(movement, count * 2);
            stops = Arrays.copyOf(stops, count * 2);
            finished = Arrays.copyOf(finished, count * 2);
            figures = Arrays.copyOf(figures, count * 2 * FIGURES);
        }
        vehicle[count] = who;
        movement[count] = movementAhead;
        stops[count] = stopCount;
        finished[count] = complete ? 1 : 0;
        int i = count++ * FIGURES;
        figures[i] = arrival;
        figures[i + 1] = lineTime;
        figures[i + 2] = control;
        figures[i + 3] = outside;
        figures[i + 4] = geometric;
        figures[i + 5] = stopped;
        figures[i + 6] = lost;
    }

    public int count() {
        return count;
    }

    public int vehicle(int visit) {
        return vehicle[visit];
    }

    public int movement(int visit) {
        return movement[visit];
    }

    public int stops(int visit) {
        return stops[visit];
    }

    /** Whether the vehicle got through; else it was still in, or outside, at the end of the run, and the figures are so far. */
    public boolean finished(int visit) {
        return finished[visit] == 1;
    }

    /** When it would have been at the line without any delay (s since midnight). */
    public double arrival(int visit) {
        return figures[visit * FIGURES];
    }

    /** When it passed the line (s since midnight), NaN if it did not. */
    public double lineTime(int visit) {
        return figures[visit * FIGURES + 1];
    }

    public double controlDelay(int visit) {
        return figures[visit * FIGURES + 2];
    }

    public double entryDelay(int visit) {
        return figures[visit * FIGURES + 3];
    }

    public double geometricDelay(int visit) {
        return figures[visit * FIGURES + 4];
    }

    public double stoppedDelay(int visit) {
        return figures[visit * FIGURES + 5];
    }

    /** Delay of any kind up to the line. */
    public double delayToLine(int visit) {
        return figures[visit * FIGURES + 6];
    }
}
