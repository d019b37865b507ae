package org.ulicarro.core.traffic.state;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.Arrays;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.traffic.lanes.LaneTable;

/**
 * What places further on than the next one have cost vehicles so far: their queues reach back past other lines. Entries are chained by
 * vehicle from {@link Ledger#farther}; few vehicles have any. Used by one thread.
 */
public final class FartherAccounts implements Stateful {

    private final Ledger ledger;
    private int[] place = new int[16];
    private int[] stops = new int[16];
    private int[] next = new int[16]; // entry -> the next one of its vehicle, or of the free ones; or NOBODY
    private double[] control = new double[16]; // s
    private double[] stopped = new double[16]; // s
    private int used;
    private int free = LaneTable.NOBODY;

    public FartherAccounts(Ledger ledger) {
        this.ledger = ledger;
    }

    /** Keeps what the place that holds a vehicle has cost it since it does, if its account is not the one that is open. */
    public void keep(int row) {
        if (ledger.afarControl(row) != 0 || ledger.afarStops(row) != 0) {
            int entry = of(row, ledger.heldBy(row));
            control[entry] += ledger.afarControl(row);
            stopped[entry] += ledger.afarStopped(row);
            stops[entry] += ledger.afarStops(row);
            ledger.clearAfar(row);
        }
    }

    private int of(int row, int where) {
        for (int e = ledger.farther(row); e != LaneTable.NOBODY; e = next[e]) {
            if (place[e] == where) {
                return e;
            }
        }
        int entry = free;
        if (entry == LaneTable.NOBODY) {
            if (used == place.length) {
                place = Arrays.copyOf(place, used * 2);
                stops = Arrays.copyOf(stops, used * 2);
                next = Arrays.copyOf(next, used * 2);
                control = Arrays.copyOf(control, used * 2);
                stopped = Arrays.copyOf(stopped, used * 2);
            }
            entry = used++;
        } else {
            free = next[entry];
        }
        place[entry] = where;
        control[entry] = 0;
        stopped[entry] = 0;
        stops[entry] = 0;
        next[entry] = ledger.farther(row);
        ledger.farther(row, entry);
        return entry;
    }

    /** Adds what the place of a vehicle's account has cost before to that account. */
    public void take(int row) {
        int before = LaneTable.NOBODY;
        for (int e = ledger.farther(row); e != LaneTable.NOBODY; e = next[e]) {
            if (place[e] == ledger.place(row)) {
                if (before == LaneTable.NOBODY) {
                    ledger.farther(row, next[e]);
                } else {
                    next[before] = next[e];
                }
                book(row, e);
                return;
            }
            before = e;
        }
    }

    /** Adds all to the account that is open: no other line comes any more, since a turn was missed. */
    public void takeAll(int row) {
        while (ledger.farther(row) != LaneTable.NOBODY) {
            int entry = ledger.farther(row);
            ledger.farther(row, next[entry]);
            book(row, entry);
        }
    }

    private void book(int row, int entry) {
        ledger.control(row, ledger.control(row) + (control[entry]));
        ledger.lost(row, ledger.lost(row) + (control[entry]));
        ledger.stopped(row, ledger.stopped(row) + (stopped[entry]));
        ledger.stops(row, ledger.stops(row) + (stops[entry]));
        next[entry] = free;
        free = entry;
    }

    /** The first entry of a vehicle, or {@link LaneTable#NOBODY}. */
    public int first(int row) {
        return ledger.farther(row);
    }

    public int after(int entry) {
        return next[entry];
    }

    public int place(int entry) {
        return place[entry];
    }

    /** s */
    public double control(int entry) {
        return control[entry];
    }

    /** s below the stop speed */
    public double stopped(int entry) {
        return stopped[entry];
    }

    public int stops(int entry) {
        return stops[entry];
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeInt(free);
        out.writeInt(used);
        SavedArrays.write(out, place, used);
        SavedArrays.write(out, stops, used);
        SavedArrays.write(out, next, used);
        SavedArrays.write(out, control, used);
        SavedArrays.write(out, stopped, used);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        free = in.readInt();
        used = in.readInt();
        int room = Math.max(16, used);
        place = new int[room];
        stops = new int[room];
        next = new int[room];
        control = new double[room];
        stopped = new double[room];
        SavedArrays.read(in, place);
        SavedArrays.read(in, stops);
        SavedArrays.read(in, next);
        SavedArrays.read(in, control);
        SavedArrays.read(in, stopped);
    }
}
