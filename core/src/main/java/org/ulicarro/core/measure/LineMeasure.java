package org.ulicarro.core.measure;

import com.google.auto.service.AutoService;
import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.demand.DeparturesView;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;
import org.ulicarro.core.traffic.events.Visits;

/** Follows the vehicles of buses and trams from end to end. */
final class LineMeasure implements Measure<LineRow> {

    /** Registers it. */
    @AutoService(Instrument.class)
    public static final class Kind extends Instrument {
        public Kind() {
            super(LineRow.class, LineMeasure::new);
        }
    }

    private final Intervals intervals;
    private double[] leftAt = new double[0]; // vehicle -> s since midnight, NaN while it is under way
    private double[] control = new double[0]; // vehicle -> delay at controls so far, s

    LineMeasure(Fitting at) {
        intervals = at.intervals();
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        DeparturesView departures = view.departures();
        if (departures.lines().isEmpty()) {
            return;
        }
        if (leftAt.length == 0) {
            leftAt = new double[departures.size()];
            control = new double[departures.size()];
            Arrays.fill(leftAt, Double.NaN);
        }
        for (int e = 0; e < events.leftCount(); e++) {
            leftAt[events.leftVehicle(e)] = events.leftAt(e);
        }
        Visits visits = events.visits();
        for (int i = 0; i < visits.count(); i++) {
            control[visits.vehicle(i)] += visits.controlDelay(i);
        }
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        // who is still under way does not count
    }

    /** One row for each line. */
    @Override
    public List<LineRow> rows(TrafficView view) {
        List<LineRow> rows = new ArrayList<>();
        DeparturesView departures = view.departures();
        for (int line = 0; line < departures.lines().size(); line++) {
            rows.add(row(departures, line));
        }
        return rows;
    }

    private LineRow row(DeparturesView departures, int line) {
        double from = intervals.from(intervals.whole());
        double to = intervals.to(intervals.whole());
        int[] mine = IntStream.range(0, leftAt.length)
                .filter(d -> departures.line(d) == line && leftAt[d] >= from && leftAt[d] < to)
                .toArray();
        double[] times =
                Arrays.stream(mine).mapToDouble(d -> leftAt[d]).sorted().toArray();
        double[] gaps = IntStream.range(1, times.length)
                .mapToDouble(i -> times[i] - times[i - 1])
                .toArray();
        double mean = Arrays.stream(gaps).average().orElse(Double.NaN);
        double squares = Arrays.stream(gaps).map(g -> (g - mean) * (g - mean)).sum();
        return new LineRow(
                departures.lines().get(line).id(),
                mine.length,
                Arrays.stream(mine)
                        .mapToDouble(d -> leftAt[d] - departures.time(d))
                        .average()
                        .orElse(Double.NaN),
                Arrays.stream(mine)
                        .mapToDouble(d -> leftAt[d] - departures.time(d))
                        .max()
                        .orElse(Double.NaN),
                Arrays.stream(mine).mapToDouble(d -> control[d]).average().orElse(Double.NaN),
                mean,
                gaps.length < 2 ? Double.NaN : Math.sqrt(squares / (gaps.length - 1)) / mean);
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeInt(leftAt.length);
        SavedArrays.write(out, leftAt, leftAt.length);
        SavedArrays.write(out, control, control.length);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        int size = in.readInt();
        leftAt = new double[size];
        control = new double[size];
        SavedArrays.read(in, leftAt);
        SavedArrays.read(in, control);
    }
}
