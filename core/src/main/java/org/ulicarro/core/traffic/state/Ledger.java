package org.ulicarro.core.traffic.state;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.traffic.lanes.LaneTable;

/**
 * What each vehicle's journey has cost it so far: in the records of {@link Fleet}, and beside them in columns by slot.
 *
 * <p>Delay needs the same vehicle alone on the same road. Its speed there at the point where the real vehicle is now is carried
 * along as {@code aloneSquared}, so travel time minus the sum of dx / (speed alone) is the delay, exactly and without a second
 * simulation.
 */
public final class Ledger extends Columns implements Stateful {

    private final Fleet f;
    private double[] wanted;
    private double[] outside;
    private int[] ahead;
    private double[] afarControl;
    private double[] afarStopped;
    private int[] afarStops;
    private int[] farther;

    public Ledger(Fleet fleet) {
        f = fleet;
    }

    @Override
    void allocate() {
        wanted = doubles(wanted);
        outside = doubles(outside);
        ahead = ints(ahead);
        afarControl = doubles(afarControl);
        afarStopped = doubles(afarStopped);
        afarStops = ints(afarStops);
        farther = ints(farther);
    }

    /**
     * Opens the account of somebody who comes in.
     *
     * @param wantedAt when it wanted to (s since midnight)
     * @param enteredAt when it did (s since midnight)
     * @param speed at which it would come in even alone (m/s)
     * @param desired the speed that it wishes to drive (m/s)
     */
    public void open(
            int row,
            double wantedAt,
            double enteredAt,
            double speed,
            double desired,
            int movementAhead,
            int placeAhead) {
        reserve(f.slots());
        wanted(row, wantedAt);
        outside(row, enteredAt - wantedAt);
        delay(row, outside(row));
        aloneSquared(row, speed * speed);
        cruiseAt(row, desired);
        heldBy(row, LaneTable.NOBODY);
        heldByNow(row, LaneTable.NOBODY);
        farther(row, LaneTable.NOBODY);
        clearAfar(row);
        begin(row, movementAhead, placeAhead);
    }

    void clearAfar(int row) {
        afarControl(row, 0);
        afarStopped(row, 0);
        afarStops(row, 0);
    }

    /** Whether it has passed the line of the place that its account is of. */
    public boolean isPastLine(int row) {
        return (f.state[(row << Records.STATE) + Records.WHAT] & Records.PAST_LINE) != 0;
    }

    /** It passes that line: what it has lost until then is settled. */
    public void passLine(int row, double at) {
        double until = lost(row);
        f.mark(row, Records.PAST_LINE);
        f.books[(row << Records.BOOKS) + Records.LOST] = until;
        f.books[(row << Records.BOOKS) + Records.LINE_TIME] = at;
    }

    /** Whether the place that holds it is one whose line it has passed. */
    public boolean isHeldFromBehind(int row) {
        return heldBy(row) == place(row) && isPastLine(row);
    }

    /** Sets the desired speed on the straight of the road that a vehicle is on now. */
    public void cruiseAt(int row, double desired) {
        f.drive[(row << Records.DRIVE) + Records.CRUISE] = desired;
        setCatchesUp(row, aloneSquared(row) < desired * desired);
    }

    /** Whether even alone it would drive more slowly here than it wishes, since it comes from a curve or a lower limit. */
    void setCatchesUp(int row, boolean is) {
        if (is) {
            f.mark(row, Records.CATCHES_UP);
        } else {
            f.unmark(row, Records.CATCHES_UP);
        }
    }

    /** Starts the account of the next controlled place. */
    public void begin(int row, int movementAhead, int placeAhead) {
        ahead(row, movementAhead);
        place(row, placeAhead);
        queued(row, 0);
        armed(row, 1);
        control(row, 0);
        geometric(row, 0);
        stopped(row, 0);
        stops(row, 0);
        f.unmark(row, Records.PAST_LINE);
        sinceLine(row, 0);
        lost(row, 0);
    }

    /** Its desired speed on the straight of this road (m/s). */
    public double cruise(int row) {
        return f.drive[(row << Records.DRIVE) + Records.CRUISE];
    }

    /** Delay of any kind since it wanted to enter (s). */
    public double delay(int row) {
        return f.drive[(row << Records.DRIVE) + Records.DELAY];
    }

    public void delay(int row, double value) {
        f.drive[(row << Records.DRIVE) + Records.DELAY] = value;
    }

    /**
     * Delay of any kind since the account was begun, until the line (s). Before the line only what its delay must be corrected by is kept, so
     * that a step books its loss once.
     */
    public double lost(int row) {
        double kept = f.books[(row << Records.BOOKS) + Records.LOST];
        return isPastLine(row) ? kept : kept + delay(row);
    }

    void lost(int row, double value) {
        f.books[(row << Records.BOOKS) + Records.LOST] = isPastLine(row) ? value : value - delay(row);
    }

    /** Lost to the control of its place (s). */
    public double control(int row) {
        return f.books[(row << Records.BOOKS) + Records.CONTROL];
    }

    public void control(int row, double value) {
        f.books[(row << Records.BOOKS) + Records.CONTROL] = value;
    }

    /** Of that below the stop speed (s). */
    public double stopped(int row) {
        return f.books[(row << Records.BOOKS) + Records.STOPPED];
    }

