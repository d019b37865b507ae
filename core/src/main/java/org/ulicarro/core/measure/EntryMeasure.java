package org.ulicarro.core.measure;

import com.google.auto.service.AutoService;
import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.demand.DeparturesView;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** Notes when each vehicle came in; reads at the end what each entry did not serve in time. */
final class EntryMeasure implements Measure<EntryRow> {

    /** Registers it. */
    @AutoService(Instrument.class)
    public static final class Kind extends Instrument {
        public Kind() {
            super(EntryRow.class, EntryMeasure::new);
        }
    }

    private final Network network;
    private final Intervals intervals;
    private double[] enteredAt = new double[0]; // vehicle -> s since midnight, NaN while outside

    EntryMeasure(Fitting at) {
        network = at.network();
        intervals = at.intervals();
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        if (enteredAt.length == 0) {
            enteredAt = new double[view.departures().size()];
            Arrays.fill(enteredAt, Double.NaN);
        }
        for (int e = 0; e < events.enteredCount(); e++) {
            enteredAt[events.enteredVehicle(e)] = events.enteredAt(e);
        }
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        // all is noted as it happens
    }

    /** One row for each entry where anybody wanted to come in, slice by slice, then for the period. */
    @Override
    public List<EntryRow> rows(TrafficView view) {
        List<EntryRow> rows = new ArrayList<>();
        DeparturesView departures = view.departures();
        int[][] byLink = byLink(departures);
        for (Link link : network.entries()) {
            int[] mine = byLink[link.index()];
            for (int interval = 0; mine.length > 0 && interval < intervals.count(); interval++) {
                rows.add(row(link, mine, departures, interval, view.now()));
            }
        }
        return rows;
    }

    /** Link to the vehicles that come in there, in order of time. */
    private int[][] byLink(DeparturesView departures) {
        int[] count = new int[network.links().size()];
        for (int d = 0; d < departures.size(); d++) {
            count[departures.entry(d)]++;
        }
        int[][] byLink = new int[count.length][];
        Arrays.setAll(byLink, link -> new int[count[link]]);
        Arrays.fill(count, 0);
        for (int d = 0; d < departures.size(); d++) {
            int entry = departures.entry(d);
            byLink[entry][count[entry]++] = d;
        }
        return byLink;
    }

    private EntryRow row(Link link, int[] mine, DeparturesView departures, int interval, double end) {
        double from = intervals.from(interval);
        double to = intervals.to(interval);
        int wanted = 0;
        int entered = 0;
        double outside = 0;
        for (int d : mine) {
            double at = departures.time(d);
            double in = entered(d);
            if (at >= from && at < to) {
                wanted++;
                outside += Math.max(0, (Double.isNaN(in) ? end : in) - at);
            }
            entered += in >= from && in < to ? 1 : 0;
        }
        double[] in = Arrays.stream(mine)
                .mapToDouble(this::entered)
                .filter(t -> !Double.isNaN(t))
                .sorted()
                .toArray();
        return new EntryRow(
                link.from(),
                link.id(),
                from,
                to,
                wanted,
                entered,
                wanted == 0 ? Double.NaN : outside / wanted,
                outside(mine, in, departures, from),
                peak(mine, in, departures, from, to),
                outside(mine, in, departures, to));
    }

    private double entered(int departure) {
        return enteredAt.length == 0 ? Double.NaN : enteredAt[departure];
    }

    /** How many wait outside just before a time. */
    private static int outside(int[] mine, double[] in, DeparturesView departures, double time) {
        int count = 0;
        for (int d : mine) {
            count += departures.time(d) < time ? 1 : 0;
        }
        for (double at : in) {
            count -= at < time ? 1 : 0;
        }
        return count;
    }

    /** The most outside at once: it can only be right after somebody came, and departures stand in order of time. */
    private static int peak(int[] mine, double[] in, DeparturesView departures, double from, double to) {
        int most = 0;
        int left = 0;
        for (int n = 0; n < mine.length; n++) {
            double at = departures.time(mine[n]);
            if (at >= to) {
                break;
            }
            while (left < in.length && in[left] <= Math.max(at, from)) {
                left++;
            }
            most = Math.max(most, n + 1 - left); // at from itself those who came before it and have not entered
        }
        return most;
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeInt(enteredAt.length);
        SavedArrays.write(out, enteredAt, enteredAt.length);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        enteredAt = new double[in.readInt()];
        SavedArrays.read(in, enteredAt);
    }
}
