package org.ulicarro.core.measure;

import com.google.auto.service.AutoService;
import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Marking;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;
import org.ulicarro.core.traffic.stops.Gates;

/** Counts whom gates serve, and what they waited. */
final class GateMeasure implements Measure<GateRow> {

    /** Registers it. */
    @AutoService(Instrument.class)
    public static final class Kind extends Instrument {
        public Kind() {
            super(GateRow.class, GateMeasure::new);
        }
    }

    /** Takes a moment from the end of a step back into it (s). */
    private static final double WITHIN = 0.05;

    private static final int SUMS = 4; // served, waited, longest wait, service

    private final Network network;
    private final Intervals intervals;
    private final List<Marking> booths;
    private final double[] sums; // (booth, interval, what) -> total

    GateMeasure(Fitting at) {
        network = at.network();
        intervals = at.intervals();
        booths = network.markings().stream()
                .filter(m -> m.kind() == Marking.Kind.GATE)
                .toList();
        sums = new double[booths.size() * intervals.count() * SUMS];
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        Gates gates = view.gates();
        for (int b = 0; b < booths.size(); b++) {
            int slice = gates.began(b) == Gates.NOBODY ? -1 : intervals.slice(view.now() - WITHIN);
            if (slice >= 0) {
                add(b, slice, gates);
                if (slice != intervals.whole()) {
                    add(b, intervals.whole(), gates);
                }
            }
        }
    }

    private void add(int booth, int interval, Gates gates) {
        int at = at(booth, interval);
        sums[at]++;
        sums[at + 1] += gates.waited(booth);
        sums[at + 2] = Math.max(sums[at + 2], gates.waited(booth));
        sums[at + 3] += gates.serves(booth);
    }

    private int at(int booth, int interval) {
        return (booth * intervals.count() + interval) * SUMS;
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        // who is still in the queue has not been served
    }

    /** Gate by gate its lanes, then all of them together. */
    @Override
    public List<GateRow> rows(TrafficView end) {
        List<GateRow> rows = new ArrayList<>();
        int from = 0;
        while (from < booths.size()) {
            int to = from + 1;
            while (to < booths.size()
                    && booths.get(to).id().equals(booths.get(from).id())) {
                to++;
            }
            for (int interval = 0; interval < intervals.count(); interval++) {
                for (int b = from; b < to; b++) {
                    rows.add(row(
                            b,
                            b + 1,
                            interval,
                            network.lanes().get(booths.get(b).lane()).number()));
                }
                rows.add(row(from, to, interval, 0));
            }
            from = to;
        }
        return rows;
    }

    private GateRow row(int first, int end, int interval, int number) {
        double served = 0;
        double waited = 0;
        double longest = 0;
        double service = 0;
        for (int b = first; b < end; b++) {
            int at = at(b, interval);
            served += sums[at];
            waited += sums[at + 1];
            longest = Math.max(longest, sums[at + 2]);
            service += sums[at + 3];
        }
        Marking booth = booths.get(first);
        Lane lane = network.lanes().get(booth.lane());
        double length = intervals.to(interval) - intervals.from(interval);
        return new GateRow(
                booth.id(),
                network.links().get(lane.link()).id(),
                number,
                intervals.from(interval),
                intervals.to(interval),
                (int) served,
                waited / served,
                served == 0 ? Double.NaN : longest,
                service / served,
                Math.min(1, service / length / (end - first)));
    }

    @Override
    public void save(DataOutput out) throws IOException {
        SavedArrays.write(out, sums, sums.length);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        SavedArrays.read(in, sums);
    }
}