    public void stopped(int row, double value) {
        f.books[(row << Records.BOOKS) + Records.STOPPED] = value;
    }

    /** Way since the line (m). */
    public double sinceLine(int row) {
        return f.books[(row << Records.BOOKS) + Records.SINCE_LINE];
    }

    public void sinceLine(int row, double value) {
        f.books[(row << Records.BOOKS) + Records.SINCE_LINE] = value;
    }

    /** When it passed the line (s since midnight), NaN before. */
    public double lineTime(int row) {
        return isPastLine(row) ? f.books[(row << Records.BOOKS) + Records.LINE_TIME] : Double.NaN;
    }

    /** (m/s)², what its speed would be here if it were alone. */
    double aloneSquared(int row) {
        return f.books[(row << Records.BOOKS) + Records.ALONE_SQUARED];
    }

    void aloneSquared(int row, double value) {
        f.books[(row << Records.BOOKS) + Records.ALONE_SQUARED] = value;
    }

    /** What curves cost even a vehicle alone (s). */
    public double geometric(int row) {
        return f.books[(row << Records.BOOKS) + Records.GEOMETRIC];
    }

    public void geometric(int row, double value) {
        f.books[(row << Records.BOOKS) + Records.GEOMETRIC] = value;
    }

    /** Place whose control or queue holds it, from the first braking for that on, or {@link LaneTable#NOBODY}. */
    public int heldBy(int row) {
        return f.state[(row << Records.STATE) + Records.HELD_BY];
    }

    public void heldBy(int row, int value) {
        f.state[(row << Records.STATE) + Records.HELD_BY] = value;
    }

    /** The same as decided in this step; counts for other lanes from the next step on, so that it does not matter which is decided first. */
    public int heldByNow(int row) {
        return f.state[(row << Records.STATE) + Records.HELD_BY_NOW];
    }

    public void heldByNow(int row, int value) {
        f.state[(row << Records.STATE) + Records.HELD_BY_NOW] = value;
    }

    /** Place of {@link #ahead}, or {@link LaneTable#NOBODY}. */
    public int place(int row) {
        return f.state[(row << Records.STATE) + Records.PLACE];
    }

    public void place(int row, int value) {
        f.state[(row << Records.STATE) + Records.PLACE] = value;
    }

    /** Stops since the last controlled place. */
    public int stops(int row) {
        return f.state[(row << Records.STATE) + Records.STOPS];
    }

    public void stops(int row, int value) {
        f.state[(row << Records.STATE) + Records.STOPS] = value;
    }

    /** 1 once it stopped or joined the queue, until it passes the line. */
    public int queued(int row) {
        return (f.state[(row << Records.STATE) + Records.WHAT] & Records.QUEUED) == 0 ? 0 : 1;
    }

    public void queued(int row, int value) {
        if (value == 0) {
            f.unmark(row, Records.QUEUED);
        } else {
            f.mark(row, Records.QUEUED);
        }
    }

    /** 1 when a fall below the stop speed counts as a stop. */
    int armed(int row) {
        return (f.state[(row << Records.STATE) + Records.WHAT] & Records.ARMED) == 0 ? 0 : 1;
    }

    void armed(int row, int value) {
        if (value == 0) {
            f.unmark(row, Records.ARMED);
        } else {
            f.mark(row, Records.ARMED);
        }
    }

    /** When it wanted to enter (s since midnight). */
    public double wanted(int row) {
        return wanted[f.slot(row)];
    }

    public void wanted(int row, double value) {
        wanted[f.slot(row)] = value;
    }

    /** How long it waited outside (s). */
    public double outside(int row) {
        return outside[f.slot(row)];
    }

    public void outside(int row, double value) {
        outside[f.slot(row)] = value;
    }

    /** The next movement under control, or {@link LaneTable#NONE}. */
    public int ahead(int row) {
        return ahead[f.slot(row)];
    }

    public void ahead(int row, int value) {
        ahead[f.slot(row)] = value;
    }

    /** What a place further on than the next one has cost since it holds the vehicle, whose queue reaches back past a line (s). */
    public double afarControl(int row) {
        return afarControl[f.slot(row)];
    }

    public void afarControl(int row, double value) {
        afarControl[f.slot(row)] = value;
    }

    /** Of that below the stop speed (s). */
    double afarStopped(int row) {
        return afarStopped[f.slot(row)];
    }

    void afarStopped(int row, double value) {
        afarStopped[f.slot(row)] = value;
    }

    /** Stops for that place. */
    public int afarStops(int row) {
        return afarStops[f.slot(row)];
    }

    public void afarStops(int row, int value) {
        afarStops[f.slot(row)] = value;
    }

    /** The first of its entries in {@link FartherAccounts}, or {@link LaneTable#NOBODY}. */
    int farther(int row) {
        return farther[f.slot(row)];
    }

    void farther(int row, int value) {
        farther[f.slot(row)] = value;
    }

    @Override
    public void save(DataOutput out) throws IOException {
        int slots = f.slots();
        out.writeInt(slots);
        saveColumns(out, slots);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        int slots = in.readInt();
        reserve(slots);
        restoreColumns(in, slots);
    }
}
