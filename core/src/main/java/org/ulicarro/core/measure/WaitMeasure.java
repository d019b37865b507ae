package org.ulicarro.core.measure;

import com.google.auto.service.AutoService;
import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.DoubleStream;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;
import org.ulicarro.core.traffic.events.Visits;

/** Keeps what each vehicle waited at each controlled movement, for the long waits that a mean does not tell. */
final class WaitMeasure implements Measure<WaitRow> {

    /** Registers it. */
    @AutoService(Instrument.class)
    public static final class Kind extends Instrument {
        public Kind() {
            super(WaitRow.class, WaitMeasure::new);
        }
    }

    private final Network network;
    private final Intervals intervals;
    private final double[][] waits; // movement -> s of each vehicle, as many as counted
    private final int[] count; // movement -> vehicles
    private final int[] unfinished; // movement -> those of them that had not got through

    WaitMeasure(Fitting at) {
        network = at.network();
        intervals = at.intervals();
        int movements = network.movements().size();
        waits = new double[movements][0];
        count = new int[movements];
        unfinished = new int[movements];
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        add(events.visits());
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        add(events.visits());
    }

    private void add(Visits visits) {
        for (int i = 0; i < visits.count(); i++) {
            if (intervals.slice(visits.arrival(i)) >= 0) {
                int m = visits.movement(i);
                if (count[m] == waits[m].length) {
                    waits[m] = Arrays.copyOf(waits[m], Math.max(64, 2 * count[m]));
                }
                waits[m][count[m]++] = visits.controlDelay(i) + visits.entryDelay(i);
                unfinished[m] += visits.finished(i) ? 0 : 1;
            }
        }
    }

    /** Movement by movement, then approach and place. */
    @Override
    public List<WaitRow> rows(TrafficView end) {
        List<WaitRow> rows = new ArrayList<>();
        for (Junction junction : network.junctions().values()) {
            if (junction.controlled()) {
                Subjects.of(
                        network, junction, s -> rows.add(row(s.place(), s.approach(), s.movement(), s.name(), s.of())));
            }
        }
        return rows;
    }

    private WaitRow row(String place, String approach, String id, String name, List<Movement> of) {
        double[] all = of.stream()
                .flatMapToDouble(m -> Arrays.stream(waits[m.index()], 0, count[m.index()]))
                .toArray();
        return new WaitRow(
                place,
                approach,
                id,
                name,
                all.length,
                of.stream().mapToInt(m -> unfinished[m.index()]).sum(),
                mean(all),
                Percentile.of(all, 0.50),
                Percentile.of(all, 0.95),
                DoubleStream.of(all).max().orElse(Double.NaN));
    }

    private static double mean(double[] values) {
        double sum = 0;
        for (double value : values) {
            sum += value;
        }
        return values.length == 0 ? Double.NaN : sum / values.length;
    }

    @Override
    public void save(DataOutput out) throws IOException {
        SavedArrays.write(out, count, count.length);
        SavedArrays.write(out, unfinished, unfinished.length);
        for (int m = 0; m < waits.length; m++) {
            SavedArrays.write(out, waits[m], count[m]);
        }
    }

    @Override
    public void restore(DataInput in) throws IOException {
        SavedArrays.read(in, count);
        SavedArrays.read(in, unfinished);
        for (int m = 0; m < waits.length; m++) {
            waits[m] = new double[count[m]];
            SavedArrays.read(in, waits[m]);
        }
    }
}
