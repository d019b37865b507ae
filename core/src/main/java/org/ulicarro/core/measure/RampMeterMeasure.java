package org.ulicarro.core.measure;

import com.google.auto.service.AutoService;
import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.signal.MeterState;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** Watches at which rates ramp meters let vehicles go. */
final class RampMeterMeasure implements Measure<MeterRow> {

    /** Registers it. */
    @AutoService(Instrument.class)
    public static final class Kind extends Instrument {
        public Kind() {
            super(MeterRow.class, RampMeterMeasure::new);
        }
    }

    /** Takes a moment from the end of a step back into it (s). */
    private static final double WITHIN = 0.05;

    private static final int SUMS = 4; // steps, steps metered, rates in them (veh/h), steps of them overridden

    private final Intervals intervals;
    private final MovementMeasure movements; // has what vehicles waited
    private List<String> places = List.of();
    private double[] sums = new double[0]; // (meter, interval, what) -> total

    RampMeterMeasure(Fitting at) {
        intervals = at.intervals();
        movements = at.shared(MovementMeasure.class, MovementMeasure::new);
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        List<MeterState> meters = view.meters();
        if (meters.isEmpty()) {
            return;
        }
        reserve(meters);
        int slice = intervals.slice(view.now() - WITHIN);
        for (int m = 0; m < meters.size() && slice >= 0; m++) {
            add(m, slice, meters.get(m));
            if (slice != intervals.whole()) {
                add(m, intervals.whole(), meters.get(m));
            }
        }
    }

    private void reserve(List<MeterState> meters) {
        if (places.isEmpty()) {
            places = meters.stream().map(MeterState::place).toList();
            sums = sums.length > 0 ? sums : new double[places.size() * intervals.count() * SUMS];
        }
    }

    private void add(int meter, int interval, MeterState state) {
        int at = (meter * intervals.count() + interval) * SUMS;
        sums[at]++;
        if (state.active()) {
            sums[at + 1]++;
            sums[at + 2] += state.rate() * 3600;
            sums[at + 3] += state.overridden() ? 1 : 0;
        }
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        // all is noted as it happens
    }

    /** One row for each meter and interval. */
    @Override
    public List<MeterRow> rows(TrafficView end) {
        List<MeterRow> rows = new ArrayList<>();
        for (int m = 0; m < places.size(); m++) {
            int interval = 0;
            for (MovementRow r : places.isEmpty() ? List.<MovementRow>of() : movements.rows(end)) {
                if (r.place().equals(places.get(m)) && r.approach().equals(MovementRow.ALL)) {
                    int at = (m * intervals.count() + interval++) * SUMS;
                    rows.add(new MeterRow(
                            r.place(),
                            r.fromS(),
                            r.toS(),
                            r.vehicles(),
                            r.demand(),
                            r.controlDelayS() + r.entryDelayS(),
                            r.queueMaxM(),
                            sums[at + 2] / sums[at + 1],
                            sums[at + 1] / sums[at],
                            sums[at + 1] == 0 ? 0 : sums[at + 3] / sums[at + 1]));
                }
            }
        }
        return rows;
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeInt(sums.length);
        SavedArrays.write(out, sums, sums.length);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        sums = new double[in.readInt()];
        SavedArrays.read(in, sums);
    }
}
