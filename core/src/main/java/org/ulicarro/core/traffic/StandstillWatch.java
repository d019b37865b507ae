package org.ulicarro.core.traffic;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.ulicarro.core.base.Stateful;

/** Looks now and then for rings of standing vehicles each of which waits for the next. A queue at a red light ends at the light. */
final class StandstillWatch implements Stateful {

    /** Nobody of a ring has moved for this long (ticks): longer than any red. */
    private static final int STOOD_FOR = 1800;

    private final Fleet f;
    private final List<Standstill> found = new ArrayList<>();
    private final int[] rowOf; // departure -> row while a look lasts
    private int[] path = new int[64]; // rows on the chain that is followed
    private int[] visit = new int[0]; // row -> number of the chain that came by

    StandstillWatch(Parts parts) {
        f = parts.fleet;
        rowOf = new int[parts.departures.size()];
    }

    List<Standstill> found() {
        return found;
    }

    void look(int tick) {
        boolean any = false;
        for (int v = 0; v < f.rows; v++) {
            any |= f.id[v] >= 0 && hasStood(v, tick);
        }
        if (!any) {
            return;
        }
        Arrays.fill(rowOf, -1);
        for (int v = 0; v < f.rows; v++) {
            if (f.id[v] >= 0) {
                rowOf[f.id[v]] = v;
            }
        }
        visit = visit.length < f.rows ? new int[f.capacity()] : visit;
        Arrays.fill(visit, 0);
        for (int v = 0; v < f.rows; v++) {
            if (f.id[v] >= 0 && visit[v] == 0 && hasStood(v, tick)) {
                follow(v, v + 1, tick);
            }
        }
    }

    private boolean hasStood(int v, int tick) {
        return f.stoodSince[v] >= 0 && tick - f.stoodSince[v] >= STOOD_FOR;
    }

    private void follow(int start, int number, int tick) {
        int n = 0;
        int v = start;
        while (v >= 0 && visit[v] == 0 && hasStood(v, tick)) {
            visit[v] = number;
            if (n == path.length) {
                path = Arrays.copyOf(path, n * 2);
            }
            path[n++] = v;
            int other = f.restrainedBy[v];
            v = other < 0 ? -1 : rowOf[other];
        }
        if (v >= 0 && visit[v] == number) {
            int from = 0;
            while (path[from] != v) {
                from++;
            }
            tell(from, n, tick);
        }
    }

    private void tell(int from, int to, int tick) {
        List<Integer> vehicles = new ArrayList<>();
        List<Integer> reasons = new ArrayList<>();
        List<Integer> lanes = new ArrayList<>();
        int since = 0;
        for (int i = from; i < to; i++) {
            vehicles.add(f.id[path[i]]);
            reasons.add((int) f.restraint[path[i]]);
            lanes.add(f.lane[path[i]]);
            since = Math.max(since, f.stoodSince[path[i]]);
        }
        for (Standstill known : found) {
            if (known.vehicles().containsAll(vehicles)) {
                return;
            }
        }
        found.add(new Standstill(tick, since, vehicles, reasons, lanes));
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeInt(found.size());
        for (Standstill one : found) {
            out.writeInt(one.found());
            out.writeInt(one.since());
            write(out, one.vehicles());
            write(out, one.reasons());
            write(out, one.lanes());
        }
    }

    private static void write(DataOutput out, List<Integer> numbers) throws IOException {
        out.writeInt(numbers.size());
        for (int number : numbers) {
            out.writeInt(number);
        }
    }

    @Override
    public void restore(DataInput in) throws IOException {
        found.clear();
        int size = in.readInt();
        for (int i = 0; i < size; i++) {
            found.add(new Standstill(in.readInt(), in.readInt(), read(in), read(in), read(in)));
        }
    }

    private static List<Integer> read(DataInput in) throws IOException {
        List<Integer> numbers = new ArrayList<>();
        int size = in.readInt();
        for (int i = 0; i < size; i++) {
            numbers.add(in.readInt());
        }
        return numbers;
    }
}
